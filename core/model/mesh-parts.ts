import { Fault, type Note } from '../faults/fault';
import { isClosed } from '../geometry/boundary-sum';
import type { Colour, Model } from './model';
import { ModelBuilder } from './model-builder';
import { moveToOrigin } from './move-to-origin';
import { UNITS, type LengthUnit } from './length-unit';
import { withTwinIds } from './twin-ids';
import { tellUnit } from './guess-unit';

/** How a mesh file is to be taken; what is not said is as the format has it. */
export interface MeshOptions {
  readonly unit?: LengthUnit | undefined;
  readonly up?: 'y' | 'z' | undefined;
  /** Other files that came along, by name: a material library, the data of a glTF. */
  readonly companion?: ((name: string) => Uint8Array | undefined) | undefined;
  readonly progress?: ((share: number) => void) | undefined;
}

/** A colour for what has none. */
export const PLAIN: Colour = [0.85, 0.83, 0.78, 1];

/**
 * Collects elements and parts of a mesh file into a Model: turned to Z up, in metres, with ids of their own. Corners are written
 * as the file has them and turned at the end, all at once.
 */
export class MeshParts {
  readonly builder = new ModelBuilder();
  private readonly materialOf = new Map<string, number>();
  private readonly ids = new Map<string, number>();
  private notFinite = 0;
  /** Where the triangles of the element begin, and its stretches of one material, as places in the list of triangles. */
  private first = 0;
  private readonly runs: { readonly material: number; readonly from: number; readonly to: number }[] = [];

  /** Begins an element. */
  element(name: string, className = 'Element'): number {
    const seen = this.ids.get(name) ?? 0;
    this.ids.set(name, seen + 1);
    const id = seen ? `${name}~${seen + 1}` : name;
    const { elements } = this.builder;
    return elements.push({ id, class: className, name, type: '', storey: -1, use: 'solid', assembly: '', buildUp: null }) - 1;
  }

  /** The material of a name, made when it is first met. */
  material(name: string, colour: Colour | null): number {
    let known = this.materialOf.get(name);
    if (known === undefined) {
      known = this.builder.materials.push({ name, colour }) - 1;
      this.materialOf.set(name, known);
    }
    return known;
  }

  /** The triangles since the last call are of this material. */
  endMaterial(material: number): void {
    const to = this.builder.triangles.length;
    const from = this.runs.at(-1)?.to ?? this.first;
    if (to > from) this.runs.push({ material, from, to });
  }

  /** The triangles since the last call are a closed body of the element, of one material. */
  endBody(material: number): void {
    const { builder } = this;
    if (builder.hasOpenPart) builder.endPart(builder.elements.length - 1, material, builder.materials[material]?.colour ?? PLAIN);
    this.first = builder.triangles.length;
  }

  /**
   * Ends the element that was begun last. Faces of one material that close are a body of their own; all others are one body
   * with the material of most of them: a block that is painted on one side is still a block.
   */
  endElement(): void {
    const { builder, runs } = this;
    const materials = [...new Set(runs.map((r) => r.material))];
    const end = (material: number) => {
      if (builder.hasOpenPart) builder.endPart(builder.elements.length - 1, material, builder.materials[material]?.colour ?? PLAIN);
    };
    if (materials.length > 1) {
      const faces = materials.map((material) => {
        const own = runs.filter((r) => r.material === material).map(({ from, to }) => builder.triangles.view().slice(from, to));
        const all = new Uint32Array(own.reduce((sum, o) => sum + o.length, 0));
        for (let k = 0, at = 0; k < own.length; at += own[k++]!.length) all.set(own[k]!, at);
        return { material, all, closes: isClosed(builder.positions.view(), all) };
      });
      builder.triangles.length = this.first;
      const put = ({ all }: { all: Uint32Array }) => {
        builder.triangles.reserve(all.length).set(all, builder.triangles.length);
        builder.triangles.length += all.length;
      };
      for (const own of faces)
        if (own.closes) {
          put(own);
          end(own.material);
        }
      const rest = faces.filter((f) => !f.closes);
      rest.forEach(put);
      if (rest.length) end(rest.reduce((most, f) => (f.all.length > most.all.length ? f : most)).material);
    } else end(materials[0] ?? -1);
    this.runs.length = 0;
    this.first = builder.triangles.length;
  }

  /** Adds a mesh with its own corners: `positions` three numbers each, `indices` three corners each. */
  mesh(positions: ArrayLike<number>, indices: ArrayLike<number>): void {
    const { builder } = this;
    const first = builder.positions.length / 3;
    const corners = builder.positions.reserve(positions.length);
    for (let i = 0, at = builder.positions.length; i < positions.length; i++, at++) corners[at] = positions[i]!;
    builder.positions.length += positions.length;
    const triangles = builder.triangles.reserve(indices.length);
    for (let i = 0, at = builder.triangles.length; i < indices.length; i++, at++) triangles[at] = indices[i]! + first;
    builder.triangles.length += indices.length;
  }

  /**
   * The model. Lengths are turned into metres by `unit`, or by what the format says; where neither tells, metres are taken and
   * a note says what the size would be in other units. Triangles with corners that are not numbers go.
   */
  model(name: string, source: string, { unit, up }: MeshOptions, own: { readonly metres?: number; readonly up: 'y' | 'z' }): Model {
    const { builder } = this;
    const factor = unit ? UNITS[unit] : (own.metres ?? 1);
    const isTurned = (up ?? own.up) === 'y';
    const data = builder.positions.reserve(0);
    let isSound = true;
    for (let i = 0; i < builder.positions.length; i += 3) {
      const x = data[i]! * factor,
        y = data[i + 1]! * factor,
        z = data[i + 2]! * factor;
      if (x * 0 + y * 0 + z * 0 !== 0) isSound = false;
      data[i] = x;
      data[i + 1] = isTurned ? -z : y;
      data[i + 2] = isTurned ? y : z;
    }
    if (!isSound) this.dropNotFinite(data);
    if (!unit && own.metres === undefined) tellUnit(builder);
    builder.asRead = { metres: factor, up: isTurned ? 'y' : 'z', isStated: unit !== undefined || own.metres !== undefined };
    moveToOrigin(builder);
    const model = withTwinIds(builder.build(name, source));
    tellWithoutArea(model, builder.notes);
    return model;
  }

  /** Corners that are not numbers become one place, and their triangles lose their extent: they go when the model is prepared. */
  private dropNotFinite(data: Float64Array): void {
    const { triangles, positions, notes } = this.builder;
    const isBad = new Uint8Array(positions.length / 3);
    let sound = -1;
    for (let v = 0; v < isBad.length; v++)
      if (Number.isFinite(data[v * 3]! + data[v * 3 + 1]! + data[v * 3 + 2]!)) sound = v;
      else {
        isBad[v] = 1;
        data.fill(0, v * 3, v * 3 + 3);
      }
    const indices = triangles.reserve(0);
    for (let t = 0; t < triangles.length; t += 3)
      if (isBad[indices[t]!] || isBad[indices[t + 1]!] || isBad[indices[t + 2]!]) {
        this.notFinite++;
        indices.fill(Math.max(0, sound), t, t + 3);
      }
    for (let v = 0; sound >= 0 && v < isBad.length; v++) if (isBad[v]) data.copyWithin(v * 3, sound * 3, sound * 3 + 3);
    if (this.notFinite * 3 === triangles.length)
      throw new Fault('file-damaged', { place: 'in its corners', reason: 'of no face are all coordinates numbers' });
    if (this.notFinite) notes.push({ code: 'faces-not-finite', facts: { count: this.notFinite } });
  }
}

/**
 * Faces whose corners lie on one line are none: a file of nothing else is refused, an element of nothing else is named.
 * @throws Fault file-without-faces
 */
function tellWithoutArea({ positions, triangles, partStart, partElement, elements }: Model, notes: Note[]): void {
  const isThere = new Uint8Array(elements.length);
  const isEmpty = new Uint8Array(elements.length);
  partElement.forEach((element, part) => {
    isEmpty[element] = 1;
    for (let t = partStart[part]!; t < partStart[part + 1]! && !isThere[element]; t++)
      if (hasArea(positions, triangles[t * 3]! * 3, triangles[t * 3 + 1]! * 3, triangles[t * 3 + 2]! * 3)) isThere[element] = 1;
  });
  if (triangles.length && !isThere.includes(1)) throw new Fault('file-without-faces', { reason: 'no face with an area is among them' });
  elements.forEach(({ class: className, name, id }, e) => {
    if (isEmpty[e] && !isThere[e]) notes.push({ code: 'faces-without-area', facts: { class: className, name, id } });
  });
}

/** Whether a triangle is more than a line, to the last digits of its coordinates. */
function hasArea(p: Float64Array, a: number, b: number, c: number): boolean {
  const [ux, uy, uz] = [p[b]! - p[a]!, p[b + 1]! - p[a + 1]!, p[b + 2]! - p[a + 2]!];
  const [vx, vy, vz] = [p[c]! - p[a]!, p[c + 1]! - p[a + 1]!, p[c + 2]! - p[a + 2]!];
  const [nx, ny, nz] = [uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx];
  const longest = Math.max(ux * ux + uy * uy + uz * uz, vx * vx + vy * vy + vz * vz);
  return nx * nx + ny * ny + nz * nz > 1e-24 * longest * longest;
}
