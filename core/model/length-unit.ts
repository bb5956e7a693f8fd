/** Lengths of one unit in metres. */
export const UNITS = { m: 1, cm: 0.01, mm: 0.001, in: 0.0254, ft: 0.3048 } as const;
export type LengthUnit = keyof typeof UNITS;
