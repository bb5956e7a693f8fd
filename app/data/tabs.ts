/* The tabs of one browser that hold the same projects: who did what, and that something was done. */

const NAME = 'tarvex-tab';

/** This tab's own name; it stays with a reload. */
export function tabName(): string {
  const kept = globalThis.sessionStorage?.getItem(NAME);
  if (kept) return kept;
  const name = _name;
  globalThis.sessionStorage?.setItem(NAME, name);
  return name;
}
const _name = crypto.randomUUID();

const channel = globalThis.BroadcastChannel ? new BroadcastChannel('tarvex-projects') : null;
// where there is no page (in tests) nothing is to be kept alive by it
(channel as unknown as { unref?: () => void } | null)?.unref?.();

/** Tells the other tabs that a project has changed. */
export const tellTabs = (project: string): void => channel?.postMessage(project);

/** Hears of what other tabs change; answers with what ends the hearing. */
export function hearTabs(project: string, told: () => void): () => void {
  const hear = ({ data }: MessageEvent<unknown>) => {
    if (data === project) told();
  };
  channel?.addEventListener('message', hear);
  return () => channel?.removeEventListener('message', hear);
}
