/**
 * Height of capitals as a part of the size of the lettering that goes along (Liberation Sans: sCapHeight of its table OS/2 over its em); a
 * font of the same measures, which others put in its place, has the same.
 */
export const CAPITAL_OF_SIZE = 1409 / 2048;
/** For readers that look for a font by its name: the lettering that goes along, and those of the same measures. */
export const FONT_FAMILY = 'Liberation Sans, Arial, Helvetica, sans-serif';
