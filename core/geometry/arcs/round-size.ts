import { FINE_STEP, ROUND_CHORD, ROUND_RISE } from '../numbers/tolerances';
import { cos, sin, tan } from '../numbers/trigonometry';

/**
 * Whether facets that turn by `step` stand for a circle of that radius: fine ones at any size, coarse ones only where a facet is so
 * narrow, and its middle so near to the circle, that nobody would build it flat. What is larger is meant as it stands: a tower of
 * twelve sides, the five panes of a bay. `scale` is that of the scene in which the radius is measured.
 */
export const isRound = (step: number, radius: number, scale = 1): boolean =>
  step <= FINE_STEP || (2 * radius * sin(step / 2) <= ROUND_CHORD * scale && radius * (1 - cos(step / 2)) <= ROUND_RISE * scale);

/** The same, of a facet of that width. */
export const isRoundFacet = (step: number, width: number, scale = 1): boolean =>
  step <= FINE_STEP || (width <= ROUND_CHORD * scale && (width / 2) * tan(step / 4) <= ROUND_RISE * scale);
