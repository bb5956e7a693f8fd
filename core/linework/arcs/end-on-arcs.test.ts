import { expect, it } from 'vitest';
import { box, modelOf, moved, polygon, prism } from '../../testing/solids';
import { drawModel, piecesOf, PLAN } from '../../testing/views';
import { judge } from '../../testing/sampler';

it('lines that run below a round column end on its circle, not on a facet of it, whatever its number of sides', () => {
  for (const sides of [12, 16, 24, 36, 100]) {
    const column = moved(prism(polygon(0, 0, 0.5, sides, 0.1), 0, 3), [0.3, 0.2, 0]);
    const model = modelOf([column, box([-2, 0.05, 0], [5, 0.23, 1])]);
    const plan = drawModel(model, PLAN);
    const ends = piecesOf(plan, ['outline', 'edge'])
      .flatMap(([a, b, c, d]) => [
        [a!, b!],
        [c!, d!],
      ]) // prettier-ignore
      .filter(([u, v]) => Math.hypot(u! - 0.3, v! - 0.2) < 0.6 && [0.05, 0.28].some((at) => Math.abs(v! - at) < 1e-9));
    expect(ends).toHaveLength(4);
    for (const [u, v] of ends) expect(Math.hypot(u! - 0.3, v! - 0.2)).toBeCloseTo(0.5, 8);
    const hidden = piecesOf(drawModel(model, { ...PLAN, hidden: true }), ['hidden']).flatMap(([a, b, c, d]) => [[a!, b!], [c!, d!]]); // prettier-ignore
    for (const end of ends) expect(hidden.some(([u, v]) => Math.hypot(u! - end[0]!, v! - end[1]!) < 1e-8)).toBe(true);
    expect(judge(model, plan, false).missing).toEqual([]);
  }
});
