import { Growing } from '../geometry/growing';
import { ARC_NUMBERS, type Arc } from '../geometry/arcs/arc';
import type { Lines } from './drawing';

/** What is known of a line besides its points. */
export interface LineFacts {
  readonly role: number;
  readonly joint: number;
  readonly element: number;
  readonly jump: number;
  /** Elements on its other side, ascending, each once. */
  readonly beyond: ArrayLike<number>;
}

/** Length of a way through points as u, v pairs. */
export function pathLength(flat: ArrayLike<number>): number {
  let sum = 0;
  for (let i = 2; i < flat.length; i += 2) sum += Math.hypot(flat[i]! - flat[i - 2]!, flat[i + 1]! - flat[i - 1]!);
  return sum;
}

/** The facts of a line that is there already. */
export const factsOf = (lines: Lines, l: number): LineFacts => ({
  role: lines.lineRole[l]!,
  joint: lines.lineJoint[l]!,
  element: lines.lineElement[l]!,
  jump: lines.lineJump[l]!,
  beyond: lines.lineBeyond.subarray(lines.lineBeyondStart[l], lines.lineBeyondStart[l + 1]),
});

/** Collects lines into the flat arrays of a drawing. */
export class LinesBuilder {
  private readonly points = new Growing((n) => new Float64Array(n), 8192);
  private readonly start = new Growing((n) => new Uint32Array(n), 1024);
  private readonly role = new Growing((n) => new Uint8Array(n), 1024);
  private readonly joint = new Growing((n) => new Uint8Array(n), 1024);
  private readonly element = new Growing((n) => new Int32Array(n), 1024);
  private readonly depth = new Growing((n) => new Float64Array(n), 4096);
  private readonly beyondStart = new Growing((n) => new Uint32Array(n), 1024);
  private readonly beyond = new Growing((n) => new Int32Array(n), 1024);
  private readonly jump = new Growing((n) => new Uint8Array(n), 1024);
  private readonly arcOf = new Growing((n) => new Int32Array(n), 1024);
  private readonly arcs = new Growing((n) => new Float64Array(n));

  constructor() {
    this.start.push(0);
    this.beyondStart.push(0);
  }

  get count(): number {
    return this.role.length;
  }

  /** Adds a line through points (u, v pairs), and the depths of these, `from` up to and with `to`. */
  add(points: ArrayLike<number>, depths: ArrayLike<number>, from: number, to: number, facts: LineFacts, arc: Arc | null = null): void {
    const { role, joint, element, jump, beyond } = facts;
    const data = this.points.reserve((to - from + 1) * 2);
    let at = this.points.length;
    for (let i = from * 2; i < to * 2 + 2; i++) data[at++] = points[i]!;
    this.points.length = at;
    this.start.push(at / 2);
    this.role.push(role);
    this.joint.push(joint);
    this.element.push(element);
    this.jump.push(jump);
    const deep = this.depth.reserve(to - from + 1);
    for (let i = from; i <= to; i++) deep[this.depth.length++] = depths[i]!;
    for (let k = 0; k < beyond.length; k++) this.beyond.push(beyond[k]!);
    this.beyondStart.push(this.beyond.length);
    this.arcOf.push(arc ? this.arcs.length / ARC_NUMBERS : -1);
    if (arc) for (const x of arc) this.arcs.push(x);
  }

  /** Adds a straight line each for u, v, depth of both its ends, six numbers one behind the other, all of one kind. */
  addSegments(ends: ArrayLike<number>, { role, joint, element, jump, beyond }: LineFacts): void {
    const count = ends.length / 6;
    const points = this.points.reserve(count * 4);
    const depths = this.depth.reserve(count * 2);
    let [p, d] = [this.points.length, this.depth.length];
    for (let i = 0; i < ends.length; i += 3) {
      points[p++] = ends[i]!;
      points[p++] = ends[i + 1]!;
      depths[d++] = ends[i + 2]!;
    }
    [this.points.length, this.depth.length] = [p, d];
    const first = p / 2 - count * 2;
    this.role.fill(role, count);
    this.joint.fill(joint, count);
    this.element.fill(element, count);
    this.jump.fill(jump, count);
    this.arcOf.fill(-1, count);
    const start = this.start.reserve(count);
    const beyondStart = this.beyondStart.reserve(count);
    const others = this.beyond.reserve(count * beyond.length);
    for (let l = 1; l <= count; l++) {
      start[this.start.length++] = first + l * 2;
      for (let k = 0; k < beyond.length; k++) others[this.beyond.length++] = beyond[k]!;
      beyondStart[this.beyondStart.length++] = this.beyond.length;
    }
  }

  /** Adds the lines `from` up to `to` of others as they are. */
  copy(lines: Lines, from: number, to: number): void {
    const { lineStart, lineBeyondStart, lineArc, arcs } = lines;
    if (from >= to) return;
    const [firstPoint, firstBeyond] = [lineStart[from]!, lineBeyondStart[from]!];
    const [pointShift, beyondShift] = [this.points.length / 2 - firstPoint, this.beyond.length - firstBeyond];
    this.points.append(lines.points, firstPoint * 2, lineStart[to]! * 2);
    this.depth.append(lines.depths, firstPoint, lineStart[to]);
    this.role.append(lines.lineRole, from, to);
    this.joint.append(lines.lineJoint, from, to);
    this.element.append(lines.lineElement, from, to);
    this.jump.append(lines.lineJump, from, to);
    this.beyond.append(lines.lineBeyond, firstBeyond, lineBeyondStart[to]);
    for (let l = from; l < to; l++) {
      this.start.push(lineStart[l + 1]! + pointShift);
      this.beyondStart.push(lineBeyondStart[l + 1]! + beyondShift);
      const arc = lineArc[l]! * ARC_NUMBERS;
      this.arcOf.push(arc < 0 ? -1 : this.arcs.length / ARC_NUMBERS);
      if (arc >= 0) this.arcs.append(arcs, arc, arc + ARC_NUMBERS);
    }
  }

  done(): Lines {
    return {
      points: this.points.done(),
      lineStart: this.start.done(),
      lineRole: this.role.done(),
      lineJoint: this.joint.done(),
      lineElement: this.element.done(),
      depths: this.depth.done(),
      lineBeyondStart: this.beyondStart.done(),
      lineBeyond: this.beyond.done(),
      lineJump: this.jump.done(),
      lineArc: this.arcOf.done(),
      arcs: this.arcs.done(),
    };
  }
}
