import { useMemo } from 'react';
import type { ModelInfo } from '../../data/database';
import type { Project, ProjectSight } from '../../data/project';
import type { Send } from '../../project/use-commands';
import { useWatched } from '../../ui/watched';
import { copyInto, keepAsDetail, parallelSights } from './profile-acts';
import { TouchFigures } from './touch-figures';
import { TouchLists } from './touch-lists';
import type { Mode } from './touch-modes';
import type { TouchWork } from './touch-work';
import { MODE_WORDS } from './touch-words';
import { useTouched } from './use-touched';

interface Props {
  readonly work: TouchWork;
  readonly project: Project;
  readonly model: ModelInfo;
  readonly entry: ProjectSight;
  readonly paintKey: string | null;
  readonly send: Send;
  /** Whether the drawing is shown as it was computed. */
  readonly isBare: boolean;
  readonly onBare: (isBare: boolean) => void;
  readonly onRemove: (ids: readonly string[], label: string) => void;
  readonly onEnd: () => void;
}

/** Hand work: what can be done in a row of words, what is chosen in the middle, what there is and what lost its place at the right. */
export default function TouchBand({ work, project, model, entry, paintKey, send, isBare, onBare, onRemove, onEnd }: Props) {
  const { mode } = useWatched(work);
  const touchUps = entry.touchUps ?? [];
  const touched = useTouched(paintKey, touchUps);
  const into = useMemo(() => parallelSights(project, model, entry), [project, model, entry]);
  return (
    <section
      aria-label="Touch up"
      className="col-span-full grid min-h-[88px] grid-cols-[minmax(0,1fr)_auto] gap-x-6 border-t border-ink bg-paper px-3 py-2"
    >
      <div className="grid content-start gap-1.5">
        <p className="flex flex-wrap items-baseline gap-x-3">
          <b className="font-semibold text-pencil">Touch up</b>
          {(Object.keys(MODE_WORDS) as Mode[]).map((key) => (
            <button
              key={key}
              type="button"
              className="word"
              data-on={mode === key}
              aria-pressed={mode === key}
              onClick={() => work.go(key)}
            >
              {MODE_WORDS[key][0]}
            </button>
          ))}
        </p>
        <p className="text-graphite">{MODE_WORDS[mode][1]}</p>
        <TouchFigures
          {...{ work, into }}
          standard={project.standard}
          onDetail={(profile) => keepAsDetail(project, entry, profile, send)}
          onCopy={(profile, to) => copyInto(model, entry, project.sights[to]!, profile, send)}
        />
      </div>
      <div className="grid content-start justify-items-end gap-1.5">
        <p className="flex items-baseline gap-x-3">
          <TouchLists {...touched} {...{ touchUps, onRemove }} />
          <label className="inline-flex items-baseline gap-1">
            <input type="checkbox" className="accent-ink" checked={!isBare} onChange={(e) => onBare(!e.target.checked)} />
            Shown
          </label>
          <button type="button" className="btn" onClick={onEnd}>
            Done
          </button>
        </p>
      </div>
    </section>
  );
}
