import { summarise } from '../../core/scene/summary';
import type { Model } from '../../core/model/model';
import type { Scene } from '../../core/scene/scene';
import type { ModelInfo } from '../data/database';

/** Gathers what the screens need of a model. */
export function modelInfo(id: string, fileName: string, model: Model, scene: Scene, took: number): ModelInfo {
  const { origin } = model;
  const summary = summarise(model, scene);
  const low = [Infinity, Infinity, Infinity],
    high = [-Infinity, -Infinity, -Infinity];
  for (let p = 0; p < scene.partBounds.length / 6; p++)
    for (let k = 0; k < 3; k++) {
      low[k] = Math.min(low[k]!, scene.partBounds[p * 6 + k]! + origin[k]!);
      high[k] = Math.max(high[k]!, scene.partBounds[p * 6 + 3 + k]! + origin[k]!);
    }
  const elementMaterial = new Int32Array(model.elements.length).fill(-1);
  model.partElement.forEach((e, p) => {
    if (elementMaterial[e] === -1) elementMaterial[e] = model.partMaterial[p]!;
  });
  return {
    id,
    fileName,
    source: model.source,
    origin,
    trueNorth: model.trueNorth,
    storeys: model.storeys,
    grid: model.grid,
    materials: model.materials.map((m) => m.name),
    elements: model.elements.map(({ id: key, class: className, name, storey, use, assembly }) => ({
      id: key,
      class: className,
      name,
      storey,
      use,
      assembly,
    })),
    elementMaterial,
    bounds: [low[0]!, low[1]!, low[2]!, high[0]!, high[1]!, high[2]!],
    mainAngle: mainAngle(scene),
    triangles: summary.triangles,
    closed: summary.closed,
    doubts: summary.doubts,
    took,
  };
}

/** The direction in plan, modulo a right angle, that has most upright face area; counted in steps of a tenth of a degree. */
function mainAngle(scene: Scene): number {
  const bins = new Float64Array(900);
  const { normals, triangles, vertices } = scene;
  for (let t = 0; t < triangles.length / 3; t++) {
    const nx = normals[t * 3]!,
      ny = normals[t * 3 + 1]!;
    if (Math.abs(normals[t * 3 + 2]!) > 0.01) continue;
    const [a, b, c] = [triangles[t * 3]! * 3, triangles[t * 3 + 1]! * 3, triangles[t * 3 + 2]! * 3];
    const u = [vertices[b]! - vertices[a]!, vertices[b + 1]! - vertices[a + 1]!, vertices[b + 2]! - vertices[a + 2]!] as const;
    const v = [vertices[c]! - vertices[a]!, vertices[c + 1]! - vertices[a + 1]!, vertices[c + 2]! - vertices[a + 2]!] as const;
    const area = Math.hypot(u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0]);
    const degrees = ((Math.atan2(ny, nx) * 180) / Math.PI + 720) % 90;
    bins[Math.round(degrees * 10) % 900]! += area;
  }
  let best = 0;
  for (let k = 1; k < 900; k++) if (bins[k]! > bins[best]!) best = k;
  const degrees = best / 10;
  return ((degrees > 45 ? degrees - 90 : degrees) * Math.PI) / 180;
}
