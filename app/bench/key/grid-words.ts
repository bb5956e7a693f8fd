import type { GridPoint } from '../../../core/annotation/grid-points';
import type { Snap } from '../../board/snapper';

export const gridWords = (points: readonly GridPoint[]): Snap[] =>
  points.map(({ at, tags }) => ({ at, words: `grid ${tags.join(' and ')}` }));
