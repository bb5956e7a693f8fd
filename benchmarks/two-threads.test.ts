import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { build } from 'esbuild';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { draw, drawWith } from '../core/draw';
import type { Drawing } from '../core/linework/drawing';
import { ROLES } from '../core/sights/role';
import { prepare } from '../core/scene/prepare';
import { inSharedMemory } from '../core/geometry/shared-memory';
import type { Sight } from '../core/sights/sight';
import { KINDS, type Kind } from './generate-kinds';
import { secondThread } from './second-thread';

const folder = mkdtempSync(join(tmpdir(), 'two-threads-'));
const file = join(folder, 'helper-thread.mjs');
beforeAll(() => build({ entryPoints: ['benchmarks/helper-thread.ts'], outfile: file, bundle: true, format: 'esm', platform: 'node' }));
afterAll(() => rmSync(folder, { recursive: true }));

const framed = (name: string, look: [number, number, number], cut: boolean, more: Partial<Sight> = {}): Sight => ({
  kind: 'section',
  number: '',
  name,
  frame: { origin: [0, 7.3, 4.3], look, up: look[2] === -1 ? [0, 1, 0] : [0, 0, 1], cut },
  ...more,
});
const SIGHTS: readonly Sight[] = [
  framed('elevation', [0, 1, 0], false, { jumps: [0.5] }),
  framed('isometric', [-1, 1, -1], false),
  framed('section', [0, 1, 0], true, { hidden: true }),
  framed('plan', [0, 0, -1], true, { far: 3 }),
  { kind: 'perspective', number: '', name: 'eye', eye: [-40, -30, 12], target: [0, 7, 4], fov: 50 },
];

/** All figures of a drawing in one text. */
const bytesOf = (drawing: Drawing): string =>
  JSON.stringify({ ...drawing, report: null }, (_, value: unknown) => (ArrayBuffer.isView(value) ? Array.from(value as never) : value));

describe('what is passed over', () => {
  it.each<Kind>(['small elements', 'deep overlap'])('is hidden: visible lines are the same when hidden ones are wanted too: %s', (kind) => {
    const model = KINDS[kind](kind === 'deep overlap' ? 12_000 : 6_000);
    const scene = prepare(model);
    for (const sight of SIGHTS.slice(0, 2)) {
      const [passing, all] = [false, true].map((hidden) => visible(draw(model, scene, { ...sight, hidden })));
      expect(passing, sight.name).toBeGreaterThan(50);
      // where lines dive under a face, their end hangs on which face was asked, within the tolerance of depth
      expect(Math.abs(passing! - all!) / passing!, sight.name).toBeLessThan(1e-6);
    }
  });

  /** How long the lines that are seen are together. */
  function visible({ points, lineStart, lineRole }: Drawing): number {
    let length = 0;
    lineRole.forEach((role, l) => {
      if (ROLES[role] === 'hidden') return;
      for (let p = lineStart[l]!; p + 1 < lineStart[l + 1]!; p++)
        length += Math.hypot(points[p * 2 + 2]! - points[p * 2]!, points[p * 2 + 3]! - points[p * 2 + 1]!);
    });
    return length;
  }
});

describe('two threads', () => {
  it.each<Kind>(['small elements', 'large elements', 'entourage', 'deep overlap'])('draw the same bytes as one: %s', async (kind) => {
    const model = KINDS[kind](kind === 'entourage' ? 3_000 : 5_000);
    const scene = inSharedMemory(prepare(model));
    const helper = secondThread(pathToFileURL(file), kind, scene);
    let lines = 0;
    for (const sight of SIGHTS) {
      const together = await drawWith(helper, model, scene, sight);
      lines += together.lineRole.length;
      expect(bytesOf(together) === bytesOf(draw(model, scene, sight)), sight.name).toBe(true);
    }
    expect(lines).toBeGreaterThan(1000);
    await helper.end();
  });

  it('a drawing is finished by one when the other has died, and one that nobody waits for leaves the other free', async () => {
    const model = KINDS['small elements'](10_000);
    const scene = inSharedMemory(prepare(model));
    const helper = secondThread(pathToFileURL(file), 'a', scene);
    const alone = bytesOf(draw(model, scene, SIGHTS[1]!));
    let asked = 0;
    await expect(drawWith(helper, model, scene, SIGHTS[1]!, { isStale: () => ++asked > 2 })).rejects.toMatchObject({
      code: 'drawing-stale',
    });
    expect(bytesOf(await drawWith(helper, model, scene, SIGHTS[1]!)) === alone).toBe(true);
    await helper.end();
    expect(bytesOf(await drawWith(helper, model, scene, SIGHTS[1]!)) === alone).toBe(true);
  });
});
