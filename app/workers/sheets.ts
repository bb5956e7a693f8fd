type Context = OffscreenCanvasRenderingContext2D;

/** How many sizes of pane are painted in turns. */
const KEPT = 2;
/** When the page has had its picture, milliseconds. */
const SOON = 100;

/**
 * The canvases that are painted on, one for each size of a pane. The first stroke on a canvas that has handed its picture over waits until
 * the page has time to lend it new room: it is made later, when nobody waits for it.
 */
export class Sheets {
  private readonly kept = new Map<string, Context>();

  /** @returns a context without a state, on a canvas with nothing on it */
  take(width: number, height: number): Context {
    const key = `${width} ${height}`;
    const own = this.kept.get(key) ?? new OffscreenCanvas(width, height).getContext('2d')!;
    this.kept.delete(key);
    this.kept.set(key, own);
    if (this.kept.size > KEPT) this.kept.delete(this.kept.keys().next().value!);
    own.reset();
    return own;
  }

  /** What was painted; the sheet is empty then. Between this and `take` nothing else is painted. */
  handOver(own: Context): ImageBitmap {
    const picture = own.canvas.transferToImageBitmap();
    setTimeout(() => own.fillRect(0, 0, 1, 1), SOON);
    return picture;
  }
}
