import { useState } from 'react';
import { ContextMenu } from 'radix-ui';

/** What can be done, in words, and the keys that do the same. */
export interface Doable {
  readonly id: string;
  readonly words: string;
  readonly keys?: string;
  readonly run: () => void;
}

/** What a right click on its child offers, beside the keys for the same. */
export function RightClick({
  label,
  items,
  here,
  children,
}: {
  readonly label: string;
  readonly items: readonly Doable[];
  /** What is offered before these for the place that was clicked, asked at that moment. */
  readonly here?: () => readonly Doable[];
  readonly children: React.ReactNode;
}) {
  const [local, setLocal] = useState<readonly Doable[]>([]);
  const item = ({ id, words, keys, run }: Doable) => (
    <ContextMenu.Item key={id} onSelect={run}>
      {words} {keys && <kbd>{keys}</kbd>}
    </ContextMenu.Item>
  );
  // prettier-ignore
  return (
    <ContextMenu.Root onOpenChange={(isOpen) => setLocal(isOpen && here ? here() : [])}>
      <ContextMenu.Trigger asChild disabled={!items.length}>
        {children}
      </ContextMenu.Trigger>
      <ContextMenu.Portal>
        <ContextMenu.Content className="menu" aria-label={label} collisionPadding={8}>
          {local.map(item)}
          {local.length > 0 && <ContextMenu.Separator className="my-1 border-t border-rule" />}
          {items.map(item)}
        </ContextMenu.Content>
      </ContextMenu.Portal>
    </ContextMenu.Root>
  );
}
