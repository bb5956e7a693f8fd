import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Drawing } from '../linework/drawing';
import { factsOf, LinesBuilder } from '../linework/lines-builder';
import { roleIndex } from '../sights/role';
import { distance } from '../testing/same-lines';
import { EVERY_SIGHT, gridScene } from '../testing/scenes';
import { modelOf } from '../testing/solids';
import { drawModel } from '../testing/views';
import { lineFaults } from './line-faults';
import { regionOverlaps } from './region-overlaps';

/*
 * Clean drawings are spoiled in one place, as a hand or a poor engine would: the proof finds that, there, and nothing else.
 */
const hidden = roleIndex('hidden');
const cut = roleIndex('cut');

/** The straight lines of a drawing that are long enough to be spoiled. */
const straight = ({ lineArc, lineRole, lineStart, points: p }: Drawing) =>
  [...lineArc.keys()].filter((l) => {
    const i = lineStart[l]! * 2;
    return lineArc[l]! < 0 && lineRole[l] !== hidden && Math.hypot(p[i + 2]! - p[i]!, p[i + 3]! - p[i + 1]!) > 0.05;
  });

/** The same drawing with another line, through points as u, v pairs, of the kind of line `l`. */
function withLine(drawing: Drawing, l: number, points: readonly number[]): Drawing {
  const out = new LinesBuilder();
  const all = [...drawing.lineRole.keys()].filter((k) => drawing.lineArc[k]! < 0);
  for (const k of all) out.add(drawing.points, drawing.depths, drawing.lineStart[k]!, drawing.lineStart[k + 1]! - 1, factsOf(drawing, k));
  out.add(points, new Float64Array(points.length / 2), 0, points.length / 2 - 1, factsOf(drawing, l));
  return { ...drawing, ...out.done() };
}

const spoiled = (spoil: (drawing: Drawing, pick: number) => void) =>
  fc.assert(
    fc.property(
      gridScene.map((pieces) => pieces.filter((p) => p.solid.corners.length < 12)),
      fc.constantFrom(...EVERY_SIGHT),
      fc.nat(1000),
      (pieces, sight, pick) => spoil(drawModel(modelOf(pieces), sight), pick),
    ),
    { seed: 23, numRuns: 250 },
  );

describe('the proof finds', () => {
  it('a piece that is drawn a second time, and how long it is', () => {
    spoiled((drawing, pick) => {
      const lines = straight(drawing);
      if (!lines.length) return;
      const l = lines[pick % lines.length]!;
      const i = drawing.lineStart[l]! * 2;
      const [u0, v0, u1, v1] = drawing.points.subarray(i, i + 4) as unknown as [number, number, number, number];
      const at = (t: number): [number, number] => [u0 + t * (u1 - u0), v0 + t * (v1 - v0)];
      const found = lineFaults(withLine(drawing, l, [...at(0.25), ...at(0.75)])).filter((f) => f.code === 'double-line');
      expect(found).toHaveLength(1);
      expect(Number(found[0]!.facts['length'])).toBeCloseTo(500 * Math.hypot(u1 - u0, v1 - v0), 0);
      expect(Math.hypot(found[0]!.at![0] - at(0.5)[0], found[0]!.at![1] - at(0.5)[1])).toBeLessThan(1e-3);
    });
  });

  it('a speck', () => {
    spoiled((drawing, pick) => {
      const lines = straight(drawing);
      if (!lines.length) return;
      // far from everything, so that it is nothing but too short
      const found = lineFaults(withLine(drawing, lines[pick % lines.length]!, [90, 90, 90 + 6e-5, 90]));
      expect(found.map((f) => f.code)).toEqual(['speck']);
    });
  });

  it('a corner of a cut outline that is open by a millimetre', () => {
    spoiled((drawing, pick) => {
      const rings = straight(drawing).filter((l) => {
        const [from, to] = [drawing.lineStart[l]! * 2, drawing.lineStart[l + 1]! * 2 - 2];
        const isRing = drawing.points[from] === drawing.points[to] && drawing.points[from + 1] === drawing.points[to + 1];
        return drawing.lineRole[l] === cut && isRing;
      });
      if (!rings.length) return;
      const l = rings[pick % rings.length]!;
      const end = drawing.lineStart[l + 1]! * 2 - 2;
      const points = drawing.points.slice();
      const [du, dv] = [points[end - 2]! - points[end]!, points[end - 1]! - points[end + 1]!];
      const size = Math.hypot(du, dv);
      if (size < 0.01) return;
      const corner = [points[end]!, points[end + 1]!] as const;
      points[end]! += (du / size) * 1e-3;
      points[end + 1]! += (dv / size) * 1e-3;
      const found = lineFaults({ ...drawing, points }).filter((f) => f.code === 'gap');
      // where other lines run through the corner none of its ends is loose
      if (!found.length) return expect(isPassed(drawing, l, corner)).toBe(true);
      expect(found).toHaveLength(1);
      expect(found[0]!.facts['width']).toBe('1.00');
      expect(Math.hypot(found[0]!.at![0] - corner[0], found[0]!.at![1] - corner[1])).toBeLessThan(1e-3);
    });
  });

  it('a cut face that lies twice', () => {
    spoiled((drawing, pick) => {
      const { regions } = drawing;
      if (!regions.length) return;
      const again = { ...drawing, regions: [...regions, regions[pick % regions.length]!] };
      expect(regionOverlaps(modelOf([]), again).map((f) => f.code)).toEqual(['regions-overlap']);
    });
  });
});

/** Whether another line touches a place. */
function isPassed({ points: p, lineStart, lineRole }: Drawing, own: number, [u, v]: readonly [number, number]): boolean {
  return [...lineRole.keys()].some((l) => {
    for (let i = lineStart[l]! * 2; l !== own && i + 3 < lineStart[l + 1]! * 2; i += 2)
      if (distance([p[i]!, p[i + 1]!, p[i + 2]!, p[i + 3]!], u, v) < 2e-3) return true;
    return false;
  });
}
