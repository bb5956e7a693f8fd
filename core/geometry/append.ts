/** Adds all of `more` to the end of `list`; spread into a push, a list of a hundred thousand and more breaks the stack. */
export function append<T>(list: T[], more: Iterable<T>): void {
  for (const one of more) list.push(one);
}
