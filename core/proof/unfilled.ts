import type { Graphic } from '../drafting/graphic';
import type { Vec2 } from '../geometry/vec3';

/** A material, or none, for whose cut faces no rule of the standard is but the last. */
export interface Unfilled {
  /** null where none is known. */
  readonly material: string | null;
  /** Class of the element that is met first. */
  readonly class: string;
  readonly at: Vec2;
}

/** Each material once whose cut faces find no rule of their own. */
export function unfilledIn({ drawing, fills, names }: Pick<Graphic, 'drawing' | 'fills' | 'names'>): Unfilled[] {
  const out = new Map<string, Unfilled>();
  drawing.regions.forEach(({ material: m, elements, face }, r) => {
    if (fills[r]?.isOwn !== false) return;
    const material = names.materials[m] ?? null;
    const className = names.elements.get(elements[0]!)?.class ?? '';
    const key = material ?? '';
    if (!out.has(key)) out.set(key, { material, class: className, at: [face[0]![0]!, face[0]![1]!] });
  });
  return [...out.values()];
}
