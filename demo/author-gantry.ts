import { writeFileSync } from 'node:fs';
import { Author, type Point } from './author';

/** Where the gantry's file has its zero, in the station's coordinates. */
export const GANTRY_AT: Point = [3, -6, 0];
const TURNED = 17;

/**
 * Authors the steel boat gantry on the slip before the station as a structural set of its own: another zero, the station's grid and
 * its place on the map. The same script gives the same bytes.
 */
export function authorGantry(): string {
  const [dx, dy] = GANTRY_AT;
  const t = (-TURNED * Math.PI) / 180;
  const map = {
    east: Math.round((512340 + dx * Math.cos(t) - dy * Math.sin(t)) * 1e6) / 1e6,
    north: Math.round((6148220 + dx * Math.sin(t) + dy * Math.cos(t)) * 1e6) / 1e6,
    height: 0,
  };
  const a = new Author('Boat gantry', TURNED, map, 5000);
  a.storey('Shore', -1.25);
  const tags = (from: string, step: number, shift: number) =>
    Array.from({ length: 5 }, (_, k) => [String.fromCharCode(from.charCodeAt(0) + k), k * step - shift] as const);
  a.grid(tags('A', 3.6, dx), tags('1', 1.2, dy), [-1.5 - dx, -1.8 - dy, 17 - dx, 6.6 - dy]);
  a.material('Steel', [0.33, 0.36, 0.38]);
  a.material('Concrete C30', [0.75, 0.74, 0.71]);
  const [foot, low, high, half] = [-0.45, -0.35, 2.9, 1.7];
  const steel = (type: string, name: string, predefined: string, items: Parameters<Author['element']>[2]['items']) =>
    a.element(type, name, { storey: 'Shore', items, material: 'Steel', predefined, type: name.replace(/ [0-9].*/, '') });
  [0, 4.8].forEach((x, k) => {
    for (const [side, y] of [
      ['south', -half],
      ['north', half],
    ] as const) {
      a.element('IFCFOOTING', `Pad ${k + 1}, ${side}`, {
        storey: 'Shore',
        items: [a.box(x - 0.4, y - 0.4, foot - 0.5, 0.8, 0.8, 0.5)],
        material: 'Concrete C30',
        predefined: 'PAD_FOOTING',
      });
      steel('IFCPLATE', `Base plate ${k + 1}, ${side}`, 'SHEET', [a.box(x - 0.15, y - 0.15, foot, 0.3, 0.3, low - foot)]);
      steel('IFCCOLUMN', `Leg ${k + 1}, ${side}`, 'COLUMN', [a.rod([x, y, low], [x, y * 0.35, high], 0.07, 0.062)]);
    }
    steel('IFCBEAM', `Tie ${k + 1}`, 'BEAM', [a.rod([x, -half * 0.68, 1.2], [x, half * 0.68, 1.2], 0.038, 0.032)]);
    steel('IFCBEAM', `Head ${k + 1}`, 'BEAM', [
      a.extrude(a.section(0.2, 0.2, 0.0065, 0.01, 0.018), 1.6, [x, -0.8, high + 0.1], [0, 1, 0], [1, 0, 0]),
    ]);
  });
  steel('IFCBEAM', 'Runway', 'BEAM', [
    a.extrude(a.section(0.15, 0.3, 0.0071, 0.0107, 0.015), 7.2, [-1.2, 0, high - 0.15], [1, 0, 0], [0, 1, 0]),
  ]);
  steel('IFCTRANSPORTELEMENT', 'Hoist', 'CRANEWAY', [
    a.box(1.95, -0.16, high - 0.62, 0.5, 0.32, 0.26),
    a.rod([2.2, 0, high - 0.62], [2.2, 0, 1.1], 0.012),
    a.revolve(
      [
        [0, 0.86],
        [0.09, 0.92],
        [0.11, 1.0],
        [0.06, 1.1],
        [0, 1.1],
      ],
      [2.2, 0, 0],
    ),
  ]);
  return a.finish('boat-gantry.ifc');
}

if (process.argv[1]?.endsWith('author-gantry.mjs')) writeFileSync('demo/boat-gantry.ifc', authorGantry());
