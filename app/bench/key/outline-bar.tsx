import { useEffect, useRef, useState } from 'react';
import type { Vec2 } from '../../../core/geometry/vec3';
import { millimetres } from '../../figures/format';
import { parseLength } from '../../figures/parse';
import { Choice } from '../../ui/choice';
import { LengthField } from '../../ui/length-field';
import { quiet } from '../../ui/quiet';
import type { Outlines } from './use-outlines';

/** Layers that are offered; any other name can be typed. */
const LAYERS = ['WALLS', 'PARTITIONS', 'OPENINGS', 'COLUMNS', 'SLAB', 'ROOF', 'FURNITURE'] as const;
const SNAPS = [0, 0.01, 0.05, 0.1, 0.25, 0.5, 1] as const;
/** What the hand draws, in figures: layer, kind, thickness, grid, and the next point for those who type it. */
export function OutlineBar({ outlines, last }: { readonly outlines: Outlines; readonly last: Vec2 | null }) {
  const { way, setWay, points, picked, isBusy, drawn } = outlines;
  const [x, setX] = useState('');
  const [y, setY] = useState('');
  const first = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (!points.length) first.current?.blur();
  }, [points.length]);
  const commit = () => {
    const [px, py] = [parseLength(x, { present: last?.[0] ?? null }), parseLength(y, { present: last?.[1] ?? null })];
    if (!px.ok || !py.ok) return;
    outlines.add([px.metres, py.metres]);
    setX('');
    setY('');
    first.current?.focus();
  };
  return (
    <form
      aria-label="Outlines"
      className="absolute top-2 left-3 z-10 flex max-w-[calc(100%-200px)] flex-wrap items-baseline gap-x-3 gap-y-1 border border-madder bg-sheet px-2 py-1"
      {...quiet}
      onKeyDown={(e) => e.key !== 'Escape' && e.stopPropagation()}
      onSubmit={(e) => {
        e.preventDefault();
        if (x || y) commit();
        else outlines.finish();
      }}
    >
      <label className="flex items-baseline gap-1">
        <span className="text-graphite">Layer</span>
        <input
          className="field w-24 text-left!"
          list="plan-layers"
          value={way.layer}
          onChange={(e) => setWay({ ...way, layer: e.target.value.slice(0, 60) })}
          onBlur={(e) => setWay({ ...way, layer: e.target.value.trim() || 'WALLS' })}
        />
        <datalist id="plan-layers">
          {LAYERS.map((l) => (
            <option key={l} value={l} />
          ))}
        </datalist>
      </label>
      <Choice
        label="What is drawn"
        value={way.kind}
        options={[
          ['wall line', 'wall line'],
          ['outline', 'outline'],
        ]}
        onChange={(kind) => setWay({ ...way, kind })}
      />
      {way.kind === 'wall line' && (
        <LengthField
          label="thick"
          width={44}
          value={millimetres(way.thickness)}
          parse={(t) => {
            const parsed = parseLength(t, { present: way.thickness });
            return parsed.ok && !(parsed.metres >= 0.01 && parsed.metres <= 3) ? { ok: false, expected: '10 to 3000' } : parsed;
          }}
          onChange={(thickness) => setWay({ ...way, thickness })}
        />
      )}
      <label className="flex items-baseline gap-1">
        <span className="text-graphite">Grid</span>
        <select className="field text-left!" value={way.snap} onChange={(e) => setWay({ ...way, snap: Number(e.target.value) })}>
          {SNAPS.map((s) => (
            <option key={s} value={s}>
              {s ? `${s * 1000}` : 'none'}
            </option>
          ))}
        </select>
      </label>
      <span className="flex items-baseline gap-1">
        <input
          ref={first}
          className="field w-14"
          aria-label="X of the next point"
          placeholder="x"
          value={x}
          onChange={(e) => setX(e.target.value)}
        />
        <input className="field w-14" aria-label="Y of the next point" placeholder="y" value={y} onChange={(e) => setY(e.target.value)} />
      </span>
      {points.length > 0 ? (
        <>
          <button type="submit" className="word" title="Enter; or press the first point again">
            {x || y ? 'Set point' : way.kind === 'outline' ? 'Close outline' : 'End wall'}
          </button>
          <button type="button" className="word" title="Backspace" onClick={outlines.back}>
            Back
          </button>
        </>
      ) : (
        <button type="submit" className="word" disabled={!x && !y}>
          Set point
        </button>
      )}
      {picked !== null && (
        <button type="button" className="word" title="Delete" onClick={outlines.remove}>
          Take the outline on {drawn[picked]?.layer} away
        </button>
      )}
      <button type="button" className="word" title="Escape" onClick={outlines.stop}>
        Done
      </button>
      <span className="text-graphite">{isBusy ? 'building…' : 'Shift squares, Alt picks an outline'}</span>
    </form>
  );
}
