/** What went wrong, under its heading: a change that was refused, something that cannot be made, a drawing that failed. */
export function troubleOf(refused: string | null, fault: string | null, undrawn: string | null) {
  if (refused) return { what: 'not kept', words: refused, again: false };
  if (fault) return { what: 'not made', words: fault, again: false };
  return undrawn ? { what: 'not drawn', words: undrawn, again: true } : null;
}
