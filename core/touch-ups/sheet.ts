import type { Region } from '../cutting/cut-faces';
import type { Hand, HandFill, HandPen } from '../drafting/hand';
import { arcPoint, fromZero, type Arc } from '../geometry/arcs/arc';
import { arcAt, type Drawing } from '../linework/drawing';
import { factsOf, LinesBuilder, pathLength, type LineFacts } from '../linework/lines-builder';
import { roleIndex } from '../sights/role';
import { masked } from './mask';
import { rest, type Span } from '../geometry/numbers/spans';
import { SHORT, spansOn, spansOnArc } from './stretches';
import type { Stretch } from './touch-up';

/** A line of its own: what came of a computed one, or was added. */
interface Piece {
  /** u, v pairs; of an arc its ends. */
  readonly points: readonly number[];
  readonly depths: readonly number[];
  readonly facts: LineFacts;
  readonly arc: Arc | null;
  /** Number of its pen, -1 for one that is drawn by rule. */
  readonly hand: number;
}

/** Of a stretch so much must be found again, or it is lost. */
const FOUND = 0.5;

/**
 * A drawing while hand work is put on it. Lines that nothing was done to stay where they are until it is done; what came of the others, and
 * what was added, stands apart.
 */
export class Sheet {
  readonly texts: Hand['texts'][number][] = [];
  private drawing: Drawing;
  /** Pen of each line of the drawing as it was written out last. */
  private linePen: Int32Array;
  private readonly pens: HandPen[] = [];
  private fills: (HandFill | null)[];
  private readonly changed = new Map<number, readonly Piece[]>();
  private added: Piece[] = [];

  constructor(plain: Drawing) {
    this.drawing = plain;
    this.linePen = new Int32Array(plain.lineRole.length).fill(-1);
    this.fills = plain.regions.map(() => null);
  }

  done(): { drawing: Drawing; hand: Hand } {
    this.writeOut();
    const { pens, fills, texts, linePen } = this;
    return { drawing: this.drawing, hand: { linePen, pens, fills, texts } };
  }

  /** Takes a stretch of an element's lines away, or draws it with another pen; false where too little of it is there. */
  take(element: number, on: Stretch, as: HandPen | null): boolean {
    const met: { readonly l: number; readonly pieces: readonly Piece[]; readonly spans: readonly Span[][][] }[] = [];
    let length = 0;
    for (const l of this.lines(element)) {
      const pieces = this.changed.get(l) ?? [this.piece(l)];
      const spans = pieces.map((piece) => spansOf(piece, on));
      const here = pieces.reduce((sum, piece, k) => sum + lengthIn(piece, spans[k]!), 0);
      if (here > 0) met.push({ l, pieces, spans });
      length += here;
    }
    if (length < lengthOf(on) * FOUND) return false;
    for (const { l, pieces, spans } of met)
      this.changed.set(l, pieces.flatMap((piece, k) => [...divided(piece, spans[k]!.map((own) => rest(own))), ...(as ? divided(this.redrawn(piece, as), spans[k]!) : [])])); // prettier-ignore
    return true;
  }

  line(points: readonly number[], as: HandPen): void {
    this.add(points, null, as);
  }

  arc(arc: Arc, as: HandPen): void {
    this.add([...arcPoint(arc, arc[5]), ...arcPoint(arc, arc[6])], arc, as);
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
    this.writeOut();
    const { drawing, kept } = masked(this.drawing, ring);
    this.linePen = Int32Array.from(kept.lines, (l) => this.linePen[l]!);
    this.fills = kept.regions.map((r) => this.fills[r]!);
    this.drawing = drawing;
  }

  private add(points: readonly number[], arc: Arc | null, as: HandPen): void {
    const facts = { role: roleIndex(as.role ?? 'note'), joint: 0, element: -1, jump: 0, beyond: [] };
    this.added.push({ points, depths: new Array<number>(points.length / 2).fill(0), facts, arc, hand: this.pen(as) });
  }

  private pen(as: HandPen): number {
    return this.pens.push(as) - 1;
  }

  private redrawn(piece: Piece, as: HandPen): Piece {
    const facts = as.role ? { ...piece.facts, role: roleIndex(as.role) } : piece.facts;
    return { ...piece, facts, hand: this.pen({ ...this.pens[piece.hand], ...as }) };
  }

  /** The lines of an element, by their numbers. */
  private lines(element: number): readonly number[] {
    const { lineElement } = this.drawing;
    let lines = _linesOf.get(lineElement);
    if (!lines) _linesOf.set(lineElement, (lines = byElement(lineElement)));
    return lines.get(element) ?? [];
  }

  private piece(l: number): Piece {
    const { points, depths, lineStart, lineArc } = this.drawing;
    const [from, to] = [lineStart[l]!, lineStart[l + 1]!];
    const arc = lineArc[l]! < 0 ? null : arcAt(this.drawing, lineArc[l]!);
    const ends = { points: [...points.subarray(from * 2, to * 2)], depths: [...depths.subarray(from, to)] };
    return { ...ends, facts: factsOf(this.drawing, l), arc, hand: this.linePen[l]! };
  }

  /** Makes a drawing of what there is by now. */
  private writeOut(): void {
    if (!this.changed.size && !this.added.length) return;
    const out = new LinesBuilder();
    const pens: number[] = [];
    const put = ({ points, depths, facts, arc, hand }: Piece) => {
      out.add(points, depths, 0, depths.length - 1, facts, arc);
      pens.push(hand);
    };
    let from = 0;
    const copyTo = (l: number) => {
      out.copy(this.drawing, from, l);
      for (; from < l; from++) pens.push(this.linePen[from]!);
    };
    for (const l of [...this.changed.keys()].sort((a, b) => a - b)) {
      copyTo(l);
      this.changed.get(l)!.forEach(put);
      from = l + 1;
    }
    copyTo(this.drawing.lineRole.length);
    this.added.forEach(put);
    this.drawing = { ...this.drawing, ...out.done() };
    this.linePen = Int32Array.from(pens);
    this.changed.clear();
    this.added = [];
  }
}

/** By the list of a drawing that tells them: hand work is put on the same drawing again with each change of it. */
const _linesOf = new WeakMap<Int32Array, ReadonlyMap<number, readonly number[]>>();

function byElement(lineElement: Int32Array): ReadonlyMap<number, readonly number[]> {
  const out = new Map<number, number[]>();
  for (const [l, own] of lineElement.entries()) {
    const list = out.get(own);
    if (list) list.push(l);
    else out.set(own, [l]);
  }
  return out;
}

const arcLength = (arc: Arc): number => (arc[6] - arc[5]) * Math.hypot(arc[2], arc[3]);
const lengthOf = ({ path, arc }: Stretch): number => (path ? pathLength(path) : arcLength(arc!));
const sideLength = ({ points: p }: Piece, k: number): number => Math.hypot(p[k * 2 + 2]! - p[k * 2]!, p[k * 2 + 3]! - p[k * 2 + 1]!);
const partOf = (spans: readonly Span[]): number => spans.reduce((sum, [from, to]) => sum + to - from, 0);

/** What of each side of a line, or of its arc, a stretch lies on. */
function spansOf({ points: p, arc }: Piece, on: Stretch): Span[][] {
  if (arc) return [on.arc ? spansOnArc(arc, on.arc) : []];
  return Array.from({ length: p.length / 2 - 1 }, (_, k) => (on.path ? spansOn(p[k * 2]!, p[k * 2 + 1]!, p[k * 2 + 2]!, p[k * 2 + 3]!, on.path) : [])); // prettier-ignore
}

const lengthIn = (piece: Piece, spans: readonly (readonly Span[])[]): number =>
  spans.reduce((sum, own, k) => sum + partOf(own) * (piece.arc ? arcLength(piece.arc) : sideLength(piece, k)), 0);

/** The parts of a line that lie in spans of its sides, or of its arc; what goes on over a corner is one. */
function divided(piece: Piece, spans: readonly (readonly Span[])[]): Piece[] {
  const { points, depths, arc } = piece;
  if (arc) {
    const sweep = arc[6] - arc[5];
    const deep = (t: number) => depths[0]! + t * (depths.at(-1)! - depths[0]!);
    return spans[0]!.flatMap(([from, to]): Piece[] => {
      if ((to - from) * arcLength(arc) < SHORT) return [];
      const own: Arc = [arc[0], arc[1], arc[2], arc[3], arc[4], ...fromZero(arc[5] + from * sweep, arc[5] + to * sweep)];
      return [{ ...piece, arc: own, points: [...arcPoint(own, own[5]), ...arcPoint(own, own[6])], depths: [deep(from), deep(to)] }];
    });
  }
  const out: Piece[] = [];
  let way: number[] = [];
  let deep: number[] = [];
  const end = () => {
    if (deep.length > 1) out.push({ ...piece, points: way, depths: deep });
    [way, deep] = [[], []];
  };
  spans.forEach((own, k) => {
    const at = (t: number): [u: number, v: number, w: number] => {
      const [a, b] = t === 1 ? [0, 1] : [1 - t, t];
      return [
        a * points[k * 2]! + b * points[k * 2 + 2]!,
        a * points[k * 2 + 1]! + b * points[k * 2 + 3]!,
        a * depths[k]! + b * depths[k + 1]!,
      ];
    };
    for (const [from, to] of own) {
      if (from > 0 || !way.length) {
        end();
        const [u, v, w] = at(from);
        [way, deep] = [[u, v], [w]];
      }
      const [u, v, w] = at(to);
      way.push(u, v);
      deep.push(w);
      if (to < 1) end();
    }
    if (!own.length) end();
  });
  end();
  return out;
}
