import type { Sight } from '../../core/sights/sight';

/** What of a sight is changed, field by field: what another tab has changed meanwhile stays. */
export interface SightPatch {
  readonly set: Partial<Sight>;
  readonly cleared: readonly (keyof Sight)[];
}

/** From a sight as a screen had it to how it is wished. */
export function patchOf(before: Sight, after: Sight): SightPatch {
  const keys = [...new Set([...Object.keys(before), ...Object.keys(after)])] as (keyof Sight)[];
  const changed = keys.filter((key) => JSON.stringify(before[key]) !== JSON.stringify(after[key]));
  return {
    set: Object.fromEntries(changed.filter((key) => after[key] !== undefined).map((key) => [key, after[key]])),
    cleared: changed.filter((key) => after[key] === undefined),
  };
}

/** A sight with a patch put on. */
export function patched(sight: Sight, { set, cleared }: SightPatch): Sight {
  const left = Object.entries(sight).filter(([key]) => !cleared.includes(key as keyof Sight));
  return { ...(Object.fromEntries(left) as unknown as Sight), ...set };
}
