import { dot, subtract, type Vec2, type Vec3 } from '../../../core/geometry/vec3';
import { boxTurned, planeMoved, removingPlanes, type RemovingPlane } from '../../../core/sights/removing-planes';
import type { Sight } from '../../../core/sights/sight';
import type { Place, Tool } from '../../board/tool';

export interface PlaneSetup {
  readonly sight: Sight | null;
  /** A point of the model, in the coordinates of its file, that a place of the board shows. */
  readonly pointAt: (at: Vec2) => Vec3;
  readonly onDraft: (sight: Sight) => void;
  readonly onChange: (sight: Sight, label: string) => void;
}

/** What of the planes can be taken: one of them by its name, or the turn of the keep box. */
export type PlaneGrip = RemovingPlane['name'] | 'turn';

/** The dragging of a trim, or of a side of the keep box, along its normal. What is dragged is shown at once, and kept when it is let go. */
export class PlaneDrag implements Tool {
  private setup: PlaneSetup | null = null;
  private own: { readonly grip: PlaneGrip; readonly sight: Sight; moved: Sight | null } | null = null;

  /** What it works on from now on; what it holds goes on from how that was taken. */
  follow(setup: PlaneSetup): void {
    this.setup = setup;
  }
  get isHeld(): boolean {
    return this.own !== null;
  }
  get wantsSnaps(): boolean {
    return this.own !== null;
  }
  get held(): PlaneGrip | null {
    return this.own?.grip ?? null;
  }
  take(grip: PlaneGrip): void {
    const { sight } = this.setup ?? {};
    if (sight) this.own = { grip, sight, moved: null };
  }
  move({ at, snap }: Place): void {
    if (!this.own || !this.setup) return;
    const { grip, sight } = this.own;
    const point = this.setup.pointAt(at);
    const plane = removingPlanes(sight).find(({ name }) => name === grip);
    if (plane) {
      const by = dot(subtract(point, plane.origin), plane.normal);
      this.own.moved = planeMoved(sight, grip, snap ? by : Math.round(by * 1000) / 1000);
    } else this.own.moved = boxTurned(sight, [point[0], point[1]]);
    this.setup.onDraft(this.own.moved);
  }
  letGo(): void {
    const own = this.own;
    this.own = null;
    if (!own?.moved) return;
    const words = own.grip === 'turn' ? 'Turn of the keep box' : own.grip.replace(/^./, (c) => c.toUpperCase());
    this.setup?.onChange(own.moved, `${words}, ${own.sight.number}`);
  }
  click(): void {}
}
