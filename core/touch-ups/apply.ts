import type { DrawingNames } from '../drafting/drawing-names';
import type { Hand } from '../drafting/hand';
import type { Drawing } from '../linework/drawing';
import { enlarged, reduced } from '../linework/reduced';
import { finenessOf, touchUpTimes } from './at-size';
import { Standing } from './follow';
import { Sheet } from './sheet';
import type { TouchUp } from './touch-up';

/** Hand work that found no place any more. */
export interface Lost {
  readonly id: string;
  readonly why: 'element' | 'line';
}

export interface TouchedUp {
  readonly drawing: Drawing;
  readonly hand: Hand;
  readonly lost: readonly Lost[];
  /** What was put on, where it lies by now. */
  readonly placed: readonly TouchUp[];
}

/**
 * Puts touch-ups on a drawing, in their order: what is hidden or redrawn is found by its element and place, wherever that has gone; what
 * is added goes with what it is tied to; a mask hides all that is under it by then. What finds no place is told, and nothing is guessed.
 * Cost: linear in the lines once, and again for each mask; of each touch-up in the lines of its element.
 */
export function touchUp(plain: Drawing, names: DrawingNames, touchUps: readonly TouchUp[]): TouchedUp {
  const by = finenessOf(plain);
  if (by === 1) return atThisSize(plain, names, touchUps);
  const large = touchUps.map((own) => touchUpTimes(own, by));
  const { drawing, hand, lost, placed } = atThisSize(enlarged(plain, by), names, large);
  return {
    drawing: reduced(drawing, by, plain.limits),
    hand: { ...hand, texts: hand.texts.map((text) => ({ ...text, at: [text.at[0] / by, text.at[1] / by] as const })) },
    lost,
    placed: placed.map((own) => touchUpTimes(own, 1 / by)),
  };
}

function atThisSize(plain: Drawing, names: DrawingNames, touchUps: readonly TouchUp[]): TouchedUp {
  const standing = new Standing(plain, names);
  const sheet = new Sheet(plain);
  const lost: Lost[] = [];
  const placed: TouchUp[] = [];
  for (const own of touchUps) {
    const now = standing.moved(own);
    if (!now) {
      lost.push({ id: own.id, why: 'element' });
      continue;
    }
    switch (now.kind) {
      case 'hide':
      case 'redraw':
        if (!sheet.take(standing.number(now.on.tie.element), now.on, now.kind === 'redraw' ? now.as : null)) {
          lost.push({ id: own.id, why: 'line' });
          continue;
        }
        break;
      case 'line':
        sheet.line(now.points, now.as);
        break;
      case 'arc':
        sheet.arc(now.arc, now.as);
        break;
      case 'fill':
        sheet.fill(now.rings.map((ring) => Float64Array.from(ring)), now.as); // prettier-ignore
        break;
      case 'text':
        sheet.texts.push({ at: now.at, words: now.words, height: now.height, layer: now.layer });
        break;
      case 'mask':
        sheet.mask(Float64Array.from(now.ring));
    }
    placed.push(now);
  }
  return { ...sheet.done(), lost, placed };
}
