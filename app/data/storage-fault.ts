/** A failed write in plain words: what could not be kept, and what to do. Nothing that was kept before is touched by a failed write. */
export function storageSentence(error: unknown): string {
  const name = (error as { name?: string; inner?: { name?: string } })?.inner?.name ?? (error as { name?: string })?.name ?? '';
  if (name === 'QuotaExceededError')
    return 'This browser has no room left for the project: delete other projects or free disk space. What was there before is kept.';
  if (name === 'InvalidStateError' || name === 'DatabaseClosedError' || name === 'OpenFailedError')
    return 'This browser does not allow data to be kept here (a private window, perhaps): nothing can be saved.';
  return `The change could not be saved: ${error instanceof Error ? error.message.split('\n')[0] : 'unknown reason'}.`;
}
