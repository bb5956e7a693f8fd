import { changedRule, rulesOf, type RuleList } from '../../core/drafting/standard/edit-standard';
import { isoDashes, ISO_LINES, ISO_WIDTHS } from '../../core/drafting/standard/iso-lines';
import { OWN_PATTERNS, type FillRule, type LineRule, type Standard } from '../../core/drafting/standard/standard';
import { weighted, WEIGHT_SETS } from '../../core/drafting/standard/weight-sets';
import { Pick } from '../ui/pick';
import { PatternEditor } from './pattern-editor';
import { PenStroke } from './pen-stroke';
import { Swatch } from './swatch';
import type { StandardEdit } from './use-standard';

interface Props {
  readonly edit: StandardEdit;
  readonly look: number;
  readonly list: RuleList;
  readonly at: number | null;
}

/** Pens, fills and line types to choose from, at true size; a press gives them to the chosen rule. */
export function Library({ edit, look, list, at }: Props) {
  const { standard } = edit;
  const rule = at === null ? undefined : rulesOf(standard, look, list)[at];
  const give = (what: string, change: Record<string, unknown>) =>
    rule && at !== null && void edit.change(`${what} of rule ${at + 1}`, changedRule(standard, look, list, at, change));
  const isLine = rule && list === 'lines';
  const isFill = rule && list === 'fills';
  const pattern = isFill ? (rule as FillRule).pattern : null;
  return (
    <>
      <section aria-label="Pens" className="border-b border-rule2 p-3">
        <h2 className="mb-1 flex items-baseline justify-between text-[13px] leading-5 font-semibold">
          <span>
            Pens <small className="ml-1 text-[12px] font-normal text-graphite">true weight, mm</small>
          </span>
        </h2>
        <div className="grid grid-cols-2 gap-x-4">
          {ISO_WIDTHS.slice(0, 8).map((weight) => (
            <button
              key={weight}
              type="button"
              disabled={!rule || (!isLine && !isFill)}
              className="flex items-center justify-between enabled:cursor-pointer enabled:hover:text-pencil"
              aria-label={`Pen ${weight} mm`}
              onClick={() => give('Weight', { weight })}
            >
              <PenStroke weight={weight} width={76} /> {weight.toFixed(2)}
            </button>
          ))}
        </div>
        <p className="mt-1">
          <Pick
            label="All weights of this look as"
            value={null}
            unset="they are"
            options={WEIGHT_SETS.map(({ name }) => [name, name])}
            onChange={(name) => {
              const set = WEIGHT_SETS.find((own) => own.name === name)!;
              void edit.change(`Weights ${name}`, weighted(standard, set, look));
            }}
          />
        </p>
      </section>
      <section aria-label="Fills" className="border-b border-rule2 p-3">
        <h2 className="mb-1 text-[13px] leading-5 font-semibold">
          Fills <small className="ml-1 text-[12px] font-normal text-graphite">paper size</small>
        </h2>
        <div className="grid grid-cols-4 gap-x-2 gap-y-1">
          {[...OWN_PATTERNS, ...Object.keys(standard.patterns)].map((name) => (
            <button
              key={name}
              type="button"
              disabled={!isFill}
              aria-pressed={pattern === name}
              className={`min-w-0 text-left text-[11.5px] leading-[15px] enabled:cursor-pointer ${pattern === name ? 'text-pencil outline-2 outline-offset-2 outline-pencil' : ''}`}
              onClick={() => give('Pattern', { pattern: name })}
            >
              <Swatch pattern={name} lines={standard.patterns[name]} colour={7} width={54} height={30} />
              <span className="block overflow-hidden text-ellipsis whitespace-nowrap">{name}</span>
            </button>
          ))}
        </div>
        <PatternEditor edit={edit} chosen={pattern} />
      </section>
      <LineTypes
        standard={standard}
        edit={edit}
        weight={isLine ? (rule as LineRule).weight : 0.25}
        onGive={isLine ? (type) => give('Line type', { type }) : null}
      />
    </>
  );
}

interface TypesProps {
  readonly standard: Standard;
  readonly edit: StandardEdit;
  readonly weight: number;
  readonly onGive: ((type: string) => void) | null;
}

/** Line types at true size; those of ISO 128-2 are added by their number, at the weight of the chosen rule. */
function LineTypes({ standard, edit, weight, onGive }: TypesProps) {
  const add = (number: string) => {
    const { name } = ISO_LINES.find((own) => own.number === number)!;
    const key = `${name} ${weight}`;
    void edit.change(`Line type ${key}`, { ...standard, lineTypes: { ...standard.lineTypes, [key]: isoDashes(number, weight)! } }).then((is) => is && onGive?.(key)); // prettier-ignore
  };
  return (
    <section aria-label="Line types" className="p-3">
      <h2 className="mb-1 text-[13px] leading-5 font-semibold">
        Line types <small className="ml-1 text-[12px] font-normal text-graphite">dash and gap, mm</small>
      </h2>
      {Object.entries(standard.lineTypes).map(([name, dashes]) => (
        <button
          key={name}
          type="button"
          disabled={!onGive}
          className="flex w-full items-center justify-between gap-2 enabled:cursor-pointer enabled:hover:text-pencil"
          title={dashes.join(', ')}
          onClick={() => onGive?.(name)}
        >
          <PenStroke weight={weight} dashes={dashes} width={120} />
          <span className="overflow-hidden text-ellipsis whitespace-nowrap">{name}</span>
        </button>
      ))}
      <p className="mt-1">
        <Pick
          label="Add of ISO 128-2"
          value={null}
          unset="by number"
          options={ISO_LINES.slice(1).map(({ number, name }) => [number, `${number} ${name}`])}
          onChange={add}
        />
      </p>
    </section>
  );
}
