import { lazy, Suspense } from 'react';
import type { Project, ProjectSight } from '../data/project';
import type { Touching } from './touch/use-touch';
import type { SlateProps } from './slate/slate-props';
import { Slate } from './slate/slate';
import type { ManyActs } from './many-acts';

const SharedSlate = lazy(() => import('./slate/shared-slate'));
const TouchBand = lazy(() => import('./touch/touch-band'));
const WAITING = <section aria-label="Slate" className="col-span-full min-h-[88px] border-t border-ink bg-paper" />;

type Props = Omit<SlateProps, 'entry' | 'sight'> & {
  readonly selected: SlateProps['entry'] | null;
  readonly sight: SlateProps['sight'] | null;
  /** All that are selected. */
  readonly all: readonly ProjectSight[];
  readonly many: ManyActs;
  readonly onPattern: () => void;
  readonly project: Project;
  readonly touching: Touching;
};

/** The band below: of one sight, of several, or of none. */
export function BenchSlate({ selected, sight, all, many, onPattern, project, touching, ...props }: Props) {
  if (touching.work && selected)
    return (
      <Suspense fallback={WAITING}>
        <TouchBand
          work={touching.work}
          entry={selected}
          paintKey={props.paintKey}
          {...{ project, model: props.model, send: touching.send }}
          isBare={touching.isBare}
          onBare={touching.setBare}
          onRemove={touching.remove}
          onEnd={touching.end}
        />
      </Suspense>
    );
  if (all.length > 1)
    return (
      <Suspense fallback={WAITING}>
        <SharedSlate model={props.model} all={all} acts={many} onPattern={onPattern} />
      </Suspense>
    );
  if (selected && sight) return <Slate {...props} entry={selected} sight={sight} />;
  return (
    <section aria-label="Slate" className="col-span-full flex min-h-[88px] items-center border-t border-ink bg-paper px-3 text-graphite">
      Nothing is selected. Press N for a new sight.
    </section>
  );
}
