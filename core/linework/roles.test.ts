import { describe, expect, it } from 'vitest';
import { box, modelOf, polygon, prism, turned } from '../testing/solids';
import { checkStandard } from '../drafting/standard/check-standard';
import { STANDARD } from '../drafting/standard/shipped-standard';
import { checkSight } from '../sights/sight-schema';

import { published } from '../testing/published';
import { drawModel, FRONT, frameSight, ISO, lengthOf, piecesOf } from '../testing/views';

describe('roles by distance', () => {
  it('what lies deeper than the far distance is far; a line that runs through it changes there', () => {
    const model = modelOf([box([0, 0, 0], [1, 1, 1]), box([3, 9, 0], [1, 1, 1])]);
    const drawing = drawModel(model, frameSight([0, 1, 0], [0, 0, 1], [0, -1, 0], { far: 5 }));
    expect(lengthOf(piecesOf(drawing, ['far']))).toBeCloseTo(4, 9);
    expect(lengthOf(piecesOf(drawing, ['outline', 'edge']))).toBeCloseTo(4, 9);
    const bar = modelOf([box([0, 0, 0], [1, 10, 1])]);
    const all = ['outline', 'edge', 'far'] as const;
    const [plain, split] = [ISO, { ...ISO, far: 3 }].map((sight) => drawModel(bar, sight));
    expect(lengthOf(piecesOf(split!, all))).toBeCloseTo(lengthOf(piecesOf(plain!, all)), 6);
    // along the bar the depth grows by 1/√3 a metre: its lines change role on the way
    expect(lengthOf(piecesOf(split!, ['far']))).toBeGreaterThan(3);
    expect(lengthOf(piecesOf(split!, ['outline', 'edge']))).toBeGreaterThan(3);
  });

  it('a plan shows the beam and the opening above its cut as overhead lines, up to the set height', () => {
    const model = modelOf([
      { solid: box([0, 0, 0], [6, 4, 0.2]), name: 'floor' },
      { solid: box([0, 0, 3], [4, 4, 0.2]), name: 'gallery' },
      { solid: box([1, 0, 2.6], [0.3, 4, 0.4]), name: 'beam' },
    ]);
    const plan = checkSight({ kind: 'plan', number: 'P-01', name: '', height: 1.2, overhead: null });
    const overhead = piecesOf(drawModel(model, plan), ['overhead']);
    // both long edges of the beam and the free edge of the gallery; what lies on the floor's own edge is drawn there already
    expect(overhead.filter(([u0, , u1]) => [1, 1.3, 4].some((u) => Math.abs(u0! - u) < 1e-6 && Math.abs(u1! - u) < 1e-6))).toHaveLength(3);
    expect(lengthOf(overhead)).toBeCloseTo(12, 6);
    const low = piecesOf(drawModel(model, { ...plan, overhead: 1.5 }), ['overhead']);
    expect(lengthOf(low)).toBeCloseTo(8, 6);
    expect(piecesOf(drawModel(model, { ...plan, overhead: undefined }), ['overhead'])).toHaveLength(0);
    expect(() => checkSight({ kind: 'elevation', number: '', name: '', toward: 'north', overhead: 1 })).toThrowError(
      expect.objectContaining({ code: 'sight-field' }),
    );
  });
});

describe('surface lines', () => {
  it('show the ridge of a roof that falls by 4°, and no joint of a shallow dome', () => {
    const roof = turned(prism([[0, 0], [10, 0], [10, 3], [5, 3.35], [0, 3]], 0, 8), 1); // prettier-ignore
    const plan = drawModel(modelOf([roof]), frameSight([0, 0, -1], [0, 1, 0]));
    expect(lengthOf(piecesOf(plan, ['surface']))).toBeCloseTo(8, 6);
    const dome = prism(polygon(0, 0, 4, 32), 0, 0.5, [0, 0]);
    expect(piecesOf(drawModel(modelOf([dome]), frameSight([0, 0, -1], [0, 1, 0])), ['surface'])).toHaveLength(0);
  });

  it('part two materials on one face of an element, where elements of their own would have an edge', () => {
    const halves = modelOf([
      { solid: box([0, 0, 0], [1, 1, 1]), material: 'Oak' },
      { solid: box([1, 0, 0], [1, 1, 1]), material: 'Steel' },
    ]);
    const front = frameSight([0, 1, 0], [0, 0, 1]);
    expect(lengthOf(piecesOf(drawModel(halves, front), ['edge']))).toBeCloseTo(1, 9);
    const one = drawModel({ ...halves, partElement: Uint32Array.from([0, 0]) }, front);
    expect(lengthOf(piecesOf(one, ['surface']))).toBeCloseTo(1, 9);
    expect(piecesOf(one, ['edge'])).toHaveLength(0);
  });
});

describe('what a line knows', () => {
  // a small box a quarter of a metre before a wall, and beside it nothing
  const model = modelOf([
    { solid: box([0, 0, 0], [4, 0.3, 3]), name: 'wall' },
    { solid: box([1, -0.75, 1], [1, 0.5, 1]), name: 'cabinet' },
  ]);
  const front = frameSight([0, 1, 0], [0, 0, 1], [0, -2, 0], { jumps: [0.1, 1] });
  const lines = (sight = front) => {
    const d = drawModel(model, sight);
    return Array.from(d.lineRole, (_, l) => ({
      element: model.elements[d.lineElement[l]!]!.name,
      beyond: [...d.lineBeyond.slice(d.lineBeyondStart[l], d.lineBeyondStart[l + 1])].map((e) => model.elements[e]?.name ?? 'paper'),
      jump: d.lineJump[l]! && d.jumps[d.lineJump[l]! - 1],
      depth: [d.depths[d.lineStart[l]!], d.depths[d.lineStart[l + 1]! - 1]],
    }));
  };

  it('is its depth at both ends, what lies beyond it, and the size of its jump', () => {
    expect(lines()).toEqual([
      { element: 'cabinet', beyond: ['wall'], jump: 0.1, depth: [1.25, 1.25] },
      { element: 'wall', beyond: ['paper'], jump: 1, depth: [2, 2] },
    ]);
    expect(lines({ ...front, jumps: undefined }).map((l) => l.jump)).toEqual([0, 0]);
    // a joint in the cut parts the elements on both its sides
    const cut = drawModel(modelOf([box([0, 0, 0], [1, 1, 1]), box([1, 0, 0], [1, 1, 1])]), frameSight([0, 1, 0], [0, 0, 1], [0, 0.5, 0]));
    const joint = cut.lineJoint.indexOf(1);
    expect([cut.lineElement[joint], cut.lineBeyond[cut.lineBeyondStart[joint]!]].sort()).toEqual([0, 1]);
  });

  it('is all that lies beyond it along its whole length, not in its middle alone', () => {
    // a long sill before two posts of which neither stands behind its middle
    const own = modelOf([
      { solid: box([0, 0, 0], [6, 0.2, 0.5]), name: 'sill' },
      { solid: box([0.4, 1, 0], [0.3, 0.3, 2]), name: 'left post' },
      { solid: box([5.2, 1, 0], [0.5, 0.3, 2]), name: 'right post' },
    ]);
    const d = drawModel(own, FRONT);
    const sill = d.lineElement.indexOf(own.elements.findIndex((e) => e.name === 'sill'));
    const beyond = [...d.lineBeyond.slice(d.lineBeyondStart[sill], d.lineBeyondStart[sill + 1])];
    expect(beyond.map((e) => own.elements[e]?.name ?? 'paper')).toEqual(['paper', 'left post', 'right post']);
  });

  it('is the depth at its new end where limits cut it off', () => {
    // a rail that runs away from the eye, two metres in four
    const rail = modelOf([prism([[0, 0], [4, 2], [4, 2.1], [0, 0.1]], 0, 0.1)]); // prettier-ignore
    const d = drawModel(rail, { ...FRONT, limits: { left: 1, right: 3 } });
    for (let l = 0; l < d.lineRole.length; l++)
      for (let at = d.lineStart[l]!; at < d.lineStart[l + 1]!; at++) expect(d.depths[at]).toBeCloseTo(d.points[at * 2]! / 2, 9);
  });

  it('lets a standard give the larger jumps a heavier line', () => {
    const heavy = { ...STANDARD.lines.find((r) => r.role === 'outline')!, jump: 1, layer: 'PROFILE', weight: 0.35 };
    const styled = published(model, front, {
      standard: checkStandard({ ...structuredClone(STANDARD), layersArePens: false, lines: [heavy, ...STANDARD.lines] }),
    });
    expect(Array.from(styled.linePen, (p) => styled.pens[p]!.weight)).toEqual([0.25, 0.35]);
    expect(() => checkSight({ ...front, jumps: [1, 0.1] })).toThrowError(expect.objectContaining({ code: 'sight-field' }));
  });
});
