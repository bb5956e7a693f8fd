import type { Draft } from 'immer';
import { Fault } from '../../core/faults/fault';
import { sentence } from '../../core/faults/wording';
import type { Corrections } from '../../core/model/correct';
import { checkSight } from '../../core/sights/sight-schema';
import { changeProject, stepHistory } from '../data/change-project';
import { database, type ModelInfo } from '../data/database';
import { openReading } from '../data/models';
import { partsOf, type PartWish } from '../data/parts';
import type { Project } from '../data/project';
import { Refused } from '../data/refused';
import { forgetReading } from '../data/projects';
import { storageSentence } from '../data/storage-fault';
import { whileReading } from '../data/sweep';
import { checkCommand } from './check-command';
import type { Answer, Command, CommandOf, Intent } from './commands';
import { changeSights } from './change-sights';
import { arranged, corrected } from './corrections-patch';
import { layBehind } from './lay-behind';
import { merge, numbered } from './merge';
import { inTurn } from './turns';

/** Makes other readings of a model, and answers with their keys. */
export interface Maker {
  correct(model: string, corrections: Corrections): Promise<string>;
  arrange(model: string, parts: readonly PartWish[]): Promise<string>;
  /** Makes anew what was swept away of a reading. */
  remake(model: string): Promise<void>;
}

/** What takes its time, or has to look things up first. */
type WorkIntent = 'correct' | 'arrange' | 'take reading' | 'keep set' | 'background';
type Work<K extends WorkIntent> = (project: string, command: CommandOf<K>, maker: Maker) => Promise<string | null>;
const WORKS: { readonly [K in WorkIntent]: Work<K> } = {
  correct,
  arrange,
  'take reading': takeReading,
  'keep set': keepSet,
  background: layBehind,
};

type EditIntent = Exclude<Intent, WorkIntent>;
type Edit<K extends Intent> = (draft: Draft<Project>, command: CommandOf<K>) => void;
/** Commands that are done at once; each is a change of what is kept by then. */
const EDITS: { readonly [K in EditIntent]: Edit<K> } = {
  'add sights': (draft, { sights }) => {
    for (const s of sights) {
      checkSight(s.sight, s.sight.number);
      draft.sights[s.id] = numbered(s, draft as Project) as never;
    }
  },
  'change sight': (draft, change) => changeSights(draft, [change]),
  'change sights': (draft, { changes }) => changeSights(draft, changes),
  'touch up': (draft, { id, add = [], remove = [] }) => {
    const own = draft.sights[id];
    if (!own) throw new Refused('That sight was taken away meanwhile.');
    const left = (own.touchUps ?? []).filter((t) => !remove.includes(t.id));
    const next = [...left, ...(add as never[])];
    if (next.length) own.touchUps = next;
    else delete own.touchUps;
  },
  'remove sights': (draft, { ids }) => {
    for (const id of ids) delete draft.sights[id];
  },
  files: (draft, { files }) => void (draft.files = files),
  standard: (draft, { standard }) => {
    if (standard) draft.standard = standard as never;
    else delete draft.standard;
  },
  merge,
  rename: (draft, { name }) => void (draft.name = name.trim()),
  'put changes away': (draft) => void delete draft.compared,
  'accept findings': (draft, { findings }) => {
    for (const finding of findings) draft.accepted[finding] = true;
  },
  'show accepted': (draft) => void (draft.accepted = {}),
  'delete set': (draft, { id }) => {
    if (!draft.sets[id]) throw new Refused('That set was deleted meanwhile.');
    delete draft.sets[id];
  },
};
/** Of these it is said that they are done: what they do is not always seen. */
const SAID: ReadonlySet<string> = new Set<Intent>(['add sights', 'remove sights', 'files', 'merge', 'put changes away']);

/** These make readings of a model that the project does not stand on yet. */
const MAKES: ReadonlySet<string> = new Set<Intent>(['correct', 'arrange', 'take reading']);

/**
 * Carries out a command. Those that make readings go one after the other, each from what the one before left; a change of what is kept is
 * a transaction of its own and waits for none. One that is wrong is refused in words and changes nothing.
 */
export function carryOut(project: string, command: Command, maker: Maker): Promise<Answer> {
  const act = async (): Promise<Answer> => {
    try {
      checkCommand(command);
      return { fault: null, said: await done(project, command, maker) };
    } catch (error) {
      return { fault: error instanceof Fault ? sentence(error) : storageSentence(error), said: null };
    }
  };
  if (MAKES.has(command.intent)) return inTurn(project, () => whileReading(act));
  // what is taken back is the last act, also where that is still under way
  return command.intent === 'undo' || command.intent === 'redo' ? inTurn(project, act) : act();
}

/** Does it; answers with what is to be said of it. */
async function done(project: string, command: Command, maker: Maker): Promise<string | null> {
  if (command.intent === 'undo' || command.intent === 'redo') {
    const label = await stepHistory(project, command.intent);
    return label ? `${command.intent === 'undo' ? 'Undone' : 'Done again'}: ${label}` : `Nothing to ${command.intent}`;
  }
  const work = WORKS[command.intent as WorkIntent] as Work<WorkIntent> | undefined;
  if (work) return work(project, command as never, maker);
  if (command.intent === 'rename') await checkName(project, command.name.trim());
  const edit = EDITS[command.intent as EditIntent] as Edit<EditIntent>;
  const { goesOn } = command as { goesOn?: boolean };
  await changeProject(project, command.label, (draft) => edit(draft, command as never), { goesOn });
  return SAID.has(command.intent) ? command.label : null;
}

async function checkName(project: string, name: string): Promise<void> {
  const others = (await database.projects.toArray()).filter((p) => p.id !== project && p.binned === null);
  if (others.some((p) => p.name === name)) throw new Refused(`There is a project ${name} already.`);
}

async function correct(project: string, { label, patch }: CommandOf<'correct'>, maker: Maker): Promise<null> {
  const model = await latest(project, maker);
  known(model, patch.elements?.ids ?? []);
  const next = await maker.correct(model.id, corrected(model.corrections, patch));
  await changeProject(project, label, (draft) => void (draft.model = next));
  return null;
}

async function arrange(project: string, { label, step, isNewer }: CommandOf<'arrange'>, maker: Maker): Promise<null> {
  const model = await latest(project, maker);
  const next = await maker.arrange(model.id, arranged(partsOf(model), step));
  await changeProject(project, label, (draft) => {
    if (isNewer) draft.compared = draft.model;
    draft.model = next;
  });
  return null;
}

/** A newer reading takes the place of the present one, with all that was set right by then. */
async function takeReading(project: string, { label, model }: CommandOf<'take reading'>, maker: Maker): Promise<null> {
  if (!(await database.models.get(model))) throw new Refused('That reading is not in this browser.');
  const { corrections } = await latest(project, maker);
  const isPlain = Object.keys(corrections).length === 0;
  const next = isPlain ? model : await maker.correct(model, corrections);
  await changeProject(project, label, (draft) => {
    draft.compared = draft.model;
    draft.model = next;
  });
  if (!isPlain) await forgetReading(model, true);
  return null;
}

async function keepSet(project: string, { label, elements }: CommandOf<'keep set'>, maker: Maker): Promise<string> {
  known(await latest(project, maker), elements);
  const id = crypto.randomUUID();
  let name = '';
  await changeProject(project, label, (draft) => {
    const taken = Object.values(draft.sets).map((s) => s.name);
    let n = taken.length + 1;
    while (taken.includes(`Set ${n}`)) n++;
    name = `Set ${n}`;
    draft.sets[id] = { id, name, elements: [...elements] };
  });
  return `${elements.length} ${elements.length === 1 ? 'element is' : 'elements are'} kept as ${name}.`;
}

async function latest(project: string, { remake }: Maker): Promise<ModelInfo> {
  const row = await database.projects.get(project);
  const model = row && (await openReading(row.model, remake));
  if (!model) throw new Refused('That project is not in this browser.');
  return model;
}

function known(model: ModelInfo, ids: readonly string[]): void {
  if (!ids.length) return;
  const all = new Set(model.elements.map((e) => e.id));
  const gone = ids.find((id) => !all.has(id));
  if (gone !== undefined) throw new Refused(`There is no element ${gone} in the model by now.`);
}
