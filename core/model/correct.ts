import type { Vec3 } from '../geometry/vec3';
import type { DrawnOutline, PlanChanges } from './plan';
import { movedFlat } from './flat-shapes';
import { UNITS, type LengthUnit } from './length-unit';
import type { BuildUp, Element, Material, Model } from './model';

/** What is corrected of one element; what is left out stays as it was read. */
export interface ElementCorrection {
  readonly class?: string;
  /** Name of its material; replaces a build-up. */
  readonly material?: string;
  /** Name of its storey; one that the model has not is made, its floor where the lowest of its elements begins. */
  readonly storey?: string;
  /** Where it overlaps another element in a cut, the higher rank keeps its place; null = that of its material. */
  readonly rank?: number | null;
  /** It is not to be in any drawing. */
  readonly leftOut?: true;
}

/** What a person has set right about a model, kept beside it and put on again after each reading. */
export interface Corrections {
  /** The figures of the file are of this unit, whatever it says. */
  readonly unit?: LengthUnit;
  readonly up?: 'y' | 'z';
  /** Of the table with which a plan is built. */
  readonly plan?: PlanChanges;
  /** Outlines drawn into a plan by hand. */
  readonly drawn?: readonly DrawnOutline[];
  /** By id of the element. */
  readonly elements?: Readonly<Record<string, ElementCorrection>>;
}

/** The model as it should have been read. Nothing of the given model is changed; arrays that stay the same are shared. */
export function correct(model: Model, { unit, up, elements }: Corrections): Model {
  const read = model.asRead ?? { metres: 1, up: 'z', isStated: true };
  const scale = unit ? UNITS[unit] / read.metres : 1;
  const turn = up && up !== read.up ? up : null;
  let out = model;
  if (scale !== 1 || turn) out = placed(out, read, scale, turn);
  // a unit that a person has named is stated, also when it is the one that was taken
  if (unit)
    out = { ...out, asRead: { ...read, ...out.asRead, isStated: true }, notes: out.notes.filter(({ code }) => !/^unit-/.test(code)) };
  return elements && Object.keys(elements).length ? withElements(out, elements) : out;
}

/** Grown by a factor, and set upright: a file with Y up that was read as Z up, or the other way. */
function placed(model: Model, read: NonNullable<Model['asRead']>, scale: number, turn: 'y' | 'z' | null): Model {
  const move = ([x, y, z]: Vec3): Vec3 => {
    const [a, b, c] = [x * scale, y * scale, z * scale];
    return turn === 'y' ? [a, -c, b] : turn === 'z' ? [a, c, -b] : [a, b, c];
  };
  const positions = new Float64Array(model.positions.length);
  for (let i = 0; i < positions.length; i += 3)
    positions.set(move([model.positions[i]!, model.positions[i + 1]!, model.positions[i + 2]!]), i);
  const buildUp = (b: BuildUp): BuildUp => {
    const n = move(b.normal);
    const length = Math.hypot(...n);
    return {
      ...b,
      normal: [n[0] / length, n[1] / length, n[2] / length],
      bounds: b.bounds.map((x) => x * scale),
      ...(b.centre ? { centre: move(b.centre) } : {}),
    };
  };
  return {
    ...model,
    origin: move(model.origin),
    positions,
    asRead: { metres: read.metres * scale, up: turn ?? read.up, isStated: read.isStated },
    storeys: model.storeys.map((s) => ({ ...s, elevation: s.elevation * scale })),
    grid: model.grid.map((g) => ({ ...g, from: move(g.from), to: move(g.to), ...(g.curve && { curve: g.curve.map(move) }) })),
    ...(model.flat && { flat: model.flat.map((shape) => movedFlat(shape, move)) }),
    elements: model.elements.map((e) => (e.buildUp ? { ...e, buildUp: buildUp(e.buildUp) } : e)),
  };
}

function withElements(model: Model, corrections: NonNullable<Corrections['elements']>): Model {
  const materials: Material[] = [...model.materials];
  const rowOf = (name: string) => {
    const known = materials.findIndex((m) => m.name === name);
    return known >= 0 ? known : materials.push({ name, colour: null }) - 1;
  };
  const storeys = withStoreys(model, corrections);
  const newMaterial = new Map<number, number>();
  const leftOut = new Uint8Array(model.elements.length);
  const elements = model.elements.map((e, i): Element => {
    const own = corrections[e.id];
    if (!own) return e;
    if (own.leftOut) leftOut[i] = 1;
    if (own.material !== undefined) newMaterial.set(i, rowOf(own.material));
    const storey = own.storey === undefined ? e.storey : storeys.findIndex((s) => s.name === own.storey);
    const { rank = e.rank } = own;
    const buildUp = own.material === undefined ? e.buildUp : null;
    return { ...e, class: own.class ?? e.class, storey, buildUp, ...(typeof rank === 'number' && { rank }) };
  });
  const partMaterial = model.partMaterial.map((old, p) => newMaterial.get(model.partElement[p]!) ?? old);
  const whole: Model = { ...model, materials, storeys, elements, partMaterial };
  return leftOut.includes(1) ? without(whole, leftOut) : whole;
}

/** The storeys of a model with those that only corrections name, at the end: the rows of the others stay. */
function withStoreys(model: Model, corrections: NonNullable<Corrections['elements']>): Model['storeys'] {
  const known = new Set(model.storeys.map((s) => s.name));
  const named = new Set(Object.values(corrections).flatMap(({ storey }) => (storey && !known.has(storey) ? [storey] : [])));
  if (!named.size) return model.storeys;
  const floor = new Map<string, number>();
  model.partElement.forEach((e, p) => {
    const storey = corrections[model.elements[e]!.id]?.storey;
    if (storey === undefined || !named.has(storey)) return;
    let low = floor.get(storey) ?? Infinity;
    for (let i = model.partStart[p]! * 3; i < model.partStart[p + 1]! * 3; i++)
      low = Math.min(low, model.positions[model.triangles[i]! * 3 + 2]!);
    floor.set(storey, low);
  });
  const made = [...floor].filter(([, elevation]) => elevation < Infinity).map(([name, elevation]) => ({ name, elevation }));
  return [...model.storeys, ...made.sort((a, b) => a.elevation - b.elevation)];
}

/** Takes the bodies of some elements away; the elements themselves stay in the list, so that they can come back. */
function without(model: Model, leftOut: Uint8Array): Model {
  const { partStart, partElement, partMaterial, partColour, triangles } = model;
  const parts = Array.from(partElement.keys()).filter((p) => !leftOut[partElement[p]!]);
  const start = [0];
  for (const p of parts) start.push(start.at(-1)! + partStart[p + 1]! - partStart[p]!);
  const out = new Uint32Array(start.at(-1)! * 3);
  parts.forEach((p, i) => out.set(triangles.subarray(partStart[p]! * 3, partStart[p + 1]! * 3), start[i]! * 3));
  return {
    ...model,
    triangles: out,
    partStart: Uint32Array.from(start),
    partElement: Uint32Array.from(parts, (p) => partElement[p]!),
    partMaterial: Int32Array.from(parts, (p) => partMaterial[p]!),
    partColour: Uint8Array.from(parts.flatMap((p) => [...partColour.subarray(p * 4, p * 4 + 4)])),
  };
}
