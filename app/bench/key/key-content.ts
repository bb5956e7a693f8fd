import { useState } from 'react';

/** What the Key shows: the plan in which sights are placed, with the front under a plan; the model in 3D; or the drawing of another sight, by its id. */
export type KeyContent = 'plan' | 'model' | { readonly sight: string };

interface Kept {
  readonly content: KeyContent;
  /** Whether it stands at the Drawing's side; null where nobody has said so. */
  readonly isAside: boolean | null;
}

/** There is room for a Key at the side where both have this width together, CSS pixels. */
const WIDE = 1250;

const keyOf = (project: string) => `tarvex-key-${project}`;

function stored(project: string): Kept {
  try {
    const { content, isAside } = JSON.parse(localStorage.getItem(keyOf(project)) ?? '{}') as Partial<Kept>;
    return { content: content ?? 'plan', isAside: isAside ?? null };
  } catch {
    return { content: 'plan', isAside: null };
  }
}

/** What the Key shows and where it stands, as it was left. At the side stands of itself what the plumb does not join to the Drawing. */
export function useKeyContent(project: string, sights: readonly { readonly id: string }[], selected: string | null, width: number) {
  const [kept, setKept] = useState(() => stored(project));
  const keep = (to: Kept) => {
    setKept(to);
    try {
      localStorage.setItem(keyOf(project), JSON.stringify(to));
    } catch {
      // a full store: it is so for this visit
    }
  };
  const { content: own } = kept;
  const content: KeyContent = typeof own === 'object' && !sights.some(({ id }) => id === own.sight && id !== selected) ? 'plan' : own;
  const canBeAside = width >= WIDE;
  return {
    content,
    show: (to: KeyContent) => keep({ ...kept, content: to }),
    canBeAside,
    isAside: canBeAside && (kept.isAside ?? content !== 'plan'),
    setAside: (isAside: boolean) => keep({ ...kept, isAside }),
  };
}

export type KeyContents = ReturnType<typeof useKeyContent>;
