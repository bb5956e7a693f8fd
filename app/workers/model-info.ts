import { atModelSize } from '../../core/scene/scale';
import { noteSentence } from '../../core/faults/wording';
import { elementFigures } from '../../core/checks/element-figures';
import type { Corrections } from '../../core/model/correct';
import { elementPrints } from '../../core/fingerprint/element-prints';
import { mainAngle } from '../../core/scene/main-angle';
import { summarise } from '../../core/checks/summary';
import type { ElementFacts, Model } from '../../core/model/model';
import type { Scene } from '../../core/scene/scene';
import type { ModelInfo, ModelPart } from '../data/database';

/** Property sets stay in the workers: pages ask for those of one element. */
function told(facts: ElementFacts): ElementFacts {
  const out = { ...facts };
  delete out.sets;
  return out;
}

/** Gathers what the screens need of a model. */
export function modelInfo(
  { id, base = id, corrections = {}, parts }: { id: string; base?: string; corrections?: Corrections; parts?: readonly ModelPart[] },
  fileName: string,
  model: Model,
  prepared: Scene,
  took: number,
): ModelInfo {
  const scene = atModelSize(prepared);
  const figures = elementFigures(model, scene);
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
    ...(model.flat && { flat: model.flat }),
    ...(model.map && { map: model.map }),
    materials: model.materials.map((m) => m.name),
    elements: model.elements.map(({ id: key, class: className, name, type, storey, use, assembly, facts, rank }) => ({
      id: key,
      class: className,
      name,
      type,
      storey,
      use,
      assembly,
      ...(facts && { facts: told(facts) }),
      ...(rank !== undefined && { rank }),
    })),
    elementVolume: figures.volume,
    elementTriangles: figures.triangles,
    elementBoxes: Float32Array.from(figures.boxes),
    elementPrints: elementPrints(model),
    asRead: model.asRead ?? { metres: 1, up: 'z', isStated: true },
    base,
    corrections,
    ...(parts && { parts }),
    ...(model.plan && { plan: model.plan.rows }),
    elementMaterial,
    // an empty plan is looked at as a room to draw in
    bounds: low[0]! <= high[0]! ? [low[0]!, low[1]!, low[2]!, high[0]!, high[1]!, high[2]!] : [0, 0, 0, 12, 8, 3],
    mainAngle: mainAngle(scene) ?? 0,
    triangles: summary.triangles,
    closed: summary.closed,
    // what the checks find for themselves is theirs to tell
    doubts: model.notes.filter((n) => n.code !== 'elements-without-storey').map(noteSentence),
    took,
  };
}
