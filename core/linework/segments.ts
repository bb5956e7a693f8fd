import { Growing } from '../model/model-builder';

/** Straight pieces on their way to a drawing: places, role, element, and whether they part two cut faces. */
export class Segments {
  private readonly ends = new Growing((n) => new Float64Array(n), 4096);
  private readonly tags = new Growing((n) => new Uint32Array(n), 2048);

  /** `joint` marks a cut line with cut matter on both its sides. */
  add(u0: number, v0: number, u1: number, v1: number, role: number, element: number, joint: boolean): void {
    const data = this.ends.reserve(4);
    const at = this.ends.length;
    data[at] = u0;
    data[at + 1] = v0;
    data[at + 2] = u1;
    data[at + 3] = v1;
    this.ends.length = at + 4;
    const tags = this.tags.reserve(2);
    tags[this.tags.length] = role * 2 + (joint ? 1 : 0);
    tags[this.tags.length + 1] = element;
    this.tags.length += 2;
  }
  done(): SegmentList {
    return { count: this.ends.length / 4, ends: this.ends.done(), tags: this.tags.done() };
  }
}

export interface SegmentList {
  readonly count: number;
  /** u0 v0 u1 v1 of each. */
  readonly ends: Float64Array;
  /** Two numbers of each: role * 2 + joint, and the element. */
  readonly tags: Uint32Array;
}
