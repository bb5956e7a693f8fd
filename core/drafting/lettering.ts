/** A font of drawings, and the height of its capitals as a part of its size (sCapHeight of its table OS/2 over its em). */
interface Lettering {
  readonly name: string;
  readonly capital: number;
}

/** Drawings are lettered in the first; signs that it lacks come from the second. */
export const LETTERING: readonly [Lettering, Lettering] = [
  { name: 'National Park', capital: 700 / 1000 },
  { name: 'Liberation Sans', capital: 1409 / 2048 },
];

/** For readers that look for a font by its name: both, and others whose capitals are as high within a fiftieth. */
export const FONT_FAMILY = 'National Park, Liberation Sans, Arial, Helvetica, sans-serif';
