import type { Region } from '../cutting/cut-faces';
import type { DrawingNames } from '../drafting/drawing-names';
import type { Hand, HandFill, HandPen } from '../drafting/hand';
import { arcPoint, fromZero, type Arc } from '../geometry/arcs/arc';
import { arcAt, type Drawing } from '../linework/drawing';
import { factsOf, LinesBuilder, type LineFacts } from '../linework/lines-builder';
import { roleIndex } from '../sights/role';
import { movedArc, Standing } from './follow';
import { masked } from './mask';
import { rest, SHORT, spansOn, spansOnArc, united, type Span } from './stretches';
import type { Stretch, TouchUp } from './touch-up';

/** Hand work that found no place any more. */
export interface Lost {
  readonly id: string;
  readonly why: 'element' | 'line';
}

export interface TouchedUp {
  readonly drawing: Drawing;
  readonly hand: Hand;
  readonly lost: readonly Lost[];
}

/** Of a stretch so much must be found again, or it is lost. */
const FOUND = 0.5;

/**
 * Puts touch-ups on a drawing, in their order: what is hidden or redrawn is found by its element and place, wherever that has gone; what
 * is added goes with what it is tied to; a mask hides all that is under it by then. What finds no place is told, and nothing is guessed.
 * Cost: linear in the lines for each touch-up.
 */
export function touchUp(plain: Drawing, names: DrawingNames, touchUps: readonly TouchUp[]): TouchedUp {
  const standing = new Standing(plain, names);
  const sheet = new Sheet(plain);
  const lost: Lost[] = [];
  for (const own of touchUps) {
    const { id } = own;
    const tie = 'on' in own ? own.on.tie : own.tie;
    const to = standing.mapping(tie);
    if (!to) {
      lost.push({ id, why: 'element' });
      continue;
    }
    const way = (flat: readonly number[]) => {
      const out: number[] = [];
      for (let i = 0; i < flat.length; i += 2) out.push(...to(flat[i]!, flat[i + 1]!));
      return out;
    };
    switch (own.kind) {
      case 'hide':
      case 'redraw': {
        const on: Stretch = own.on.path ? { ...own.on, path: way(own.on.path) } : { ...own.on, arc: movedArc(own.on.arc!, to) };
        if (!sheet.take(standing.number(own.on.tie.element), on, own.kind === 'redraw' ? own.as : null)) lost.push({ id, why: 'line' });
        break;
      }
      case 'line':
        sheet.line(way(own.points), null, own.as);
        break;
      case 'arc':
        sheet.arc(movedArc(own.arc, to), own.as);
        break;
      case 'fill':
        sheet.fill(own.rings.map((ring) => Float64Array.from(way(ring))), own.as); // prettier-ignore
        break;
      case 'text':
        sheet.texts.push({ at: to(...own.at), words: own.words, height: own.height, layer: own.layer });
        break;
      case 'mask':
        sheet.mask(Float64Array.from(way(own.ring)));
    }
  }
  return { ...sheet.done(), lost };
}

/** What is on the drawing so far. */
class Sheet {
  readonly texts: Hand['texts'][number][] = [];
  private drawing: Drawing;
  private linePen: number[];
  private readonly pens: HandPen[] = [];
  private fills: (HandFill | null)[];

  constructor(plain: Drawing) {
    this.drawing = plain;
    this.linePen = new Array<number>(plain.lineRole.length).fill(-1);
    this.fills = plain.regions.map(() => null);
  }

  done(): { drawing: Drawing; hand: Hand } {
    const { pens, fills, texts } = this;
    return { drawing: this.drawing, hand: { linePen: Int32Array.from(this.linePen), pens, fills, texts } };
  }

  /** Takes a stretch of an element's lines away, or draws it with another pen; false where too little of it is there. */
  take(element: number, on: Stretch, as: HandPen | null): boolean {
    const { drawing } = this;
    const found = new Map<number, Span[][]>();
    let [wanted, met] = [0, 0];
    if (on.path)
      for (let i = 0; i + 3 < on.path.length; i += 2)
        wanted += Math.hypot(on.path[i + 2]! - on.path[i]!, on.path[i + 3]! - on.path[i + 1]!);
    else wanted = (on.arc![6] - on.arc![5]) * Math.hypot(on.arc![2], on.arc![3]);
    for (let l = 0; l < drawing.lineRole.length; l++) {
      if (drawing.lineElement[l] !== element) continue;
      const a = drawing.lineArc[l]!;
      if (a >= 0 !== (on.arc !== undefined)) continue;
      const spans: Span[][] = [];
      if (a >= 0) {
        const arc = arcAt(drawing, a);
        spans.push(spansOnArc(arc, on.arc!));
        met += sum(spans[0]!) * (arc[6] - arc[5]) * Math.hypot(arc[2], arc[3]);
      } else
        for (let p = drawing.lineStart[l]!; p + 1 < drawing.lineStart[l + 1]!; p++) {
          const [au, av, bu, bv] = drawing.points.subarray(p * 2, p * 2 + 4) as unknown as [number, number, number, number];
          const own = spansOn(au, av, bu, bv, on.path!);
          spans.push(own);
          met += sum(own) * Math.hypot(bu - au, bv - av);
        }
      if (spans.some((own) => own.length)) found.set(l, spans);
    }
    if (met < wanted * FOUND) return false;
    this.rebuilt((out, l) => {
      const spans = found.get(l);
      if (!spans) return this.copy(out, l);
      const facts = factsOf(drawing, l);
      const hand = this.linePen[l]!;
      this.pieces(out, l, spans.map(rest), facts, hand); // prettier-ignore
      if (as) this.pieces(out, l, spans, as.role ? { ...facts, role: roleIndex(as.role) } : facts, this.pen({ ...this.pens[hand], ...as }));
    });
    return true;
  }

  line(points: readonly number[], depths: readonly number[] | null, as: HandPen): void {
    const flat = depths ?? new Array<number>(points.length / 2).fill(0);
    this.added((out) => out.add(points, flat, 0, points.length / 2 - 1, this.facts(as)), as);
  }

  arc(arc: Arc, as: HandPen): void {
    const [from, to] = [arcPoint(arc, arc[5]), arcPoint(arc, arc[6])];
    this.added((out) => out.add([...from, ...to], [0, 0], 0, 1, this.facts(as), arc), as);
  }

  fill(rings: readonly Float64Array[], as: HandFill): void {
    const region: Region = { material: -1, elements: [], use: 'matter', face: rings };
    const { regions, regionCurves } = this.drawing;
    this.drawing = {
      ...this.drawing,
      regions: [...regions, region],
      ...(regionCurves && { regionCurves: [...regions.map((_, r) => regionCurves[r] ?? []), []] }),
    };
    this.fills.push(as);
  }

  mask(ring: Float64Array): void {
    const { drawing, kept } = masked(this.drawing, ring);
    this.linePen = kept.lines.map((l) => this.linePen[l]!);
    this.fills = kept.regions.map((r) => this.fills[r]!);
    this.drawing = drawing;
  }

  private facts = (as: HandPen): LineFacts => ({ role: roleIndex(as.role ?? 'note'), joint: 0, element: -1, jump: 0, beyond: [] });

  private pen(as: HandPen): number {
    return this.pens.push(as) - 1;
  }

  private added(add: (out: LinesBuilder) => void, as: HandPen): void {
    const hand = this.pen(as);
    const out = new LinesBuilder();
    out.copy(this.drawing, 0, this.drawing.lineRole.length);
    add(out);
    this.drawing = { ...this.drawing, ...out.done() };
    this.linePen.push(hand);
  }

  private next: number[] = [];
  private rebuilt(each: (out: LinesBuilder, l: number) => void): void {
    const out = new LinesBuilder();
    this.next = [];
    for (let l = 0; l < this.drawing.lineRole.length; l++) each(out, l);
    this.drawing = { ...this.drawing, ...out.done() };
    this.linePen = this.next;
  }

  private copy(out: LinesBuilder, l: number): void {
    out.copy(this.drawing, l, l + 1);
    this.next.push(this.linePen[l]!);
  }

  /** The parts of a line that lie in spans of its segments, or of its arc; what goes on over a corner is one. */
  private pieces(out: LinesBuilder, l: number, spans: readonly (readonly Span[])[], facts: LineFacts, hand: number): void {
    const { points, depths, lineStart, lineArc } = this.drawing;
    const first = lineStart[l]!;
    const a = lineArc[l]!;
    if (a >= 0) {
      const arc = arcAt(this.drawing, a);
      const sweep = arc[6] - arc[5];
      for (const [from, to] of spans[0]!) {
        if ((to - from) * sweep * Math.hypot(arc[2], arc[3]) < SHORT) continue;
        const piece: Arc = [arc[0], arc[1], arc[2], arc[3], arc[4], ...fromZero(arc[5] + from * sweep, arc[5] + to * sweep)];
        const deep = (t: number) => depths[first]! + t * (depths[lineStart[l + 1]! - 1]! - depths[first]!);
        out.add([...arcPoint(piece, piece[5]), ...arcPoint(piece, piece[6])], [deep(from), deep(to)], 0, 1, facts, piece);
        this.next.push(hand);
      }
      return;
    }
    let way: number[] = [];
    let deep: number[] = [];
    const end = () => {
      if (deep.length > 1) {
        out.add(way, deep, 0, deep.length - 1, facts);
        this.next.push(hand);
      }
      [way, deep] = [[], []];
    };
    spans.forEach((own, k) => {
      const p = first + k;
      const at = (t: number): [number, number, number] => [
        points[p * 2]! + t * (points[p * 2 + 2]! - points[p * 2]!),
        points[p * 2 + 1]! + t * (points[p * 2 + 3]! - points[p * 2 + 1]!),
        depths[p]! + t * (depths[p + 1]! - depths[p]!),
      ];
      for (const [from, to] of own) {
        if (from > 0 || !way.length) {
          end();
          const [u, v, w] = at(from);
          [way, deep] = [[u, v], [w]];
        }
        const [u, v, w] = to === 1 ? [points[p * 2 + 2]!, points[p * 2 + 3]!, depths[p + 1]!] : at(to);
        way.push(u, v);
        deep.push(w);
        if (to < 1) end();
      }
      if (!own.length) end();
    });
    end();
  }
}

const sum = (spans: readonly Span[]): number => united(spans).reduce((total, [from, to]) => total + to - from, 0);
