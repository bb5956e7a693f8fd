import { useMemo, useState } from 'react';
import type { ModelInfo } from '../../data/database';
import { planToPane, type KeyFrame } from '../sight-geometry';
import { compose, type BenchView, type PaneSize } from '../../board/view';

interface Props {
  readonly model: ModelInfo;
  readonly frame: KeyFrame;
  /** Row of the storey whose plan the Key shows. */
  readonly storey: number;
  readonly view: BenchView;
  readonly size: PaneSize;
}

/**
 * What the file tells in lines, in the Key's plan: grid lines that are bent or run askew, and the annotations and footprints of the
 * storey, where they are asked for. None of it gets into a drawing.
 */
export function KeyLines({ model, frame, storey, view, size }: Props) {
  const [isShown, setShown] = useState(false);
  const grid = useMemo(() => otherGridLines(model, frame), [model, frame]);
  const flat = useMemo(() => (model.flat ?? []).filter((f) => f.storey === storey || f.storey < 0), [model, storey]);
  const path = useMemo(() => flat.flatMap((f) => f.lines.map((line) => pathOf(line))).join(''), [flat]);
  // from the model's own coordinates to the pane
  const matrix = compose(planToPane(frame, view, size), [1, 0, 0, 1, model.origin[0], model.origin[1]]);
  const at = (x: number, y: number) => [matrix[0] * x + matrix[2] * y + matrix[4], matrix[1] * x + matrix[3] * y + matrix[5]] as const;
  if (!grid.length && !flat.length) return null;
  return (
    <>
      <svg aria-hidden="true" data-testid="key-lines" className="pointer-events-none absolute inset-0 h-full w-full">
        <g transform={`matrix(${matrix.join(' ')})`} fill="none">
          {grid.map(({ tag, points }, k) => (
            <path
              key={`${tag} ${k}`}
              d={pathOf(points)}
              stroke="var(--color-rule2)"
              strokeDasharray="12 3 2 3"
              vectorEffect="non-scaling-stroke"
            />
          ))}
          {isShown && <path d={path} stroke="var(--color-pencil)" strokeWidth={0.8} opacity={0.7} vectorEffect="non-scaling-stroke" />}
        </g>
        {grid.map(({ tag, points }, k) => {
          const [x, y] = at(points[0]!, points[1]!);
          return (
            <g key={`${tag} ${k}`}>
              <circle cx={x} cy={y} r={9} fill="var(--color-sheet)" stroke="var(--color-graphite)" />
              <text x={x} y={y + 4} textAnchor="middle" fontSize={11} className="font-letter" fill="var(--color-ink)">
                {tag}
              </text>
            </g>
          );
        })}
        {isShown &&
          flat.flatMap((f) =>
            f.texts.map(({ words, at: place }, k) => {
              const [x, y] = at(place[0], place[1]);
              return (
                <text key={`${f.id} ${k}`} x={x} y={y} fontSize={11} className="font-letter" fill="var(--color-pencil)">
                  {words}
                </text>
              );
            }),
          )}
      </svg>
      {flat.length > 0 && (
        <button
          type="button"
          className="word absolute top-[58px] right-3 bg-paper/90"
          aria-pressed={isShown}
          data-on={isShown}
          title="Annotations and footprints that the model's file holds as lines"
          onClick={() => setShown(!isShown)}
        >
          {isShown ? 'Hide' : 'Show'} {flat.length} lines of the file
        </button>
      )}
    </>
  );
}

/** Bent grid lines, and straight ones that run neither along the Key nor square to it; x y z in turns. */
function otherGridLines(model: ModelInfo, { right }: KeyFrame): { tag: string; points: Float64Array }[] {
  return model.grid.flatMap(({ tag, from, to, curve }) => {
    if (curve) return [{ tag, points: Float64Array.from(curve.flat()) }];
    const d = [to[0] - from[0], to[1] - from[1]] as const;
    const l = Math.hypot(...d) || 1;
    const along = Math.abs(d[0] * right[0] + d[1] * right[1]) / l;
    return along < 1e-3 || along > 1 - 1e-6 ? [] : [{ tag, points: Float64Array.from([...from, ...to]) }];
  });
}

function pathOf(line: Float64Array): string {
  let d = '';
  for (let i = 0; i < line.length; i += 3) d += `${i ? 'L' : 'M'}${line[i]!} ${line[i + 1]!}`;
  return d;
}
