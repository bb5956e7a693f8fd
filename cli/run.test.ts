import { mkdtempSync, readFileSync, readdirSync, rmSync, truncateSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { checkSight } from '../core/sights/sight-schema';
import { run } from './run';

const folder = mkdtempSync(join(tmpdir(), 'tarvex-cli-'));
const at = (name: string) => join(folder, name);
beforeAll(() => {
  writeFileSync(
    at('step.obj'),
    'o step\nv 0 0 0\nv 2 0 0\nv 2 1 0\nv 0 1 0\nv 0 0 1\nv 2 0 1\nv 2 1 1\nv 0 1 1\nf 1 4 3 2\nf 5 6 7 8\nf 1 2 6 5\nf 2 3 7 6\nf 3 4 8 7\nf 4 1 5 8\n',
  );
  writeFileSync(
    at('section.json'),
    JSON.stringify({
      kind: 'section',
      number: 'S-01',
      name: 'Across',
      path: [
        [-1, 0.5],
        [3, 0.5],
      ],
      look: 'left',
    }),
  );
  const elevation = { kind: 'elevation', number: 'E-01', name: 'Front', toward: 'north' };
  writeFileSync(at('clean.json'), JSON.stringify(elevation));
  const grazing = {
    kind: 'section',
    number: 'S-02',
    name: 'On a face',
    path: [
      [-1, 0],
      [3, 0],
    ],
    look: 'left',
  };
  writeFileSync(at('grazing.json'), JSON.stringify(grazing));
  writeFileSync(at('bad.json'), '{ "kind": "section", "number": "S-01", "name": "x" }');
  writeFileSync(at('broken.ifc'), "ISO-10303-21;\nHEADER;\nFILE_SCHEMA(('IFC4'));\nENDSEC;\nDATA;\n#1=IFCWALL('abc");
});
afterAll(() => rmSync(folder, { recursive: true }));

/** Runs the command; gives its exit code and what it said. */
async function tarvex(...args: string[]) {
  const said = { out: '', err: '' };
  const out = vi.spyOn(process.stdout, 'write').mockImplementation((text) => ((said.out += String(text)), true));
  const err = vi.spyOn(process.stderr, 'write').mockImplementation((text) => ((said.err += String(text)), true));
  try {
    return { code: await run(args), ...said };
  } finally {
    out.mockRestore();
    err.mockRestore();
  }
}

describe('the command line', () => {
  it('says on standard error what is doubtful about a drawing, a line each, and with --strict ends with 3', async () => {
    const lines = (text: string) => text.trim().split('\n').filter(Boolean);
    const asked = (...more: string[]) => tarvex('draw', at('step.obj'), '--sight', at('section.json'), '--out', at('doubt.json'), ...more);
    expect(await asked('--unit', 'm', '--strict')).toMatchObject({ code: 0, err: '' });
    // two metres as feet are no house, as inches neither: a file that says nothing is taken as metres, which fits
    writeFileSync(
      at('large.obj'),
      readFileSync(at('step.obj'), 'utf8').replace(/^v .*/gm, (v) => v.replace(/\d+/g, (n) => `${Number(n) * 1000}`)),
    );
    const doubtful = await tarvex('draw', at('large.obj'), '--sight', at('clean.json'), '--out', at('doubt.json'), '--strict');
    expect(doubtful.code).toBe(3);
    expect(lines(doubtful.err)).toEqual([expect.stringContaining('more likely')]);
    writeFileSync(at('beside.json'), JSON.stringify({ kind: 'section', path: [[50, 50], [60, 50]], look: 'left', depth: 1 })); // prettier-ignore
    const empty = await tarvex('draw', at('step.obj'), '--unit', 'm', '--sight', at('beside.json'), '--out', at('doubt.json'));
    expect(empty).toMatchObject({ code: 0, err: expect.stringContaining('the drawing is empty') as string });
    writeFileSync(at('open.obj'), readFileSync(at('step.obj'), 'utf8').replace('f 2 3 7 6\n', ''));
    const open = await tarvex('draw', at('open.obj'), '--unit', 'm', '--sight', at('section.json'), '--out', at('doubt.json'));
    expect(lines(open.err)).toEqual([expect.stringContaining('stays open')]);
  });

  it('overwrites nothing that it reads, and asks for the folder before the work', async () => {
    for (const out of [at('section.json'), join(folder, '.', 'section.json')])
      expect(await tarvex('draw', at('step.obj'), '--sight', at('section.json'), '--out', out)).toMatchObject({ code: 2, err: expect.stringContaining('would be overwritten') as string }); // prettier-ignore
    const missing = await tarvex('draw', at('not-there.obj'), '--sight', at('section.json'), '--out', at('no/such/folder.json'));
    expect(missing).toMatchObject({ code: 2, err: expect.stringContaining('there is no folder') as string });
    // several runs write one file at once
    const runs = await Promise.all([1, 2, 3].map(() => tarvex('draw', at('step.obj'), '--unit', 'm', '--sight', at('section.json'), '--out', at('same.json')))); // prettier-ignore
    expect(runs.map(({ code }) => code)).toEqual([0, 0, 0]);
    expect(readdirSync(folder).filter((name) => name.includes('.part'))).toEqual([]);
  });

  it('pictures every step of every leg, each role in its colour', async () => {
    writeFileSync(at('jogged.json'), JSON.stringify({ kind: 'section', path: [[-1, 0.3], [1, 0.3], [1, 0.7], [3, 0.7]], look: 'left' })); // prettier-ignore
    await tarvex('draw', at('step.obj'), '--unit', 'm', '--sight', at('jogged.json'), '--out', at('jogged.svg'), '--explain', at('steps'));
    expect(readdirSync(at('steps')).sort()).toEqual(['1-cut-2.svg', '1-cut.svg', '2-candidates-2.svg', '2-candidates.svg', '3-visible-2.svg', '3-visible.svg', '4-single.svg', '5-joined.svg']); // prettier-ignore
    const [single, joined] = ['4-single.svg', '5-joined.svg'].map((name) => readFileSync(join(at('steps'), name), 'utf8'));
    const colours = (svg: string) => new Set([...svg.matchAll(/stroke="([^"]*)"/g)].map(([, colour]) => colour));
    expect(colours(single!)).toEqual(colours(joined!));
    expect([...readdirSync(at('steps'))].some((name) => readFileSync(join(at('steps'), name), 'utf8').includes('undefined'))).toBe(false);
  });

  it('tells the size of what is smaller than a metre in millimetres', async () => {
    writeFileSync(
      at('screw.obj'),
      readFileSync(at('step.obj'), 'utf8').replace(/^v .*/gm, (v) => v.replace(/\d+/g, (n) => `${Number(n) * 0.0045}`)),
    );
    expect((await tarvex('inspect', at('screw.obj'), '--unit', 'm')).out).toContain('9 x 4.5 x 4.5 mm');
  });

  it('draws by the ending of the output file', async () => {
    for (const [name, begin] of [
      ['a.dxf', '0\nSECTION\n2\nHEADER'],
      ['a.svg', '<?xml'],
      ['a.json', '{"format":"tarvex-drawing"'],
    ] as const) {
      expect(await tarvex('draw', at('step.obj'), '--sight', at('section.json'), '--out', at(name))).toEqual({ code: 0, out: '', err: '' });
      expect(readFileSync(at(name), 'utf8').startsWith(begin)).toBe(true);
    }
    const { regions, report } = JSON.parse(readFileSync(at('a.json'), 'utf8')) as { regions: unknown[]; report: { ms: object } };
    expect(regions).toHaveLength(1);
    expect(report.ms).toEqual({});
  });

  it('says what is wrong in one line with file and field, and leaves no file behind', async () => {
    const refused = await tarvex('draw', at('step.obj'), '--sight', at('bad.json'), '--out', at('none.dxf'));
    expect(refused.code).toBe(1);
    expect(refused.err).toMatch(/^tarvex: .*bad\.json: path is missing: a section needs its two points, or a frame\n$/);
    const damaged = await tarvex('draw', at('broken.ifc'), '--sight', at('section.json'), '--out', at('none.dxf'));
    expect(damaged).toMatchObject({
      code: 1,
      err: 'tarvex: broken.ifc is damaged: a text that begins in line 6 has no end; export the file anew\n',
    });
    const missing = await tarvex('inspect', at('nowhere.obj'));
    expect(missing).toMatchObject({ code: 1, err: expect.stringMatching(/nowhere\.obj: no such file\n$/) as string });
    // five gigabytes of nothing, which take no room
    writeFileSync(at('huge.ifc'), '');
    truncateSync(at('huge.ifc'), 5e9);
    const huge = await tarvex('inspect', at('huge.ifc'));
    expect(huge).toMatchObject({ code: 1, err: expect.stringMatching(/^tarvex: huge\.ifc: .* 5\.0 GB, more than the 2\.1 GB/) as string });
    expect(readdirSync(folder).some((name) => name.startsWith('none'))).toBe(false);
  });

  it('shows each form of a sight on one line that is a sight', async () => {
    const { out } = await tarvex('help', 'draw');
    const forms = out.split('\n').flatMap((line) => /^ {2}([a-z ]+?) +(\{.*\})$/.exec(line)?.slice(1, 3) ?? []);
    const sights = forms.filter((_, k) => k % 2).map((text) => checkSight(JSON.parse(text)));
    expect(forms.filter((_, k) => k % 2 === 0)).toEqual(['section', 'jogged', 'elevation', 'plan', 'ceiling plan', 'any plane', 'axonometric', 'oblique', 'pulled apart', 'perspective']); // prettier-ignore
    expect(new Set(sights.map(({ number }) => number)).size).toBe(sights.length);
  });

  it('tells wrong use apart by exit code 2', async () => {
    expect(await tarvex('draw')).toMatchObject({ code: 2, err: expect.stringContaining('draw needs one model') as string });
    expect(await tarvex('draw', 'm.obj', '--sight', 's.json', '--out', 'x.dwg')).toMatchObject({
      code: 2,
      err: 'tarvex: --out is ".dwg"; it can be .json, .dxf, .svg, .pdf\n',
    });
    const paper = await tarvex('draw', 'm.obj', '--sight', 's.json', '--out', 'x.svg', '--paper', 'A3');
    expect(paper).toMatchObject({ code: 2, err: 'tarvex: --paper is for a PDF; --out is "x.svg"\n' });
    expect(await tarvex('draw', 'm.obj', '--sight', 's.json', '--out', 'x.dxf', '--scale', '0')).toMatchObject({ code: 2 });
    expect(await tarvex('paint')).toMatchObject({ code: 2 });
    expect(await tarvex('--help')).toMatchObject({ code: 0, out: expect.stringContaining('tarvex draw MODEL') as string });
  });

  it('tells what is in a model, in words and as data', async () => {
    expect((await tarvex('inspect', at('step.obj'))).out).toMatch(/step\.obj[\s\S]*1 element/);
    const data = JSON.parse((await tarvex('inspect', at('step.obj'), '--json')).out) as Record<string, unknown>;
    expect(data).toMatchObject({ source: 'OBJ', triangles: 12 });
  });

  it('proves a drawing: exit code 0 when clean, 3 with a line for each finding', async () => {
    const clean = await tarvex('proof', at('step.obj'), '--sight', at('clean.json'));
    expect(clean).toEqual({ code: 0, out: 'proof clean\n', err: '' });
    const found = await tarvex('proof', at('step.obj'), '--sight', at('grazing.json'));
    expect(found.code).toBe(3);
    expect(found.out).toMatch(/^[-\d.]+, [-\d.]+: grazing cut: the plane runs 0\.0 mm from a face of Element "step"/);
    const data = JSON.parse((await tarvex('proof', at('step.obj'), '--sight', at('grazing.json'), '--json')).out) as { finding: string }[];
    expect(data.map((f) => f.finding)).toEqual(['grazing-cut']);
  });

  it('writes a picture after each step with --explain', async () => {
    await tarvex('draw', at('step.obj'), '--sight', at('section.json'), '--out', at('b.svg'), '--explain', at('steps'));
    const names = readdirSync(at('steps')).sort();
    expect(names.length).toBeGreaterThanOrEqual(4);
    for (const name of names) expect(readFileSync(join(at('steps'), name), 'utf8')).toContain('<svg');
  });

  it('tells of a body that runs through itself: where, and along which length', async () => {
    // a bar of 1 × 1 m that turns twice and comes back half as high, through its own beginning
    const plan = [[0, 0, 1, 0], [5, 6, 1, 0], [5, 6, 3, 4], [3, 2, 3, 4], [3, 2, -2, -2]]; // prettier-ignore
    const corners = plan.flatMap(([x0, x1, y0, y1], k) =>
      (k < 3 ? [0, 1] : [0.25, 0.75]).flatMap((z) => [`v ${x0} ${y0} ${z}`, `v ${x1} ${y1} ${z}`]),
    );
    // corners of a station: low, low, high, high
    const round = [1, 2, 4, 3];
    const sides = [0, 1, 2, 3].flatMap((s) =>
      round.map((a, k) => [a + s * 4, a + s * 4 + 4, round[(k + 1) % 4]! + s * 4 + 4, round[(k + 1) % 4]! + s * 4]),
    );
    const faces = [...sides, [1, 2, 4, 3], [17, 19, 20, 18]].map((f) => `f ${f.join(' ')}`);
    writeFileSync(at('loop.obj'), ['o loop', ...corners, ...faces].join('\n'));
    const { code, out } = await tarvex('check', at('loop.obj'), '--unit', 'm', '--only', 'self-crossing', '--json');
    expect(code).toBe(3);
    const { checks } = JSON.parse(out) as { checks: { words: string; figure: number }[] };
    expect(checks).toEqual([expect.objectContaining({ words: 'runs through itself along 6 m', figure: expect.closeTo(6, 6) })]);
    expect((await tarvex('inspect', at('loop.obj'), '--unit', 'm')).out).toMatch(
      /runs through itself, first near [23]\.000, [01]\.000, 0\.[2-7]/,
    );
  });

  it('builds a plan by a table, checks it, and refuses a table that is wrong before anything is read', async () => {
    const table = { WALLS: { height: 3 }, WINDOWS: { base: 0.9, height: 1.2 }, FURNITURE: { class: '' } };
    writeFileSync(at('table.json'), JSON.stringify(table));
    const plan = 'demo/boat-house-plan.dxf';
    const told = JSON.parse((await tarvex('inspect', plan, '--plan', at('table.json'), '--json')).out) as {
      size: number[];
      classes: { class: string; elements: number }[];
    };
    expect(told.size).toEqual([14.4, 8.4, 3.2]);
    expect(told.classes.map((c) => c.class)).not.toContain('Furniture');
    expect(await tarvex('check', plan, '--plan', at('table.json'))).toEqual({ code: 0, out: 'nothing was found\n', err: '' });
    const found = await tarvex('check', plan, '--only', 'no-material');
    expect(found).toMatchObject({ code: 3, out: expect.stringMatching(/^no material: Furniture "FURNITURE 1"\n/) as string });
    writeFileSync(at('table.json'), '{ "WALLS": { "height": "tall" } }');
    expect((await tarvex('inspect', plan, '--plan', at('table.json'))).err).toMatch(/table\.json: WALLS\.height must be a number/);
  });

  it('lays another model over the first by the grid, by figures, or says that it cannot', async () => {
    const with_ = (...more: string[]) => tarvex('inspect', 'demo/heron-spit-tide-station.ifc', '--json', ...more);
    const size = async (...more: string[]) => (JSON.parse((await with_(...more)).out) as { elements: number; size: number[] }).size;
    const [byGrid, byFigures] = [
      await size('--with', 'demo/boat-gantry.ifc', '--lay', 'grid'),
      await size('--with', 'demo/boat-gantry.ifc@3,-6'),
    ];
    expect(byGrid).toEqual(byFigures);
    const far = async (by: string) => JSON.parse((await tarvex('inspect', 'demo/boat-gantry.ifc', '--json', '--with', `${at('step.obj')}@${by}`)).out) as object; // prettier-ignore
    expect(await far('3,-6')).not.toEqual(await far('103,-6'));
    expect((await tarvex('inspect', 'demo/boat-gantry.ifc', '--with', at('step.obj'), '--lay', 'map')).err).toMatch(
      /step\.obj: it shares no place on the map with the first model/,
    );
  });

  it('sets elements right by a file', async () => {
    writeFileSync(at('right.json'), '{ "step": { "class": "Stair", "material": "Oak" } }');
    const told = JSON.parse((await tarvex('inspect', at('step.obj'), '--json', '--correct', at('right.json'))).out) as Record<
      string,
      unknown
    >;
    expect(told).toMatchObject({ classes: [{ class: 'Stair', elements: 1 }], materials: [{ name: 'Oak', elements: 1 }] });
    writeFileSync(at('right.json'), '{ "step": { "rank": 101 } }');
    expect((await tarvex('inspect', at('step.obj'), '--correct', at('right.json'))).err).toMatch(/step\.rank must be less than/);
  });
});

describe('looks and shadows', () => {
  it('lists the looks of a standard, one on a line, and draws in one of them; an unknown one is refused before the model is read', async () => {
    expect(await tarvex('looks')).toMatchObject({ code: 0, out: 'Works\nPlanning\nPresentation\n' });
    const unknown = await tarvex('draw', at('not-there.obj'), '--sight', at('clean.json'), '--out', at('look.json'), '--look', 'Night');
    expect(unknown).toMatchObject({ code: 2, err: 'tarvex: --look is "Night"; the standard "Works" has Works, Planning, Presentation\n' });
    const weights = async (...more: string[]) => {
      expect(
        await tarvex('draw', at('step.obj'), '--unit', 'm', '--sight', at('section.json'), '--out', at('look.json'), ...more),
      ).toMatchObject({ code: 0 });
      const { pens, lines } = JSON.parse(readFileSync(at('look.json'), 'utf8')) as {
        pens: { weight: number }[];
        lines: { role: string; pen: number }[];
      };
      return pens[lines.find(({ role }) => role === 'cut')!.pen]!.weight;
    };
    expect([await weights(), await weights('--look', 'works'), await weights('--look', 'Planning')]).toEqual([0.5, 0.5, 0.7]);
  });

  it('a sun throws shadows in any look, as regions of their own in every form', async () => {
    writeFileSync(at('iso.json'), JSON.stringify({ kind: 'axonometric', number: 'X-01', name: '', frame: { origin: [0, 0, 0], look: [-1, 1, -1], up: [0, 0, 1], cut: false } })); // prettier-ignore
    writeFileSync(at('tower.obj'), `${readFileSync(at('step.obj'), 'utf8')}o tower\n${readFileSync(at('step.obj'), 'utf8').split('\n').filter((l) => l.startsWith('v')).map((l) => { const [, x, y, z] = l.split(' ').map(Number); return `v ${x! * 0.2} ${y! * 0.2 + 0.4} ${1 + z! * 2}`; }).join('\n')}\nf 9 12 11 10\nf 13 14 15 16\nf 9 10 14 13\nf 10 11 15 14\nf 11 12 16 15\nf 12 9 13 16\n`); // prettier-ignore
    const draw = (out: string, ...more: string[]) =>
      tarvex('draw', at('tower.obj'), '--unit', 'm', '--sight', at('iso.json'), '--out', at(out), ...more);
    expect(await draw('sun.json', '--sun', '270,45')).toMatchObject({ code: 0 });
    const { regions } = JSON.parse(readFileSync(at('sun.json'), 'utf8')) as {
      regions: { use?: string; elements: string[]; layer: string }[];
    };
    expect(regions.map(({ use, elements, layer }) => [use, elements[0], layer])).toEqual([['shadow', 'step', 'SHADOW']]);
    for (const [out, sign] of [
      ['sun.dxf', '440\n'],
      ['sun.svg', 'fill-opacity="0.45"'],
    ] as const) {
      // prettier-ignore
      expect(await draw(out, '--sun', '270,45')).toMatchObject({ code: 0 });
      expect(readFileSync(at(out), 'utf8')).toContain(sign);
    }
    expect(await draw('sun.pdf', '--sun', '270,45', '--look', 'presentation')).toMatchObject({ code: 0 });
    expect(await draw('sun.json', '--sun', '51.5,0,2026-06-21T14:00Z')).toMatchObject({ code: 0 });
    expect((await draw('sun.json', '--sun', '51.5,0,2026-06-21T01:00Z')).err).toContain('below the horizon');
    for (const sun of ['270', '400,20', 'a,b', '10,-5', '1,2,3', '1,2,noon', '95,2,2026-06-21'])
      expect(await draw('sun.json', '--sun', sun)).toMatchObject({ code: 2, err: expect.stringContaining(`--sun is "${sun}"`) as string });
  });
});

describe('tarvex sights', () => {
  it('makes sights by rule as a list that draw takes, each drawing a file of its number', async () => {
    expect(await run(['sights', at('step.obj'), '--make', 'four-sides', '--out', at('sides.json')])).toBe(0);
    const sights = JSON.parse(readFileSync(at('sides.json'), 'utf8')) as { number: string; name: string }[];
    expect(sights.map((s) => `${s.number} ${s.name}`)).toEqual(['E-01 North', 'E-02 East', 'E-03 South', 'E-04 West']);
    expect(await run(['draw', at('step.obj'), '--sight', at('sides.json'), '--out', at('sides'), '--format', 'svg'])).toBe(0);
    expect(readdirSync(at('sides')).sort()).toEqual(sights.map((s) => `${s.number} ${s.name}.svg`));
    expect(await run(['sights', at('step.obj'), '--make', 'face', 'step@1,0.5,1', '--out', at('face.json')])).toBe(0);
    expect(readFileSync(at('face.json'), 'utf8')).toContain('"look":[0,0,-1]');
  });

  it.each([
    [['--make', 'everything'], 2, /--make is "everything"; it can be four-sides, storeys/],
    [['--make', 'face', 'step@1,2'], 2, /as ID@x,y,z in metres/],
    [['--make', 'four-sides', 'north'], 2, /takes nothing behind it/],
    [['--make', 'storeys', '--room', '7'], 2, /--room goes with --make rooms/],
    [['--room', '7'], 1, /room "7" is not in the model; it has none/],
    [['--make', 'grid A..C'], 1, /grid line "A" is not in the model; it has none/],
    [['--make', 'face step@9,9,9'], 1, /element step has no face at that point: the nearest is/],
  ] as const)('says what is wrong with %j, and writes nothing', async (args, code, words) => {
    const said = vi.spyOn(process.stderr, 'write').mockReturnValue(true);
    expect(await run(['sights', at('step.obj'), ...args, '--out', at('none.json')])).toBe(code);
    expect(said.mock.calls.join('')).toMatch(words);
    said.mockRestore();
    expect(readdirSync(folder)).not.toContain('none.json');
  });
});
