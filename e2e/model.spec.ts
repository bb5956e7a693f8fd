import assimp from 'assimpjs';
import { expect } from '@playwright/test';
import { strToU8, zipSync } from 'fflate';
import { readdirSync, readFileSync } from 'node:fs';
import { dracoGlb } from '../fuzz/draco-glb';
import { choose, drawn, drop, openDemo, row, test } from './support';

// files that strangers made, see scripts/sample-models.mjs
const SAMPLES = process.env.SAMPLE_MODELS ?? '/usr/share/assimp/models';
const HOUSE = `${SAMPLES}/IFC/${readdirSync(`${SAMPLES}/IFC`).find((name) => name.endsWith('.ifc'))!}`;
const STL = 'node_modules/stl/test/binary/cube-20mm-with-hole.stl';
const OBJ = 'node_modules/assimpjs/examples/testfiles/cube_with_materials';
const STEP = 'node_modules/occt-import-js/test/testfiles/cax-if/as1-oc-214.stp';

/** A tetrahedron. */
const CORNERS = [
  [0, 0, 0],
  [4, 0, 0],
  [0, 4, 0],
  [0, 0, 4],
];
const FACES = [
  [0, 2, 1],
  [0, 1, 3],
  [1, 2, 3],
  [2, 0, 3],
];
const PLY = `ply\nformat ascii 1.0\nelement vertex 4\nproperty float x\nproperty float y\nproperty float z\nelement face 4\nproperty list uchar int vertex_indices\nend_header\n${CORNERS.map((c) => c.join(' ')).join('\n')}\n${FACES.map((f) => `3 ${f.join(' ')}`).join('\n')}\n`;

// the 3D view is painted by the processor here: fewer pixels, less waiting
test.use({ viewport: { width: 1024, height: 640 } });

test('each format opens: a mesh, an assembly, an archive, a file with what belongs to it', async ({ page }) => {
  const library = await assimp();
  const list = new library.FileList();
  list.AddFile('cube.stl', readFileSync(STL));
  const glb = Buffer.from(library.ConvertFileList(list, 'glb2').GetFile(0).GetContent());
  const files: [string, Buffer, RegExp, (readonly [string, Buffer])[]?][] = [
    ['cube.stl', readFileSync(STL), /STL, 1 element/],
    ['cube.obj', readFileSync(`${OBJ}.obj`), /OBJ, 1 element/, [['cube_with_materials.mtl', readFileSync(`${OBJ}.mtl`)]]],
    ['tip.ply', Buffer.from(PLY), /PLY, 1 element, 1 closed, 4.00 × 4.00 × 4.00 m/],
    ['house.ifc', readFileSync(HOUSE), /IFC2X3, 110 elements/],
    ['box.3mf', readFileSync(`${SAMPLES}/3MF/box.3mf`), /3MF, 1 element, 1 closed, 0.0100 × 0.0200 × 0.0300 m/],
    ['figure.ply', readFileSync(`${SAMPLES}/PLY/Wuson.ply`), /PLY, 1 element/],
    ['cube.glb', glb, /glTF, 1 element/],
    ['packed.glb', Buffer.from(await dracoGlb()), /glTF, 1 element, 1 closed, 1.00 × 1.00 × 1.00 m/],
    ['as1.stp', readFileSync(STEP), /STEP, 18 elements, 18 closed/],
    ['stand.zip', Buffer.from(zipSync({ 'a/tip.ply': strToU8(PLY) })), /PLY, 1 element/],
  ];
  for (const [name, bytes, told, more = []] of files) {
    await page.goto('/');
    await drop(page, name, bytes, ...more);
    await page.waitForURL(/\/bench/);
    await page.goto(page.url().replace(/bench.*/, 'model'));
    await expect(page.getByRole('main')).toContainText(told);
    await expect(page.getByText('Preparing the model')).toHaveCount(0);
  }
});

test('a unit is set right, and taken back', async ({ page }) => {
  await page.goto('/');
  await drop(page, 'cube.stl', readFileSync(STL));
  await page.waitForURL(/\/bench/);
  await page.goto(page.url().replace(/bench.*/, 'model'));
  const head = page.getByRole('main');
  await expect(head).toContainText('20.0 × 20.0 × 10.0 m');
  await expect(head).toContainText('not stated');
  await expect(page.getByLabel('Checks')).toContainText('taken as metres');
  await choose(page, 'Units in the file', 'millimetres');
  await expect(head).toContainText('0.0200 × 0.0200 × 0.0100 m');
  await expect(head).not.toContainText('not stated');
  await page.reload();
  await expect(head).toContainText('0.0200 × 0.0200 × 0.0100 m');
  await page.keyboard.press('Control+z');
  await expect(head).toContainText('20.0 × 20.0 × 10.0 m');
  // what was taken can be confirmed
  await page.getByRole('button', { name: 'It is metres', exact: true }).click();
  await expect(head).not.toContainText('not stated');
  await expect(page.getByLabel('Checks')).not.toContainText('taken as metres');
});

test(
  'an element is found by search, picked in 3D, set right; a storey is shown alone; findings lead to their place',
  { tag: '@long' },
  async ({ page }) => {
    test.slow();
    await openDemo(page);
    await page.keyboard.press('1');
    const census = page.getByRole('complementary', { name: 'Census' });
    await expect(page.getByLabel('Checks')).toContainText('overlaps');

    await census.getByLabel('Find elements').fill('shaft wall');
    await expect(census).toContainText('1 element');
    await census.getByLabel('Found').getByRole('button', { name: 'Shaft wall' }).click();
    const picked = census.getByLabel('Picked');
    await expect(picked).toContainText('Shaft wall');
    await expect(picked).toContainText('SOLIDWALL');
    await choose(picked, 'Material', 'Oak');
    await expect(page.getByText('setting it right')).toHaveCount(0, { timeout: 30_000 });
    await expect(picked.getByLabel('Material')).toHaveText('Oak');

    await census.getByLabel('Find elements').fill('');
    const ground = census.getByRole('button', { name: 'Ground', exact: true });
    await ground.hover();
    await census.getByRole('button', { name: 'Only Ground' }).click();
    await expect(census).toContainText('101 shown, 235 hidden');
    await census.getByRole('button', { name: 'Save what is shown as a set' }).click();
    await expect(census.getByLabel('Sets')).toContainText('Set 1');
    await page.reload();
    await expect(census).toContainText('101 shown, 235 hidden');
    await census.getByRole('button', { name: 'Show all' }).click();
    await expect(census).toContainText('336 elements');

    // a press in the middle of the canvas picks what stands there; Esc lets it go
    await expect(page.getByText(/Preparing the model|Opening the/)).toHaveCount(0);
    const canvas = (await page.locator('canvas').boundingBox())!;
    await page.getByRole('button', { name: 'Whole model' }).click();
    await page.waitForTimeout(500);
    await page.mouse.click(canvas.x + canvas.width / 2, canvas.y + canvas.height / 2);
    await expect(picked.getByLabel('Class')).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(picked).toHaveCount(0);

    await page.getByRole('button', { name: 'Show finding 1', exact: true }).click();
    await expect(picked).toContainText('2 elements');
    await page.getByLabel('Findings').getByRole('button', { name: 'Accept' }).first().click();
    await expect(page.getByLabel('Checks')).toContainText('Show 1 accepted');

    // the drawing follows the correction
    await page.keyboard.press('2');
    await row(page, 'S-03').click();
    await drawn(page, 'S-03');

    // and a sight leaves out the set that was kept
    const slate = page.getByLabel('Slate');
    await slate.getByRole('button', { name: 'Add to Leave out' }).click();
    await page.getByRole('menuitem', { name: 'Set 1' }).click();
    await expect(slate.getByRole('button', { name: 'set 1' })).toBeVisible();
    await drawn(page, 'S-03');

    // what is seen in 3D becomes a sight
    await page.keyboard.press('1');
    await page.getByRole('button', { name: 'perspective', exact: true }).click();
    await drawn(page, 'V-01');
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Perspective from the south');
    // and a face that is pressed there an elevation parallel to it
    await page.keyboard.press('1');
    await expect(page.getByText(/Preparing the model|Opening the/)).toHaveCount(0);
    await page.getByRole('button', { name: 'elevation of a face' }).click();
    await page.mouse.click(canvas.x + canvas.width * 0.44, canvas.y + canvas.height * 0.385);
    await drawn(page, 'E-05');
  },
);

test('a newer file over the old one: what came, went and moved is told, corrections stay', async ({ page }) => {
  const step = (z: number, more = '') => Buffer.from(`o lower\n${cube(0, 0)}o upper\n${cube(5, z)}${more}`);
  await page.goto('/');
  await drop(page, 'stand.obj', step(0));
  await page.waitForURL(/\/bench/);
  await page.goto(page.url().replace(/bench.*/, 'model'));
  const census = page.getByRole('complementary', { name: 'Census' });
  await census.getByLabel('Find elements').fill('lower');
  await census.getByLabel('Found').getByRole('button', { name: 'lower' }).click();
  await census.getByLabel('Picked').getByRole('button', { name: 'Leave out' }).click();
  await expect(page.getByText('setting it right')).toHaveCount(0);
  await page
    .getByLabel('Newer file of this model')
    .setInputFiles({ name: 'stand.obj', mimeType: 'text/plain', buffer: step(2, `o third\n${cube(9, 0)}`) });
  const changes = page.getByLabel('Changes');
  await expect(changes).toContainText('1 added');
  await expect(changes).toContainText('1 moved');
  await expect(changes).toContainText('1 the same');
  await changes.getByRole('button', { name: '1 moved' }).click();
  await expect(census.getByLabel('Picked')).toContainText('upper');
  // the Key shows them where they stand, until they are put away
  await page.keyboard.press('2');
  await expect(page.getByTestId('key-changes').locator('[data-kind=moved]')).toHaveAttribute('d', /^M.*Z$/);
  await page.getByLabel('Changes').getByText('1 added').click();
  await expect(page.getByLabel('Changes')).toContainText('third');
  await page.getByLabel('Changes').getByRole('button', { name: 'Put away' }).click();
  await expect(page.getByLabel('Changes')).toHaveCount(0);
  await page.keyboard.press('1');
  await expect(page.getByRole('main')).toContainText('3 elements');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('main')).toContainText('2 elements');
});

test('a plan in DXF to a section: dropped, its openings given a sill, cut', async ({ page }) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  const rectangle = (layer: string, x: number, y: number, w: number, h: number) =>
    `0\nLWPOLYLINE\n8\n${layer}\n90\n4\n70\n1\n10\n${x}\n20\n${y}\n10\n${x + w}\n20\n${y}\n10\n${x + w}\n20\n${y + h}\n10\n${x}\n20\n${y + h}\n`;
  const outlines = [
    rectangle('WALLS', 0, 0, 10000, 8000),
    rectangle('WALLS', 300, 300, 9400, 7400),
    rectangle('OPENINGS', 4500, -50, 1000, 400),
    rectangle('SLAB', 0, 0, 10000, 8000),
  ].join('');
  const plan = `0\nSECTION\n2\nHEADER\n9\n$INSUNITS\n70\n4\n0\nENDSEC\n0\nSECTION\n2\nENTITIES\n${outlines}0\nENDSEC\n0\nEOF\n`;
  await page.goto('/');
  await drop(page, 'house.dxf', Buffer.from(plan)); // 1
  await page.waitForURL(/\/bench/);
  await drawn(page, 'P-01');
  await page.keyboard.press('1'); // 2
  const table = page.getByLabel('Plan table');
  await table.getByLabel('Base of OPENINGS').fill('900'); // 3
  await table.getByLabel('Base of OPENINGS').press('Enter');
  await expect(page.getByText('setting it right')).toHaveCount(0);
  await table.getByLabel('Height of OPENINGS').fill('1200'); // 4
  await table.getByLabel('Height of OPENINGS').press('Enter');
  await expect(page.getByText('setting it right')).toHaveCount(0);
  await expect(table.getByLabel('Base of OPENINGS')).toHaveValue('900');
  await page.keyboard.press('Escape');
  await page.getByRole('heading', { name: 'Checks' }).click();
  await page.keyboard.press('2'); // 5
  await drawn(page, 'P-01');
  await page.keyboard.press('n'); // 6
  await page.keyboard.press('s'); // 7
  const key = (await page.getByTestId('key').boundingBox())!;
  await page.mouse.click(key.x + key.width * 0.5, key.y + key.height * 0.05); // 8
  await page.keyboard.down('Shift');
  await page.mouse.click(key.x + key.width * 0.5, key.y + key.height * 0.95); // 9
  await page.keyboard.up('Shift');
  await drawn(page, 'S-01');
});

/** A cube of one metre at (x, 0, z) in the words of OBJ. */
function cube(x: number, z: number): string {
  const corners = [0, 1, 2, 3, 4, 5, 6, 7].map((i) => `v ${x + (i & 1)} ${(i >> 1) & 1} ${z + (i >> 2)}\n`);
  const faces = ['1 3 4 2', '5 6 8 7', '1 2 6 5', '3 7 8 4', '1 5 7 3', '2 4 8 6'].map(
    (f) =>
      `f ${f
        .split(' ')
        .map((k) => Number(k) - 9)
        .join(' ')}\n`,
  );
  return corners.join('') + faces.join('');
}

test('a plan drawn by hand in the Key, by figures and on the grid, to an elevation; each outline can be undone', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'Draw a plan' }).click();
  await page.waitForURL(/\/bench/);
  await expect(page.getByText('An empty plan.')).toBeVisible();
  await page.getByRole('button', { name: 'Draw outlines' }).click();
  const bar = page.getByRole('form', { name: 'Outlines' });
  const point = async (x: string, y: string) => {
    await bar.getByLabel('X of the next point').fill(x);
    await bar.getByLabel('Y of the next point').fill(y);
    await bar.getByLabel('Y of the next point').press('Enter');
  };
  for (const [x, y] of ['0 0', '8000 0', '8000 5000', '0 5000', '0 0'].map((p) => p.split(' '))) await point(x!, y!);
  await expect(page.getByTestId('outlines').locator('[fill-rule=evenodd]')).toHaveCount(1);
  await bar.getByRole('radio', { name: 'outline' }).click();
  await bar.getByLabel('Layer').fill('COLUMNS');
  const key = (await page.getByTestId('key').boundingBox())!;
  const [cx, cy] = [key.x + key.width * 0.58, key.y + key.height * 0.5];
  for (const [dx, dy] of [
    [0, 0],
    [30, 0],
    [30, 30],
    [0, 30],
    [0, 0],
  ] as const)
    await page.mouse.click(cx + dx, cy + dy);
  await expect(page.getByTestId('outlines').locator('[fill-rule=evenodd]')).toHaveCount(2);
  await bar.getByRole('button', { name: 'Done' }).click();
  await drawn(page, 'P-01');
  await page.keyboard.press('n');
  await page.keyboard.press('e');
  await drawn(page, 'E-01');
  await page.keyboard.press('Control+z');
  await expect(row(page, 'E-01')).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('link', { name: /^Model/ })).toContainText('1');
});

test(
  'several models: a structural set laid by the map, hidden, placed by its grid and by points, read again by itself, taken away',
  { tag: '@long' },
  async ({ page }) => {
    test.slow();
    await openDemo(page);
    await page.keyboard.press('1');
    const models = page.getByRole('region', { name: 'Models' });
    const main = page.getByRole('main');
    await expect(main).toContainText('336 elements');
    await page.getByLabel('Another model').setInputFiles('demo/boat-gantry.ifc');
    await expect(main).toContainText('354 elements');
    await models.getByRole('button', { name: 'Place boat-gantry' }).click();
    const place = page.getByRole('region', { name: 'Place of boat-gantry' });
    // map and grid agree, as both files were authored
    await expect(place.getByLabel('y', { exact: true })).toHaveValue(/^−6\s000$/);
    await place.getByLabel('x', { exact: true }).fill('0');
    await place.getByLabel('x', { exact: true }).press('Enter');
    await expect(place.getByLabel('x', { exact: true })).toHaveValue('0');
    await place.getByRole('button', { name: 'grid lines' }).click();
    await expect(place).toContainText('Laid by A, B');
    await expect(place.getByLabel('x', { exact: true })).toHaveValue(/^3\s000$/);
    for (const [k, name] of ['first point', 'its place'].entries()) {
      await place.getByRole('button', { name: `Pick ${name}`, exact: true }).click();
      await page.mouse.click(560, 330 + 40 * k);
      await expect(place).not.toContainText('press a corner');
    }
    await place.getByRole('button', { name: 'the points below' }).click();
    await expect(place).toContainText('Moved by one point.');
    await page.keyboard.press('Escape');
    await models.getByRole('button', { name: 'Hide the model boat-gantry' }).click();
    await expect(main).toContainText('336 elements');
    await models.getByRole('button', { name: 'Show the model boat-gantry' }).click();
    await expect(main).toContainText('354 elements');
    // a sight that shows one of them alone
    await page.keyboard.press('2');
    await page.getByRole('button', { name: 'Add to Show only' }).click();
    await page.getByRole('menuitem', { name: 'All of boat-gantry' }).click();
    await expect(page.getByText('18 of 354')).toBeVisible();
    await page.keyboard.press('1');
    const newer = readFileSync('demo/boat-gantry.ifc', 'utf8').replace("'Hoist'", "'Hoist, 2 t'");
    await page
      .getByLabel('Newer file of boat-gantry')
      .setInputFiles({ name: 'boat-gantry.ifc', mimeType: 'text/plain', buffer: Buffer.from(newer) });
    await expect(page.getByLabel('Changes')).toContainText('1 changed');
    await expect(page.getByLabel('Changes')).toContainText('353 the same');
    await models.getByRole('button', { name: 'Take boat-gantry away' }).click();
    await expect(main).toContainText('336 elements');
    await page.reload();
    await expect(main).toContainText('336 elements');
  },
);

test("a joiner's stand: millimetres, a section at the scale of its size, its joints kept and let go", async ({ page }) => {
  await page.goto('/');
  await drop(page, 'stand.obj', readFileSync('demo/tide-bell-stand.obj'), [
    'tide-bell-stand.mtl',
    readFileSync('demo/tide-bell-stand.mtl'),
  ]);
  await page.waitForURL(/\/bench/);
  await page.getByText('Nothing to draw yet').waitFor();
  await page.keyboard.press('1');
  await expect(page.getByLabel('Checks')).toContainText('as mm it would be 1.8');
  await choose(page, 'Units in the file', 'millimetres');
  await expect(page.getByRole('main')).toContainText('19 elements, 19 closed, 1.80 × 0.900 × 1.77 m');
  await page.keyboard.press('2');
  await page.getByRole('button', { name: 'New sight' }).click();
  await page.getByRole('menuitem', { name: /Section by two points/ }).click();
  const key = (await page.getByTestId('key').boundingBox())!;
  await page.mouse.click(key.x + 250, key.y + key.height / 2);
  await page.mouse.click(key.x + key.width - 60, key.y + key.height / 2);
  await expect(row(page, 'S-01')).toContainText('1:5');
  await drawn(page, 'S-01');
  await page.getByLabel('Add to Keep joints').click();
  await page.getByRole('menuitem', { name: 'Everything' }).click();
  const rule = page.getByRole('button', { name: 'everything' });
  await expect(rule).toBeVisible();
  await drawn(page, 'S-01');
  await page.keyboard.press('Control+z');
  await expect(rule).toHaveCount(0);
});
