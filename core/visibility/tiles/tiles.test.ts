import fc from 'fast-check';
import { expect, it } from 'vitest';
import { cut } from '../../cutting/cut';
import { toFrame } from '../../geometry/frame';
import type { Vec3 } from '../../geometry/vec3';
import { prepare } from '../../scene/prepare';
import { EdgeKind } from '../../scene/scene';
import { viewsOf } from '../../sights/views-of';
import { gridScene } from '../../testing/scenes';
import type { Sight } from '../../sights/sight';
import { box, modelOf, polygon, prism, type Piece } from '../../testing/solids';
import { frameSight, FRONT, ISO, PLAN } from '../../testing/views';
import { candidateEdges } from '../candidate-edges';
import { Candidate } from '../candidates';
import { backing } from '../depths/depth-drop';
import { depthOf, nearestAt } from '../depths/depth-probe';
import { fillTiles } from './fill-tiles';
import { openPicture } from '../see';
import { tilesOf } from './tile-index';
import { Workspace } from '../workspace';

/* What stands in the tiles of a picture, and what is asked of them, against every triangle of the model. */

const SIGHTS = [FRONT, PLAN, ISO, frameSight([0.37, 0.81, -0.29], [0, 0, 1])] as const;
const NO_TRACES = new Float64Array(0);

/** A picture and its tiles; of these the columns from a part of its width on. */
function pictureOf(pieces: readonly Piece[], sight: Sight, part = 0) {
  const model = modelOf(pieces);
  const scene = prepare(model);
  const { views } = viewsOf(model, scene, sight);
  const view = views[0]!;
  const picture = openPicture(scene, { view, cut: cut(model, scene, views, {})[0]!, traces: NO_TRACES }, new Workspace());
  const seen = new Uint8Array(view.shown.length);
  const tiles = tilesOf(picture.grid, [fillTiles(picture, null, Math.floor(part * picture.grid.columns), picture.grid.columns, seen)]);
  const corner = (v: number) => toFrame(view.frame, [scene.vertices[v * 3]!, scene.vertices[v * 3 + 1]!, scene.vertices[v * 3 + 2]!]);
  const triangles = Array.from({ length: scene.triangles.length / 3 }, (_, t) => [0, 1, 2].map((k) => corner(scene.triangles[t * 3 + k]!)) as [Vec3, Vec3, Vec3]); // prettier-ignore
  return { scene, view, picture, seen, tiles, triangles };
}

/** Where a line of sight passes a triangle: how deep, and 1 where it enters matter there, -1 where it leaves it. */
type Pass = readonly [depth: number, way: number];

/** The triangles that a line of sight passes well inside them, nearest first; null where it passes near a side. */
function passesAt(triangles: readonly (readonly [Vec3, Vec3, Vec3])[], u: number, v: number): Pass[] | null {
  const out: Pass[] = [];
  for (const [a, b, c] of triangles) {
    const area = (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);
    if (Math.abs(area) < 1e-9) continue;
    const wa = ((b[0] - u) * (c[1] - v) - (b[1] - v) * (c[0] - u)) / area,
      wb = ((c[0] - u) * (a[1] - v) - (c[1] - v) * (a[0] - u)) / area;
    const margin = Math.min(wa, wb, 1 - wa - wb);
    if (Math.abs(margin) < 1e-4) return null;
    if (margin > 0) out.push([wa * a[2] + wb * b[2] + (1 - wa - wb) * c[2], area > 0 ? 1 : -1]);
  }
  return out.sort((p, q) => p[0] - q[0]);
}

const depthsAt = (triangles: readonly (readonly [Vec3, Vec3, Vec3])[], u: number, v: number): number[] | null =>
  passesAt(triangles, u, v)?.map(([depth]) => depth) ?? null;

it('the nearest face at a place of the picture is that of all triangles', () => {
  fc.assert(
    fc.property(gridScene, fc.constantFrom(...SIGHTS), (pieces, sight) => {
      const { picture, tiles, triangles } = pictureOf(pieces, sight);
      const { u0, v0, u1, v1 } = picture.batches;
      for (let k = 1; k < 30; k++) {
        const [u, v] = [u0 + ((k * 0.618034) % 1) * (u1 - u0), v0 + ((k * 0.381966 + k / 30) % 1) * (v1 - v0)];
        const depths = depthsAt(triangles, u, v);
        if (!depths) continue;
        const found = depthOf(nearestAt(tiles, u, v, (t) => t), u, v); // prettier-ignore
        if (depths.length) expect(found).toBeCloseTo(depths[0]!, 6);
        else expect(found).toBe(Infinity);
      }
    }),
    { seed: 6, numRuns: 150 },
  );
});

it('cut off at a plane and by trims, the nearest is what of the matter is left nearest, also where only a run of columns is filled', () => {
  const cutAway: Sight[] = [
    frameSight([0, 1, 0], [0, 0, 1], [0, 0.613, 0]),
    frameSight([0, 1, 0], [0, 0, 1], [0, -9, 0], { trims: [{ origin: [0.3, 0.21, 0.1], normal: [0.6, -0.64, -0.48] }] }),
    frameSight([0.37, 0.81, -0.29], [0, 0, 1], [0, 0.2, 0], {
      trims: [{ origin: [0.4, 0, 0.7], normal: [0, 0, 1] }, { origin: [-0.6, 0, 0], normal: [-0.8, -0.6, 0] }], // prettier-ignore
    }),
  ];
  fc.assert(
    fc.property(gridScene, fc.constantFrom(...cutAway), fc.constantFrom(0, 0.4), (pieces, sight, part) => {
      const { view, picture, tiles, triangles } = pictureOf(pieces, sight, part);
      const { u0, v0, u1, v1 } = picture.batches;
      for (let k = 1; k < 30; k++) {
        const [u, v] = [u1 - ((k * 0.618034) % 1) * (1 - 1.5 * part) * (u1 - u0), v0 + ((k * 0.381966 + k / 30) % 1) * (v1 - v0)];
        const passes = passesAt(triangles, u, v);
        if (!passes) continue;
        // what the plane and the trims leave of a line of sight is one stretch of it
        let [from, to] = [view.isCut ? 0 : -Infinity, Infinity];
        for (const { origin, normal } of view.trims) {
          const along = (w: number) => [0, 1, 2].reduce((sum, i) => sum + normal[i]! * (view.frame.origin[i]! + u * view.frame.right[i]! + v * view.frame.up[i]! + w * view.frame.look[i]! - origin[i]!), 0); // prettier-ignore
          const [beyond, slope] = [along(0), along(1) - along(0)];
          if (Math.abs(slope) < 1e-9) from = beyond > 0 ? Infinity : from;
          else if (slope < 0) from = Math.max(from, -beyond / slope);
          else to = Math.min(to, -beyond / slope);
        }
        if (from > to || passes.some(([w]) => Math.abs(w - from) < 1e-4 || Math.abs(w - to) < 1e-4)) continue;
        const matter = passes.reduce((sum, [w, way]) => sum + (w < from ? way : 0), 0);
        const nearest = matter > 0 ? from : (passes.find(([w]) => w > from)?.[0] ?? Infinity);
        const found = depthOf(nearestAt(tiles, u, v, (t) => t), u, v); // prettier-ignore
        if (nearest < to) expect(found).toBeCloseTo(nearest, 5);
        else expect(found).toBe(Infinity);
      }
    }),
    { seed: 16, numRuns: 150 },
  );
});

it('a line is backed where a face lies before the step behind it, and nowhere else', () => {
  fc.assert(
    fc.property(gridScene, fc.constantFrom(...SIGHTS), fc.integer({ min: 0, max: 400 }), (pieces, sight, n) => {
      const { picture, tiles, triangles } = pictureOf(pieces, sight);
      const { u0, v0, u1, v1 } = picture.batches;
      const at = (k: number): [number, number] => [u0 + ((k * 0.618034) % 1) * (u1 - u0), v0 + ((k * 0.754877) % 1) * (v1 - v0)];
      const [[pu, pv], [qu, qv]] = [at(n + 1), at(n + 7)];
      const [w, step] = [((n % 5) - 2) / 2 + 0.013, 0.3];
      const stretches = backing(tiles, pu, pv, w, qu, qv, w, step, step);
      for (let k = 0; k < 25; k++) {
        const t = (k + 0.5) / 25;
        const depths = depthsAt(triangles, pu + t * (qu - pu), pv + t * (qv - pv));
        if (!depths || depths.some((d) => Math.abs(d - w - step) < 1e-3) || stretches.some((x) => Math.abs(x - t) < 1e-3)) continue;
        let isBacked = false;
        for (let s = 0; s < stretches.length; s += 2) if (stretches[s]! <= t && stretches[s + 1]! >= t) isBacked = true;
        // what is covered at once may be left out behind what covers it
        expect(isBacked).toBe(depths.length > 0 && depths[0]! < w + step);
      }
    }),
    { seed: 9, numRuns: 150 },
  );
});

it('candidates are the creases of faces that are seen, and the edges where a surface turns away', () => {
  for (const [solid, count] of [
    [box([0, 0, 0], [1, 2, 3]), 9],
    // of a hexagonal prism from above and aside: its top, and of its sides those that are seen
    [prism(polygon(0, 0, 1, 6, 0.2), 0, 2), 6 + 4 + 3],
  ] as const) {
    const { picture, seen, tiles, scene } = pictureOf([{ solid }], ISO);
    const edges = candidateEdges(picture, seen, tiles, 0, scene.edgeKind.length, NO_TRACES);
    expect(edges.count).toBe(count);
    // brute force over the corners: an edge counts when just one of its faces looks at the eye, or both do at an angle
    const { look } = picture.view.frame;
    const looks = (t: number) => [0, 1, 2].reduce((sum, k) => sum + scene.normals[t * 3 + k]! * look[k]!, 0) < -1e-9;
    let wanted = 0;
    for (let e = 0; e < scene.edgeKind.length; e++) {
      const [a, b] = [scene.edgeFaces[e * 2]!, scene.edgeFaces[e * 2 + 1]!];
      if (looks(a) !== looks(b) || (looks(a) && scene.edgeKind[e] === EdgeKind.crease)) wanted++;
    }
    expect(edges.count).toBe(wanted);
    expect([...edges.kind].every((kind) => kind === Candidate.outline || kind === Candidate.crease)).toBe(true);
  }
});
