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
  children,
}: {
  readonly label: string;
  readonly items: readonly Doable[];
  readonly children: React.ReactNode;
}) {
  // prettier-ignore
  return (
    <ContextMenu.Root>
      <ContextMenu.Trigger asChild disabled={!items.length}>
        {children}
      </ContextMenu.Trigger>
      <ContextMenu.Portal>
        <ContextMenu.Content className="menu" aria-label={label} collisionPadding={8}>
          {items.map(({ id, words, keys, run }) => (
            <ContextMenu.Item key={id} onSelect={run}>
              {words} {keys && <kbd>{keys}</kbd>}
            </ContextMenu.Item>
          ))}
        </ContextMenu.Content>
      </ContextMenu.Portal>
    </ContextMenu.Root>
  );
}
