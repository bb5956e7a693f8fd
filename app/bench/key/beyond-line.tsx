import type { Vec2 } from '../../../core/geometry/vec3';
import { beyondLine } from '../../../core/sights/limits';
import { toX, toY } from '../../board/view';
import { toKey } from '../sight-geometry';
import { MADDER, type SignProps } from './sign';

/** How long the line of an open side is drawn, metres. */
const ENDLESS = 1000;

/** Where a section is drawn beyond the ends of its line: the line goes on so far, to a bar at its limit. */
export function BeyondLine({ sight, frame, view, size }: SignProps) {
  return (
    <>
      {beyondLine(sight, ENDLESS).map((stretch, k) => {
        if (!stretch) return null;
        const [[ax, ay], [bx, by]] = stretch.map((p) => {
          const [u, v] = toKey(frame, p);
          return [toX(view, size, u), toY(view.zoom, view.keyV, size, v)];
        }) as unknown as [Vec2, Vec2];
        const long = Math.hypot(bx - ax, by - ay) || 1;
        const [nx, ny] = [((by - ay) / long) * 7, ((ax - bx) / long) * 7];
        return (
          <g key={k} stroke={MADDER} strokeWidth={1.4} data-testid="beyond-line">
            <path d={`M${bx} ${by}L${ax} ${ay}`} strokeDasharray="12 3 2 3" />
            <path d={`M${ax - nx} ${ay - ny}L${ax + nx} ${ay + ny}`} />
          </g>
        );
      })}
    </>
  );
}
