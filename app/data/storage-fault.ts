import { Refused } from './refused';

/** Larger than its bytes, a kept model takes so much more: its list of elements, and what the store adds. */
const MORE = 1.3;

/**
 * Sees to it that there is room for so many bytes before any of them is written.
 * @throws Error with a sentence, when the browser says that there is not
 */
export async function ensureRoom(bytes: number): Promise<void> {
  const { quota, usage = 0 } = (await globalThis.navigator?.storage?.estimate?.()) ?? {};
  if (quota === undefined || usage + bytes * MORE <= quota) return;
  const megabytes = (n: number) => (n < 1e6 ? 'less than 1 MB' : `${Math.round(n / 1e6)} MB`);
  throw new Error(
    `This browser has room for ${megabytes(Math.max(0, quota - usage))} more, and this needs ${megabytes(bytes * MORE)}: delete other projects or free disk space. Nothing was kept.`,
  );
}

/** A failed write in plain words: what could not be kept, and what to do. Nothing that was kept before is touched by a failed write. */
export function storageSentence(error: unknown): string {
  // a transaction that is undone for want of room, and what crosses from a worker, have the cause in their message alone
  const { name = '', message = '', inner } = error as { name?: string; message?: string; inner?: { name?: string } };
  if (error instanceof Refused) return message;
  const told = `${name} ${inner?.name} ${message}`;
  if (told.includes('QuotaExceededError'))
    return 'This browser has no room left for the project: delete other projects or free disk space. What was there before is kept.';
  if (/InvalidStateError|DatabaseClosedError|OpenFailedError/.test(told))
    return 'This browser does not allow data to be kept here (a private window, perhaps): nothing can be saved.';
  return `The change could not be saved: ${error instanceof Error ? error.message.split('\n')[0] : 'unknown reason'}.`;
}
