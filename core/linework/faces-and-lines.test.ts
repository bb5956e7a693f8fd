import fc from 'fast-check';
import { expect, it } from 'vitest';
import type { Face } from '../geometry/rings';
import { distance } from '../testing/same-lines';
import { EVERY_SIGHT, gridScene, MORE, oddScene } from '../testing/scenes';
import { modelOf, type Piece } from '../testing/solids';
import { drawModel } from '../testing/views';
import { arcAt, type Drawing } from './drawing';
import { roleIndex } from '../sights/role';
import { often } from '../testing/often';

type Side = readonly [u0: number, v0: number, u1: number, v1: number];
interface Line {
  readonly side: Side;
  readonly isCut: boolean;
  readonly isArc: boolean;
  /** How far it may leave its chord, metres: what limits leave of an arc ends on the arc. */
  readonly rise: number;
}

/** Lines nearer than this along their length are drawn as one, metres. */
const SAME = 8e-5;
/** Sides and lines below two millimetres may have gone with a speck. */
const SHORT = 2e-3;

/** So near to the border of a face a line may end a little beside it: an arc beside its facets, what specks have left. */
const BORDER = 5e-3;

const hidden = [roleIndex('hidden'), roleIndex('overhead')];
const cut = roleIndex('cut');

function linesOf(drawing: Drawing): Line[] {
  const { points: p, lineStart, lineRole, lineArc } = drawing;
  return [...lineRole.keys()].flatMap((l) => {
    const arc = lineArc[l]! < 0 ? null : arcAt(drawing, lineArc[l]!);
    const rise = arc ? 0.07 * Math.hypot(arc[2], arc[3]) : 0;
    const out: Line[] = [];
    for (let i = lineStart[l]! * 2; i + 2 < lineStart[l + 1]! * 2 && !hidden.includes(lineRole[l]!); i += 2)
      out.push({
        side: [p[i]!, p[i + 1]!, p[i + 2]!, p[i + 3]!],
        isCut: lineRole[l] === cut,

        isArc: !!arc,
        rise,
      });
    return out;
  });
}

const sidesOf = ({ regions }: Drawing): { readonly side: Side; readonly isEarth: boolean }[] =>
  regions.flatMap(({ face, use }) =>
    face.flatMap((ring) =>
      Array.from({ length: ring.length / 2 }, (_, k) => {
        const [i, j] = [k * 2, (k * 2 + 2) % ring.length];
        return { side: [ring[i]!, ring[i + 1]!, ring[j]!, ring[j + 1]!] as const, isEarth: use === 'earth' };
      }),
    ),
  );

/** Places along a side at which something else is asked for. */
const placesOn = ([u0, v0, u1, v1]: Side): (readonly [number, number])[] =>
  Math.hypot(u1 - u0, v1 - v0) < SHORT ? [] : [0.29, 0.5, 0.73].map((t) => [u0 + t * (u1 - u0), v0 + t * (v1 - v0)] as const);

/** Whether a side lies where the drawing was cut off, or in a step of a jogged section: there is no line. */
function isEnd({ limits: { left, right, bottom, top } = {}, steps = [] }: Drawing, [u0, v0, u1, v1]: Side): boolean {
  const both = (a: number, b: number, at: number | null | undefined) =>
    typeof at === 'number' && Math.abs(a - at) < SAME && Math.abs(b - at) < SAME;
  return [left, right, ...steps].some((at) => both(u0, u1, at)) || [bottom, top].some((at) => both(v0, v1, at));
}

/** Whether a place lies in a face, and not at its border. */
function isWithin(face: Face, u: number, v: number): boolean {
  let isIn = false;
  for (const ring of face)
    for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) {
      const side = [ring[j]!, ring[j + 1]!, ring[i]!, ring[i + 1]!] as const;
      if (distance(side, u, v) < BORDER) return false;
      if (side[1] > v !== side[3] > v && u < side[0] + ((v - side[1]) / (side[3] - side[1])) * (side[2] - side[0])) isIn = !isIn;
    }
  return isIn;
}

/** Sides of cut faces without a line along them, cut lines along which there is no face, and other lines that run over a face. */
function strays(drawing: Drawing, hasGuests: boolean): string[] {
  const [lines, sides] = [linesOf(drawing), sidesOf(drawing)];
  const out: string[] = [];
  for (const { side, isEarth } of sides) {
    // the earth ends below and beside where the drawing does, not where the ground does
    if (isEarth || isEnd(drawing, side)) continue;
    const bare = placesOn(side).find(([u, v]) => !lines.some((l) => distance(l.side, u, v) < SAME + l.rise));
    if (bare) out.push(`no line along the side at ${bare.join()}`);
  }
  // an element left whole takes the face before which it stands, and not a cut line that is its own outline as well
  if (hasGuests) return out;
  // of two terrains that run through each other each shows what lies in the other's earth
  const faces = drawing.regions.filter(({ use, elements }) => use !== 'earth' || elements.length === 1).map(({ face }) => face);
  for (const { side, isCut } of lines) {
    if (isCut) continue;
    const over = placesOn(side).find(([u, v]) => faces.some((face) => isWithin(face, u, v)));
    if (over) out.push(`a line over a cut face at ${over.join()}`);
  }
  for (const { side, isCut, isArc } of lines) {
    if (!isCut || isArc) continue;
    const bare = placesOn(side).find(([u, v]) => !sides.some((s) => distance(s.side, u, v) < SAME));
    if (bare) out.push(`no face along the cut line at ${bare.join()}`);
  }
  return out;
}

const holds = (pieces: fc.Arbitrary<readonly Piece[]>, seed: number, numRuns: number) =>
  fc.assert(
    fc.property(pieces, fc.constantFrom(...EVERY_SIGHT), fc.constantFrom(...MORE), (own, view, more) => {
      expect(strays(drawModel(modelOf(own), { ...view, ...more }), !!more.leaveWhole)).toEqual([]);
    }),
    { seed, numRuns: often(numRuns) },
  );

it('every side of a cut face is drawn, and every cut line is a side of one', () => holds(gridScene, 2, 1000));

it('also aslant, with thin sheets, layered walls and terrain', () => holds(oddScene, 1, 800));
