import type { Doable } from '../ui/right-click';

/** What of all that the Bench can do is offered where, by its name. */
const MENUS = {
  drawing: ['detail', 'face', 'finding', 'whole', 'paper', 'dxf', 'svg', 'pdf'],
  key: ['section', 'perspective', 'face', 'jog', 'straighten', 'turn', 'flip', 'whole'],
  row: ['copy', 'turn', 'flip', 'dxf', 'svg', 'pdf', 'remove'],
} as const;

export type Menus = Readonly<Record<keyof typeof MENUS, readonly Doable[]>>;

/** The menus of a right click on the Drawing, on the Key and on a sight in the Register. */
export function menusOf(all: readonly Doable[]): Menus {
  const pick = (ids: readonly string[]) => ids.flatMap((id) => all.find((own) => own.id === id) ?? []);
  return { drawing: pick(MENUS.drawing), key: pick(MENUS.key), row: pick(MENUS.row) };
}
