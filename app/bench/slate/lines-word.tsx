import { useState } from 'react';
import { Popover } from 'radix-ui';
import type { Sight } from '../../../core/sights/sight';
import { FigureField } from '../../figures/figure-field';
import { millimetres } from '../../figures/format';
import { parseLength } from '../../figures/parse';
import { positive } from './positive';
import type { SlateProps } from './slate-props';

type Switch = 'hidden' | 'profile' | 'layersMeet';

/** Which lines come of what is shown: a word that opens the choices, with how many of them are made. */
export default function LinesWord({ sight, onChange }: Pick<SlateProps, 'sight' | 'onChange'>) {
  const { far = null, hidden, profile, layersMeet } = sight;
  const cuts = sight.frame ? sight.frame.cut : sight.kind === 'section' || sight.kind === 'plan' || sight.kind === 'ceiling plan';
  const made = [hidden, profile, layersMeet, far !== null, sight.jumps?.length].filter(Boolean).length;
  const toggle = (key: Switch, words: string, title: string) => (
    <label className="flex items-baseline gap-1.5">
      <input
        type="checkbox"
        className="accent-ink"
        checked={sight[key] ?? false}
        onChange={(e) => onChange({ ...sight, [key]: e.target.checked || undefined } satisfies Sight, `${words} of ${sight.number}`)}
      />
      <span>
        {words}
        <small className="block text-[12px] text-graphite">{title}</small>
      </span>
    </label>
  );
  return (
    <Popover.Root>
      <Popover.Trigger className="word" title="Hidden lines, what is far, the profile alone">
        Lines{made > 0 && ` (${made})`}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          side="top"
          align="end"
          sideOffset={8}
          collisionPadding={8}
          aria-label={`Lines of ${sight.number}`}
          className="z-50 grid w-[320px] gap-2 border border-ink bg-sheet p-3"
        >
          {toggle('hidden', 'Hidden lines', 'what is hidden is drawn too, in lines of its own')}
          {cuts && toggle('profile', 'Profile only', 'all that is cut is one: its common outline remains')}
          {cuts && toggle('layersMeet', 'Layers meet', 'layers of walls go on through weaker ones that they stand at')}
          <span className="pl-[19px]">
            <FigureField
              label="Far from"
              hint="What lies farther behind the plane than this is drawn in the lines for what is far"
              width={64}
              value={far === null ? null : millimetres(far)}
              parse={(t) => positive(parseLength(t, { present: far }))}
              onChange={(to) => onChange({ ...sight, far: to }, `Far of ${sight.number}`)}
              onClear={() => onChange({ ...sight, far: undefined }, `Far of ${sight.number}`)}
            />
            <small className="block text-[12px] text-graphite">behind the plane, in the lines for what is far</small>
          </span>
          <JumpsField {...{ sight, onChange }} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

/** By which sizes of jump in depth outlines are told apart, as a list of lengths. */
function JumpsField({ sight, onChange }: Pick<SlateProps, 'sight' | 'onChange'>) {
  const kept = (sight.jumps ?? []).map(millimetres).join(', ');
  const [text, setText] = useState<string | null>(null);
  const [isWrong, setWrong] = useState(false);
  const take = () => {
    if (text === null) return;
    const parsed = text.split(/[,;]/).flatMap((part) => (part.trim() ? [parseLength(part)] : [])); // prettier-ignore
    const sizes = parsed.flatMap((own) => (own.ok && own.value > 0 ? [own.value] : []));
    if (sizes.length < parsed.length || sizes.length > 8) return setWrong(true);
    setText(null);
    setWrong(false);
    const jumps = [...new Set(sizes)].sort((a, b) => a - b);
    onChange({ ...sight, jumps: jumps.length ? jumps : undefined }, `Jumps of ${sight.number}`);
  };
  return (
    <label className="pl-[19px]">
      <span className="flex items-baseline gap-1">
        <span className="text-graphite">Jumps of</span>
        <input
          className="field w-[150px]"
          value={text ?? kept}
          placeholder="none"
          aria-invalid={isWrong}
          onChange={(e) => setText(e.target.value)}
          onBlur={take}
          onKeyDown={(e) => e.key === 'Enter' && take()}
        />
      </span>
      <small className="block text-[12px] text-graphite">
        {isWrong
          ? 'up to eight lengths above 0, with commas between them'
          : 'outlines told apart by how far they stand before what is behind'}
      </small>
    </label>
  );
}
