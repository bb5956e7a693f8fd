import { dot, type Vec3 } from '../geometry/vec3';
import type { Ring } from '../geometry/polygons';
import type { Frame } from '../sights/frame';
import type { TrimPlane } from '../sights/trims';
import type { ViewLimits } from '../visibility/candidate-edges';
import type { CutFace } from '../visibility/fill-tiles';
import type { CutFaces } from '../cutting/regions';
import { cutBack, NOTHING_CUT, type Trimmed } from '../cutting/trim';

/** The cut faces of one trim as the sight shows them: what its own plane or its depth takes away is gone. */
export function trimPicture({ frame: from, faces }: Trimmed['faces'][number], to: Frame, limits: ViewLimits, number: number): CutFaces {
  const own = inPicture(cutBack(faces, from, endsOf(to, limits)), from, to);
  return { ...own, regions: own.regions.map((region) => ({ ...region, trim: number })) };
}

/** What of the cut faces of one trim hides what lies behind it, without a body that would. */
export function sheetsIn({ frame: from, sheets }: Trimmed['faces'][number], to: Frame, limits: ViewLimits): CutFace[] {
  const { regions } = inPicture(cutBack(sheets, from, endsOf(to, limits)), from, to);
  const [n, steep] = [from.look, dot(from.look, to.look)];
  const before = dot(n, [to.origin[0] - from.origin[0], to.origin[1] - from.origin[1], to.origin[2] - from.origin[2]]);
  return regions.map(({ face }) => ({ face, depth: [-before / steep, -dot(n, to.right) / steep, -dot(n, to.up) / steep] }));
}

/** The planes at which a sight ends. */
function endsOf(to: Frame, limits: ViewLimits): TrimPlane[] {
  const ends: TrimPlane[] = [];
  if (limits.cut) ends.push({ origin: to.origin, normal: [-to.look[0], -to.look[1], -to.look[2]] });
  if (limits.depth < Infinity) {
    const at = (k: 0 | 1 | 2) => to.origin[k] + to.look[k] * limits.depth;
    ends.push({ origin: [at(0), at(1), at(2)], normal: to.look });
  }
  return ends;
}

/** Whether the face of a trim is seen: its outer side, which is against its look, looks at the eye. */
export const looksAt = (from: Frame, to: Frame): boolean => dot(from.look, to.look) >= 1e-6;

/** Cut faces of one plane as they lie in another frame's picture; empty when they look away from it. */
function inPicture(faces: CutFaces, from: Frame, to: Frame): CutFaces {
  if (!looksAt(from, to)) return NOTHING_CUT;
  const shift: Vec3 = [from.origin[0] - to.origin[0], from.origin[1] - to.origin[1], from.origin[2] - to.origin[2]];
  const [u0, v0] = [dot(shift, to.right), dot(shift, to.up)];
  const [ru, rv] = [dot(from.right, to.right), dot(from.right, to.up)];
  const [pu, pv] = [dot(from.up, to.right), dot(from.up, to.up)];
  const place = (ring: Ring): Ring => {
    const out = new Float64Array(ring.length);
    for (let i = 0; i < ring.length; i += 2) {
      out[i] = u0 + ring[i]! * ru + ring[i + 1]! * pu;
      out[i + 1] = v0 + ring[i]! * rv + ring[i + 1]! * pv;
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
