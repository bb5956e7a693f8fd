import type { PlanRow } from '../../core/model/plan';
import { classWords } from '../figures/class-words';
import { millimetres } from '../figures/format';
import { parseLength } from '../figures/parse';
import { Pick } from '../ui/pick';
import { FigureField } from '../figures/figure-field';

const CLASSES = ['Wall', 'Slab', 'Column', 'Roof', 'Stair', 'Furniture', 'Element', 'Opening'] as const;
const CLASS_CHOICES: readonly (readonly [string, string])[] = [['', 'not built'], ...CLASSES.map((c) => [c, classWords(c)] as const)];

interface Props {
  readonly rows: readonly PlanRow[];
  readonly onChange: (layer: string, changed: Partial<Pick<PlanRow, 'class' | 'base' | 'height' | 'material'>>) => void;
}

/** The table that makes bodies of a plan's outlines: a row for each layer. */
export function PlanTable({ rows, onChange }: Props) {
  return (
    <section aria-label="Plan table" className="max-h-[150px] overflow-auto border-t border-ink" tabIndex={0}>
      <table className="w-full border-collapse text-left whitespace-nowrap">
        <thead className="sticky top-0 z-10 bg-paper text-[12px] text-graphite shadow-[0_1px_0_var(--color-ink)]">
          <tr className="h-6 [&>th]:px-2.5 [&>th]:font-normal">
            <th className="font-semibold! text-ink">Layer of the plan</th>
            <th>outlines</th>
            <th>is built as</th>
            <th>base, or sill</th>
            <th>height</th>
            <th>material</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.layer} className="h-[26px] border-b border-rule [&>td]:px-2.5">
              <td className={row.class ? '' : 'text-graphite line-through'}>{row.layer}</td>
              <td>{row.outlines}</td>
              <td>
                <Pick
                  label={`${row.layer} is built as`}
                  hideLabel
                  value={row.class}
                  options={CLASS_CHOICES}
                  onChange={(to) => onChange(row.layer, { class: to, ...(to && !row.height && { height: 2.5 }) })}
                />
              </td>
              <td>
                <FigureField
                  label={`Base of ${row.layer}`}
                  hideLabel
                  value={millimetres(row.base)}
                  parse={(text) => parseLength(text, { present: row.base })}
                  onChange={(base) => onChange(row.layer, { base })}
                />
              </td>
              <td>
                <FigureField
                  label={`Height of ${row.layer}`}
                  hideLabel
                  value={millimetres(row.height)}
                  parse={(text) => parseLength(text, { present: row.height })}
                  onChange={(height) => onChange(row.layer, { height })}
                />
              </td>
              <td>
                <input
                  key={row.material}
                  className="field w-40 text-left!"
                  aria-label={`Material of ${row.layer}`}
                  defaultValue={row.material}
                  onBlur={(e) => e.target.value !== row.material && onChange(row.layer, { material: e.target.value.trim() })}
                  onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
