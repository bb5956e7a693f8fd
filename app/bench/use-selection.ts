import { useState } from 'react';
import type { ProjectSight } from '../data/project';

/** How a sight is chosen: it alone, it as well or no more, or all up to it. */
export type Choosing = 'alone' | 'also' | 'up to';

/** The sights that are selected: the one that is shown, and those that were chosen beside it. */
export function useSelection(sights: readonly ProjectSight[], shown: ProjectSight | null, onSelect: (id: string | null) => void) {
  const [beside, setBeside] = useState<ReadonlySet<string>>(new Set());
  // whoever goes to another sight by itself leaves the others behind
  const [of, setOf] = useState(shown?.id);
  if (of !== shown?.id) {
    setOf(shown?.id);
    if (shown && !beside.has(shown.id)) setBeside(new Set());
  }
  const all = sights.filter((s) => s.id === shown?.id || beside.has(s.id));
  const choose = (id: string, how: Choosing, listed: readonly string[]) => {
    if (how === 'alone' || !shown) {
      setBeside(new Set());
      return onSelect(id);
    }
    if (how === 'up to') {
      const [a, b] = [listed.indexOf(shown.id), listed.indexOf(id)].sort((p, q) => p - q) as [number, number];
      return setBeside(new Set(a < 0 ? [id] : listed.slice(a, b + 1)));
    }
    const next = new Set(all.map((s) => s.id));
    if (!next.delete(id)) next.add(id);
    if (!next.size) return;
    setBeside(next);
    // what is shown is one of those that are selected
    if (id === shown.id) onSelect([...next][0]!);
  };
  return {
    all,
    isMany: all.length > 1,
    choose,
    chooseAll: (ids: readonly string[]) => setBeside(new Set(ids)),
  };
}

export type Selection = ReturnType<typeof useSelection>;
