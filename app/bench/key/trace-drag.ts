import { dot, subtract, type Vec2 } from '../../../core/geometry/vec3';
import { movedBy } from '../../../core/sights/moves/moved';
import type { Frame } from '../../../core/geometry/frame';
import type { Sight } from '../../../core/sights/sight';
import type { Place, Tool } from '../../board/tool';

/** The line in which a plane meets the plane of a picture: all places of that for which `across` times the place is `at`. */
export interface Trace {
  /** Square to the line, in the picture; its length is the sine of the angle between both planes. */
  readonly across: Vec2;
  readonly at: number;
}

/** Planes that meet at a smaller angle have no line of their own (a sine). */
const PARALLEL = 0.02;

/** Where one plane cuts through the picture of another; null where they lie alike. */
export function traceIn(picture: Frame, plane: Frame): Trace | null {
  const across: Vec2 = [dot(plane.look, picture.right), dot(plane.look, picture.up)];
  if (Math.hypot(...across) < PARALLEL) return null;
  return { across, at: dot(plane.look, subtract(plane.origin, picture.origin)) };
}

interface Setup {
  readonly sight: Sight | null;
  readonly trace: Trace | null;
  readonly onDraft: (sight: Sight) => void;
  readonly onChange: (sight: Sight, label: string) => void;
}

/** How near to the line it is taken, pixels. */
const NEAR = 8;

/** The plane of a sight, taken by its line in the drawing of another and moved square to itself. */
export class TraceDrag implements Tool {
  private setup: Setup | null = null;
  private held: { readonly sight: Sight; readonly trace: Trace; readonly from: number; moved: Sight | null } | null = null;

  follow(setup: Setup): void {
    this.setup = setup;
  }
  get isHeld(): boolean {
    return this.held !== null;
  }
  get wantsSnaps(): boolean {
    return this.held !== null;
  }
  press({ at, zoom }: Place): void {
    const { sight, trace } = this.setup ?? {};
    if (!sight || !trace) return;
    const from = offset(trace, at);
    if (Math.abs(from - trace.at) * zoom <= NEAR * Math.hypot(...trace.across)) this.held = { sight, trace, from, moved: null };
  }
  move({ at, snap }: Place): void {
    if (!this.held || !this.setup) return;
    const { sight, trace, from } = this.held;
    const now = offset(trace, at);
    // what is snapped lies in the plane; dragged figures are whole millimetres
    const by = snap ? now - trace.at : Math.round((now - from) * 1000) / 1000;
    this.held.moved = movedBy(sight, by);
    this.setup.onDraft(this.held.moved);
  }
  letGo(): void {
    const held = this.held;
    this.held = null;
    if (held?.moved) this.setup?.onChange(held.moved, `Move ${held.sight.number}`);
  }
  click(): void {}
}

const offset = ({ across }: Trace, [u, v]: Vec2): number => across[0] * u + across[1] * v;
