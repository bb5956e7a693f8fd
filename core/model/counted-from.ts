import { dot, subtract, type Vec3 } from '../geometry/vec3';
import { movedFlat } from './flat-shapes';
import type { BuildUp, GridLine, Model } from './model';

/** What of a model has a place. */
type Placed = Pick<Model, 'storeys' | 'grid' | 'elements' | 'flat'>;

/** Storeys, grid lines, build-ups and flat shapes as they count from a zero that lies `by` away. */
export function movedBy({ storeys, grid, elements, flat }: Placed, by: Vec3): Placed {
  const move = (p: Vec3): Vec3 => subtract(p, by);
  const line = (g: GridLine): GridLine => ({ ...g, from: move(g.from), to: move(g.to), ...(g.curve && { curve: g.curve.map(move) }) });
  const layers = ({ centre, bounds, ...own }: BuildUp): BuildUp => {
    const shift = dot(own.normal, by);
    return centre ? { ...own, centre: move(centre), bounds } : { ...own, bounds: bounds.map((b) => b - shift) };
  };
  return {
    storeys: storeys.map((s) => ({ ...s, elevation: s.elevation - by[2] })),
    grid: grid.map(line),
    elements: elements.map((e) => (e.buildUp ? { ...e, buildUp: layers(e.buildUp) } : e)),
    ...(flat && { flat: flat.map((shape) => movedFlat(shape, move)) }),
  };
}

/** A model that lies farther than this from a zero has nothing to do with it, metres. */
const APART = 50_000;

/**
 * The same model counted from another zero: that of the reading before it, so that limits, coordinates and hand work stay where they are
 * when something was added that moves its middle. One that lies somewhere else altogether keeps its own.
 */
export function countedFrom(model: Model, zero: Vec3): Model {
  const by = subtract(zero, model.origin);
  const away = Math.hypot(...by);
  if (away === 0 || away > APART) return model;
  const positions = model.positions.map((x, i) => x - by[i % 3]!);
  return { ...model, ...movedBy(model, by), origin: zero, positions };
}
