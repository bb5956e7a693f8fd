import type { Vec2, Vec3 } from '../../../core/geometry/vec3';
import { toX, toY } from '../../board/view';
import { toKey } from '../sight-geometry';
import { SHEET, VERDIGRIS, WASH, type Grip, type SignProps } from './sign';

/** How long the sides of the angle of view are drawn where they end nowhere, as a part of the way to the target. */
const BEYOND = 1.25;

/** A perspective in the plan: the eye, what it looks at, and how wide it sees. */
export function EyeSign({ sight, frame, view, size, onGrip }: SignProps) {
  const at = ([x, y]: Vec2 | Vec3): Vec2 => {
    const [u, v] = toKey(frame, [x, y]);
    return [toX(view, size, u), toY(view.zoom, view.keyV, size, v)];
  };
  const [eye, target] = [at(sight.eye!), at(sight.target!)];
  const [dx, dy] = [target[0] - eye[0], target[1] - eye[1]];
  const half = ((sight.fov ?? 0) * Math.PI) / 360;
  const side = (turn: number): Vec2 => [
    eye[0] + (dx * Math.cos(turn) - dy * Math.sin(turn)) * BEYOND,
    eye[1] + (dx * Math.sin(turn) + dy * Math.cos(turn)) * BEYOND,
  ];
  const [left, right] = [side(-half), side(half)];
  const grip = (which: Grip, [x, y]: Vec2) => (
    <rect
      data-grip={which}
      x={x - 7}
      y={y - 7}
      width={14}
      height={14}
      fill="transparent"
      className="pointer-events-auto cursor-move"
      onPointerDown={(e) => onGrip(which, e)}
    />
  );
  return (
    <g>
      {half > 0 && <path d={`M${left.join(' ')}L${eye.join(' ')}L${right.join(' ')}`} fill={WASH} fillOpacity={0.35} stroke={VERDIGRIS} />}
      <path d={`M${eye.join(' ')}L${target.join(' ')}`} stroke={VERDIGRIS} strokeDasharray="6 4" />
      <circle cx={eye[0]} cy={eye[1]} r={5} fill={VERDIGRIS} />
      <rect x={target[0] - 4} y={target[1] - 4} width={8} height={8} fill={SHEET} stroke={VERDIGRIS} strokeWidth={1.6} />
      <text x={eye[0] + 9} y={eye[1] + 15} fontSize={12} fontWeight={600} fill={VERDIGRIS}>
        {sight.number}
      </text>
      {grip('eye', eye)}
      {grip('target', target)}
    </g>
  );
}
