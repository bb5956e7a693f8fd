import { atModelSize } from '../scene/scale';
import { dot, type Vec3 } from '../geometry/vec3';
import type { Model } from '../model/model';
import type { Scene } from '../scene/scene';
import { moveFrame, type Frame } from '../geometry/frame';
import { legsOf } from '../sights/legs';
import { resolveSight } from '../sights/resolve-sight';
import { shownParts } from '../sights/shown';
import { limitsOf } from '../sights/limits';
import type { Limits, Sight } from '../sights/sight';
import { Facing, viewSpace } from '../visibility/view-space';
import type { Finding } from './finding';

/** A face nearer to the cutting plane than this is grazed: what is drawn hangs on a hair. Metres. */
const GRAZE = 0.002;
/** Smaller faces in the plane are not worth a word, square metres. */
const SMALL = 0.01;
/** The nudge that gets clear of the face, metres. */
const NUDGE = 0.005;

/**
 * Faces that lie in the cutting plane or a hair from it, one finding for each element, with the nudge that would help and what each
 * side would show. Of a jogged section each leg is asked for itself.
 */
export function grazingCuts(model: Model, prepared: Scene, sight: Sight): Finding[] {
  const scene = atModelSize(prepared);
  if (sight.kind !== 'section' || sight.frame || sight.path!.length < 3) return grazed(model, scene, sight);
  return legsOf(sight).flatMap(({ sight: leg, from }) =>
    grazed(model, scene, leg).map((finding) => ({
      ...finding,
      at: [finding.at![0] + from, finding.at![1]] as const,
    })),
  );
}

/** @param within the part of the picture that is asked for: what lies beyond is not drawn, and grazes nothing */
function grazed(model: Model, scene: Scene, sight: Sight, within: Limits = limitsOf(sight, Infinity) ?? {}): Finding[] {
  const plane = resolveSight(model, sight);
  if (!plane.cut) return [];
  const [left, right] = [within.left ?? -Infinity, within.right ?? Infinity];
  const [bottom, top] = [within.bottom ?? -Infinity, within.top ?? Infinity];
  // a ceiling is drawn as in a mirror
  const side = sight.kind === 'ceiling plan' ? -1 : 1;
  const frame = moveFrame(plane.frame, model.origin);
  const shown = partsNear(scene, frame, shownParts(model, sight));
  const { u, v, w, facing } = viewSpace(scene, frame, shown);
  const byElement = new Map<number, { area: number; at: [number, number]; off: number; front: number }>();
  for (let part = 0; part < shown.length; part++) {
    if (shown[part] !== 1 || !scene.partClosed[part]) continue;
    for (let t = scene.partTriangleStart[part]!; t < scene.partTriangleStart[part + 1]!; t++) {
      const [a, b, c] = [scene.triangles[t * 3]!, scene.triangles[t * 3 + 1]!, scene.triangles[t * 3 + 2]!];
      if (Math.abs(w[a]!) > GRAZE || Math.abs(w[b]!) > GRAZE || Math.abs(w[c]!) > GRAZE || facing[t] === Facing.edgeOn) continue;
      const [ua, ub, uc] = [u[a]! * side, u[b]! * side, u[c]! * side];
      if (Math.max(ua, ub, uc) <= left || Math.min(ua, ub, uc) >= right) continue;
      if (Math.max(v[a]!, v[b]!, v[c]!) <= bottom || Math.min(v[a]!, v[b]!, v[c]!) >= top) continue;
      const area = Math.abs((u[b]! - u[a]!) * (v[c]! - v[a]!) - (v[b]! - v[a]!) * (u[c]! - u[a]!)) / 2;
      const element = scene.partElement[part]!;
      const known = byElement.get(element);
      const sign = facing[t] === Facing.front ? area : -area;
      if (known) {
        known.area += area;
        known.front += sign;
      } else
        byElement.set(element, {
          area,
          at: [Math.min(right, Math.max(left, (ua + ub + uc) / 3)), Math.min(top, Math.max(bottom, (v[a]! + v[b]! + v[c]!) / 3))],
          off: (w[a]! + w[b]! + w[c]!) / 3,
          front: sign,
        });
    }
  }
  const out: Finding[] = [];
  for (const [index, { area, at, off, front }] of byElement) {
    if (area < SMALL) continue;
    const element = model.elements[index]!;
    // a face that looks at the eye has its body behind it: away from the eye the plane cuts the body, nearer it shows its face
    const [away, nearer] = front > 0 ? ['cuts it', 'shows its face'] : ['leaves it out', 'cuts it'];
    const facts = {
      class: element.class,
      name: element.name,
      id: element.id,
      off: Math.abs(off * 1000).toFixed(1),
      nudge: NUDGE * 1000,
      away,
      nearer,
    };
    out.push({ code: 'grazing-cut', facts, at });
  }
  return out;
}

/** Of the parts that are shown those whose boxes come near the plane. */
function partsNear({ partBounds }: Scene, { origin, look }: Frame, shown: Uint8Array): Uint8Array {
  const reach = (a: number, b: number, x: number) => ((b - a) / 2) * Math.abs(x);
  return shown.map((is, part) => {
    if (!is) return 0;
    const [x0, y0, z0, x1, y1, z1] = partBounds.subarray(part * 6, part * 6 + 6) as unknown as [
      number,
      number,
      number,
      number,
      number,
      number,
    ];
    const middle: Vec3 = [(x0 + x1) / 2 - origin[0], (y0 + y1) / 2 - origin[1], (z0 + z1) / 2 - origin[2]];
    const half = reach(x0, x1, look[0]) + reach(y0, y1, look[1]) + reach(z0, z1, look[2]);
    return Math.abs(dot(middle, look)) <= half + GRAZE ? is : 0;
  });
}
