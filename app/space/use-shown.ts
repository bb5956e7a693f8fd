import { useMemo, useState } from 'react';
import type { ModelInfo } from '../data/database';
import { State } from './paper-view';

/** What is hidden is kept by the ids of elements, for each project, so that it is there after a reload and a new reading. */
const keyOf = (project: string) => `tarvex-hidden-${project}`;

function stored(project: string): readonly string[] {
  try {
    return JSON.parse(localStorage.getItem(keyOf(project)) ?? '[]') as string[];
  } catch {
    return [];
  }
}

/** Which elements the Model screen shows and which are picked; every change of it is one of the verbs. */
export function useShown(project: string, model: ModelInfo) {
  const [hiddenIds, setHiddenIds] = useState<ReadonlySet<string>>(() => new Set(stored(project)));
  // by id as well: another reading of the model counts its elements anew
  const [pickedIds, setPickedIds] = useState<readonly string[]>([]);
  const { elements } = model;
  const hidden = useMemo(() => new Set(elements.flatMap((e, i) => (hiddenIds.has(e.id) ? [i] : []))), [elements, hiddenIds]);
  const picked = useMemo(() => {
    const wanted = new Set(pickedIds);
    const found = new Map(elements.flatMap((e, i) => (wanted.has(e.id) ? [[e.id, i] as const] : [])));
    return pickedIds.flatMap((id) => found.get(id) ?? []);
  }, [elements, pickedIds]);
  const states = useMemo(() => {
    const out = new Uint8Array(elements.length);
    elements.forEach((e, i) => {
      if (e.use === 'space' || hidden.has(i)) out[i] = State.hidden;
    });
    for (const i of picked) out[i]! |= State.picked;
    return out;
  }, [elements, hidden, picked]);
  const solid = useMemo(() => elements.flatMap((e, i) => (e.use === 'space' ? [] : [i])), [elements]);
  const keep = (ids: ReadonlySet<string>) => {
    setHiddenIds(ids);
    try {
      localStorage.setItem(keyOf(project), JSON.stringify([...ids]));
    } catch {
      // a full store: it is kept for this visit
    }
  };
  const idsOf = (list: readonly number[]) => list.map((i) => elements[i]!.id);
  return {
    states,
    hidden,
    picked,
    shownCount: solid.length - hidden.size,
    count: solid.length,
    isHidden: (list: readonly number[]) => list.every((i) => hidden.has(i)),
    hide: (list: readonly number[]) => {
      keep(new Set([...hiddenIds, ...idsOf(list)]));
      const own = new Set(idsOf(list));
      setPickedIds((now) => now.filter((id) => !own.has(id)));
    },
    show: (list: readonly number[]) => {
      const own = new Set(idsOf(list));
      keep(new Set([...hiddenIds].filter((id) => !own.has(id))));
    },
    only: (list: readonly number[]) => {
      const own = new Set(list);
      keep(new Set(idsOf(solid.filter((i) => !own.has(i)))));
    },
    showAll: () => keep(new Set()),
    pick: (list: readonly number[]) => setPickedIds(idsOf(list)),
  };
}

export type Shown = ReturnType<typeof useShown>;
