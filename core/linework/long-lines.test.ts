import fc from 'fast-check';
import { expect, it } from 'vitest';
import { EVERY_SIGHT, gridScene, MORE, oddScene } from '../testing/scenes';
import { modelOf, type Piece } from '../testing/solids';
import { drawModel } from '../testing/views';
import { arcPoint } from '../geometry/arcs/arc';
import { arcAt, type Drawing } from './drawing';
import { roleIndex } from '../sights/role';
import { often } from '../testing/often';

const hidden = roleIndex('hidden');

interface End {
  readonly line: number;
  readonly u: number;
  readonly v: number;
}

/** Ends nearer than this are meant to be one, metres. */
const ONE = 2e-5;

/** Both ends of each line that has two, and the corners within lines. */
function tips(drawing: Drawing): { ends: End[]; corners: Set<string> } {
  const { points: p, lineStart, lineArc } = drawing;
  const ends: End[] = [];
  const corners = new Set<string>();
  for (let line = 0; line < lineArc.length; line++) {
    const [from, to] = [lineStart[line]!, lineStart[line + 1]! - 1];
    const arc = lineArc[line]! < 0 ? null : arcAt(drawing, lineArc[line]!);
    const own = arc ? [arcPoint(arc, arc[5]), arcPoint(arc, arc[6])] : [from, to].map((k) => [p[k * 2]!, p[k * 2 + 1]!] as const);
    const [a, b] = own as [readonly [number, number], readonly [number, number]];
    for (let k = from + 1; k < to; k++) corners.add(key(p[k * 2]!, p[k * 2 + 1]!));
    if (Math.hypot(a[0] - b[0], a[1] - b[1]) < 1e-9) corners.add(key(...a));
    else for (const [u, v] of own) ends.push({ line, u: u!, v: v! });
  }
  return { ends, corners };
}

const key = (u: number, v: number) => `${u.toFixed(6)} ${v.toFixed(6)}`;

type Side = readonly [u0: number, v0: number, u1: number, v1: number];

const sides = ({ points: p, lineStart, lineArc }: Drawing): { readonly line: number; readonly side: Side }[] =>
  [...lineArc.keys()].flatMap((line) =>
    Array.from({ length: lineArc[line]! < 0 ? lineStart[line + 1]! - lineStart[line]! - 1 : 0 }, (_, k) => {
      const i = (lineStart[line]! + k) * 2;
      return { line, side: [p[i]!, p[i + 1]!, p[i + 2]!, p[i + 3]!] as const };
    }),
  );

/** How far an end lies beside a side, 0 where it lies beyond its ends. */
function beside([u0, v0, u1, v1]: Side, { u, v }: End): number {
  const [du, dv] = [u1 - u0, v1 - v0];
  const l = Math.hypot(du, dv);
  const along = ((u - u0) * du + (v - v0) * dv) / l;
  return along < 0 || along > l ? 0 : Math.abs((u - u0) * dv - (v - v0) * du) / l;
}

/** Ends that nearly meet; ends a hair beside a line; lines of one kind that end at one point where nothing else does; corners that are none. */
function loose(drawing: Drawing): string[] {
  const { lineArc, lineRole, lineElement, lineJoint, lineJump } = drawing;
  const { ends, corners } = tips(drawing);
  const out: string[] = [];
  // an arc goes through its corners to within its tolerance; what is hidden behind something round ends on its arc, corner or not
  const { left, right, bottom, top } = drawing.limits ?? {};
  const isCutOff = ({ u, v }: End) =>
    [u - (left ?? NaN), u - (right ?? NaN), v - (bottom ?? NaN), v - (top ?? NaN)].some((d) => Math.abs(d) < 1e-9);
  const exact = ends.filter((end) => lineArc[end.line]! < 0 && lineRole[end.line] !== hidden && !isCutOff(end));
  for (const [i, a] of exact.entries())
    for (const b of exact.slice(i + 1)) {
      const apart = Math.hypot(a.u - b.u, a.v - b.v);
      if (apart > 0 && apart < ONE) out.push(`ends ${apart} m apart at ${key(a.u, a.v)}`);
    }
  // where a line ends on another it does so to within the grid of the polygon kernel
  for (const end of exact)
    for (const { line, side } of sides(drawing)) {
      const off = line === end.line ? 0 : beside(side, end);
      if (off > 1.5e-6 && off < 1e-5) out.push(`an end ${off} m beside a line at ${key(end.u, end.v)}`);
    }
  const at = new Map<string, number[]>();
  for (const { line, u, v } of ends) at.set(key(u, v), [...(at.get(key(u, v)) ?? []), line]);
  for (const [place, [a, b, ...more]] of at) {
    if (b === undefined || more.length || corners.has(place) || lineArc[a!]! >= 0 || lineArc[b]! >= 0) continue;
    if ([lineRole, lineElement, lineJoint, lineJump].every((of) => of[a!] === of[b])) out.push(`two lines that are one at ${place}`);
  }
  for (let l = 0; l < lineArc.length; l++) {
    const own = drawing.points.subarray(drawing.lineStart[l]! * 2, drawing.lineStart[l + 1]! * 2);
    for (let i = 2; i + 3 < own.length && lineArc[l]! < 0; i += 2) {
      const [a, b] = [own[i]! - own[i - 2]!, own[i + 1]! - own[i - 1]!];
      const [c, d] = [own[i + 2]! - own[i]!, own[i + 3]! - own[i + 1]!];
      if (a * c + b * d > 0 && Math.abs(a * d - b * c) < 1e-9 * Math.hypot(a, b) * Math.hypot(c, d))
        out.push(`no corner at ${key(own[i]!, own[i + 1]!)}`);
    }
  }
  return out;
}

const holds = (pieces: fc.Arbitrary<readonly Piece[]>, seed: number, numRuns: number) =>
  fc.assert(
    fc.property(pieces, fc.constantFrom(...EVERY_SIGHT), fc.constantFrom(...MORE), (own, view, more) => {
      expect(loose(drawModel(modelOf(own), { ...view, ...more }))).toEqual([]);
    }),
    { seed, numRuns: often(numRuns) },
  );

it('lines are as long as they can be, end in one point or on one another, and have corners only where they turn', () =>
  holds(gridScene, 1, 1500));

it('also aslant, with thin sheets, layered walls and terrain', () => holds(oddScene, 1, 1200));
