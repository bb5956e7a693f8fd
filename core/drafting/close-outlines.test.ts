import { expect, it } from 'vitest';
import { roleIndex } from '../sights/role';
import { box, modelOf, type Piece } from '../testing/solids';
import { published } from '../testing/published';
import { frameSight, PLAN } from '../testing/views';
import { closeOutlines } from './close-outlines';

const CUT = frameSight([0, 0, -1], [0, 1, 0], [0, 0, 1]);
const wall = (name: string, x: number, y: number, dx: number, dy: number, material = 'brick'): Piece => ({
  solid: box([x, y, 0], [dx, dy, 2]),
  name,
  material,
});

/** The cut lines of a plan as they leave: the corners of each, whether it is closed, and whose it is. */
function cutLines(...pieces: Piece[]) {
  const model = modelOf(pieces);
  const styled = published(model, CUT, { close: closeOutlines });
  const { lineRole, lineStart, lineElement, lineJoint, points } = styled.drawing;
  return [...lineRole].flatMap((role, l) => {
    if (role !== roleIndex('cut') || lineJoint[l]) return [];
    const [from, to] = [lineStart[l]!, lineStart[l + 1]! - 1];
    const isClosed = points[from * 2] === points[to * 2] && points[from * 2 + 1] === points[to * 2 + 1];
    return [{ corners: to - from, isClosed, whose: pieces[lineElement[l]!]!.name }];
  });
}

it('closes the outline of two elements of one material without a corner where one follows the other, and names the larger one', () => {
  expect(cutLines(wall('long', 0, 0, 5, 0.3), wall('short', 5, 0, 2, 0.3))).toEqual([{ corners: 4, isClosed: true, whose: 'long' }]);
  expect(cutLines(wall('long', 0, 0, 5, 0.3), wall('return', 0, 0.3, 0.3, 2))).toEqual([{ corners: 6, isClosed: true, whose: 'long' }]);
});

it('goes on round one body where two touch in a corner', () => {
  const touching = cutLines(wall('lower', 0, 0, 1, 1), wall('upper', 1, 1, 2, 1));
  expect(touching).toHaveLength(2);
  expect(touching.every(({ corners, isClosed }) => corners === 4 && isClosed)).toBe(true);
  expect(new Set(touching.map(({ whose }) => whose))).toEqual(new Set(['lower', 'upper']));
});

it('leaves a drawing without cut lines as it is', () => {
  const model = modelOf([wall('alone', 0, 0, 1, 1)]);
  const styled = published(model, PLAN);
  expect(closeOutlines(styled)).toBe(styled);
});
