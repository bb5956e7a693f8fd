import { describeModel, summarise } from '../core/scene/summary';
import { UNITS } from '../core/model/length-unit';
import { prepare } from '../core/scene/prepare';
import { readModelFile } from './read-model';
import { oneOf, parse, seconds, UsageFault } from './usage';

/** tarvex inspect: what is in a model and what is doubtful, in words or as data. */
export async function inspectCommand(args: readonly string[]): Promise<number> {
  const { values, positionals } = parse(args, {
    json: { type: 'boolean' },
    unit: { type: 'string' },
    up: { type: 'string' },
    patience: { type: 'string' },
  });
  const [path, ...more] = positionals;
  if (!path || more.length) throw new UsageFault('inspect needs one model: tarvex inspect MODEL');
  const unit = oneOf('unit', values.unit, Object.keys(UNITS) as (keyof typeof UNITS)[]);
  const model = await readModelFile(path, { unit, up: oneOf('up', values.up, ['y', 'z']), patience: seconds(values.patience) });
  const summary = summarise(model, prepare(model));
  process.stdout.write(values.json ? `${JSON.stringify(summary, null, 1)}\n` : describeModel(summary));
  return 0;
}
