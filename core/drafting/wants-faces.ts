import type { Standard } from './standard/standard';

/** Whether a standard asks for the faces that are seen. */
export const wantsFaces = ({ surfaces = [], tones = [] }: Standard, scale: number): boolean =>
  tones.length > 0 || surfaces.some(({ pattern, upTo = Infinity }) => pattern !== 'none' && scale <= upTo);
