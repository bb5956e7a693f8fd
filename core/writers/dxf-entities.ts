import { extended, oneLine } from '../drafting/safe-names';
import type { Graphic, RegionFill } from '../drafting/graphic';
import type { PatternLine } from '../geometry/pattern-line';
import { arcPoint, arcPoints, circleArc, isCircle, isWhole, type Arc } from '../geometry/arcs/arc';
import { onGrid } from '../geometry/numbers/on-grid';
import type { DrawnSide } from '../linework/boundary-edges';
import type { DxfTags } from './dxf-tags';
import { EntityKeys } from './entity-keys';
import { APPLICATION, colourTags, LETTERING, snapWeight, typeName } from './dxf-values';
import { tan } from '../geometry/numbers/trigonometry';

/** Indices into the graphic's pens and layers. */
type Style = Readonly<Record<'pen' | 'layer', number>>;

export interface EntityForm {
  /** Units of the file in a metre, and in a millimetre of paper. */
  readonly k: number;
  readonly paper: number;
  /** Bytes that a text takes as it is written. */
  readonly sizeOf: (text: string) => number;
  readonly isModern: boolean;
  /** By how much all is moved, units of the file. */
  readonly at: readonly [x: number, y: number];
  /** Number of the sight where the file has several. */
  readonly sight: string | undefined;
}

/** A text as it may stand in TEXT, where %% begins a sign of its own (DXF Reference, TEXT): %%% is the percent sign; and a caret with a letter is a control character, with a space itself. */
const signsOf = (words: string): string => oneLine(words).replace(/%%/g, '%%%%%%').replace(/\^/g, '^ ');

/** Where an entity comes from. */
export interface EntityOrigin {
  readonly role: string;
  /** Identities, as many as fit; of a text its words. */
  readonly elements: string;
  readonly className?: string;
  readonly material?: string;
  readonly line?: { readonly beyond: string; readonly depths: readonly number[] };
}

/** Writes the entities of a drawing into one block record. */
export class EntityWriter {
  private readonly handles: DxfTags;
  private readonly out: DxfTags;
  private readonly graphic: Graphic;
  private readonly owner: string;
  private readonly how: EntityForm;
  private readonly keys = new EntityKeys();

  constructor(handles: DxfTags, out: DxfTags, graphic: Graphic, owner: string, how: EntityForm) {
    this.handles = handles;
    this.out = out;
    this.graphic = graphic;
    this.owner = owner;
    this.how = how;
  }

  /** What all entities begin with: the layer, and of the pen what differs from the layer's own. */
  private begin(type: string, { pen, layer }: Style): DxfTags {
    const { pens, layers } = this.graphic;
    const tags = this.out
      .text(0, type)
      .text(5, this.handles.nextHandle())
      .text(330, this.owner)
      .text(100, 'AcDbEntity')
      .text(8, layers[layer]!.name);
    if (layers[layer]!.pen === pen) return tags;
    const [own, other] = [pens[pen]!, pens[layers[layer]!.pen]!];
    if (typeName(own) !== typeName(other)) tags.text(6, typeName(own));
    if (own.colour !== other.colour) colourTags(tags, own.colour, this.how.isModern);
    if (snapWeight(own.weight) !== snapWeight(other.weight)) tags.int(370, snapWeight(own.weight));
    return tags;
  }

  private readonly x = (u: number): number => u * this.how.k + this.how.at[0];
  private readonly y = (v: number): number => v * this.how.k + this.how.at[1];

  polyline(points: Float64Array, from: number, to: number, style: Style): void {
    if (to - from === 2) {
      this.begin('LINE', style)
        .text(100, 'AcDbLine')
        .point(10, this.x(points[from * 2]!), this.y(points[from * 2 + 1]!), 0)
        .point(11, this.x(points[from * 2 + 2]!), this.y(points[from * 2 + 3]!), 0);
      return;
    }
    const closed = to - from > 3 && points[from * 2] === points[to * 2 - 2] && points[from * 2 + 1] === points[to * 2 - 1];
    const last = closed ? to - 1 : to;
    this.begin('LWPOLYLINE', style)
      .text(100, 'AcDbPolyline')
      .int(90, last - from)
      .int(70, closed ? 1 : 0)
      .real(43, 0);
    for (let p = from; p < last; p++) this.out.point(10, this.x(points[p * 2]!), this.y(points[p * 2 + 1]!));
  }

  /** A closed polyline of straight sides and arcs of circles. */
  outline(sides: readonly DrawnSide[], style: Style): void {
    const corners = sides.flatMap(bulges);
    this.begin('LWPOLYLINE', style).text(100, 'AcDbPolyline').int(90, corners.length).int(70, 1).real(43, 0);
    for (const [u, v, bulge] of corners) this.out.point(10, this.x(u), this.y(v)).real(42, bulge, 12);
  }

  arc(arc: Arc, style: Style): void {
    const {
      out,
      how: { k },
    } = this;
    const [u, v, r, axisV, ratio, start, end] = arc;
    const full = isWhole(arc);
    if (!isCircle(arc)) {
      this.begin('ELLIPSE', style)
        .text(100, 'AcDbEllipse')
        .point(10, this.x(u), this.y(v), 0)
        .point(11, r * k, axisV * k, 0);
      out.real(210, 0).real(220, 0).real(230, 1).real(40, ratio, 12);
      out.real(41, full ? 0 : start, 12).real(42, full ? 2 * Math.PI : end, 12);
      return;
    }
    this.begin(full ? 'CIRCLE' : 'ARC', style)
      .text(100, 'AcDbCircle')
      .point(10, this.x(u), this.y(v), 0)
      .real(40, r * k);
    if (full) return;
    const degrees = (t: number) => ((((t * 180) / Math.PI) % 360) + 360) % 360;
    out.text(100, 'AcDbArc').real(50, degrees(start), 9).real(51, degrees(end), 9);
  }

  hatch(face: readonly (readonly DrawnSide[])[], fill: RegionFill): void {
    const { out } = this;
    const name = fill.lines ? fill.pattern.toUpperCase().replace(/[^A-Z0-9]+/g, '_') : 'SOLID';
    const tags = this.begin('HATCH', fill);
    // DXF Reference, common group codes: 440, transparency; older releases know none
    if (fill.opacity !== undefined && this.how.isModern) tags.int(440, 0x02000000 + Math.round(fill.opacity * 255));
    tags.text(100, 'AcDbHatch').point(10, 0, 0, 0).real(210, 0).real(220, 0).real(230, 1);
    out
      .text(2, name)
      .int(70, fill.lines ? 0 : 1)
      .int(71, 0)
      .int(91, face.length);
    face.forEach((ring, r) => {
      const corners = ring.flatMap(bulges);
      const isRound = corners.some(([, , bulge]) => bulge !== 0);
      // 1 external, 2 polyline, 16 outermost
      out
        .int(92, r === 0 ? 3 : 18)
        .int(72, isRound ? 1 : 0)
        .int(73, 1)
        .int(93, corners.length);
      for (const [u, v, bulge] of corners) {
        out.point(10, this.x(u), this.y(v));
        if (isRound) out.real(42, bulge, 12);
      }
      out.int(97, 0);
    });
    out.int(75, 0).int(76, fill.lines ? 2 : 1);
    if (fill.lines) {
      out.real(52, 0).real(41, this.how.paper).int(77, 0).int(78, fill.lines.length);
      for (const line of fill.lines) this.patternLine(line);
    }
    out.int(98, 0);
  }

  /**
   * Extended data of the entity just written: where it comes from; of a line also what lies beyond it and the depths of its ends; at last
   * its key. Strings hold 255 bytes at most.
   * @param places by which the entity is told from others: see `EntityKeys`
   */
  origin({ role, elements, className = '', material = '', line }: EntityOrigin, places: ArrayLike<number>): void {
    this.out.text(1001, APPLICATION);
    const { sight, sizeOf } = this.how;
    const texts = [role, elements, className, material, line?.beyond ?? '', `KEY ${this.keys.of(role, elements, places)}`];
    if (sight !== undefined) texts.push(`SIGHT ${sight}`);
    for (const text of texts) this.out.text(1000, extended(text, sizeOf));
    for (const depth of line?.depths ?? []) this.out.real(1040, depth);
  }

  /** Lines, circles and texts that no line of the model is. */
  annotation(isPlain: boolean): void {
    const key = (of: string, places: ArrayLike<number>) => {
      if (!isPlain) this.origin({ role: 'note', elements: of }, places);
    };
    const { how: { paper }, out, graphic: { strokes, texts } } = this; // prettier-ignore
    strokes.radius.forEach((radius, s) => {
      const style = { pen: strokes.pen[s]!, layer: strokes.layer[s]! };
      const [from, to] = [strokes.start[s]!, strokes.start[s + 1]!];
      if (radius === 0) this.polyline(strokes.points, from, to, style);
      else this.arc(circleArc(strokes.points[from * 2]!, strokes.points[from * 2 + 1]!, radius, 0, 2 * Math.PI), style);
      key('', [...strokes.points.subarray(from * 2, to * 2), radius]);
    });
    for (const text of texts) {
      const [x, y] = [this.x(text.at[0]), this.y(text.at[1])];
      this.begin('TEXT', text)
        .text(100, 'AcDbText')
        .point(10, x, y, 0)
        .real(40, text.height * paper)
        .text(1, signsOf(text.words))
        .real(50, (text.turn * 180) / Math.PI, 9)
        .text(7, LETTERING)
        .int(72, { start: 0, middle: 1, end: 2 }[text.anchor]);
      // where it is set out from its middle or end, that point stands here
      if (text.anchor !== 'start') out.point(11, x, y, 0);
      out.text(100, 'AcDbText').int(73, 0);
      key(text.words, text.at);
    }
  }

  /** Definition lines carry their final size: the scale of group 41 is already in them. */
  private patternLine({ angle, origin, offset, dashes }: PatternLine): void {
    const {
      out,
      how: { paper, at },
    } = this;
    out
      .real(53, angle)
      .real(43, origin[0] * paper + at[0])
      .real(44, origin[1] * paper + at[1])
      .real(45, offset[0] * paper, 9)
      .real(46, offset[1] * paper, 9)
      .int(79, dashes.length);
    for (const d of dashes) out.real(49, d * paper, 9);
  }
}

/** Of an arc's part no more than this goes into one bulge: readers of hatches are unsure of flat rings of two corners. */
const QUARTER = Math.PI / 2 + 1e-9;
/**
 * An arc in steps of about a nanometre. It was fitted, and its last digits hang on the sines of the host, a browser's or Node's: among
 * the thousands of points along it some would be written otherwise.
 */
const inSteps = (arc: Arc): Arc => arc.map(onGrid) as unknown as Arc;

/** An ellipse is broken up so that no chord leaves it by more, metres: hatches have no bulge for it. */
const RISE = 5e-5;

/**
 * The corners in which a side of a face begins, each with the bulge of what follows: the tangent of a quarter of its angle,
 * positive counter-clockwise (DXF Reference, LWPOLYLINE and HATCH, group 42).
 */
function bulges({ from, arc, isForward }: DrawnSide): [u: number, v: number, bulge: number][] {
  if (!arc) return [[from[0], from[1], 0]];
  if (!isCircle(arc)) {
    const points = arcPoints(inSteps(arc), RISE);
    const pairs = Array.from({ length: points.length / 2 }, (_, i): [number, number, number] => [points[i * 2]!, points[i * 2 + 1]!, 0]);
    if (!isForward) pairs.reverse();
    return [[from[0], from[1], 0], ...pairs.slice(1, -1)];
  }
  const [, , , , , start, end] = arc;
  const parts = Math.ceil((end - start) / QUARTER);
  const turn = ((end - start) / parts) * (isForward ? 1 : -1);
  return Array.from({ length: parts }, (_, k) => {
    const [u, v] = k === 0 ? from : arcPoint(arc, (isForward ? start : end) + k * turn);
    return [u, v, tan(turn / 4)];
  });
}
