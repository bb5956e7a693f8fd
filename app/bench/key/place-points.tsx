import { useEffect, useRef } from 'react';
import { useWatched } from '../../ui/watched';
import type { ModelInfo } from '../../data/database';
import { FigureField } from '../../figures/figure-field';
import { millimetres } from '../../figures/format';
import { parseLength } from '../../figures/parse';
import { PointField } from '../../figures/point-field';
import { Asking } from '../asking';
import type { Placing } from '../held';

interface Props {
  readonly model: ModelInfo;
  readonly placing: Placing;
  /** Of a row of sections: how far apart they stand, and its making. */
  readonly row: { readonly every: (every: number) => void; readonly make: () => void };
  readonly onCancel: () => void;
}

const WORDS = {
  section: ['First point', 'Second point'],
  perspective: ['Where the eye is', 'What it looks at'],
  row: ['Path begins', 'Path goes on'],
} as const;

/** While a section or a perspective is placed: what to do next, and figures for those who type their points. */
export function PlacePoints({ model, placing: { of, tool, every }, row, onCancel }: Props) {
  const { points } = useWatched(tool);
  const first = points.at(-1) ?? null;
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => {
    field.current?.focus();
  }, [first]);
  const tags = (axis: 0 | 1) =>
    Object.fromEntries(
      model.grid.filter((g) => Math.abs(g.from[axis] - g.to[axis]) < 1e-6).map((g) => [g.tag, g.from[axis] + model.origin[axis]]),
    );
  return (
    <Asking
      label={`Points of the ${of}`}
      title={WORDS[of][first ? 1 : 0]}
      words={`click in the plan${first ? ', Shift squares it' : ''}, or type`}
      onCancel={onCancel}
    >
      <PointField
        of="of the point"
        from={first}
        grid={[tags(0), tags(1)]}
        fieldRef={field}
        check={(p) => (first && Math.hypot(p[0] - first[0], p[1] - first[1]) < 0.01 ? 'a second point away from the first' : null)}
        onPoint={(p) => tool.add(p)}
        onEscape={() => void (tool.back() || onCancel())}
      />
      {every !== undefined && points.length > 1 && (
        <>
          <FigureField label="every" value={millimetres(every)} parse={(t) => parseLength(t, { present: every })} onChange={row.every} />
          <button type="button" className="btn" onClick={row.make}>
            Make the row
          </button>
        </>
      )}
    </Asking>
  );
}
