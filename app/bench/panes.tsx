import type { ReactNode } from 'react';
import { Panel, PanelGroup, PanelResizeHandle } from 'react-resizable-panels';
import { ASIDE_EDGE } from './plumb/plumb';
import { Straightedge, StraightedgeBelow } from './plumb/straightedge';

interface Props {
  readonly drawing: ReactNode;
  readonly keyPane: ReactNode;
  /** What the straightedge shows. */
  readonly edge: React.ComponentProps<typeof Straightedge>;
  readonly isAside: boolean;
}

/** The Drawing with the Key below it, joined by the straightedge, or at its side. */
export function Panes({ drawing, keyPane, edge, isAside }: Props) {
  if (!isAside)
    return (
      <PanelGroup direction="vertical" autoSaveId="straightedge">
        <Panel defaultSize={57.6} minSize={12} className="relative bg-sheet">
          {drawing}
        </Panel>
        <Straightedge {...edge} />
        <Panel minSize={12} className="relative bg-paper">
          {keyPane}
        </Panel>
      </PanelGroup>
    );
  return (
    <PanelGroup direction="horizontal" autoSaveId="key aside">
      <Panel defaultSize={58} minSize={25} className="grid grid-rows-[minmax(0,1fr)_26px]">
        <div className="relative bg-sheet">{drawing}</div>
        <StraightedgeBelow {...edge} />
      </Panel>
      <PanelResizeHandle
        aria-label="Share out the width of Drawing and Key"
        className="cursor-ew-resize border-x border-rule2 bg-board"
        style={{ width: ASIDE_EDGE }}
      />
      <Panel minSize={20} className="relative bg-paper">
        {keyPane}
      </Panel>
    </PanelGroup>
  );
}
