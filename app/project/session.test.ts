import 'fake-indexeddb/auto';
import { expect, it } from 'vitest';
import type { Sight } from '../../core/sights/sight';
import { changeProject, stepHistory } from '../data/change-project';
import { database, type ModelInfo } from '../data/database';
import { addModel, loadModel } from '../data/models';
import { patchOf } from '../data/sight-patch';
import type { ProjectSight } from '../data/project';
import { loadProject } from '../data/project-rows';
import { createProject } from '../data/projects';
import { sweep } from '../data/sweep';
import { carryOut, type Maker } from './carry-out';
import type { Command } from './commands';

/** Sessions of each run, and acts of each: more of them by `npm run sessions`. */
const [SESSIONS, ACTS, SEED] = [Number(process.env['SESSIONS'] ?? 5), 120, Number(process.env['SESSION_SEED'] ?? 1)];

/** Marsaglia's xorshift (Journal of Statistical Software 8/14, 2003): the same seed, the same session. */
function randomOf(seed: number): (below: number) => number {
  let x = (seed * 2654435761) >>> 0 || 1;
  return (below) => {
    x ^= x << 13;
    x ^= x >>> 17;
    x ^= x << 5;
    return (x >>> 0) % below;
  };
}

/** What a person sees of a project: compared with what a plain model of the commands says. */
interface Seen {
  readonly sights: Record<string, ProjectSight>;
  readonly sets: readonly string[];
  readonly accepted: readonly string[];
  readonly material: string | undefined;
  readonly name: string;
}
const seenOf = async (id: string): Promise<Seen> => {
  const { sights, sets, accepted, model, name } = (await loadProject(id))!;
  const { corrections } = (await loadModel(model)) ?? (await database.models.get(model))!;
  return {
    sights: sights as Record<string, ProjectSight>,
    sets: Object.values(sets).map((s) => s.name).sort(), // prettier-ignore
    accepted: Object.keys(accepted).sort(),
    material: corrections.elements?.['W1']?.material,
    name,
  };
};

const plan = (number: string): Sight => ({ kind: 'plan', number, name: 'Plan', height: 1.2 });
const maker: Maker = {
  correct: async (base, corrections) => {
    const id = crypto.randomUUID();
    await addModel({ ...(await loadModel(base))!, corrections, id });
    return id;
  },
  arrange: () => Promise.reject(new Error('not here')),
  remake: async (id) => addModel({ ...(await database.models.get(id))!, elements: elements() }),
};
const elements = () => ['W1', 'W2'].map((id) => ({ id, class: 'Wall', name: id, type: '', storey: -1, use: 'solid', assembly: '' })) as unknown as ModelInfo['elements']; // prettier-ignore

/** Takes back this tab's last step; null where there is none, or where another tab has gone on from it. */
const undone = (id: string): Promise<string | null> =>
  stepHistory(id, 'undo').catch((error: Error) => {
    expect(error.message).toContain('changed again in another tab');
    return null;
  });

async function session(seed: number): Promise<void> {
  const random = randomOf(seed);
  await Promise.all(database.tables.map((table) => table.clear()));
  await addModel({ id: 'read', base: 'read', fileName: 'hall.ifc', corrections: {}, elements: elements() } as unknown as ModelInfo);
  const id = await createProject('Hall', 'read', [{ scale: 100, sight: plan('P-01') }]);
  // what the plain model says is there; each change is applied to it by hand
  let wanted = await seenOf(id);
  let next = 1;
  const send = async (command: Command, change: (seen: Seen) => Seen) => {
    const { fault } = await carryOut(id, command, maker);
    if (!fault) wanted = change(structuredClone(wanted));
    else expect(fault).toMatch(/meanwhile|at least/);
  };
  const anySight = () => Object.keys(wanted.sights)[random(Math.max(1, Object.keys(wanted.sights).length))] ?? 'none';

  for (let act = 0; act < ACTS; act++) {
    switch (random(12)) {
      case 0: {
        const key = `s${next++}`;
        const numbers = Object.values(wanted.sights).map((s) => Number(s.sight.number.slice(2)));
        const number = `P-${String(Math.max(0, ...numbers) + 1).padStart(2, '0')}`;
        await send({ intent: 'add sights', label: `Add ${key}`, sights: [{ id: key, scale: 50, sight: plan('P-01') }] }, (seen) => {
          const own = numbers.includes(1) ? number : 'P-01';
          return { ...seen, sights: { ...seen.sights, [key]: { id: key, scale: 50, sight: plan(own) } } };
        });
        break;
      }
      case 1:
      case 2:
      case 3: {
        // typed by a screen that may not have seen the latest
        const key = anySight();
        const height = random(30) / 10;
        await send({ intent: 'change sight', label: `Height ${key}`, id: key, patch: { set: { height }, cleared: [] }, goesOn: random(2) === 0 }, (seen) => {
          const own = seen.sights[key]!;
          return { ...seen, sights: { ...seen.sights, [key]: { ...own, sight: { ...own.sight, height } } } };
        }); // prettier-ignore
        break;
      }
      case 4: {
        const key = anySight();
        const own = wanted.sights[key];
        const patch = own ? patchOf(own.sight, { ...own.sight, name: `Name ${random(9)}` }) : { set: {}, cleared: [] };
        await send({ intent: 'change sight', label: `Rename ${key}`, id: key, patch }, (seen) => {
          const sight = { ...seen.sights[key]!.sight, ...patch.set };
          return { ...seen, sights: { ...seen.sights, [key]: { ...seen.sights[key]!, sight } } };
        });
        break;
      }
      case 5: {
        const key = anySight();
        await send({ intent: 'remove sights', label: `Remove ${key}`, ids: [key] }, (seen) => {
          const { [key]: _, ...sights } = seen.sights;
          return { ...seen, sights };
        });
        break;
      }
      case 6: {
        const material = `M${random(5)}`;
        await send({ intent: 'correct', label: 'Material', patch: { elements: { ids: ['W1'], changed: { material } } } }, (seen) => ({ ...seen, material })); // prettier-ignore
        break;
      }
      case 7: {
        const finding = `f${random(4)}`;
        await send({ intent: 'accept findings', label: 'Accept', findings: [finding] }, (seen) => ({
          ...seen,
          accepted: [...new Set([...seen.accepted, finding])].sort(),
        }));
        break;
      }
      case 8:
        await send({ intent: 'keep set', label: 'Set', elements: ['W2'] }, (seen) => {
          let n = seen.sets.length + 1;
          while (seen.sets.includes(`Set ${n}`)) n++;
          return { ...seen, sets: [...seen.sets, `Set ${n}`].sort() };
        });
        break;
      case 9: {
        // undo and redo lead back to just what was there
        const before = await seenOf(id);
        const label = await undone(id);
        if (label) {
          expect(await stepHistory(id, 'redo')).toBe(label);
          expect(await seenOf(id)).toEqual(before);
          await undone(id);
          wanted = await seenOf(id);
        }
        break;
      }
      case 10: {
        // another tab: what it does is its own, and undo here does not take it back
        const key = anySight();
        if (!wanted.sights[key]) break;
        const name = `Other ${act}`;
        await changeProject(id, 'Other tab', (draft) => void (draft.sights[key]!.sight.name = name), { tab: 'other' });
        wanted = structuredClone(wanted);
        wanted.sights[key] = { ...wanted.sights[key]!, sight: { ...wanted.sights[key]!.sight, name } };
        await undone(id);
        const after = await seenOf(id);
        if (after.sights[key]) expect(after.sights[key].sight.name).toBe(name);
        wanted = after;
        break;
      }
      default: {
        // a reload, a page that died, and what is swept: nothing that is seen changes
        await sweep();
        break;
      }
    }
    const kept = await seenOf(id);
    expect(kept, `seed ${seed}, act ${act}`).toEqual(wanted);
    const numbers = Object.values(kept.sights).map((s) => s.sight.number);
    expect(new Set(numbers).size, `seed ${seed}, act ${act}: numbers`).toBe(numbers.length);
  }
}

it(`${SESSIONS} sessions of ${ACTS} acts each leave what a plain model of the commands says`, async () => {
  for (let n = 0; n < SESSIONS; n++) await session(SEED + n);
}, 600_000);
