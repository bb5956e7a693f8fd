import { Growing } from '../geometry/growing';

/** There is nothing on the other side of a line but the paper. */
export const NOTHING = -1;

/** What is known of a segment besides its place. */
export interface SegmentFacts {
  readonly role: number;
  /** Index into Model.elements, -1 for none. */
  readonly element: number;
  /** A cut line with cut matter on both its sides. */
  readonly joint?: boolean;
  /** The element on the other side of the line: its own for an edge between two of its faces, or NOTHING. */
  readonly beyond?: number;
  /** Class of the size of the jump in depth across an outline: the number of the sight's steps that it reaches. */
  readonly jump?: number;
}

const TAGS = 3;

/** Straight pieces on their way to a drawing: places with their depths, and what is known of each. */
export class Segments {
  private readonly ends: Growing<Float64Array>;
  private readonly depths: Growing<Float64Array>;
  private readonly tags: Growing<Uint32Array>;

  /** With room for some segments at once. */
  constructor(room = 1024) {
    this.ends = new Growing((n) => new Float64Array(n), room * 4);
    this.depths = new Growing((n) => new Float64Array(n), room * 2);
    this.tags = new Growing((n) => new Uint32Array(n), room * TAGS);
  }

  add(u0: number, v0: number, w0: number, u1: number, v1: number, w1: number, facts: SegmentFacts): void {
    const { role, element, joint = false, beyond = NOTHING, jump = 0 } = facts;
    this.put(u0, v0, w0, u1, v1, w1, (jump << 8) | (role << 1) | (joint ? 1 : 0), element, beyond);
  }

  /** A stretch of a segment of another list, with all that is known of it: moved by `shift` along u, from its other end if `isTurned`; from = 0 and to = 1 keep its ends bitwise. */
  addStretch({ ends, depths, tags }: SegmentList, s: number, from = 0, to = 1, shift = 0, isTurned = false): void {
    const [a, b] = isTurned ? [1, 0] : [0, 1];
    const u0 = ends[s * 4 + a * 2]! + shift,
      v0 = ends[s * 4 + a * 2 + 1]!,
      u1 = ends[s * 4 + b * 2]! + shift,
      v1 = ends[s * 4 + b * 2 + 1]!,
      w0 = depths[s * 2 + a]!,
      w1 = depths[s * 2 + b]!;
    this.put(
      from === 0 ? u0 : u0 + from * (u1 - u0),
      from === 0 ? v0 : v0 + from * (v1 - v0),
      w0 + from * (w1 - w0),
      to === 1 ? u1 : u0 + to * (u1 - u0),
      to === 1 ? v1 : v0 + to * (v1 - v0),
      w0 + to * (w1 - w0),
      tags[s * TAGS]!,
      tags[s * TAGS + 1]!,
      tags[s * TAGS + 2]!,
    );
  }

  /** The segments `from` up to `to` of another list as they are. */
  copy({ ends, depths, tags }: SegmentList, from: number, to: number): void {
    this.ends.append(ends, from * 4, to * 4);
    this.depths.append(depths, from * 2, to * 2);
    this.tags.append(tags, from * TAGS, to * TAGS);
  }

  private put(u0: number, v0: number, w0: number, u1: number, v1: number, w1: number, kind: number, element: number, beyond: number): void {
    const data = this.ends.reserve(4);
    const at = this.ends.length;
    data[at] = u0;
    data[at + 1] = v0;
    data[at + 2] = u1;
    data[at + 3] = v1;
    this.ends.length = at + 4;
    this.depths.push(w0);
    this.depths.push(w1);
    const tags = this.tags.reserve(TAGS);
    tags[this.tags.length] = kind;
    tags[this.tags.length + 1] = element;
    tags[this.tags.length + 2] = beyond;
    this.tags.length += TAGS;
  }

  done(): SegmentList {
    return { count: this.ends.length / 4, ends: this.ends.done(), depths: this.depths.done(), tags: this.tags.done() };
  }
}

export interface SegmentList {
  readonly count: number;
  /** u0 v0 u1 v1 of each. */
  readonly ends: Float64Array;
  /** Depth at both ends of each. */
  readonly depths: Float64Array;
  /** Three numbers of each: its kind (see below), the element, and the element beyond it. */
  readonly tags: Uint32Array;
}

/** Lists one behind the other. */
export function joinSegments(lists: readonly SegmentList[]): SegmentList {
  const count = lists.reduce((sum, list) => sum + list.count, 0);
  const ends = new Float64Array(count * 4),
    depths = new Float64Array(count * 2),
    tags = new Uint32Array(count * TAGS);
  let at = 0;
  for (const list of lists) {
    ends.set(list.ends, at * 4);
    depths.set(list.depths, at * 2);
    tags.set(list.tags, at * TAGS);
    at += list.count;
  }
  return { count, ends, depths, tags };
}

/** Role, joint and jump of a segment as one number: segments of one kind and one element go on in one another. */
export const kindOf = ({ tags }: SegmentList, s: number): number => tags[s * TAGS]!;
export const roleOf = (list: SegmentList, s: number): number => (kindOf(list, s) >> 1) & 127;
export const isJoint = (list: SegmentList, s: number): boolean => (kindOf(list, s) & 1) === 1;
export const jumpOf = (list: SegmentList, s: number): number => kindOf(list, s) >> 8;
export const elementOf = ({ tags }: SegmentList, s: number): number => tags[s * TAGS + 1]! | 0;
export const beyondOf = ({ tags }: SegmentList, s: number): number => tags[s * TAGS + 2]! | 0;
