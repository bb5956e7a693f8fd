import { Command } from 'cmdk';

export interface PaletteEntry {
  readonly id: string;
  readonly words: string;
  readonly keys?: string;
  readonly group: string;
  readonly run: () => void;
}

/** Go to: every sight and every command by its words. */
export default function Palette({
  open,
  onOpen,
  entries,
}: {
  readonly open: boolean;
  readonly onOpen: (open: boolean) => void;
  readonly entries: readonly PaletteEntry[];
}) {
  const groups = [...new Set(entries.map((e) => e.group))];
  return (
    <Command.Dialog
      open={open}
      onOpenChange={onOpen}
      label="Go to a sight or a command"
      overlayClassName="fixed inset-0 z-40"
      contentClassName="fixed top-[52px] left-1/2 z-50 w-[440px] -translate-x-1/2 border border-ink bg-sheet"
    >
      <Command.Input placeholder="Number, name or what to do" className="h-8 w-full border-b border-ink bg-sheet px-3 outline-none" />
      <Command.List className="max-h-80 overflow-auto py-1">
        <Command.Empty className="px-3 py-1 text-graphite">Nothing of that name.</Command.Empty>
        {groups.map((group) => (
          <Command.Group
            key={group}
            heading={group}
            className="[&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:pt-1 [&_[cmdk-group-heading]]:text-[12px] [&_[cmdk-group-heading]]:font-semibold"
          >
            {entries
              .filter((e) => e.group === group)
              .map((e) => (
                <Command.Item
                  key={e.id}
                  value={`${e.words} ${e.id}`}
                  className="flex cursor-pointer justify-between gap-3 px-3 py-0.5 data-[selected=true]:bg-pencil-wash data-[selected=true]:text-pencil"
                  onSelect={() => {
                    onOpen(false);
                    e.run();
                  }}
                >
                  {e.words} {e.keys && <kbd>{e.keys}</kbd>}
                </Command.Item>
              ))}
          </Command.Group>
        ))}
      </Command.List>
    </Command.Dialog>
  );
}
