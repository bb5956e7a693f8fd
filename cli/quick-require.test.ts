import { readdirSync, statSync, writeFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { quickRequire } from './quick-require';

test('what was kept of a package is used, and made anew where it is damaged', () => {
  const folder = 'node_modules/.cache/tarvex';
  const load = () => Object.keys(quickRequire('web-ifc') as object);
  const first = load();
  expect(first).toContain('IfcAPI');
  const kept = `${folder}/${readdirSync(folder).find((name) => name.startsWith('web-ifc') && name.includes(process.version))!}`;
  const size = statSync(kept).size;
  writeFileSync(kept, 'no longer what it was');
  expect(load()).toEqual(first);
  expect(statSync(kept).size / size).toBeCloseTo(1, 3);
  expect(load()).toEqual(first);
});
