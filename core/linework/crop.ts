import type { Region } from '../cutting/regions';
import { intersection, ringBounds } from '../geometry/polygons';
import type { Limits } from '../sights/sight';
import { linePoints, type Drawing } from './drawing';

/** Cuts a drawing off at the limits of its sight: lines end there, cut faces are closed along them. No limit, no change. */
export function cropDrawing(drawing: Drawing, limits: Limits | undefined): Drawing {
  const u0 = limits?.left ?? -Infinity,
    u1 = limits?.right ?? Infinity,
    v0 = limits?.bottom ?? -Infinity,
    v1 = limits?.top ?? Infinity;
  if (u0 === -Infinity && u1 === Infinity && v0 === -Infinity && v1 === Infinity) return drawing;
  const points: number[] = [],
    start = [0],
    role: number[] = [],
    joint: number[] = [],
    element: number[] = [],
    arcOf: number[] = [],
    arcs: number[] = [];
  const put = (l: number, flat: ArrayLike<number>, arc = -1) => {
    for (let i = 0; i < flat.length; i++) points.push(flat[i]!);
    start.push(points.length / 2);
    role.push(drawing.lineRole[l]!);
    joint.push(drawing.lineJoint[l]!);
    element.push(drawing.lineElement[l]!);
    arcOf.push(arc < 0 ? -1 : arcs.push(...drawing.arcs.subarray(arc * 5, arc * 5 + 5)) / 5 - 1);
  };
  for (let l = 0; l < drawing.lineRole.length; l++) {
    const flat = linePoints(drawing, l);
    const [a, b, c, d] = ringBounds([flat as Float64Array]);
    if (c < u0 || a > u1 || d < v0 || b > v1) continue;
    if (a >= u0 && c <= u1 && b >= v0 && d <= v1) {
      put(l, drawing.points.subarray(drawing.lineStart[l]! * 2, drawing.lineStart[l + 1]! * 2), drawing.lineArc[l]!);
      continue;
    }
    let run: number[] = [];
    for (let i = 0; i + 3 < flat.length; i += 2) {
      const piece = clip(flat[i]!, flat[i + 1]!, flat[i + 2]!, flat[i + 3]!);
      if (piece && run.length && run.at(-2) === piece[0] && run.at(-1) === piece[1]) run.push(piece[2], piece[3]);
      else {
        if (run.length) put(l, run);
        run = piece ? [...piece] : [];
      }
    }
    if (run.length) put(l, run);
  }
  const [a, b, c, d] = drawing.points.length ? ringBounds([drawing.points]) : [0, 0, 0, 0];
  const window = Float64Array.from([
    Math.max(u0, a - 1e3),
    Math.max(v0, b - 1e3),
    Math.min(u1, c + 1e3),
    Math.max(v0, b - 1e3),
    Math.min(u1, c + 1e3),
    Math.min(v1, d + 1e3),
    Math.max(u0, a - 1e3),
    Math.min(v1, d + 1e3),
  ]);
  const regions: Region[] =
    window[2]! > window[0]! && window[5]! > window[1]!
      ? drawing.regions.flatMap((r) => intersection(r.face, [window]).map((face) => ({ ...r, face })))
      : [];
  return {
    ...drawing,
    points: Float64Array.from(points),
    lineStart: Uint32Array.from(start),
    lineRole: Uint8Array.from(role),
    lineJoint: Uint8Array.from(joint),
    lineElement: Int32Array.from(element),
    lineArc: Int32Array.from(arcOf),
    arcs: Float64Array.from(arcs),
    regions,
  };

  /** Liang and Barsky, A new concept and method for line clipping, 1984. */
  function clip(x: number, y: number, xx: number, yy: number): [number, number, number, number] | null {
    let from = 0,
      to = 1;
    const dx = xx - x,
      dy = yy - y;
    for (const [p, q] of [
      [-dx, x - u0],
      [dx, u1 - x],
      [-dy, y - v0],
      [dy, v1 - y],
    ] as const) {
      if (p === 0) {
        if (q < 0) return null;
      } else if (p < 0) from = Math.max(from, q / p);
      else to = Math.min(to, q / p);
    }
    if (from >= to) return null;
    return [from === 0 ? x : x + from * dx, from === 0 ? y : y + from * dy, to === 1 ? xx : x + to * dx, to === 1 ? yy : y + to * dy];
  }
}
