/**
 * What was read anew, with the objects of before wherever they say the same: who hangs on a part of it sees no change where there is none.
 * Plain objects and lists are compared by what they hold, all else by what it is.
 */
export function asBefore<T>(before: unknown, now: T): T {
  if (before === now || !isPlain(now) || !isPlain(before) || Array.isArray(before) !== Array.isArray(now)) return now;
  const [were, are] = [Object.keys(before), Object.keys(now)];
  let isSame = were.length === are.length;
  const out: Record<string, unknown> = {};
  for (const key of are) {
    out[key] = asBefore(before[key], now[key]);
    isSame &&= out[key] === before[key] && key in before;
  }
  if (isSame) return before as T;
  return (Array.isArray(now) ? are.map((key) => out[key]) : out) as T;
}

const isPlain = (x: unknown): x is Record<string, unknown> =>
  Array.isArray(x) || (typeof x === 'object' && x !== null && Object.getPrototypeOf(x) === Object.prototype);
