import type { Vec2 } from '../../../core/geometry/vec3';
import { toX, toY, type BenchView, type PaneSize } from '../../board/view';
import type { PointsTool } from '../../board/points-tool';
import { useWatched } from '../../ui/watched';
import type { KeyFrame } from '../sight-geometry';

/** The line that is being placed: from its first point to where the pointer means. */
export function Aim({
  tool,
  frame,
  view,
  size,
}: {
  readonly tool: PointsTool;
  readonly frame: KeyFrame;
  readonly view: BenchView;
  readonly size: PaneSize;
}) {
  const { points, aim } = useWatched(tool);
  const from = points.at(-1);
  if (!from) return null;
  const at = ([x, y]: Vec2): Vec2 => {
    const d: Vec2 = [x - frame.origin[0], y - frame.origin[1]];
    return [
      toX(view, size, d[0] * frame.right[0] + d[1] * frame.right[1]),
      toY(view.zoom, view.keyV, size, d[0] * frame.look[0] + d[1] * frame.look[1]),
    ];
  };
  const [[ax, ay], [bx, by]] = [at(from), at(aim ?? from)];
  const before = points.map((p) => at(p).join(' ')).join('L');
  const l = Math.hypot(bx - ax, by - ay) || 1;
  const n: Vec2 = [(by - ay) / l, -(bx - ax) / l];
  return (
    <g>
      {points.length > 1 && <path d={`M${before}`} fill="none" stroke="var(--color-madder)" strokeWidth={1.4} strokeDasharray="12 3 2 3" />}
      <path d={`M${ax} ${ay}L${bx} ${by}`} stroke="var(--color-madder)" strokeWidth={1.4} strokeDasharray="12 3 2 3" />
      <path d={`M${(ax + bx) / 2} ${(ay + by) / 2}l${n[0] * 30} ${n[1] * 30}`} stroke="var(--color-verdigris)" strokeWidth={2} />
      <rect x={ax - 4} y={ay - 4} width={8} height={8} fill="var(--color-sheet)" stroke="var(--color-madder)" strokeWidth={1.6} />
    </g>
  );
}
