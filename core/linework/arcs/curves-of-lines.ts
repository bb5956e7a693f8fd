import type { KnownCurve } from './match-arcs';
import { arcParameter, type Arc } from '../../geometry/arcs/arc';
import { arcAt, type Lines } from '../drawing';

/** An arc of fewer corners than this may have none between its ends, of which either may be cut short. */
const CORNERS = 4;

/**
 * The curves of the arcs among some lines, by element, moved along u by `shift`: what is an arc as a whole is one where only two
 * facets of it are left, too.
 */
export function curvesOfLines(lines: Lines, shift: number): Map<number, KnownCurve[]> {
  const out = new Map<number, KnownCurve[]>();
  for (let l = 0; l < lines.lineArc.length; l++) {
    const from = lines.lineStart[l]!;
    if (lines.lineArc[l]! < 0 || lines.lineStart[l + 1]! - from < CORNERS) continue;
    const arc = arcAt(lines, lines.lineArc[l]!);
    const at = (k: number, near: number) => arcParameter(arc, lines.points[k * 2]!, lines.points[k * 2 + 1]!, near);
    const second = at(from + 1, (arc[5] + arc[6]) / 2);
    const step = Math.abs(at(from + 2, second) - second);
    const moved: Arc = [arc[0] + shift, arc[1], arc[2], arc[3], arc[4], arc[5], arc[6]];
    const own = out.get(lines.lineElement[l]!) ?? [];
    out.set(lines.lineElement[l]!, [...own, { arc: moved, step }]);
  }
  return out;
}
