import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { strToU8, unzipSync, zipSync } from 'fflate';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { AS_IT_IS } from '../core/model/placement';
import { SHIPPED } from '../core/drafting/standard/shipped-standard';
import { weighted, WEIGHT_SETS } from '../core/drafting/standard/weight-sets';
import { readProject } from '../core/project-file/read-project';
import { writeProject } from '../core/project-file/write-project';
import { readModel } from '../core/readers/read-model';
import type { Sight } from '../core/sights/sight';
import { run } from './run';

const folder = mkdtempSync(join(tmpdir(), 'tarvex-project-'));
const at = (name: string) => join(folder, name);
const BOX = 'o step\nv 0 0 0\nv 2 0 0\nv 2 1 0\nv 0 1 0\nv 0 0 1\nv 2 0 1\nv 2 1 1\nv 0 1 1\nf 1 4 3 2\nf 5 6 7 8\nf 1 2 6 5\nf 2 3 7 6\nf 3 4 8 7\nf 4 1 5 8\n'; // prettier-ignore
const section: Sight = { kind: 'section', number: 'S-01', name: 'Across', path: [[-1, 0.5], [3, 0.5]], look: 'left' }; // prettier-ignore
const elevation: Sight = { kind: 'elevation', number: 'E-01', name: 'Front', toward: [0, 1], show: [{ set: 'Set 1', use: 'include' }] };
const lost: Sight = { kind: 'plan', number: 'P-01', name: 'Attic', storey: 'Attic', height: 1 };

beforeAll(async () => {
  const model = await readModel(strToU8(BOX), 'step.obj', { unit: 'm' } as never);
  const part = { corrections: {}, placement: AS_IT_IS, isHidden: false };
  const project = writeProject({
    name: 'Step',
    models: [{ ...part, key: 'a', name: 'step', fileName: 'step.obj', model }],
    elements: { step: { class: 'Stair' } },
    sights: [
      { id: 's', scale: 20, sight: section },
      { id: 'e', scale: 50, sight: elevation },
      { id: 'p', scale: 50, sight: lost },
    ],
    sets: [{ id: 't', name: 'Set 1', elements: ['step'] }],
    files: { outlines: true },
    accepted: [],
    backgrounds: [],
    images: [],
  });
  writeFileSync(at('step.tarvex'), project);
  const files = unzipSync(project);
  delete files['models/1/model.json'];
  writeFileSync(at('bare.tarvex'), zipSync(files));
  writeFileSync(at('step.obj'), BOX);
  writeFileSync(at('section.json'), JSON.stringify(section));
  writeFileSync(at('two.json'), JSON.stringify([section, { ...elevation, show: undefined }]));
  writeFileSync(at('twice.json'), JSON.stringify([section, elevation, { ...elevation, name: 'Again' }]));
});
afterAll(() => rmSync(folder, { recursive: true }));

async function tarvex(...args: string[]) {
  let err = '';
  const spy = vi.spyOn(process.stderr, 'write').mockImplementation((text) => ((err += String(text)), true));
  try {
    return { code: await run(args), err };
  } finally {
    spy.mockRestore();
  }
}

describe('tarvex draw of a project', () => {
  it('draws each sight as it was set up: to its scale, with its sets, in the form of the project; one that cannot be drawn is told', async () => {
    const { code, err } = await tarvex('draw', at('step.tarvex'), '--out', at('night'));
    expect(err).toBe(
      'tarvex: P-01: step.tarvex: storey "Attic" is not in the model; it has none\n'.replace('step.tarvex', at('step.tarvex')),
    );
    expect(code).toBe(1);
    expect(readdirSync(at('night')).sort()).toEqual(['E-01 Front.dxf', 'S-01 Across.dxf']);
    const dxf = readFileSync(at('night/S-01 Across.dxf'), 'latin1');
    expect(dxf).toContain('1:20');
    expect(dxf).toMatch(/OUTLINE/i);
    expect(readFileSync(at('night/E-01 Front.dxf'), 'latin1')).toContain('1:50');
    // what was set right of the element is in its drawing
    await tarvex('draw', at('step.tarvex'), '--out', at('night'), '--only', 'S-01', '--format', 'json');
    expect(readFileSync(at('night/S-01 Across.json'), 'utf8')).toContain('Stair');
  });

  it('draws in the standard of the project, with its hand work, its sun and its layers; a standard that is told goes before', async () => {
    const { project } = readProject(new Uint8Array(readFileSync(at('step.tarvex'))), 'step.tarvex');
    const standard = weighted({ ...SHIPPED, name: 'Office', looks: [{ name: 'Ink' }, { name: 'Wash' }] }, WEIGHT_SETS[1]!);
    const touchUps = [
      { id: '1', kind: 'text', at: [0, 2], words: 'tread', height: 2.5 },
      { id: '2', kind: 'mask', ring: [0, 0, 1, 1, 0, 1], tie: { element: 'gone', box: [0, 0, 1, 1] } },
    ] as const;
    const layers = { OUTLINE: 'off' } as const;
    const sights = project.sights.filter(({ id }) => id !== 'p').map((s) => ({ ...s, touchUps, layers, look: 'Wash', sun: { azimuth: 200, height: 30 } })); // prettier-ignore
    writeFileSync(at('office.tarvex'), writeProject({ ...project, sights, standard }));
    const draw = (...more: string[]) => tarvex('draw', at('office.tarvex'), '--out', at('office'), '--format', 'json', ...more);
    const { code, err } = await draw();
    expect(code).toBe(0);
    expect(err).toContain('S-01: 1 of its touch-ups find no place any more and are left out');
    type Json = { pens: { weight: number }[]; lines: { role: string; pen: number }[]; texts: { text: string; layer: string }[]; layers: { name: string; state?: string }[]; regions: { use?: string }[] }; // prettier-ignore
    const read = () => JSON.parse(readFileSync(at('office/S-01 Across.json'), 'utf8')) as Json;
    const own = read();
    const cut = ({ lines, pens }: Json) => pens[lines.find(({ role }) => role === 'cut')!.pen]!.weight;
    expect(cut(own)).toBe(0.7);
    expect(own.texts).toContainEqual(expect.objectContaining({ text: 'tread', layer: 'TOUCH-UPS' }));
    expect(own.layers.every(({ name, state }) => (state === 'off') === (name === 'OUTLINE'))).toBe(true);
    expect((await draw('--look', 'Ink', '--strict')).code).toBe(3);
    expect((await draw('--look', 'Planning')).err).toContain('the standard "Office" has Ink, Wash');
    writeFileSync(at('works.json'), JSON.stringify(SHIPPED));
    await draw('--standard', at('works.json'));
    expect(cut(read())).toBe(0.5);
  });

  it('is the same drawing that its sight gives of the model alone', async () => {
    await tarvex('draw', at('step.tarvex'), '--out', at('svg'), '--only', 'S-01', '--format', 'svg');
    writeFileSync(at('c.json'), '{ "step": { "class": "Stair" } }');
    await tarvex('draw', at('step.obj'), '--unit', 'm', '--sight', at('section.json'), '--scale', '20', '--out', at('alone.svg'), '--correct', at('c.json')); // prettier-ignore
    expect(readFileSync(at('svg/S-01 Across.svg'), 'utf8')).toBe(readFileSync(at('alone.svg'), 'utf8'));
  });

  it.each([
    [['--only', 'S-01,S-09'], '--only names "S-09"; the project has S-01 E-01 P-01'],
    [['--unit', 'mm'], '--unit does not go with a project'],
    [['--with', 'other.ifc'], '--with does not go with a project'],
    [['--format', 'dwg'], '--format is "dwg"'],
    [['--paper', 'A3'], '--paper is for a PDF; --format is "dxf"'],
  ])('refuses %j', async (more, words) => {
    const { code, err } = await tarvex('draw', at('step.tarvex'), '--out', at('x'), ...more);
    expect([code, err]).toEqual([2, expect.stringContaining(words)]);
  });

  it('says what is damaged, and that without its model nothing can be drawn', async () => {
    const { code, err } = await tarvex('draw', at('bare.tarvex'), '--out', at('x'));
    expect(code).toBe(1);
    expect(err).toContain('bare.tarvex');
    expect(err).toContain('models/1/model.json is missing');
  });
});

it('a list of sights gives a file each; two of one number are refused by it, before anything is read', async () => {
  const { code, err } = await tarvex(
    'draw',
    at('step.obj'),
    '--unit',
    'm',
    '--sight',
    at('two.json'),
    '--out',
    at('two'),
    '--format',
    'svg',
  );
  expect([code, err]).toEqual([0, '']);
  expect(readdirSync(at('two')).sort()).toEqual(['E-01 Front.svg', 'S-01 Across.svg']);
  const twice = await tarvex('draw', at('none.obj'), '--sight', at('twice.json'), '--out', at('two'));
  expect(twice.code).toBe(1);
  expect(twice.err).toContain('number E-01 is given twice: to the sights 2 and 3');
});
