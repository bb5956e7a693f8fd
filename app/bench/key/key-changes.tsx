import type { Vec2 } from '../../../core/geometry/vec3';
import type { ModelInfo } from '../../data/database';
import type { Project } from '../../data/project';
import { classWords } from '../../figures/class-words';
import { useChanges } from '../../project/use-changes';
import type { KeyFrame } from '../sight-geometry';
import { toX, toY, type BenchView, type PaneSize } from '../../board/view';

interface Props {
  readonly project: Project;
  readonly model: ModelInfo;
  readonly frame: KeyFrame;
  readonly isElevation: boolean;
  readonly view: BenchView;
  readonly size: PaneSize;
  readonly onPutAway: () => void;
}

/** More changes than this are told, but not marked one by one. */
const MOST = 2000;

const KINDS = [
  ['added', 'var(--color-verdigris)', ''],
  ['moved', 'var(--color-pencil)', ''],
  ['changed', 'var(--color-ochre-text)', ''],
  ['removed', 'var(--color-graphite)', '4 3'],
] as const;

/** What a newer file brought, marked in the Key where it stands, with a list of it; until it is put away. */
export default function KeyChanges({ project, model, frame, isElevation, view, size, onPutAway }: Props) {
  const news = useChanges(project, model);
  if (!news) return null;
  const { before, changes } = news;
  const marks = KINDS.map(([kind, tone, dashes]) => {
    const of = kind === 'removed' ? before : model;
    return { kind, tone, dashes, of, list: changes[kind] };
  }).filter(({ list }) => list.length);
  const outline = (of: ModelInfo, e: number): string | null => {
    const box = [0, 1, 2, 3, 4, 5].map((k) => of.elementBoxes[e * 6 + k]! + of.origin[k % 3]!);
    if (!box.every(Number.isFinite)) return null;
    const [x0, y0, z0, x1, y1, z1] = box as [number, number, number, number, number, number];
    const corners: Vec2[] = isElevation
      ? [
          [x0, z0],
          [x1, z0],
          [x1, z1],
          [x0, z1],
        ]
      : (
          [
            [x0, y0],
            [x1, y0],
            [x1, y1],
            [x0, y1],
          ] as Vec2[]
        ).map(([x, y]) => {
          const d: Vec2 = [x - frame.origin[0], y - frame.origin[1]];
          return [d[0] * frame.right[0] + d[1] * frame.right[1], d[0] * frame.look[0] + d[1] * frame.look[1]];
        });
    return `M${corners.map(([u, v]) => `${toX(view, size, u).toFixed(1)} ${toY(view.zoom, view.keyV, size, v).toFixed(1)}`).join('L')}Z`;
  };
  return (
    <>
      <svg aria-hidden="true" data-testid="key-changes" className="pointer-events-none absolute inset-0 h-full w-full">
        {marks.map(({ kind, tone, dashes, of, list }) => (
          <path
            key={kind}
            data-kind={kind}
            d={list
              .slice(0, MOST)
              .map((e) => outline(of, e) ?? '')
              .join('')}
            fill={tone}
            fillOpacity={kind === 'removed' ? 0 : 0.14}
            stroke={tone}
            strokeWidth={1.4}
            strokeDasharray={dashes}
          />
        ))}
      </svg>
      <section
        aria-label="Changes"
        className="absolute top-[82px] right-3 max-h-[calc(100%-90px)] w-[216px] overflow-auto border border-rule2 bg-sheet/95 px-2.5 py-1.5"
        tabIndex={0}
      >
        <h3 className="flex font-semibold">
          Read again
          <button type="button" className="word ml-auto font-normal" onClick={onPutAway}>
            Put away
          </button>
        </h3>
        {marks.map(({ kind, tone, of, list }) => (
          <details key={kind}>
            <summary className="cursor-pointer">
              <i className="mr-1.5 inline-block h-2 w-2 align-baseline" style={{ background: tone }} />
              {list.length} {kind}
            </summary>
            <ul className="pl-3.5 text-graphite">
              {list.slice(0, 50).map((e) => (
                <li key={e} className="overflow-hidden text-ellipsis whitespace-nowrap" title={of.elements[e]!.name}>
                  {classWords(of.elements[e]!.class)} {of.elements[e]!.name}
                </li>
              ))}
              {list.length > 50 && <li>and {list.length - 50} more</li>}
            </ul>
          </details>
        ))}
        <p className="text-graphite">{changes.same} the same</p>
      </section>
    </>
  );
}
