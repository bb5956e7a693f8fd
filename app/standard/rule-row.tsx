import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { changedRule, type RuleList } from '../../core/drafting/standard/edit-standard';
import { OWN_PATTERNS, type FillRule, type LineRule, type SurfaceRule, type ToneRule } from '../../core/drafting/standard/standard';
import { scaledPattern } from '../../core/geometry/pattern-line';
import { FigureField } from '../figures/figure-field';
import { parseNumber } from '../figures/parse';
import { Pick } from '../ui/pick';
import { ColourField } from './colour-field';
import { PenStroke } from './pen-stroke';
import { askedWords, type AnyRule } from './rule-words';
import { COLUMNS } from './columns';
import { RuleSwatch, Swatch } from './swatch';
import { TextField } from './text-field';
import type { StandardEdit } from './use-standard';

interface Props {
  readonly edit: StandardEdit;
  readonly look: number;
  readonly list: RuleList;
  readonly rule: AnyRule;
  readonly at: number;
  readonly id: string;
  readonly isLast: boolean;
  readonly isSelected: boolean;
  readonly count: number | null;
  readonly rowRef?: React.Ref<HTMLDivElement> | undefined;
  readonly onSelect: () => void;
}

/** One rule: what it asks for, what it gives, how many it catches. */
export function RuleRow({ edit, look, list, rule, at, id, isLast, isSelected, count, rowRef, onSelect }: Props) {
  const { setNodeRef, setActivatorNodeRef, listeners, attributes, transform, transition, isDragging } = useSortable({
    id,
    disabled: isLast,
  });
  const set = (what: string, change: Record<string, unknown>) =>
    void edit.change(`${what} of rule ${at + 1}`, changedRule(edit.standard, look, list, at, change));
  const asked = askedWords(rule);
  return (
    <div ref={rowRef}>
      <div
        ref={setNodeRef}
        role="row"
        aria-label={`Rule ${at + 1}`}
        aria-selected={isSelected}
        data-rule={at}
        onClick={onSelect}
        className={`relative grid h-[23px] items-center gap-x-3 border-b px-3 whitespace-nowrap ${isSelected ? 'border-pencil bg-sheet shadow-[0_-1px_0_var(--color-pencil)]' : 'border-rule hover:bg-hover'} ${count === 0 ? 'text-graphite' : ''} ${isDragging ? 'z-10 bg-sheet' : ''}`}
        style={{ gridTemplateColumns: COLUMNS[list], transform: CSS.Transform.toString(transform), transition }}
      >
        <span role="cell" className="grid">
          <button
            type="button"
            ref={setActivatorNodeRef}
            {...attributes}
            {...listeners}
            aria-label={isLast ? `Rule ${at + 1}, for everything else` : `Rule ${at + 1}, drag to another place`}
            className={`text-right ${isSelected ? 'font-semibold text-pencil' : 'text-graphite'} ${isLast ? 'cursor-default' : 'cursor-grab'}`}
            onFocus={onSelect}
          >
            {at + 1}
          </button>
        </span>
        {list === 'lines' && <span role="cell">{(rule as LineRule).role ?? 'any'}</span>}
        <span role="cell" className={`overflow-hidden text-ellipsis ${asked ? '' : 'text-graphite'}`} title={asked ?? undefined}>
          {asked ?? (isLast ? 'everything else' : 'any')}
        </span>
        {list === 'lines' && <LineCells {...{ edit, set }} rule={rule as LineRule} />}
        {list === 'fills' && <FillCells {...{ edit, set }} rule={rule as FillRule} />}
        {list === 'surfaces' && <SurfaceCells {...{ edit, set }} rule={rule as SurfaceRule} />}
        {list === 'tones' && <ToneCells set={set} rule={rule as ToneRule} />}
        {count !== null && (
          <span role="cell" className="text-right" data-testid="caught">
            {count.toLocaleString('en').replaceAll(',', ' ')}
          </span>
        )}
      </div>
    </div>
  );
}

type Set = (what: string, change: Record<string, unknown>) => void;
interface CellsOf<R> {
  readonly set: Set;
  readonly rule: R;
}

const Layer = ({ rule, set }: CellsOf<{ readonly layer: string }>) => (
  <span role="cell">
    <TextField label="Layer" hideLabel width="100%" value={rule.layer} onChange={(layer) => layer && set('Layer', { layer })} />
  </span>
);
const Weight = ({ rule, set }: CellsOf<{ readonly weight: number }>) =>
  <FigureField label="Weight" hideLabel width={40} value={rule.weight.toFixed(2)} parse={(text) => parseNumber(text, 0.05, 2.11)} onChange={(weight) => set('Weight', { weight })} />; // prettier-ignore

function LineCells({ edit, rule, set }: CellsOf<LineRule> & { readonly edit: StandardEdit }) {
  const { lineTypes } = edit.standard;
  if (rule.drawn === false)
    return (
      <span role="cell" className="col-span-4 text-graphite">
        not drawn
      </span>
    );
  return (
    <>
      <Layer {...{ rule, set }} />
      <span role="cell" className="flex items-center gap-2">
        <Weight {...{ rule, set }} />
        <PenStroke weight={rule.weight} colour={rule.colour} />
      </span>
      <span role="cell" className="flex items-center gap-2">
        <Pick
          label="Line type"
          hideLabel
          value={rule.type}
          options={['continuous', ...Object.keys(lineTypes)].map((name) => [name, name])}
          onChange={(type) => set('Line type', { type })}
        />
        <PenStroke weight={rule.weight} dashes={lineTypes[rule.type]} width={64} />
      </span>
      <span role="cell">
        <ColourField label="Colour" colour={rule.colour} onChange={(colour) => set('Colour', { colour })} />
      </span>
    </>
  );
}

function FillCells({ edit, rule, set }: CellsOf<FillRule> & { readonly edit: StandardEdit }) {
  return (
    <>
      <Layer {...{ rule, set }} />
      <RuleSwatch rule={rule} standard={edit.standard} />
      <span role="cell">
        <Pick
          label="Pattern"
          hideLabel
          value={rule.pattern}
          options={[...OWN_PATTERNS, ...Object.keys(edit.standard.patterns)].map((name) => [name, name])}
          onChange={(pattern) => set('Pattern', { pattern })}
        />
      </span>
      <span role="cell">
        <Weight {...{ rule, set }} />
      </span>
      <span role="cell">
        <ColourField label="Colour" colour={rule.colour} onChange={(colour) => set('Colour', { colour })} />
      </span>
    </>
  );
}

function SurfaceCells({ edit, rule, set }: CellsOf<SurfaceRule> & { readonly edit: StandardEdit }) {
  const patterns = edit.standard.surfacePatterns ?? {};
  return (
    <>
      <span role="cell" className="flex items-center gap-2">
        {/* metres of the model, shown at 1:100 */}
        <Swatch pattern={rule.pattern} lines={patterns[rule.pattern]?.map((line) => scaledPattern(line, 10))} colour={7} weight={0.09} />
        <Pick
          label="Pattern"
          hideLabel
          value={rule.pattern}
          options={['none', ...Object.keys(patterns)].map((name) => [name, name])}
          onChange={(pattern) => set('Pattern', { pattern })}
        />
      </span>
      <span role="cell">
        <FigureField
          label="1:"
          value={rule.upTo === undefined ? null : String(rule.upTo)}
          unset="any"
          width={44}
          parse={(text) => parseNumber(text, 0.01, 1e6)}
          onChange={(upTo) => set('Scale', { upTo })}
          onClear={() => set('Scale', { upTo: undefined })}
        />
      </span>
    </>
  );
}

function ToneCells({ rule, set }: CellsOf<ToneRule>) {
  return (
    <>
      <Layer {...{ rule, set }} />
      <span role="cell">
        <ColourField label="Colour" colour={rule.colour} onChange={(colour) => set('Colour', { colour })} />
      </span>
      <span role="cell">
        <FigureField
          label="Shade"
          hideLabel
          value={rule.shade === undefined ? null : String(rule.shade)}
          width={40}
          parse={(text) => parseNumber(text, 0, 1)}
          onChange={(shade) => set('Shade', { shade })}
          onClear={() => set('Shade', { shade: undefined })}
        />
      </span>
      <span role="cell" className="text-graphite">
        {rule.fade ? `${rule.fade.by} from ${rule.fade.from} to ${rule.fade.to} m` : 'none'}
      </span>
    </>
  );
}
