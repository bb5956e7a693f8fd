import { useMemo, useState } from 'react';
import { toast } from 'sonner';
import { freeName } from '../../core/drafting/standard/edit-standard';
import { INCH, readPatterns, writePatterns, type NamedPattern } from '../../core/drafting/standard/pattern-text';
import { Fault } from '../../core/faults/fault';
import { sentence } from '../../core/faults/wording';
import { saveFile } from '../jobs/save-file';
import { FilesWord } from '../ui/files-word';
import { Swatch } from './swatch';
import { OWN_PATTERNS } from '../../core/drafting/standard/standard';
import type { StandardEdit } from './use-standard';

interface Props {
  readonly edit: StandardEdit;
  /** The pattern of the chosen rule. */
  readonly chosen: string | null;
}

/** Lines of a printed hatch lie no closer, millimetres. */
const CLOSEST = 0.2;
const NEW: NamedPattern = { name: 'own', description: '', lines: [{ angle: 45, origin: [0, 0], offset: [0, 2], dashes: [] }] };

/** Patterns of one's own, in the open text form of hatch patterns, seen at paper size while they are typed; read from files and written to them. */
export function PatternEditor({ edit, chosen }: Props) {
  const { standard } = edit;
  const [text, setText] = useState<string | null>(null);
  const read = useMemo(() => tried(text ?? ''), [text]);
  const isDefined = chosen !== null && !OWN_PATTERNS.includes(chosen);
  const begin = () => {
    const own = isDefined ? { name: chosen, description: '', lines: standard.patterns[chosen]! } : { ...NEW, name: freeName(Object.keys(standard.patterns), NEW.name) }; // prettier-ignore
    setText(writePatterns([own]));
  };
  const keep = async (patterns: readonly NamedPattern[], label: string): Promise<boolean> => {
    const next = {
      ...standard,
      patterns: { ...standard.patterns, ...Object.fromEntries(patterns.map(({ name, lines }) => [name, lines])) },
    };
    const isKept = await edit.change(label, next);
    if (isKept) setText(null);
    return isKept;
  };
  const take = async (files: readonly File[]) => {
    const file = files[0]!;
    const words = await file.text();
    try {
      // definitions in inches say so nowhere: their lines lie closer than any printed hatch
      const isInches = readPatterns(words, { file: file.name }).some(({ lines }) =>
        lines.some(({ offset }) => Math.hypot(...offset) < CLOSEST),
      );
      const unit = isInches ? INCH : 1;
      const patterns = readPatterns(words, { file: file.name, unit });
      if (!(await keep(patterns, `Patterns of ${file.name}`))) return;
      toast(`${patterns.length} ${patterns.length === 1 ? 'pattern' : 'patterns'} of ${file.name}${isInches ? ', taken as inches: its lines lie closer than any hatch in millimetres' : ''}`); // prettier-ignore
    } catch (error) {
      toast.error(error instanceof Fault ? sentence(error) : (error as Error).message);
    }
  };
  return (
    <div className="mt-2">
      <p className="flex flex-wrap gap-x-3">
        <button type="button" className="word" onClick={begin}>
          {isDefined ? `Edit ${chosen}` : 'New fill'}
        </button>
        <FilesWord words="From a file" label="Hatch patterns from a file" accept=".pat,.txt" isOne onFiles={(files) => void take(files)} />
        <button
          type="button"
          className="word"
          onClick={() =>
            saveFile(
              `${standard.name}.pat`,
              new TextEncoder().encode(
                writePatterns(Object.entries(standard.patterns).map(([name, lines]) => ({ name, description: '', lines }))),
              ),
            )
          }
        >
          To a file
        </button>
      </p>
      {text !== null && (
        <div className="mt-1 grid gap-1">
          <textarea
            aria-label="Pattern as text"
            className="field h-[88px]! w-full resize-y text-left! font-mono text-[11.5px] leading-4!"
            value={text}
            spellCheck={false}
            onChange={(e) => setText(e.target.value)}
            onKeyDown={(e) => e.stopPropagation()}
          />
          <p className="text-[11.5px] leading-4 text-graphite">Angle, x, y, offset along and across, dashes; millimetres.</p>
          <div className="flex items-center gap-2">
            <Swatch pattern="own" lines={read.patterns?.[0]?.lines} colour={7} width={118} height={60} />
            <span className="grid gap-1">
              <button
                type="button"
                className="btn"
                disabled={!read.patterns}
                onClick={() => read.patterns && void keep(read.patterns, `Fill ${read.patterns[0]!.name}`)}
              >
                Keep
              </button>
              <button type="button" className="word" onClick={() => setText(null)}>
                Leave it
              </button>
            </span>
          </div>
          {read.fault && (
            <p role="alert" className="text-ochre-text">
              {read.fault}
            </p>
          )}
        </div>
      )}
    </div>
  );
}

function tried(text: string): { readonly patterns: readonly NamedPattern[] | null; readonly fault: string | null } {
  try {
    const patterns = readPatterns(text, { file: 'pattern' });
    return { patterns: patterns.length ? patterns : null, fault: null };
  } catch (error) {
    return { patterns: null, fault: sentence(error as Fault) };
  }
}
