import type { Vec2 } from '../../../core/geometry/vec3';
import type { Sight } from '../../../core/sights/sight';
import type { Place, Tool } from '../../board/tool';
import type { BenchView } from '../../board/view';
import { endMoved, legMoved } from '../../../core/sights/jogs';
import { roundPoint } from '../../../core/geometry/numbers/tidy';
import { shiftedBy } from '../../../core/sights/moves/moved';
import type { Frame } from '../../../core/geometry/frame';
import { lineOf, squared, toKey, traceOf, withLine, type KeyFrame } from '../sight-geometry';
import type { Grip } from './sign';

/** What the hand works on, as it is at the moment. */
export interface GripSetup {
  readonly sight: Sight | null;
  readonly keyFrame: KeyFrame;
  /** The plane of a sight, and the level at which the Key is cut. */
  readonly planeOf: (sight: Sight) => Frame;
  readonly level: number;
  /** Angle to which lines are squared, radians. */
  readonly mainAngle: number;
  readonly setView: (change: (v: BenchView) => BenchView) => void;
  readonly onDraft: (sight: Sight) => void;
  readonly onChange: (sight: Sight, label: string) => void;
}

const LABELS: Readonly<Record<Exclude<Grip, `leg ${number}`>, string>> = {
  first: 'End of',
  last: 'End of',
  left: 'End of',
  right: 'End of',
  line: 'Move',
  reach: 'Reach of',
  height: 'Height of',
  eye: 'Eye of',
  target: 'Target of',
};
/** A line is not drawn shorter than this, metres. */
const SHORTEST = 0.01;
/** Dragged figures are whole millimetres. */
const round = (n: number): number => Math.round(n * 1000) / 1000;

interface Held {
  readonly grip: Grip;
  /** Where it was taken, in the Key. */
  readonly from: Vec2;
  readonly sight: Sight;
  moved: Sight | null;
}

/** The dragging of a sight by one of its grips. What is dragged is shown at once, and kept when it is let go. */
export class GripDrag implements Tool {
  private setup: GripSetup | null = null;
  private held: Held | null = null;

  /** What the hand works on from now on; what it holds goes on from how that was taken. */
  follow(setup: GripSetup): void {
    this.setup = setup;
  }

  get isHeld(): boolean {
    return this.held !== null;
  }

  get wantsSnaps(): boolean {
    return this.held !== null;
  }

  /** The end of a line turns about the other one. */
  get anchor(): Vec2 | null {
    const { grip, sight } = this.held ?? {};
    const line = sight && (grip === 'left' || grip === 'right') ? lineOf(sight) : null;
    return line ? line[grip === 'left' ? 1 : 0] : null;
  }

  /** Takes a grip at a place of the plan; whether there is something to take. */
  take(grip: Grip, at: Vec2): boolean {
    const { sight, keyFrame } = this.setup ?? {};
    if (sight && keyFrame) this.held = { grip, from: toKey(keyFrame, at), sight, moved: null };
    return this.held !== null;
  }

  click(): void {}

  move(place: Place): void {
    if (!this.held || !this.setup) return;
    this.held.moved = moved(this.held, place, this.setup);
    this.setup.onDraft(this.held.moved);
  }

  letGo(): void {
    const held = this.held;
    this.held = null;
    if (!held?.moved || !this.setup) return;
    const { keyFrame, setView, onChange } = this.setup;
    const [a, b] = [held.sight, held.moved].map((own) => own.frame?.origin ?? lineOf(own)?.[0]);
    if (a && b && held.grip === 'line') {
      // the Key is laid anew under the line: it stays where it is on the screen
      const by = (b[0] - a[0]) * keyFrame.look[0] + (b[1] - a[1]) * keyFrame.look[1];
      setView((v) => ({ ...v, keyV: v.keyV - by }));
    }
    onChange(held.moved, `${held.grip.startsWith('leg ') ? 'Leg of' : LABELS[held.grip as keyof typeof LABELS]} ${held.sight.number}`);
  }
}

function moved(
  { grip, from, sight }: Held,
  { at, snap, isSquared }: Place,
  { keyFrame, mainAngle, planeOf, level: cutAt }: GripSetup,
): Sight {
  const line = lineOf(sight);
  const now = toKey(keyFrame, at);
  // what is snapped stands where the snap is, whatever hand's breadth beside it the grip was taken
  const up = (own: number) => (snap ? now[1] : own + now[1] - from[1]);
  if (grip === 'first' || grip === 'last' || grip.startsWith('leg '))
    return { ...sight, path: pathMoved(sight.path!, grip, snap ? at : null, [now[0] - from[0], now[1] - from[1]], keyFrame) };
  if (grip === 'eye' || grip === 'target') {
    const [eye, aim] = [sight.eye!, sight.target!];
    const own = grip === 'eye' ? eye : aim;
    const other = grip === 'eye' ? aim : eye;
    const to = snap ? at : roundPoint(isSquared ? squared([other[0], other[1]], at, mainAngle) : at);
    const isThere = Math.hypot(to[0] - other[0], to[1] - other[1]) > SHORTEST;
    return isThere ? { ...sight, [grip]: [...to, own[2]] } : sight;
  }
  if (grip === 'height') return { ...sight, height: round((sight.height ?? 0) + now[1] - from[1]) };
  if (sight.frame && grip === 'line') {
    const trace = snap ? traceOf(planeOf(sight), cutAt) : null;
    // what is snapped is met by the line in which the plane stands in the plan
    const by = trace ? now[1] - toKey(keyFrame, trace.at(0))[1] : now[1] - from[1];
    return shiftedBy(sight, [keyFrame.look[0] * by, keyFrame.look[1] * by, 0]);
  }
  if (!line) return sight;
  const level = toKey(keyFrame, line[0])[1];
  if (grip === 'reach') return { ...sight, depth: Math.max(0, round(up(level + (sight.depth ?? 0)) - level)) };
  if (grip === 'line') {
    // the whole line slides square to itself
    const by = up(level) - level;
    const move = ([x, y]: Vec2): Vec2 => [x + keyFrame.look[0] * by, y + keyFrame.look[1] * by];
    return withLine(sight, [move(line[0]), move(line[1])]);
  }
  const other = grip === 'left' ? line[1] : line[0];
  const to = isSquared ? squared(other, at, mainAngle) : at;
  if (Math.hypot(to[0] - other[0], to[1] - other[1]) <= SHORTEST) return sight;
  return withLine(sight, grip === 'left' ? [to, other] : [other, to], snap !== null && !isSquared);
}

/**
 * The line of a section that steps aside, with one leg moved square to itself or an end along its leg.
 * @param to the place that it is to run through, or null
 * @param by how far the hand has gone in the Key
 */
function pathMoved(path: readonly Vec2[], grip: Grip, to: Vec2 | null, [u, v]: Vec2, { right, look }: KeyFrame): Vec2[] {
  const way: Vec2 = [right[0] * u + look[0] * v, right[1] * u + look[1] * v];
  const along = (from: Vec2, d: Vec2) => {
    const move = to ? [to[0] - from[0], to[1] - from[1]] : way;
    return (move[0]! * d[0] + move[1]! * d[1]) / (Math.hypot(...d) || 1);
  };
  if (grip === 'first' || grip === 'last') {
    const [p, q] = grip === 'first' ? [path[0]!, path[1]!] : [path.at(-1)!, path.at(-2)!];
    return endMoved(path, grip, along(p, [p[0] - q[0], p[1] - q[1]]));
  }
  const leg = Number(grip.slice(4));
  const [a, b] = [path[leg]!, path[leg + 1]!];
  return legMoved(path, leg, along(a, [a[1] - b[1], b[0] - a[0]]));
}
