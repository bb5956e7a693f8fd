import type { Parsed } from '../../figures/parse';

/** A length that is to be above 0. */
export const positive = (parsed: Parsed): Parsed =>
  parsed.ok && parsed.value < 0.001 ? { ok: false, expected: 'a length above 0' } : parsed;
