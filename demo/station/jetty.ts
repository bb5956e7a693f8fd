import type { Author } from '../author';
import { SHAFT, STOREY } from './measures';
import { guard } from './stair';

/** The pile jetty: boards, stringers, caps, piles, braces, railings and a landing ladder. */
export function jetty(a: Author): void {
  const x0 = SHAFT.x + SHAFT.outer + 0.02,
    x1 = 26,
    y0 = 1.5,
    y1 = 3.3;
  const board = 0.14,
    gap = 0.012;
  const count = Math.floor((x1 - x0 + gap) / (board + gap));
  for (let k = 0; k < count; k++)
    a.element('IFCPLATE', `Deck board ${k + 1}`, {
      storey: STOREY.shore,
      items: [a.box(x0 + k * (board + gap), y0, -0.05, board, y1 - y0, 0.05)],
      material: 'Larch',
      predefined: 'SHEET',
    });
  for (const y of [y0 + 0.1, (y0 + y1) / 2 - 0.05, y1 - 0.2])
    a.element('IFCBEAM', 'Stringer', {
      storey: STOREY.shore,
      items: [a.box(x0, y, -0.25, x1 - x0 - 0.05, 0.1, 0.2)],
      material: 'Larch',
      predefined: 'JOIST',
    });
  const bents = [17.2, 19.3, 21.4, 23.5, 25.6];
  bents.forEach((x, i) => {
    a.element('IFCBEAM', `Cap ${i + 1}`, {
      storey: STOREY.shore,
      items: [a.box(x - 0.11, y0 - 0.1, -0.47, 0.22, y1 - y0 + 0.2, 0.22)],
      material: 'Larch',
      predefined: 'BEAM',
    });
    for (const y of [y0 + 0.2, y1 - 0.2])
      a.element('IFCPILE', `Pile ${i + 1}`, {
        storey: STOREY.shore,
        items: [a.rod([x, y, -4.2], [x, y, -0.47], 0.13)],
        material: 'Larch',
        predefined: 'DRIVEN',
      });
    a.element('IFCMEMBER', `Cross brace ${i + 1}`, {
      storey: STOREY.shore,
      items: [a.bar([x + 0.15, y0 + 0.1, -0.6], [x + 0.15, y1 - 0.1, -1.5], 0.04, 0.14)],
      material: 'Larch',
      predefined: 'BRACE',
    });
    const next = bents[i + 1];
    if (next !== undefined)
      for (const y of [y0 + 0.04, y1 - 0.04])
        a.element('IFCMEMBER', `Long brace ${i + 1}`, {
          storey: STOREY.shore,
          items: [a.bar([x + 0.1, y, i % 2 ? -1.5 : -0.6], [next - 0.1, y, i % 2 ? -0.6 : -1.5], 0.05, 0.14)],
          material: 'Larch',
          predefined: 'BRACE',
        });
  });
  guard(a, 'Jetty railing, south', [x0 + 0.1, y0 + 0.06, 0], [x1 - 0.1, y0 + 0.06, 0], STOREY.shore, 1.2);
  guard(a, 'Jetty railing, north', [x0 + 0.1, y1 - 0.06, 0], [x1 - 0.1, y1 - 0.06, 0], STOREY.shore, 1.2);
  guard(a, 'Jetty railing, end', [x1 - 0.1, y0 + 0.06, 0], [x1 - 0.1, y1 - 0.06, 0], STOREY.shore, 1);
  const ladder = [-0.22, 0.22].map((d) => a.bar([20.35 + d, y1 + 0.12, -1.9], [20.35 + d, y1 + 0.12, 0.9], 0.05, 0.02));
  for (let z = -1.7; z < 0.1; z += 0.3) ladder.push(a.rod([20.13, y1 + 0.12, z], [20.57, y1 + 0.12, z], 0.014));
  a.element('IFCSTAIRFLIGHT', 'Landing ladder', { storey: STOREY.shore, items: ladder, material: 'Steel', predefined: 'STRAIGHT' });
  for (const x of [18.2, 22.4])
    a.element('IFCBUILDINGELEMENTPROXY', 'Bollard', {
      storey: STOREY.shore,
      items: [a.extrude(a.circle(0.09), 0.32, [x, y0 + 0.35, 0]), a.extrude(a.circle(0.14), 0.06, [x, y0 + 0.35, 0.32])],
      material: 'Cast iron',
    });
}
