import type { Profile } from '../../../core/touch-ups/profile-at';
import type { TouchUp } from '../../../core/touch-ups/touch-up';
import { ringBounds } from '../../../core/geometry/rings';
import { dot } from '../../../core/geometry/vec3';
import type { ModelInfo } from '../../data/database';
import type { Project, ProjectSight } from '../../data/project';
import type { Send } from '../../project/use-commands';
import { newDetail } from '../register/new-sights';
import { pictureOf, type Picture } from '../sight-geometry';

/** So much of a profile's longer side is left free around it in a detail. */
const MARGIN = 0.15;

/** The sights in which a profile of this one can be laid in its place: their drawings lie in parallel planes. */
export function parallelSights(project: Project, model: ModelInfo, of: ProjectSight): readonly ProjectSight[] {
  const own = pictureIn(model, of);
  if (!own) return [];
  return Object.values(project.sights).filter((other) => {
    const theirs = other.id === of.id ? null : pictureIn(model, other);
    return theirs !== null && Math.abs(dot(own.look, theirs.look)) > 1 - 1e-9;
  });
}

/** null where a sight cannot be drawn by now, as when its storey is gone. */
function pictureIn(model: ModelInfo, { sight }: ProjectSight): Picture | null {
  try {
    return pictureOf(model, sight);
  } catch {
    return null;
  }
}

/** Keeps a profile as a detail: a sight of its own, some times as large, of what lies around it. */
export function keepAsDetail(project: Project, of: ProjectSight, { face }: Profile, send: Send): void {
  const [u0, v0, u1, v1] = ringBounds(face);
  const by = Math.max(u1 - u0, v1 - v0) * MARGIN;
  const made = newDetail(project, of, [u0 - by, v0 - by, u1 + by, v1 + by]);
  void send({ intent: 'add sights', label: `Detail ${made.sight.number} of ${of.sight.number}`, sights: [made] });
}

/** Draws a profile as an outline on the drawing of another sight, where it lies in the model. */
export function copyInto(model: ModelInfo, from: ProjectSight, to: ProjectSight, { face }: Profile, send: Send): void {
  const [own, theirs] = [pictureOf(model, from.sight)!, pictureOf(model, to.sight)!];
  const add = face.map((ring): TouchUp => {
    const points: number[] = [];
    for (let i = 0; i < ring.length; i += 2) points.push(...theirs.placeOf(own.pointAt([ring[i]!, ring[i + 1]!])));
    return { id: crypto.randomUUID(), kind: 'line', points: [...points, points[0]!, points[1]!], as: { role: 'outline' } };
  });
  void send({ intent: 'touch up', label: `Profile copied into ${to.sight.number}`, id: to.id, add });
}
