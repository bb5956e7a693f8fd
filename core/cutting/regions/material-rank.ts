import { KINDS } from '../../model/materials/kinds';
import { isNamed, kindRank } from '../../model/materials/material-name';

/** One line of an office's own table of ranks: materials that any of its words finds have the rank. The first that fits decides. */
export interface RankRule {
  /** Words, parted by spaces, each as a rule asks for a material (`isNamed`). */
  readonly material: string;
  readonly rank: number;
}

/** The ranks that come along, from the highest down, with the words of the kinds that have them. */
export const RANKS: readonly RankRule[] = [...new Set(KINDS.filter(({ isAir }) => !isAir).map(({ rank }) => rank))]
  .sort((a, b) => b - a)
  .map((rank) => ({
    rank,
    material: [...new Set(KINDS.filter((kind) => kind.rank === rank && !kind.isAir).map(({ is }) => is.split(' ')[0]!))].join(' '),
  }));

/** Rank of a material by its name, after an office's own table and then by what it is. Which of two keeps its place where they overlap in a cut. */
export function rankOf(name: string | undefined, own: readonly RankRule[] = []): number {
  if (name === undefined) return kindRank('');
  const fits = ({ material }: RankRule) => material.split(' ').some((word) => word !== '' && isNamed(name, word));
  return own.find(fits)?.rank ?? kindRank(name);
}
