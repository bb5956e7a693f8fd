import { dot } from '../geometry/vec3';
import { intersection, ringBounds, type Ring } from '../geometry/polygons';
import type { BuildUp } from '../model/model';
import type { Frame } from '../sights/frame';
import { isAir } from './material-rank';

export interface CutLayer {
  readonly index: number;
  readonly material: number;
  readonly isAir: boolean;
  readonly rings: Ring[];
}

/**
 * Splits the cut outline of a layered element into its layers. The layers are slabs of space between parallel planes; in the
 * cutting plane they are strips between parallel lines, or one layer takes all where the cut runs along the layers.
 * `frame` is given in the model's coordinates. What lies outside the layers (a finish beyond the declared thickness) goes to
 * the nearest layer, so no cut area is lost.
 */
export function buildUpLayers(buildUp: BuildUp, frame: Frame, rings: readonly Ring[], nameOf: (material: number) => string): CutLayer[] {
  const { normal, bounds, materials } = buildUp;
  const a = dot(normal, frame.right),
    b = dot(normal, frame.up);
  const base = dot(normal, frame.origin);
  const steep = Math.hypot(a, b);
  const last = materials.length - 1;
  const layer = (index: number, own: Ring[]): CutLayer => {
    const material = materials[index]!;
    return { index, material, isAir: material >= 0 && isAir(nameOf(material)), rings: own };
  };
  if (steep < 1e-6) {
    let index = 0;
    while (index < last && base > bounds[index + 1]!) index++;
    return [layer(index, [...rings])];
  }
  const [u0, v0, u1, v1] = ringBounds(rings);
  const reach = Math.hypot(u1 - u0, v1 - v0) + 1;
  const cu = (u0 + u1) / 2,
    cv = (v0 + v1) / 2;
  // direction across the strips (nu, nv) and along them
  const nu = a / steep,
    nv = b / steep;
  const at = (bound: number) => (bound - base) / steep - (cu * nu + cv * nv);
  const out: CutLayer[] = [];
  for (let i = 0; i <= last; i++) {
    const from = i === 0 ? -reach : at(bounds[i]!);
    const to = i === last ? reach : at(bounds[i + 1]!);
    if (to - from < 1e-6 || to < -reach || from > reach) continue;
    const corner = (across: number, along: number): [number, number] => [cu + nu * across - nv * along, cv + nv * across + nu * along];
    const strip = Float64Array.from([corner(from, -reach), corner(to, -reach), corner(to, reach), corner(from, reach)].flat());
    const faces = intersection(rings, [strip]);
    if (faces.length) out.push(layer(i, faces.flat()));
  }
  return out;
}
