import { linePoints } from '../../core/linework/drawing';
import type { Graphic } from '../../core/drafting/graphic';
import type { Marked, PaintView } from './paint';

/** Lays a colour over the lines or cut faces that a rule catches. */
export function markCaught(
  ctx: OffscreenCanvasRenderingContext2D,
  { drawing, caught }: Graphic,
  { matrix: [a, b, c, d, e, f], pixelsPerMm }: PaintView,
  { list, at, colour }: Marked,
): void {
  const along = (points: Float64Array) => {
    for (let i = 0; i < points.length; i += 2) {
      const [u, v] = [points[i]!, points[i + 1]!];
      if (i) ctx.lineTo(a * u + c * v + e, b * u + d * v + f);
      else ctx.moveTo(a * u + c * v + e, b * u + d * v + f);
    }
  };
  ctx.strokeStyle = ctx.fillStyle = colour;
  ctx.setLineDash([]);
  if (list === 'lines') {
    ctx.lineWidth = Math.max(2, 0.5 * pixelsPerMm);
    ctx.beginPath();
    caught.line.forEach((rule, l) => rule === at && along(linePoints(drawing, l, 1e-3)));
    ctx.stroke();
    return;
  }
  ctx.globalAlpha = 0.45;
  caught.region.forEach((rule, r) => {
    if (rule !== at) return;
    ctx.beginPath();
    for (const ring of drawing.regions[r]!.face) {
      along(ring);
      ctx.closePath();
    }
    ctx.fill('evenodd');
  });
  ctx.globalAlpha = 1;
}
