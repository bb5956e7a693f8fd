import { draw } from '../core/draw';
import { STANDARD } from '../core/drafting/standard/shipped-standard';
import { namesOf } from '../core/drafting/drawing-names';
import { style } from '../core/drafting/style-drawing';
import { noteSentence } from '../core/faults/wording';
import { proof } from '../core/proof/proof';
import { prepare } from '../core/scene/prepare';
import { MODEL_OPTIONS, modelOptions } from './model-options';
import { readModelFile } from './read-model';
import { readSight, readStandard } from './read-json';
import { parse, UsageFault } from './usage';

/** Exit code of a drawing with findings. */
const FOUND = 3;

/** tarvex proof: the quality check of a drawing, a line for each finding; exit code 3 when there is any. */
export async function proofCommand(args: readonly string[]): Promise<number> {
  const { values, positionals } = parse(args, {
    sight: { type: 'string' },
    standard: { type: 'string' },
    ...MODEL_OPTIONS,
    json: { type: 'boolean' },
  });
  const [path, ...more] = positionals;
  if (!path || more.length) throw new UsageFault('proof needs one model: tarvex proof MODEL --sight SIGHT.json');
  if (!values.sight) throw new UsageFault('proof needs --sight SIGHT.json');
  const options = await modelOptions(values);
  const sight = await readSight(values.sight);
  const standard = values.standard ? await readStandard(values.standard) : STANDARD;
  const model = await readModelFile(path, options);
  const scene = prepare(model);
  const drawing = draw(model, scene, sight, { ranks: standard.ranks });
  const findings = proof(model, scene, sight, style(drawing, namesOf(model, drawing), sight, standard, 100));
  const rows = findings.map((f) => ({ finding: f.code, at: f.at, words: noteSentence(f) }));
  if (values.json) process.stdout.write(`${JSON.stringify(rows, null, 1)}\n`);
  else if (!rows.length) process.stdout.write('proof clean\n');
  else for (const { at, words } of rows) process.stdout.write(`${at ? `${at.map((x) => x.toFixed(3)).join(', ')}: ` : ''}${words}\n`);
  return rows.length ? FOUND : 0;
}
