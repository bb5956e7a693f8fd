import fc from 'fast-check';
import { expect, it } from 'vitest';
import { EVERY_SIGHT, gridScene, MORE, oddScene } from '../testing/scenes';
import { modelOf, type Piece } from '../testing/solids';
import { drawModel } from '../testing/views';
import { arcPoint } from './arc';
import { arcAt, type Drawing } from './drawing';
import { roleIndex } from './role';

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

/** Ends that nearly meet; lines of one kind that end at one point where nothing else does; corners that are none. */
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
    { seed, numRuns },
  );

it('lines are as long as they can be, meet in one point or not at all, and have corners only where they turn', () =>
  holds(gridScene, 1, 1500));

it('also aslant, with thin sheets, layered walls and terrain', () => holds(oddScene, 1, 1200));
