import { dot, subtract } from '../geometry/vec3';
import { difference, intersection, ringBounds, type Ring } from '../geometry/polygons';
import type { BuildUp } from '../model/model';
import type { Frame } from '../geometry/frame';
import { isAir } from '../model/materials/material-name';
import { atan2, cos, sin } from '../geometry/numbers/trigonometry';

export interface CutLayer {
  readonly index: number;
  readonly material: number;
  readonly isAir: boolean;
  readonly rings: Ring[];
}

/** A straight band of the cutting plane: what lies from one distance to another along a unit direction, from the frame's origin. */
export interface Strip {
  readonly across: readonly [number, number];
  readonly from: number;
  readonly to: number;
}

/** Steeper than this to the cutting plane counts as square to it, or lying in it. */
const FLAT = 1e-6;
/** Thinner layers than this are nothing. */
const THIN = 1e-6;

/**
 * Splits the cut outline of a layered element into its layers. The layers are slabs of space between parallel planes; in the
 * cutting plane they are strips between parallel lines, or one layer takes all where the cut runs along the layers. Those of a
 * curved wall are tubes: rings between ellipses, or strips where the cut runs along their axis.
 * `frame` is given in the model's coordinates. What lies outside the layers (a finish beyond the declared thickness) goes to
 * the nearest layer, so no cut area is lost.
 */
export function buildUpLayers(buildUp: BuildUp, frame: Frame, rings: readonly Ring[], nameOf: (material: number) => string): CutLayer[] {
  const { bounds, materials } = buildUp;
  const last = materials.length - 1;
  const layer = (index: number, own: Ring[]): CutLayer => {
    const material = materials[index]!;
    return { index, material, isAir: material >= 0 && isAir(nameOf(material)), rings: own };
  };
  const split = (pieceOf: (index: number) => Ring[]): CutLayer[] =>
    materials.flatMap((_, i) => {
      const own = pieceOf(i);
      return own.length ? [layer(i, own)] : [];
    });
  if (buildUp.centre) {
    const tube = tubes(buildUp, frame, rings);
    return split((i) => {
      const inside = i === last ? [...rings] : cutTo(rings, tube(bounds[i + 1]!));
      const core = i === 0 ? [] : tube(bounds[i]!);
      return core.length ? difference(inside, core).flat() : inside;
    });
  }
  const strips = layerStrips(buildUp, frame);
  if (!strips) {
    const base = dot(buildUp.normal, frame.origin);
    let index = 0;
    while (index < last && base > bounds[index + 1]!) index++;
    return [layer(index, [...rings])];
  }
  return split((i) => {
    const { across, from, to } = strips[i]!;
    if (to - from < THIN) return [];
    return cutToStrip(rings, { across, from: i === 0 ? -Infinity : from, to: i === last ? Infinity : to });
  });
}

/** The strips of flat layers in the cutting plane; null where they lie along it, or are curved. */
export function layerStrips({ normal, bounds, centre }: BuildUp, frame: Frame): Strip[] | null {
  const a = dot(normal, frame.right),
    b = dot(normal, frame.up);
  const steep = Math.hypot(a, b);
  if (centre || steep < FLAT) return null;
  const base = dot(normal, frame.origin);
  const across = [a / steep, b / steep] as const;
  return bounds.slice(1).map((to, i) => ({ across, from: (bounds[i]! - base) / steep, to: (to - base) / steep }));
}

/** What of some rings lies in a strip. */
export function cutToStrip(rings: readonly Ring[], { across: [nu, nv], from, to }: Strip): Ring[] {
  const [u0, v0, u1, v1] = ringBounds(rings);
  const reach = Math.hypot(u1 - u0, v1 - v0) + 1;
  const cu = (u0 + u1) / 2,
    cv = (v0 + v1) / 2;
  const middle = cu * nu + cv * nv;
  const [low, high] = [Math.max(from - middle, -reach), Math.min(to - middle, reach)];
  if (low >= high) return [];
  const corner = (d: number, along: number): [number, number] => [cu + nu * d - nv * along, cv + nv * d + nu * along];
  return cutTo(rings, [Float64Array.from([corner(low, -reach), corner(high, -reach), corner(high, reach), corner(low, reach)].flat())]);
}

const cutTo = (rings: readonly Ring[], by: readonly Ring[]): Ring[] => (by.length ? intersection(rings, by).flat() : []);

/** The outline, in the cutting plane, of the tube of a radius round a curved build-up's axis. */
function tubes({ normal, centre, bounds }: BuildUp, frame: Frame, rings: readonly Ring[]): (radius: number) => Ring[] {
  const from = subtract(centre!, frame.origin);
  const away = dot(from, frame.look);
  const [du, dv, dw] = [dot(normal, frame.right), dot(normal, frame.up), dot(normal, frame.look)];
  const [cu, cv] = [dot(from, frame.right), dot(from, frame.up)];
  if (Math.abs(dw) > FLAT) {
    // where the axis passes the plane; along its trace the circle is drawn out
    const t = -away / dw;
    const [u, v] = [cu + t * du, cv + t * dv];
    const lie = Math.hypot(du, dv) > FLAT ? atan2(dv, du) : 0;
    const turns = cornersRound(rings, u, v, lie, Math.abs(dw));
    return (radius) => {
      const [c, s] = [cos(lie), sin(lie)];
      return [
        Float64Array.from(
          turns.flatMap((turn) => {
            const [x, y] = [(radius * cos(turn)) / Math.abs(dw), radius * sin(turn)];
            return [u + c * x - s * y, v + s * x + c * y];
          }),
        ),
      ];
    };
  }
  // the plane runs along the axis: strips on both its sides, set between the faces that are really there
  const across = [-dv, du] as const;
  const middle = cu * across[0] + cv * across[1];
  const half = (radius: number) => Math.sqrt(Math.max(0, radius * radius - away * away));
  const [inner, outer] = [half(bounds[0]!), half(bounds.at(-1)!)];
  const sides = [-1, 1].map((side) => {
    let [near, far] = [Infinity, 0];
    for (const ring of rings)
      for (let i = 0; i < ring.length; i += 2) {
        const d = side * (ring[i]! * across[0] + ring[i + 1]! * across[1] - middle);
        if (d < 0) continue;
        near = Math.min(near, d);
        far = Math.max(far, d);
      }
    return near < far ? { near, far } : { near: inner, far: outer };
  });
  return (radius) => {
    const part = outer > inner ? (half(radius) - inner) / (outer - inner) : 0;
    const reach = sides.map(({ near, far }) => (half(radius) > 0 ? near + part * (far - near) : 0));
    return cutToStrip(boxOf(rings), { across, from: middle - reach[0]!, to: middle + reach[1]! });
  };
}

function boxOf(rings: readonly Ring[]): Ring[] {
  const [u0, v0, u1, v1] = ringBounds(rings);
  return [Float64Array.of(u0 - 1, v0 - 1, u1 + 1, v0 - 1, u1 + 1, v1 + 1, u0 - 1, v1 + 1)];
}

/** Whether a corner lies on the straight line between its neighbours: where the diagonal of a facet is cut. */
function isOnSide(ring: Ring, i: number): boolean {
  const n = ring.length;
  const [au, av] = [ring[i]! - ring[(i + n - 2) % n]!, ring[i + 1]! - ring[(i + n - 1) % n]!];
  const [bu, bv] = [ring[(i + 2) % n]! - ring[i]!, ring[(i + 3) % n]! - ring[i + 1]!];
  return Math.abs(au * bv - av * bu) < STRAIGHT * Math.hypot(au, av) * Math.hypot(bu, bv);
}
/** Sine of the turn below which a corner is none. */
const STRAIGHT = 0.004;

/** No step between corners of a tube's outline is larger than this. */
const WIDEST = Math.PI / 12;

/**
 * The turns about a centre at which the corners of some rings lie, ascending, filled up where they are far apart: layers then run
 * along the facets of the wall, and none is cut through by a chord of its face. `squeeze` undoes the drawing out along `lie`.
 */
function cornersRound(rings: readonly Ring[], u: number, v: number, lie: number, squeeze: number): number[] {
  const [c, s] = [cos(lie), sin(lie)];
  const found: number[] = [];
  for (const ring of rings)
    for (let i = 0; i < ring.length; i += 2) {
      if (isOnSide(ring, i)) continue;
      const [x, y] = [ring[i]! - u, ring[i + 1]! - v];
      found.push(atan2(y * c - x * s, (x * c + y * s) * squeeze));
    }
  found.sort((a, b) => a - b);
  const out: number[] = [];
  found.forEach((turn, i) => {
    if (i === 0 || turn - out.at(-1)! > 1e-5) out.push(turn);
  });
  return out.flatMap((turn, i) => {
    const next = i + 1 < out.length ? out[i + 1]! : out[0]! + 2 * Math.PI;
    const steps = Math.ceil((next - turn) / WIDEST);
    return Array.from({ length: steps }, (_, k) => turn + ((next - turn) * k) / steps);
  });
}
