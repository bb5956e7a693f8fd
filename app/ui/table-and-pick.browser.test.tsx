import { userEvent } from 'vitest/browser';
import { expect, it, vi } from 'vitest';
import { render } from 'vitest-browser-react';
import { Pick } from './pick';
import { Table } from './table';

const rows = Array.from({ length: 5000 }, (_, i) => ({ id: `r${i}`, name: `Wall ${(i * 7919) % 5000}`, volume: (i * 31) % 97 }));
const columns = [
  { title: 'name', value: (r: (typeof rows)[0]) => r.name, cell: (r: (typeof rows)[0]) => r.name },
  { title: 'volume', value: (r: (typeof rows)[0]) => r.volume, cell: (r: (typeof rows)[0]) => r.volume },
  { title: 'what can be done', isUntitled: true, cell: () => <button type="button">Show</button> },
];

it('sets up what can be seen of many rows, sorts all of them, and comes back to how they came', async () => {
  const screen = await render(<Table label="Elements" rows={rows} columns={columns} rowKey={(r) => r.id} maxHeight={300} />);
  const scroller = screen.getByRole('region', { name: 'Elements' }).element();
  const bodies = () => [...scroller.querySelectorAll('tbody tr[aria-rowindex]')].map((tr) => tr.firstElementChild!.textContent);
  await vi.waitFor(() => expect(bodies()[0]).toBe('Wall 0'));
  expect(bodies().length).toBeLessThan(60);
  expect(scroller.scrollHeight).toBeGreaterThan(5000 * 22);
  await userEvent.click(screen.getByRole('button', { name: 'name' }));
  // numbers in names count as numbers
  await vi.waitFor(() => expect(bodies().slice(0, 3)).toEqual(['Wall 0', 'Wall 1', 'Wall 2']));
  expect(scroller.querySelector('th')!.getAttribute('aria-sort')).toBe('ascending');
  await userEvent.click(screen.getByRole('button', { name: /^name/ }));
  await vi.waitFor(() => expect(bodies()[0]).toBe('Wall 4999'));
  await userEvent.click(screen.getByRole('button', { name: /^name/ }));
  await vi.waitFor(() => expect(bodies()[1]).toBe('Wall 2919'));
  scroller.scrollTop = scroller.scrollHeight;
  await vi.waitFor(() => expect(bodies().at(-1)).toBe(rows.at(-1)!.name));
});

it('follows rows that come and go', async () => {
  const few = (n: number) => <Table label="Few" rows={rows.slice(0, n)} columns={columns} rowKey={(r) => r.id} />;
  const screen = await render(few(4));
  const count = () => screen.getByRole('region', { name: 'Few' }).element().querySelectorAll('tbody tr').length;
  for (const n of [4, 3, 5, 0, 2]) {
    await screen.rerender(few(n));
    await vi.waitFor(() => expect(count()).toBe(n));
  }
});

it('opens a list by mouse and by keys, and says what is not set', async () => {
  const onChange = vi.fn();
  const options = [['', 'not built'], ['wall', 'Wall'], ['slab', 'Slab']] as const; // prettier-ignore
  const screen = await render(
    <>
      <Pick label="Class" value="wall" options={options} onChange={onChange} />
      <Pick label="Storey" value={null} unset="differs" options={options} onChange={onChange} />
    </>,
  );
  await expect.element(screen.getByRole('combobox', { name: 'Storey' })).toHaveTextContent('differs');
  const own = screen.getByRole('combobox', { name: 'Class' });
  await userEvent.click(own);
  await userEvent.click(screen.getByRole('option', { name: 'not built' }));
  expect(onChange).toHaveBeenLastCalledWith('');
  (own.element() as HTMLElement).focus();
  await userEvent.keyboard('{Enter}');
  await expect.element(screen.getByRole('option', { name: 'Slab' })).toBeVisible();
  await userEvent.keyboard('{ArrowDown}{Enter}');
  expect(onChange).toHaveBeenLastCalledWith('slab');
  // a letter chooses without opening it
  await userEvent.keyboard('n');
  expect(onChange).toHaveBeenLastCalledWith('');
});
