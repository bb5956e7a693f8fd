import type { DeepLine } from './line-in-triangle';

/** The edge that is under way. One record serves them all: it is read at every triangle. */
export interface Edge extends DeepLine {
  uMin: number;
  uMax: number;
  vMin: number;
  vMax: number;
  /** What lies wholly deeper than this hides nothing of it. */
  deepest: number;
  /** Stretches with less than this between them are one, in parts of it. */
  gap: number;
  /** How far beside it a face may still go on from it. */
  beside: number;
  faceA: number;
  faceB: number;
  part: number;
  /** The flush group of its part; -1 where it keeps its joints. */
  flush: number;
  /** Triangles in whose plane it lies: the number of each and its stretch, widened and exact. */
  readonly inPlane: number[];
}

export function noEdge(): Edge {
  const [n, of] = [NaN, -1];
  const place = { u0: n, v0: n, w0: n, du: n, dv: n, dw: n, length: n, uMin: n, uMax: n, vMin: n, vMax: n, deepest: n, gap: n, beside: n };
  return { ...place, faceA: of, faceB: of, part: of, flush: of, inPlane: [] };
}
