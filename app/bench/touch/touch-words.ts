import { isWhole } from '../../../core/geometry/arcs/arc';
import type { TouchUp } from '../../../core/touch-ups/touch-up';
import type { Mode } from './touch-modes';

/** What the hand can do: its name, and what comes next. */
export const MODE_WORDS: Readonly<Record<Mode, readonly [word: string, next: string]>> = {
  choose: ['Choose', 'click lines of the drawing; once more lets go'],
  part: ['Hide part', 'click a line where the part begins, then where it ends'],
  trim: ['Trim', 'click the part of a line that goes, as far as what crosses it'],
  extend: ['Extend', 'click a line near the end that goes on to the next'],
  offset: ['Offset', 'click a line, then the side of the parallel; or type its distance before'],
  mirror: ['Mirror', 'click a line, then two places of the axis'],
  line: ['Line', 'click its points, or type a length; Enter ends it, Shift keeps it square'],
  arc: ['Arc', 'click where it begins and ends, then a place on it'],
  outline: ['Outline', 'click its corners, the first once more or Enter closes it'],
  circle: ['Circle', 'click its middle, then a point on it, or type its radius'],
  fill: ['Fill', 'click the corners of what is filled'],
  mask: ['Mask', 'click the corners: what lies under it is hidden'],
  text: ['Text', 'write it, then click where it begins'],
  profile: ['Profile', 'click inside an outline or on its edge'],
};

export function kindWords(t: TouchUp | undefined): string {
  if (!t) return '';
  switch (t.kind) {
    case 'hide':
      return 'hidden line';
    case 'redraw':
      return `redrawn line${t.as.role ? ` as ${t.as.role}` : ''}`;
    case 'text':
      return `text ${t.words.slice(0, 24)}`;
    case 'arc':
      return isWhole(t.arc) ? 'circle' : 'arc';
    default:
      return t.kind;
  }
}
