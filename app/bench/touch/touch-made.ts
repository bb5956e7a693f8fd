import type { HandPen } from '../../../core/drafting/hand';
import type { Vec2 } from '../../../core/geometry/vec3';
import { arcThrough, distanceTo, parallel } from '../../../core/touch-ups/parallel';
import type { Profile } from '../../../core/touch-ups/profile-at';
import type { Shape } from '../../../core/touch-ups/shape';
import type { Tie, TouchUp } from '../../../core/touch-ups/touch-up';
import type { MeantLine } from '../../workers/line-meant';
import type { AtHand, HandStep, Mode } from './touch-modes';

/** Nearer together two points are one, metres. */
const SAME = 0.002;
export const near = (a: Vec2, b: Vec2): boolean => Math.hypot(a[0] - b[0], a[1] - b[1]) < SAME;
export const newId = (): string => crypto.randomUUID();

/** What is added through some points, and what the step is called; in words why nothing is, and null where the points only take what is there. */
export function madeOf(
  mode: Mode,
  points: readonly Vec2[],
  { pen, pattern, words }: Pick<AtHand, 'pen' | 'pattern' | 'words'>,
  tie: Tie | undefined,
): { readonly label: string; readonly one: TouchUp } | string | null {
  const own = { id: newId(), ...(tie && { tie }) };
  const flat = points.flat();
  const put = (label: string, one: TouchUp) => ({ label, one });
  switch (mode) {
    case 'line':
      return put('Line added', { ...own, kind: 'line', points: flat, as: pen });
    case 'outline':
      return put('Outline added', { ...own, kind: 'line', points: [...flat, ...points[0]!], as: pen });
    case 'circle': {
      const radius = Math.hypot(points[1]![0] - points[0]![0], points[1]![1] - points[0]![1]);
      return put('Circle added', { ...own, kind: 'arc', arc: [...points[0]!, radius, 0, 1, 0, 2 * Math.PI], as: pen });
    }
    case 'arc': {
      const arc = arcThrough(points[0]!, points[2]!, points[1]!);
      return arc ? put('Arc added', { ...own, kind: 'arc', arc, as: pen }) : 'Those three places lie on a straight line.';
    }
    case 'fill':
      return put('Fill added', { ...own, kind: 'fill', rings: [flat], as: { pattern, colour: pen.colour ?? 7 } });
    case 'mask':
      return put('Mask added', { ...own, kind: 'mask', ring: flat });
    case 'text':
      return put(`Text ${words.trim()}`, { ...own, kind: 'text', at: points[0]!, words: words.trim(), height: 2.5 });
    default:
      return null;
  }
}

export const counted = (n: number): string => (n === 1 ? 'A line' : `${n} lines`);
export const some = <K extends string, T>(key: K, list: readonly T[]): { readonly [k in K]?: readonly T[] } =>
  list.length ? ({ [key]: list } as { [k in K]: readonly T[] }) : {};
const stretch = ({ shape, tie }: MeantLine) => ({ ...shape, tie: tie! });

/** A line of its own that goes with another: of one of the model's it has the role, of one that was added the pen. */
export function added(shape: Shape, { own, role, tie }: MeantLine): TouchUp {
  const all = { id: newId(), as: own?.as ?? { role }, ...(tie && { tie }) };
  return shape.arc ? { ...all, kind: 'arc', arc: shape.arc } : { ...all, kind: 'line', points: shape.path };
}

/** A profile, filled. */
export const profileFill = ({ face, tie }: Profile, pattern: string, colour: number | string): TouchUp => ({
  id: newId(),
  kind: 'fill',
  rings: face.map((ring) => [...ring]),
  as: { pattern, colour },
  ...(tie && { tie }),
});

/** Lines without those of the model, which are hidden, and without those that were added, which go. */
export const hidden = (chosen: readonly MeantLine[]): HandStep => ({
  ...some('add', chosen.flatMap((line): TouchUp[] => (line.own ? [] : [{ id: newId(), kind: 'hide', on: stretch(line) }]))), // prettier-ignore
  ...some('remove', chosen.flatMap(({ own }) => own?.id ?? [])), // prettier-ignore
});

/** Lines with another pen, layer or role. */
export const redrawn = (chosen: readonly MeantLine[], as: HandPen): HandStep => ({
  add: chosen.map((line): TouchUp => (line.own ? { ...line.own, id: newId(), as: { ...line.own.as, ...as } } : { id: newId(), kind: 'redraw', on: stretch(line), as })), // prettier-ignore
  ...some('remove', chosen.flatMap(({ own }) => own?.id ?? [])), // prettier-ignore
});

/** A parallel on the side of a place, through it where no distance is set; null where it would lie on the line. */
export function beside(shape: Shape, at: Vec2, distance: number | null): Shape | null {
  const off = distance ?? distanceTo(shape, at);
  return off > SAME / 2 ? parallel(shape, off, at) : null;
}

/** A place level with or upright over the last one, where it is to be. */
export function squared(last: Vec2 | null, at: Vec2, isSquared: boolean): Vec2 {
  if (!isSquared || !last) return at;
  return Math.abs(at[0] - last[0]) >= Math.abs(at[1] - last[1]) ? [at[0], last[1]] : [last[0], at[1]];
}
