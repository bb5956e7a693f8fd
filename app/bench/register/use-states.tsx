import { useLiveQuery } from 'dexie-react-hooks';
import type { ModelInfo } from '../../data/database';
import { drawingRow, printsOf } from '../../data/drawings';
import { fingerprint } from '../../data/fingerprint';
import { withSets } from '../../data/sets';
import type { Project, ProjectSight } from '../../data/project';
import { redraw } from '../../jobs/redraw';
import type { LiveDrawing } from '../../drawings/use-drawing';

export interface SightState {
  readonly words: string;
  readonly tone: 'quiet' | 'old' | 'fault' | 'working';
}

/** The state of each drawing in words, from fingerprints alone; and the redrawing of all that are not current. */
export function useStates(
  project: Project,
  model: ModelInfo,
  sights: readonly ProjectSight[],
  selected: ProjectSight | null,
  live: LiveDrawing,
) {
  const kept = useLiveQuery(() => printsOf(project.id), [project.id]);
  const of = (id: string): SightState => {
    const own = sights.find((s) => s.id === id);
    if (!own) return { words: '', tone: 'quiet' };
    if (selected?.id === id && live.isWorking) return { words: 'drawing', tone: 'working' };
    if (selected?.id === id && live.fault) return { words: 'not drawn', tone: 'fault' };
    const print = kept?.[drawingRow(project.id, id)];
    if (print === undefined) return { words: 'not drawn yet', tone: 'quiet' };
    if (print !== fingerprint(model, withSets(own.sight, project))) return { words: 'out of date', tone: 'old' };
    if (selected?.id === id && live.drawn?.isEmpty) return { words: 'empty', tone: 'quiet' };
    return { words: 'current', tone: 'quiet' };
  };
  const old = kept ? sights.filter((s) => kept[drawingRow(project.id, s.id)] !== fingerprint(model, withSets(s.sight, project))) : [];

  const footer =
    old.length > 0 ? (
      <button type="button" className="word text-ink" onClick={() => void redraw(project, model, old)}>
        Draw {old.length} that {old.length === 1 ? 'is' : 'are'} not current
      </button>
    ) : (
      <span>all current</span>
    );
  return { of, footer };
}
