import { limitsOf } from '../sights/limits';
import type { Limits, Sight } from '../sights/sight';

const SIDES = ['left', 'right', 'bottom', 'top'] as const satisfies readonly (keyof Limits)[];

/** Something of a sight that takes things out of its drawing, by name, and the sight without it. */
export interface Removal {
  readonly part: string;
  readonly without: Sight;
}

/**
 * All that takes things out of a sight's drawing, each by itself and then together: `limits left`, `depth`, `trim 2`, `keep box`,
 * `what is shown`.
 */
export function removalsOf(sight: Sight): Removal[] {
  // both ends of a section's path are limits where nothing else is said
  const ends = limitsOf(sight, Infinity) ?? {};
  const sides = SIDES.filter((side) => typeof ends[side] === 'number');
  const { trims = [], show = [] } = sight;
  const open = (of: readonly (keyof Limits)[]): Sight => ({ ...sight, limits: { ...sight.limits, ...Object.fromEntries(of.map((side) => [side, null])) } }); // prettier-ignore
  const each: Removal[] = [
    ...(show.length ? [{ part: 'what is shown', without: { ...sight, show: undefined } }] : []),
    ...sides.map((side) => ({ part: `limits ${side}`, without: open([side]) })),
    ...(hasDepth(sight) ? [{ part: 'depth', without: { ...sight, depth: null, legDepths: undefined } }] : []),
    ...trims.map((_, k) => ({ part: `trim ${k + 1}`, without: { ...sight, trims: trims.filter((_, i) => i !== k) } })),
    ...(sight.keepBox ? [{ part: 'keep box', without: { ...sight, keepBox: undefined } }] : []),
  ];
  const together: Removal[] = [
    ...(sides.length > 1 ? [{ part: `limits ${sides.join(', ')}`, without: open(sides) }] : []),
    ...(trims.length > 1 ? [{ part: `trims 1 to ${trims.length}`, without: { ...sight, trims: undefined } }] : []),
    ...(each.length > 1
      ? [
          {
            part: each.map(({ part }) => part).join(' and '),
            without: { ...open(sides), show: undefined, depth: null, legDepths: undefined, trims: undefined, keepBox: undefined },
          },
        ]
      : []),
  ];
  return [...each, ...together];
}

const hasDepth = ({ depth, legDepths }: Sight): boolean => typeof depth === 'number' || (legDepths?.some((d) => d !== null) ?? false);
