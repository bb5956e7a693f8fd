import { expect, it } from 'vitest';
import DxfParser, { type ILwpolylineEntity, type ILineEntity, type IInsertEntity } from 'dxf-parser';
import { withStates } from '../drafting/layer-states';
import { published } from '../testing/published';
import { box, modelOf } from '../testing/solids';
import { frameSight } from '../testing/views';
import { writeDxf } from './dxf';

const model = modelOf([
  { solid: box([0, 0, 0], [4, 3, 2]), name: 'wall', class: 'Wall' },
  { solid: box([0, 0, 0], [1, 1, 0.5]), name: 'buried', class: 'Wall' },
]);
const above = (number: string, scale: number, x: number) =>
  published(
    model,
    { ...frameSight([0, 0, -1], [0, 1, 0], [x, 40, 1]), hidden: true, kind: 'section' as const, number, name: 'Cut' },
    { scale },
  );
const three = [above('S-01', 50, 0), above('S-02', 20, 300), above('S-03', 50, -70)];

const read = (dxf: string) => new DxfParser().parseSync(dxf)!;
/** Left, right and lower end of the lines of each sight, by the number in their extended data. */
function extents(dxf: string): Map<string, [number, number, number]> {
  const out = new Map<string, [number, number, number]>();
  const records = dxf.slice(dxf.indexOf('\nENTITIES')).replaceAll('\r', '').split(/\n\s*0\n/); // prettier-ignore
  for (const record of records) {
    const number = /\nSIGHT (.*)/.exec(record)?.[1];
    if (!number || !/^(LINE|LWPOLYLINE)\n/.test(record)) continue;
    const at = (code: number) => [...record.matchAll(new RegExp(`\\n\\s*${code}\\n(.*)`, 'g'))].map(([, x]) => Number(x));
    const own = out.get(number) ?? [Infinity, -Infinity, Infinity];
    out.set(number, [
      Math.min(own[0], ...at(10), ...(record.startsWith('LINE') ? at(11) : [])),
      Math.max(own[1], ...at(10), ...(record.startsWith('LINE') ? at(11) : [])),
      Math.min(own[2], ...at(20)),
    ]);
  }
  return out;
}

it('several drawings stand beside one another in one DXF at true size, the first where it is', () => {
  const dxf = writeDxf(three);
  const found = [...extents(dxf).entries()];
  expect(found.map(([number]) => number)).toEqual(['S-01', 'S-02', 'S-03']);
  const [first, ...others] = found.map(([, own]) => own);
  const alone = read(writeDxf(three[0]!)).entities.filter((e) => e.type === 'LINE' || e.type === 'LWPOLYLINE') as (ILineEntity | ILwpolylineEntity)[]; // prettier-ignore
  expect(first![0]).toBeCloseTo(Math.min(...alone.flatMap((e) => e.vertices.map(({ x }) => x))), 6);
  // no wider than alone, and clear of the one before
  let before = first!;
  for (const own of others) {
    expect(own[1] - own[0]).toBeCloseTo(first![1] - first![0], 3);
    expect(own[0]).toBeGreaterThan(before[1] + 600);
    before = own;
  }
  // entities keep the keys that they have alone
  const keys = (text: string) => [...text.matchAll(/\nKEY (\S+)/g)].map(([, key]) => key);
  expect(keys(dxf)).toEqual(three.flatMap((own) => keys(writeDxf(own))));
});

it('dashes and hatches of each are right at its own scale, and layers are shared by name unless they are off in one', () => {
  const off = withStates(three[1]!, { [three[1]!.layers[0]!.name]: 'off' });
  const { tables } = read(writeDxf([three[0]!, off, three[2]!]));
  const names = Object.keys(tables.layer.layers);
  expect(names).toContain(`${off.layers[0]!.name} S-02`);
  expect(names.filter((name) => name === three[0]!.layers[1]!.name)).toHaveLength(1);
  const types = Object.values(tables.lineType.lineTypes).filter((type) => type.patternLength);
  for (const type of types) {
    const other = types.find(({ name }) => name === `${type.name} 1-20`);
    if (!type.name.endsWith(' 1-20')) expect(other!.patternLength).toBeCloseTo((Number(type.patternLength) * 20) / 50, 6);
  }
  expect(types.some(({ name }) => name.endsWith(' 1-20'))).toBe(true);
  const scales = [...writeDxf(three).matchAll(/\n\s*52\r?\n.*\r?\n\s*41\r?\n(.*)/g)].map(([, by]) => Number(by));
  expect([...new Set(scales)].sort((a, b) => a - b)).toEqual([20, 50]);
});

it('as blocks each has its own, put beside the one before as a whole', () => {
  const dxf = read(writeDxf(three, { block: true }));
  const inserts = dxf.entities as IInsertEntity[];
  expect(inserts.map(({ type, name }) => `${type} ${name}`)).toEqual(['INSERT S-01 Cut', 'INSERT S-02 Cut', 'INSERT S-03 Cut']);
  expect(inserts[0]!.position).toMatchObject({ x: 0, y: 0 });
  for (const { name } of inserts) expect(dxf.blocks[name]!.entities.length).toBeGreaterThan(0);
});
