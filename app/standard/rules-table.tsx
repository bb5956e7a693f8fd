import { closestCenter, DndContext, KeyboardSensor, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { SortableContext, sortableKeyboardCoordinates, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { useEffect, useRef } from 'react';
import { hasLast, movedRule, rulesOf, type RuleList } from '../../core/drafting/standard/edit-standard';
import type { RuleCounts } from '../workers/paint.worker';
import { COLUMNS } from './columns';
import { RuleRow } from './rule-row';
import type { StandardEdit } from './use-standard';

interface Props {
  readonly edit: StandardEdit;
  readonly look: number;
  readonly list: RuleList;
  readonly selected: number | null;
  readonly counts: RuleCounts | null;
  readonly onSelect: (at: number) => void;
}

/** What a row says beyond its number, its conditions and how many it catches. */
const HEADS: Readonly<Record<RuleList, readonly string[]>> = {
  lines: ['role', 'when', 'layer', 'weight', 'line type', 'colour', 'drawn'],
  fills: ['when', 'layer', 'fill', 'pattern', 'pen', 'colour', 'drawn'],
  surfaces: ['when', 'pattern on the face', 'up to'],
  tones: ['when', 'layer', 'colour', 'shade', 'fade'],
};
/** The rules in the order in which they are asked; dragged by their number, by hand or by keys. */
export function RulesTable({ edit, look, list, selected, counts, onSelect }: Props) {
  const rules = rulesOf(edit.standard, look, list);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const chosen = useRef<HTMLDivElement>(null);
  useEffect(() => {
    chosen.current?.scrollIntoView({ block: 'nearest' });
  }, [selected, list, look]);
  const caught = list === 'lines' ? counts?.lines : list === 'fills' ? counts?.fills : undefined;
  // places shift when a rule moves; as long as none does they are its name
  const ids = rules.map((_, at) => `rule ${at}`);
  return (
    <div role="table" aria-label="Rules" aria-rowcount={rules.length} className="min-h-0 overflow-y-auto bg-paper">
      <div
        role="row"
        className="sticky top-0 z-20 grid h-6 items-center gap-x-3 border-b border-ink bg-paper px-3 text-[12px] text-graphite"
        style={{ gridTemplateColumns: COLUMNS[list] }}
      >
        <span role="columnheader" className="text-right">
          order
        </span>
        {HEADS[list].map((word) => (
          <span role="columnheader" key={word} className={word === 'drawn' ? 'text-right' : ''}>
            {word}
          </span>
        ))}
      </div>
      <div role="rowgroup">
        <DndContext
          sensors={sensors}
          // what it says aloud is no row of the table
          accessibility={{ container: document.body }}
          collisionDetection={closestCenter}
          onDragEnd={({ active, over }) => {
            const [from, to] = [ids.indexOf(String(active.id)), ids.indexOf(String(over?.id))];
            if (from < 0 || to < 0 || from === to) return;
            void edit.change(`Rule ${from + 1} to place ${to + 1}`, movedRule(edit.standard, look, list, from, to)).then((isDone) => isDone && onSelect(Math.min(to, rules.length - (hasLast(list) ? 2 : 1)))); // prettier-ignore
          }}
        >
          <SortableContext items={ids} strategy={verticalListSortingStrategy}>
            {rules.map((rule, at) => (
              <RuleRow
                key={ids[at]}
                {...{ edit, look, list, rule, at }}
                id={ids[at]!}
                isLast={hasLast(list) && at === rules.length - 1}
                isSelected={at === selected}
                count={caught ? (caught[at] ?? 0) : null}
                rowRef={at === selected ? chosen : undefined}
                onSelect={() => onSelect(at)}
              />
            ))}
          </SortableContext>
        </DndContext>
        {!rules.length && (
          <p role="row" className="px-3 py-2 text-graphite">
            <span role="cell">No rule: nothing is laid on the faces that are seen.</span>
          </p>
        )}
      </div>
    </div>
  );
}
