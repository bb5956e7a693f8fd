import { lazy, Suspense, useEffect, useState } from 'react';
import type { ProjectSight } from '../data/project';
import type { SightChange } from '../project/commands';
import type { PaletteEntry } from './palette';

const PatternCard = lazy(() => import('./register/pattern-card'));
const KeysCard = lazy(() => import('./keys-card'));
type PaletteComponent = (typeof import('./palette'))['default'];

export type Open = 'palette' | 'keys' | 'new' | 'pattern' | null;

interface Props {
  readonly open: Open;
  readonly setOpen: (open: Open) => void;
  readonly entries: readonly PaletteEntry[];
  readonly sights: readonly ProjectSight[];
  /** Those of them that are selected. */
  readonly all: readonly ProjectSight[];
  readonly onKeep: (label: string, changes: readonly SightChange[]) => void;
}

/** What opens over the Bench: what one goes to, the keys, names by a pattern. */
export function Overlays({ open, setOpen, entries, sights, all, onKeep }: Props) {
  // there before it is asked for: what is typed right after its key is not lost
  const [Palette, setPalette] = useState<PaletteComponent | null>(null);
  useEffect(() => void import('./palette').then((own) => setPalette(() => own.default)), []);
  return (
    <>
      {open === 'palette' && Palette && <Palette open onOpen={(to) => setOpen(to ? 'palette' : null)} entries={entries} />}
      <Suspense>
        {open === 'keys' && <KeysCard open onOpen={(to) => setOpen(to ? 'keys' : null)} />}
        {open === 'pattern' && (
          <PatternCard sights={all} others={sights.filter((s) => !all.includes(s))} onDone={() => setOpen(null)} onKeep={onKeep} />
        )}
      </Suspense>
    </>
  );
}
