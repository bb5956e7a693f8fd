import { expect, it } from 'vitest';
import type { Finding } from '../../core/proof/finding';
import { proof } from '../../core/proof/proof';
import { publishable } from '../../core/publishable';
import { draw } from '../../core/draw';
import { prepare } from '../../core/scene/prepare';
import type { Sight } from '../../core/sights/sight';
import { box, modelOf } from '../../core/testing/solids';
import { shownFinding } from './shown-finding';

const model = modelOf([{ solid: box([0, 0, 0], [2, 1, 1]), name: 'step', class: 'Stair', material: 'Oak' }]);
const found = (sight: Partial<Sight>) => {
  const own = { kind: 'section', number: 'S', name: '', ...sight } as Sight;
  const scene = prepare(model);
  const drawing = draw(model, scene, own);
  return proof(model, scene, own, { drawing, names: publishable(model, own, drawing).names, fills: [] });
};
const frame = (origin: readonly [number, number, number], cut: boolean) =>
  ({ origin, look: [0, 1, 0], up: [0, 0, 1], cut }) as NonNullable<Sight['frame']>;

it('a plane that grazes a face is told with its place, and can be moved to either side, in metres', () => {
  const [grazing] = found({ frame: frame([0, 0.0005, 0], true) }).filter(({ code }) => code === 'grazing-cut');
  const shown = shownFinding(grazing!);
  expect(shown).toMatchObject({ kind: 'grazing cut', at: [expect.any(Number), expect.any(Number)] });
  const { nudge } = shown.mend as { nudge: number };
  expect(Math.abs(nudge)).toBeGreaterThan(0);
  expect(Math.abs(nudge)).toBeLessThan(0.1);
  // moved so it grazes no more
  expect(found({ frame: frame([0, 0.0005 + nudge, 0], true) }).map(({ code }) => code)).not.toContain('grazing-cut');
});

it('an empty drawing names what takes all away, and can be drawn without that', () => {
  const sight = { frame: frame([0, -1, 0], false), limits: { left: 5, right: 9 } } as Partial<Sight>;
  const [empty] = found(sight);
  const shown = shownFinding(empty!);
  expect(shown).toMatchObject({ kind: 'empty', at: null });
  expect(shown.mend).toEqual({ without: (empty!.facts as { part: string }).part });
});

it('the kind stands once, before the words, and what the reader could not build has a kind of its own', () => {
  const told = (code: string, facts: object) => shownFinding({ code, facts, at: null } as unknown as Finding);
  const open = told('outline-open', { class: 'Stair', name: 'step', id: 'a', u: 1, v: 2 });
  expect([open.kind, open.words]).toEqual(['open outline', 'Stair "step" (a): its cut outline stays open at 1, 2']);
  expect(told('element-not-built', { class: 'Stair', name: 'step', id: 'a', reason: 'no shape' }).kind).toBe('not built');
  expect(open.mend).toBeUndefined();
});
