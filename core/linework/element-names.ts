/** What an element of a drawing is called. */
export interface ElementName {
  readonly id: string;
  readonly class: string;
  /** Of its first part that has one; undefined where none has. */
  readonly material: string | undefined;
  readonly type?: string;
  readonly storey?: string;
  /** Layer of the source file. */
  readonly layer?: string;
  readonly name?: string;
  /** Materials of the layers of its build-up, in their order. */
  readonly buildUp?: readonly number[];
}

/**
 * The table of elements and materials that a drawing goes by: a name each, so that it is published without its model, and stays right when
 * a newer reading gives other numbers.
 */
export interface DrawingNames {
  readonly model: string;
  /** By the number that the drawing gives them. */
  readonly elements: ReadonlyMap<number, ElementName>;
  /** By the number that the regions give them. */
  readonly materials: readonly string[];
}
