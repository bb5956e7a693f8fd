import { arcPoint, type Arc } from '../geometry/arcs/arc';

/** Sides of a region's ring that are drawn as one arc: `sides` of them from corner `from` on, round over the ring's end. */
export interface RingCurve {
  readonly ring: number;
  readonly from: number;
  readonly sides: number;
  readonly arc: Arc;
  /** Whether the ring runs from the arc's start to its end. */
  readonly isForward: boolean;
}

/** A side of a face as it is drawn, straight or along an arc. */
export interface DrawnSide {
  readonly from: readonly [u: number, v: number];
  readonly to: readonly [u: number, v: number];
  readonly arc: Arc | null;
  readonly isForward: boolean;
}

/** The sides of a face as they are drawn, ring by ring, one behind the other; with its curves, where it has any. */
export function drawnSides(face: readonly Float64Array[], curves: readonly RingCurve[] = []): DrawnSide[][] {
  return face.map((ring, r) => {
    const n = ring.length / 2;
    const places = Array.from({ length: n }, (_, i): readonly [number, number] => [ring[i * 2]!, ring[i * 2 + 1]!]);
    const own = curves.filter((c) => c.ring === r);
    const curveAt = new Map(own.map((c) => [c.from, c]));
    // the corners at the ends of an arc are drawn where the arc ends
    for (const { from, sides, arc, isForward } of own) {
      const ends = [arcPoint(arc, arc[5]), arcPoint(arc, arc[6])] as const;
      places[from] = ends[isForward ? 0 : 1];
      places[(from + sides) % n] = ends[isForward ? 1 : 0];
    }
    const out: DrawnSide[] = [];
    const first = own[0]?.from ?? 0;
    for (let k = 0; k < n;) {
      const i = (first + k) % n;
      const c = curveAt.get(i);
      k += c?.sides ?? 1;
      out.push({ from: places[i]!, to: places[(first + k) % n]!, arc: c?.arc ?? null, isForward: c?.isForward ?? true });
    }
    return out;
  });
}
