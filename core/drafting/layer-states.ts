import { LinesBuilder } from '../linework/lines-builder';
import type { Graphic, LayerState, Strokes } from './graphic';

/** By the names of layers, without case. */
export type LayerStates = Readonly<Record<string, LayerState>>;

/** A graphic some of whose layers are off, or not plotted; nothing of it is left out yet. */
export function withStates(graphic: Graphic, states: LayerStates = {}): Graphic {
  const told = new Map(Object.entries(states).map(([name, state]) => [name.toLowerCase(), state]));
  if (!told.size) return graphic;
  return { ...graphic, layers: graphic.layers.map((layer) => ({ ...layer, ...(told.has(layer.name.toLowerCase()) && { state: told.get(layer.name.toLowerCase())! }) })) }; // prettier-ignore
}

/** What of a graphic is shown on a screen: nothing that is off. */
export const shownIn = (graphic: Graphic, states: LayerStates): Graphic => without(withStates(graphic, states), (state) => state === 'off');
/** What of a graphic comes onto paper. */
export const plotted = (graphic: Graphic): Graphic => without(graphic, (state) => state !== undefined);

/** Lines, fills, strokes and texts on some layers left out; cut faces stay, without a fill. */
function without(graphic: Graphic, isLeft: (state: LayerState | undefined) => boolean): Graphic {
  const left = graphic.layers.map(({ state }) => isLeft(state));
  if (!left.includes(true)) return graphic;
  const { drawing, linePen, lineLayer, caught, fills, rounds, strokes, texts, regionOutline } = graphic;
  const lines = new LinesBuilder();
  const placeOf = new Int32Array(lineLayer.length);
  lineLayer.forEach((layer, l) => {
    placeOf[l] = left[layer] ? -1 : lines.count;
    if (!left[layer]) lines.copy(drawing, l, l + 1);
  });
  const stays = (_: number, l: number) => placeOf[l]! >= 0;
  return {
    ...graphic,
    drawing: { ...drawing, ...lines.done() },
    linePen: linePen.filter(stays),
    lineLayer: lineLayer.filter(stays),
    caught: { ...caught, line: caught.line.filter(stays) },
    fills: fills.map((fill) => (fill && left[fill.layer] ? null : fill)),
    rounds: rounds.flatMap((round) => (stays(0, round.lines[0]!) ? [{ ...round, lines: round.lines.map((l) => placeOf[l]!) }] : [])),
    strokes: strokesBut(strokes, left),
    texts: texts.filter(({ layer }) => !left[layer]),
    regionOutline: regionOutline && left[regionOutline.layer] ? null : regionOutline,
  };
}

function strokesBut(strokes: Strokes, left: readonly boolean[]): Strokes {
  const kept = [...strokes.layer.keys()].filter((s) => !left[strokes.layer[s]!]);
  const start = [0];
  const points: number[] = [];
  for (const s of kept) {
    points.push(...strokes.points.subarray(strokes.start[s]! * 2, strokes.start[s + 1]! * 2));
    start.push(points.length / 2);
  }
  const of = (list: Uint16Array) => Uint16Array.from(kept, (s) => list[s]!);
  return {
    points: Float64Array.from(points),
    start: Uint32Array.from(start),
    radius: Float64Array.from(kept, (s) => strokes.radius[s]!),
    pen: of(strokes.pen),
    layer: of(strokes.layer),
  };
}
