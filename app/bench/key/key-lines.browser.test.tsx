import { userEvent } from 'vitest/browser';
import { expect, it } from 'vitest';
import { render } from 'vitest-browser-react';
import { shedInfo } from '../../testing/shed';
import { KeyLines } from './key-lines';

it('lays the lines of a file over the Key only when they are asked for', async () => {
  const flat = [{ id: 'f', kind: 'dimension', storey: 0, lines: [Float64Array.from([0, 0, 0, 5, 0, 0])], texts: [] }];
  const model = shedInfo({ flat: flat as never });
  const frame = { origin: [0, 0], right: [1, 0], look: [0, 1] } as const;
  const size = { width: 400, height: 300 };
  const screen = await render(<KeyLines model={model} storey={0} view={{ u: 0, v: 0, keyV: 0, zoom: 50 }} {...{ frame, size }} />);
  const lines = () => screen.getByTestId('key-lines').element().querySelectorAll('path').length;
  expect(lines()).toBe(0);
  await userEvent.click(screen.getByRole('button', { name: 'Show 1 lines of the file' }));
  expect(lines()).toBe(1);
  await userEvent.click(screen.getByRole('button', { name: 'Hide 1 lines of the file' }));
  expect(lines()).toBe(0);
});
