import fc from 'fast-check';
import { expect, it } from 'vitest';
import { cut } from '../../cutting/cut';
import { frameFrom, toFrame } from '../../geometry/frame';
import { faceArea, faceContains, reversed, ringArea, ringBounds, union } from '../../geometry/polygons';
import type { Vec3 } from '../../geometry/vec3';
import { pathLength } from '../../linework/lines-builder';
import { prepare } from '../../scene/prepare';
import { viewsOf } from '../../sights/views-of';
import { gridScene } from '../../testing/scenes';
import { box, modelOf, moved, polygon, prism } from '../../testing/solids';
import { frameSight, FRONT, ISO, PLAN } from '../../testing/views';
import { visibleFaces } from './visible-faces';

const SIGHTS = [
  FRONT,
  PLAN,
  ISO,
  frameSight([0.37, 0.81, -0.29], [0, 0, 1]),
  frameSight([0, 1, 0], [0, 0, 1], [0, 0.37, 0]),
  { ...ISO, trims: [{ origin: [0.41, 0.3, 0.6], normal: [0, 0, 1] }] },
  { ...ISO, keepBox: { centre: [0.3, 0.2, 0.4], size: [1.3, 1.7, 1.1], turn: 20 } },
] as const;

const shown = (pieces: Parameters<typeof modelOf>[0], sight: (typeof SIGHTS)[number]) => {
  const model = modelOf(pieces);
  const scene = prepare(model);
  const { views } = viewsOf(model, scene, sight);
  const cuts = cut(model, scene, views, {});
  return { scene, hiders: cuts[0]!.hiders, faces: visibleFaces(scene, { view: views[0]!, cut: cuts[0]!, traces: new Float64Array(0) }) };
};

it('of a box from its corner the three faces towards the eye, each with its own area in the picture', () => {
  const { faces } = shown([{ solid: box([0, 0, 0], [1, 2, 3]), material: 'Oak' }], ISO);
  const areas = faces.map(({ polygons }) => polygons.reduce((sum, face) => sum + faceArea(face), 0)).sort((a, b) => a - b);
  // a face across an axis has 1/√3 of its area in an isometric picture
  expect(areas.map((a) => Math.round(a * Math.sqrt(3) * 1e4) / 1e4)).toEqual([2, 3, 6]);
  expect(faces.map(({ element, material }) => [element, material])).toEqual([[0, 0], [0, 0], [0, 0]]); // prettier-ignore
});

/** The area that all triangles of a scene have together in a View. */
const silhouette = ({ vertices, triangles }: ReturnType<typeof prepare>, sight: (typeof SIGHTS)[number]) => {
  const frame = frameFrom([0, 0, 0], sight.frame!.look, sight.frame!.up);
  const rings = Array.from({ length: triangles.length / 3 }, (_, t) => {
    const corners = [0, 1, 2].map((k) => [...vertices.subarray(triangles[t * 3 + k]! * 3, triangles[t * 3 + k]! * 3 + 3)]);
    const ring = Float64Array.from(corners.flatMap((at) => toFrame(frame, at as unknown as Vec3).slice(0, 2)));
    return ringArea(ring) < 0 ? reversed(ring) : ring;
  });
  return union(rings).reduce((sum, face) => sum + faceArea(face), 0);
};

it("leaves no hole where cones lean on one another and corners lie on sides to within the kernel's grid", () => {
  const cone = prism(polygon(0.5, 0.5, 0.75, 12), 0, 1.5, [0.5, 0.5]);
  const { faces, scene } = shown([{ solid: moved(cone, [0.5, 0, -1.25]) }, { solid: moved(cone, [1, -0.75, -0.75]) }], FRONT);
  // two triangles of 1.125 m2, of which a quarter of one is over the other
  expect(silhouette(scene, FRONT)).toBeCloseTo(1.96875, 4);
  expect(faces.flatMap(({ polygons }) => polygons).reduce((sum, face) => sum + faceArea(face), 0)).toBeCloseTo(1.96875, 4);
});

it('the visible faces and the cut faces cover the picture once, and at each place the nearest is seen', () => {
  fc.assert(
    fc.property(gridScene, fc.constantFrom(...SIGHTS), (pieces, sight) => {
      const { faces, hiders, scene } = shown(pieces, sight);
      const polygons = [...faces.flatMap((f) => f.polygons), ...hiders.map(({ face }) => face)];
      const sum = polygons.reduce((total, face) => total + faceArea(face), 0);
      const whole = union(polygons.flatMap((face) => [...face])).reduce((total, face) => total + faceArea(face), 0);
      expect(sum).toBeCloseTo(whole, 4);
      if (!sight.frame?.cut && !('trims' in sight) && !('keepBox' in sight)) expect(sum).toBeCloseTo(silhouette(scene, sight), 4);
      // where two faces could be seen at a place, only one says so
      for (const { polygons: own } of faces)
        for (const face of own) {
          const [u0, v0, u1, v1] = ringBounds(face);
          // where surfaces run through one another both are seen within a hair
          if (Math.min(u1 - u0, v1 - v0) < 0.01) continue;
          const [u, v] = [u0 + 0.437 * (u1 - u0), v0 + 0.561 * (v1 - v0)];
          if (faceContains(face, u, v)) expect(polygons.filter((other) => faceContains(other, u, v))).toHaveLength(1);
        }
    }),
    { seed: 8, numRuns: 90 },
  );
});

/** What a raster of all triangles shows at a place: the face whose triangle is nearest there, -1 for none; null where it is on an edge, or two lie together. */
function nearestFace(triangles: readonly (readonly number[])[], faceOf: ArrayLike<number>, u: number, v: number): number | null {
  let [face, depth, next] = [-1, Infinity, Infinity];
  for (const [t, [a, b, c, d, e, f, g, h, i]] of (
    triangles as [number, number, number, number, number, number, number, number, number][]
  ).entries()) {
    const whole = (d - a) * (h - b) - (e - b) * (g - a);
    if (Math.abs(whole) < 1e-9) continue;
    const q = ((u - a) * (h - b) - (v - b) * (g - a)) / whole;
    const r = ((d - a) * (v - b) - (e - b) * (u - a)) / whole;
    const least = Math.min(q, r, 1 - q - r);
    if (Math.abs(least) < 1e-5) return null;
    if (least < 0) continue;
    const w = c + q * (f - c) + r * (i - c);
    if (w < depth) [face, depth, next] = [faceOf[t]!, w, depth];
    else next = Math.min(next, w);
  }
  return next - depth < 1e-3 ? null : face;
}

it('at each pixel of a raster of the same scene the face is seen that is nearest there, and it covers as many as it is large', () => {
  const pixels = 40;
  fc.assert(
    fc.property(gridScene, fc.constantFrom(...SIGHTS.slice(0, 4)), (pieces, sight) => {
      const { faces, scene } = shown(pieces, sight);
      const frame = frameFrom([0, 0, 0], sight.frame!.look, sight.frame!.up);
      const corner = (t: number, k: number) => {
        const at = scene.triangles[t * 3 + k]! * 3;
        return toFrame(frame, [scene.vertices[at]!, scene.vertices[at + 1]!, scene.vertices[at + 2]!]);
      };
      const triangles = Array.from({ length: scene.triangles.length / 3 }, (_, t) => [...corner(t, 0), ...corner(t, 1), ...corner(t, 2)]);
      const [u0, v0, u1, v1] = ringBounds(faces.flatMap(({ polygons }) => polygons.flat()));
      const [wide, high] = [(u1 - u0) / pixels, (v1 - v0) / pixels];
      const covered = new Map<number, number>();
      for (let k = 0; k < pixels * pixels; k++) {
        const [u, v] = [u0 + ((k % pixels) + 0.5031) * wide, v0 + (Math.floor(k / pixels) + 0.4973) * high];
        const nearest = nearestFace(triangles, scene.triangleFace, u, v);
        if (nearest === null) continue;
        const seen = faces.filter(({ polygons }) => polygons.some((polygon) => faceContains(polygon, u, v))).map(({ face }) => face);
        expect(seen).toEqual(nearest < 0 ? [] : [nearest]);
        covered.set(nearest, (covered.get(nearest) ?? 0) + wide * high);
      }
      // a raster is off by no more than the pixels along an outline
      for (const { face, polygons } of faces) {
        const along = polygons.flat().reduce((sum, ring) => sum + pathLength([...ring, ring[0]!, ring[1]!]), 0);
        const area = polygons.reduce((sum, polygon) => sum + faceArea(polygon), 0);
        expect(Math.abs((covered.get(face) ?? 0) - area)).toBeLessThan((along + wide + high) * Math.hypot(wide, high));
      }
    }),
    { seed: 15, numRuns: 40 },
  );
});
