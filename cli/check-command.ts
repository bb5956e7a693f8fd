import { checkModel, CHECK_KINDS } from '../core/checks/check-model';
import { checkWords, elementWords } from '../core/checks/check-words';
import { noteSentence } from '../core/faults/wording';
import { prepare } from '../core/scene/prepare';
import { MODEL_OPTIONS, modelOptions } from './model-options';
import { readModelFile } from './read-model';
import { oneOf, parse, UsageFault } from './usage';

/** Exit code of a model with findings. */
const FOUND = 3;

/** tarvex check: what is wrong with a model before it is drawn; exit code 3 when anything is. */
export async function checkCommand(args: readonly string[]): Promise<number> {
  const { values, positionals } = parse(args, {
    json: { type: 'boolean' },
    only: { type: 'string' },
    ...MODEL_OPTIONS,
  });
  const [path, ...more] = positionals;
  if (!path || more.length) throw new UsageFault('check needs one model: tarvex check MODEL');
  const only = (values.only ?? '').split(',').filter(Boolean);
  for (const kind of only) oneOf('only', kind, CHECK_KINDS);
  const options = await modelOptions(values);
  const model = await readModelFile(path, options);
  const all = checkModel(model, prepare(model));
  const checks = only.length ? all.filter((c) => only.includes(c.kind)) : all;
  const notes = only.length ? [] : model.notes.map(noteSentence);
  if (values.json) {
    const rows = checks.map((c) => ({
      check: c.kind,
      words: checkWords(c),
      elements: c.elements.map((e) => ({ id: model.elements[e]!.id, class: model.elements[e]!.class, name: model.elements[e]!.name })),
      figure: c.figure,
    }));
    process.stdout.write(`${JSON.stringify({ checks: rows, reading: notes }, null, 1)}\n`);
  } else {
    for (const note of notes) process.stdout.write(`reading: ${note}\n`);
    for (const c of checks) process.stdout.write(`${checkWords(c)}: ${elementWords(model, c)}\n`);
    if (!checks.length && !notes.length) process.stdout.write('nothing was found\n');
  }
  return checks.length || notes.length ? FOUND : 0;
}
