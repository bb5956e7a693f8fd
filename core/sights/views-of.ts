import type { Note } from '../faults/fault';
import { foreshortening, mirrorFrame, moveFrame, type Frame } from '../geometry/frame';
import { ON_PLANE } from '../geometry/numbers/tolerances';
import { dot, scale, type Vec3 } from '../geometry/vec3';
import type { Model } from '../model/model';
import type { Scene } from '../scene/scene';
import { askewNote, rolledNote } from './askew';
import { isJogged, legsOf, type Leg } from './legs';
import { limitsOf } from './limits';
import { pictureFrame, resolveSight } from './resolve-sight';
import { jointParts, shownParts } from './shown';
import type { Limits, Sight } from './sight';
import { trimPlanes, type TrimPlane } from './trims';
import { HERE, type Place, type View, type Window } from './view';

/** What rules tell of the parts of a model: see `shownParts` and `jointParts`. */
export interface ToldParts {
  readonly shown: Uint8Array;
  readonly joints: Uint8Array;
}

/** The Views of a sight, and where the drawing lies that they make together. */
export interface SightViews {
  readonly views: readonly View[];
  /** Of the drawing, in the coordinates of the source file. */
  readonly frame: Frame;
  /** Of the drawing, in metres. */
  readonly limits: Limits | undefined;
  readonly notes: readonly Note[];
}

/** Nothing nearer to the eye than this is drawn, metres. */
export const NEAREST = 0.05;

/**
 * What a sight means in figures: legs, the view upwards, a ceiling's mirror and the plane before the eye are all Views. Lengths are
 * those of the scene, which may be larger than the model (`Scene.scale`).
 * @throws Fault storey-unknown
 */
export function viewsOf(model: Model, scene: Scene, sight: Sight, told: ToldParts = partsOf(model, sight)): SightViews {
  const plane = resolveSight(model, sight);
  const limits = limitsOf(sight, plane.distance);
  const made = isJogged(sight)
    ? legsOf(sight).map((leg) =>
        viewOf(model, scene, leg.sight, told, legWindow(limits, leg), { ...HERE, shift: leg.from, from: leg.drawn[0], to: leg.drawn[1] }),
      )
    : [
        viewOf(model, scene, sight, told, windowOf(limits, sight.kind === 'ceiling plan'), {
          ...HERE,
          isMirrored: sight.kind === 'ceiling plan',
        }),
      ];
  return {
    views: (sight.overhead === undefined ? made : [...made, upwards(model, scene, sight, told, limits)]).map((view) =>
      enlarged(view, scene.scale),
    ),
    frame: sight.kind === 'ceiling plan' ? mirrorFrame(plane.frame) : plane.frame,
    limits,
    notes: [...askewNote(scene, sight, plane.frame), ...rolledNote(sight, plane.frame)],
  };
}

export const partsOf = (model: Model, sight: Sight): ToldParts => ({ shown: shownParts(model, sight), joints: jointParts(model, sight) });

function viewOf(model: Model, scene: Scene, sight: Sight, told: ToldParts, window: Window, place: Place): View {
  const { frame: own, cut, distance } = resolveSight(model, sight);
  const frame = moveFrame(pictureFrame(sight, own), model.origin);
  const shown = cut ? withoutWhatLiesBefore(scene, frame, told.shown) : told.shown;
  // an elevation has no plane to count from: it counts from the building
  const isFromBuilding = sight.kind === 'elevation' && !sight.frame && (typeof sight.depth === 'number' || sight.far !== undefined);
  const from = isFromBuilding ? nearestOf(model, scene, frame, shown) : 0;
  const reach = from + (sight.depth ?? Infinity);
  const deep = (at: number) => (at === Infinity ? (distance === Infinity ? Infinity : distance) : at * foreshortening(at, distance));
  return {
    frame,
    distance,
    isCut: cut,
    reach,
    depth: reach === Infinity ? Infinity : deep(reach),
    far: sight.far === undefined ? Infinity : deep(from + sight.far),
    jumps: sight.jumps ?? [],
    window,
    trims: trimPlanes(sight, model.origin),
    eyePlane: distance === Infinity ? null : beforeTheEye(frame, distance - NEAREST / scene.scale),
    shown,
    joints: told.joints,
    kind: sight.kind,
    keepsHidden: sight.hidden === true,
    isProfile: sight.profile === true,
    layersMeet: sight.layersMeet === true,
    place,
  };
}

/** The view upwards from the cut of a plan. */
function upwards(model: Model, scene: Scene, sight: Sight, told: ToldParts, limits: Limits | undefined): View {
  const { frame } = sight;
  const up: Sight = {
    ...sight,
    frame: frame && { ...frame, look: scale(frame.look, -1) },
    kind: 'ceiling plan',
    depth: sight.overhead,
    hidden: false,
    far: undefined,
    jumps: undefined,
  };
  return viewOf(model, scene, up, told, windowOf(limits, true), { ...HERE, isMirrored: true, isOverhead: true });
}

function windowOf({ left, right, bottom, top }: Limits = {}, isMirrored: boolean): Window {
  const [u0, u1] = [left ?? -Infinity, right ?? Infinity];
  return { u0: isMirrored ? -u1 : u0, v0: bottom ?? -Infinity, u1: isMirrored ? -u0 : u1, v1: top ?? Infinity };
}

function legWindow(limits: Limits | undefined, { from, drawn: [begin, end] }: Leg): Window {
  const { u0, v0, u1, v1 } = windowOf(limits, false);
  return { u0: Math.max(begin, u0 - from), v0, u1: Math.min(end, u1 - from), v1 };
}

/** A perspective draws what lies before the eye. */
function beforeTheEye({ origin, look }: Frame, before: number): TrimPlane {
  const at = (k: 0 | 1 | 2) => origin[k] - look[k] * before;
  return { origin: [at(0), at(1), at(2)], normal: [-look[0], -look[1], -look[2]] };
}

/** How far along the look the first of what is shown lies, metres; the ground is asked only where there is nothing else. */
function nearestOf(model: Model, scene: Scene, frame: Frame, shown: Uint8Array): number {
  let [least, ground] = [Infinity, Infinity];
  for (let part = 0; part < shown.length; part++) {
    if (!shown[part]) continue;
    const [near] = reachAlong(scene, part, frame);
    if (model.elements[model.partElement[part]!]!.use === 'terrain') ground = Math.min(ground, near);
    else least = Math.min(least, near);
  }
  return least < Infinity ? least : ground < Infinity ? ground : 0;
}

/** Of elements that are left whole those go that lie before the cutting plane as a whole. */
function withoutWhatLiesBefore(scene: Scene, frame: Frame, shown: Uint8Array): Uint8Array {
  if (!shown.includes(2)) return shown;
  const reaches = new Set<number>();
  for (let part = 0; part < shown.length; part++)
    if (shown[part] === 2 && reachAlong(scene, part, frame)[1] > ON_PLANE) reaches.add(scene.partElement[part]!);
  return shown.map((is, part) => (is === 2 && !reaches.has(scene.partElement[part]!) ? 0 : is));
}

/** The least and the largest depth of a part behind a frame's plane, metres. */
function reachAlong({ vertices, partVertexStart, scale: by }: Scene, part: number, { origin, look }: Frame): [number, number] {
  let [low, high] = [Infinity, -Infinity];
  for (let v = partVertexStart[part]! * 3; v < partVertexStart[part + 1]! * 3; v += 3) {
    const p: Vec3 = [vertices[v]! / by - origin[0], vertices[v + 1]! / by - origin[1], vertices[v + 2]! / by - origin[2]];
    const w = dot(p, look);
    if (w < low) low = w;
    if (w > high) high = w;
  }
  return [low, high];
}

/** The same View of a scene that is larger by a power of two. */
function enlarged(view: View, by: number): View {
  if (by === 1) return view;
  const { frame, window, place } = view;
  const plane = ({ origin, normal }: TrimPlane): TrimPlane => ({ origin: scale(origin, by), normal });
  return {
    ...view,
    frame: { ...frame, origin: scale(frame.origin, by) },
    distance: view.distance * by,
    reach: view.reach * by,
    depth: view.depth * by,
    far: view.far * by,
    jumps: view.jumps.map((size) => size * by),
    window: { u0: window.u0 * by, v0: window.v0 * by, u1: window.u1 * by, v1: window.v1 * by },
    trims: view.trims.map(plane),
    eyePlane: view.eyePlane && plane(view.eyePlane),
    place: { ...place, shift: place.shift * by, from: place.from * by, to: place.to * by },
  };
}
