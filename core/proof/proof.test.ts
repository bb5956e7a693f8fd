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
import { removalsOf } from './removals';
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

  it.each<[Partial<Sight>, string, string | undefined]>([
    [{ depth: 0 }, 'depth 0 takes all away', 'depth'],
    [{ limits: { left: 9, right: 12 } }, 'limits left takes all away', 'limits left'],
    [{ limits: { top: -2, left: 0 } }, 'limits top takes all away', 'limits top'],
    // neither of both leaves anything by itself
    [{ limits: { left: 9, bottom: 9 } }, 'limits left, bottom takes all away', 'limits left, bottom'],
    [{ show: [{ class: 'Wall', use: 'exclude' }] }, 'what is shown takes all away', 'what is shown'],
    [{ keepBox: { centre: [90, 0, 0], size: [1, 1, 1] } }, 'keep box takes all away', 'keep box'],
    [
      {
        trims: [
          { origin: [0, 0, 90], normal: [0, 0, 1] },
          { origin: [0, 0, -9], normal: [0, 0, 1] },
        ],
      },
      'trim 2 takes all away',
      'trim 2',
    ],
    [{ depth: 1, limits: { left: 50 } }, 'limits left and depth takes all away', 'limits left and depth'],
    [
      { frame: { origin: [0, 3, 0], look: [0, 1, 0], up: [0, 0, 1], cut: true } },
      'its cut misses the model, which lies on the other side',
      'side',
    ],
    [{ frame: { origin: [0, 3, 0], look: [0, 1, 0], up: [0, 0, 1], cut: true }, kind: 'elevation' }, 'nothing lies before this sight', undefined], // prettier-ignore
    [{ frame: undefined, path: [[-1, 3], [4, 3]], look: 'left' }, 'its cut misses the model, which lies on the other side', 'side'], // prettier-ignore
  ])('says why a drawing is empty, and can be drawn without that: %j', (more, reason, part) => {
    const sight = { ...frameSight([0, 1, 0], [0, 0, 1], [0, -5, 0]), ...more };
    const [finding] = check(wall, sight);
    expect([finding!.code, finding!.facts['reason'], finding!.facts['part']]).toEqual(['empty-drawing', reason, part]);
    const removal = removalsOf(sight).find((r) => r.part === part);
    if (part && part !== 'side') expect(drawModel(wall, removal!.without).lineRole.length).toBeGreaterThan(0);
  });

  it('tells a plane that cuts and meets nothing, a keep box without a part in it, a picture that is rolled', () => {
    const before = frameSight([0, 1, 0], [0, 0, 1], [0, -5, 0]);
    expect(words(check(wall, before))).toEqual(['the cut plane meets nothing of the model: all that is drawn lies beyond it']);
    const box = { ...at(0.05), keepBox: { centre: [0.5, 0.3, 0.5], size: [2, 0.3, 2] } as const };
    expect(words(check(wall, box))).toContain(
      'the cut plane, within the keep box, meets nothing of the model: all that is drawn lies beyond it',
    );
    const rolled = { ...before, frame: { ...before.frame!, up: [0.5, 0, Math.sqrt(0.75)], cut: false } } as Sight;
    expect(words(check(wall, rolled))).toEqual(['the picture is rolled by -30.0°: what is up in its frame does not stand upright']);
  });
});
