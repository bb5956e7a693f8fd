import earcut from 'earcut';
import { Fault } from '../faults/fault';
import type { Model } from '../model/model';
import { ModelBuilder } from '../model/model-builder';
import { moveToOrigin } from '../model/move-to-origin';

/** Lengths of one unit in metres. */
export const UNITS = { m: 1, cm: 0.01, mm: 0.001, in: 0.0254, ft: 0.3048 } as const;
export type LengthUnit = keyof typeof UNITS;

export interface ObjOptions {
  readonly unit?: LengthUnit;
  readonly up?: 'y' | 'z';
}

/**
 * Reads a Wavefront OBJ text: each `o` or `g` group is an element, `usemtl` its material.
 * Metres and Z up unless the options say otherwise. Faces with more than three corners are triangulated (earcut).
 * @throws Fault obj-no-faces, obj-bad-number (with the line)
 */
export function readObj(text: string, name: string, { unit = 'm', up = 'z' }: ObjOptions = {}): Model {
  const builder = new ModelBuilder();
  const factor = UNITS[unit];
  const corners: number[] = [];
  const materialIndex = new Map<string, number>();
  const ids = new Map<string, number>();
  let group = name;
  let material = -1;
  let partMaterial = -1;
  let open = false;
  let skipped = 0;
  let firstSkipped: [number, number] = [0, 0];
  // Corners of the group so far: a group only stores those that it uses.
  let local = new Map<number, number>();

  const endGroup = () => {
    if (!open) return;
    const seen = ids.get(group) ?? 0;
    ids.set(group, seen + 1);
    const id = seen ? `${group}~${seen + 1}` : group;
    builder.elements.push({ id, class: 'Element', name: group, type: '', storey: -1, use: 'solid', assembly: '', buildUp: null });
    builder.endPart(builder.elements.length - 1, partMaterial, [0.85, 0.83, 0.78, 1]);
    open = false;
    local = new Map();
  };
  const corner = (index: number): number => {
    let own = local.get(index);
    if (own === undefined) {
      own = builder.positions.length / 3;
      for (let k = 0; k < 3; k++) builder.positions.push(corners[index * 3 + k]!);
      local.set(index, own);
    }
    return own;
  };

  const lines = text.split('\n');
  for (let number = 0; number < lines.length; number++) {
    const line = lines[number]!;
    const first = line.charCodeAt(0);
    if (first === 118 /* v */ && line.charCodeAt(1) <= 32) {
      const [, a, b, c] = line.trim().split(/\s+/);
      const [x, y, z] = [Number(a), Number(b), Number(c)];
      if (!(Number.isFinite(x) && Number.isFinite(y) && Number.isFinite(z)))
        throw new Fault('obj-bad-number', { line: number + 1, text: line.trim().slice(0, 40) });
      if (up === 'y') corners.push(x * factor, -z * factor, y * factor);
      else corners.push(x * factor, y * factor, z * factor);
    } else if (first === 102 /* f */) {
      const total = corners.length / 3;
      const face: number[] = [];
      let bad = 0;
      for (const word of line.trim().split(/\s+/).slice(1)) {
        const given = parseInt(word, 10);
        const index = given < 0 ? total + given : given - 1;
        if (index >= 0 && index < total) face.push(index);
        else bad = given;
      }
      if (bad || face.length < 3) {
        if (!skipped++) firstSkipped = [number + 1, bad];
        continue;
      }
      if (!open) {
        open = true;
        partMaterial = material;
      }
      for (const k of triangulate(face, corners)) builder.triangles.push(corner(face[k]!));
    } else if (first === 111 /* o */ || first === 103 /* g */) {
      endGroup();
      group = line.slice(1).trim() || name;
    } else if (line.startsWith('usemtl')) {
      const key = line.slice(6).trim();
      material = materialIndex.get(key) ?? -1;
      if (material < 0) {
        material = builder.materials.push({ name: key, colour: null }) - 1;
        materialIndex.set(key, material);
      }
    }
  }
  endGroup();
  if (skipped) builder.notes.push({ code: 'obj-line-skipped', facts: { line: firstSkipped[0], corner: firstSkipped[1], count: skipped } });
  if (!builder.triangles.length) throw new Fault('obj-no-faces');
  moveToOrigin(builder);
  return builder.build(name, 'OBJ');
}

/** Indices into `face`, three for each triangle. */
function triangulate(face: readonly number[], corners: readonly number[]): readonly number[] {
  if (face.length === 3) return [0, 1, 2];
  // Newell's normal decides which axis to drop, so that the projection has the largest area.
  let nx = 0,
    ny = 0,
    nz = 0;
  for (let i = 0; i < face.length; i++) {
    const a = face[i]! * 3;
    const b = face[(i + 1) % face.length]! * 3;
    nx += (corners[a + 1]! - corners[b + 1]!) * (corners[a + 2]! + corners[b + 2]!);
    ny += (corners[a + 2]! - corners[b + 2]!) * (corners[a]! + corners[b]!);
    nz += (corners[a]! - corners[b]!) * (corners[a + 1]! + corners[b + 1]!);
  }
  const [ax, ay, az] = [Math.abs(nx), Math.abs(ny), Math.abs(nz)];
  const [i, j, sign] = az >= ax && az >= ay ? [0, 1, nz] : ax >= ay ? [1, 2, nx] : [2, 0, ny];
  const flat = face.flatMap((c) => [corners[c * 3 + i]!, corners[c * 3 + j]!]);
  const out = earcut(flat);
  if (out.length !== (face.length - 2) * 3) {
    const fan: number[] = [];
    for (let k = 1; k + 1 < face.length; k++) fan.push(0, k, k + 1);
    return fan;
  }
  // earcut keeps no orientation: compare with the normal's sign.
  const [p, q, r] = [out[0]! * 2, out[1]! * 2, out[2]! * 2];
  const turn = (flat[q]! - flat[p]!) * (flat[r + 1]! - flat[p + 1]!) - (flat[r]! - flat[p]!) * (flat[q + 1]! - flat[p + 1]!);
  return turn * sign >= 0 ? out : out.slice().reverse();
}
