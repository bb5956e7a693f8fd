import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { choose, drawn, drop, keptSight, openDemo, restingAt, row, test } from './support';

test('points are asked in the plan, whatever was chosen before; they snap to what is there, and dragging selects no text', async ({
  page,
}) => {
  await openDemo(page);
  // under a plan the Key is an elevation
  await row(page, 'P-01').click();
  await drawn(page, 'P-01');
  await expect(page.getByRole('img', { name: 'Key, elevation' })).toBeVisible();
  await page.keyboard.press('n');
  await page.keyboard.press('s');
  await expect(page.getByRole('img', { name: 'Key, plan' })).toBeVisible();
  await expect(page.getByText('First point')).toBeVisible();
  const key = (await page.getByTestId('key').boundingBox())!;
  await expect.poll(() => page.getByRole('img', { name: 'Key, plan' }).getAttribute('data-painted')).not.toBeNull();
  const snap = page.getByTestId('snap');
  // along a row of the plan until the hand is at a corner
  const find = async (y: number, words: RegExp): Promise<[number, number]> => {
    for (let x = key.x + 300; x < key.x + key.width - 40; x += 5) {
      await page.mouse.move(x, y);
      await page.waitForTimeout(25);
      if ((await snap.count()) && words.test((await snap.textContent()) ?? '')) return [x, y];
    }
    throw new Error(`nothing like ${words} in this row`);
  };
  const [x, y] = await find(key.y + key.height * 0.5, /^(corner|end) of/);
  await page.mouse.click(x, y);
  await expect(page.getByText('Second point')).toBeVisible();
  await page.keyboard.down('Alt');
  await page.mouse.move(x + 3, y - 60);
  await expect(snap).toHaveCount(0);
  await page.mouse.click(x + 3, y - 60);
  await page.keyboard.up('Alt');
  await drawn(page, 'S-05');
  const [a, b] = (await keptSight(page, 'S-05')).sight.path!;
  // a corner of the model stands on whole millimetres, a place of the hand on some micrometre
  const isWhole = (n: number) => Math.abs(n * 1000 - Math.round(n * 1000)) < 1e-6;
  expect(a!.every(isWhole)).toBe(true);
  expect(b!.every(isWhole)).toBe(false);
  expect(Math.hypot(b![0] - a![0], b![1] - a![1])).toBeGreaterThan(0.5);

  await page.mouse.move(key.x + 400, key.y + 30);
  await page.mouse.down();
  await page.mouse.move(key.x + 500, key.y + key.height + 60, { steps: 4 });
  await page.mouse.up();
  expect(await page.evaluate(() => String(getSelection()))).toBe('');
});

test('who goes elsewhere while a file is read stays there, and what is read is on the Shelf', async ({ page }) => {
  await openDemo(page);
  const bench = page.url();
  await page.getByRole('link', { name: 'Tarvex' }).click();
  await expect(page.getByRole('link', { name: 'Heron Spit Tide Station' })).toBeVisible();
  // the reading waits until one has gone
  const boxes = Array.from({ length: 9000 }, (_, k) => {
    const [x, y, n] = [(k % 95) * 2, Math.floor(k / 95) * 2, k * 8];
    const corners = [0, 1, 2, 3, 4, 5, 6, 7].map((i) => `v ${x + (i & 1)} ${y + ((i >> 1) & 1)} ${i >> 2}`);
    const faces = ['1 3 4 2', '5 6 8 7', '1 2 6 5', '3 7 8 4', '1 5 7 3', '2 4 8 6'].map((f) => `f ${f.split(' ').map((i) => Number(i) + n).join(' ')}`); // prettier-ignore
    return `o b${k}\n${corners.join('\n')}\n${faces.join('\n')}\n`;
  });
  await drop(page, 'yard.obj', Buffer.from(boxes.join('')));
  await page.getByRole('link', { name: 'Heron Spit Tide Station' }).click();
  await drawn(page, 'S-03');
  await expect(page.getByText(/Reading yard\.obj/)).toHaveCount(0, { timeout: 30_000 });
  await page.waitForTimeout(300);
  expect(page.url()).toBe(bench);
  await page.getByRole('link', { name: 'Tarvex' }).click();
  await page.getByRole('link', { name: 'yard' }).click();
  await page.waitForURL(/\/bench/);
  expect(page.url()).not.toBe(bench);
});

test('a part of the page that an update has taken away is told in words, and nothing else is lost', async ({ page }) => {
  await openDemo(page);
  await page.route(/assets\/census-chart/, (route) => route.fulfill({ status: 404, body: 'gone' }));
  await page.keyboard.press('1');
  await page.getByRole('button', { name: 'Chart' }).click();
  await expect(page.getByText('Nothing is lost: load the page anew')).toBeVisible();
});

test('the server renders with the production build of its router', () => {
  const built = readFileSync('build/server/index.js', 'utf8');
  expect(built).toContain('react-router/dist/production');
  expect(built).not.toContain('react-router/dist/development');
  expect(built).not.toMatch(/from ?["']react-router["']/);
});

test('nothing that can be opened has faults that axe can find', { tag: '@long' }, async ({ page }) => {
  test.slow();
  await openDemo(page);
  /** What of a page lies behind something that is open is hidden from those who hear it: what is open is looked at alone. */
  const scan = async (where: string, part?: string) => {
    // contrast takes most of the time, and is that of the tokens: it is looked at once for each screen
    const rules = part ? ['scrollable-region-focusable', 'color-contrast'] : where.includes(',') ? ['color-contrast'] : [];
    // there are no frames whose findings would have to be gathered
    const axe = new AxeBuilder({ page }).disableRules(rules).setLegacyMode();
    const { violations } = await (part ? axe.include(part) : axe).analyze();
    expect(violations.map((v) => `${where}: ${v.id} ${v.nodes[0]?.html}`)).toEqual([]);
  };
  const opened = async (where: string, open: () => Promise<unknown>, part = '[role=menu]') => {
    await open();
    await expect(page.locator(part).first()).toBeVisible();
    await scan(where, part);
    await page.keyboard.press('Escape');
  };
  const press = (name: string | RegExp) => () => page.getByRole('button', { name }).first().click();
  await scan('bench');
  await opened('new sight', () => page.keyboard.press('n'));
  await opened('go to', () => page.keyboard.press('/'), '[role=dialog]');
  await opened('keys', () => page.keyboard.press('?'), '[role=dialog]');
  await opened('export', press('Export'));
  await opened('size', press(/^Shown at/));
  await opened('what is shown', press('Add to Show only'));
  await opened('scale', () => page.getByRole('combobox', { name: 'Scale' }).click(), '[role=listbox]');
  await opened('background', press('Background'), '[role=dialog]');
  await opened('renaming', () => row(page, 'P-01').dblclick(), 'aside');
  await page.keyboard.press('n');
  await opened('placing', () => page.keyboard.press('s'), '[data-testid=key]');
  await row(page, 'P-01').click();
  await drawn(page, 'P-01');
  await scan('bench, a plan');
  await press(/^Touch up/)();
  const band = page.getByLabel('Touch up', { exact: true });
  for (const mode of ['Choose', 'Offset', 'Profile']) {
    await band.getByRole('button', { name: mode, exact: true }).click();
    await scan(`touch up, ${mode}`, '[aria-label="Touch up"]');
  }
  await band.getByRole('button', { name: 'Done' }).click();

  await page.keyboard.press('3');
  await expect(page.getByTestId('specimen').locator('canvas[data-painted]')).toBeVisible();
  await page.getByRole('row', { name: 'Rule 2', exact: true }).getByTestId('caught').click();
  await scan('standard');
  for (const list of ['Cut faces', 'Faces seen', 'Tones', 'Ranks']) {
    await page.getByRole('radio', { name: list }).click();
    await scan(`standard, ${list}`, '[aria-label="Rules of the look"]');
  }
  await opened('standards', press('Standards'));

  await page.keyboard.press('1');
  await expect(page.getByLabel('Checks')).toContainText('overlaps');
  await press('Chart')();
  await press('Show finding 1')();
  await scan('model with a finding and the chart');
  await page.getByLabel('Find elements').fill('wall');
  await expect(page.getByLabel('Found elements')).toBeVisible();
  await scan('model, found', '[aria-label="Found elements"]');
  await opened('class', () => page.getByRole('combobox', { name: 'Class' }).click(), '[role=listbox]');

  await page.goto('/');
  await page.getByRole('button', { name: 'Rename Heron Spit Tide Station' }).click();
  await scan('shelf, renaming');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Delete Heron Spit Tide Station' }).click();
  await expect(page.getByLabel('Bin')).toBeVisible();
  await scan('shelf, bin');
});

test('all drawings of the rooms, a section on each grid line: made in one step each, taken back in one, not made twice; an isometric pulled apart', async ({
  page,
}) => {
  await openDemo(page);
  const register = page.getByLabel('Register');
  await page.keyboard.press('n'); // 1
  await page.keyboard.press('r'); // 2
  await expect(register).toContainText('56 sights');
  const wall = register.getByRole('button', { name: /G4 Pump room, wall 2/ });
  await wall.click();
  await expect(wall).toContainText('current');
  // as large as the room, 2.85 by 2.25 m, with a wall of 0.4 to the right, a floor of 0.3 above, and a margin of 10 mm
  const slate = page.getByLabel('Slate');
  await expect(slate.getByLabel('Right', { exact: true })).toHaveValue(/^3.260$/);
  await expect(slate.getByLabel('Top', { exact: true })).toHaveValue('+2.560');
  await expect(page.getByText('Proof clean')).toBeVisible();
  await page.keyboard.press('n');
  await page.keyboard.press('r');
  await expect(page.getByRole('alert')).toContainText('All of these are there already.');
  await page.getByRole('button', { name: 'Put away' }).click();
  await page.keyboard.press('Control+z');
  await expect(register).toContainText('8 sights');
  await page.keyboard.press('n');
  await page.keyboard.press('g');
  await expect(register).toContainText('18 sights');
  await expect(register.getByRole('button', { name: /Grid E/ })).toBeVisible();

  // an isometric with three groups pulled apart
  await page.keyboard.press('n'); // 1
  await page.keyboard.press('a');
  await drawn(page, 'X-01');
  for (const what of ['Slab', 'Window', 'Roof']) {
    await page.getByRole('button', { name: 'Add to Pulled apart' }).click(); // 2, 4, 6
    await page.getByRole('menuitem', { name: what, exact: true }).click(); // 3, 5, 7
  }
  await expect.poll(async () => (await keptSight(page, 'X-01')).sight.pullApart?.map(({ by }) => by[2])).toEqual([3.5, 7, 10.5]);
  await drawn(page, 'X-01');
});

test('in few acts: a detail of a corner at 1:5, the elevation of a face, a limit dragged, a section turned about a point', async ({
  page,
}) => {
  await openDemo(page);
  await page.keyboard.press('n'); // 1
  await page.keyboard.press('d');
  await expect(page.getByText('Detail of S-03')).toBeVisible();
  const pane = (await page.getByTestId('drawing').boundingBox())!;
  const at = (u: number, v: number) => [pane.x + pane.width * u, pane.y + pane.height * v] as const;
  await page.mouse.move(...at(0.6, 0.4));
  await page.mouse.down(); // 2
  await page.mouse.move(...at(0.62, 0.42), { steps: 4 });
  await page.mouse.move(...at(0.66, 0.52), { steps: 4 });
  await page.mouse.up();
  await drawn(page, 'S-05');
  await choose(page.getByLabel('Slate'), 'Scale', '1:5'); // 3
  await expect.poll(async () => (await keptSight(page, 'S-05')).scale).toBe(5);
  const { sight } = await keptSight(page, 'S-05');
  const { left, right, bottom, top } = sight.limits!;
  // as large as what was dragged open, in the same plane as the other
  expect((right! - left!) / (top! - bottom!)).toBeCloseTo((pane.width * 0.06) / (pane.height * 0.12), 0);
  expect(sight.path).toEqual((await keptSight(page, 'S-03')).sight.path);
  await expect(page.getByText('Proof clean')).toBeVisible();
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(row(page, 'S-05')).toHaveCount(0);

  // the elevation of a face: its line in the plan
  await page.keyboard.press('n'); // 1
  await page.keyboard.press('w');
  await expect(page.getByText('Elevation of a face')).toBeVisible();
  const key = (await page.getByTestId('key').boundingBox())!;
  const wall = await alongKey(page, key, /Outer wall/);
  await page.mouse.click(...wall); // 2
  await drawn(page, 'E-05');
  const { frame } = (await keptSight(page, 'E-05')).sight;
  expect([frame!.cut, frame!.look[2], Math.abs(frame!.look[0]) + Math.abs(frame!.look[1])]).toEqual([false, 0, 1]);

  // a section turned about a point of the plan
  await row(page, 'S-03').click();
  await drawn(page, 'S-03');
  const [from, to] = (await keptSight(page, 'S-03')).sight.path!;
  // one side of its limits is taken where it stands and put elsewhere
  const before = (await keptSight(page, 'S-03')).sight.limits!;
  const hold = await restingAt(page.locator('[data-limit=right]'));
  await page.mouse.move(...hold);
  await page.mouse.down();
  await page.keyboard.down('Alt');
  await page.mouse.move(hold[0] - 100, hold[1] + 5, { steps: 5 });
  await page.mouse.up();
  await page.keyboard.up('Alt');
  await expect.poll(async () => (await keptSight(page, 'S-03')).sight.limits!.right).toBeLessThan(before.right! - 1);
  expect({ ...(await keptSight(page, 'S-03')).sight.limits, right: before.right }).toEqual(before);
  await page.keyboard.press('t'); // 1
  await expect(page.getByText('Centre of the turn')).toBeVisible();
  await page.mouse.click(key.x + key.width / 2, key.y + key.height / 2 + 20); // 2
  await page.getByLabel('Turn by').fill('23.5'); // 3
  await page.keyboard.press('Enter'); // 4
  const angle = async () => {
    const [a, b] = (await keptSight(page, 'S-03')).sight.path!;
    return (Math.atan2(b![1] - a![1], b![0] - a![0]) * 180) / Math.PI;
  };
  await expect.poll(angle).toBeCloseTo((Math.atan2(to![1] - from![1], to![0] - from![0]) * 180) / Math.PI + 23.5, 6);
  await drawn(page, 'S-03');
});

/** Where in the Key the hand is near something that is called so, along a row of it. */
async function alongKey(
  page: Page,
  key: { x: number; y: number; width: number; height: number },
  words: RegExp,
): Promise<[number, number]> {
  for (let x = key.x + 300; x < key.x + key.width - 40; x += 4) {
    const at = [x, key.y + key.height * 0.45] as const;
    await page.mouse.move(...at);
    await page.waitForTimeout(25);
    const told = page.locator('text=/seen|cut/').locator('..');
    if ((await told.count()) && words.test((await told.first().textContent()) ?? '')) return [...at];
  }
  throw new Error(`nothing like ${words} in this row`);
}

test('in few acts: a stair opened from its sides; the first plan and section of a mesh house without storeys', async ({ page }) => {
  await openDemo(page);
  // the pointer names the stair where it is seen
  const pane = (await page.getByTestId('drawing').boundingBox())!;
  const label = page.locator('.flag');
  const found = await (async () => {
    for (let x = 0.45; x < 0.6; x += 0.01)
      for (let y = 0.4; y < 0.6; y += 0.04) {
        await page.mouse.move(pane.x + pane.width * x, pane.y + pane.height * y);
        await page.waitForTimeout(60);
        if (/stair/i.test((await label.allInnerTexts()).join(' '))) return [pane.x + pane.width * x, pane.y + pane.height * y] as const;
      }
    throw new Error('no stair is named');
  })();
  await page.mouse.click(...found, { button: 'right' }); // 1
  await page.getByRole('menuitem', { name: /from its four sides$/ }).click(); // 2
  await drawn(page, 'S-05');
  for (const number of ['S-05', 'S-06', 'S-07', 'S-08']) {
    const { frame, limits, depth } = (await keptSight(page, number)).sight;
    expect([frame!.cut, frame!.look[2]]).toEqual([true, 0]);
    expect(depth! * (limits!.right! - limits!.left!)).toBeGreaterThan(1);
  }

  const box = (name: string, [x, y, z]: readonly number[], [dx, dy, dz]: readonly number[], n: number) =>
    `o ${name}\n${[[0, 0, 0], [1, 0, 0], [1, 1, 0], [0, 1, 0], [0, 0, 1], [1, 0, 1], [1, 1, 1], [0, 1, 1]].map(([u, v, w]) => `v ${x! + u! * dx!} ${y! + v! * dy!} ${z! + w! * dz!}`).join('\n')}\n${[[1, 4, 3, 2], [5, 6, 7, 8], [1, 2, 6, 5], [2, 3, 7, 6], [3, 4, 8, 7], [4, 1, 5, 8]].map((f) => `f ${f.map((i) => i + n * 8).join(' ')}`).join('\n')}\n`; // prettier-ignore
  const house = [[[0, 0, -0.2], [8, 6, 0.2]], [[0, 0, 0], [8, 0.3, 2.6]], [[0, 5.7, 0], [8, 0.3, 2.6]], [[0, 0.3, 0], [0.3, 5.4, 2.6]], [[7.7, 0.3, 0], [0.3, 5.4, 2.6]], [[0, 0, 2.6], [8, 6, 0.3]]] as const; // prettier-ignore
  await page.goto('/');
  await drop(page, 'cabin.obj', Buffer.from(`# metres\n${house.map(([at, size], n) => box(`part${n}`, at, size, n)).join('')}`));
  await page.waitForURL(/\/bench/);
  await expect(page.getByLabel('Register')).toBeVisible();
  await expect(page.getByText(/Preparing the model/)).toHaveCount(0);
  await page.keyboard.press('n'); // 1
  await page.keyboard.press('p'); // 2
  await drawn(page, 'P-01');
  expect((await keptSight(page, 'P-01')).sight.height).toBeCloseTo(1.2, 6);
  await page.keyboard.press('n'); // 3
  await page.keyboard.press('s'); // 4
  await expect(page.getByText('First point')).toBeVisible();
  const key = (await page.getByTestId('key').boundingBox())!;
  await page.mouse.click(key.x + 60, key.y + key.height / 2); // 5
  await page.mouse.click(key.x + key.width - 60, key.y + key.height / 2); // 6
  await drawn(page, 'S-01');
});
