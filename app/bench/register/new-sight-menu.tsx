import { DropdownMenu } from 'radix-ui';
import { useRef } from 'react';

export type NewSightChoice =
  | 'section'
  | 'row'
  | 'detail'
  | 'grid'
  | 'elevations'
  | 'plans'
  | 'ceilings'
  | 'rooms'
  | 'room'
  | 'isometric'
  | 'oblique'
  | 'perspective'
  | 'face';

const CHOICES: readonly (readonly [NewSightChoice, string, string])[] = [
  ['section', 'Section by two points', 'S'],
  ['grid', 'A section on each grid line', 'G'],
  ['row', 'Sections along a path', 'L'],
  ['elevations', 'Four elevations', 'E'],
  ['plans', 'A plan for each storey', 'P'],
  ['ceilings', 'A ceiling plan for each storey', 'C'],
  ['rooms', 'All drawings of each room', 'R'],
  ['room', 'All drawings of one room', 'H'],
  ['face', 'Elevation of a face', 'W'],
  ['isometric', 'Isometric', 'A'],
  ['oblique', 'Plan oblique', 'O'],
  ['perspective', 'Perspective by two points', 'V'],
  ['detail', 'Detail of an area of this sight', 'D'],
];

/** New sight: N, then the letter of the kind. */
export function NewSightMenu({
  open,
  onOpen,
  onNew,
  onFiles,
}: {
  readonly open: boolean;
  readonly onOpen: (open: boolean) => void;
  readonly onNew: (choice: NewSightChoice) => void;
  /** Sights out of files. */
  readonly onFiles: (files: readonly File[]) => void;
}) {
  const files = useRef<HTMLInputElement>(null);
  // where points are asked their field has the focus, not the button that opened the menu
  const asksPoints = useRef(false);
  const choose = (choice: NewSightChoice) => {
    asksPoints.current = choice === 'section' || choice === 'row' || choice === 'detail' || choice === 'perspective';
    onNew(choice);
  };
  return (
    <>
      <DropdownMenu.Root open={open} onOpenChange={onOpen}>
        <DropdownMenu.Trigger className="btn ml-auto">
          New sight <kbd>N</kbd>
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content
            className="menu"
            align="end"
            sideOffset={4}
            onCloseAutoFocus={(e) => {
              if (asksPoints.current) e.preventDefault();
              asksPoints.current = false;
            }}
            onKeyDown={(e) => {
              if (e.key.toUpperCase() === 'F') {
                e.preventDefault();
                onOpen(false);
                files.current?.click();
              }
              const choice = CHOICES.find(([, , letter]) => letter === e.key.toUpperCase());
              if (!choice || e.ctrlKey || e.metaKey) return;
              e.preventDefault();
              onOpen(false);
              choose(choice[0]);
            }}
          >
            {CHOICES.map(([choice, words, letter]) => (
              <DropdownMenu.Item key={choice} onSelect={() => choose(choice)}>
                {words} <kbd>{letter}</kbd>
              </DropdownMenu.Item>
            ))}
            <DropdownMenu.Item onSelect={() => files.current?.click()}>
              From files <kbd>F</kbd>
            </DropdownMenu.Item>
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      <input
        ref={files}
        type="file"
        hidden
        multiple
        aria-label="Sight files or a project file"
        accept=".json,.tarvex"
        onChange={(e) => {
          const chosen = [...(e.target.files ?? [])];
          e.target.value = '';
          if (chosen.length) onFiles(chosen);
        }}
      />
    </>
  );
}
