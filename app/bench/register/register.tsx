import { useEffect, useRef, useState } from 'react';
import { KIND_ORDER, type ProjectSight } from '../../data/project';
import { RightClick, type Doable } from '../../ui/right-click';
import { NameField } from '../../ui/name-field';
import { Working } from '../../ui/working';
import { NewSightMenu, type NewSightChoice } from './new-sight-menu';

interface Props {
  readonly sights: readonly ProjectSight[];
  readonly selected: string | null;
  readonly stateOf: (id: string) => { readonly words: string; readonly tone: 'quiet' | 'old' | 'fault' | 'working' };
  readonly onStop: () => void;
  readonly onSelect: (id: string) => void;
  readonly onHover: (id: string | null) => void;
  readonly onRename: (id: string, name: string) => void;
  readonly onRenumber: (id: string, number: string) => void;
  readonly onNew: (choice: NewSightChoice) => void;
  readonly onFiles: (files: readonly File[]) => void;
  readonly onRemove: (id: string) => void;
  readonly newOpen: boolean;
  readonly onNewOpen: (open: boolean) => void;
  readonly footer: React.ReactNode;
  /** What a right click on a sight offers: that is selected by it. */
  readonly menu: readonly Doable[];
}

const TITLES: Readonly<Record<string, string>> = {
  plan: 'Plans',
  'ceiling plan': 'Ceiling plans',
  section: 'Sections',
  elevation: 'Elevations',
  axonometric: 'Pictorial',
  perspective: 'Perspectives',
};

/** The Register: all sights by kind, each with its number, name, scale and state in words. */
export function Register({
  sights,
  selected,
  stateOf,
  onStop,
  onSelect,
  onHover,
  onRename,
  onRenumber,
  onNew,
  onFiles,
  onRemove,
  newOpen,
  onNewOpen,
  footer,
  menu,
}: Props) {
  const [find, setFind] = useState('');
  /** What of a sight is being typed. */
  const [typing, setTyping] = useState<{ readonly id: string; readonly what: 'number' | 'name' } | null>(null);
  const row = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    // Braces, for the browser's answer (a promise in new versions) must not be taken for a clean-up.
    row.current?.scrollIntoView({ block: 'nearest' });
  }, [selected]);
  const words = find.toLowerCase().split(/\s+/).filter(Boolean);
  const fits = (s: ProjectSight) =>
    words.every((w) => `${s.sight.number} ${s.sight.name} ${s.sight.kind} ${stateOf(s.id).words}`.toLowerCase().includes(w));
  const shown = sights.filter(fits);
  return (
    <aside aria-label="Register" className="flex min-h-0 flex-col overflow-hidden border-l border-rule2 bg-board">
      <div className="grid gap-1.5 border-b border-rule2 px-3 pt-2 pb-[7px]">
        <div className="flex items-baseline gap-2.5">
          <h2 className="text-[13px] leading-5 font-semibold">Register</h2>
          <span className="text-graphite">{sights.length === 1 ? '1 sight' : `${sights.length} sights`}</span>
          <NewSightMenu open={newOpen} onOpen={onNewOpen} onNew={onNew} onFiles={onFiles} />
        </div>
        <input
          className="field w-full text-left!"
          placeholder="Number, name, kind or state"
          aria-label="Find a sight"
          value={find}
          onChange={(e) => setFind(e.target.value)}
          onKeyDown={(e) => e.key === 'Escape' && (setFind(''), e.currentTarget.blur())}
        />
      </div>
      <div className="min-h-0 flex-1 overflow-auto" tabIndex={-1} onPointerLeave={() => onHover(null)}>
        {sights.length === 0 && <p className="p-3 text-graphite">No sights yet. Press N, or New sight, and say where to look.</p>}
        {sights.length > 0 && shown.length === 0 && <p className="p-3 text-graphite">No sight fits “{find}”.</p>}
        {KIND_ORDER.map((kind) => {
          const group = shown.filter((s) => s.sight.kind === kind);
          if (!group.length) return null;
          return (
            <section key={kind} aria-label={TITLES[kind]}>
              <h3 className="flex justify-between px-3 pt-1 pb-px text-[12px] font-semibold">
                {TITLES[kind]}
                <span className="font-normal text-graphite">{group.length}</span>
              </h3>
              {group.map(({ id, sight, scale }) => {
                const state = stateOf(id);
                const isSelected = id === selected;
                // a field inside a button is none to a keyboard
                const typed = typing?.id === id ? typing.what : null;
                const Row = typed ? 'div' : 'button';
                return (
                  <RightClick
                    key={id}
                    label={`${sight.number} ${sight.name}`}
                    items={[
                      { id: 'rename', words: 'Rename', keys: 'F2', run: () => setTimeout(() => setTyping({ id, what: 'name' })) },
                      { id: 'renumber', words: 'Renumber', run: () => setTimeout(() => setTyping({ id, what: 'number' })) },
                      ...menu,
                    ]}
                  >
                    <Row
                      ref={isSelected ? (row as never) : null}
                      {...(Row === 'button' && { type: 'button' as const })}
                      aria-current={isSelected}
                      className={`relative grid w-full grid-cols-[40px_minmax(0,1fr)_auto] gap-x-1 border-t border-rule px-3 pt-px pb-0.5 text-left leading-[15.5px] ${isSelected ? 'z-10 -ml-px bg-sheet shadow-[0_1px_0_var(--color-rule2),0_-1px_0_var(--color-rule2)]' : 'hover:bg-hover'} ${state.tone === 'old' ? 'bg-[repeating-linear-gradient(-45deg,transparent_0_5px,rgba(185,122,18,.13)_5px_6px)]' : ''}`}
                      onClick={() => onSelect(id)}
                      onContextMenu={() => onSelect(id)}
                      onDoubleClick={() => setTyping({ id, what: 'name' })}
                      onPointerEnter={() => onHover(id)}
                      onKeyDown={(e) => {
                        if (e.target !== e.currentTarget) return;
                        if (e.key === 'F2') setTyping({ id, what: 'name' });
                        if (e.key !== 'Delete') return;
                        // what is in focus is meant, not what the Bench shows
                        e.preventDefault();
                        onRemove(id);
                      }}
                    >
                      {typed === 'number' ? (
                        <NameField
                          label={`Number of ${sight.number}`}
                          value={sight.number}
                          height={17}
                          onDone={(number) => {
                            setTyping(null);
                            if (number) onRenumber(id, number);
                          }}
                        />
                      ) : (
                        <span className={isSelected ? 'font-semibold' : 'font-medium'}>{sight.number}</span>
                      )}
                      {typed === 'name' ? (
                        <NameField
                          label={`Name of ${sight.number}`}
                          value={sight.name}
                          height={17}
                          onDone={(name) => {
                            setTyping(null);
                            if (name) onRename(id, name);
                          }}
                        />
                      ) : (
                        <span className={`overflow-hidden text-ellipsis whitespace-nowrap ${isSelected ? 'font-semibold' : ''}`}>
                          {sight.name}
                        </span>
                      )}
                      <span className="text-[12px] text-graphite">{sight.kind === 'perspective' ? 'no scale' : `1:${scale}`}</span>
                      <span className="col-span-2 col-start-2 flex items-center gap-1.5 text-[12px] whitespace-nowrap text-graphite">
                        {state.tone === 'working' ? (
                          <Working label="drawing" share={null} />
                        ) : state.tone === 'fault' ? (
                          <b className="bg-ink px-1.5 font-normal text-sheet">not drawn</b>
                        ) : (
                          <span className={state.tone === 'old' ? 'text-ochre-text' : ''}>{state.words}</span>
                        )}
                      </span>
                    </Row>
                  </RightClick>
                );
              })}
            </section>
          );
        })}
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
