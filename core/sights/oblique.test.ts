import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { faceArea } from '../geometry/rings';
import { frameFrom, toFrame } from '../geometry/frame';
import type { Vec3 } from '../geometry/vec3';
import { drawingBounds } from '../linework/drawing';
import type { Model } from '../model/model';
import { prepare } from '../scene/prepare';
import { ARC_NUMBERS } from '../geometry/arcs/arc';
import { often } from '../testing/often';
import { judge } from '../testing/sampler';
import { box, modelOf, moved, polygon, prism, spun } from '../testing/solids';
import { drawModel, piecesOf } from '../testing/views';
import { checkSight } from './sight-schema';
import type { Sight } from './sight';
import { touchedElements } from './touched';
import { elementFigures } from '../checks/element-figures';

type Looking = NonNullable<Sight['frame']>;
const FRONT: Looking = { origin: [0, 0, 0], look: [0, 1, 0], up: [0, 0, 1], cut: false };
const oblique = (angle: number, scale: number, more: Partial<Sight> = {}): Sight =>
  checkSight({ kind: 'axonometric', number: 'X-01', name: '', frame: FRONT, oblique: { angle, scale }, ...more });
const corners = (model: Model, sight: Sight) => {
  const all = piecesOf(drawModel(model, sight)).flatMap(([a, b, c, d]) => [[a!, b!], [c!, d!]] as const); // prettier-ignore
  return (u: number, v: number) => all.some(([x, y]) => Math.hypot(x - u, y - v) < 1e-9);
};

describe('an oblique picture', () => {
  // ISO 5456-3:1996, 6.2: the face parallel to the plane is true, depths run at 45 degrees at full or half scale (from memory)
  it.each([
    ['cavalier', 1, Math.SQRT1_2],
    ['cabinet', 0.5, Math.SQRT1_2 / 2],
  ] as const)(
    'of a cube of one metre, %s: its front is a square, its back one moved along both axes by %d times the sine',
    (_, scale, by) => {
      const isCorner = corners(modelOf([box([0, 0, 0], [1, 1, 1])]), oblique(45, scale));
      for (const [u, v] of [[0, 0], [1, 0], [0, 1], [1, 1], [by, 1 + by], [1 + by, 1 + by], [1 + by, by]] as const) expect(isCorner(u, v)).toBe(true); // prettier-ignore
      // the corner at the back below is hidden
      expect(isCorner(by, by)).toBe(false);
    },
  );

  it('of a plan: what is cut is true, and what lies below it is drawn along the angle, at full scale', () => {
    const model = modelOf([box([0, 0, 0], [4, 3, 3])]);
    const frame: Looking = { origin: [0, 0, 1], look: [0, 0, -1], up: [0, 1, 0], cut: true };
    const sight = oblique(270, 1, { frame });
    const drawing = drawModel(model, sight);
    expect(drawing.regions.map(({ face }) => faceArea(face))).toEqual([12]);
    expect(drawingBounds(drawing).map((n) => +n.toFixed(9))).toEqual([0, -1, 4, 3]);
    // a direction of a quarter turn is no other by a hair
    expect(corners(model, sight)(4, -1)).toBe(true);
  });

  it('agrees with the brute-force sampler on random scenes, which is given the bodies slanted, cut and uncut', () => {
    const body = fc
      .tuple(
        fc.constantFrom(box([0, 0, 0], [1, 1, 1]), prism(polygon(0.5, 0.5, 0.5, 5), 0, 1), box([0, 0, 0], [0.3, 1.4, 2])),
        fc.integer({ min: 0, max: 8 }),
        fc.tuple(fc.integer({ min: -4, max: 4 }), fc.integer({ min: 0, max: 4 }), fc.integer({ min: -2, max: 3 })),
      )
      .map(([solid, t, [x, y, z]]) => moved(spun(solid, t * 11), [x / 2, y / 2 - 1.25, z / 2]));
    const way = fc.record({ angle: fc.constantFrom(30, 45, 90, 135, 240), scale: fc.constantFrom(0.5, 1), cut: fc.boolean(), plan: fc.boolean() }); // prettier-ignore
    fc.assert(
      fc.property(fc.array(body, { minLength: 1, maxLength: 5 }), way, (bodies, { angle, scale, cut, plan }) => {
        const model = modelOf(bodies);
        // no face of a body lies in the plane
        const frame: Looking = { ...FRONT, origin: [0, 0.13, 0.13], cut, ...(plan && { look: [0, 0, -1] as Vec3, up: [0, 1, 0] as Vec3 }) };
        const drawing = drawModel(model, oblique(angle, scale, { frame }));
        const { missing, extra } = judge(leaning(model, frame, angle, scale), drawing, cut);
        expect({ missing, extra }).toEqual({ missing: [], extra: [] });
      }),
      { numRuns: often(150) },
    );
  });

  it('is cut by trims and a keep box where they stand, with cut faces as they are seen along the rays', () => {
    // a cube that is cut by a trim half way down: its new top is seen, slanted as a level face of the picture is
    const model = modelOf([box([0, 0, 0], [1, 1, 1])]);
    const top = drawModel(model, oblique(45, 0.5, { trims: [{ origin: [0, 0, 0.5], normal: [0, 0, 1] }] }));
    expect(top.regions.map(({ face, trim }) => [+faceArea(face).toFixed(9), trim])).toEqual([[+(Math.SQRT1_2 / 2).toFixed(9), 1]]);
    // one that turns its face away from where the rays come from shows none, though it would be seen from the side in a plain picture
    const away = drawModel(model, oblique(45, 0.5, { trims: [{ origin: [0.5, 0, 0], normal: [-1, 0, 0] }] }));
    expect(away.regions).toEqual([]);
    const boxed = drawModel(model, oblique(45, 0.5, { keepBox: { centre: [0.75, 0.5, 0.5], size: [0.5, 1, 1] } }));
    const lean = 1 + Math.SQRT1_2 / 2;
    drawingBounds(boxed).forEach((n, k) => expect(n).toBeCloseTo([0.5, 0, lean, lean][k]!, 8));
  });

  it('of something round is a circle where it lies parallel to the plane, else an ellipse', () => {
    const tank = prism(polygon(1, 1, 1, 48), 0, 2);
    const arcs = (sight: Sight) => Array.from({ length: drawModel(modelOf([tank]), sight).arcs.length / ARC_NUMBERS }, (_, k) => drawModel(modelOf([tank]), sight).arcs.slice(k * ARC_NUMBERS, k * ARC_NUMBERS + 6)); // prettier-ignore
    const shape = ([, , au, av, ratio]: Float64Array) => [1, ratio!].map((k) => +(Math.hypot(au!, av!) * k).toFixed(4)).sort();
    const plan = oblique(45, 1, { frame: { origin: [0, 0, 0], look: [0, 0, -1], up: [0, 1, 0], cut: false } });
    for (const arc of arcs(plan)) expect(shape(arc)).toEqual([1, 1]);
    expect(arcs(plan).length).toBeGreaterThan(1);
    // seen from the front each rim is the picture of a circle in the ground: (cos t + k sin t, k sin t), k the sine of 45 degrees, whose
    // half axes are the singular values of that map
    const k = Math.SQRT1_2;
    const [sum, both] = [1 + 2 * k * k, k];
    const half = [-1, 1].map((sign) => +Math.sqrt((sum + sign * Math.sqrt(sum * sum - 4 * both * both)) / 2).toFixed(4));
    const front = arcs(oblique(45, 1));
    expect(front.length).toBeGreaterThan(1);
    for (const arc of front) expect(shape(arc)).toEqual(half);
  });

  it('depends on what its limits let through along the rays, not straight behind them', () => {
    const model = modelOf([box([0, 0, 0], [1, 1, 1]), box([0, 10, 0], [1, 1, 1]), box([6, 10, 0], [1, 1, 1])]);
    const boxes = { ...model, fileName: '', elementBoxes: elementFigures(model, prepare(model)).boxes };
    // ten metres behind the plane things are drawn seven metres to the right
    const sight = oblique(0, 0.7, { limits: { left: -1, right: 2 } });
    expect([...touchedElements(boxes, sight)]).toEqual([1, 0, 0]);
    expect([...touchedElements(boxes, oblique(180, 0.7, { limits: { left: -1, right: 2 } }))]).toEqual([1, 0, 1]);
  });

  it.each([
    [{ kind: 'section' }, /oblique goes with an axonometric only/],
    [{ frame: undefined }, /oblique needs a frame/],
    [{ oblique: { angle: 45, scale: 0 } }, /oblique\.scale must be greater than 0/],
    [{ oblique: { angle: 45 } }, /oblique\.scale is required/],
  ])('is refused as %j', (more, words) => {
    const { message, facts } = (() => {
      try {
        checkSight({ kind: 'axonometric', number: '', name: '', frame: FRONT, oblique: { angle: 45, scale: 1 }, ...more });
      } catch (error) {
        return error as { message: string; facts: { field: string; reason: string } };
      }
      throw new Error('not refused');
    })();
    expect(`${facts.field} ${facts.reason}`, message).toMatch(words);
  });
});

/** The bodies of a model moved in space as an oblique picture draws them. */
function leaning(model: Model, { origin, look, up }: Looking, angle: number, scale: number): Model {
  const frame = frameFrom(origin, look, up);
  const [a, b] = [scale * Math.cos((angle * Math.PI) / 180), scale * Math.sin((angle * Math.PI) / 180)];
  const positions = Float64Array.from(model.positions);
  for (let i = 0; i < positions.length; i += 3) {
    const p: Vec3 = [positions[i]!, positions[i + 1]!, positions[i + 2]!];
    const w = toFrame(frame, p)[2];
    for (const k of [0, 1, 2] as const) positions[i + k] = p[k] + w * (a * frame.right[k] + b * frame.up[k]);
  }
  return { ...model, positions };
}
