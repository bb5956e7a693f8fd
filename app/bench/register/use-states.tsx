import { useLiveQuery } from 'dexie-react-hooks';
import type { ModelInfo, PrintRow } from '../../data/database';
import { drawingRow, keptOf, nextRow, takeNext } from '../../data/drawings';
import { fingerprint } from '../../../core/fingerprint/fingerprint';
import { withSets } from '../../data/sets';
import type { Project, ProjectSight } from '../../data/project';
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
  const kept = useLiveQuery(() => keptOf(project.id), [project.id]);
  const of = (id: string): SightState => {
    const own = sights.find((s) => s.id === id);
    if (!own) return { words: '', tone: 'quiet' };
    if (selected?.id === id && live.isWorking) return { words: 'drawing', tone: 'working' };
    if (selected?.id === id && live.fault) return { words: 'not drawn', tone: 'fault' };
    const row = drawingRow(project.id, id);
    const [print, next] = [kept?.[row]?.print, kept?.[nextRow(row)]];
    if (print === undefined) return { words: 'not drawn yet', tone: 'quiet' };
    const now = fingerprint(model, withSets(own.sight, project));
    if (print !== now && next?.print === now) return { words: changedWords(next.changed), tone: 'old' };
    if (print !== now) return { words: 'out of date', tone: 'old' };
    if (selected?.id === id && live.drawn?.isEmpty) return { words: 'empty', tone: 'quiet' };
    return { words: 'current', tone: 'quiet' };
  };
  const isCurrent = (row: string, own: ProjectSight) => kept?.[row]?.print === fingerprint(model, withSets(own.sight, project));
  const notCurrent = kept ? sights.filter((s) => !isCurrent(drawingRow(project.id, s.id), s)) : [];
  const waiting = notCurrent.filter((s) => isCurrent(nextRow(drawingRow(project.id, s.id)), s));
  const old = notCurrent.filter((s) => !waiting.includes(s));
  const replaceAll = async () => {
    live.take();
    for (const { id } of waiting) await takeNext(drawingRow(project.id, id));
  };

  const footer =
    old.length > 0 ? (
      <button
        type="button"
        className="word text-ink"
        onClick={() => void import('../../jobs/redraw').then(({ redraw }) => redraw(project, model, old))}
      >
        Draw {old.length} that {old.length === 1 ? 'is' : 'are'} not current
      </button>
    ) : waiting.length > 0 ? (
      <button
        type="button"
        className="word text-ink"
        title="What changes in each is seen when it is chosen"
        onClick={() => void replaceAll()}
      >
        Replace {waiting.length} drawn anew
      </button>
    ) : (
      <span>all current</span>
    );
  return { of, footer };
}

/** Of a drawing that was made anew: how much of its lines changes. */
const changedWords = (changed: PrintRow['changed']): string =>
  changed && changed.come + changed.gone > 0 ? `drawn anew, +${metres(changed.come)} −${metres(changed.gone)}` : 'drawn anew';
const metres = (length: number): string => `${length.toFixed(length < 10 ? 1 : 0)} m`;
