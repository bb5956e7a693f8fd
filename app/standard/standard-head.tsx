import { DropdownMenu } from 'radix-ui';
import { useRef, useState } from 'react';
import { toast } from 'sonner';
import { freeName, withLook, withoutLook } from '../../core/drafting/standard/edit-standard';
import { Fault } from '../../core/faults/fault';
import { sentence } from '../../core/faults/wording';
import type { KeptStandard } from '../data/database';
import { asFile, takenIn } from '../data/standards';
import type { ProjectSight } from '../data/project';
import { saveFile } from '../jobs/save-file';
import { NameField } from '../ui/name-field';
import { Pick } from '../ui/pick';
import type { KeptAct } from './kept-act';
import type { StandardEdit } from './use-standard';

interface Props {
  readonly edit: StandardEdit;
  readonly isOwn: boolean;
  readonly kept: readonly KeptStandard[];
  readonly onKept: (what: KeptAct) => void;
  readonly look: number;
  readonly beside: number;
  readonly onLook: (look: number) => void;
  readonly onBeside: (look: number) => void;
  readonly sights: readonly ProjectSight[];
  readonly sight: ProjectSight | null;
  readonly onSight: (id: string) => void;
  readonly onWhole: () => void;
}

/** Which standard it is, in which looks it is seen, and on which drawing. */
export function StandardHead(props: Props) {
  const { edit, isOwn, look, beside, onLook, onBeside, sights, sight, onSight, onWhole } = props;
  const { standard, looks } = edit;
  const [naming, setNaming] = useState<'standard' | 'look' | null>(null);
  const names = looks.map((name, i) => [String(i), name] as const);
  return (
    <section
      aria-label="Standard"
      className="flex h-8 items-center gap-4 overflow-hidden border-b border-rule2 bg-paper px-3 whitespace-nowrap"
    >
      {naming === 'standard' ? (
        <span className="w-44">
          <NameField
            label="Name of the standard"
            value={standard.name}
            onDone={(name) => {
              setNaming(null);
              if (name) void edit.take(`Standard ${name}`, { ...standard, name });
            }}
          />
        </span>
      ) : (
        <h1>
          <button type="button" className="font-letter text-[15px] font-semibold" title="Name it" onClick={() => setNaming('standard')}>
            {standard.name} standard
          </button>
        </h1>
      )}
      <StandardMenu {...props} />
      <span className="text-graphite max-[1200px]:hidden">
        {isOwn ? 'of this project' : 'comes along'}, governs {sights.length} {sights.length === 1 ? 'sight' : 'sights'}
      </span>
      <span className="ml-auto flex min-w-0 items-baseline gap-4 max-[1200px]:gap-2">
        {naming === 'look' ? (
          <span className="w-36">
            <NameField
              label="Name of the look"
              value={looks[look]!}
              onDone={(name) => {
                setNaming(null);
                if (name) void edit.nameLook(look, name);
              }}
            />
          </span>
        ) : (
          <Pick label="Look" value={String(look)} options={names} onChange={(to) => onLook(Number(to))} />
        )}
        <Pick label="beside" value={String(beside)} options={names} onChange={(to) => onBeside(Number(to))} />
        <DropdownMenu.Root>
          <DropdownMenu.Trigger className="word">Looks</DropdownMenu.Trigger>
          <DropdownMenu.Portal>
            <DropdownMenu.Content className="menu" align="end" sideOffset={4}>
              <DropdownMenu.Item
                onSelect={() =>
                  void edit.change('New look', withLook(standard, look, looks[look]!)).then((is) => is && onLook(looks.length))
                }
              >
                New look like {looks[look]}
              </DropdownMenu.Item>
              <DropdownMenu.Item onSelect={() => setNaming('look')}>Name {looks[look]}</DropdownMenu.Item>
              <DropdownMenu.Item
                disabled={looks.length < 2}
                onSelect={() => {
                  const next = withoutLook(standard, look);
                  onLook(0);
                  onBeside(0);
                  void edit.change(`Look ${looks[look]} removed`, next);
                }}
              >
                Remove {looks[look]}
              </DropdownMenu.Item>
            </DropdownMenu.Content>
          </DropdownMenu.Portal>
        </DropdownMenu.Root>
        <Pick
          label="Specimen"
          value={sight?.id ?? null}
          options={sights.map((s) => [s.id, `${s.sight.number} ${s.sight.name}`])}
          onChange={onSight}
        />
        <span className="text-graphite">{sight ? `1:${sight.scale}` : ''}</span>
        <button type="button" className="word" onClick={onWhole}>
          Fit
        </button>
      </span>
    </section>
  );
}

/** Standards that are kept in this browser, and what is done with this one. */
function StandardMenu({ edit, isOwn, kept, onKept }: Props) {
  const { standard } = edit;
  const choose = useRef<HTMLInputElement>(null);
  const own = kept.find((k) => k.name.toLowerCase() === standard.name.toLowerCase());
  const take = async (file: File) => {
    try {
      const value: unknown = JSON.parse(await file.text());
      await edit.take(`Standard of ${file.name}`, takenIn(value, file.name));
    } catch (error) {
      toast.error(error instanceof Fault ? sentence(error) : `${file.name} is not JSON: ${(error as Error).message}`);
    }
  };
  return (
    <>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger className="word">Standards</DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content className="menu max-h-96 overflow-auto" align="start" sideOffset={4}>
            <DropdownMenu.Item disabled={!isOwn} onSelect={() => void edit.take('The standard that comes along', null)}>
              Use the one that comes along
            </DropdownMenu.Item>
            {kept.map((k) => (
              <DropdownMenu.Item key={k.id} onSelect={() => void edit.take(`Standard ${k.name}`, k.standard)}>
                Use {k.name} <kbd>kept</kbd>
              </DropdownMenu.Item>
            ))}
            <DropdownMenu.Separator className="my-1 border-t border-rule2" />
            <DropdownMenu.Item onSelect={() => onKept({ act: 'keep', standard })}>
              Keep {standard.name} for other projects
            </DropdownMenu.Item>
            <DropdownMenu.Item
              onSelect={() =>
                void edit.take('Copy of the standard', {
                  ...standard,
                  name: freeName([standard.name, ...kept.map((k) => k.name)], standard.name),
                })
              }
            >
              Go on with a copy
            </DropdownMenu.Item>
            {own && (
              <DropdownMenu.Item onSelect={() => onKept({ act: 'delete', id: own.id })}>Delete the kept {own.name}</DropdownMenu.Item>
            )}
            <DropdownMenu.Separator className="my-1 border-t border-rule2" />
            <DropdownMenu.Item onSelect={() => choose.current?.click()}>From a file</DropdownMenu.Item>
            <DropdownMenu.Item
              onSelect={() => saveFile(`${standard.name}.json`, new TextEncoder().encode(`${JSON.stringify(asFile(standard), null, 1)}\n`))}
            >
              To a file
            </DropdownMenu.Item>
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      <input
        ref={choose}
        type="file"
        hidden
        accept=".json"
        aria-label="Standard from a file"
        onChange={(e) => {
          const file = e.target.files?.[0];
          e.target.value = '';
          if (file) void take(file);
        }}
      />
    </>
  );
}
