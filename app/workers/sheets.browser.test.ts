import { expect, it } from 'vitest';
import { Sheets } from './sheets';

/** Whether there is ink at a pixel of a picture. */
function inkAt(picture: ImageBitmap, x: number, y: number): boolean {
  const ctx = new OffscreenCanvas(picture.width, picture.height).getContext('2d')!;
  ctx.drawImage(picture, 0, 0);
  return ctx.getImageData(x, y, 1, 1).data[3]! > 0;
}

it('a sheet is handed over with what was painted, and is empty and without a state when it is taken again, soon or late', async () => {
  const sheets = new Sheets();
  const painted = (x: number): ImageBitmap => {
    const sheet = sheets.take(20, 10);
    expect([sheet.lineWidth, sheet.globalAlpha]).toEqual([1, 1]);
    sheet.fillRect(x, 2, 4, 4);
    [sheet.lineWidth, sheet.globalAlpha] = [7, 0.5];
    return sheets.handOver(sheet);
  };
  const first = painted(2);
  const soon = painted(12);
  await new Promise((resolve) => setTimeout(resolve, 200));
  const late = painted(8);
  expect([first, soon, late].map((own) => [0, 3, 9, 13].map((x) => inkAt(own, x, x ? 3 : 0)))).toEqual([
    [false, true, false, false],
    [false, false, false, true],
    [false, false, true, false],
  ]);
  // another size is another sheet
  const small = sheets.take(5, 5);
  expect([small.canvas.width, small.canvas.height]).toEqual([5, 5]);
  expect(inkAt(sheets.handOver(small), 1, 1)).toBe(false);
});
