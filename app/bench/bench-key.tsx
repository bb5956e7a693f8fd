import { lazy, Suspense } from 'react';
import type { LiveDrawing } from '../drawings/use-drawing';
import { KeyChoice } from './key/key-choice';
import type { KeyContents } from './key/key-content';
import { KeyPane } from './key/key-pane';

const KeyChanges = lazy(() => import('./key/key-changes'));
const KeyDrawing = lazy(() => import('./key/key-drawing'));
const KeyModel = lazy(() => import('./key/key-model'));

interface Props extends React.ComponentProps<typeof KeyPane> {
  readonly live: LiveDrawing;
  readonly contents: KeyContents;
  /** Whether the plan is shown: it is chosen, or points of it are asked. */
  readonly isPlan: boolean;
  /** What a newer file has brought has been looked at. */
  readonly onPutAway: () => void;
}

/** The Key with what it shows: the plan, the model in 3D, or the drawing of another sight. */
export function BenchKey({ live, contents, isPlan, onPutAway, ...props }: Props) {
  const { project, model, sights, selected, sight, keyFrame, shown, view, size, store, asked, onDraft, onChange } = props;
  const { content } = contents;
  const entry = typeof content === 'object' ? sights.find(({ id }) => id === content.sight) : undefined;
  return (
    <>
      {isPlan ? (
        <>
          <KeyPane {...props} />
          <Suspense>
            <KeyChanges {...{ project, model, view, size, onPutAway }} frame={keyFrame} isElevation={shown.isElevation} />
          </Suspense>
        </>
      ) : (
        <Suspense fallback={<p className="p-3 text-graphite">Opening…</p>}>
          {entry ? (
            <KeyDrawing {...{ project, model, entry, sight, size, store, onDraft, onChange }} />
          ) : (
            <KeyModel {...{ model, sight, live, store, asked }} project={project.id} />
          )}
        </Suspense>
      )}
      <KeyChoice {...{ sights, selected, contents }} />
    </>
  );
}
