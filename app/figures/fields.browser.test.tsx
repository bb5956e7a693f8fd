import { userEvent } from 'vitest/browser';
import { beforeEach, expect, it, vi } from 'vitest';
import { render } from 'vitest-browser-react';
import type { Vec2 } from '../../core/geometry/vec3';
import { FigureField } from './figure-field';
import { millimetres } from './format';
import { parseLength } from './parse';
import { PointField } from './point-field';

const onChange = vi.fn<(metres: number) => void>();
const onClear = vi.fn();
beforeEach(() => vi.clearAllMocks());

async function field(value: number | null = 2.4) {
  const screen = await render(
    <>
      <FigureField
        label="Length"
        value={value === null ? null : millimetres(value)}
        parse={(text) => parseLength(text, { present: value })}
        onChange={onChange}
        onClear={onClear}
      />
      <button type="button">elsewhere</button>
    </>,
  );
  return { screen, input: screen.getByLabelText('Length').element() as HTMLInputElement };
}

it('takes a figure by Enter and by leaving, and not by Escape', async () => {
  const { screen, input } = await field();
  await userEvent.click(input);
  await userEvent.keyboard('3.2m{Enter}');
  expect(onChange).toHaveBeenLastCalledWith(3.2);
  // what stands there then is selected: the next figure takes its place
  await vi.waitFor(() => expect(input.selectionEnd).toBe(input.value.length));
  await userEvent.keyboard('2.65m');
  await userEvent.click(screen.getByText('elsewhere'));
  await vi.waitFor(() => expect(onChange).toHaveBeenLastCalledWith(2.65));
  await userEvent.click(input);
  await userEvent.keyboard('9{Escape}');
  expect(onChange).toHaveBeenCalledTimes(2);
  expect(input.value).toBe('2\u2009400');
});

it('keeps a wrong entry, says what was expected, and changes nothing', async () => {
  const { screen, input } = await field();
  await userEvent.click(input);
  await userEvent.keyboard('wide{Enter}');
  expect(input.value).toBe('wide');
  expect(input.getAttribute('aria-invalid')).toBe('true');
  await expect.element(screen.getByRole('alert')).toHaveTextContent('expected a length such as 2400');
  expect(onChange).not.toHaveBeenCalled();
});

it('steps the digit at the caret, and an empty figure clears what may be unset', async () => {
  const { input } = await field();
  await userEvent.click(input);
  await userEvent.keyboard('{ArrowUp}');
  expect(onChange).toHaveBeenLastCalledWith(2.401);
  input.setSelectionRange(1, 1);
  await userEvent.keyboard('{ArrowDown}');
  expect(onChange).toHaveBeenLastCalledWith(1.4);
  await userEvent.clear(input);
  await userEvent.keyboard('{Enter}');
  expect(onClear).toHaveBeenCalledOnce();
});

it('takes a point from two fields or from one, counts from the last one and from the grid, and refuses what is no point', async () => {
  const onPoint = vi.fn<(p: Vec2) => void>();
  const onEscape = vi.fn();
  const screen = await render(
    <PointField
      of="of the point"
      from={[1, 1]}
      grid={[{ D: 13 }, { 2: 4 }]}
      check={([x, y]) => (x === 1 && y === 1 ? 'a second point away from the first' : null)}
      onPoint={onPoint}
      onEscape={onEscape}
    />,
  );
  const [x, y] = [screen.getByLabelText('X of the point'), screen.getByLabelText('Y of the point')];
  await userEvent.type(x, 'D+20');
  await userEvent.type(y, '~-250{Enter}');
  expect(onPoint).toHaveBeenLastCalledWith([13.02, 0.75]);
  await expect.element(x).toHaveValue('');
  await expect.element(x).toHaveFocus();
  await userEvent.keyboard('2.4m; 3.1m{Enter}');
  expect(onPoint).toHaveBeenLastCalledWith([2.4, 3.1]);
  await userEvent.keyboard('1m; 1m{Enter}');
  await expect.element(screen.getByRole('alert')).toHaveTextContent('a second point away from the first');
  await userEvent.keyboard('{Escape}');
  expect(onEscape).toHaveBeenCalledOnce();
  expect(onPoint).toHaveBeenCalledTimes(2);
});
