import { Author, type Point, type Ref } from '../demo/author';

/**
 * An IFC4 file of about `megabytes`: storeys of layered walls with openings and windows, slabs, columns, pipes, furniture. As in
 * files that offices send, half of the text are properties, and windows and furniture are copies of a few types.
 */
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
  // each element has figures of its own, as those of a real file do
  let count = 0;
  const named = (element: Ref) => properties(a, element, ++count);
  const bays = Math.max(1, Math.round((megabytes * 1000) / BAY_KB));
  const [across, deep] = [8, 6];
  const floors = Math.ceil(bays / (across * deep));
  let left = bays;
  for (let f = 0; f < floors; f++) {
    const [storey, z] = [`Storey ${f}`, f * 3];
    a.storey(storey, z);
    const slab = a.element('IFCSLAB', `Slab ${f}`, {
      storey,
      items: [a.box(0, 0, z - 0.25, across * 5, deep * 5, 0.25)],
      material: 'Concrete',
      predefined: 'FLOOR',
    });
    named(slab);
    for (let i = 0; i < across; i++)
      for (let j = 0; j < deep && left-- > 0; j++) bay(a, named, storey, [i * 5, j * 5, z], `${f}.${i}.${j}`);
  }
  return a.finish('generated.ifc');
}

/** Measured: the text of one bay with all that is in it. */
const BAY_KB = 43;

function bay(a: Author, named: (element: Ref) => void, storey: string, [x, y, z]: Point, tag: string): void {
  for (const turned of [false, true]) {
    const placement = { at: [x, y, z] as Point, x: (turned ? [0, 1, 0] : [1, 0, 0]) as Point };
    const wall = a.element('IFCWALL', `Wall ${tag}${turned ? 'b' : 'a'}`, {
      storey,
      placement,
      items: [a.box(0.3, 0, 0, 4.7, 0.36, 2.7)],
      buildUp: { name: 'Wall 360', axis: 'AXIS2', sense: 'POSITIVE', offset: 0 },
    });
    named(wall);
    for (const along of [0.8, 2.6]) {
      const window = a.element('IFCWINDOW', `Window ${tag} ${along}`, {
        storey,
        placement,
        items: [a.copy('window', () => frame(a), [along, 0.1, 0.9])],
        material: 'Steel',
      });
      named(window);
      a.opening(wall, storey, a.box(along, -0.1, 0.9, 1.2, 0.6, 1.2), window, placement);
    }
  }
  named(a.element('IFCCOLUMN', `Column ${tag}`, { storey, items: [a.rod([x, y, z], [x, y, z + 2.75], 0.15)], material: 'Concrete' }));
  for (let k = 0; k < 4; k++) {
    const [px, py] = [x + 0.6 + k * 0.3, y + 0.8];
    const items = [a.rod([px, py, z], [px, py, z + 2.6], 0.04, 0.035)];
    named(a.element('IFCPIPESEGMENT', `Pipe ${tag}.${k}`, { storey, items, material: 'Steel' }));
  }
  for (let k = 0; k < 2; k++)
    named(
      a.element('IFCFURNITURE', `Dish ${tag}.${k}`, {
        storey,
        items: [a.copy('dish', () => [a.mesh(...dish([0, 0, 0.4]), true)], [x + 3, y + 2 + k * 1.4, z])],
        material: 'Steel',
      }),
    );
  // one of a form of its own in each bay: what was modelled by hand, or exported from elsewhere
  named(
    a.element('IFCFURNITURE', `Stool ${tag}`, { storey, items: [a.mesh(...dish([x + 1.6, y + 3, z + 0.4]), true)], material: 'Steel' }),
  );
}

/** The pieces of a window's frame and its pane. */
function frame(a: Author): Ref[] {
  return [
    a.box(0, 0, 0, 0.06, 0.08, 1.2),
    a.box(1.14, 0, 0, 0.06, 0.08, 1.2),
    a.box(0.06, 0, 0, 1.08, 0.08, 0.06),
    a.box(0.06, 0, 1.14, 1.08, 0.08, 0.06),
    a.box(0.06, 0.03, 0.06, 1.08, 0.02, 1.08),
  ];
}

/** Three sets of properties of an element, as many as a file of an office has. */
function properties(a: Author, element: Ref, at: number): void {
  a.properties(element, 'Pset_Common', [
    ['Reference', `R-${at % 17}`],
    ['Status', 'New'],
    ['IsExternal', at % 2 === 0],
    ['LoadBearing', at % 3 === 0],
    ['FireRating', `EI ${30 * (1 + (at % 4))}`],
    ['AcousticRating', `Rw ${40 + (at % 9)} dB`],
    ['ThermalTransmittance', 0.15 + (at % 11) / 100],
  ]);
  a.properties(element, 'Quantities', [
    ['Length', 4.7 + at / 1000],
    ['Height', 2.7],
    ['Gross area', 12.69 + at / 370],
    ['Net area', 9.81 + at / 470],
    ['Gross volume', 4.5684 + at / 1028],
    ['Net volume', 3.5316 + at / 1306],
  ]);
  a.properties(element, 'Ordering', [
    ['Package', `P${1 + (at % 12)}`],
    ['Supplier', 'to be named'],
    ['Price group', `G${at % 6}`],
    ['Delivered', false],
    ['Mounted', false],
    ['Remark', 'measured on site before it is ordered'],
  ]);
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
