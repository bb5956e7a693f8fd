import { describeModel, summarise } from '../core/checks/summary';
import { prepare } from '../core/scene/prepare';
import { MODEL_OPTIONS, modelOptions } from './model-options';
import { readModelFile } from './read-model';
import { parse, UsageFault } from './usage';

/** tarvex inspect: what is in a model and what is doubtful, in words or as data. */
export async function inspectCommand(args: readonly string[]): Promise<number> {
  const { values, positionals } = parse(args, {
    json: { type: 'boolean' },
    ...MODEL_OPTIONS,
  });
  const [path, ...more] = positionals;
  if (!path || more.length) throw new UsageFault('inspect needs one model: tarvex inspect MODEL');
  const options = await modelOptions(values);
  const model = await readModelFile(path, options);
  const summary = summarise(model, prepare(model));
  process.stdout.write(values.json ? `${JSON.stringify(summary, null, 1)}\n` : describeModel(summary));
  return 0;
}
