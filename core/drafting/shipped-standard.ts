import looks from './standard-looks.json';
import { STANDARD, type Standard } from './standard';

/** The standard that comes along with all its looks: Works, Planning, Presentation. The first of them is the standard itself. */
export const SHIPPED: Standard = { ...STANDARD, ...(looks as unknown as Pick<Standard, 'surfacePatterns' | 'looks'>) };
