import { expect, it } from 'vitest';
import { renderHook } from 'vitest-browser-react';
import type { Sight } from '../../core/sights/sight';
import type { ProjectSight } from '../data/project';
import type { Answer } from '../project/commands';
import { shedInfo } from '../testing/shed';
import { useDraft } from './use-draft';

const section = (reach: number): Sight => ({ kind: 'section', number: 'S-01', name: 'Through', path: [[0, 0], [4, 0]], look: 'left', depth: reach }); // prettier-ignore

it('what the hand has is not taken back by what was kept before it: two changes, the first of which is kept late', async () => {
  const answers: ((answer: Answer) => void)[] = [];
  const commands = {
    last: null as Answer | null,
    putAway: () => undefined,
    send: () => new Promise<Answer>((done) => answers.push(done)),
  };
  const entry = (reach: number): ProjectSight => ({ id: 's', scale: 50, sight: section(reach) });
  const model = shedInfo();
  const { result, rerender, act } = await renderHook(({ kept }: { kept: ProjectSight } = { kept: entry(1) }) => useDraft(model, kept, commands), { initialProps: { kept: entry(1) } }); // prettier-ignore
  await act(() => result.current.change(section(2), 'one'));
  await act(() => result.current.change(section(3), 'two'));
  // the first is kept while the second is under way
  await act(() => answers[0]!({ fault: null, said: null }));
  await rerender({ kept: entry(2) });
  expect(result.current.sight!.depth).toBe(3);
  await act(() => answers[1]!({ fault: null, said: null }));
  await rerender({ kept: entry(3) });
  expect(result.current.sight!.depth).toBe(3);
  // what another tab keeps after that is shown
  await rerender({ kept: entry(7) });
  expect(result.current.sight!.depth).toBe(7);
});
