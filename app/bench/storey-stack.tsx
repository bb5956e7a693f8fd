import { level } from '../figures/format';

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
    <div
      className="absolute bottom-0 left-0 w-[172px] bg-paper/95 px-3 pt-1.5 pb-2"
      onPointerDown={(e) => e.stopPropagation()}
      onPointerMove={(e) => e.stopPropagation()}
      onPointerUp={(e) => e.stopPropagation()}
    >
      <h3 className="mb-0.5 font-semibold">{title}</h3>
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
