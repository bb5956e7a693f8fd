import { Fault } from '../core/faults/fault';
import { sentence } from '../core/faults/wording';
import { HELP, HELP_OF } from './help';
import { UsageFault } from './usage';

/** Runs one command; returns the exit code: 0 done, 1 could not be done (one sentence on standard error), 2 wrong use, 3 a proof or a check with findings. */
export async function run(args: readonly string[]): Promise<number> {
  const [command, ...rest] = args;
  try {
    if (command === undefined || command === '--help' || command === '-h' || command === 'help') {
      process.stdout.write(HELP_OF[rest[0] ?? ''] ?? HELP);
      return command === undefined ? 2 : 0;
    }
    if (command === '--version') {
      process.stdout.write('tarvex 0.1.0\n');
      return 0;
    }
    if (rest.includes('--help') || rest.includes('-h')) {
      process.stdout.write(HELP_OF[command] ?? HELP);
      return 0;
    }
    switch (command) {
      case 'draw':
        return await (await import('./draw-command')).drawCommand(rest);
      case 'sights':
        return await (await import('./sights-command')).sightsCommand(rest);
      case 'looks':
        return await (await import('./looks-command')).looksCommand(rest);
      case 'inspect':
        return await (await import('./inspect-command')).inspectCommand(rest);
      case 'proof':
        return await (await import('./proof-command')).proofCommand(rest);
      case 'check':
        return await (await import('./check-command')).checkCommand(rest);
      default:
        throw new UsageFault(`no command "${command}"; there are draw, sights, looks, inspect, check and proof (tarvex --help)`);
    }
  } catch (error) {
    if (error instanceof UsageFault) {
      process.stderr.write(`tarvex: ${error.message}\n`);
      return 2;
    }
    process.stderr.write(`tarvex: ${error instanceof Fault ? sentence(error) : plain(error)}\n`);
    return 1;
  }
}

/** Node's own errors about files in plain words; anything else is a mistake of ours and says so. */
function plain(error: unknown): string {
  const { code, path, message } = error as { code?: string; path?: string; message?: string };
  switch (code) {
    case 'ENOENT':
      return `${path}: no such file`;
    case 'EISDIR':
      return `${path ?? 'that path'} is a folder, not a file`;
    case 'EACCES':
    case 'EPERM':
      return `${path}: no permission`;
    case 'ENOSPC':
      return 'the disk is full; nothing was written';
    case 'ERR_FS_FILE_TOO_LARGE':
      return 'the file is larger than 2 GB, which is more than can be read at once';
    default:
      return `this should not happen; please report it: ${String(message ?? error)
        .split('\n')[0]!
        .slice(0, 160)}`;
  }
}
