import 'fake-indexeddb/auto';
import { beforeEach, expect, it, vi } from 'vitest';
import type { Project } from '../data/project';
import { exportDrawings } from './export-drawings';
import { jobs } from './jobs';

const [run, saveFile] = vi.hoisted(() => [vi.fn(), vi.fn()]);
vi.mock('../workers/pool', () => ({ pool: { back: { run } } }));
vi.mock('./save-file', () => ({ saveFile }));

const sight = { id: 'e', scale: 50, sight: { kind: 'elevation', number: 'E-01', name: 'South', toward: [0, 1] } } as const;
const project = { id: 'p', name: 'Shed', sights: { e: sight }, sets: {}, backgrounds: {} } as unknown as Project;
beforeEach(() => {
  vi.clearAllMocks();
  for (const { id } of jobs.get().faults) jobs.putAway(id);
});

it('says what is empty in a file that it writes, by the limit that did it', async () => {
  run.mockResolvedValue({ name: 'e-01.dxf', bytes: new Uint8Array(3), empty: ['E-01: depth 0 leaves nothing'] });
  await exportDrawings(project, [sight], 'dxf');
  expect(saveFile).toHaveBeenCalledWith('e-01.dxf', expect.any(Uint8Array));
  expect(jobs.get().faults).toMatchObject([{ what: 'empty', words: 'e-01.dxf is written, but there is nothing to see in it. E-01: depth 0 leaves nothing.' }]); // prettier-ignore
});

it('says that nothing was written, and why, when the engine fails; a chunk that an update took away has words of its own', async () => {
  run.mockRejectedValueOnce(new Error('The drawing engine stopped in the middle of its work'));
  await exportDrawings(project, [sight], 'pdf');
  run.mockRejectedValueOnce(new TypeError('Failed to fetch dynamically imported module: /assets/pdf-1234.js'));
  await exportDrawings(project, [sight], 'pdf');
  expect(saveFile).not.toHaveBeenCalled();
  expect(jobs.get().faults).toMatchObject([
    { what: 'not exported', words: expect.stringContaining('engine stopped') },
    { what: 'not exported', words: expect.stringContaining('load the page anew') },
  ]);
});
