import { useMemo } from 'react';
import { toast } from 'sonner';
import { SHIPPED } from '../../core/drafting/standard/shipped-standard';
import { lookNames, type Standard } from '../../core/drafting/standard/standard';
import type { Project } from '../data/project';
import { owned } from '../project/owned-standard';
import { useCommands } from '../project/use-commands';

export interface StandardEdit {
  readonly standard: Standard;
  readonly looks: readonly string[];
  /** Keeps it changed, as one step that can be undone; false where it was refused, which is told. */
  readonly change: (label: string, next: Standard) => Promise<boolean>;
  /** Takes another in its place, or the one that comes along. */
  readonly take: (label: string, other: Standard | null) => Promise<boolean>;
  /** A look under another name, also for the sights that are drawn in it. */
  readonly nameLook: (look: number, name: string) => Promise<void>;
  readonly undo: () => void;
  readonly redo: () => void;
}

/** The standard of a project, and what changes it. */
export function useStandard(project: Project): StandardEdit {
  const { send } = useCommands(project.id);
  const standard = project.standard ?? SHIPPED;
  return useMemo(() => {
    const take = async (label: string, other: Standard | null) => {
      const { fault } = await send({ intent: 'standard', label, standard: other });
      if (fault) toast.error(fault);
      return !fault;
    };
    const step = (intent: 'undo' | 'redo') => () =>
      void send({ intent }).then(({ fault, said }) => (fault ? toast.error(fault) : said && toast(said)));
    return {
      standard,
      looks: lookNames(standard),
      take,
      change: async (label, next) => next === standard || (await take(label, owned(project, next))),
      nameLook: async (look, name) => {
        const old = lookNames(standard)[look]!;
        const looks = (standard.looks ?? [{ name: old }]).map((own, i) => (i === look ? { ...own, name } : own));
        if (!(await take(`Look ${name}`, owned(project, { ...standard, looks })))) return;
        const changes = Object.values(project.sights).flatMap((s) => (s.look === old ? [{ id: s.id, filing: { look: name } }] : []));
        if (changes.length) await send({ intent: 'change sights', label: `Look ${name}`, changes });
      },
      undo: step('undo'),
      redo: step('redo'),
    };
  }, [standard, project, send]);
}
