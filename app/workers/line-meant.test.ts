import { beforeAll, describe, expect, it } from 'vitest';
import { style } from '../../core/drafting/style-drawing';
import { STANDARD } from '../../core/drafting/standard/shipped-standard';
import { draw } from '../../core/draw';
import { publishable } from '../../core/publishable';
import { prepare } from '../../core/scene/prepare';
import type { Sight } from '../../core/sights/sight';
import { box, modelOf } from '../../core/testing/solids';
import { touchUp } from '../../core/touch-ups/apply';
import type { TouchUp } from '../../core/touch-ups/touch-up';
import { lineIndex } from './line-index';
import { extendAt, lineMeant, trimAt, type OnSheet } from './line-meant';

const FRONT: Sight = {
  kind: 'elevation',
  number: 'E',
  name: '',
  frame: { origin: [0, -1, 0], look: [0, 1, 0], up: [0, 0, 1], cut: false },
};
// a wall of 4 by 3 m, and a post of half its height 1 m before it
const model = modelOf([
  { solid: box([0, 1, 0], [4, 0.3, 3]), name: 'wall', class: 'Wall' },
  { solid: box([1, 0, 0], [0.5, 0.1, 1.5]), name: 'post', class: 'Column' },
]);
const BY_HAND: readonly TouchUp[] = [
  { id: 'level', kind: 'line', points: [0, 2, 4, 2], as: { role: 'edge' } },
  { id: 'stub', kind: 'line', points: [2, 2.4, 2, 2.8], as: { weight: 0.35 } },
  { id: 'ring', kind: 'arc', arc: [3, 1, 0.4, 0, 1, 0, 2 * Math.PI], as: { role: 'edge' } },
];
let sheet: OnSheet;
let near: (u: number, v: number) => number;
beforeAll(() => {
  const { drawing, names } = publishable(model, FRONT, draw(model, prepare(model), FRONT));
  const done = touchUp(drawing, names, BY_HAND);
  const graphic = style(done.drawing, names, FRONT, STANDARD, 50, { hand: done.hand });
  sheet = { plain: drawing, graphic, placed: BY_HAND };
  const index = lineIndex(graphic.drawing)!;
  near = (u, v) => index.nearest(u, v, 0.05);
});

describe('a line of the drawing', () => {
  it('is known by its element and the box of that, with its role and layer', () => {
    const line = lineMeant(sheet, near(1, 0.7), [1, 0.7])!;
    expect(line).toMatchObject({
      role: 'outline',
      own: null,
      tie: { element: model.elements.find(({ name }) => name === 'post')!.id, box: [1, 0, 1.5, 1.5] },
    });
    expect(line.shape.path).toHaveLength(10);
    expect(line.layer).toMatch(/OUTLINE/);
  });

  it('that was added by hand is known as that, an arc as the arc', () => {
    expect(lineMeant(sheet, near(0.6, 2), [0.6, 2])).toMatchObject({ own: { id: 'level' }, shape: { path: [0, 2, 4, 2] } });
    expect(lineMeant(sheet, near(3, 1.4), [3, 1.4])).toMatchObject({
      own: { id: 'ring' },
      shape: { arc: [3, 1, 0.4, 0, 1, 0, 2 * Math.PI] },
    });
    expect(lineMeant(sheet, -1, [2, 0.7])).toBeNull();
  });
});

describe('trimmed and extended', () => {
  it('goes from what crosses it to what crosses it next; the rest stays', () => {
    // the level line ends in the outline of the wall, and nothing crosses it
    expect(trimAt(sheet, near(0.6, 2), [0.6, 2])).toMatchObject({ line: { own: { id: 'level' } }, done: null });
    // the outline of the wall goes from where the level line meets it, round its corner, to the post, behind which it ends
    const { line, done } = trimAt(sheet, near(4, 1), [4, 1])!;
    expect(line.own).toBeNull();
    const off = (place: readonly number[]) => Math.min(...[[4, 2], [4, 0], [1.5, 0]].map(([u, v]) => Math.hypot(place[0]! - u!, place[1]! - v!))); // prettier-ignore
    const corners = Array.from({ length: done!.gone.path!.length / 2 }, (_, k) => done!.gone.path!.slice(k * 2, k * 2 + 2));
    expect([corners.length, Math.max(...corners.map(off))]).toEqual([3, expect.closeTo(0, 9)]);
    expect(done!.left).toHaveLength(1);
  });

  it('a line goes on to the next that it meets, on the side of the hand', () => {
    const up = extendAt(sheet, near(2, 2.75), [2, 2.75])!;
    expect(up.done!.piece.path!.filter((_, k) => k % 2).sort()).toEqual([2.8, 3]);
    const down = extendAt(sheet, near(2, 2.45), [2, 2.45])!;
    expect(down.done!.whole.path!.filter((_, k) => k % 2).sort()).toEqual([2, 2.8]);
    // the level line ends on the wall and meets nothing more
    expect(extendAt(sheet, near(3.9, 2), [3.9, 2])!.done).toBeNull();
  });
});
