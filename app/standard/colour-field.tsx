import { paperColour } from '../../core/drafting/style-drawing';
import type { PenColour } from '../../core/drafting/standard/standard';
import { toast } from 'sonner';
import { TextField } from './text-field';

interface Props {
  readonly label: string;
  readonly colour: PenColour;
  readonly onChange: (colour: PenColour) => void;
}

/** An index of the DXF colour table or a true colour, typed or picked. */
export function ColourField({ label, colour, onChange }: Props) {
  return (
    <span className="inline-flex items-center gap-1.5">
      <input
        type="color"
        aria-label={`${label}, picked`}
        className="h-[14px] w-[14px] shrink-0 cursor-pointer border-0 bg-transparent p-0"
        key={String(colour)}
        defaultValue={paperColour(colour)}
        onBlur={(e) => e.target.value.toUpperCase() !== paperColour(colour).toUpperCase() && onChange(e.target.value.toUpperCase())}
      />
      <TextField
        label={label}
        hideLabel
        width={62}
        value={String(colour)}
        onChange={(typed) => {
          const parsed = parseColour(typed);
          if (parsed === null) toast.error(`${typed || 'Nothing'} is no colour: an index from 1 to 255 of the DXF table, or #RRGGBB`);
          else onChange(parsed);
        }}
      />
    </span>
  );
}

/** null for what is no colour. */
export function parseColour(typed: string): PenColour | null {
  const text = typed.trim();
  if (/^#[0-9a-f]{6}$/i.test(text)) return text.toUpperCase();
  const index = /^\d{1,3}$/.test(text) ? Number(text) : NaN;
  return index >= 1 && index <= 255 ? index : null;
}
