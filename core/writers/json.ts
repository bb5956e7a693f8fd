import { noteSentence } from '../faults/wording';
import { isCircle } from '../geometry/arcs/arc';
import { arcAt, linePoints, type Drawing } from '../linework/drawing';
import { ROLES } from '../sights/role';
import { firstMaterials, type Model } from '../model/model';

export interface JsonOptions {
  /** Every line as plain points; arcs broken up to 0.1 mm. */
  readonly flat?: boolean;
  /** Name of the layer of each line, by its index. */
  readonly layerOf?: (line: number) => string;
  /** Name of the layer of each region's fill, by its index; undefined for none. */
  readonly fillLayerOf?: (region: number) => string | undefined;
}

/**
 * The drawing in its stable form for other programs (version 1), as text. Lengths are rounded to a nanometre and angles to
 * 1e-12, far below every tolerance: the last bit of a sine is not the same in every JavaScript engine, the file has to be.
 */
export function writeJson(model: Model, drawing: Drawing, { flat = false, layerOf, fillLayerOf }: JsonOptions = {}): string {
  const materialOf = firstMaterials(model);
  const lines = Array.from(drawing.lineRole, (roleIndex, l) => {
    const role = ROLES[roleIndex]!;
    const element = drawing.lineElement[l]!;
    const a = drawing.lineArc[l]!;
    const common = {
      role,
      hidden: role === 'hidden',
      element: model.elements[element]?.id ?? null,
      class: model.elements[element]?.class ?? null,
      material: materialOf.get(element) ?? null,
      ...(drawing.lineJoint[l] ? { joint: true } : {}),
      depth: [length(drawing.depths[drawing.lineStart[l]!]!), length(drawing.depths[drawing.lineStart[l + 1]! - 1]!)],
      beyond: Array.from(
        drawing.lineBeyond.subarray(drawing.lineBeyondStart[l], drawing.lineBeyondStart[l + 1]),
        (e) => model.elements[e]?.id ?? null,
      ),
      ...(drawing.lineJump[l] ? { jump: drawing.jumps[drawing.lineJump[l]! - 1] } : {}),
      ...(layerOf ? { layer: layerOf(l) } : {}),
    };
    if (a >= 0 && !flat) {
      const arc = arcAt(drawing, a);
      const [u, v, axisU, axisV, ratio, start, end] = arc;
      const [centre, ends] = [[length(u), length(v)], { start: angle(start), end: angle(end) }];
      if (isCircle(arc)) return { ...common, arc: { centre, radius: length(axisU), ...ends } };
      const corners = drawing.points.subarray(drawing.lineStart[l]! * 2, drawing.lineStart[l + 1]! * 2);
      return { ...common, points: pairs(corners), ellipse: { centre, axis: [length(axisU), length(axisV)], ratio: angle(ratio), ...ends } };
    }
    return { ...common, points: pairs(linePoints(drawing, l)) };
  });
  // A cavity is left open: the outlines of the layers beside it bound it.
  const regions = drawing.regions
    .map((region, r) => ({ region, fill: fillLayerOf?.(r) }))
    .filter(({ region }) => region.use !== 'air')
    .map(({ region, fill }) => ({
      material: model.materials[region.material]?.name ?? null,
      ...(region.use === 'matter' ? {} : { use: region.use }),
      ...(region.trim ? { trim: region.trim } : {}),
      ...(fill === undefined ? {} : { layer: fill }),
      elements: region.elements.map((e) => model.elements[e]!.id),
      rings: region.face.map(pairs),
    }));
  const { origin, right, up, look } = drawing.frame;
  const { triangles, elements, ms, notes } = drawing.report;
  return JSON.stringify({
    format: 'tarvex-drawing',
    version: 1,
    unit: 'm',
    frame: { origin: origin.map(length), right: right.map(angle), up: up.map(angle), look: look.map(angle) },
    lines,
    regions,
    report: { triangles, elements, ms, warnings: notes.map(noteSentence) },
  });
}

const round = (power: number) => (x: number) => Math.round(x * power) / power + 0;
const length = round(1e9);
const angle = round(1e12);

function pairs(flat: ArrayLike<number>): [number, number][] {
  const out: [number, number][] = [];
  for (let i = 0; i < flat.length; i += 2) out.push([length(flat[i]!), length(flat[i + 1]!)]);
  return out;
}
