// by its files: the whole package would bring offsets and triangulations into the first view
import { ClipType, FillRule, PathType, type Path64 } from 'clipper2-ts/dist/Core.js';
import { Clipper64, type PolyPath64, PolyTree64 } from 'clipper2-ts/dist/Engine.js';
import { cellHash } from './numbers/cell-hash';
import { reversed, ringArea, type Face, type Ring } from './rings';
import { POLYGON_DECIMALS, RING_AREA } from './numbers/tolerances';

export * from './rings';

/*
 * The polygon kernel rounds to a grid of 1 µm (Vatti's method as in Clipper2). A corner that comes back in the cell of one that went in
 * is that one again, to the last bit: only where sides cross is the grid to be seen.
 */
const CELL = 10 ** POLYGON_DECIMALS;

/** The corners that went into the kernel, by their cells. */
class Corners {
  private readonly at: Float64Array;
  private readonly head: Int32Array;
  private readonly next: Int32Array;

  constructor(rings: readonly Ring[]) {
    const count = rings.reduce((n, ring) => n + ring.length, 0) / 2;
    this.at = new Float64Array(count * 2);
    this.next = new Int32Array(count);
    this.head = new Int32Array(2 ** Math.ceil(Math.log2(count + 8))).fill(-1);
    let k = 0;
    for (const ring of rings)
      for (let i = 0; i < ring.length; i += 2, k++) {
        this.at[k * 2] = ring[i]!;
        this.at[k * 2 + 1] = ring[i + 1]!;
        const h = this.cellOf(ring[i]!, ring[i + 1]!);
        this.next[k] = this.head[h]!;
        this.head[h] = k;
      }
  }

  /** Puts a ring's corners back. In place. */
  putBack(ring: Ring): void {
    for (let i = 0; i < ring.length; i += 2) {
      const [u, v] = [Math.round(ring[i]! * CELL), Math.round(ring[i + 1]! * CELL)];
      for (let k = this.head[this.cellOf(ring[i]!, ring[i + 1]!)]!; k >= 0; k = this.next[k]!) {
        if (Math.round(this.at[k * 2]! * CELL) !== u || Math.round(this.at[k * 2 + 1]! * CELL) !== v) continue;
        ring[i] = this.at[k * 2]!;
        ring[i + 1] = this.at[k * 2 + 1]!;
        break;
      }
    }
  }

  private cellOf(u: number, v: number): number {
    return cellHash(Math.round(u * CELL), Math.round(v * CELL)) & (this.head.length - 1);
  }
}

/** A ring in steps of the kernel's grid; lying on its side where that is wanted: x and y change places then. */
function toPath(ring: Ring, scale: number, isLaid: boolean): Path64 {
  const path: Path64 = [];
  const [x, y] = isLaid ? [1, 0] : [0, 1];
  for (let i = 0; i < ring.length; i += 2) path.push({ x: Math.round(ring[i + x]! * scale), y: Math.round(ring[i + y]! * scale) });
  return path;
}

/** From so many rings on it is asked whether they are better taken lying on their side. */
const MANY = 60;

/**
 * Whether more sides lie at one height than stand at one place. The kernel goes up a picture, and what it does with level sides grows with
 * the square of how many lie at one height: a row of a thousand walls has two thousand of them, and lying on its side four.
 */
function isBetterLaid(rings: readonly Ring[]): boolean {
  if (rings.length < MANY) return false;
  const [level, upright] = [new Map<number, number>(), new Map<number, number>()];
  let [most, mostUpright] = [0, 0];
  for (const ring of rings)
    for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) {
      const [u, v] = [Math.round(ring[i]! * CELL), Math.round(ring[i + 1]! * CELL)];
      if (Math.round(ring[j + 1]! * CELL) === v) {
        const n = (level.get(v) ?? 0) + 1;
        level.set(v, n);
        most = Math.max(most, n);
      } else if (Math.round(ring[j]! * CELL) === u) {
        const n = (upright.get(u) ?? 0) + 1;
        upright.set(u, n);
        mostUpright = Math.max(mostUpright, n);
      }
    }
  return most > 2 * mostUpright;
}

function run(type: ClipType, subject: readonly Ring[], clip: readonly Ring[] | null): Face[] {
  if (!subject.length) return [];
  const isLaid = isBetterLaid(clip ? [...subject, ...clip] : subject);
  let tree = new PolyTree64();
  let scale = CELL;
  // where corners lie on sides to within the grid, a hole may come out as an outline; on a finer grid it does not
  for (let decimals = POLYGON_DECIMALS; decimals <= FINEST; decimals++) {
    tree = new PolyTree64();
    scale = 10 ** decimals;
    const clipper = new Clipper64();
    for (const ring of subject) clipper.addPath(toPath(ring, scale, isLaid), PathType.Subject);
    if (clip) for (const ring of clip) clipper.addPath(toPath(ring, scale, isLaid), PathType.Clip);
    clipper.execute(type, FillRule.NonZero, tree);
    if (isSound(tree, true, RING_AREA * scale * scale)) break;
  }
  const faces: Face[] = [];
  collect(tree, 1 / scale, isLaid, faces);
  const corners = new Corners(clip ? [...subject, ...clip] : subject);
  for (const face of faces) for (const ring of face) corners.putBack(ring);
  return faces;
}

/** The finest grid that is tried where the usual one gives nonsense, as decimals of a metre. */
const FINEST = 8;

/** Whether outlines run counter-clockwise and holes clockwise, all through the kernel's tree. */
function isSound(node: PolyPath64, isOutline: boolean, nothing: number): boolean {
  for (let i = 0; i < node.count; i++) {
    const child = node.child(i);
    const area = pathArea(child.poly!);
    if (area > 0 !== isOutline && Math.abs(area) > nothing) return false;
    if (!isSound(child, !isOutline, nothing)) return false;
  }
  return true;
}

function pathArea(path: Path64): number {
  let twice = 0;
  for (let i = 0, before = path.at(-1)!; i < path.length; before = path[i++]!) twice += before.x * path[i]!.y - before.y * path[i]!.x;
  return twice / 2;
}

/** Turns the kernel's tree (outlines and holes in turns) into faces; a step of its grid in metres. */
function collect(node: PolyPath64, step: number, isLaid: boolean, faces: Face[]): void {
  for (let i = 0; i < node.count; i++) {
    const outer = node.child(i);
    const outline = orient(outer.poly!, step, isLaid, true);
    const holes: Ring[] = [];
    for (let h = 0; h < outer.count; h++) {
      const hole = outer.child(h);
      holes.push(orient(hole.poly!, step, isLaid, false));
      collect(hole, step, isLaid, faces);
    }
    if (isRing(outline)) faces.push([outline, ...holes.filter(isRing)]);
  }
}

const isRing = (ring: Ring) => Math.abs(ringArea(ring)) > RING_AREA;

/** A corner at which an outline turns back on itself to within so much, metres, is the end of a spike: a step of the grid aslant. */
const SPIKE = 1.5 / CELL;

/** An outline without the spikes that the kernel leaves where a corner lies on a side to within its grid: they enclose nothing. */
function withoutSpikes(path: Path64, spike: number): Path64 {
  if (!path.some((tip, i) => isSpike(path.at(i - 1)!, tip, path[(i + 1) % path.length]!, spike))) return path;
  const out: Path64 = [];
  for (const p of path) {
    out.push(p);
    while (out.length > 2 && isSpike(out.at(-3)!, out.at(-2)!, out.at(-1)!, spike)) out.splice(-2, 1);
  }
  while (out.length > 2 && isSpike(out.at(-2)!, out.at(-1)!, out[0]!, spike)) out.pop();
  while (out.length > 2 && isSpike(out.at(-1)!, out[0]!, out[1]!, spike)) out.shift();
  return out;
}

/** Whether the way from a to its tip and on to c runs back along itself. */
function isSpike(a: Path64[number], tip: Path64[number], c: Path64[number], spike: number): boolean {
  const [pu, pv, qu, qv] = [a.x - tip.x, a.y - tip.y, c.x - tip.x, c.y - tip.y];
  if (pu * qu + pv * qv <= 0) return false;
  // the nearer neighbour beside the line to the farther one
  return Math.abs(pu * qv - pv * qu) <= spike * Math.sqrt(Math.max(pu * pu + pv * pv, qu * qu + qv * qv));
}

function orient(whole: Path64, step: number, isLaid: boolean, counterClockwise: boolean): Ring {
  const path = withoutSpikes(whole, SPIKE / step);
  const ring = new Float64Array(path.length * 2);
  for (let i = 0; i < path.length; i++) {
    ring[i * 2 + (isLaid ? 1 : 0)] = path[i]!.x * step;
    ring[i * 2 + (isLaid ? 0 : 1)] = path[i]!.y * step;
  }
  return ringArea(ring) > 0 === counterClockwise ? ring : reversed(ring);
}

/** All that any ring covers (non-zero winding). */
export const union = (rings: readonly Ring[]): Face[] => run(ClipType.Union, rings, null);
export const intersection = (a: readonly Ring[], b: readonly Ring[]): Face[] => run(ClipType.Intersection, a, b);
export const difference = (a: readonly Ring[], b: readonly Ring[]): Face[] => run(ClipType.Difference, a, b);
