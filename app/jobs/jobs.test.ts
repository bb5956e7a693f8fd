import { expect, it, vi } from 'vitest';
import { Stopped } from '../workers/stopped';
import { Jobs, type Step } from './jobs';

it('shows what runs with how far it is, answers with what was made, and forgets it', async () => {
  const jobs = new Jobs();
  const told = vi.fn();
  jobs.subscribe(told);
  let step: Step;
  let end: (made: string) => void;
  const made = jobs.run('Reading hall.ifc', 'not read', (own) => ((step = own), new Promise<string>((resolve) => (end = resolve))));
  expect(jobs.get().running).toMatchObject([{ label: 'Reading hall.ifc', share: null }]);
  step!.progress(0.4);
  step!.progress(0.5, 'Shapes of hall.ifc');
  expect(jobs.get().running).toMatchObject([{ label: 'Shapes of hall.ifc', share: 0.5 }]);
  end!('model');
  expect(await made).toBe('model');
  expect(jobs.get()).toEqual({ running: [], faults: [] });
  expect(told).toHaveBeenCalledTimes(4);
});

it('tells each fault until it is put away, and what is stopped is none; one job does not end another', async () => {
  const jobs = new Jobs();
  const fails = (words: string) => jobs.run(words, 'not drawn', () => Promise.reject(new Error(words)));
  const stopped = jobs.run(
    'Drawing',
    'not drawn',
    ({ signal }) =>
    new Promise<void>((_, reject) => signal.addEventListener('abort', () => reject(new Stopped()))), // prettier-ignore
  );
  expect(await fails('first')).toBeUndefined();
  await fails('second');
  expect(jobs.get().running).toHaveLength(1);
  jobs.get().running[0]!.stop();
  expect(await stopped).toBeUndefined();
  const { running, faults } = jobs.get();
  expect(running).toEqual([]);
  expect(faults.map(({ what, words }) => `${what}: ${words}`)).toEqual(['not drawn: first', 'not drawn: second']);
  jobs.putAway(faults[0]!.id);
  expect(jobs.get().faults).toEqual([faults[1]]);
});
