import { useRef, useState } from 'react';
import type { Vec2 } from '../../core/geometry/vec3';
import { parseLength } from './parse';

interface Props {
  /** Which point: "of the next point". */
  readonly of: string;
  /** The point before it, from which ~ counts; null for the first. */
  readonly from: Vec2 | null;
  /** Grid lines by tag for each axis, metres. */
  readonly grid?: readonly [Readonly<Record<string, number>>, Readonly<Record<string, number>>];
  /** Says what is wrong with a point that was read, null when nothing is. */
  readonly check?: (point: Vec2) => string | null;
  readonly onPoint: (point: Vec2) => void;
  /** Enter with nothing typed. */
  readonly onEmpty?: () => void;
  readonly onEscape?: () => void;
  readonly fieldRef?: React.RefObject<HTMLInputElement | null>;
}

/** A point that is typed: two figures, or both in the first field as one writes a point ("2.4m; 3.1m", "A; 2 400"). */
export function PointField({ of, from, grid, check, onPoint, onEmpty, onEscape, fieldRef }: Props) {
  const [typed, setTyped] = useState<readonly [string, string]>(['', '']);
  const [expected, setExpected] = useState<string | null>(null);
  const own = useRef<HTMLInputElement>(null);
  const first = fieldRef ?? own;
  const commit = () => {
    const [x, y] = typed;
    if (!x.trim() && !y.trim() && onEmpty) return onEmpty();
    const [a, b = y] = y.trim() ? [x] : x.split(/;|,\s/);
    const [px, py] = [a!, b].map((text, k) => parseLength(text, { present: from?.[k] ?? null, ...(grid && { grid: grid[k]! }) }));
    if (!px!.ok) return setExpected(px!.expected);
    if (!py!.ok) return setExpected(py!.expected);
    const point: Vec2 = [px!.value, py!.value];
    const wrong = check?.(point) ?? null;
    setExpected(wrong);
    if (wrong) return;
    setTyped(['', '']);
    onPoint(point);
    first.current?.focus();
  };
  return (
    <>
      {(['X', 'Y'] as const).map((axis, k) => (
        <input
          key={axis}
          ref={k === 0 ? first : undefined}
          className="field w-16"
          aria-label={`${axis} ${of}`}
          aria-invalid={expected !== null}
          placeholder={axis.toLowerCase()}
          autoComplete="off"
          value={typed[k]}
          onChange={(e) => setTyped(k === 0 ? [e.target.value, typed[1]] : [typed[0], e.target.value])}
          onKeyDown={(e) => {
            if (e.key === 'Enter') {
              e.preventDefault();
              commit();
            }
            if (e.key === 'Escape') onEscape?.();
          }}
        />
      ))}
      <button type="button" className="word" disabled={!onEmpty && !typed[0].trim() && !typed[1].trim()} onClick={commit}>
        Set
      </button>
      {expected && (
        <span role="alert" className="border border-ink px-1 text-[11.5px]">
          expected {expected}
        </span>
      )}
    </>
  );
}
