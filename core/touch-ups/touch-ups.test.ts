import DxfParser from 'dxf-parser';
import { describe, expect, it } from 'vitest';
import { closeOutlines } from '../drafting/close-outlines';
import { namesOf } from '../drafting/drawing-names';
import { HAND_LAYER } from '../drafting/hand';
import { SHIPPED } from '../drafting/standard/shipped-standard';
import { Fault } from '../faults/fault';
import { sentence } from '../faults/wording';
import { drawnSides } from '../linework/boundary-edges';
import { arcAt, linePoints, type Drawing } from '../linework/drawing';
import { pathLength } from '../linework/lines-builder';
import { publish } from '../publish';
import { publishable } from '../publishable';
import { box, modelOf, polygon, prism } from '../testing/solids';
import { drawModel, FRONT, frameSight } from '../testing/views';
import { writeDxf } from '../writers/dxf';
import { touchUp, type TouchedUp } from './apply';
import { boxIn } from './follow';
import { partOf } from './part-of';
import { profileAt } from './profile-at';
import { trimmed } from './trim';
import { checkTouchUps, type Stretch, type TouchUp } from './touch-up';

type Boxes = readonly (readonly [id: string, x: number, z: number, w: number, h: number])[];
/** Boxes beside one another in elevation; an element is called as it was, whatever else is there. */
const scene = (boxes: Boxes, deep = 1) => {
  const plain = modelOf(boxes.map(([, x, z, w, h], i) => ({ solid: box([x, i * 0.01 * deep, z], [w, deep, h]) })));
  const model = { ...plain, elements: plain.elements.map((e, i) => ({ ...e, id: boxes[i]![0] })) };
  const drawing = drawModel(model, FRONT);
  return { model, drawing, names: namesOf(model, drawing) };
};
type Scene = ReturnType<typeof scene>;
const lengthOf = (drawing: Drawing): number =>
  Array.from(drawing.lineRole.keys()).reduce((sum, l) => {
    const a = drawing.lineArc[l]!;
    if (a < 0) return sum + pathLength(linePoints(drawing, l));
    const [, , u, v, , start, end] = arcAt(drawing, a);
    return sum + (end - start) * Math.hypot(u, v);
  }, 0);
const numberOf = ({ names }: Scene, id: string) => [...names.elements].find(([, own]) => own.id === id)![0];
const tieOf = (own: Scene, id: string) => ({ element: id, box: boxIn(own.drawing, numberOf(own, id))! });
/** The line from one place to another on an element. */
const stretch = (own: Scene, id: string, ...path: number[]): Stretch => ({ tie: tieOf(own, id), path });
const put = ({ drawing, names }: Scene, touchUps: readonly TouchUp[]): TouchedUp => touchUp(drawing, names, touchUps);
/** Whether any line goes through a place. */
const isDrawn = (drawing: Drawing, u: number, v: number): boolean =>
  Array.from(drawing.lineRole.keys()).some((l) => {
    const p = linePoints(drawing, l);
    for (let i = 0; i + 3 < p.length; i += 2) {
      const [au, av, bu, bv] = [p[i]!, p[i + 1]!, p[i + 2]!, p[i + 3]!];
      const length = Math.hypot(bu - au, bv - av);
      const t = ((u - au) * (bu - au) + (v - av) * (bv - av)) / (length * length);
      if (t >= 0 && t <= 1 && Math.abs((u - au) * (bv - av) - (v - av) * (bu - au)) / length < 1e-6) return true;
    }
    return false;
  });

describe('a line hidden by hand', () => {
  const one = scene([['a', 0, 0, 4, 2], ['b', 6, 0, 2, 3]]); // prettier-ignore

  it('is gone, whole or between two points, and nothing else is', () => {
    const all = lengthOf(one.drawing);
    const top: TouchUp = { id: '1', kind: 'hide', on: stretch(one, 'a', 0, 2, 4, 2) };
    const part: TouchUp = { id: '2', kind: 'hide', on: stretch(one, 'b', 6, 1, 6, 1.75) };
    const { drawing, lost } = put(one, [top, part]);
    expect(lost).toEqual([]);
    expect(lengthOf(drawing)).toBeCloseTo(all - 4 - 0.75, 9);
    expect([isDrawn(drawing, 2, 2), isDrawn(drawing, 6, 1.5), isDrawn(drawing, 6, 0.5), isDrawn(drawing, 6, 2)]).toEqual([false, false, true, true]); // prettier-ignore
    expect(drawing.points.length / 2).toBe(drawing.depths.length);
  });

  it('stays hidden when its element moves, and when it grows at its other end', () => {
    const part: TouchUp = { id: '1', kind: 'hide', on: stretch(one, 'a', 0.5, 2, 1.5, 2) };
    const moved = scene([['b', 6, 0, 2, 3], ['a', 10, 1, 4, 2]]); // prettier-ignore
    const there = put(moved, [part]).drawing;
    expect(lengthOf(there)).toBeCloseTo(lengthOf(moved.drawing) - 1, 9);
    expect([isDrawn(there, 11, 3), isDrawn(there, 12, 3)]).toEqual([false, true]);
    const grown = put(scene([['a', 0, 0, 9, 2]]), [part]).drawing; // prettier-ignore
    expect([isDrawn(grown, 1, 2), isDrawn(grown, 2, 2)]).toEqual([false, true]);
  });

  it('is told as lost when its element, or its line, is there no more', () => {
    const hides: TouchUp[] = [{ id: 'gone', kind: 'hide', on: stretch(one, 'b', 6, 3, 8, 3) }, { id: 'line', kind: 'hide', on: stretch(one, 'a', 1, 1, 2, 1.5) }]; // prettier-ignore
    const { drawing, lost } = put(scene([['a', 0, 0, 4, 2]]), hides); // prettier-ignore
    expect(lost).toEqual([
      { id: 'gone', why: 'element' },
      { id: 'line', why: 'line' },
    ]);
    expect(lengthOf(drawing)).toBeCloseTo(12, 9);
  });
});

it('thirty touch-ups on a model that is read anew: those whose elements remain sit right, those whose elements are gone are told', () => {
  const boxes: Boxes = Array.from({ length: 10 }, (_, i) => [`e${i}`, i * 3, 0, 2, 1 + i / 10]);
  const before = scene(boxes);
  const touchUps = boxes.flatMap(([id, x, , w, h]): TouchUp[] => [
    { id: `${id} hide`, kind: 'hide', on: stretch(before, id, x + 0.5, h, x + 1, h) },
    { id: `${id} redraw`, kind: 'redraw', on: stretch(before, id, x, 0, x, h), as: { weight: 0.7 } },
    { id: `${id} text`, kind: 'text', at: [x + w, h], words: id, height: 2.5, tie: tieOf(before, id) },
  ]);
  const gone = new Set(['e2', 'e5', 'e9']);
  const shift = (i: number): [number, number] => (i % 3 === 0 ? [0.1 * i, 0.25] : [0, 0]);
  const after = scene(boxes.flatMap(([id, x, z, w, h], i): Boxes[number][] => (gone.has(id) ? [] : [[id, x + 50 + shift(i)[0], z + shift(i)[1], w, h]])).reverse()); // prettier-ignore
  const { drawing, hand, lost } = put(after, touchUps);
  expect(lost.map(({ id }) => id)).toEqual(touchUps.map(({ id }) => id).filter((id) => gone.has(id.split(' ')[0]!)));
  expect(lengthOf(drawing)).toBeCloseTo(lengthOf(after.drawing) - 7 * 0.5, 6);
  boxes.forEach(([id, x, z, w, h], i) => {
    if (gone.has(id)) return;
    const [u, v] = [x + 50 + shift(i)[0], z + shift(i)[1]];
    expect([isDrawn(drawing, u + 0.75, v + h), isDrawn(drawing, u + 1.25, v + h)]).toEqual([false, true]);
    const text = hand.texts.find(({ words }) => words === id)!;
    expect(text.at.map((c) => c.toFixed(6))).toEqual([(u + w).toFixed(6), (v + h).toFixed(6)]);
    const heavy = Array.from(hand.linePen.keys()).filter((l) => hand.linePen[l]! >= 0 && hand.pens[hand.linePen[l]!]!.weight === 0.7);
    expect(heavy.some((l) => Math.abs(linePoints(drawing, l)[0]! - u) < 1e-9 && Math.abs(pathLength(linePoints(drawing, l)) - h) < 1e-9)).toBe(true); // prettier-ignore
  });
});

describe('a mask', () => {
  it('takes away the lines and cut faces under it, and no more', () => {
    const model = modelOf([{ solid: box([0, 0, 0], [4, 1, 2]) }]);
    const drawing = drawModel(model, { ...frameSight([0, 1, 0], [0, 0, 1], [0, 0.5, 0]), kind: 'section' });
    const { drawing: under, lost } = touchUp(drawing, namesOf(model, drawing), [{ id: 'm', kind: 'mask', ring: [3, 1, 3, 9, 9, 9, 9, 1] }]); // prettier-ignore
    expect(lost).toEqual([]);
    expect(lengthOf(under)).toBeCloseTo(12 - 2, 6);
    expect(under.regions[0]!.face[0]!.length).toBe(12);
  });

  it('ends arcs where its sides cross them', () => {
    const model = modelOf([{ solid: prism(polygon(0, 0, 1, 64), 0, 1) }]);
    const drawing = drawModel(model, frameSight([0, 0, -1], [0, 1, 0]));
    expect(drawing.lineArc.some((a) => a >= 0)).toBe(true);
    const { drawing: under } = touchUp(drawing, namesOf(model, drawing), [{ id: 'm', kind: 'mask', ring: [0.5, -2, 2, -2, 2, 2, 0.5, 2] }]); // prettier-ignore
    // what is left of u = 0.5 is two thirds of the circle
    expect(lengthOf(under)).toBeCloseTo((2 * Math.PI * 2) / 3, 3);
    expect(
      arcAt(
        under,
        under.lineArc.find((a) => a >= 0)!,
      )[4],
    ).toBe(1);
  });

  it('leaves the arcs along the sides of a cut face that it takes a part of', () => {
    const model = modelOf([{ solid: prism(polygon(0, 0, 1, 64), 0, 1) }, { solid: prism(polygon(5, 0, 1, 64), 0, 1) }]);
    const drawing = drawModel(model, { ...frameSight([0, 0, -1], [0, 1, 0], [0, 0, 0.5]), kind: 'section' });
    const { drawing: under } = touchUp(drawing, namesOf(model, drawing), [{ id: 'm', kind: 'mask', ring: [0.5, -2, 2, -2, 2, 2, 0.5, 2] }]); // prettier-ignore
    const curves = under.regions.map(({ face }, r) => ({ at: face[0]![0]! < 3 ? 'cut' : 'apart', own: under.regionCurves![r]! }));
    const turn = (at: string) => curves.flatMap(({ at: own, own: list }) => (own === at ? list.map(({ arc }) => arc[6] - arc[5]) : []));
    expect(turn('cut')).toEqual([expect.closeTo((4 / 3) * Math.PI, 3)]);
    expect(turn('apart')).toEqual([expect.closeTo(2 * Math.PI, 9)]);
    // with them it ends on its lines: all but the segment of a circle beyond u = 0.5
    const sides = drawnSides(under.regions[curves.findIndex(({ at }) => at === 'cut')]!.face, curves.find(({ at }) => at === 'cut')!.own)[0]!; // prettier-ignore
    expect(sides.filter(({ arc }) => arc)).toHaveLength(1);
    expect(sides.filter(({ arc }) => !arc)).toHaveLength(1);
  });
});

it('what is added lies on a layer of its own with its own pen; what is redrawn keeps its element', () => {
  const own = scene([['a', 0, 0, 4, 2]]); // prettier-ignore
  const added: TouchUp[] = [
    { id: '1', kind: 'line', points: [0, 3, 4, 3, 4, 4], as: { weight: 0.35, type: 'continuous', colour: 1 } },
    { id: '2', kind: 'arc', arc: [2, 1, 0.5, 0, 1, 0, 2 * Math.PI], as: { weight: 0.18 } },
    { id: '3', kind: 'fill', rings: [[0, 3, 1, 3, 1, 4, 0, 4]], as: { pattern: 'slanted', colour: 3 } },
    { id: '4', kind: 'text', at: [0, 5], words: 'cope', height: 3.5 },
    { id: '5', kind: 'redraw', on: stretch(own, 'a', 0, 0, 4, 0), as: { layer: 'BASE', weight: 1 } },
  ];
  const { drawing, hand, lost } = put(own, added);
  expect(lost).toEqual([]);
  const graphic = publish({ ...publishable(own.model, FRONT, drawing), drawing }, FRONT, { standard: SHIPPED, scale: 50, close: closeOutlines, title: false, hand }); // prettier-ignore
  const dxf = writeDxf(graphic);
  const { entities } = new DxfParser().parseSync(dxf) as unknown as {
    entities: { type: string; layer: string; lineweight?: number; text?: string }[];
  };
  const on = (layer: string) => entities.filter((e) => e.layer === layer).map(({ type }) => type);
  expect(on(HAND_LAYER).filter((type) => type !== 'HATCH')).toEqual(expect.arrayContaining(['LWPOLYLINE', 'CIRCLE', 'TEXT']));
  expect(dxf).toMatch(/HATCH\r?\n[^]{0,200}?TOUCH-UPS/);
  expect(on('BASE')).toEqual(['LINE']);
  expect(graphic.pens[graphic.linePen[graphic.lineLayer.indexOf(graphic.layers.findIndex(({ name }) => name === 'BASE'))]!]!.weight).toBe(
    1,
  );
  expect(graphic.drawing.lineElement[graphic.lineLayer.indexOf(graphic.layers.findIndex(({ name }) => name === 'BASE'))]).toBe(numberOf(own, 'a')); // prettier-ignore
});

it.each([
  [[{ id: '1', kind: 'hide' }], 'touch-ups: 0.on is required'],
  [[{ id: '1', kind: 'line', points: [0, 0, 1], as: {} }], 'touch-ups: 0.points must contain at least 4 items'],
  [[{ id: '1', kind: 'redraw', on: { tie: { element: 'a', box: [0, 0, 1, 1] }, path: [0, 0, 1, 1] }, as: { weight: 9 } }], 'touch-ups: 0.as.weight must be less than or equal to 2.11'], // prettier-ignore
  [[{ id: '1', kind: 'paint' }], /^touch-ups: 0/],
])('is checked field by field: %j', (value, why) => {
  let said = 'accepted';
  try {
    checkTouchUps(value);
  } catch (error) {
    said = sentence(error as Fault);
  }
  if (typeof why === 'string') expect(said).toBe(why);
  else expect(said).toMatch(why);
});

it('a part of a line runs from the place nearest to one point to that nearest to another, round its corners; of a circle anticlockwise', () => {
  const path = [0, 0, 4, 0, 4, 2];
  expect(partOf({ path }, [4.3, 1], [1, -0.2])).toEqual({
    gone: { path: [1, 0, 4, 0, 4, 1] },
    left: [{ path: [0, 0, 1, 0] }, { path: [4, 1, 4, 2] }],
  });
  expect(partOf({ path }, [0, 0.1], [3, 0.1])).toEqual({ gone: { path: [0, 0, 3, 0] }, left: [{ path: [3, 0, 4, 0, 4, 2] }] });
  const quarter = partOf({ arc: [1, 1, 2, 0, 1, 0, 2 * Math.PI] }, [1, 5], [-4, 1]).gone.arc!;
  expect(quarter.slice(5).map((t) => t / Math.PI)).toEqual([expect.closeTo(0.5, 9), expect.closeTo(1, 9)]);
  const over = partOf({ arc: [0, 0, 1, 0, 1, 0, Math.PI] }, [5, -1], [0, 2]).gone.arc!;
  expect(over.slice(5)).toEqual([0, expect.closeTo(Math.PI / 2, 9)]);
});

describe('in a model of some millimetres', () => {
  // two bars of 4 mm by 0.3 mm, 0.2 mm apart: all of it lies within a millimetre, and a twentieth of that
  const tiny = scene([['a', 0, 0, 0.004, 0.0003], ['b', 0, 0.0005, 0.004, 0.0003]], 0.001); // prettier-ignore
  it('a line that is hidden takes none beside it along, and a profile is that of the bar under the place', () => {
    const all = lengthOf(tiny.drawing);
    const { drawing, lost } = put(tiny, [{ id: '1', kind: 'hide', on: stretch(tiny, 'a', 0, 0.0003, 0.004, 0.0003) }]);
    expect(lost).toEqual([]);
    expect((all - lengthOf(drawing)) * 1000).toBeCloseTo(4, 6);
    expect(isDrawn(drawing, 0.002, 0)).toBe(true);
    const found = profileAt(tiny.drawing, tiny.names, 0.001, 0.0001)!;
    expect(found.area * 1e6).toBeCloseTo(4 * 0.3, 6);
    expect(found.perimeter * 1000).toBeCloseTo(2 * 4.3, 6);
    expect(profileAt(tiny.drawing, tiny.names, 0.001, 0.0004)).toBeNull();
  });
  it('a line is trimmed as far as what crosses it', () => {
    const path = (...at: number[]) => ({ path: at.map((x) => x / 1000) });
    const { gone } = trimmed(path(0, 0, 4, 0), [0.002, 0], [path(1.99, -1, 1.99, 1), path(2.005, -1, 2.005, 1)])!;
    expect(gone.path!.map((x) => +(x * 1000).toFixed(6))).toEqual([1.99, 0, 2.005, 0]);
  });
});
