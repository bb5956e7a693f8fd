import { oneLine } from '../drafting/safe-names';
import { FONT_FAMILY, LETTERING } from '../drafting/lettering';
import {
  facesOfFill,
  fillGroups,
  roundsByLine,
  titleWords,
  TONE_HAIR,
  type BulgedPath,
  type Graphic,
  type PatternTile,
  type Pen,
  type RegionFill,
} from '../drafting/graphic';
import { plotted } from '../drafting/layer-states';
import { paperColour } from '../drafting/style-drawing';
import type { PatternLine } from '../geometry/pattern-line';
import { arcPoint, circleArc, isWhole, type Arc } from '../geometry/arcs/arc';
import { arcAt } from '../linework/drawing';
import { drawnSides, type DrawnSide } from '../linework/boundary-edges';
import { decimal } from './numbers';
import { atan2, cos, sin } from '../geometry/numbers/trigonometry';

/** An image that goes along behind a drawing, when it is asked for. */
export interface ImageBehind {
  /** Address of the image, mostly its own bytes (data:). */
  readonly href: string;
  /** Pixels. */
  readonly width: number;
  readonly height: number;
  readonly opacity: number;
  /** From pixels, y down, to metres of the drawing. */
  readonly matrix: readonly [number, number, number, number, number, number];
}

/** White round the drawing, paper millimetres. */
const MARGIN = 10;

const escape = (text: string): string => text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;');
const clean = (text: string): string => escape(oneLine(text));

/**
 * The drawing as an SVG page at its scale: width and height in millimetres, one user unit = 1 mm, a group for each
 * layer and pen, stroke widths as plain numbers, text as text. Fills lie below the lines.
 */
export function writeSvg(whole: Graphic, behind: readonly ImageBehind[] = []): string {
  const graphic = plotted(whole);
  const { drawing, scale, layers, pens, sight, strokes } = graphic;
  const k = 1000 / scale;
  const [u0, v0, u1, v1] = graphic.box;
  const width = (u1 - u0) * k + 2 * MARGIN,
    height = (v1 - v0) * k + 2 * MARGIN;
  const x = (u: number) => decimal((u - u0) * k + MARGIN, 5);
  const y = (v: number) => decimal((v1 - v) * k + MARGIN, 5);
  const title = clean(titleWords(sight));
  const out: string[] = [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" width="${decimal(width, 3)}mm" height="${decimal(height, 3)}mm" viewBox="0 0 ${decimal(width, 3)} ${decimal(height, 3)}">`,
    `<title>${title}</title>`,
    `<desc>${clean(graphic.names.model)}, ${sight.kind}, 1:${decimal(scale, 3)}</desc>`,
  ];

  for (const { href, width: w, height: h, opacity, matrix } of behind) {
    const [a, b, c, d, u, v] = matrix;
    // pixels to metres of the drawing, and on to the millimetres of the page, whose y runs down
    const onPage = [a * k, -b * k, c * k, -d * k].map((n) => decimal(n, 9)).join(' ');
    out.push(
      `<image href="${escape(href)}" width="${w}" height="${h}" opacity="${decimal(opacity, 3)}" preserveAspectRatio="none" transform="matrix(${onPage} ${x(u)} ${y(v)})"/>`,
    );
  }
  const patterns = new Patterns();
  const [x0, y0] = [Number(x(0)), Number(y(0))];
  const fillPaths = (r: number): string[] => {
    const [region, fill] = [drawing.regions[r]!, graphic.fills[r]!];
    const pen = pens[fill.pen]!;
    const thin = fill.opacity === undefined ? '' : ` fill-opacity="${decimal(fill.opacity, 3)}"`;
    const hair = fill.isTone ? ` stroke="${paperColour(pen.colour)}" stroke-width="${TONE_HAIR}"` : '';
    return facesOfFill(fill, drawnSides(region.face, drawing.regionCurves?.[r])).flatMap(({ rings, lines, tile }) => {
      const d = rings.map((ring) => ringPath(ring, k, x, y)).join('');
      const paints = tile
        ? [patterns.of(fill, 0, tile, (id) => tileTag(id, tile, pen, x0, y0))]
        : lines?.map((line, i) => patterns.of(fill, i, line, (id) => patternTag(id, line, pen.weight, paperColour(pen.colour), x0, y0)));
      return (paints ?? [paperColour(pen.colour)]).map((paint) => `<path fill="${paint}"${thin}${hair} fill-rule="evenodd" d="${d}"/>`);
    });
  };
  const filled = fillGroups(graphic).map(({ layer, regions }) => ({ layer, paths: regions.flatMap(fillPaths) }));
  if (patterns.tags.size) out.push('<defs>', ...patterns.tags.values(), '</defs>');
  const idOf = uniqueIds();
  for (const { layer, paths } of filled) out.push(`<g id="${idOf(layers[layer]!.name)}" stroke="none">`, ...paths, '</g>');

  const paths = new PathsByPen();
  strokes.radius.forEach((radius, s) => {
    const [from, to] = [strokes.start[s]!, strokes.start[s + 1]!];
    const d =
      radius === 0
        ? linePath(strokes.points, from, to, x, y)
        : arcPath(circleArc(strokes.points[from * 2]!, strokes.points[from * 2 + 1]!, radius, 0, 2 * Math.PI), k, x, y);
    paths.add(strokes.pen[s]!, strokes.layer[s]!, d);
  });
  const rounds = roundsByLine(graphic);
  for (let l = 0; l < drawing.lineRole.length; l++) {
    const a = drawing.lineArc[l]!;
    const round = rounds.first.get(l);
    if (!round && rounds.lines.has(l)) continue;
    const d = round
      ? ringPath(round.sides, k, x, y)
      : a >= 0
        ? arcPath(arcAt(drawing, a), k, x, y)
        : linePath(drawing.points, drawing.lineStart[l]!, drawing.lineStart[l + 1]!, x, y);
    paths.add(graphic.linePen[l]!, graphic.lineLayer[l]!, d);
  }
  for (const { pen, layer, all } of paths.inOrder(pens)) {
    const { weight, colour, dashes } = pens[pen]!;
    const dashed = dashes.length ? ` stroke-dasharray="${dashes.map((d) => decimal(Math.abs(d), 3)).join(' ')}"` : '';
    out.push(
      `<g id="${idOf(layers[layer]!.name)}" fill="none" stroke="${paperColour(colour)}" stroke-width="${decimal(weight, 3)}" stroke-linecap="round" stroke-linejoin="round"${dashed}>`,
      ...all.map((d) => `<path d="${d}"/>`),
      '</g>',
    );
  }
  const textsOf = new Map<number, string[]>();
  for (const { words, height, at, anchor, turn, pen, layer } of graphic.texts) {
    const turned = turn ? ` transform="rotate(${decimal((-turn * 180) / Math.PI, 5)} ${x(at[0])} ${y(at[1])})"` : '';
    const tag = `<text x="${x(at[0])}" y="${y(at[1])}" font-size="${decimal(height / LETTERING[0].capital, 4)}" text-anchor="${anchor}" fill="${paperColour(pens[pen]!.colour)}"${turned}>${clean(words)}</text>`;
    textsOf.set(layer, [...(textsOf.get(layer) ?? []), tag]);
  }
  for (const [layer, tags] of textsOf)
    out.push(
      `<g id="${idOf(layers[layer]!.name)}" font-family="${FONT_FAMILY}" font-kerning="none" xml:space="preserve">`,
      ...tags,
      '</g>',
    );
  out.push('</svg>', '');
  return out.join('\n');
}

/** The patterns of a page, each once. Faces of one fill may have it turned, each its own way: those are several. */
class Patterns {
  readonly tags = new Map<string, string>();
  private readonly ids = new Map<string, string>();

  /** How a pattern is named as a paint. */
  of(fill: RegionFill, part: number, definition: object, tagOf: (id: string) => string): string {
    const said = JSON.stringify([fill.pen, fill.pattern, part, definition]);
    let id = this.ids.get(said);
    if (id === undefined) {
      const name = `fill-${fill.pen}-${fill.pattern.replace(/\W+/g, '-')}-${part}`;
      id = this.tags.has(name) ? `${name}-${this.tags.size}` : name;
      this.ids.set(said, id);
      this.tags.set(id, tagOf(id));
    }
    return `url(#${id})`;
  }
}

/** Names for groups: a layer may have several, and a name stands once in a file. */
function uniqueIds(): (name: string) => string {
  const used = new Set<string>();
  return (name) => {
    let id = name;
    for (let n = 2; used.has(id); n++) id = `${name} (${n})`;
    used.add(id);
    return clean(id);
  };
}

/** Paths of one pen and layer are one group. */
class PathsByPen {
  private readonly groups = new Map<number, { readonly pen: number; readonly layer: number; readonly all: string[] }>();

  add(pen: number, layer: number, d: string): void {
    const key = pen * 0x10000 + layer;
    const group = this.groups.get(key);
    if (group) group.all.push(d);
    else this.groups.set(key, { pen, layer, all: [d] });
  }

  /** Fine lines first, so that heavy ones lie on top at their ends. */
  inOrder = (pens: readonly Pen[]) =>
    [...this.groups.values()].sort((a, b) => pens[a.pen]!.weight - pens[b.pen]!.weight || a.layer - b.layer || a.pen - b.pen);
}

type Place = (value: number) => string;

function ringPath(ring: readonly DrawnSide[], k: number, x: Place, y: Place): string {
  const [{ from }] = ring as [DrawnSide];
  let d = `M${x(from[0])} ${y(from[1])}`;
  ring.forEach(({ to, arc, isForward }, i) => {
    if (arc) d += arcTo(arc, isForward, k, x, y);
    else if (i + 1 < ring.length) d += `L${x(to[0])} ${y(to[1])}`;
  });
  return `${d}Z`;
}

function linePath(points: Float64Array, from: number, to: number, x: Place, y: Place): string {
  let d = '';
  const closed = to - from > 3 && points[from * 2] === points[to * 2 - 2] && points[from * 2 + 1] === points[to * 2 - 1];
  for (let p = from; p < (closed ? to - 1 : to); p++) d += `${p > from ? 'L' : 'M'}${x(points[p * 2]!)} ${y(points[p * 2 + 1]!)}`;
  return closed ? `${d}Z` : d;
}

function arcPath(arc: Arc, k: number, x: Place, y: Place): string {
  const [u, v] = arcPoint(arc, arc[5]);
  return `M${x(u)} ${y(v)}${arcTo(arc, true, k, x, y)}${isWhole(arc) ? 'Z' : ''}`;
}

/** Along an arc from where the pen is, forward to its end or back to its start. */
function arcTo(arc: Arc, isForward: boolean, k: number, x: Place, y: Place): string {
  const [, , axisU, axisV, ratio, start, end] = arc;
  const long = Math.hypot(axisU, axisV) * k;
  const shape = `${decimal(long, 5)} ${decimal(long * ratio, 5)} ${decimal((-atan2(axisV, axisU) * 180) / Math.PI, 5)}`;
  // the page's y runs down: angles turn the other way, and counter-clockwise is sweep 0
  const to = (t: number) => {
    const [u, v] = arcPoint(arc, t);
    return `A${shape} 0 ${isForward ? 0 : 1} ${x(u)} ${y(v)}`;
  };
  // of about a half the ends, which are rounded, hardly tell the centre: it goes in parts
  const parts = Math.ceil((end - start) / WIDEST);
  return Array.from({ length: parts }, (_, k) => {
    const part = (k + 1 === parts ? 1 : (k + 1) / parts) * (end - start);
    return to(isForward ? start + part : end - part);
  }).join('');
}

/** Radians that one arc command goes at most. */
const WIDEST = (2 * Math.PI) / 3;

/**
 * One family of lines as an SVG pattern: its tile is the parallelogram of one dash period along the line and of the offset to
 * the next line, so any offset is exact. Hangs on the drawing's zero, so neighbouring regions of a material run through.
 */
function patternTag(
  id: string,
  { angle, origin, offset, dashes }: PatternLine,
  weight: number,
  colour: string,
  x0: number,
  y0: number,
): string {
  const period = dashes.length ? dashes.reduce((sum, d) => sum + Math.abs(d), 0) : 10;
  const c = cos((angle * Math.PI) / 180),
    s = sin((angle * Math.PI) / 180);
  const across = -offset[0] * s + offset[1] * c;
  const spacing = Math.abs(across);
  // y axis of the tile: the offset, in tile units of `spacing`; on the page y runs down
  const sign = Math.sign(across) || 1;
  const [alongX, alongY] = [(offset[0] * sign) / spacing, (-offset[1] * sign) / spacing];
  const half = spacing / 2;
  // the line runs through the middle of its tile, whose corner is the zero of what is in it: at an edge half of its width would be cut off
  const matrix = [c, -s, alongX, alongY, x0 + origin[0] - half * alongX, y0 - origin[1] - half * alongY];
  const middle = decimal(half, 4);
  const strokes: string[] = [];
  let at = 0;
  if (!dashes.length) strokes.push(`M-1 ${middle}H${decimal(period + 1, 4)}`);
  for (const dash of dashes) {
    if (dash >= 0) strokes.push(`M${decimal(at, 4)} ${middle}h${decimal(Math.max(dash, 0.05), 4)}`);
    at += Math.abs(dash);
  }
  const [a, b, cc, d, e, f] = matrix.map((n) => decimal(n, 6));
  return `<pattern id="${id}" patternUnits="userSpaceOnUse" x="0" y="0" width="${decimal(period, 6)}" height="${decimal(spacing, 6)}" patternTransform="matrix(${a} ${b} ${cc} ${d} ${e} ${f})"><path d="${strokes.join('')}" fill="none" stroke="${colour}" stroke-width="${decimal(weight, 3)}"/></pattern>`;
}

/** Straight lines and arcs, in axes of which y runs up. */
function bulgedPath(path: BulgedPath): string {
  let d = '';
  for (let i = 0; i < path.length; i += 3) {
    const [x, y, before] = [path[i]!, path[i + 1]!, path[i - 1] ?? 0];
    const to = `${decimal(x, 4)} ${decimal(y, 4)}`;
    // bulge b over the chord c: radius c (1 + b²) / 4 |b|
    const radius = decimal((Math.hypot(x - path[i - 3]!, y - path[i - 2]!) * (1 + before * before)) / (4 * Math.abs(before)), 4);
    d += before ? `A${radius} ${radius} 0 0 ${before > 0 ? 1 : 0} ${to}` : `${i ? 'L' : 'M'}${to}`;
  }
  return d;
}

/** A pattern that repeats one path. On the page y runs down. */
function tileTag(id: string, { at, angle, width, height, path }: PatternTile, { weight, colour }: Pen, x0: number, y0: number): string {
  const [c, s] = [cos((angle * Math.PI) / 180), sin((angle * Math.PI) / 180)];
  const matrix = [c, -s, -s, -c, x0 + at[0], y0 - at[1]].map((n) => decimal(n, 6)).join(' ');
  const d = bulgedPath(path);
  // what leaves the tile at its end comes in at its beginning
  const paths = [0, -width].map((by) => `<path d="${d}"${by ? ` transform="translate(${decimal(by, 6)} 0)"` : ''}/>`).join('');
  return `<pattern id="${id}" patternUnits="userSpaceOnUse" x="0" y="0" width="${decimal(width, 6)}" height="${decimal(height, 6)}" patternTransform="matrix(${matrix})"><g fill="none" stroke="${paperColour(colour)}" stroke-width="${decimal(weight, 3)}" stroke-linejoin="round">${paths}</g></pattern>`;
}
