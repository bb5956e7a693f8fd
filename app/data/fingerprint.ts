import type { Sight } from '../../core/sights/sight';

/** Raised whenever the engine draws anything differently. */
const ENGINE = 4;

/** Everything that a drawing depends on: engine, model, and what of the sight decides its lines (not its number or name). */
export function fingerprint(model: string, sight: Sight): string {
  const sorted = Object.fromEntries(
    Object.entries(sight)
      .filter(([key, value]) => key !== 'number' && key !== 'name' && value !== undefined && value !== null)
      .sort(([a], [b]) => (a < b ? -1 : 1)),
  );
  return `${ENGINE}|${model}|${JSON.stringify(sorted)}`;
}
