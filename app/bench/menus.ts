import type { ProjectSight } from '../data/project';
import type { Doable } from '../ui/right-click';
import type { ManyActs } from './many-acts';

/** What of all that the Bench can do is offered where, by its name. */
const MENUS = {
  drawing: ['detail', 'face', 'tilt', 'finding', 'whole', 'paper', 'dxf', 'svg', 'pdf'],
  key: ['section', 'perspective', 'face', 'room', 'jog', 'straighten', 'turn', 'tilt', 'flip', 'whole'],
  row: ['copy', 'turn', 'tilt', 'flip', 'dxf', 'svg', 'pdf', 'remove'],
} as const;

export type Menus = Readonly<Record<keyof typeof MENUS, readonly Doable[]>>;

/** The menus of a right click on the Drawing, on the Key and on a sight in the Register. */
export function menusOf(all: readonly Doable[]): Menus {
  const pick = (ids: readonly string[]) => ids.flatMap((id) => all.find((own) => own.id === id) ?? []);
  return { drawing: pick(MENUS.drawing), key: pick(MENUS.key), row: pick(MENUS.row) };
}

/** The signs of sights in the plans under others, left out or put back. */
export function signActs(all: readonly ProjectSight[], many: ManyActs): readonly Doable[] {
  const [some, none] = [all.some((s) => s.hidesSign), all.every((s) => s.hidesSign)];
  const words = all.length > 1 ? 'signs' : 'sign';
  return [
    ...(none ? [] : [{ id: 'hide signs', words: `Hide the ${words}`, run: () => many.signs(true) }]),
    ...(some ? [{ id: 'show signs', words: `Show the ${words}`, run: () => many.signs(false) }] : []),
  ];
}

/** What a right click on one of several selected sights offers: it is done with all of them. */
export function manyMenu(
  all: readonly ProjectSight[],
  many: ManyActs,
  onPattern: () => void,
  onExport: (format: 'dxf' | 'svg' | 'pdf') => void,
): readonly Doable[] {
  const of = `these ${all.length}`;
  return [
    { id: 'pattern', words: 'Number, name and group', keys: 'F2', run: onPattern },
    { id: 'copy', words: `Copy ${of}`, run: many.copy },
    { id: 'flip', words: 'Other side', run: many.flip },
    ...signActs(all, many),
    ...(['dxf', 'svg', 'pdf'] as const).map((format) => ({ id: format, words: `Export ${of} as ${format.toUpperCase()}`, run: () => onExport(format) })), // prettier-ignore
    { id: 'remove', words: `Remove ${of}`, keys: 'Delete', run: many.remove },
  ];
}
