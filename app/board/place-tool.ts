import type { Vec2 } from '../../core/geometry/vec3';
import type { Place, Tool } from './tool';

/** One place of a board, as the hand points at it. */
export class PlaceTool implements Tool {
  readonly isHeld = false;
  readonly wantsSnaps = false;
  readonly cursor = 'cursor-cell';

  /** @param onPlace with pixels of a metre */
  constructor(private readonly onPlace: (at: Vec2, zoom: number) => void) {}

  move(): void {}
  letGo(): void {}
  click({ at, zoom }: Place): void {
    this.onPlace(at, zoom);
  }
}
