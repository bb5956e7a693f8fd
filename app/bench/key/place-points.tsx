import { useEffect, useRef, useState } from 'react';
import type { Vec2 } from '../../../core/geometry/vec3';
import type { ModelInfo } from '../../data/database';
import { parseLength } from '../../figures/parse';
import { quiet } from '../../ui/quiet';

interface Props {
  readonly model: ModelInfo;
  readonly first: Vec2 | null;
  readonly onFirst: (point: Vec2) => void;
  readonly onSecond: (point: Vec2) => void;
  readonly onCancel: () => void;
}

/** While a section is placed: what to do next, and figures for those who type their points. */
export function PlacePoints({ model, first, onFirst, onSecond, onCancel }: Props) {
  const [x, setX] = useState('');
  const [y, setY] = useState('');
  const [expected, setExpected] = useState<string | null>(null);
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => {
    field.current?.focus();
  }, [first]);
  const grid = (axis: 0 | 1) =>
    Object.fromEntries(
      model.grid.filter((g) => Math.abs(g.from[axis] - g.to[axis]) < 1e-6).map((g) => [g.tag, g.from[axis] + model.origin[axis]]),
    );
  const commit = () => {
    // both in one field, as one writes a point: "2.4; 3.1", "A; 2 400"
    const [own, other = y] = y.trim() ? [x] : x.split(/;|,\s/);
    const [px, py] = [
      parseLength(own!, { present: first?.[0] ?? null, grid: grid(0) }),
      parseLength(other, { present: first?.[1] ?? null, grid: grid(1) }),
    ];
    if (!px.ok || !py.ok) {
      setExpected(!px.ok ? px.expected : !py.ok ? py.expected : null);
      return;
    }
    const point: Vec2 = [px.metres, py.metres];
    if (first && Math.hypot(point[0] - first[0], point[1] - first[1]) < 0.01) {
      setExpected('a second point away from the first');
      return;
    }
    setX('');
    setY('');
    setExpected(null);
    if (first) onSecond(point);
    else onFirst(point);
  };
  return (
    <form
      className="absolute top-2 left-3 z-10 flex items-baseline gap-3 border border-madder bg-sheet px-2 py-1"
      {...quiet}
      onSubmit={(e) => {
        e.preventDefault();
        commit();
      }}
    >
      <b className="font-semibold text-madder">{first ? 'Second point' : 'First point'}</b>
      <span className="text-graphite">click in the plan{first ? ', Shift squares it' : ''}, or type</span>
      <input
        ref={field}
        className="field w-16"
        aria-label="X of the point"
        placeholder="x"
        value={x}
        onChange={(e) => setX(e.target.value)}
        onKeyDown={(e) => e.key === 'Escape' && onCancel()}
      />
      <input
        className="field w-16"
        aria-label="Y of the point"
        placeholder="y"
        value={y}
        onChange={(e) => setY(e.target.value)}
        onKeyDown={(e) => e.key === 'Escape' && onCancel()}
      />
      <button type="submit" className="word">
        Set
      </button>
      <button type="button" className="word" onClick={onCancel}>
        Cancel
      </button>
      {expected && (
        <span role="alert" className="border border-ink px-1 text-[11.5px]">
          expected {expected}
        </span>
      )}
    </form>
  );
}
