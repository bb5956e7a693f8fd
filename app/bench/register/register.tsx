import { useState } from 'react';
import type { ProjectSight } from '../../data/project';
import type { SightChange } from '../../project/commands';
import { Pick } from '../../ui/pick';
import type { Doable } from '../../ui/right-click';
import type { Selection } from '../use-selection';
import { ARRANGEMENTS, arranged, putInto, type Arrangement, type SightGroup } from './arranged';
import { NewSightMenu, type NewSightChoice } from './new-sight-menu';
import { SightRow } from './sight-row';
import type { SightState } from './use-states';

interface Props {
  readonly sights: readonly ProjectSight[];
  /** The one that is shown. */
  readonly selected: string | null;
  readonly selection: Selection;
  readonly stateOf: (id: string) => SightState;
  readonly onStop: () => void;
  readonly onHover: (id: string | null) => void;
  readonly onRename: (id: string, name: string) => void;
  readonly onRenumber: (id: string, number: string) => void;
  /** Names of all that are selected are to be made by a pattern. */
  readonly onPattern: () => void;
  readonly onFile: (label: string, changes: readonly SightChange[]) => void;
  readonly onNew: (choice: NewSightChoice) => void;
  readonly onFiles: (files: readonly File[]) => void;
  readonly onRemove: (id: string) => void;
  readonly onRemoveAll: () => void;
  readonly newOpen: boolean;
  readonly onNewOpen: (open: boolean) => void;
  readonly footer: React.ReactNode;
  /** What a right click on a sight offers: that is selected by it; and what it offers of several. */
  readonly menu: readonly Doable[];
  readonly manyMenu: readonly Doable[];
}

const WORDS: Readonly<Record<Arrangement, string>> = { kind: 'kind', group: 'own groups', number: 'number', name: 'name', scale: 'scale', state: 'state' }; // prettier-ignore
/** How the Register was arranged last in this browser. */
const KEPT = 'register-by';
function keptArrangement(): Arrangement {
  try {
    const kept = localStorage.getItem(KEPT) as Arrangement;
    return ARRANGEMENTS.includes(kept) ? kept : 'kind';
  } catch {
    return 'kind';
  }
}

/** The Register: all sights under headings, each with its number, name, scale and state in words. */
export function Register(props: Props) {
  const { sights, selected, selection, stateOf, onStop, onHover, onRename, onRenumber, onPattern, onFile } = props;
  const { onNew, onFiles, onRemove, onRemoveAll, newOpen, onNewOpen, footer, menu, manyMenu } = props;
  const [find, setFind] = useState('');
  const [by, setBy] = useState(keptArrangement);
  /** What of a sight is being typed. */
  const [typing, setTyping] = useState<{ readonly id: string; readonly what: 'number' | 'name' } | null>(null);
  const [dragged, setDragged] = useState<readonly ProjectSight[]>([]);
  const words = find.toLowerCase().split(/\s+/).filter(Boolean);
  const fits = (s: ProjectSight) =>
    words.every((w) =>
      `${s.sight.number} ${s.sight.name} ${s.sight.kind} ${s.group ?? ''} ${stateOf(s.id).words}`.toLowerCase().includes(w),
    );
  const shown = sights.filter(fits);
  const groups = arranged(shown, by, stateOf);
  const listed = groups.flatMap((g) => g.sights.map((s) => s.id));
  const isChosen = (id: string) => selection.all.some((s) => s.id === id);
  const put = (moved: readonly ProjectSight[], group: SightGroup, before: string | null) => {
    // what the search leaves out keeps its place too
    const whole = arranged(sights, 'group', stateOf).find((g) => g.own === group.own) ?? group;
    const changes = putInto(whole, moved, before);
    if (changes.length) onFile(`Order of ${moved.length === 1 ? moved[0]!.sight.number : `${moved.length} sights`}`, changes);
  };
  const order = (entry: ProjectSight, group: SightGroup) => {
    const { id } = entry;
    const moved = isChosen(id) ? selection.all : [entry];
    return {
      onDrag: () => setDragged(moved),
      onDrop: () => put(dragged, group, dragged.some((s) => s.id === id) ? null : id), // prettier-ignore
      onStep: (step: 1 | -1) => {
        const at = group.sights.findIndex((s) => s.id === id);
        const next = at + step;
        if (next >= 0 && next < group.sights.length) put([entry], group, group.sights[step > 0 ? next + 1 : next]?.id ?? null);
      },
    };
  };
  const ownMenu = (id: string): readonly Doable[] => [
    { id: 'rename', words: 'Rename', keys: 'F2', run: () => setTimeout(() => setTyping({ id, what: 'name' })) },
    { id: 'renumber', words: 'Renumber', run: () => setTimeout(() => setTyping({ id, what: 'number' })) },
    ...menu,
  ];
  return (
    <aside aria-label="Register" className="flex min-h-0 flex-col overflow-hidden border-l border-rule2 bg-board">
      <div className="grid gap-1.5 border-b border-rule2 px-3 pt-2 pb-[7px]">
        <div className="flex items-baseline gap-2.5">
          <h2 className="text-[13px] leading-5 font-semibold">Register</h2>
          <span className="text-graphite">
            {selection.isMany ? `${selection.all.length} of ${sights.length}` : sights.length === 1 ? '1 sight' : `${sights.length} sights`}
          </span>
          <NewSightMenu open={newOpen} onOpen={onNewOpen} onNew={onNew} onFiles={onFiles} />
        </div>
        <div className="flex items-baseline gap-2">
          <input
            className="field w-full min-w-0 flex-1 text-left!"
            placeholder="Number, name, kind or state"
            aria-label="Find a sight"
            value={find}
            onChange={(e) => setFind(e.target.value)}
            onKeyDown={(e) => e.key === 'Escape' && (setFind(''), e.currentTarget.blur())}
          />
          <Pick
            label="Arranged by"
            hideLabel
            value={by}
            options={ARRANGEMENTS.map((own) => [own, WORDS[own]])}
            onChange={(to) => {
              setBy(to);
              try {
                localStorage.setItem(KEPT, to);
              } catch {
                // a full store: it is kept for this visit
              }
            }}
          />
        </div>
      </div>
      <div
        className="min-h-0 flex-1 overflow-auto"
        tabIndex={-1}
        onPointerLeave={() => onHover(null)}
        onKeyDown={(e) => {
          if (e.key !== 'a' || !(e.ctrlKey || e.metaKey) || e.target instanceof HTMLInputElement) return;
          e.preventDefault();
          selection.chooseAll(listed);
        }}
      >
        {sights.length === 0 && <p className="p-3 text-graphite">No sights yet. Press N, or New sight, and say where to look.</p>}
        {sights.length > 0 && shown.length === 0 && <p className="p-3 text-graphite">No sight fits “{find}”.</p>}
        {groups.map((group) => (
          <section key={group.title} aria-label={group.title}>
            <h3
              className="flex justify-between px-3 pt-1 pb-px text-[12px] font-semibold"
              onDragOver={(e) => by === 'group' && e.preventDefault()}
              onDrop={(e) => {
                e.preventDefault();
                put(dragged, group, group.sights[0]?.id ?? null);
              }}
            >
              {group.title}
              <span className="font-normal text-graphite">{group.sights.length}</span>
            </h3>
            {group.sights.map((entry) => {
              const { id } = entry;
              const isMany = selection.isMany && isChosen(id);
              return (
                <SightRow
                  key={id}
                  entry={entry}
                  state={stateOf(id)}
                  isShown={id === selected}
                  isSelected={isChosen(id)}
                  typed={typing?.id === id ? typing.what : null}
                  onTyped={(text) => {
                    setTyping(null);
                    if (text) (typing!.what === 'name' ? onRename : onRenumber)(id, text);
                  }}
                  menu={isMany ? manyMenu : ownMenu(id)}
                  onChoose={(how) => selection.choose(id, how, listed)}
                  onHover={() => onHover(id)}
                  onName={() => (isMany ? onPattern() : setTyping({ id, what: 'name' }))}
                  onRemove={() => (isMany ? onRemoveAll() : onRemove(id))}
                  order={by === 'group' ? order(entry, group) : null}
                />
              );
            })}
          </section>
        ))}
      </div>
      <div className="flex gap-2.5 border-t border-rule2 px-3 py-[7px] whitespace-nowrap text-graphite">
        {footer}
        {sights.some((s) => stateOf(s.id).tone === 'working') && (
          <button type="button" className="word ml-auto text-ink" onClick={onStop}>
            Stop
          </button>
        )}
      </div>
    </aside>
  );
}
