import { mirrorFrame, type Frame } from '../geometry/frame';
import type { Vec3 } from '../geometry/vec3';
import type { Model } from '../model/model';
import { isJogged, legsOf, type Leg } from '../sights/legs';
import { resolveSight, type Placed } from '../sights/resolve-sight';
import type { Sight } from '../sights/sight';

/** A storey in an upright drawing. */
export interface Level {
  readonly name: string;
  /** Over the datum of the source file, metres. */
  readonly height: number;
  /** Where it lies in the drawing. */
  readonly v: number;
}

/** A grid line of the model in a drawing. */
export interface Axis {
  readonly tag: string;
  /** u v in turns, metres; of one that stands upright its place alone (one pair, whose v means nothing). */
  readonly points: Float64Array;
}

/** What of a model a drawing can be annotated with, where it lies in that drawing. Plain data, which goes along with the drawing. */
export interface Landmarks {
  readonly levels: readonly Level[];
  readonly axes: readonly Axis[];
}

type Marked = Placed & Pick<Model, 'grid'>;

/** How far a direction may be off and still stand upright, or run along the look (a sine). */
const TRUE = 1e-3;

/**
 * Storeys and grid lines as they lie in the drawing of a sight. Levels stand in drawings whose up is upright; there, an axis that runs
 * along the look stands at one place (of a jogged section in the leg that it crosses), and one that runs askew cannot be told. Plans have
 * all axes. A perspective and a view from a corner have neither.
 * @throws Fault storey-unknown
 */
export function landmarksOf(model: Marked, sight: Sight): Landmarks {
  // of an oblique picture only what lies in its plane is where it seems to be
  if (sight.kind === 'perspective' || sight.oblique) return { levels: [], axes: [] };
  const { frame } = resolveSight(model, sight);
  if (Math.abs(frame.look[2]) > 1 - TRUE * TRUE) return { levels: [], axes: flatAxes(model, sight.kind === 'ceiling plan' ? mirrorFrame(frame) : frame) }; // prettier-ignore
  if (frame.up[2] < 1 - TRUE * TRUE) return { levels: [], axes: [] };
  const zero = frame.origin[2];
  const levels = model.storeys.map(({ name, elevation }): Level => {
    const height = elevation + model.origin[2];
    return { name, height, v: height - zero };
  });
  const legs = isJogged(sight)
    ? legsOf(sight).map(({ sight: leg, from, drawn }) => ({ frame: resolveSight(model, leg).frame, from, drawn }))
    : [{ frame, from: 0, drawn: [-Infinity, Infinity] as const }];
  const axes = legs.flatMap((leg) => uprightAxes(model, leg));
  return { levels, axes: axes.sort((a, b) => a.points[0]! - b.points[0]!) };
}

/** Where a point of the model lies in a frame. */
function onto({ origin, right, up }: Frame, model: Marked, [x, y, z]: Vec3): [number, number] {
  const d: Vec3 = [x + model.origin[0] - origin[0], y + model.origin[1] - origin[1], z + model.origin[2] - origin[2]];
  return [d[0] * right[0] + d[1] * right[1] + d[2] * right[2], d[0] * up[0] + d[1] * up[1] + d[2] * up[2]];
}

function uprightAxes(model: Marked, { frame, from, drawn: [begin, end] }: { readonly frame: Frame } & Pick<Leg, 'from' | 'drawn'>): Axis[] {
  const [rx, ry] = frame.right;
  return model.grid.flatMap(({ tag, from: a, to: b, curve }): Axis[] => {
    const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
    // one without a length has no direction
    if (curve || !(Math.hypot(dx, dy) > 0) || Math.abs(dx * rx + dy * ry) > TRUE * Math.hypot(dx, dy)) return [];
    const [u] = onto(frame, model, a);
    return u < begin || u > end ? [] : [{ tag, points: Float64Array.of(from + u, 0) }];
  });
}

const flatAxes = (model: Marked, frame: Frame): Axis[] =>
  model.grid.map(({ tag, from, to, curve }) => ({
    tag,
    points: Float64Array.from((curve ?? [from, to]).flatMap((p) => onto(frame, model, p))),
  }));
