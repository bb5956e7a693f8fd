import { checkBackground } from '../backgrounds/background-schema';
import type { Background } from '../backgrounds/background';
import { checkSight } from '../../core/sights/sight-schema';
import type { Sight } from '../../core/sights/sight';
import { Fault } from '../../core/faults/fault';
import { sentence } from '../../core/faults/wording';
import { changeProject, stepHistory } from '../data/change-project';
import { checkForms } from '../data/file-forms';
import { nextNumber, type FileForms, type Project, type ProjectSight } from '../data/project';
import { Refused } from '../data/refused';
import { patched, type SightPatch } from '../data/sight-patch';
import { storageSentence } from '../data/storage-fault';

/** What the Bench can do to a project; goes through the route's action as JSON. */
export type BenchIntent =
  | { readonly intent: 'add'; readonly label: string; readonly sights: readonly ProjectSight[] }
  | {
      readonly intent: 'change';
      readonly label: string;
      readonly id: string;
      readonly patch?: SightPatch;
      readonly scale?: number;
      readonly goesOn?: boolean;
    }
  | { readonly intent: 'remove'; readonly label: string; readonly ids: readonly string[] }
  | { readonly intent: 'background'; readonly label: string; readonly id: string; readonly background: Background | null }
  | { readonly intent: 'files'; readonly label: string; readonly files: FileForms }
  | { readonly intent: 'put changes away'; readonly label: string }
  | { readonly intent: 'undo' }
  | { readonly intent: 'redo' };

export interface BenchAnswer {
  readonly fault: string | null;
  readonly said: string | null;
}

/** Carries out an intent. A sight that is wrong is refused with its field and changes nothing. */
export async function carryOut(project: string, what: BenchIntent): Promise<BenchAnswer> {
  try {
    switch (what.intent) {
      case 'add':
        what.sights.forEach((s) => checkSight(s.sight, s.sight.number));
        await changeProject(project, what.label, (draft) => {
          for (const s of what.sights) draft.sights[s.id] = numbered(s, draft as Project) as never;
        });
        return { fault: null, said: what.label };
      case 'change':
        await changeProject(
          project,
          what.label,
          (draft) => {
            const own = draft.sights[what.id];
            if (!own) throw new Refused('That sight was taken away meanwhile.');
            if (what.patch) {
              checkSight(patched(own.sight as Sight, what.patch), own.sight.number);
              Object.assign(own.sight, what.patch.set);
              for (const key of what.patch.cleared) delete own.sight[key as keyof typeof own.sight];
            }
            if (what.scale) own.scale = what.scale;
          },
          { goesOn: what.goesOn },
        );
        return { fault: null, said: null };
      case 'remove':
        await changeProject(project, what.label, (draft) => {
          for (const id of what.ids) delete draft.sights[id];
        });
        return { fault: null, said: what.label };
      case 'background':
        if (what.background) checkBackground(what.background);
        await changeProject(project, what.label, (draft) => {
          draft.backgrounds ??= {};
          if (what.background) draft.backgrounds[what.id] = what.background as never;
          else delete draft.backgrounds[what.id];
        });
        return { fault: null, said: what.label };
      case 'files':
        checkForms(what.files);
        await changeProject(project, what.label, (draft) => void (draft.files = what.files));
        return { fault: null, said: what.label };
      case 'put changes away':
        await changeProject(project, what.label, (draft) => void delete draft.compared);
        return { fault: null, said: what.label };
      case 'undo':
      case 'redo': {
        const label = await stepHistory(project, what.intent);
        const verb = what.intent === 'undo' ? 'Undone' : 'Done again';
        return { fault: null, said: label ? `${verb}: ${label}` : `Nothing to ${what.intent}` };
      }
    }
  } catch (error) {
    return { fault: error instanceof Fault ? sentence(error) : storageSentence(error), said: null };
  }
}

/** A sight under the number that it was given, or the next one where that was given meanwhile. */
function numbered(entry: ProjectSight, project: Project): ProjectSight {
  const { kind, number } = entry.sight;
  if (!Object.values(project.sights).some((s) => s.sight.number === number)) return entry;
  return { ...entry, sight: { ...entry.sight, number: nextNumber(project, kind) } };
}
