import { useCallback, useMemo, useState } from 'react';
import { useSubmit } from 'react-router';
import type { Answer, Command } from './commands';

/** Commands on their way: who has sent one hears what became of it. */
const waiting = new Map<string, (answer: Answer) => void>();

/** A command as it goes through the route's action. */
export interface Sent {
  readonly id: string;
  readonly command: Command;
}

/** Told by the action. */
export const answered = (id: string, answer: Answer): void => {
  waiting.get(id)?.(answer);
  waiting.delete(id);
};

/** Commands that are not answered yet. */
const underWay = new Set<Promise<Answer>>();

/** When all that was sent so far is kept, or refused. */
export const settled = async (): Promise<void> => void (await Promise.allSettled([...underWay]));

/** Sends a command to the project of the screen, or to another one. */
export type Send = (command: Command, to?: string) => Promise<Answer>;

/** Sends commands to a project's action, each on a way of its own: none takes back another, and each has its answer. */
export function useCommands(project = ''): { readonly send: Send; readonly last: Answer | null; readonly putAway: () => void } {
  const submit = useSubmit();
  const [last, setLast] = useState<Answer | null>(null);
  const send = useCallback(
    (command: Command, to = project) => {
      const answer = new Promise<Answer>((resolve) => {
        const sent: Sent = { id: crypto.randomUUID(), command };
        waiting.set(sent.id, (answer) => {
          // one that went well after another that did changes nothing that is shown
          setLast((was) => (was === null || was.fault || answer.fault || was.said !== answer.said ? answer : was));
          resolve(answer);
        });
        void submit(sent as never, {
          method: 'post',
          encType: 'application/json',
          action: `/project/${to}`,
          navigate: false,
          fetcherKey: sent.id,
        });
      });
      underWay.add(answer);
      void answer.finally(() => underWay.delete(answer));
      return answer;
    },
    [submit, project],
  );
  return useMemo(() => ({ send, last, putAway: () => setLast(null) }), [send, last]);
}
