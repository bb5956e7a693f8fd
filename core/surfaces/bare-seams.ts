import { lengthOfSpans } from '../geometry/numbers/spans';
import { overlap, SegmentGrid } from '../geometry/segment-grid';
import { SAME_LINE } from '../geometry/numbers/tolerances';
import type { Drawing } from '../linework/drawing';
import { ROLES, type Role } from '../sights/role';
import type { Seam } from './seams';

/** Lines are told apart by how far they run from the zero of the drawing, in steps of a millimetre: by twenty times what makes them the same. */
const STEP = 1e3;
/** Lines that part by more than this (a sine) over the length of one are no longer one. */
const ASLANT = 1e-3;

/** Roles of what is not seen where it is drawn: a seam before it is a line of its own. */
const UNSEEN: ReadonlySet<Role | undefined> = new Set<Role>(['hidden', 'overhead']);

/** Seams of patterns without those along most of which a line that is seen runs already. Cost: the lines, for each direction of a seam. */
export function bareSeams(drawing: Drawing, seams: readonly Seam[]): Seam[] {
  const ends = candidates(drawing, seams);
  const count = ends.length / 4;
  if (!count) return [...seams];
  for (const { ends: own } of seams) for (let i = 0; i < own.length; i += 6) ends.push(own[i]!, own[i + 1]!, own[i + 3]!, own[i + 4]!);
  const all = Float64Array.from(ends);
  const grid = new SegmentGrid(all, SAME_LINE);
  const near: number[] = [];
  let at = count;
  return seams.map(({ element, ends: own }): Seam => {
    const bare: number[] = [];
    for (let i = 0; i < own.length; i += 6, at++) {
      const stretches: (readonly [number, number])[] = [];
      for (const o of grid.near(at, near)) {
        const stretch = o < count ? overlap(all, at, o, SAME_LINE) : null;
        if (stretch) stretches.push(stretch);
      }
      if (lengthOfSpans(stretches) < 0.5) bare.push(...own.subarray(i, i + 6));
    }
    return { element, ends: Float64Array.from(bare) };
  });
}

/** A direction of seams, and how far from the zero some run in it. */
interface Direction {
  readonly u: number;
  readonly v: number;
  readonly places: Set<number>;
}

/** The straight lines that may run along a seam, as u0 v0 u1 v1 each. */
function candidates({ points, lineStart, lineArc, lineRole }: Drawing, seams: readonly Seam[]): number[] {
  const directions = directionsOf(seams);
  const out: number[] = [];
  for (let l = 0; l < lineArc.length; l++) {
    if (lineArc[l]! >= 0 || UNSEEN.has(ROLES[lineRole[l]!])) continue;
    for (let p = lineStart[l]! * 2; p < lineStart[l + 1]! * 2 - 2; p += 2) {
      const u = points[p]!,
        v = points[p + 1]!;
      const du = points[p + 2]! - u,
        dv = points[p + 3]! - v;
      const most = ASLANT * (Math.abs(du) + Math.abs(dv));
      for (const own of directions) {
        if (Math.abs(du * own.v - dv * own.u) > most || !own.places.has(Math.round((u * own.v - v * own.u) * STEP))) continue;
        out.push(u, v, u + du, v + dv);
        break;
      }
    }
  }
  return out;
}

function directionsOf(seams: readonly Seam[]): Direction[] {
  const out: Direction[] = [];
  for (const { ends } of seams)
    for (let i = 0; i < ends.length; i += 6) {
      const [u0, v0, u1, v1] = [ends[i]!, ends[i + 1]!, ends[i + 3]!, ends[i + 4]!];
      const long = Math.hypot(u1 - u0, v1 - v0);
      const [u, v] = [(u1 - u0) / long, (v1 - v0) / long];
      let own = out.find((other) => Math.abs(other.u * v - other.v * u) < ASLANT / 1e3);
      if (!own) out.push((own = { u, v, places: new Set() }));
      const place = Math.round((u0 * own.v - v0 * own.u) * STEP);
      for (let k = -1; k <= 1; k++) own.places.add(place + k);
    }
  return out;
}
