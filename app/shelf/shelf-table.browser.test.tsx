import { createRoutesStub } from 'react-router';
import { userEvent } from 'vitest/browser';
import { beforeEach, expect, it, vi } from 'vitest';
import { render } from 'vitest-browser-react';
import { JobFaults, JobsLine } from '../jobs/jobs-line';
import { jobs } from '../jobs/jobs';
import type { ShelfRow } from './shelf-rows';
import { Bin, ShelfTable } from './shelf-table';

const row = (id: string, name: string, elements: number | null, changed: number): ShelfRow => ({ id, name, elements, changed, binned: null, sights: 3, fileName: elements === null ? null : `${name}.ifc`, source: 'IFC4' }); // prettier-ignore
const rows = [row('a', 'Boat house', 120, 3e12), row('b', 'Tide station', 336, 2e12), row('c', 'Archive', null, 1e12)];
const [onRename, onSave, onDelete] = [vi.fn(), vi.fn(), vi.fn()];
beforeEach(() => vi.clearAllMocks());

const shelf = () => {
  const Stub = createRoutesStub([{ path: '/', Component: () => <ShelfTable rows={rows} {...{ onRename, onSave, onDelete }} /> }, { path: '/project/:id/bench', Component: () => <p>the Bench</p> }]); // prettier-ignore
  return render(<Stub />);
};
const names = (screen: { container: HTMLElement }) => [...screen.container.querySelectorAll('tbody a')].map((a) => a.textContent);

it('lists projects as they were changed, sorts them by what one looks for, and leads to their Bench', async () => {
  const screen = await shelf();
  await vi.waitFor(() => expect(names(screen)).toEqual(['Boat house', 'Tide station', 'Archive']));
  await userEvent.click(screen.getByRole('button', { name: 'elements' }));
  await vi.waitFor(() => expect(names(screen)).toEqual(['Archive', 'Boat house', 'Tide station']));
  await userEvent.click(screen.getByRole('button', { name: 'project' }));
  await vi.waitFor(() => expect(names(screen)).toEqual(['Archive', 'Boat house', 'Tide station']));
  await expect.element(screen.getByText('model missing')).toBeVisible();
  await userEvent.click(screen.getByRole('link', { name: 'Tide station' }));
  await expect.element(screen.getByText('the Bench')).toBeVisible();
});

it('renames by F2 or by the word, saves and deletes the project that is meant', async () => {
  const screen = await shelf();
  await vi.waitFor(() => expect(names(screen)).toHaveLength(3));
  (screen.getByRole('link', { name: 'Boat house' }).element() as HTMLElement).focus();
  await userEvent.keyboard('{F2}');
  await expect.element(screen.getByLabelText('Name of Boat house')).toHaveFocus();
  await userEvent.keyboard('Boat house, east{Enter}');
  expect(onRename).toHaveBeenCalledExactlyOnceWith('a', 'Boat house, east');
  await userEvent.click(screen.getByRole('button', { name: 'Rename Archive' }));
  await userEvent.keyboard('{Escape}');
  expect(onRename).toHaveBeenCalledOnce();
  await userEvent.click(screen.getByRole('button', { name: 'Save Tide station as a file' }));
  expect(onSave).toHaveBeenCalledWith(rows[1]);
  await userEvent.click(screen.getByRole('button', { name: 'Delete Archive' }));
  expect(onDelete).toHaveBeenCalledWith(rows[2]);
});

it('the bin brings back what was deleted, is emptied, and is not there where nothing is in it', async () => {
  const [onBringBack, onEmpty] = [vi.fn(), vi.fn()];
  const screen = await render(<Bin rows={[{ ...rows[0]!, binned: 2e12 }]} {...{ onBringBack, onEmpty }} />);
  await userEvent.click(screen.getByRole('button', { name: 'Bring back Boat house' }));
  expect(onBringBack).toHaveBeenCalledWith('a');
  await userEvent.click(screen.getByRole('button', { name: 'Empty the bin' }));
  expect(onEmpty).toHaveBeenCalledOnce();
  await screen.rerender(<Bin rows={[]} {...{ onBringBack, onEmpty }} />);
  expect(screen.container.textContent).toBe('');
});

it('what runs long is shown with how far it is and its Stop; what did not go well stays until it is put away', async () => {
  const screen = await render(
    <>
      <JobsLine />
      <JobFaults />
    </>,
  );
  const first = jobs.run('Reading hall.ifc', 'not read', ({ signal, progress }) => {
    progress(0.4);
    return new Promise((_, reject) => signal.addEventListener('abort', () => reject(new Error('it was ended'))));
  });
  const second = jobs.run('Exporting S-01', 'not exported', () => new Promise((resolve) => setTimeout(resolve, 400)));
  const bar = screen.getByRole('progressbar', { name: 'Reading hall.ifc' });
  await expect.element(bar).toHaveAttribute('aria-valuenow', '40');
  await expect.element(screen.getByText('and 1 more')).toBeVisible();
  await userEvent.click(screen.getByRole('button', { name: 'Stop' }));
  await Promise.all([first, second]);
  await expect.element(screen.getByRole('alert')).toHaveTextContent(/not read.*it was ended/);
  expect(screen.getByRole('progressbar').query()).toBeNull();
  await userEvent.click(screen.getByRole('button', { name: 'Put away' }));
  expect(screen.getByRole('alert').query()).toBeNull();
});
