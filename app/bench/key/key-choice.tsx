import type { ProjectSight } from '../../data/project';
import { Pick } from '../../ui/pick';
import { quiet } from '../../ui/quiet';
import type { KeyContent, KeyContents } from './key-content';

interface Props {
  readonly sights: readonly ProjectSight[];
  readonly selected: ProjectSight | null;
  readonly contents: KeyContents;
}

const wordOf = (content: KeyContent): string => (typeof content === 'object' ? content.sight : content);

/** What the Key shows, and where it stands. */
export function KeyChoice({ sights, selected, contents }: Props) {
  const { content, show, canBeAside, isAside, setAside } = contents;
  const others = sights.filter((s) => s.id !== selected?.id);
  return (
    <div className="absolute right-3 bottom-1.5 z-10 flex items-baseline gap-3 bg-paper/90 pl-1" {...quiet}>
      {canBeAside && (
        <button type="button" className="word" onClick={() => setAside(!isAside)}>
          {isAside ? 'Below the drawing' : 'At its side'}
        </button>
      )}
      <Pick
        label="Key"
        value={wordOf(content)}
        options={[
          ['plan', 'plan'],
          ['model', 'model in 3D'],
          ...others.map(({ id, sight }) => [id, `${sight.number} ${sight.name}`] as const),
        ]}
        onChange={(to) => show(to === 'plan' || to === 'model' ? to : { sight: to })}
      />
    </div>
  );
}
