import type { ModelInfo } from '../data/database';
import { classWords } from '../figures/class-words';
import { level } from '../figures/format';

/** What the bars and figures of the census count. */
export type Measure = 'elements' | 'triangles' | 'volume';

export interface CensusRow {
  readonly key: string;
  readonly name: string;
  readonly note: string;
  readonly elements: readonly number[];
}
export interface CensusGroup {
  readonly title: string;
  readonly rows: readonly CensusRow[];
}

/** Elements that stand there, by storey, class, type, material and layer; within a group the largest first, storeys from the top. */
export function censusGroups(model: ModelInfo): CensusGroup[] {
  const { elements, storeys, materials, elementMaterial, origin } = model;
  const solid = elements.flatMap((e, i) => (e.use === 'space' ? [] : [i]));
  const by = (
    title: string,
    keyOf: (i: number) => string | null,
    nameOf: (key: string) => string,
    noteOf: (key: string) => string = () => '',
  ) => {
    const found = new Map<string, number[]>();
    for (const i of solid) {
      const key = keyOf(i);
      if (key === null) continue;
      const own = found.get(key);
      if (own) own.push(i);
      else found.set(key, [i]);
    }
    const rows = [...found].map(([key, own]): CensusRow => ({
      key: `${title} ${key}`,
      name: nameOf(key),
      note: noteOf(key),
      elements: own,
    }));
    return { title, rows: rows.sort((a, b) => b.elements.length - a.elements.length || (a.name < b.name ? -1 : 1)) };
  };
  const storey = by(
    'Storeys',
    (i) => String(elements[i]!.storey),
    (k) => storeys[Number(k)]?.name ?? 'On no storey',
    (k) => (storeys[Number(k)] ? level(storeys[Number(k)]!.elevation + origin[2]) : ''),
  );
  const height = (row: CensusRow) => storeys[Number(row.key.split(' ')[1])]?.elevation ?? -Infinity;
  return [
    { title: storey.title, rows: [...storey.rows].sort((a, b) => height(b) - height(a)) },
    by('Classes', (i) => elements[i]!.class, classWords),
    by(
      'Materials',
      (i) => String(elementMaterial[i]!),
      (k) => materials[Number(k)] ?? 'None given',
    ),
    by(
      'Types',
      (i) => elements[i]!.type || null,
      (k) => k,
    ),
    by(
      'Phases',
      (i) => elements[i]!.facts?.phase ?? null,
      (k) => k,
    ),
    by(
      'Layers',
      (i) => elements[i]!.facts?.layer ?? null,
      (k) => k,
    ),
    by(
      'Sections',
      (i) => elements[i]!.facts?.profile ?? null,
      (k) => k,
    ),
  ].filter((g) => g.rows.length > 0);
}

/** The sum of a measure over some elements. */
export function measured(model: ModelInfo, elements: readonly number[], measure: Measure): number {
  if (measure === 'elements') return elements.length;
  const figures = measure === 'triangles' ? model.elementTriangles : model.elementVolume;
  return elements.reduce((sum, e) => sum + figures[e]!, 0);
}

/** A sum as it stands in the census: whole numbers, volumes to three figures. */
export const measureWords = (value: number, measure: Measure): string =>
  measure === 'volume' ? (value >= 100 ? value.toFixed(0) : value >= 1 ? value.toFixed(1) : value.toPrecision(2)) : String(value);

/** Elements whose class, type, name, material, layer or id holds all the words of a text. */
export function findElements(model: ModelInfo, text: string): number[] {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  if (!words.length) return [];
  return model.elements.flatMap((e, i) => {
    if (e.use === 'space') return [];
    const { predefined = '', layer = '', profile = '', tag = '', phase = '' } = e.facts ?? {};
    const all = [
      e.class,
      classWords(e.class),
      e.type,
      e.name,
      e.id,
      model.materials[model.elementMaterial[i]!] ?? '',
      predefined,
      layer,
      profile,
      tag,
      phase,
    ]
      .join(' ')
      .toLowerCase();
    return words.every((w) => all.includes(w)) ? [i] : [];
  });
}
