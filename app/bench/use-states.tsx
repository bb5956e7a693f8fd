import { useLiveQuery } from 'dexie-react-hooks';
import { useState } from 'react';
import { database, type ModelInfo } from '../data/database';
import { fingerprint } from '../data/fingerprint';
import { withSets } from '../data/sets';
import type { Project, ProjectSight } from '../data/project';
import { pool, Stopped } from '../workers/pool';
import type { LiveDrawing } from './use-drawing';

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
  const kept = useLiveQuery(async () => {
    const out: Record<string, string> = {};
    await database.drawings
      .where('id')
      .startsWith(`${project.id}/`)
      .each((row) => (out[row.id] = row.fingerprint));
    return out;
  }, [project.id]);
  const [run, setRun] = useState<{ id: string; done: number; of: number; stop: () => void } | null>(null);
  const [took, setTook] = useState<number | null>(null);
  const of = (id: string): SightState => {
    const own = sights.find((s) => s.id === id);
    if (!own) return { words: '', tone: 'quiet' };
    if (run?.id === id || (selected?.id === id && live.isWorking)) return { words: 'drawing', tone: 'working' };
    if (selected?.id === id && live.fault) return { words: 'not drawn', tone: 'fault' };
    const print = kept?.[`${project.id}/${id}`];
    if (print === undefined) return { words: 'not drawn yet', tone: 'quiet' };
    if (print !== fingerprint(model, withSets(own.sight, project))) return { words: 'out of date', tone: 'old' };
    if (selected?.id === id && live.drawn?.drawing.lineRole.length === 0) return { words: 'empty: nothing lies before it', tone: 'quiet' };
    return { words: 'current', tone: 'quiet' };
  };
  const old = kept ? sights.filter((s) => kept[`${project.id}/${s.id}`] !== fingerprint(model, withSets(s.sight, project))) : [];

  const redraw = async () => {
    const control = new AbortController();
    const from = performance.now();
    for (const [done, { id, sight: own }] of old.entries()) {
      const sight = withSets(own, project);
      setRun({ id, done, of: old.length, stop: () => control.abort() });
      try {
        const drawn = await pool.back.run((engine) => engine.draw(model.id, sight), control.signal);
        await database.drawings.put({ id: `${project.id}/${id}`, fingerprint: fingerprint(model, sight), drawn });
      } catch (error) {
        if (error instanceof Stopped) break;
      }
    }
    setTook(performance.now() - from);
    setRun(null);
  };

  const footer = run ? (
    <>
      <span className="text-verdigris">
        drawing {run.done + 1} of {run.of}
      </span>
      <button type="button" className="word ml-auto text-ink" onClick={run.stop}>
        Stop
      </button>
    </>
  ) : (
    <>
      {old.length > 0 ? (
        <button type="button" className="word text-ink" onClick={() => void redraw()}>
          Draw {old.length} that {old.length === 1 ? 'is' : 'are'} not current
        </button>
      ) : (
        <span>all current</span>
      )}
      {took !== null && <span className="ml-auto">last run {(took / 1000).toFixed(1)} s</span>}
    </>
  );
  return { of, footer };
}
