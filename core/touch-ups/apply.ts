import type { DrawingNames } from '../drafting/drawing-names';
import type { Hand } from '../drafting/hand';
import type { Drawing } from '../linework/drawing';
import { movedArc, Standing } from './follow';
import { Sheet } from './sheet';
import type { Stretch, TouchUp } from './touch-up';

/** Hand work that found no place any more. */
export interface Lost {
  readonly id: string;
  readonly why: 'element' | 'line';
}

export interface TouchedUp {
  readonly drawing: Drawing;
  readonly hand: Hand;
  readonly lost: readonly Lost[];
}

/**
 * Puts touch-ups on a drawing, in their order: what is hidden or redrawn is found by its element and place, wherever that has gone; what
 * is added goes with what it is tied to; a mask hides all that is under it by then. What finds no place is told, and nothing is guessed.
 * Cost: linear in the lines once, and again for each mask; of each touch-up in the lines of its element.
 */
export function touchUp(plain: Drawing, names: DrawingNames, touchUps: readonly TouchUp[]): TouchedUp {
  const standing = new Standing(plain, names);
  const sheet = new Sheet(plain);
  const lost: Lost[] = [];
  for (const own of touchUps) {
    const { id } = own;
    const tie = 'on' in own ? own.on.tie : own.tie;
    const to = standing.mapping(tie);
    if (!to) {
      lost.push({ id, why: 'element' });
      continue;
    }
    const way = (flat: readonly number[]) => {
      const out: number[] = [];
      for (let i = 0; i < flat.length; i += 2) out.push(...to(flat[i]!, flat[i + 1]!));
      return out;
    };
    switch (own.kind) {
      case 'hide':
      case 'redraw': {
        const on: Stretch = own.on.path ? { ...own.on, path: way(own.on.path) } : { ...own.on, arc: movedArc(own.on.arc!, to) };
        if (!sheet.take(standing.number(own.on.tie.element), on, own.kind === 'redraw' ? own.as : null)) lost.push({ id, why: 'line' });
        break;
      }
      case 'line':
        sheet.line(way(own.points), own.as);
        break;
      case 'arc':
        sheet.arc(movedArc(own.arc, to), own.as);
        break;
      case 'fill':
        sheet.fill(own.rings.map((ring) => Float64Array.from(way(ring))), own.as); // prettier-ignore
        break;
      case 'text':
        sheet.texts.push({ at: to(...own.at), words: own.words, height: own.height, layer: own.layer });
        break;
      case 'mask':
        sheet.mask(Float64Array.from(way(own.ring)));
    }
  }
  return { ...sheet.done(), lost };
}
