import type { DrawingNames } from '../drafting/drawing-names';
import { arcBounds, type Arc } from '../geometry/arcs/arc';
import { arcAt, type Drawing } from '../linework/drawing';
import type { Tie } from './touch-up';

type Box = readonly [number, number, number, number];
/** Nearer than this two lengths of boxes are one, metres. */
const SAME = 1e-6;

/** Where elements stand in a drawing, and where hand work on them is to go. */
export class Standing {
  private readonly numbers = new Map<string, number>();
  private readonly boxes = new Map<number, Box | null>();

  constructor(
    private readonly drawing: Drawing,
    names: DrawingNames,
  ) {
    for (const [n, { id }] of names.elements) this.numbers.set(id, n);
  }

  /** An element by its id; -1 where the drawing does not show it. */
  number(id: string): number {
    const n = this.numbers.get(id) ?? -1;
    return n >= 0 && this.box(n) ? n : -1;
  }

  /** The box of all that a drawing shows of an element; null where it shows nothing. */
  box(element: number): Box | null {
    let known = this.boxes.get(element);
    if (known === undefined) this.boxes.set(element, (known = boxIn(this.drawing, element)));
    return known;
  }

  /** Where a place goes with the element that it is tied to; null where that is gone. */
  mapping(tie: Tie | undefined): ((u: number, v: number) => [number, number]) | null {
    if (!tie) return (u, v) => [u, v];
    const now = this.box(this.number(tie.element));
    if (!now) return null;
    return (u, v) => [along(u, tie.box[0], tie.box[2], now[0], now[2]), along(v, tie.box[1], tie.box[3], now[1], now[3])];
  }
}

/** A place keeps its distance from the nearer end of its element: of one that has grown what was at an end stays there. */
function along(x: number, from: number, to: number, fromNow: number, toNow: number): number {
  if (Math.abs(to - from - (toNow - fromNow)) < SAME) return x + fromNow - from;
  return Math.abs(x - from) <= Math.abs(x - to) ? x + fromNow - from : x + toNow - to;
}

/** u0, v0, u1, v1 of the lines and cut faces of an element. */
export function boxIn(drawing: Drawing, element: number): Box | null {
  let [u0, v0, u1, v1] = [Infinity, Infinity, -Infinity, -Infinity];
  const take = (u: number, v: number) => {
    [u0, v0, u1, v1] = [Math.min(u0, u), Math.min(v0, v), Math.max(u1, u), Math.max(v1, v)];
  };
  drawing.lineElement.forEach((own, l) => {
    if (own !== element) return;
    const a = drawing.lineArc[l]!;
    if (a >= 0) {
      const [b, c, d, e] = arcBounds(arcAt(drawing, a));
      take(b, c);
      take(d, e);
    } else for (let p = drawing.lineStart[l]!; p < drawing.lineStart[l + 1]!; p++) take(drawing.points[p * 2]!, drawing.points[p * 2 + 1]!);
  });
  for (const { elements, face } of drawing.regions) {
    if (!elements.includes(element)) continue;
    for (const ring of face) for (let i = 0; i < ring.length; i += 2) take(ring[i]!, ring[i + 1]!);
  }
  return u0 <= u1 ? [u0, v0, u1, v1] : null;
}

/** The same, of an arc: its centre goes along, its size stays. */
export const movedArc = (arc: Arc, to: (u: number, v: number) => [number, number]): Arc => {
  const [u, v] = to(arc[0], arc[1]);
  return [u, v, arc[2], arc[3], arc[4], arc[5], arc[6]];
};
