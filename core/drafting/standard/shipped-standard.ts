import type { Standard } from './standard';
import { MARK_RULES, SHADOW_RULE } from './standard-defaults';
import looks from './standard-looks.json';
import works from './standard-works.json';

/** The standard that comes along, as its first look has it. */
export const STANDARD: Standard = { ...(works as unknown as Standard), marks: MARK_RULES, shadow: SHADOW_RULE };

/** The standard that comes along with all its looks: Works, Planning, Presentation. The first of them is the standard itself. */
export const SHIPPED: Standard = { ...STANDARD, ...(looks as unknown as Pick<Standard, 'surfacePatterns' | 'looks'>) };
