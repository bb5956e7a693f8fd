/**
 * Places along a line moved apart as little as can be, so that none lies nearer to the next than `apart`. What must move together moves to
 * the middle of where it would like to lie. Ascending in, ascending out.
 * Method: pool adjacent violators (isotonic regression by least squares; Barlow, Bartholomew, Bremner and Brunk 1972).
 */
export function spread(wished: readonly number[], apart: number): number[] {
  const groups: { sum: number; count: number }[] = [];
  wished.forEach((place, k) => {
    // what is wished, less the room that those before it take
    let group = { sum: place - k * apart, count: 1 };
    for (let before = groups.at(-1); before && before.sum / before.count > group.sum / group.count; before = groups.at(-1)) {
      groups.pop();
      group = { sum: before.sum + group.sum, count: before.count + group.count };
    }
    groups.push(group);
  });
  return groups.flatMap(({ sum, count }) => Array<number>(count).fill(sum / count)).map((place, k) => place + k * apart);
}
