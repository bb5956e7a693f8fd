/** The turns of this tab, by project. */
const turns = new Map<string, Promise<unknown>>();

/** One change of a project after the other, in all tabs: each is made of what the one before left. */
export function inTurn<T>(project: string, work: () => Promise<T>): Promise<T> {
  const own = (turns.get(project) ?? Promise.resolve())
    .catch(() => undefined)
    .then(() => (globalThis.navigator?.locks ? navigator.locks.request(`tarvex-project-${project}`, work) : work()) as Promise<T>);
  turns.set(project, own);
  return own;
}
