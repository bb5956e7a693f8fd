import type { FromHelper } from './two-threads';

/** The other thread has died on the way. */
export class HelperGone extends Error {}

/** What a helper has answered, in order, for whoever waits for the next answer. */
export class MessageQueue {
  private readonly kept: FromHelper[] = [];
  private waiting: { resolve: (message: FromHelper) => void; reject: (error: unknown) => void } | null = null;
  isOver = false;

  put(message: FromHelper): void {
    const { waiting } = this;
    this.waiting = null;
    if (waiting) waiting.resolve(message);
    else this.kept.push(message);
  }

  /** The helper has died: nothing more comes. */
  end(): void {
    this.isOver = true;
    this.waiting?.reject(new HelperGone());
    this.waiting = null;
  }

  /** The next answer; rejects with HelperGone when none can come any more. */
  next(): Promise<FromHelper> {
    return new Promise((resolve, reject) => {
      const answer = this.kept.shift();
      if (answer) resolve(answer);
      else if (this.isOver) reject(new HelperGone());
      else this.waiting = { resolve, reject };
    });
  }
}
