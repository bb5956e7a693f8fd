import { noteSentence } from '../faults/wording';
import { arcPoints, circleArc, isCircle } from '../geometry/arcs/arc';
import { titleWords, type Graphic } from '../drafting/graphic';
import { arcAt, linePoints } from '../linework/drawing';
import { ROLES } from '../sights/role';

export interface JsonOptions {
  /** Every line as plain points; arcs broken up to 0.1 mm. */
  readonly flat?: boolean;
}

/**
 * The drawing in its stable form for other programs (version 1), as text. Lengths are rounded to a nanometre and angles to
 * 1e-12, far below every tolerance: the last bit of a sine is not the same in every JavaScript engine, the file has to be.
 */
export function writeJson(graphic: Graphic, { flat = false }: JsonOptions = {}): string {
  const { drawing, names, pens, layers, strokes } = graphic;
  const lines = Array.from(drawing.lineRole, (roleIndex, l) => {
    const role = ROLES[roleIndex]!;
    const element = drawing.lineElement[l]!;
    const { id, class: className, material } = names.elements.get(element) ?? {};
    const a = drawing.lineArc[l]!;
    const common = {
      role,
      hidden: role === 'hidden',
      element: id ?? null,
      class: className ?? null,
      material: material ?? null,
      ...(drawing.lineJoint[l] ? { joint: true } : {}),
      depth: [length(drawing.depths[drawing.lineStart[l]!]!), length(drawing.depths[drawing.lineStart[l + 1]! - 1]!)],
      beyond: Array.from(
        drawing.lineBeyond.subarray(drawing.lineBeyondStart[l], drawing.lineBeyondStart[l + 1]),
        (e) => names.elements.get(e)?.id ?? null,
      ),
      ...(drawing.lineJump[l] ? { jump: drawing.jumps[drawing.lineJump[l]! - 1] } : {}),
      layer: layers[graphic.lineLayer[l]!]!.name,
      pen: graphic.linePen[l]!,
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
  // what annotates the drawing is no line of the model: its role is note
  const marks = Array.from(strokes.radius, (radius, s) => {
    const common = { role: 'note', hidden: false, element: null, layer: layers[strokes.layer[s]!]!.name, pen: strokes.pen[s]! };
    const points = pairs(strokes.points.subarray(strokes.start[s]! * 2, strokes.start[s + 1]! * 2));
    if (radius === 0) return { ...common, points };
    const [middle] = points as [[number, number]];
    if (flat) return { ...common, points: pairs(arcPoints(circleArc(...middle, radius, 0, 2 * Math.PI), 1e-4)) };
    return { ...common, arc: { centre: middle, radius: length(radius), start: 0, end: angle(2 * Math.PI) } };
  });
  const texts = graphic.texts.map(({ words, height, at, anchor, turn, pen, layer }) => ({
    text: words,
    height,
    at: pairs(at)[0],
    anchor,
    turn: angle(turn),
    pen,
    layer: layers[layer]!.name,
  }));
  // A cavity is left open: the outlines of the layers beside it bound it.
  const regions = drawing.regions
    .map((region, r) => ({ region, fill: graphic.fills[r] }))
    .filter(({ region }) => region.use !== 'air')
    .map(({ region, fill }) => ({
      material: names.materials[region.material] ?? null,
      ...(region.use === 'matter' ? {} : { use: region.use }),
      ...(region.trim ? { trim: region.trim } : {}),
      ...(fill ? { layer: layers[fill.layer]!.name, pen: fill.pen, pattern: fill.pattern } : {}),
      elements: region.elements.map((e) => names.elements.get(e)!.id),
      rings: region.face.map(pairs),
    }));
  const { origin, right, up, look } = drawing.frame;
  const { triangles, elements, ms, notes } = drawing.report;
  return JSON.stringify({
    format: 'tarvex-drawing',
    version: 1,
    unit: 'm',
    frame: { origin: origin.map(length), right: right.map(angle), up: up.map(angle), look: look.map(angle) },
    scale: graphic.scale,
    title: titleWords(graphic.sight),
    pens: pens.map(({ weight, lineType, dashes, colour }) => ({ weight, lineType, dashes, colour })),
    layers: layers.map(({ name, pen, state }) => ({ name, pen, ...(state && { state }) })),
    lines: [...lines, ...marks],
    regions,
    texts,
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
