import { SHIPPED } from '../core/drafting/standard/shipped-standard';
import { lookNames } from '../core/drafting/standard/standard';
import { readStandard } from './read-json';
import { parse, UsageFault } from './usage';

/** tarvex looks: the names of the looks that a standard has, one on a line. */
export async function looksCommand(args: readonly string[]): Promise<number> {
  const { values, positionals } = parse(args, { standard: { type: 'string' } });
  if (positionals.length) throw new UsageFault(`looks takes no "${positionals[0]}": tarvex looks [--standard FILE]`);
  const standard = values.standard ? await readStandard(values.standard) : SHIPPED;
  process.stdout.write(`${lookNames(standard).join('\n')}\n`);
  return 0;
}
