import { useEffect, useRef, useState } from 'react';
import { SHIPPED } from '../../../core/drafting/standard/shipped-standard';
import type { Standard } from '../../../core/drafting/standard/standard';
import { ROLES } from '../../../core/sights/role';
import type { Profile } from '../../../core/touch-ups/profile-at';
import type { ProjectSight } from '../../data/project';
import { FigureField } from '../../figures/figure-field';
import { millimetres } from '../../figures/format';
import { parseLength, parseNumber } from '../../figures/parse';
import { Pick } from '../../ui/pick';
import { useWatched } from '../../ui/watched';
import type { Mode } from './touch-modes';
import type { TouchWork } from './touch-work';

interface Props {
  readonly work: TouchWork;
  /** The project's own; the one that comes along where it has none. */
  readonly standard: Standard | undefined;
  /** The sights into whose drawings a profile can be copied. */
  readonly into: readonly ProjectSight[];
  readonly onDetail: (profile: Profile) => void;
  readonly onCopy: (profile: Profile, to: string) => void;
}

const AS_IT_IS = 'as it is';
const PENS: ReadonlySet<Mode> = new Set(['line', 'arc', 'outline', 'circle']);
const FILLS: ReadonlySet<Mode> = new Set(['fill', 'profile']);
/** What is typed in these: the length to the next point, a radius, how far away a parallel runs. */
const LENGTHS: { readonly [M in Mode]?: string } = { line: 'length', outline: 'length', fill: 'length', mask: 'length', circle: 'radius', offset: 'distance' }; // prettier-ignore

/** The figures of what the hand does. */
export function TouchFigures({ work, standard = SHIPPED, into, onDetail, onCopy }: Props) {
  const { mode, chosen, profile, pen, pattern, words, distance } = useWatched(work);
  const length = useRef<HTMLInputElement>(null);
  // a figure that is typed while nothing else is means the length
  useEffect(() => {
    const typed = (e: KeyboardEvent) => {
      if (!/^[\d.,]$/.test(e.key) || e.ctrlKey || e.metaKey || e.altKey || e.target instanceof HTMLInputElement || !length.current) return;
      e.stopPropagation();
      length.current.focus();
      length.current.select();
    };
    window.addEventListener('keydown', typed, { capture: true });
    return () => window.removeEventListener('keydown', typed, { capture: true });
  }, []);
  return (
    <p className="flex flex-wrap items-baseline gap-x-4 gap-y-1" data-testid="touch-figures">
      {mode === 'choose' && <Chosen work={work} />}
      {(mode === 'offset' || mode === 'mirror') && (
        <span className="text-graphite">{chosen.length ? counted(chosen.length) : 'no line is chosen'}</span>
      )}
      {LENGTHS[mode] && (
        <FigureField
          key={mode}
          fieldRef={length}
          label={LENGTHS[mode]}
          unset={mode === 'offset' ? 'through the place' : 'by hand'}
          width={64}
          value={mode === 'offset' && distance !== null ? millimetres(distance) : null}
          parse={(text) => parseLength(text)}
          onChange={(to) => {
            work.along(to);
            // once the field has done with the figure: the next key is for the drawing
            requestAnimationFrame(() => length.current?.blur());
          }}
          onClear={() => work.set({ distance: null })}
        />
      )}
      {PENS.has(mode) && (
        <FigureField
          label="weight"
          width={48}
          value={pen.weight.toFixed(2)}
          parse={(text) => parseNumber(text, 0.05, 2.11)}
          onChange={(to) => work.set({ pen: { ...pen, weight: to } })}
        />
      )}
      {FILLS.has(mode) && (
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
          <button type="button" className="btn" onClick={() => onDetail(profile)}>
            Keep as a detail
          </button>
          {into.length > 0 && (
            <Pick
              label="copy into"
              value=""
              options={[['', 'another drawing'], ...into.map(({ id, sight }): [string, string] => [id, `${sight.number} ${sight.name}`])]}
              onChange={(to) => to && onCopy(profile, to)}
            />
          )}
        </>
      )}
    </p>
  );
}

const counted = (n: number): string => (n === 1 ? 'a line is chosen' : `${n} lines are chosen`);

/** What is done with the lines that are chosen. */
function Chosen({ work }: Pick<Props, 'work'>) {
  const { chosen } = useWatched(work);
  const [role, setRole] = useState(AS_IT_IS);
  const [layer, setLayer] = useState('');
  const [weight, setWeight] = useState<number | null>(null);
  const one = chosen.length === 1 ? chosen[0] : null;
  return (
    <>
      <span className="text-graphite">
        {one
          ? `${one.own ? 'added by hand, ' : ''}${one.role} on ${one.layer}`
          : chosen.length
            ? `${chosen.length} lines`
            : 'no line is chosen'}
      </span>
      <button type="button" className="btn" disabled={!chosen.length} onClick={() => work.hide()}>
        {one?.own ? 'Take away' : 'Hide'}
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
  );
}
