import { useEffect, useState } from 'react';
import type { Vec2 } from '../../core/geometry/vec3';
import type { Tool } from '../board/tool';
import type { Project } from '../data/project';
import type { Answer } from '../project/commands';
import type { Background, BackgroundPane } from '../data/background';
import { MoveBackground, PickPixels } from './background-tools';

/** What a hand does to a background: moves it, or says where two of its points are (pixels). */
export type Handling =
  | { readonly kind: 'move'; readonly background: Background }
  | { readonly kind: 'points'; readonly background: Background; readonly points: readonly Vec2[] };

/** Keeps a changed background, or takes it away. */
export type KeepBackground = (id: string, background: Background | null, label: string) => Promise<Answer>;

const isOn = (b: Background, pane: BackgroundPane): boolean =>
  b.on.pane === 'key'
    ? pane.pane === 'key' && (b.on.storey === null || b.on.storey === pane.storey)
    : pane.pane === 'drawing' && b.on.sight === pane.sight;

/** The backgrounds of one pane, and what the hand is doing with one of them. */
export function useBackgrounds(project: Project, pane: BackgroundPane | null, keep: KeepBackground) {
  const [draft, setDraft] = useState<Background | null>(null);
  const [doing, setDoing] = useState<{ readonly id: string; readonly kind: Handling['kind']; readonly points: readonly Vec2[] } | null>(
    null,
  );
  const own = pane ? Object.values(project.backgrounds ?? {}).filter((b) => isOn(b, pane)) : [];
  // what was kept is the truth again once it has changed: by the hand itself, or by undo
  const kept = project.backgrounds;
  const [settledOn, setSettledOn] = useState(kept);
  if (settledOn !== kept) {
    setSettledOn(kept);
    setDraft(null);
  }
  const list = own.map((b) => (draft?.id === b.id ? draft : b));
  const held = doing && list.find((b) => b.id === doing.id && !b.isHidden);
  const handling: Handling | null = held
    ? doing.kind === 'move'
      ? { kind: 'move', background: held }
      : { kind: 'points', background: held, points: doing.points }
    : null;
  const change = (b: Background, label: string) => {
    setDraft(b);
    void keep(b.id, b, label);
  };
  const move = (b: Background, isDone: boolean) => (isDone ? change(b, `Background ${b.name} moved`) : setDraft(b));
  /** A third point begins anew. */
  const point = (p: Vec2) => setDoing((now) => now && { ...now, points: now.points.length === 2 ? [p] : [...now.points, p] });
  const [tools] = useState(() => ({ move: new MoveBackground(), points: new PickPixels() }));
  useEffect(() => {
    if (!handling) return;
    tools.move.follow({ background: handling.background, onMove: move });
    tools.points.follow({ background: handling.background, onPoint: point });
  });
  const tool: Tool | null = handling && tools[handling.kind];
  return {
    list,
    handling,
    /** What the hand does in the pane while it handles one. */
    tool,
    change,
    /** Shows one otherwise, for as long as it is not kept. */
    show: setDraft as (b: Background) => void,
    add: (b: Background) => keep(b.id, b, `Background ${b.name}`),
    remove: (b: Background) => void keep(b.id, null, `Background ${b.name} taken away`),
    /** Begins or ends to move one, or to pick its points. */
    handle: (id: string, kind: Handling['kind'] | null) => setDoing(kind ? { id, kind, points: [] } : null),
  };
}

export type Backgrounds = ReturnType<typeof useBackgrounds>;
