import { paperColour } from '../../core/drafting/style-drawing';
import type { PatternLine } from '../../core/geometry/pattern-line';
import { ringBounds } from '../../core/geometry/rings';
import { circleArc } from '../../core/geometry/arcs/arc';
import { drawnSides, type DrawnSide } from '../../core/linework/boundary-edges';
import type { LayerStates } from '../../core/drafting/layer-states';
import { LETTERING } from '../../core/drafting/lettering';
import { fillGroups, TONE_HAIR, type Graphic } from '../../core/drafting/graphic';
import type { ViewMatrix } from './line-ways';
import { arcOnPage, BATCH, curveOn, waysOf } from './line-ways';

export type { ViewMatrix };

export interface PaintView {
  readonly matrix: ViewMatrix;
  /** Device pixels of one millimetre of paper: line weights and hatches are true to it. */
  readonly pixelsPerMm: number;
  /** The drawing's scale, 1 : scale. */
  readonly scale: number;
  readonly width: number;
  readonly height: number;
  /** Madder wash under cut faces; on screen only. */
  readonly wash: string | null;
  /** Name of the look; absent for the first. */
  readonly look?: string;
  readonly layers?: LayerStates;
  /** A rule whose catch is shown. */
  readonly marked?: Marked;
}

/** A rule by its place in a list of the standard, and in which colour what it catches is shown. */
export interface Marked {
  readonly list: 'lines' | 'fills';
  readonly at: number;
  readonly colour: string;
}

type Context = OffscreenCanvasRenderingContext2D | CanvasRenderingContext2D;

/** Paints a graphic: wash, hatches, then lines from fine to heavy, and texts. */
export function paint(ctx: Context, graphic: Graphic, view: PaintView): void {
  const { drawing, pens, fills, strokes } = graphic;
  const [a, b, c, d, e, f] = view.matrix;
  const zoom = Math.sqrt(Math.abs(a * d - b * c));
  const x = (u: number, v: number) => a * u + c * v + e;
  const y = (u: number, v: number) => b * u + d * v + f;
  const flip = a * d - b * c < 0;
  const turn = Math.atan2(b, a);
  const onPage = arcOnPage(view.matrix);
  const trace = (ring: Float64Array) => {
    ctx.moveTo(x(ring[0]!, ring[1]!), y(ring[0]!, ring[1]!));
    for (let i = 2; i < ring.length; i += 2) ctx.lineTo(x(ring[i]!, ring[i + 1]!), y(ring[i]!, ring[i + 1]!));
    ctx.closePath();
  };
  const traceSides = (ring: readonly DrawnSide[]) => {
    const [{ from }] = ring as [DrawnSide];
    ctx.moveTo(x(...from), y(...from));
    for (const { to, arc, isForward } of ring)
      if (arc) onPage(ctx, arc, isForward);
      else ctx.lineTo(x(...to), y(...to));
    ctx.closePath();
  };
  const fillRegion = (r: number) => {
    const region = drawing.regions[r]!;
    const box = screenBox(region.face[0]!, x, y);
    if (box[2] < 0 || box[3] < 0 || box[0] > view.width || box[1] > view.height) return;
    const fill = fills[r];
    ctx.beginPath();
    const curves = drawing.regionCurves?.[r];
    if (curves?.length) drawnSides(region.face, curves).forEach(traceSides);
    else region.face.forEach(trace);
    if (view.wash && fill?.wash) {
      ctx.fillStyle = view.wash;
      ctx.fill('evenodd');
    }
    if (!fill) return;
    const pen = pens[fill.pen]!;
    const colour = paperColour(pen.colour);
    if (!fill.lines) {
      ctx.fillStyle = colour;
      ctx.globalAlpha = fill.opacity ?? 1;
      ctx.fill('evenodd');
      ctx.globalAlpha = 1;
      if (!fill.isTone) return;
      ctx.strokeStyle = colour;
      ctx.lineWidth = Math.max(0.8, TONE_HAIR * view.pixelsPerMm);
      ctx.stroke();
      return;
    }
    ctx.strokeStyle = colour;
    ctx.lineWidth = Math.max(0.5, pen.weight * view.pixelsPerMm);
    for (const { face, lines } of fill.pieces ?? [{ face: region.face, lines: fill.lines }]) {
      ctx.save();
      if (fill.pieces) {
        ctx.beginPath();
        face.forEach(trace);
      }
      ctx.clip('evenodd');
      for (const line of lines) hatch(ctx, line, ringBounds(face.slice(0, 1)), box, view, x, y, zoom, colour);
      ctx.restore();
    }
  };
  for (const { regions } of fillGroups(graphic)) regions.forEach(fillRegion);

  ctx.lineJoin = 'round';
  const ways = waysOf(graphic, view.matrix);
  const marks = pens.map((): number[] => []);
  strokes.pen.forEach((pen, s) => marks[pen]!.push(s));
  const order = pens.map((_, i) => i).sort((p, q) => pens[p]!.weight - pens[q]!.weight);
  let open = 0;
  const done = (least: number) => {
    if (open <= least) return;
    ctx.stroke();
    ctx.beginPath();
    open = 0;
  };
  const path = (points: Float64Array, from: number, to: number) => {
    for (let p = from; p < to; p++) {
      const u = points[p * 2]!,
        v = points[p * 2 + 1]!;
      if (p === from) ctx.moveTo(a * u + c * v + e, b * u + d * v + f);
      else ctx.lineTo(a * u + c * v + e, b * u + d * v + f);
    }
    open += to - from;
  };
  const curve = curveOn(view.matrix);
  for (const i of order) {
    const pen = pens[i]!;
    ctx.strokeStyle = paperColour(pen.colour);
    ctx.lineWidth = Math.max(0.35, pen.weight * view.pixelsPerMm);
    // the end of a line that is no wider than a pixel has no form to be seen, and none saves a third of the time
    ctx.lineCap = ctx.lineWidth > 1 ? 'round' : 'butt';
    ctx.setLineDash(pen.dashes.map((n) => Math.abs(n) * view.pixelsPerMm));
    ctx.beginPath();
    for (const s of marks[i]!) {
      const [from, to, radius] = [strokes.start[s]!, strokes.start[s + 1]!, strokes.radius[s]!];
      if (radius === 0) path(strokes.points, from, to);
      else {
        curve(ctx, circleArc(strokes.points[from * 2]!, strokes.points[from * 2 + 1]!, radius, 0, 2 * Math.PI));
        open++;
      }
      done(BATCH);
    }
    done(0);
    for (const way of ways[i] ?? []) ctx.stroke(way);
  }
  ctx.setLineDash([]);
  for (const { words, height, at, anchor, turn: own, pen } of graphic.texts) {
    ctx.save();
    ctx.translate(x(...at), y(...at));
    ctx.rotate(flip ? turn - own : turn + own);
    ctx.font = `${(height / LETTERING[0].capital) * view.pixelsPerMm}px ${LETTERING.map(({ name }) => `"${name}"`).join(', ')}, sans-serif`;
    // as in a PDF: each sign its own width
    ctx.fontKerning = 'none';
    ctx.textAlign = anchor === 'middle' ? 'center' : anchor;
    ctx.fillStyle = paperColour(pens[pen]!.colour);
    ctx.fillText(words, 0, 0);
    ctx.restore();
  }
}

function screenBox(
  ring: Float64Array,
  x: (u: number, v: number) => number,
  y: (u: number, v: number) => number,
): [number, number, number, number] {
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let i = 0; i < ring.length; i += 2) {
    const px = x(ring[i]!, ring[i + 1]!),
      py = y(ring[i]!, ring[i + 1]!);
    x0 = Math.min(x0, px);
    x1 = Math.max(x1, px);
    y0 = Math.min(y0, py);
    y1 = Math.max(y1, py);
  }
  return [x0, y0, x1, y1];
}

/** One family of a hatch over a region's box; where its lines would run together, a tone stands for it. */
function hatch(
  ctx: Context,
  line: PatternLine,
  [u0, v0, u1, v1]: readonly [number, number, number, number],
  box: readonly number[],
  view: PaintView,
  x: (u: number, v: number) => number,
  y: (u: number, v: number) => number,
  zoom: number,
  colour: string,
): void {
  const metres = view.scale / 1000;
  const angle = (line.angle * Math.PI) / 180;
  const c = Math.cos(angle),
    s = Math.sin(angle);
  const [du, dv] = [line.offset[0] * metres, line.offset[1] * metres];
  const spacing = Math.abs(-du * s + dv * c);
  if (spacing * zoom < 1.4) {
    ctx.save();
    ctx.globalAlpha = 0.18;
    ctx.fillStyle = colour;
    ctx.fillRect(box[0]!, box[1]!, box[2]! - box[0]!, box[3]! - box[1]!);
    ctx.restore();
    return;
  }
  const [ou, ov] = [line.origin[0] * metres, line.origin[1] * metres];
  // numbers of the lines that meet the box, from the corners' distances across
  const across = (u: number, v: number) => (-(u - ou) * s + (v - ov) * c) / (-du * s + dv * c);
  const along = (u: number, v: number) => (u - ou) * c + (v - ov) * s;
  const corners = [
    [u0, v0],
    [u1, v0],
    [u1, v1],
    [u0, v1],
  ] as const;
  const ns = corners.map(([u, v]) => across(u, v)),
    ls = corners.map(([u, v]) => along(u, v));
  const first = Math.floor(Math.min(...ns)),
    last = Math.ceil(Math.max(...ns));
  const shift = du * c + dv * s;
  const dashes = line.dashes.map((d) => d * metres);
  const period = dashes.reduce((sum, d) => sum + Math.abs(d), 0);
  ctx.beginPath();
  let open = 0;
  for (let n = first; n <= last; n++) {
    const at = (t: number): [number, number] => [ou + n * (du - shift * c) + t * c, ov + n * (dv - shift * s) + t * s];
    const stroke = (from: number, to: number) => {
      const p = at(from),
        q = at(to);
      ctx.moveTo(x(...p), y(...p));
      ctx.lineTo(x(...q), y(...q));
      if (++open > BATCH) {
        ctx.stroke();
        ctx.beginPath();
        open = 0;
      }
    };
    const lo = Math.min(...ls),
      hi = Math.max(...ls);
    if (!dashes.length) stroke(lo, hi);
    else
      for (let start = n * shift + Math.floor((lo - n * shift) / period) * period; start < hi; start += period) {
        let t = start;
        for (const dash of dashes) {
          if (dash >= 0) stroke(t, t + Math.max(dash, 0.05 * metres));
          t += Math.abs(dash);
        }
      }
  }
  if (open) ctx.stroke();
}
