import { level } from '../../figures/format';
import { quiet } from '../../ui/quiet';

interface Props {
  readonly title: string;
  readonly rows: readonly { readonly name: string; readonly elevation: number }[];
  readonly on: number;
  readonly onPick: (row: number) => void;
  readonly note: string;
}

/** The storeys, highest on top, each a place to click. */
export function StoreyStack({ title, rows, on, onPick, note }: Props) {
  return (
    <div className="absolute bottom-0 left-0 w-[172px] bg-paper/95 px-3 pt-1.5 pb-2" {...quiet}>
      <h2 className="mb-0.5 font-semibold">{title}</h2>
      {rows
        .map((row, i) => ({ ...row, i }))
        .reverse()
        .map(({ name, elevation, i }) => (
          <button
            key={i}
            type="button"
            aria-pressed={i === on}
            className={`flex h-[21px] w-full items-center border-rule2 text-graphite hover:text-pencil ${i === on ? 'border-t-2 border-t-ink font-semibold text-ink' : 'border-t'}`}
            onClick={() => onPick(i)}
          >
            <span className="overflow-hidden text-ellipsis whitespace-nowrap">{name}</span>
            <span className="ml-auto">{level(elevation)}</span>
          </button>
        ))}
      <p className="mt-1 border-t border-rule2 pt-1 text-graphite">{note}</p>
    </div>
  );
}

/** The storeys at their true heights beside an elevation, each a place to click; one that would cover another is left out. */
export function StoreyLevels({ title, rows, on, onPick, note, yOf }: Props & { readonly yOf: (elevation: number) => number }) {
  const shown: { row: number; y: number }[] = [];
  // the chosen storey first, then from the top down
  for (const row of [on, ...rows.keys()].filter((row) => rows[row])) {
    const y = yOf(rows[row]!.elevation);
    if (y > 44 && shown.every((s) => Math.abs(s.y - y) >= 20)) shown.push({ row, y });
  }
  return (
    <div className="pointer-events-none absolute inset-y-0 left-0 w-[160px] overflow-hidden" {...quiet}>
      <h2 className="bg-paper/95 px-3 pt-1.5 pb-1 font-semibold">
        {title} <span className="block text-[11.5px] font-normal text-graphite">{note}</span>
      </h2>
      {shown.map(({ row, y }) => (
        <button
          key={row}
          type="button"
          aria-pressed={row === on}
          className={`pointer-events-auto absolute left-0 flex h-5 w-[150px] items-end border-b bg-paper/90 pl-3 hover:text-pencil ${row === on ? 'border-b-2 border-b-ink font-semibold text-ink' : 'border-b-rule2 text-graphite'}`}
          style={{ top: y - 20 }}
          onClick={() => onPick(row)}
        >
          <span className="overflow-hidden text-ellipsis whitespace-nowrap">{rows[row]!.name}</span>
          <span className="ml-auto">{level(rows[row]!.elevation)}</span>
        </button>
      ))}
    </div>
  );
}
