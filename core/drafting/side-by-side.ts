import type { Graphic, Layer, Pen } from './graphic';

/** Between two drawings, millimetres of paper at the coarser of their scales. */
const GAP = 30;
/** Drawings are moved by whole millimetres. */
const STEP = 1000;

/** A pen of one of several drawings. */
export interface SharedPen extends Pen {
  /** How much larger than the first drawing's a millimetre of its paper is; absent where it is as large. */
  readonly enlarged?: number;
}

/** One of several drawings in one, with pens and layers of all of them. */
export interface Beside {
  readonly graphic: Graphic;
  /** By how much it is moved, metres. */
  readonly at: readonly [du: number, dv: number];
}

/**
 * Several drawings as one: the first where it is, each other to the right of the one before it, with the lower edges in a row. They share
 * pens and layers, a layer by its name; where it is off or not plotted in some only, these have one of their own, by their number. Line
 * types of another scale have its name.
 */
export function sideBySide(graphics: readonly Graphic[]): {
  readonly drawings: Beside[];
  readonly pens: SharedPen[];
  readonly layers: Layer[];
} {
  const [first] = graphics as readonly [Graphic];
  if (graphics.length === 1) return { drawings: [{ graphic: first, at: [0, 0] }], pens: [...first.pens], layers: [...first.layers] };
  const pens: SharedPen[] = [];
  const layers: Layer[] = [];
  let [end, before] = [first.box[0], 0];
  const drawings = graphics.map((graphic, k): Beside => {
    const [penFrom, enlarged] = [pens.length, graphic.scale / first.scale];
    for (const pen of graphic.pens) pens.push(enlarged === 1 ? pen : { ...pen, lineType: `${pen.lineType} 1-${graphic.scale}`, enlarged });
    const layerAt = graphic.layers.map((layer) => layerIn(layers, layer, penFrom + layer.pen, graphic.sight.number));
    const gap = k ? (Math.max(before, graphic.scale) * GAP) / 1000 : 0;
    const at = [k ? whole(end + gap - graphic.box[0]) : 0, k ? whole(first.box[1] - graphic.box[1]) : 0] as const;
    [end, before] = [graphic.box[2] + at[0], graphic.scale];
    return { graphic: shared(graphic, penFrom, layerAt), at };
  });
  return { drawings: drawings.map(({ graphic, at }) => ({ graphic: { ...graphic, pens, layers }, at })), pens, layers };
}

const whole = (metres: number): number => Math.ceil(metres * STEP - 1e-6) / STEP;

/** The place of a layer among those of all; a new one where none of its name and state is there. */
function layerIn(layers: Layer[], layer: Layer, pen: number, number: string): number {
  const same = (name: string) => layers.findIndex((own) => own.name === name && own.state === layer.state);
  const known = same(layer.name);
  if (known >= 0) return known;
  const isTaken = layers.some((own) => own.name === layer.name);
  const name = isTaken ? `${layer.name} ${number}` : layer.name;
  const again = same(name);
  return again >= 0 ? again : layers.push({ ...layer, name, pen }) - 1;
}

/** A drawing with the places that its pens and layers have among all. */
function shared(graphic: Graphic, penFrom: number, layerAt: readonly number[]): Graphic {
  const pen = (k: number) => k + penFrom;
  const layer = (k: number) => layerAt[k]!;
  const both = <T extends { readonly pen: number; readonly layer: number }>(own: T): T => ({ ...own, pen: pen(own.pen), layer: layer(own.layer) }); // prettier-ignore
  const { strokes } = graphic;
  return {
    ...graphic,
    linePen: graphic.linePen.map(pen),
    lineLayer: graphic.lineLayer.map(layer),
    fills: graphic.fills.map((fill) => fill && both(fill)),
    regionOutline: graphic.regionOutline && both(graphic.regionOutline),
    strokes: { ...strokes, pen: strokes.pen.map(pen), layer: strokes.layer.map(layer) },
    texts: graphic.texts.map(both),
  };
}
