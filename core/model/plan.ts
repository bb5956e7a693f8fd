/** A row of the table that makes bodies of a plan's outlines: all of one layer. Metres. */
export interface PlanRow {
  readonly layer: string;
  /** Wall, Slab, Column …; "Opening" cuts through the walls that it lies in; empty is not built. */
  readonly class: string;
  /** From the zero of the plan; of an opening its sill. */
  readonly base: number;
  /** Of an opening from its sill to its head. */
  readonly height: number;
  readonly material: string;
  /** Closed outlines and double lines that were found on the layer. */
  readonly outlines: number;
}

/** Outlines of one layer: rings as u, v, u, v … in metres, from the origin of the plan. */
export interface PlanLayer {
  readonly name: string;
  readonly rings: readonly Float64Array[];
}

/** What was read of a plan, and the table with which it was built. */
export interface Plan {
  readonly layers: readonly PlanLayer[];
  readonly rows: readonly PlanRow[];
}

/** What was drawn at one go by hand: an outline, with those of its holes; u, v, u, v … in metres, in the coordinates of the plan. */
export interface DrawnOutline {
  readonly layer: string;
  readonly rings: readonly (readonly number[])[];
}

/** What of the rows of a plan's table was changed by hand, by layer. */
export type PlanChanges = Readonly<Record<string, Partial<Omit<PlanRow, 'layer' | 'outlines'>>>>;

/** What a layer is taken for by its name; common practice. */
const NAMES: readonly (readonly [RegExp, Omit<PlanRow, 'layer' | 'outlines'>])[] = [
  [/open|door|window|void/i, { class: 'Opening', base: 0, height: 2.1, material: '' }],
  [/column|pillar|pier/i, { class: 'Column', base: 0, height: 2.5, material: 'Concrete' }],
  [/slab|floor|ceiling|deck/i, { class: 'Slab', base: -0.2, height: 0.2, material: 'Concrete' }],
  [/roof/i, { class: 'Roof', base: 2.5, height: 0.3, material: '' }],
  [/furn|equip|fitt/i, { class: 'Furniture', base: 0, height: 0.9, material: '' }],
  [/dim|text|note|axis|grid|hatch|title|frame|border|view|defpoints/i, { class: '', base: 0, height: 0, material: '' }],
  [/wall|partition/i, { class: 'Wall', base: 0, height: 2.5, material: 'Masonry' }],
];

export function firstRow({ name, rings }: PlanLayer): PlanRow {
  const guess = NAMES.find(([pattern]) => pattern.test(name))?.[1] ?? { class: 'Wall', base: 0, height: 2.5, material: '' };
  return { layer: name, outlines: rings.length, ...guess };
}
