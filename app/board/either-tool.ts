import type { Vec2 } from '../../core/geometry/vec3';
import type { Place, Tool } from './tool';

/** Several tools that each begin by something of their own being taken: the hand works with the one that holds. */
export class EitherTool implements Tool {
  constructor(private readonly tools: readonly Tool[]) {}

  get isHeld(): boolean {
    return this.tools.some((tool) => tool.isHeld);
  }
  get wantsSnaps(): boolean {
    return this.tools.some((tool) => tool.wantsSnaps);
  }
  get anchor(): Vec2 | null {
    return this.held()?.anchor ?? null;
  }
  move(place: Place): void {
    this.held()?.move(place);
  }
  letGo(place: Place): void {
    this.held()?.letGo(place);
  }
  click(): void {}

  private held(): Tool | undefined {
    return this.tools.find((tool) => tool.isHeld);
  }
}
