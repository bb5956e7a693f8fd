import { ISO_WIDTHS } from './iso-lines';
import type { LineRule, Standard } from './standard';

/** Line weights to start from, paper millimetres: what is cut, what is seen in outline, what is fine. */
export interface WeightSet {
  readonly name: string;
  readonly heavy: number;
  readonly middle: number;
  readonly fine: number;
}

const series = (at: number): WeightSet => {
  const [heavy, middle, fine] = [ISO_WIDTHS[at]!, ISO_WIDTHS[at - 2]!, ISO_WIDTHS[at - 4]!];
  return { name: `ISO 128-2, ${heavy}`, heavy, middle, fine };
};

/** Two that offices often use (common practice), and line groups of ISO 128-2: extra wide, wide and narrow as 4 to 2 to 1. */
export const WEIGHT_SETS: readonly WeightSet[] = [
  { name: '0.5 / 0.2 / 0.05', heavy: 0.5, middle: 0.2, fine: 0.05 },
  { name: '0.7 / 0.35 / 0.18', heavy: 0.7, middle: 0.35, fine: 0.18 },
  ...[4, 5, 6].map(series),
];

/** Roles that are drawn heaviest, and those of the middle weight; all else is fine. */
const HEAVY = ['cut', 'ground'];
const MIDDLE = ['outline'];

/** The weight of a rule in a set. What is cut lies heaviest, but for joints between layers, which are as what is seen; what is laid on faces or lies far off is finest. */
function weightIn({ heavy, middle, fine }: WeightSet, { role = '', joint }: LineRule): number {
  if (HEAVY.includes(role)) return joint ? middle : heavy;
  return MIDDLE.includes(role) ? middle : fine;
}

/** A list of rules with the weights of a set. */
export const withWeights = (rules: readonly LineRule[], set: WeightSet): LineRule[] =>
  rules.map((rule) => ({ ...rule, weight: weightIn(set, rule) }));

/** A standard with the weights of a set in all of its lines, or in those of one look. */
export function weighted(standard: Standard, set: WeightSet, look?: number): Standard {
  const looks = standard.looks?.map((own, i) => (own.lines && (look === undefined || look === i) ? { ...own, lines: withWeights(own.lines, set) } : own)); // prettier-ignore
  const isOwn = look === undefined || !standard.looks?.[look]?.lines;
  return { ...standard, ...(looks && { looks }), ...(isOwn && { lines: withWeights(standard.lines, set) }) };
}
