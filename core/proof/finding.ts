import type { Note } from '../faults/fault';

/** Something in a drawing that a drafter would look at before it leaves the house; `at` is its place in the drawing, or null. */
export interface Finding extends Note {
  readonly at: readonly [number, number] | null;
}
