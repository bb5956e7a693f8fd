import type { Role } from '../sights/role';

/** What a line is drawn with by hand; what is not told is as it was. */
export interface HandPen {
  readonly role?: Role;
  readonly layer?: string;
  /** Paper millimetres. */
  readonly weight?: number;
  readonly type?: string;
  readonly colour?: number | string;
}

export interface HandFill {
  readonly layer?: string;
  /** "solid", or a pattern of the standard; one that it does not have is solid. */
  readonly pattern: string;
  readonly weight?: number;
  readonly colour: number | string;
}

/** Where nothing else is told all hand work lies on this layer. */
export const HAND_LAYER = 'TOUCH-UPS';

/** What hand work brings to a drawing beside its lines. */
export interface Hand {
  /** Of each line the number of its pen in `pens`, -1 for one that is drawn by rule. */
  readonly linePen: Int32Array;
  readonly pens: readonly HandPen[];
  /** Of each region how it is filled by hand; null for one that is filled by rule. */
  readonly fills: readonly (HandFill | null)[];
  readonly texts: readonly {
    readonly at: readonly [number, number];
    readonly words: string;
    readonly height: number;
    readonly layer: string | undefined;
  }[];
}
