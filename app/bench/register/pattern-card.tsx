import { useMemo, useState } from 'react';
import { Dialog } from 'radix-ui';
import { byPattern, PATTERN_WORDS } from '../../../core/sights/name-pattern';
import type { ProjectSight } from '../../data/project';
import type { SightChange } from '../../project/commands';

interface Props {
  /** In the order in which they are counted. */
  readonly sights: readonly ProjectSight[];
  readonly others: readonly ProjectSight[];
  readonly onDone: () => void;
  readonly onKeep: (label: string, changes: readonly SightChange[]) => void;
}

/** Numbers, names and the group of several sights at once, by a pattern, with what comes of it beside what is there. */
export default function PatternCard({ sights, others, onDone, onKeep }: Props) {
  const groups = [...new Set(sights.map((s) => s.group ?? ''))];
  const [number, setNumber] = useState('{number}');
  const [name, setName] = useState('{name}');
  const [group, setGroup] = useState(groups.length === 1 ? groups[0]! : '{group}');
  const [numbers, names, groupsMade] = useMemo(
    () => [number, name, group].map((pattern) => byPattern(pattern, sights)) as [string[], string[], string[]],
    [number, name, group, sights],
  );
  const taken = new Set(others.map((s) => s.sight.number));
  const bad = numbers.map((own, k) =>
    !own ? 'none' : own.length > 200 ? 'too long' : taken.has(own) || numbers.indexOf(own) !== k ? 'taken' : null,
  );
  const isBad = bad.some(Boolean);
  const keep = () => {
    const changes = sights.flatMap(({ id, sight, group: before }, k): SightChange[] => {
      const set = { ...(numbers[k] !== sight.number && { number: numbers[k]! }), ...(names[k] !== sight.name && { name: names[k]! }) };
      const to = groupsMade[k] || null;
      const isFiled = to !== (before ?? null);
      if (!Object.keys(set).length && !isFiled) return [];
      return [{ id, ...(Object.keys(set).length && { patch: { set, cleared: [] } }), ...(isFiled && { filing: { group: to } }) }];
    });
    if (changes.length) onKeep(`Numbers and names of ${sights.length} sights`, changes);
    onDone();
  };
  const field = (label: string, value: string, set: (to: string) => void) => (
    <label className="grid grid-cols-[60px_1fr] items-baseline gap-2">
      <span className="text-graphite">{label}</span>
      <input className="field w-full text-left!" value={value} maxLength={120} onChange={(e) => set(e.target.value)} />
    </label>
  );
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onDone()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-[64px] left-1/2 z-50 grid max-h-[80vh] w-[520px] -translate-x-1/2 grid-rows-[auto_auto_minmax(0,1fr)_auto] border border-ink bg-sheet"
        >
          <Dialog.Title className="border-b border-rule px-3 py-1.5 font-semibold">
            Number, name and group of {sights.length} sights
          </Dialog.Title>
          <form
            className="grid gap-1.5 px-3 py-2"
            onSubmit={(e) => {
              e.preventDefault();
              if (!isBad) keep();
            }}
          >
            {field('Number', number, setNumber)}
            {field('Name', name, setName)}
            {field('Group', group, setGroup)}
            <p className="text-[12px] text-graphite">
              {'{01}'} counts from there, {'{+10}'} by steps; {PATTERN_WORDS.map((word) => `{${word}}`).join(' ')} say what a sight has.
            </p>
            <button type="submit" className="hidden" aria-hidden="true" tabIndex={-1} />
          </form>
          <ul className="overflow-auto border-t border-rule px-3 py-1.5" aria-label="What comes of it">
            {sights.map(({ id, sight }, k) => (
              <li key={id} className="grid grid-cols-[minmax(0,1fr)_minmax(0,1.2fr)] gap-3">
                <span className="overflow-hidden text-ellipsis whitespace-nowrap text-graphite">
                  {sight.number} {sight.name}
                </span>
                <span className="overflow-hidden text-ellipsis whitespace-nowrap">
                  {numbers[k]} {names[k]} {bad[k] && <b className="bg-ink px-1 font-normal text-sheet">{bad[k]}</b>}
                </span>
              </li>
            ))}
          </ul>
          <div className="flex justify-end gap-3 border-t border-rule px-3 py-2">
            <button type="button" className="word" onClick={onDone}>
              Leave as it is
            </button>
            <button type="button" className="btn" disabled={isBad} onClick={keep}>
              Name them
            </button>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
