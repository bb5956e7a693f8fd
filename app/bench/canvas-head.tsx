import { DropdownMenu } from 'radix-ui';
import { Working } from '../ui/working';
import type { ShownFinding } from '../workers/drawn-sight';
import { ProofChip } from './proof-chip';

export type ExportFormat = 'dxf' | 'svg' | 'pdf' | 'json' | 'svg-behind';

interface Props {
  readonly number: string;
  readonly name: string;
  readonly words: string;
  /** Share of true paper size, or null without a sight. */
  readonly paper: number | null;
  readonly onPaper: (share: number) => void;
  readonly onFit: () => void;
  readonly onExport: (format: ExportFormat, all: boolean) => void;
  readonly exportable: number;
  /** Whether images lie behind the drawing, so that they can go along. */
  readonly hasBehind: boolean;
  readonly working: { readonly label: string; readonly share: number | null; readonly stop: () => void } | null;
  readonly said: string | null;
  /** null while there is no current drawing. */
  readonly findings: readonly ShownFinding[] | null;
  readonly onFinding: (finding: ShownFinding) => void;
}

/** The head over the canvas: what is drawn, how large it is shown, and what can be done with it. */
export function CanvasHead({
  number,
  name,
  words,
  paper,
  onPaper,
  onFit,
  onExport,
  exportable,
  hasBehind,
  working,
  said,
  findings,
  onFinding,
}: Props) {
  return (
    <div className="flex h-8 items-center gap-3.5 overflow-hidden border-b border-rule bg-paper px-3 whitespace-nowrap">
      <h1 className="font-letter text-[15px] leading-none font-semibold">
        {number}
        <span className="ml-2">{name}</span>
      </h1>
      <span className="text-graphite">{words}</span>
      {paper !== null && (
        <DropdownMenu.Root>
          <DropdownMenu.Trigger className="inline-flex items-baseline gap-1">
            <span className="text-graphite">Paper</span>
            <span className="field inline-block">{Math.round(paper * 100)} %</span>
          </DropdownMenu.Trigger>
          <DropdownMenu.Portal>
            <DropdownMenu.Content className="menu" align="start" sideOffset={4}>
              <DropdownMenu.Item onSelect={() => onPaper(1)}>
                True paper size <kbd>0</kbd>
              </DropdownMenu.Item>
              <DropdownMenu.Item onSelect={onFit}>
                Whole drawing <kbd>9</kbd>
              </DropdownMenu.Item>
              {[0.5, 2, 4].map((s) => (
                <DropdownMenu.Item key={s} onSelect={() => onPaper(s)}>
                  {s * 100} %
                </DropdownMenu.Item>
              ))}
            </DropdownMenu.Content>
          </DropdownMenu.Portal>
        </DropdownMenu.Root>
      )}
      <span className="ml-auto flex items-center gap-3.5">
        {said && (
          <span role="status" className="text-graphite">
            {said}
          </span>
        )}
        {working && <Working label={working.label} share={working.share} onStop={working.stop} />}
        {exportable > 0 && (
          <DropdownMenu.Root>
            <DropdownMenu.Trigger className="word">Export</DropdownMenu.Trigger>
            <DropdownMenu.Portal>
              <DropdownMenu.Content className="menu" align="end" sideOffset={4}>
                <DropdownMenu.Label className="head">This sight</DropdownMenu.Label>
                <Formats onPick={(format) => onExport(format, false)} />
                {hasBehind && (
                  <DropdownMenu.Item onSelect={() => onExport('svg-behind', false)}>SVG with what lies behind it</DropdownMenu.Item>
                )}
                {exportable > 1 && (
                  <>
                    <DropdownMenu.Separator className="my-1 border-t border-rule" />
                    <DropdownMenu.Label className="head">All {exportable} sights, one file</DropdownMenu.Label>
                    <Formats onPick={(format) => onExport(format, true)} />
                  </>
                )}
              </DropdownMenu.Content>
            </DropdownMenu.Portal>
          </DropdownMenu.Root>
        )}
        {findings && <ProofChip findings={findings} onGo={onFinding} />}
      </span>
    </div>
  );
}

const FORMATS: readonly (readonly [ExportFormat, string])[] = [
  ['dxf', 'DXF, true size for CAD'],
  ['svg', 'SVG, a page at scale'],
  ['pdf', 'PDF, a page at scale'],
  ['json', 'JSON, for other programs'],
];

function Formats({ onPick }: { readonly onPick: (format: ExportFormat) => void }) {
  return FORMATS.map(([format, words]) => (
    <DropdownMenu.Item key={format} onSelect={() => onPick(format)}>
      {words}
    </DropdownMenu.Item>
  ));
}
