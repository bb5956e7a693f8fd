import { Fault } from '../faults/fault';
import { ByteText } from './byte-text';

/** One entity of a drawing: its kind and its groups in turns, a code and a value each (DXF Reference, Group Codes). */
export interface DxfEntity {
  readonly type: string;
  readonly groups: readonly (readonly [code: number, value: string])[];
}

/**
 * The entities of a text DXF's ENTITIES section, and its variables by name. Reads to the end of the file whatever is missing in it;
 * `isWhole` tells whether the end mark was there.
 * @throws Fault file-damaged where a group code is none
 */
export function readDxfEntities(bytes: Uint8Array): { entities: DxfEntity[]; variables: Map<string, string>; isWhole: boolean } {
  const text = new ByteText(bytes);
  const entities: DxfEntity[] = [];
  const variables = new Map<string, string>();
  let section = '';
  let variable = '';
  let groups: [number, string][] | null = null;
  let isWhole = false;
  let isNamed = false;
  while (text.at < text.end) {
    const line = text.line;
    const word = text.rest();
    text.nextLine();
    if (!word && text.at >= text.end) break;
    const code = Number(word);
    if (!word || !Number.isInteger(code) || Math.abs(code) > 1100)
      throw new Fault('file-damaged', { place: `line ${line}`, reason: `"${word.slice(0, 30)}" is not a group code` });
    const value = text.rest();
    text.nextLine();
    if (code === 0) {
      groups = null;
      isNamed = value === 'SECTION';
      if (value === 'ENDSEC') section = '';
      else if (value === 'EOF') {
        isWhole = true;
        break;
      } else if (section === 'ENTITIES') entities.push({ type: value, groups: (groups = []) });
    } else if (isNamed && code === 2) {
      section = value;
      isNamed = false;
    } else if (section === 'HEADER') {
      if (code === 9) variable = value;
      else if (variable && !variables.has(variable)) variables.set(variable, value);
    } else groups?.push([code, value]);
  }
  return { entities, variables, isWhole };
}

/** The first figure of a code, or NaN. */
export function figure({ groups }: DxfEntity, code: number): number {
  const found = groups.find(([c]) => c === code);
  return found ? Number(found[1]) : NaN;
}

export function words({ groups }: DxfEntity, code: number): string {
  return groups.find(([c]) => c === code)?.[1] ?? '';
}
