import { atModelSize } from '../scene/scale';
import { Fault } from '../faults/fault';
import type { Model } from '../model/model';
import { partPairs } from '../scene/part-pairs';
import { selfIntersectingElements } from '../scene/intersect/self-intersecting';
import type { Scene } from '../scene/scene';
import { elementFigures, type ElementFigures } from './element-figures';
import { gapBetween } from './near-misses';
import { offAxis } from './off-axis';
import { sharedVolume } from './overlaps';

export const CHECK_KINDS = [
  'open-shell',
  'self-crossing',
  'overlap',
  'twice',
  'near-miss',
  'off-axis',
  'no-material',
  'no-storey',
  'tiny',
  'far-off',
] as const;
export type CheckKind = (typeof CHECK_KINDS)[number];

/** One finding about a model: the elements that it is about, and a figure: edges, m³, metres or degrees, as its kind has it. */
export interface Check {
  readonly kind: CheckKind;
  readonly elements: readonly number[];
  readonly figure: number;
}

/** Findings of which more is worse. */
const GRAVER: ReadonlySet<CheckKind> = new Set(['open-shell', 'self-crossing', 'overlap']);
/** How grave a finding is among those of its kind, to two digits: no more of an estimate is to decide. */
const weight = ({ kind, figure }: Check): number => (GRAVER.has(kind) ? Number(figure.toPrecision(2)) : 0);

/** Smaller overlaps are left out, m³: what tolerances of placing leave. A tenth of a litre. */
const LEAST_OVERLAP = 1e-4;
/** An overlap must be this thick along every axis, metres. */
const THICK = 1e-3;
/** Gaps between these widths are mistakes, metres: less is a joint, more is meant. */
const GAP = [5e-5, 5e-3] as const;
/** Off the axes by less than this is noise, by more is meant, degrees. */
const OFF = [0.02, 3] as const;
/** Smaller than this in every direction, metres: a speck at 1:100. */
const TINY = 0.005;
/** Farther from the middle than this many times the reach of nine tenths of the model, and this many metres. */
const FAR = [8, 150] as const;
/** What is expected to meet its neighbours. */
const MEETS = /^(Wall|Slab|Column|Beam|Roof|Footing|Member)/;

/**
 * Checks a model before it is drawn; findings by kind, the gravest first where their figure tells, then by element. The scene is
 * the prepared model; `isStale` is asked now and then whether nobody waits for the findings any more.
 * @throws Fault drawing-stale
 */
export function checkModel(model: Model, prepared: Scene, isStale: () => boolean = () => false): Check[] {
  const scene = atModelSize(prepared);
  const figures = elementFigures(model, scene);
  const solid = model.elements.flatMap((e, i) => (e.use === 'solid' && figures.triangles[i] ? [i] : []));
  const hasMaterial = new Set<number>();
  model.partElement.forEach((e, p) => (model.partMaterial[p]! >= 0 || model.elements[e]!.buildUp) && hasMaterial.add(e));
  const one = (kind: CheckKind, elements: readonly number[], figure: (e: number) => number = () => 0): Check[] =>
    elements.map((e) => ({ kind, elements: [e], figure: figure(e) }));

  const crossed = selfIntersectingElements(scene);
  const twice = sameTwice(solid, figures);
  const isTwin = new Set(twice.map(({ elements: [a, b] }) => `${a} ${b}`));
  return [
    ...one(
      'open-shell',
      solid.filter((e) => figures.borders[e]! > 0),
      (e) => figures.borders[e]!,
    ),
    ...one(
      'self-crossing',
      solid.filter((e) => crossed.has(e)),
      (e) => crossed.get(e)!.length,
    ),
    ...meetingElements(model, scene, isStale).filter(({ elements: [a, b] }) => !isTwin.has(`${a} ${b}`)),
    ...twice,
    ...offAxis(model, scene, OFF[0], OFF[1]).map(({ element, degrees }): Check => ({
      kind: 'off-axis',
      elements: [element],
      figure: degrees,
    })),
    ...one(
      'no-material',
      solid.filter((e) => !hasMaterial.has(e)),
    ),
    ...(model.storeys.length
      ? one(
          'no-storey',
          solid.filter((e) => model.elements[e]!.storey < 0),
        )
      : []),
    ...one(
      'tiny',
      solid.filter((e) => sizeOf(figures, e) < TINY),
      (e) => sizeOf(figures, e),
    ),
    ...farOff(solid, figures),
  ].sort((a, b) => CHECK_KINDS.indexOf(a.kind) - CHECK_KINDS.indexOf(b.kind) || weight(b) - weight(a) || a.elements[0]! - b.elements[0]!);
}

function sizeOf({ boxes }: ElementFigures, e: number): number {
  return Math.max(boxes[e * 6 + 3]! - boxes[e * 6]!, boxes[e * 6 + 4]! - boxes[e * 6 + 1]!, boxes[e * 6 + 5]! - boxes[e * 6 + 2]!);
}

/** Overlaps and gaps of a hair between elements. */
function meetingElements(model: Model, scene: Scene, isStale: () => boolean): Check[] {
  const parts = model.partElement.length;
  const wanted = new Uint8Array(parts);
  for (let p = 0; p < parts; p++) wanted[p] = model.elements[model.partElement[p]!]!.use === 'solid' ? 1 : 0;
  const wide = new Float64Array(scene.partBounds);
  for (let i = 0; i < wide.length; i++) wide[i]! += i % 6 < 3 ? -GAP[1] : GAP[1];
  const shared = new Map<string, number>();
  const least = new Map<string, number>();
  partPairs(wide, wanted, (p, q) => {
    const [a, b] = [model.partElement[p]!, model.partElement[q]!];
    if (a === b) return;
    if (isStale()) throw new Fault('drawing-stale');
    const key = `${a} ${b}`;
    const thickness = thinnest(scene.partBounds, p, q);
    if (thickness > THICK) {
      if (!scene.partClosed[p] || !scene.partClosed[q]) return;
      const volume = sharedVolume(scene, p, q);
      if (volume > 0) shared.set(key, (shared.get(key) ?? 0) + volume);
      if (volume > LEAST_OVERLAP) least.set(key, 0);
    } else if (MEETS.test(model.elements[a]!.class) && MEETS.test(model.elements[b]!.class)) {
      const gap = gapBetween(scene, p, q, GAP[1]);
      if (gap < (least.get(key) ?? Infinity)) least.set(key, gap);
    }
  });
  const out: Check[] = [];
  const elements = (key: string) => key.split(' ').map(Number);
  for (const [key, volume] of shared) if (volume > LEAST_OVERLAP) out.push({ kind: 'overlap', elements: elements(key), figure: volume });
  for (const [key, gap] of least) if (gap > GAP[0] && gap < GAP[1]) out.push({ kind: 'near-miss', elements: elements(key), figure: gap });
  return out;
}

function thinnest(b: Float64Array, p: number, q: number): number {
  let least = Infinity;
  for (let k = 0; k < 3; k++)
    least = Math.min(least, Math.min(b[p * 6 + 3 + k]!, b[q * 6 + 3 + k]!) - Math.max(b[p * 6 + k]!, b[q * 6 + k]!));
  return least;
}

/** Elements of the same box, faces and volume: one was put on top of the other. */
function sameTwice(solid: readonly number[], { boxes, triangles, volume }: ElementFigures): Check[] {
  const seen = new Map<string, number>();
  const out: Check[] = [];
  for (const e of solid) {
    const key = `${Array.from(boxes.subarray(e * 6, e * 6 + 6), (x) => Math.round(x * 1e4)).join()} ${triangles[e]} ${Math.round(volume[e]! * 1e6)}`;
    const other = seen.get(key);
    if (other === undefined) seen.set(key, e);
    else out.push({ kind: 'twice', elements: [other, e], figure: 0 });
  }
  return out;
}

/** Elements that lie far from all the rest. */
function farOff(solid: readonly number[], { boxes }: ElementFigures): Check[] {
  if (solid.length < 5) return [];
  const middle = (k: number) => solid.map((e) => (boxes[e * 6 + k]! + boxes[e * 6 + 3 + k]!) / 2).sort((a, b) => a - b)[solid.length >> 1]!;
  const centre = [middle(0), middle(1), middle(2)];
  const away = (e: number) =>
    Math.hypot(...[0, 1, 2].map((k) => Math.max(boxes[e * 6 + k]! - centre[k]!, centre[k]! - boxes[e * 6 + 3 + k]!, 0)));
  const distances = solid.map(away).sort((a, b) => a - b);
  const limit = Math.max(FAR[1], FAR[0] * distances[Math.floor((distances.length - 1) * 0.9)]!);
  return solid.filter((e) => away(e) > limit).map((e) => ({ kind: 'far-off', elements: [e], figure: away(e) }));
}
