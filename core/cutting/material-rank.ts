import { materialWords } from '../model/material-words';

/** One line of a table of ranks: materials whose name holds one of the words have the rank. The first that fits decides. */
export interface RankRule {
  /** Words or parts of words, parted by spaces; without case. */
  readonly material: string;
  readonly rank: number;
}

/**
 * Which material keeps its place where two overlap in a cut: structure before block before screed before insulation
 * before finish (common practice). An office's own table goes before it. An unknown material stands in the middle.
 */
export const RANKS: readonly RankRule[] = [
  { material: 'steel iron', rank: 90 },
  { material: 'alumin metal bronze brass copper zinc lead', rank: 85 },
  { material: 'concrete c20/ c25/ c30/ c35/ c40/ c45/ c50/', rank: 80 },
  { material: 'stone granite', rank: 75 },
  { material: 'block brick masonry', rank: 70 },
  { material: 'timber oak wood larch ply board', rank: 60 },
  { material: 'screed mortar', rank: 40 },
  { material: 'insul wool foam', rank: 30 },
  { material: 'plaster gypsum render paint finish', rank: 20 },
  { material: 'glass glaz', rank: 15 },
  { material: 'earth soil ground sand gravel fill', rank: 5 },
];
const MIDDLE = 50;

/** Rank of a material by its name, after an office's own table and then the one that comes along. */
export function rankOf(name: string | undefined, own: readonly RankRule[] = []): number {
  if (name === undefined) return MIDDLE;
  const words = materialWords(name);
  const fits = ({ material }: RankRule) => material.toLowerCase().split(' ').some((word) => word !== '' && words.includes(word)); // prettier-ignore
  return (own.find(fits) ?? RANKS.find(fits))?.rank ?? MIDDLE;
}

/** Whether a layer is a gap: air and cavities are regions without fill. */
export const isAir = (name: string): boolean => /\b(air|cavity|void|gap)\b/.test(materialWords(name));
