import { describe, expect, it } from 'vitest';
import { noteSentence } from '../faults/wording';
import type { Drawing } from '../linework/drawing';
import { roleIndex } from '../sights/role';
import type { Model } from '../model/model';
import { prepare } from '../scene/prepare';
import type { Sight } from '../sights/sight';
import { box, modelOf } from '../testing/solids';
import { published } from '../testing/published';
import { drawModel, FRONT, frameSight } from '../testing/views';
import { proof } from './proof';

const check = (model: Model, sight: Sight, change: (drawing: Drawing) => Drawing = (d) => d) =>
  proof(model, prepare(model), sight, published(model, sight, { drawing: change(drawModel(model, sight)) }));
const words = (findings: ReturnType<typeof check>) => findings.map(noteSentence);

const wall = modelOf([{ solid: box([0, 0, 0], [4, 0.3, 2.5]), material: 'Brick', class: 'Wall', name: 'W1' }]);
const at = (y: number) => frameSight([0, 1, 0], [0, 0, 1], [0, y, 0]);

/** A drawing of straight cut lines alone. */
const lines = (drawing: Drawing, ...points: number[][]): Drawing => ({
  ...drawing,
  points: Float64Array.from(points.flat()),
  lineStart: Uint32Array.from([0, ...points.map((_, i) => points.slice(0, i + 1).reduce((n, p) => n + p.length / 2, 0))]),
  lineRole: new Uint8Array(points.length).fill(roleIndex('cut')),
  lineJoint: new Uint8Array(points.length),
  lineElement: new Int32Array(points.length),
  lineArc: new Int32Array(points.length).fill(-1),
  arcs: new Float64Array(0),
});

describe('the proof of a drawing', () => {
  it('is clean where there is nothing to find', () => {
    expect(check(wall, at(0.1))).toEqual([]);
    expect(check(wall, FRONT)).toEqual([]);
  });

  it('says nothing of faces beyond the limits, which are not drawn; in a ceiling plan the place is where it is drawn', () => {
    const two = modelOf([
      { solid: box([0, 0, 0], [4, 0.3, 1.2]), class: 'Wall', name: 'low' },
      { solid: box([8, 0, 0], [4, 0.3, 2.5]), class: 'Wall', name: 'high' },
    ]);
    const frame = (z: number) => ({ origin: [0, 0, 1.2] as const, look: [0, 0, z] as const, up: [0, 1, 0] as const, cut: true });
    const plan: Sight = { kind: 'plan', number: 'P', name: '', frame: frame(-1) };
    const grazed = (sight: Sight) => check(two, sight).filter((f) => f.code === 'grazing-cut');
    expect(grazed(plan)).toHaveLength(1);
    expect(grazed({ ...plan, limits: { left: 6, right: 13 } })).toEqual([]);
    expect(grazed({ ...plan, limits: { bottom: 0.3, top: 4 } })).toEqual([]);
    const ceiling: Sight = { ...plan, kind: 'ceiling plan', frame: frame(1) };
    const [found] = grazed({ ...ceiling, limits: { left: 0, right: 5 } });
    expect(found!.at![0]).toBeGreaterThan(0);
    expect(grazed({ ...ceiling, limits: { left: -9, right: 0 } })).toEqual([]);
  });

  it('names a cut that grazes a face, the nudge, and what each side would show', () => {
    expect(words(check(wall, at(0.0005)))).toEqual([
      'grazing cut: the plane runs 0.5 mm from a face of Wall "W1"; moved 5 mm away it cuts it, moved 5 mm nearer it shows its face',
    ]);
    expect(words(check(wall, at(0.2995)))).toEqual([
      'grazing cut: the plane runs 0.5 mm from a face of Wall "W1"; moved 5 mm away it leaves it out, moved 5 mm nearer it cuts it',
    ]);
    expect(check(wall, at(0.005))).toEqual([]);
  });

  it('finds gaps, lines drawn twice and specks, with their places', () => {
    const gap = check(wall, at(0.1), (d) => ({ ...lines(d, [0, 0, 1, 0], [1.002, 0, 2, 0]), regions: [] }));
    expect(gap.map((f) => f.code)).toEqual(['gap']);
    expect(gap[0]!.at![0]).toBeCloseTo(1.001, 9);
    const twice = check(wall, at(0.1), (d) => ({ ...lines(d, [0, 0, 2, 0], [2, 0, 2, 1], [1, 0, 1.5, 0]), regions: [] }));
    expect(words(twice)).toEqual(['drawn twice: cut and cut lie on one another for 500.0 mm']);
    const speck = check(wall, at(0.1), (d) => ({ ...lines(d, [0, 0, 1, 0], [3, 3, 3.00005, 3]), regions: [] }));
    expect(speck.map((f) => f.code)).toContain('speck');
    // ends that lie on a line are where they should be
    expect(check(wall, at(0.1), (d) => ({ ...lines(d, [0, 0, 2, 0], [1, 0, 1, 1], [1.003, 0, 1.003, 0.5]), regions: [] }))).toEqual([]);
  });

  it('finds cut faces that cover one another, and materials without a fill', () => {
    const covered = check(wall, at(0.1), (d) => ({ ...d, regions: [...d.regions, { ...d.regions[0]!, elements: [0] }] }));
    expect(words(covered)).toEqual(['cut faces of Brick and Brick cover one another (10.0000 m²)']);
    const odd = modelOf([{ solid: box([0, 0, 0], [1, 1, 1]), material: 'Unobtainium' }]);
    expect(words(check(odd, at(0.5)))).toEqual(['no fill: the standard has none of its own for the material "Unobtainium"']);
  });

  it('asks each leg of a jogged section for what it grazes, and tells the place in the whole drawing', () => {
    const jogged: Sight = { kind: 'section', number: 'S', name: '', look: 'left', path: [[-1, 0.1], [2, 0.1], [2, 0.2995], [6, 0.2995]] }; // prettier-ignore
    const [grazing, ...more] = check(wall, jogged).filter((f) => f.code === 'grazing-cut');
    expect(more).toHaveLength(0);
    // the second leg stands at 3 m in the drawing
    expect(grazing!.at![0]).toBeGreaterThanOrEqual(3);
  });

  it('tells outlines that stay open, with their place', () => {
    const whole = box([0, 0, 0], [1, 1, 1]);
    const open = modelOf([{ solid: { ...whole, triangles: whole.triangles.slice(4) }, class: 'Slab', name: 'Tube' }]);
    const findings = check(open, at(0.5));
    expect(findings.map((f) => f.code)).toContain('outline-open');
    expect(findings[0]!.at).not.toBeNull();
    // where a trim cuts the open shell it is told as well
    const trimmed = check(open, { ...at(-1), trims: [{ origin: [0, 0.5, 0], normal: [0, -1, 0] }] });
    expect(trimmed.map((f) => f.code)).toContain('outline-open');
  });

  it('says why a drawing is empty: which limit took everything away', () => {
    const behind = frameSight([0, 1, 0], [0, 0, 1], [0, -5, 0]);
    expect(words(check(wall, { ...behind, depth: 0 }))).toEqual(['the drawing is empty: depth 0 leaves nothing']);
    expect(words(check(wall, { ...behind, limits: { left: 9 } }))).toEqual([
      'the drawing is empty: the limits of the picture leave nothing',
    ]);
    expect(words(check(wall, { ...behind, show: [{ class: 'Wall', use: 'exclude' }] }))).toEqual([
      'the drawing is empty: the rules of what is shown leave nothing',
    ]);
    expect(words(check(wall, { ...behind, keepBox: { centre: [90, 0, 0], size: [1, 1, 1] } }))).toEqual([
      'the drawing is empty: the keep box leaves nothing',
    ]);
    expect(words(check(wall, at(3)))).toEqual(['the drawing is empty: nothing lies before this sight']);
  });
});
