/** How many random scenes a run looks at, beside all that `npm run scenes` does: a share, so that each run ends within minutes. */
const SHARE = Number((globalThis as { process?: { env: Record<string, string | undefined> } }).process?.env['TARVEX_SHARE'] ?? 0.15);

/** So many random scenes of n in a run of today. */
export const often = (n: number): number => Math.max(12, Math.round(n * SHARE));
