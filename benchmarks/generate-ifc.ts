import { Author, type Point } from '../demo/author';

/** An IFC4 file of about `megabytes`: storeys of layered walls with openings and windows, slabs, columns, railings and pipes. */
export function generateIfc(megabytes: number): string {
  const a = new Author('Generated block', 0, { east: 0, north: 0, height: 0 });
  a.material('Brick', [0.62, 0.4, 0.33]);
  a.material('Insulation', [0.86, 0.79, 0.58]);
  a.material('Concrete', [0.75, 0.74, 0.71]);
  a.material('Steel', [0.33, 0.36, 0.38]);
  a.material('Glass', [0.75, 0.86, 0.88], 0.6);
  a.layerSet('Wall 360', [
    ['Brick', 0.1],
    ['Insulation', 0.16],
    ['Concrete', 0.1],
  ]);
  // Measured: one bay with its walls, windows and pipes is about 20 kB of text.
  const bays = Math.max(1, Math.round((megabytes * 1000) / BAY_KB));
  const [across, deep] = [8, 6];
  const floors = Math.ceil(bays / (across * deep));
  let left = bays;
  for (let f = 0; f < floors; f++) {
    const [storey, z] = [`Storey ${f}`, f * 3];
    a.storey(storey, z);
    a.element('IFCSLAB', `Slab ${f}`, {
      storey,
      items: [a.box(0, 0, z - 0.25, across * 5, deep * 5, 0.25)],
      material: 'Concrete',
      predefined: 'FLOOR',
    });
    for (let i = 0; i < across; i++) for (let j = 0; j < deep && left-- > 0; j++) bay(a, storey, [i * 5, j * 5, z], `${f}.${i}.${j}`);
  }
  return a.finish('generated.ifc');
}

const BAY_KB = 20;

function bay(a: Author, storey: string, [x, y, z]: Point, tag: string): void {
  for (const turned of [false, true]) {
    const placement = { at: [x, y, z] as Point, x: (turned ? [0, 1, 0] : [1, 0, 0]) as Point };
    const wall = a.element('IFCWALL', `Wall ${tag}${turned ? 'b' : 'a'}`, {
      storey,
      placement,
      items: [a.box(0.3, 0, 0, 4.7, 0.36, 2.7)],
      buildUp: { name: 'Wall 360', axis: 'AXIS2', sense: 'POSITIVE', offset: 0 },
    });
    for (const at of [0.8, 2.6]) {
      const window = a.element('IFCWINDOW', `Window ${tag} ${at}`, {
        storey,
        placement,
        items: [
          a.box(at, 0.1, 0.9, 0.06, 0.08, 1.2),
          a.box(at + 1.14, 0.1, 0.9, 0.06, 0.08, 1.2),
          a.box(at + 0.06, 0.13, 0.9, 1.08, 0.02, 1.2),
        ],
        material: 'Steel',
      });
      a.opening(wall, storey, a.box(at, -0.1, 0.9, 1.2, 0.6, 1.2), window, placement);
    }
  }
  a.element('IFCCOLUMN', `Column ${tag}`, { storey, items: [a.rod([x, y, z], [x, y, z + 2.75], 0.15)], material: 'Concrete' });
  for (let k = 0; k < 10; k++)
    a.element('IFCPIPESEGMENT', `Pipe ${tag}.${k}`, {
      storey,
      items: [a.rod([x + 0.6 + k * 0.3, y + 0.8, z], [x + 0.6 + k * 0.3, y + 0.8, z + 2.6], 0.04, 0.035)],
      material: 'Steel',
    });
  const [points, triangles] = dish([x + 3, y + 3, z + 1]);
  a.element('IFCFURNITURE', `Dish ${tag}`, { storey, items: [a.mesh(points, triangles, true)], material: 'Steel' });
}

/** A closed round body of 24 by 8 faces, as exported furniture has them. */
function dish([x, y, z]: Point): [Point[], (readonly [number, number, number])[]] {
  const [sides, rings] = [24, 8];
  const points: Point[] = [
    [x, y, z - 0.4],
    [x, y, z + 0.4],
  ];
  for (let r = 1; r < rings; r++)
    for (let s = 0; s < sides; s++) {
      const [lat, lon] = [(Math.PI * r) / rings, (2 * Math.PI * s) / sides];
      points.push([x + 0.6 * Math.sin(lat) * Math.cos(lon), y + 0.6 * Math.sin(lat) * Math.sin(lon), z - 0.4 * Math.cos(lat)]);
    }
  const at = (r: number, s: number) => 2 + (r - 1) * sides + (s % sides);
  const out: (readonly [number, number, number])[] = [];
  for (let s = 0; s < sides; s++) {
    out.push([0, at(1, s + 1), at(1, s)], [1, at(rings - 1, s), at(rings - 1, s + 1)]);
    for (let r = 1; r < rings - 1; r++) out.push([at(r, s), at(r, s + 1), at(r + 1, s + 1)], [at(r, s), at(r + 1, s + 1), at(r + 1, s)]);
  }
  return [points, out];
}
