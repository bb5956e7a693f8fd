import { useEffect, useState } from 'react';
import { LAYER_STATES, type LayerState } from '../../../core/drafting/graphic';
import { sunIn } from '../../../core/surfaces/sun-text';
import { Pick as Choose } from '../../ui/pick';
import { painter } from '../../workers/painter';
import { Popover } from 'radix-ui';
import type { Sight } from '../../../core/sights/sight';
import { FigureField } from '../../figures/figure-field';
import { millimetres } from '../../figures/format';
import { parseLength } from '../../figures/parse';
import { positive } from './positive';
import type { SlateProps } from './slate-props';

type Switch = 'hidden' | 'profile' | 'layersMeet';

/** Which lines come of what is shown: a word that opens the choices, with how many of them are made. */
export default function LinesWord({
  entry,
  sight,
  paintKey,
  onChange,
  onKeep,
}: Pick<SlateProps, 'entry' | 'sight' | 'paintKey' | 'onChange' | 'onKeep'>) {
  const { far = null, hidden, profile, layersMeet } = sight;
  const cuts = sight.frame ? sight.frame.cut : sight.kind === 'section' || sight.kind === 'plan' || sight.kind === 'ceiling plan';
  const made = [hidden, profile, layersMeet, far !== null, sight.jumps?.length, entry.sun, entry.layers].filter(Boolean).length;
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
      <Popover.Trigger className="word" title="Hidden lines, what is far, the profile alone, the sun, layers">
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
          <SunField {...{ entry, onKeep }} />
          <LayersList {...{ entry, paintKey, onKeep }} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

type Filed = Pick<SlateProps, 'entry' | 'onKeep'>;

/** Where the sun stands: shadows come onto the faces that are seen, in any look. */
function SunField({ entry, onKeep }: Filed) {
  const { id, sun, sight } = entry;
  const kept = sun ? `${Number(sun.azimuth.toFixed(2))}, ${Number(sun.height.toFixed(2))}` : '';
  const [text, setText] = useState<string | null>(null);
  const [why, setWhy] = useState<string | null>(null);
  const take = () => {
    if (text === null) return;
    const told = text.trim() ? sunIn(text) : null;
    if (told && 'why' in told) return setWhy(told.why);
    setText(null);
    setWhy(null);
    onKeep(told ? `Sun of ${sight.number}` : `No sun on ${sight.number}`, [{ id, filing: { sun: told?.sun ?? null } }]);
  };
  return (
    <label className="border-t border-rule pt-2 pl-[19px]">
      <span className="flex items-baseline gap-1">
        <span className="text-graphite">Sun</span>
        <input
          className="field w-[210px]"
          value={text ?? kept}
          placeholder="none"
          aria-invalid={why !== null}
          onChange={(e) => setText(e.target.value)}
          onBlur={take}
          onKeyDown={(e) => e.key === 'Enter' && take()}
        />
      </span>
      <small className={`block text-[12px] ${why ? 'text-ochre-text' : 'text-graphite'}`}>
        {why ?? 'shadows: degrees from north and up (225, 40), or latitude, longitude, moment'}
      </small>
    </label>
  );
}

/** The layers of the drawing: each is on, off, or shown and not plotted. */
function LayersList({ entry, paintKey, onKeep }: Filed & Pick<SlateProps, 'paintKey'>) {
  const { id, layers = {}, sight } = entry;
  const [names, setNames] = useState<readonly string[]>([]);
  const [opened, setOpened] = useState(0);
  useEffect(() => {
    if (!paintKey) return;
    let isStale = false;
    void painter
      .ask((own) => own.layers(paintKey))
      .then((found) => !isStale && setNames(found))
      .catch(() => undefined);
    return () => {
      isStale = true;
    };
    // another look has others: they are asked for whenever the list is opened
  }, [paintKey, opened]);
  const all = [...new Set([...names, ...Object.keys(layers)])].sort();
  const set = (name: string, state: 'on' | LayerState) => {
    const { [name]: _, ...rest } = layers;
    const next = state === 'on' ? rest : { ...rest, [name]: state };
    onKeep(`Layer ${name} ${state}, ${sight.number}`, [{ id, filing: { layers: Object.keys(next).length ? next : null } }]);
  };
  return (
    <details className="border-t border-rule pt-2 pl-[19px]" onToggle={() => setOpened((n) => n + 1)}>
      <summary className="cursor-pointer text-graphite">Layers of this drawing, {all.length}</summary>
      <div className="mt-1 grid max-h-48 gap-[3px] overflow-y-auto">
        {all.map((name) => (
          <Choose
            key={name}
            label={name}
            labelWidth={170}
            value={layers[name] ?? 'on'}
            options={(['on', ...LAYER_STATES] as const).map((state) => [state, state])}
            onChange={(state) => set(name, state)}
          />
        ))}
      </div>
    </details>
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
