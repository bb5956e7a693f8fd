import type { Vec3 } from '../geometry/vec3';
import type { Model } from '../model/model';

/** A group of parts and how far it is moved, metres. */
export interface Pull {
  /** 1 for the parts that move. */
  readonly parts: Uint8Array;
  readonly by: Vec3;
}

export interface PulledApart {
  readonly model: Model;
  /** Lines from where groups were to where they are, along the corners of their boxes: x y z of both ends, six numbers each. */
  readonly traces: Float64Array;
}

/** Moves groups of parts; a part that is in several moves by all of them. Traces run from the four lower corners of each group's box. */
export function pullApart(model: Model, pulls: readonly Pull[]): PulledApart {
  const positions = model.positions.slice();
  const traces: number[] = [];
  for (const { parts, by } of pulls) {
    const [dx, dy, dz] = by;
    const corners = new Set<number>();
    for (let part = 0; part < parts.length; part++)
      if (parts[part]) for (let i = model.partStart[part]! * 3; i < model.partStart[part + 1]! * 3; i++) corners.add(model.triangles[i]!);
    let [x0, y0, z0, x1, y1] = [Infinity, Infinity, Infinity, -Infinity, -Infinity];
    for (const c of corners) {
      const [x, y, z] = [positions[c * 3]!, positions[c * 3 + 1]!, positions[c * 3 + 2]!];
      [x0, y0, z0] = [Math.min(x0, x), Math.min(y0, y), Math.min(z0, z)];
      [x1, y1] = [Math.max(x1, x), Math.max(y1, y)];
      positions[c * 3] = x + dx;
      positions[c * 3 + 1] = y + dy;
      positions[c * 3 + 2] = z + dz;
    }
    if (!corners.size) continue;
    for (const [x, y] of [
      [x0, y0],
      [x1, y0],
      [x1, y1],
      [x0, y1],
    ] as const)
      traces.push(x, y, z0, x + dx, y + dy, z0 + dz);
  }
  return { model: { ...model, positions }, traces: Float64Array.from(traces) };
}
