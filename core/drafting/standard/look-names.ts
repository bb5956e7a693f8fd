/** The looks of the standard that comes along, which has them beside it: see shipped-standard.ts. */
export const LOOK_NAMES = ['Works', 'Planning', 'Presentation'] as const;
