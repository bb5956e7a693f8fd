import { foreshortening, normalIn, type Frame } from '../geometry/frame';
import type { Ring } from '../geometry/rings';
import { dot, type Vec3 } from '../geometry/vec3';
import type { SegmentList } from '../sights/segments';
import type { TrimPlane } from '../sights/trims';
import type { View } from '../sights/view';
import type { CutFaces } from './cut-faces';

/** From where faces are looked at, and where the View ends. */
type Looking = Pick<View, 'frame' | 'distance' | 'isCut' | 'reach'>;

/** Lines that lie in a trim's plane with their depths in space. */
export function atTheirDepth(lines: SegmentList, from: Frame, to: Looking): SegmentList {
  const [d0, du, dv] = depthOf(from, to);
  const depths = lines.depths.map((_, end) => {
    const w = d0 + du * lines.ends[end * 2]! + dv * lines.ends[end * 2 + 1]!;
    return to.distance === Infinity ? w : (w * to.distance) / (to.distance - w);
  });
  return { ...lines, depths };
}

/** The planes at which a View ends. */
export function endsOf({ frame: { origin, look }, isCut, reach }: Looking): TrimPlane[] {
  const ends: TrimPlane[] = [];
  if (isCut) ends.push({ origin, normal: [-look[0], -look[1], -look[2]] });
  if (reach < Infinity) {
    const at = (k: 0 | 1 | 2) => origin[k] + look[k] * reach;
    ends.push({ origin: [at(0), at(1), at(2)], normal: look });
  }
  return ends;
}

/**
 * How steeply a plane stands in the picture, and how far it lies behind the middle of the picture's plane. Points n · p = c in the
 * View's frame lie, drawn towards an eye at the distance d, on n · p' = c (1 - w' / d): a plane again, with c / d more along w.
 */
function planeIn(from: Frame, { frame: to, distance }: Looking): { readonly steep: number; readonly c: number } {
  const n = from.look;
  const c = dot(n, [from.origin[0] - to.origin[0], from.origin[1] - to.origin[1], from.origin[2] - to.origin[2]]);
  return { steep: normalIn(to, n)[2] + c / distance, c };
}

/** A plane less steep than this is seen from its side. */
export const STEEP = 1e-6;

/** Whether the face of a trim is seen: its outer side, which is against its look, looks at the eye. */
export const looksAt = (from: Frame, to: Looking): boolean => planeIn(from, to).steep >= STEEP;

/** The depth of a trim's plane in the picture: its own at (0, 0), and what comes to it along u and v. */
export function depthOf(from: Frame, to: Looking): readonly [number, number, number] {
  const { steep, c } = planeIn(from, to);
  const [nu, nv] = normalIn(to.frame, from.look);
  return [c / steep, -nu / steep, -nv / steep];
}

/** Cut faces of a plane that looks at the eye as they lie in the picture. */
export function inPicture(faces: CutFaces, from: Frame, { frame: to, distance }: Looking): CutFaces {
  const shift: Vec3 = [from.origin[0] - to.origin[0], from.origin[1] - to.origin[1], from.origin[2] - to.origin[2]];
  const along = (axis: Vec3) => [dot(shift, axis), dot(from.right, axis), dot(from.up, axis)] as const;
  const [u, v, w] = [along(to.right), along(to.up), along(to.look)];
  const place = (ring: Ring): Ring => {
    const out = new Float64Array(ring.length);
    for (let i = 0; i < ring.length; i += 2) {
      const at = ([zero, right, up]: readonly [number, number, number]) => zero + ring[i]! * right + ring[i + 1]! * up;
      const k = foreshortening(at(w), distance);
      out[i] = at(u) * k;
      out[i + 1] = at(v) * k;
    }
    return out;
  };
  return {
    regions: faces.regions.map((region) => ({ ...region, face: region.face.map(place) })),
    outlines: faces.outlines.map(place),
    outlinePart: faces.outlinePart,
    open: faces.open.map(({ part, points }) => ({ part, points: place(points) })),
    mended: faces.mended.map((o) => ({ ...o, at: place(Float64Array.from(o.at)) as unknown as readonly [number, number] })),
  };
}
