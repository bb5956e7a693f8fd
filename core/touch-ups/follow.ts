import type { DrawingNames } from '../drafting/drawing-names';
import { arcBounds, type Arc } from '../geometry/arcs/arc';
import type { Box } from '../geometry/rings';
import { arcAt, type Drawing } from '../linework/drawing';
import type { TouchUp } from './touch-up';

/** Nearer than this two lengths of boxes are one, metres. */
const SAME = 1e-6;

/** The boxes of a drawing's elements: hand work is put on the same drawing again with each change of it. */
const _boxes = new WeakMap<Drawing, ReadonlyMap<number, Box>>();

/** Where elements stand in a drawing, and where hand work on them is to go. */
export class Standing {
  private readonly numbers = new Map<string, number>();
  private readonly boxes: ReadonlyMap<number, Box>;

  constructor(drawing: Drawing, names: DrawingNames) {
    let boxes = _boxes.get(drawing);
    if (!boxes) _boxes.set(drawing, (boxes = boxesIn(drawing)));
    this.boxes = boxes;
    for (const [n, { id }] of names.elements) this.numbers.set(id, n);
  }

  /** An element by its id; -1 where the drawing does not show it. */
  number(id: string): number {
    const n = this.numbers.get(id) ?? -1;
    return this.boxes.has(n) ? n : -1;
  }

  /** Hand work where its element has gone, tied to that as it is now; null where that is gone. */
  moved(own: TouchUp): TouchUp | null {
    const tie = 'on' in own ? own.on.tie : own.tie;
    if (!tie) return own;
    const now = this.boxes.get(this.number(tie.element));
    if (!now) return null;
    const to = (u: number, v: number): [number, number] => [along(u, tie.box[0], tie.box[2], now[0], now[2]), along(v, tie.box[1], tie.box[3], now[1], now[3])]; // prettier-ignore
    const way = (flat: readonly number[]) => {
      const out: number[] = [];
      for (let i = 0; i < flat.length; i += 2) out.push(...to(flat[i]!, flat[i + 1]!));
      return out;
    };
    const next = { element: tie.element, box: now };
    switch (own.kind) {
      case 'hide':
      case 'redraw': {
        const { path, arc } = own.on;
        return { ...own, on: path ? { tie: next, path: way(path) } : { tie: next, arc: movedArc(arc!, to) } };
      }
      case 'line':
        return { ...own, tie: next, points: way(own.points) };
      case 'arc':
        return { ...own, tie: next, arc: movedArc(own.arc, to) };
      case 'fill':
        return { ...own, tie: next, rings: own.rings.map(way) };
      case 'text':
        return { ...own, tie: next, at: to(...own.at) };
      case 'mask':
        return { ...own, tie: next, ring: way(own.ring) };
    }
  }
}

/** A place keeps its distance from the nearer end of its element: of one that has grown what was at an end stays there. */
function along(x: number, from: number, to: number, fromNow: number, toNow: number): number {
  if (Math.abs(to - from - (toNow - fromNow)) < SAME) return x + fromNow - from;
  return Math.abs(x - from) <= Math.abs(x - to) ? x + fromNow - from : x + toNow - to;
}

/** u0, v0, u1, v1 of the lines and cut faces of each element, or of one alone. */
function boxesIn(drawing: Drawing, only?: number): Map<number, Box> {
  const boxes = new Map<number, [number, number, number, number]>();
  const take = (element: number, u: number, v: number) => {
    const box = boxes.get(element);
    if (!box) boxes.set(element, [u, v, u, v]);
    else [box[0], box[1], box[2], box[3]] = [Math.min(box[0], u), Math.min(box[1], v), Math.max(box[2], u), Math.max(box[3], v)];
  };
  const { lineElement, lineArc, lineStart, points } = drawing;
  for (let l = 0; l < lineElement.length; l++) {
    const own = lineElement[l]!;
    if (only !== undefined && own !== only) continue;
    const a = lineArc[l]!;
    if (a >= 0) {
      const [b, c, d, e] = arcBounds(arcAt(drawing, a));
      take(own, b, c);
      take(own, d, e);
    } else for (let p = lineStart[l]!; p < lineStart[l + 1]!; p++) take(own, points[p * 2]!, points[p * 2 + 1]!);
  }
  for (const { elements, face } of drawing.regions)
    for (const own of elements)
      if (only === undefined || own === only)
        for (const ring of face) for (let i = 0; i < ring.length; i += 2) take(own, ring[i]!, ring[i + 1]!);
  return boxes;
}

/** The box of all that a drawing shows of an element; null where it shows nothing. */
export const boxIn = (drawing: Drawing, element: number): Box | null => boxesIn(drawing, element).get(element) ?? null;

/** The same, of an arc: its centre goes along, its size stays. */
const movedArc = (arc: Arc, to: (u: number, v: number) => [number, number]): Arc => {
  const [u, v] = to(arc[0], arc[1]);
  return [u, v, arc[2], arc[3], arc[4], arc[5], arc[6]];
};
