import type { Landmarks } from './landmarks';
import { levelWords } from './level-words';
import { widthOf, type Marks } from './marks';
import { spread } from './spread';

/* Paper millimetres. Our own form: a line at the left of the drawing, an open triangle whose tip stands on the level, the height over the
 * line and the storey's name below it. */
const GAP = 3;
const STUB = 7;
const KNEE = 4;
const TIP = 2.4;
/** Above a line and below it to the text. */
const CLEAR = 0.9;

/**
 * Marks the storeys that lie within the height of a drawing at its left. Marks that would cover one another are moved apart, with a bend in
 * their line; their triangles stay.
 * @param height of the capitals, paper millimetres
 */
export function markLevels(
  marks: Marks,
  { levels }: Landmarks,
  [u0, v0, , v1]: readonly [number, number, number, number],
  style: readonly [pen: number, layer: number],
  height: number,
): void {
  const { mm } = marks;
  const shown = levels.filter(({ v }) => v >= v0 - mm && v <= v1 + mm).sort((a, b) => a.v - b.v);
  const wide = Math.max(...shown.map(({ name, height: over }) => Math.max(widthOf(name, height), widthOf(levelWords(over), height))));
  const rest = spread(shown.map(({ v }) => v), (2 * height + 3 * CLEAR + TIP * 0.4) * mm); // prettier-ignore
  shown.forEach(({ name, height: over, v }, k) => {
    const at = Math.abs(rest[k]! - v) < 1e-9 * mm ? v : rest[k]!;
    const [right, tip] = [u0 - GAP * mm, u0 - (GAP + STUB / 2) * mm];
    const left = right - (STUB + KNEE) * mm;
    const end = left - wide * mm;
    const bend: [number, number][] = at === v ? [] : [[right - STUB * mm, v], [left, at]]; // prettier-ignore
    marks.line([[right, v], ...bend, [end, at]], style);
    marks.line([[tip, v], [tip - TIP * 0.7 * mm, v + TIP * mm], [tip + TIP * 0.7 * mm, v + TIP * mm], [tip, v]], style); // prettier-ignore
    marks.text(levelWords(over), height, [left, at + CLEAR * mm], 'end', style);
    marks.text(name, height, [left, at - (CLEAR + height) * mm], 'end', style);
  });
}
