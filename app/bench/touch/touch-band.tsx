import { Popover } from 'radix-ui';
import { useEffect, useState } from 'react';
import { SHIPPED } from '../../../core/drafting/shipped-standard';
import type { Standard } from '../../../core/drafting/standard';
import { ROLES } from '../../../core/sights/role';
import type { Lost } from '../../../core/touch-ups/apply';
import type { TouchUp } from '../../../core/touch-ups/touch-up';
import type { ProjectSight } from '../../data/project';
import { FigureField } from '../../figures/figure-field';
import { parseNumber } from '../../figures/parse';
import { Pick } from '../../ui/pick';
import { useWatched } from '../../ui/watched';
import { painter } from '../../workers/painter';
import type { Mode, TouchWork } from './touch-work';

interface Props {
  readonly work: TouchWork;
  readonly entry: ProjectSight;
  readonly paintKey: string | null;
  /** The project's own; the one that comes along where it has none. */
  readonly standard: Standard | undefined;
  /** Whether the drawing is shown as it was computed. */
  readonly isBare: boolean;
  readonly onBare: (isBare: boolean) => void;
  readonly onRemove: (ids: readonly string[], label: string) => void;
  readonly onEnd: () => void;
}

const WORDS: Readonly<Record<Mode, readonly [word: string, next: string]>> = {
  choose: ['Choose', 'click lines of the drawing; once more lets go'],
  part: ['Hide part', 'click a line where the part begins, then where it ends'],
  line: ['Line', 'click its points, Enter ends it; Shift keeps it square'],
  outline: ['Outline', 'click its corners, the first once more or Enter closes it'],
  circle: ['Circle', 'click its middle, then a point on it'],
  fill: ['Fill', 'click the corners of what is filled'],
  mask: ['Mask', 'click the corners: what lies under it is hidden'],
  text: ['Text', 'write it, then click where it begins'],
  profile: ['Profile', 'click inside an outline or on its edge'],
};
const AS_IT_IS = 'as it is';

/** Hand work: what can be done in a row of words, what is chosen in the middle, what there is and what lost its place at the right. */
export default function TouchBand({ work, entry, paintKey, standard = SHIPPED, isBare, onBare, onRemove, onEnd }: Props) {
  const { mode, chosen, profile, pen, pattern, words } = useWatched(work);
  const [role, setRole] = useState(AS_IT_IS);
  const [layer, setLayer] = useState('');
  const [weight, setWeight] = useState<number | null>(null);
  const touchUps = entry.touchUps ?? [];
  const lost = useLost(paintKey, touchUps);
  const hasPen = mode === 'line' || mode === 'outline' || mode === 'circle';
  const hasFill = mode === 'fill' || mode === 'profile';
  const byKind = (id: string) => kindWords(touchUps.find((t) => t.id === id));
  return (
    <section
      aria-label="Touch up"
      className="col-span-full grid min-h-[88px] grid-cols-[minmax(0,1fr)_auto] gap-x-6 border-t border-ink bg-paper px-3 py-2"
    >
      <div className="grid content-start gap-1.5">
        <p className="flex flex-wrap items-baseline gap-x-3">
          <b className="font-semibold text-pencil">Touch up</b>
          {(Object.keys(WORDS) as Mode[]).map((key) => (
            <button
              key={key}
              type="button"
              className="word"
              data-on={mode === key}
              aria-pressed={mode === key}
              onClick={() => work.go(key)}
            >
              {WORDS[key][0]}
            </button>
          ))}
          <span className="text-graphite">{WORDS[mode][1]}</span>
        </p>
        <p className="flex flex-wrap items-baseline gap-x-4 gap-y-1" data-testid="touch-figures">
          {mode === 'choose' && (
            <>
              <span className="text-graphite">
                {chosen.length === 0
                  ? 'no line is chosen'
                  : chosen.length === 1
                    ? `${chosen[0]!.role} on ${chosen[0]!.layer}`
                    : `${chosen.length} lines`}
              </span>
              <button type="button" className="btn" disabled={!chosen.length} onClick={() => work.hide()}>
                Hide
              </button>
              <Pick label="as" value={role} options={[AS_IT_IS, ...ROLES].map((r) => [r, r])} onChange={setRole} />
              <label className="inline-flex items-baseline gap-1">
                <span className="text-graphite">on layer</span>
                <input
                  className="field w-[110px] text-left!"
                  value={layer}
                  placeholder="its own"
                  maxLength={120}
                  onChange={(e) => setLayer(e.target.value)}
                  onKeyDown={(e) => e.stopPropagation()}
                />
              </label>
              <FigureField
                label="weight"
                unset="its own"
                width={48}
                value={weight === null ? null : weight.toFixed(2)}
                parse={(text) => parseNumber(text, 0.05, 2.11)}
                onChange={setWeight}
                onClear={() => setWeight(null)}
              />
              <button
                type="button"
                className="btn"
                disabled={!chosen.length || (role === AS_IT_IS && !layer.trim() && weight === null)}
                onClick={() =>
                  work.redraw({
                    ...(role !== AS_IT_IS && { role: role as (typeof ROLES)[number] }),
                    ...(layer.trim() && { layer: layer.trim() }),
                    ...(weight !== null && { weight }),
                  })
                }
              >
                Redraw
              </button>
            </>
          )}
          {hasPen && (
            <FigureField
              label="weight"
              width={48}
              value={pen.weight.toFixed(2)}
              parse={(text) => parseNumber(text, 0.05, 2.11)}
              onChange={(to) => work.set({ pen: { ...pen, weight: to } })}
            />
          )}
          {hasFill && (
            <Pick
              label="filled"
              value={pattern}
              options={['solid', ...Object.keys(standard.patterns)].map((name) => [name, name])}
              onChange={(name) => work.set({ pattern: name })}
            />
          )}
          {mode === 'text' && (
            <label className="inline-flex items-baseline gap-1">
              <span className="text-graphite">words</span>
              <input
                className="field w-[220px] text-left!"
                value={words}
                maxLength={200}
                onChange={(e) => work.set({ words: e.target.value })}
                onKeyDown={(e) => e.stopPropagation()}
              />
            </label>
          )}
          {mode === 'profile' && profile && (
            <>
              <span>
                {profile.area.toFixed(3)} sq m, {profile.perimeter.toFixed(3)} m around
              </span>
              <button type="button" className="btn" onClick={() => work.fillProfile()}>
                Fill it
              </button>
            </>
          )}
        </p>
      </div>
      <div className="grid content-start justify-items-end gap-1.5">
        <p className="flex items-baseline gap-x-3">
          {lost.length > 0 && (
            <Popover.Root>
              <Popover.Trigger className="word text-ochre-text">{lost.length} to decide</Popover.Trigger>
              <Popover.Portal>
                <Popover.Content
                  side="top"
                  align="end"
                  sideOffset={8}
                  aria-label="What lost its place"
                  className="z-50 grid max-h-64 w-[340px] gap-1 overflow-y-auto border border-ink bg-sheet p-3"
                >
                  {lost.map(({ id, why }) => (
                    <p key={id} className="flex items-baseline justify-between gap-3">
                      <span>
                        {byKind(id)}{' '}
                        <span className="text-graphite">
                          {why === 'element' ? 'its element is not in the drawing' : 'its line is not there'}
                        </span>
                      </span>
                      <button type="button" className="word" onClick={() => onRemove([id], `${byKind(id)} let go`)}>
                        Let go
                      </button>
                    </p>
                  ))}
                  <p className="text-[12px] text-graphite">What is kept comes back when its element does.</p>
                </Popover.Content>
              </Popover.Portal>
            </Popover.Root>
          )}
          <Popover.Root>
            <Popover.Trigger className="word" disabled={!touchUps.length}>
              {touchUps.length} on this drawing
            </Popover.Trigger>
            <Popover.Portal>
              <Popover.Content
                side="top"
                align="end"
                sideOffset={8}
                aria-label="Touch-ups"
                className="z-50 grid max-h-64 w-[280px] gap-1 overflow-y-auto border border-ink bg-sheet p-3"
              >
                {touchUps.map((t, i) => (
                  <p key={t.id} className="flex items-baseline justify-between">
                    <span>
                      {i + 1} {kindWords(t)}
                    </span>
                    <button type="button" className="word" onClick={() => onRemove([t.id], `${kindWords(t)} taken away`)}>
                      Take away
                    </button>
                  </p>
                ))}
              </Popover.Content>
            </Popover.Portal>
          </Popover.Root>
          <label className="inline-flex items-baseline gap-1">
            <input type="checkbox" className="accent-ink" checked={!isBare} onChange={(e) => onBare(!e.target.checked)} />
            Shown
          </label>
          <button type="button" className="btn" onClick={onEnd}>
            Done
          </button>
        </p>
      </div>
    </section>
  );
}

function kindWords(t: TouchUp | undefined): string {
  if (!t) return '';
  if (t.kind === 'hide') return 'hidden line';
  if (t.kind === 'redraw') return `redrawn line${t.as.role ? ` as ${t.as.role}` : ''}`;
  if (t.kind === 'text') return `text ${t.words.slice(0, 24)}`;
  return t.kind === 'arc' ? 'circle' : t.kind;
}

const NONE: readonly Lost[] = [];
/** What found no place on the drawing as it is shown. */
function useLost(paintKey: string | null, touchUps: readonly TouchUp[]): readonly Lost[] {
  const [found, setFound] = useState({ of: '', lost: NONE });
  const of = paintKey && touchUps.length ? `${paintKey} ${touchUps.map(({ id }) => id).join(' ')}` : '';
  useEffect(() => {
    if (!paintKey || !of) return;
    let isStale = false;
    // it is known once the drawing has been painted with them
    const ask = setTimeout(() => {
      void painter
        .ask((own) => own.lost(paintKey))
        .then((lost) => !isStale && setFound({ of, lost }))
        .catch(() => undefined);
    }, 300);
    return () => {
      isStale = true;
      clearTimeout(ask);
    };
  }, [paintKey, of]);
  return found.of === of ? found.lost : NONE;
}
