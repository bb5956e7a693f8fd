import { writeFileSync } from 'node:fs';
import { Author } from './author';
import { fittings } from './station/fittings';
import { house } from './station/house';
import { jetty } from './station/jetty';
import { lantern } from './station/lantern';
import { LEVEL, STOREY } from './station/measures';
import { services } from './station/services';
import { shaft } from './station/shaft';
import { site } from './station/site';
import { stair } from './station/stair';

/** Authors the Heron Spit Tide Station, an invented building, as IFC4. The same script gives the same bytes. */
export function authorStation(): string {
  const a = new Author('Heron Spit Tide Station', 17, { east: 512340, north: 6148220, height: 0 });
  for (const key of ['shore', 'ground', 'upper', 'roof'] as const) a.storey(STOREY[key], LEVEL[key]);
  a.grid(
    [
      ['A', 0],
      ['B', 3.6],
      ['C', 7.2],
      ['D', 10.8],
      ['E', 14.4],
    ],
    [
      ['1', 0],
      ['2', 1.2],
      ['3', 2.4],
      ['4', 3.6],
      ['5', 4.8],
    ],
    [-1.5, -1.8, 17, 6.6],
  );
  a.material('Brick', [0.62, 0.4, 0.33]);
  a.material('Air cavity');
  a.material('Insulation', [0.86, 0.79, 0.58]);
  a.material('Concrete block', [0.7, 0.7, 0.68]);
  a.material('Concrete C30', [0.75, 0.74, 0.71]);
  a.material('Screed', [0.72, 0.7, 0.66]);
  a.material('Plaster', [0.93, 0.92, 0.89]);
  a.material('Granite', [0.56, 0.55, 0.55]);
  a.material('Oak', [0.68, 0.53, 0.35]);
  a.material('Larch', [0.66, 0.5, 0.36]);
  a.material('Steel', [0.33, 0.36, 0.38]);
  a.material('Cast iron', [0.25, 0.26, 0.27]);
  a.material('Copper', [0.45, 0.62, 0.55]);
  a.material('Zinc', [0.62, 0.65, 0.67]);
  a.material('Glass', [0.75, 0.86, 0.88], 0.6);
  a.material('Ceramic', [0.95, 0.95, 0.94]);
  a.material('Roof membrane', [0.4, 0.4, 0.4]);
  a.material('Earth', [0.72, 0.66, 0.52]);
  a.material('Water', [0.55, 0.72, 0.7], 0.5);
  a.layerSet('Outer wall 400', [
    ['Brick', 0.1],
    ['Air cavity', 0.04],
    ['Insulation', 0.16],
    ['Concrete block', 0.1],
  ]);
  a.layerSet('Ground floor 300', [
    ['Concrete C30', 0.14],
    ['Insulation', 0.1],
    ['Screed', 0.06],
  ]);
  a.layerSet('Upper floor 300', [
    ['Concrete C30', 0.24],
    ['Screed', 0.06],
  ]);
  a.layerSet('Roof 300', [
    ['Concrete C30', 0.16],
    ['Insulation', 0.12],
    ['Roof membrane', 0.02],
  ]);
  a.layerSet('Partition 120', [
    ['Plaster', 0.01],
    ['Concrete block', 0.1],
    ['Plaster', 0.01],
  ]);
  site(a);
  house(a);
  stair(a);
  lantern(a);
  shaft(a);
  jetty(a);
  services(a);
  fittings(a);
  return a.finish('heron-spit-tide-station.ifc');
}

if (process.argv[1]?.endsWith('author-station.mjs')) writeFileSync('demo/heron-spit-tide-station.ifc', authorStation());
