import { useEffect, useRef } from 'react';
import type { Vec2 } from '../../../core/geometry/vec3';
import { millimetres } from '../../figures/format';
import { parseLength } from '../../figures/parse';
import { Choice } from '../../ui/choice';
import { PointField } from '../../figures/point-field';
import { Pick } from '../../ui/pick';
import { FigureField } from '../../figures/figure-field';
import { quiet } from '../../ui/quiet';
import type { Outlines } from './use-outlines';

/** Layers that are offered; any other name can be typed. */
const LAYERS = ['WALLS', 'PARTITIONS', 'OPENINGS', 'COLUMNS', 'SLAB', 'ROOF', 'FURNITURE'] as const;
const SNAPS = [0, 0.01, 0.05, 0.1, 0.25, 0.5, 1] as const;
/** What the hand draws, in figures: layer, kind, thickness, grid, and the next point for those who type it. */
export function OutlineBar({ outlines, points }: { readonly outlines: Outlines; readonly points: readonly Vec2[] }) {
  const { tool, way, setWay, picked, isBusy, drawn } = outlines;
  const first = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (!points.length) first.current?.blur();
  }, [points.length]);
  return (
    <form
      aria-label="Outlines"
      className="absolute top-2 left-3 z-10 flex max-w-[calc(100%-120px)] flex-wrap items-baseline gap-x-3 gap-y-1 border border-madder bg-sheet px-2 py-1"
      {...quiet}
      onKeyDown={(e) => e.key !== 'Escape' && e.stopPropagation()}
      onSubmit={(e) => {
        e.preventDefault();
        outlines.finish();
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
        <FigureField
          label="thick"
          width={44}
          value={millimetres(way.thickness)}
          parse={(t) => {
            const parsed = parseLength(t, { present: way.thickness });
            return parsed.ok && !(parsed.value >= 0.01 && parsed.value <= 3) ? { ok: false, expected: '10 to 3000' } : parsed;
          }}
          onChange={(thickness) => setWay({ ...way, thickness })}
        />
      )}
      <Pick
        label="Grid"
        value={String(way.snap)}
        options={SNAPS.map((s) => [String(s), s ? `${s * 1000}` : 'none'])}
        onChange={(to) => setWay({ ...way, snap: Number(to) })}
      />
      <PointField
        of="of the next point"
        from={points.at(-1) ?? null}
        fieldRef={first}
        onPoint={(p) => tool.add(p)}
        onEmpty={outlines.finish}
        onEscape={() => first.current?.blur()}
      />
      {points.length > 0 && (
        <>
          <button type="submit" className="word" title="Enter; or press the first point again">
            {way.kind === 'outline' ? 'Close outline' : 'End wall'}
          </button>
          <button type="button" className="word" title="Backspace" onClick={() => tool.back()}>
            Back
          </button>
        </>
      )}
      {picked !== null && (
        <button type="button" className="word" title="Delete" onClick={outlines.remove}>
          Take the outline on {drawn[picked]?.layer} away
        </button>
      )}
      <button type="button" className="word" title="Escape" onClick={outlines.stop}>
        Done
      </button>
      <span className="text-graphite">{isBusy ? 'building…' : 'Alt picks an outline'}</span>
    </form>
  );
}
