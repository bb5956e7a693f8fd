import { Fault } from '../../faults/fault';
import type { Vec2 } from '../../geometry/vec3';
import { ByteText } from '../byte-text';

/** One entity of a drawing: its kind and its groups in turns, a code and a value each (DXF Reference, Group Codes). */
export interface DxfEntity {
  readonly type: string;
  readonly groups: readonly (readonly [code: number, value: string])[];
}

/** What stands in a block, round its base point. */
export interface DxfBlock {
  readonly base: Vec2;
  readonly entities: readonly DxfEntity[];
}

/** What is used of a text DXF. */
interface DxfFile {
  /** Of the section ENTITIES. */
  readonly entities: readonly DxfEntity[];
  readonly blocks: ReadonlyMap<string, DxfBlock>;
  readonly variables: ReadonlyMap<string, string>;
  /** Whether the end mark was there. */
  readonly isWhole: boolean;
}

/**
 * The entities of a text DXF, those of its blocks by their names, and its variables by name. Reads to the end of the file whatever is missing in it.
 * @throws Fault file-damaged where a group code is none
 */
export function readDxfEntities(bytes: Uint8Array): DxfFile {
  const text = new ByteText(bytes);
  const entities: DxfEntity[] = [];
  const blocks: { readonly head: DxfEntity; readonly entities: DxfEntity[] }[] = [];
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
      } else if (section === 'ENTITIES' || section === 'BLOCKS') {
        const entity = { type: value, groups: (groups = []) };
        if (section === 'ENTITIES') entities.push(entity);
        else if (value === 'BLOCK') blocks.push({ head: entity, entities: [] });
        else blocks.at(-1)?.entities.push(entity);
      }
    } else if (isNamed && code === 2) {
      section = value;
      isNamed = false;
    } else if (section === 'HEADER') {
      if (code === 9) variable = value;
      else if (variable && !variables.has(variable)) variables.set(variable, value);
    } else groups?.push([code, value]);
  }
  const named = blocks.map(({ head, entities: own }): [string, DxfBlock] => {
    const base: Vec2 = [figure(head, 10) || 0, figure(head, 20) || 0];
    return [words(head, 2).toUpperCase(), { base, entities: own }];
  });
  return { entities, blocks: new Map(named), variables, isWhole };
}

/** The first figure of a code, or NaN. */
export function figure({ groups }: DxfEntity, code: number): number {
  const found = groups.find(([c]) => c === code);
  return found ? Number(found[1]) : NaN;
}

export function words({ groups }: DxfEntity, code: number): string {
  return groups.find(([c]) => c === code)?.[1] ?? '';
}
