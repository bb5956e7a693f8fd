import { DropdownMenu } from 'radix-ui';
import { Fragment } from 'react';
import type { ShownFinding } from '../../data/drawn-sight';
import type { ModelInfo } from '../../data/database';
import { MendPreview } from './mend-preview';
import type { Mend } from '../mends';

interface Props {
  readonly model: ModelInfo;
  readonly findings: readonly ShownFinding[];
  readonly onGo: (finding: ShownFinding) => void;
  readonly mends: (finding: ShownFinding) => readonly Mend[];
  readonly onMend: (mend: Mend) => void;
}

/** The proof of the drawing shown: clean, or its findings by number, each a way to its place. */
export function ProofChip({ model, findings, onGo, mends, onMend }: Props) {
  if (!findings.length) return <span className="border border-rule2 px-2 leading-5">Proof clean</span>;
  const shown = findings.slice(0, 3);
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="inline-flex items-center gap-2 border border-ochre bg-ochre-wash px-2 leading-5">
        <b className="font-semibold">Proof</b>
        {shown.map((finding, i) => (
          <span key={i} className="inline-flex items-center gap-1">
            <Number n={i + 1} /> {finding.kind}
          </span>
        ))}
        {findings.length > shown.length && <span>and {findings.length - shown.length} more</span>}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content className="menu max-h-96 max-w-[560px] overflow-auto" align="end" sideOffset={4}>
          {findings.map((finding, i) => (
            <Fragment key={i}>
              <DropdownMenu.Item className="!items-baseline !justify-start gap-2 !whitespace-normal" onSelect={() => onGo(finding)}>
                <Number n={i + 1} />
                <span>
                  <b className="font-semibold">{finding.kind}</b> {finding.words}
                </span>
              </DropdownMenu.Item>
              {mends(finding).map((mend) => (
                <DropdownMenu.Item key={mend.words} className="!items-center !justify-start gap-3 !pl-9" onSelect={() => onMend(mend)}>
                  {finding.at && finding.mend && 'nudge' in finding.mend && <MendPreview {...{ model, mend }} at={finding.at} />}
                  {mend.words}
                </DropdownMenu.Item>
              ))}
            </Fragment>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

const Number = ({ n }: { readonly n: number }) => (
  <i className="inline-block min-w-[15px] border border-ochre bg-sheet px-0.5 text-center text-[11px] leading-[15px] font-semibold not-italic">
    {n}
  </i>
);
