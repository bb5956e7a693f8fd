import type { RankRule } from '../../core/cutting/regions/material-rank';
import { withNamedSets } from '../../core/sights/named-sets';
import type { Sight } from '../../core/sights/sight';
import type { Project } from './project';

/** A sight as the engine takes it: with what of its project decides its lines. */
export type DrawnBy = Sight & {
  /** The office's own ranks of materials. */
  readonly ranks?: readonly RankRule[];
};

export const withSets = (sight: Sight, { sets, standard }: Pick<Project, 'sets' | 'standard'>): DrawnBy => {
  const own = withNamedSets(sight, Object.values(sets));
  return standard?.ranks?.length ? { ...own, ranks: standard.ranks } : own;
};
