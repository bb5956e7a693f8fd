import { namesOf } from '../core/drafting/drawing-names';
import { ON_FACES } from '../core/drafting/faces-on-paper';
import { changedRule } from '../core/drafting/standard/edit-standard';
import { SHIPPED, STANDARD } from '../core/drafting/standard/shipped-standard';
import { inLook, type Standard } from '../core/drafting/standard/standard';
import { style } from '../core/drafting/style-drawing';
import { draw } from '../core/draw';
import { facesOf } from '../core/faces-of';
import type { Model } from '../core/model/model';
import { prepare } from '../core/scene/prepare';
import type { Sight } from '../core/sights/sight';
import { box, modelOf } from '../core/testing/solids';
import { linePoints } from '../core/linework/drawing';
import { touchUp } from '../core/touch-ups/apply';
import { boxIn } from '../core/touch-ups/follow';
import type { TouchUp } from '../core/touch-ups/touch-up';
import { generateBuilding } from './generate';

export interface StyleRow {
  readonly name: string;
  readonly count: number;
  /** Milliseconds: drawing it, and what is measured; of an elevation with patterns that is finding its faces and laying them. */
  readonly drawing: number;
  readonly took: number;
}

/**
 * What a standard costs on drawings that are there: a rule changed for some fifty thousand lines, five thousand cut faces filled, a surface
 * pattern of some three hundred thousand segments. Beside drawing the same on a prepared scene, one thread. Median of five, each begun with
 * a standard of its own, so that nothing of it is remembered. Prints one row each as JSON.
 */
const median = (times: number[]) => times.sort((a, b) => a - b)[times.length >> 1]!;
const clock = (work: () => unknown): number => {
  const from = performance.now();
  work();
  return performance.now() - from;
};
const frame = (look: readonly [number, number, number], up: readonly [number, number, number], at: readonly [number, number, number], cut: boolean) => ({ origin: at, look, up, cut }) as Sight['frame']; // prettier-ignore

function measure(
  name: string,
  model: Model,
  sight: Sight,
  count: (graphic: ReturnType<typeof style>) => number,
  standard: (n: number) => Standard,
  isFaced = false,
  countsFaces = false,
): void {
  const scene = prepare(model);
  const scale = 50;
  const drawn = [1, 2, 3].map(() => clock(() => draw(model, scene, sight)));
  const plain = draw(model, scene, sight);
  const drawing = isFaced ? { ...plain, seen: facesOf(model, scene, sight) } : plain;
  const faces = countsFaces ? median([1, 2, 3].map(() => clock(() => facesOf(model, scene, sight)))) : 0;
  const names = namesOf(model, drawing);
  const how = isFaced ? { onFaces: ON_FACES } : {};
  let graphic = style(drawing, names, sight, standard(0), scale, how);
  const took = [1, 2, 3, 4, 5].map((n) => clock(() => (graphic = style(drawing, names, sight, standard(n), scale, how))));
  const row: StyleRow = { name, count: count(graphic), drawing: median(drawn), took: faces + median(took) };
  console.log(JSON.stringify(row));
}

const isometric: Sight = { kind: 'axonometric', number: 'X', name: '', frame: frame([-1, 1, -1], [0, 0, 1], [0, 0, 0], false) };
const section: Sight = { kind: 'section', number: 'S', name: '', frame: frame([0, 1, 0], [0, 0, 1], [0, 0.5, 0], true) };
const elevation: Sight = { kind: 'elevation', number: 'E', name: '', frame: frame([0, 1, 0], [0, 0, 1], [0, 0, 0], false) };

const pens = (n: number) => changedRule(STANDARD, 0, 'lines', 7, { weight: 0.1 + n / 100 });
const building = generateBuilding(1_650_000);
measure('a pen changed, lines', building, isometric, (g) => g.drawing.lineRole.length, pens);

// thirty lines hidden by hand, put on again
{
  const scene = prepare(building);
  const drawing = draw(building, scene, isometric);
  const names = namesOf(building, drawing);
  const touchUps = Array.from({ length: 30 }, (_, i): TouchUp => {
    const l = Math.floor((i * drawing.lineRole.length) / 30);
    const element = drawing.lineElement[l]!;
    const tie = { element: names.elements.get(element)!.id, box: boxIn(drawing, element)! };
    return { id: `${i}`, kind: 'hide', on: { tie, path: [...linePoints(drawing, l)] } };
  });
  const took = [1, 2, 3, 4, 5].map(() =>
    clock(() => {
      const done = touchUp(drawing, names, touchUps);
      style(done.drawing, names, isometric, STANDARD, 50, { hand: done.hand });
    }),
  );
  const row: StyleRow = { name: 'thirty touch-ups put on, lines', count: drawing.lineRole.length, drawing: clock(() => draw(building, scene, isometric)), took: median(took) }; // prettier-ignore
  console.log(JSON.stringify(row));
}

const MATERIALS = ['brick', 'concrete', 'mineral wool', 'oak', 'plaster'];
const bricks = modelOf(Array.from({ length: 5000 }, (_, i) => ({ solid: box([(i % 100) * 1.2, 0, Math.floor(i / 100) * 0.6], [1, 1, 0.4]), material: MATERIALS[i % 5]! }))); // prettier-ignore
measure('cut faces filled', bricks, section, (g) => g.fills.filter(Boolean).length, (n) => changedRule(STANDARD, 0, 'fills', 3, { weight: 0.1 + n / 100 })); // prettier-ignore

// a wall of 150 m by 37 m has some 300,000 joints
const walls = modelOf(Array.from({ length: 60 }, (_, i) => ({ solid: box([(i % 20) * 8, (i % 3) * 0.3, Math.floor(i / 20) * 13], [7.5, 0.3, 12.5]), material: 'brick' }))); // prettier-ignore
const bricked = inLook(SHIPPED, 'Presentation')!;
measure('surface pattern, segments', walls, elevation, (g) => g.drawing.lineRole.filter((role) => role === 4).length, (n) => changedRule(bricked, 0, 'lines', 7, { weight: 0.05 + n / 100 }), true); // prettier-ignore
// patterns that were not there before: nothing is remembered
const afresh = () => ({ ...bricked, tones: [], surfacePatterns: structuredClone(bricked.surfacePatterns)! });
measure('surface pattern for the first time, segments', walls, elevation, (g) => g.drawing.lineRole.filter((role) => role === 4).length, afresh, true); // prettier-ignore

// the same number of joints on a front of 320 bays, each with three windows and what stands before them: what an elevation of brick is
type Piece = { readonly solid: ReturnType<typeof box>; readonly material: string };
const piece = (x: number, y: number, z: number, size: readonly [number, number, number], material: string): Piece => ({ solid: box([x, y, z], size), material }); // prettier-ignore
function bay(x: number, z: number): Piece[] {
  const out = [piece(x, 0, z, [8, 0.3, 0.9], 'brick'), piece(x, 0, z + 2.5, [8, 0.3, 0.6], 'brick')];
  for (const [from, to] of [[0, 0.95], [2.35, 3.3], [4.7, 5.65], [7.05, 8]] as const) out.push(piece(x + from, 0, z + 0.9, [to - from, 0.3, 1.6], 'brick')); // prettier-ignore
  for (const left of [0.95, 3.3, 5.65].map((at) => x + at)) {
    const frame = (u: number, v: number, w: number, h: number) => out.push(piece(left + u, 0.15, z + 0.9 + v, [w, 0.08, h], 'oak'));
    for (const u of [0, 0.66, 1.32]) frame(u, 0.08, 0.08, 1.44);
    for (const v of [0, 1.52]) frame(0, v, 1.4, 0.08);
    out.push(piece(left + 0.08, 0.18, z + 0.98, [1.24, 0.02, 1.44], 'glass'));
    for (const v of [0.1, 0.9]) out.push(piece(left, -0.1, z + v + 0.8, [1.4, 0.04, 0.04], 'steel'));
    for (let k = 0; k < 12; k++) out.push(piece(left + 0.05 + k * 0.115, -0.09, z + 0.94, [0.02, 0.02, 0.76], 'steel'));
  }
  return out;
}
const front = modelOf(Array.from({ length: 320 }, (_, i) => bay((i % 20) * 8, Math.floor(i / 20) * 3.1)).flat());
measure('faces found and a surface pattern laid for the first time on a front with windows, segments', front, elevation, (g) => g.drawing.lineRole.filter((role) => role === 4).length, afresh, true, true); // prettier-ignore

/** Milliseconds of some work beside others, as a row: `beside` is what it is to be compared with. */
const beside = (name: string, count: number, other: () => unknown, work: () => unknown): void => {
  for (const warm of [other, work]) warm();
  const row: StyleRow = { name, count, drawing: median([1, 2, 3].map(() => clock(other))), took: median([1, 2, 3].map(() => clock(work))) };
  console.log(JSON.stringify(row));
};

// what is seen of each face, and what the sun reaches of it, beside the lines of the same picture
{
  const house = generateBuilding(300_000);
  const scene = prepare(house);
  const sun = { azimuth: 225, height: 40 };
  const views: [string, Sight][] = [['elevation', elevation], ['isometric', isometric]]; // prettier-ignore
  for (const [name, sight] of views) {
    const lines = () => draw(house, scene, sight);
    const count = lines().lineRole.length;
    beside(`faces seen, ${name}, lines`, count, lines, () => facesOf(house, scene, sight));
    beside(`faces seen with a sun, ${name}, lines`, count, lines, () => facesOf(house, scene, sight, sun));
  }
  const detail: Sight = { ...elevation, limits: { left: 1, right: 3, bottom: 1, top: 3 } };
  beside('faces seen with a sun, a detail of 2 x 2 m, lines', draw(house, scene, detail).lineRole.length, () => draw(house, scene, detail), () => facesOf(house, scene, detail, sun)); // prettier-ignore
}

// four times as much beside four times the time of a quarter: 1 is a cost that follows the work
const growth = (name: string, many: number, of: (n: number) => Model, sight: Sight): void => {
  const [part, whole] = [of(many / 4), of(many)].map((model) => ({ model, scene: prepare(model) })) as [{ model: Model; scene: ReturnType<typeof prepare> }, { model: Model; scene: ReturnType<typeof prepare> }]; // prettier-ignore
  const four = () => {
    for (let k = 0; k < 4; k++) draw(part.model, part.scene, sight);
  };
  beside(name, many, four, () => draw(whole.model, whole.scene, sight));
};
const level: Sight = { kind: 'plan', number: 'P', name: '', frame: frame([0, 0, -1], [0, 1, 0], [0, 0, 1], true), depth: 0 };
const posts = (n: number): Model => {
  const cells = n / 5;
  const corners = Array.from({ length: cells + 1 }, (_, i) => [[i * 5, -5, ((i * 7) % 5) / 20], [i * 5, 5, ((i * 7) % 5) / 20]] as const).flat(); // prettier-ignore
  const triangles = Array.from({ length: cells }, (_, i) => [[i * 2, i * 2 + 2, i * 2 + 3], [i * 2, i * 2 + 3, i * 2 + 1]] as const).flat(); // prettier-ignore
  const standing = Array.from({ length: n }, (_, i) => ({
    solid: box([i + 0.3, 0.3, -1], [0.2, 0.4, 3]),
    class: 'Column',
    material: 'Oak',
  }));
  return modelOf([{ solid: { corners, triangles }, class: 'Site', use: 'terrain', material: 'Earth' }, ...standing]);
};
growth('ground under posts, cut', 4000, posts, { ...section, depth: 0 });
const layered = (n: number): Model => {
  const buildUp = { name: 'W', normal: [0, 1, 0] as const, bounds: [0, 0.12, 0.2, 0.36], materials: [0, 1, 2] };
  const samples = ['Brick', 'Insulation', 'Block'].map((material, k) => ({ solid: box([-9 + k, 9, 0], [0.1, 0.1, 0.1]), material, class: 'Sample' })); // prettier-ignore
  return modelOf([...samples, ...Array.from({ length: n }, (_, i) => ({ solid: box([i, 0, 0], [1, 0.36, 3]), class: 'Wall', buildUp }))]);
};
growth('layered walls in a row, cut', 1000, layered, level);
