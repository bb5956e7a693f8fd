import type { Point } from '../author';

/** The station's main measures, metres. Grid line A is x = 0, line 1 is y = 0. */
export const OUT = { x0: -0.3, x1: 11.1, y0: -0.3, y1: 5.1 } as const;
export const WALL = 0.4;
export const LEVEL = { shore: -1.25, ground: 0, upper: 2.55, roof: 5 } as const;
export const STOREY = { shore: 'Shore', ground: 'Ground', upper: 'Upper', roof: 'Roof' } as const;
export const SHAFT = { x: 14.4, y: 2.4, outer: 1.75, inner: 1.5, bottom: -2.5, top: 3.3 } as const;
/** Natural ground beside the house. */
export const GRADE = -0.15;

export interface Side {
  readonly name: string;
  readonly at: Point;
  readonly x: Point;
  readonly length: number;
}

/** The four outer walls, each seen from its outer left corner as one goes round counter-clockwise: x along, y inwards. */
export const SIDES: Readonly<Record<'south' | 'east' | 'north' | 'west', Side>> = {
  south: { name: 'south', at: [OUT.x0, OUT.y0, 0], x: [1, 0, 0], length: OUT.x1 - OUT.x0 },
  east: { name: 'east', at: [OUT.x1, OUT.y0, 0], x: [0, 1, 0], length: OUT.y1 - OUT.y0 },
  north: { name: 'north', at: [OUT.x1, OUT.y1, 0], x: [-1, 0, 0], length: OUT.x1 - OUT.x0 },
  west: { name: 'west', at: [OUT.x0, OUT.y1, 0], x: [0, -1, 0], length: OUT.y1 - OUT.y0 },
};
