import { useState } from 'react';
import type { Sight } from '../../core/sights/sight';
import type { ProjectSight } from '../data/project';
import { patchOf } from '../data/sight-patch';
import type { useCommands } from '../project/use-commands';

/** The selected sight as the hand has it: what is kept, until something of it is moved or typed and the keeping has ended. */
export function useDraft(selected: ProjectSight | null, { send, last }: ReturnType<typeof useCommands>) {
  const [inHand, setInHand] = useState<{ id: string; sight: Sight } | null>(null);
  const saved = selected?.sight ?? null;
  // what was kept is the truth again once it has changed, or once a change was refused
  const [settledOn, setSettledOn] = useState(saved);
  const [heard, setHeard] = useState(last);
  if (settledOn !== saved || heard !== last) {
    setSettledOn(saved);
    setHeard(last);
    if (settledOn !== saved || last?.fault) setInHand(null);
  }
  return {
    sight: inHand?.id === selected?.id ? (inHand?.sight ?? saved) : saved,
    /** Shows it without keeping it: the hand is still at it. */
    show: (sight: Sight) => selected && setInHand({ id: selected.id, sight }),
    change: (next: Sight, label: string, goesOn = false) => {
      if (!selected) return;
      setInHand({ id: selected.id, sight: next });
      void send({ intent: 'change sight', label, id: selected.id, patch: patchOf(selected.sight, next), goesOn });
    },
  };
}

export type Draft = ReturnType<typeof useDraft>;
