import { KeepBoxGroup } from './keep-box-group';
import { Group } from './slate-group';
import type { SlateProps } from './slate-props';
import { RemovedWords } from './removed-words';
import { TrimFields } from './trim-fields';

/** What takes parts of the model away before anything is drawn: trims, and a box outside of which nothing is left. */
export default function RemovedGroup(props: SlateProps) {
  const { sight, onChange } = props;
  const trims = sight.trims ?? [];
  return (
    <>
      <Group title="Taken away" {...(trims.length > 0 && { note: 'beyond, mm' })}>
        <div className="row-span-2 grid max-w-[420px] auto-cols-max grid-flow-col grid-rows-[23px_23px] items-baseline gap-x-3 gap-y-0.5 overflow-x-auto">
          {trims.map((_, at) => (
            <TrimFields key={at} {...{ sight, at, onChange }} />
          ))}
          <RemovedWords {...props} />
        </div>
      </Group>
      {sight.keepBox && <KeepBoxGroup {...props} box={sight.keepBox} />}
    </>
  );
}
