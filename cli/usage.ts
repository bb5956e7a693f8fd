import { parseArgs, type ParseArgsConfig } from 'node:util';

/** The command line itself is wrong: exit code 2. */
export class UsageFault extends Error {}

/** Reads options and positionals; anything unknown is a UsageFault that names it. */
export function parse<T extends NonNullable<ParseArgsConfig['options']>>(args: readonly string[], options: T) {
  try {
    return parseArgs({ args: [...args], options, allowPositionals: true, strict: true });
  } catch (error) {
    throw new UsageFault(
      String((error as Error).message)
        .split('. ')[0]!
        .replace(/'/g, '"'),
    );
  }
}

/** The value if it is one of those allowed, undefined if none is given. */
export function oneOf<T extends string>(name: string, value: string | undefined, allowed: readonly T[]): T | undefined {
  if (value === undefined || (allowed as readonly string[]).includes(value)) return value as T | undefined;
  throw new UsageFault(`--${name} is "${value}"; it can be ${allowed.join(', ')}`);
}
