import { DropdownMenu } from 'radix-ui';
import { Working } from '../../ui/working';
import type { ModelInfo } from '../../data/database';
import type { ShownFinding } from '../../data/drawn-sight';
import type { FileForms } from '../../data/project';
import type { ExportFormat } from '../../jobs/export-drawings';
import { ExportMenu } from './export-menu';
import type { Mend } from '../mends';
import { ProofChip } from './proof-chip';

interface Props {
  readonly number: string;
  readonly name: string;
  readonly words: string;
  /** Share of true paper size, or null without a sight. */
  readonly paper: number | null;
  readonly onPaper: (share: number) => void;
  readonly onFit: () => void;
  readonly onExport: (format: ExportFormat, all: boolean) => void;
  readonly onSaveProject: () => void;
  readonly exportable: number;
  /** Whether images lie behind the drawing, so that they can go along. */
  readonly hasBehind: boolean;
  readonly forms: FileForms;
  readonly onForms: (forms: FileForms, label: string) => void;
  readonly working: { readonly label: string; readonly share: number | null; readonly stop: () => void } | null;
  readonly said: string | null;
  /** null while there is no current drawing. */
  readonly findings: readonly ShownFinding[] | null;
  readonly onFinding: (finding: ShownFinding) => void;
  /** What mends a finding in one step. */
  readonly mends: (finding: ShownFinding) => readonly Mend[];
  readonly model: ModelInfo;
  readonly onMend: (mend: Mend) => void;
  /** Hand work on this drawing. */
  readonly touch?: { readonly isOn: boolean; readonly count: number; readonly go: () => void } | null;
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
  onSaveProject,
  exportable,
  hasBehind,
  forms,
  onForms,
  working,
  said,
  findings,
  onFinding,
  mends,
  model,
  onMend,
  touch,
}: Props) {
  return (
    <div className="flex h-8 items-center gap-3.5 overflow-hidden border-b border-rule bg-paper px-3 whitespace-nowrap">
      <h1 className="min-w-0 overflow-hidden font-letter text-[15px] leading-tight font-semibold text-ellipsis">
        {number}
        <span className="ml-2">{name}</span>
      </h1>
      <span className="text-graphite max-[900px]:hidden">{words}</span>
      {paper !== null && (
        <DropdownMenu.Root>
          <DropdownMenu.Trigger className="inline-flex items-baseline gap-1">
            <span className="text-graphite">Shown at</span>
            <span className="field inline-block">{Math.round(paper * 100)} %</span>
            <span className="text-graphite max-[1100px]:hidden">of its size on paper</span>
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
      {said && (
        <span role="status" className="min-w-0 overflow-hidden border-l border-rule2 pl-3 text-ellipsis text-graphite">
          {said}.
        </span>
      )}
      <span className="ml-auto flex items-center gap-3.5">
        {working && <Working label={working.label} share={working.share} onStop={working.stop} />}
        {touch && (
          <button type="button" className="word" data-on={touch.isOn} aria-pressed={touch.isOn} onClick={touch.go}>
            Touch up{touch.count > 0 && ` (${touch.count})`}
          </button>
        )}
        {exportable > 0 && (
          <ExportMenu
            onExport={onExport}
            onSaveProject={onSaveProject}
            count={exportable}
            hasBehind={hasBehind}
            forms={forms}
            onForms={onForms}
          />
        )}
        {findings && <ProofChip {...{ model, findings, mends, onMend }} onGo={onFinding} />}
      </span>
    </div>
  );
}
