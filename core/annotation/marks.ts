import type { Strokes, Text } from '../drafting/graphic';

type Place = readonly [u: number, v: number];

/** Collects annotation of one graphic: lines, circles and texts, each with its pen and layer. */
export class Marks {
  private readonly points: number[] = [];
  private readonly start: number[] = [0];
  private readonly radius: number[] = [];
  private readonly pen: number[] = [];
  private readonly layer: number[] = [];
  readonly texts: Text[] = [];
  /** Metres of one paper millimetre. */
  readonly mm: number;

  constructor(scale: number) {
    this.mm = scale / 1000;
  }

  line(points: readonly Place[], style: readonly [pen: number, layer: number]): void {
    this.add(points, 0, style);
  }
  /** @param radius metres in the drawing's plane */
  circle(middle: Place, radius: number, style: readonly [pen: number, layer: number]): void {
    this.add([middle], radius, style);
  }
  text(words: string, height: number, at: Place, anchor: Text['anchor'], [pen, layer]: readonly [pen: number, layer: number]): void {
    this.texts.push({ words, height, at, anchor, turn: 0, pen, layer });
  }

  strokes(): Strokes {
    return {
      points: Float64Array.from(this.points),
      start: Uint32Array.from(this.start),
      radius: Float64Array.from(this.radius),
      pen: Uint16Array.from(this.pen),
      layer: Uint16Array.from(this.layer),
    };
  }

  private add(points: readonly Place[], radius: number, [pen, layer]: readonly [pen: number, layer: number]): void {
    this.points.push(...points.flat());
    this.start.push(this.points.length / 2);
    this.radius.push(radius);
    this.pen.push(pen);
    this.layer.push(layer);
  }
}

/**
 * About how wide a text is, as a multiple of the height of its capitals: the widest of ordinary upright lettering. Writers and screens
 * have fonts of their own, so that room is kept by this and never by one of them.
 */
export const widthOf = (words: string, height: number): number => Array.from(words).length * height * 0.85;

/** Smallest and largest u, v of strokes and texts and a box before them. */
export function boxOf(
  before: readonly [number, number, number, number],
  { points, start, radius }: Strokes,
  texts: readonly Text[],
  mm: number,
): [number, number, number, number] {
  let [u0, v0, u1, v1] = before;
  const take = (u: number, v: number, by = 0) => {
    [u0, v0, u1, v1] = [Math.min(u0, u - by), Math.min(v0, v - by), Math.max(u1, u + by), Math.max(v1, v + by)];
  };
  radius.forEach((r, s) => {
    for (let p = start[s]!; p < start[s + 1]!; p++) take(points[p * 2]!, points[p * 2 + 1]!, r);
  });
  for (const { words, height, at, anchor } of texts) {
    const width = widthOf(words, height) * mm;
    const left = anchor === 'start' ? 0 : anchor === 'end' ? -width : -width / 2;
    take(at[0] + left, at[1]);
    take(at[0] + left + width, at[1] + height * mm);
  }
  return [u0, v0, u1, v1];
}
