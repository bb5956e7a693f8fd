import { useState } from 'react';
import { withDerivedName } from '../../core/sights/make/derived-name';
import type { Sight } from '../../core/sights/sight';
import type { ModelInfo } from '../data/database';
import type { ProjectSight } from '../data/project';
import { patchOf } from '../data/sight-patch';
import { Watched } from '../ui/watched';
import type { useCommands } from '../project/use-commands';

/** The selected sight as the hand has it: what is kept, until something of it is moved or typed and the keeping has ended. */
export function useDraft(model: ModelInfo, selected: ProjectSight | null, { send, last }: ReturnType<typeof useCommands>) {
  const [inHand, setInHand] = useState<{ readonly id: string; readonly sight?: Sight; readonly scale?: number } | null>(null);
  const saved = selected?.sight ?? null;
  /** How many changes are on their way: what is kept meanwhile is older than what the hand has. */
  const [underWay] = useState(() => new Watched({ count: 0 }));
  const sent = (answer: ReturnType<typeof send>) => {
    const add = (n: number) => underWay.set({ count: underWay.get().count + n });
    add(1);
    void answer.finally(() => add(-1));
  };
  // what was kept is the truth again once it has changed after the last change, or once one was refused
  const [settledOn, setSettledOn] = useState(selected);
  const [heard, setHeard] = useState(last);
  if (settledOn !== selected || heard !== last) {
    setSettledOn(selected);
    setHeard(last);
    if ((settledOn !== selected && underWay.get().count === 0) || last?.fault) setInHand(null);
  }
  const own = inHand?.id === selected?.id ? inHand : null;
  return {
    sight: own?.sight ?? saved,
    scale: own?.scale ?? selected?.scale ?? 100,
    /** Shows it without keeping it: the hand is still at it. */
    show: (sight: Sight) => selected && setInHand({ ...own, id: selected.id, sight }),
    change: (to: Sight, label: string, goesOn = false) => {
      if (!selected) return;
      const next = withDerivedName(model, selected.sight, to);
      setInHand({ ...own, id: selected.id, sight: next });
      sent(send({ intent: 'change sight', label, id: selected.id, patch: patchOf(selected.sight, next), goesOn }));
    },
    setScale: (scale: number) => {
      if (!selected) return;
      setInHand({ ...own, id: selected.id, scale });
      sent(send({ intent: 'change sight', label: `Scale of ${selected.sight.number}`, id: selected.id, scale }));
    },
  };
}

export type Draft = ReturnType<typeof useDraft>;
