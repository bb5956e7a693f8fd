import { expect, test } from 'vitest';
import { joinLines } from './join-lines';
import { roleIndex } from '../sights/role';
import { Segments } from '../sights/segments';

test('an element of more lines than a call has room for is drawn', () => {
  const out = new Segments();
  for (let k = 0; k < 200_000; k++) {
    const [u, v] = [(k % 500) * 2, Math.floor(k / 500)];
    out.add(u, v, 0, u + 1, v, 0, { role: roleIndex('edge'), element: 0 });
  }
  expect(joinLines(out.done()).lineRole).toHaveLength(200_000);
});
