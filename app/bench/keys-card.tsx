import { Dialog } from 'radix-ui';

const KEYS: readonly (readonly [string, string])[] = [
  ['/', 'go to a sight or a command'],
  ['N then S G L E P C R H', 'new sights: section, on the grid, along a path, four elevations, plans, ceilings, rooms, one room'],
  ['N then W A O V D F', 'of a face, isometric, plan oblique, perspective, detail of an area, from files'],
  ['T, Shift T', 'turn this sight about a point of the plan, about any axis'],
  ['G, Ctrl D', 'let a section step aside, a copy'],
  [', and .', 'previous and next sight'],
  ['C', 'first figure of the cut'],
  ['X', 'other side'],
  ['Arrows', 'move the cut 10 mm, up = away; Shift 100, Alt 1'],
  ['Shift while dragging', 'square a line to the main axes'],
  ['Tab, Alt while pointing', 'the next of several snaps, none'],
  ['H, then H elsewhere', 'while pointing: the place halfway between both'],
  ['Q', 'plant the plumb; Q again lifts it'],
  ['J', 'next finding of the proof'],
  ['0 and 9', 'true paper size, whole drawing'],
  ['Wheel or two fingers, drag', 'zoom, pan both panes'],
  ['F2, Delete', 'rename, remove the sight'],
  ['Ctrl Z, Ctrl Shift Z', 'undo, redo'],
  ['1 and 2', 'stages: Model, Bench'],
  ['Esc', 'back by one step'],
];

/** The keys, on a card. */
export default function KeysCard({ open, onOpen }: { readonly open: boolean; readonly onOpen: (open: boolean) => void }) {
  return (
    <Dialog.Root open={open} onOpenChange={onOpen}>
      <Dialog.Portal>
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-[52px] right-3 z-50 border border-ink bg-sheet px-4 py-3 outline-none"
        >
          <Dialog.Title className="mb-2 text-[13px] font-semibold">Keys</Dialog.Title>
          <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
            {KEYS.map(([keys, what]) => (
              <div key={keys} className="contents">
                <dt className="font-medium">{keys}</dt>
                <dd className="text-graphite">{what}</dd>
              </div>
            ))}
          </dl>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
