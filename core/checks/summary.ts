import { atModelSize } from '../scene/scale';
import { counted } from '../faults/counted';
import { noteSentence } from '../faults/wording';
import type { Note } from '../faults/fault';
import { selfIntersectingElements } from '../scene/intersect/self-intersecting';
import type { Scene } from '../scene/scene';
import type { Model } from '../model/model';
import { atan2 } from '../geometry/numbers/trigonometry';

/** What is in a model and what is doubtful, as data. */
export interface Summary {
  readonly name: string;
  readonly source: string;
  readonly elements: number;
  readonly triangles: number;
  /** Metres. */
  readonly size: readonly [number, number, number];
  readonly origin: readonly [number, number, number];
  /** Degrees by which true north is turned from the model's Y axis, clockwise positive. */
  readonly northTurned: number;
  readonly storeys: readonly { readonly name: string; readonly elevation: number; readonly elements: number }[];
  readonly classes: readonly { readonly class: string; readonly elements: number }[];
  readonly materials: readonly { readonly name: string; readonly elements: number }[];
  readonly buildUps: readonly {
    readonly name: string;
    readonly layers: readonly { readonly material: string; readonly thickness: number }[];
    readonly elements: number;
  }[];
  readonly grid: readonly string[];
  readonly spaces: readonly string[];
  /** Annotations and footprints that the file tells in lines. */
  readonly annotations: number;
  readonly footprints: number;
  readonly phases: readonly { readonly name: string; readonly elements: number }[];
  /** Its place on the map; turned in degrees. */
  readonly map: {
    readonly east: number;
    readonly north: number;
    readonly height: number;
    readonly turned: number;
    readonly system: string;
  } | null;
  readonly closed: number;
  readonly doubts: readonly string[];
}

/** How many open shells, and how many that run through themselves, are named one by one. */
const NAMED = 12;

/** Sums up a model. The scene tells which shells are open. */
export function summarise(model: Model, prepared: Scene): Summary {
  const scene = atModelSize(prepared);
  const count = <K>(keys: Iterable<K>) => {
    const out = new Map<K, number>();
    for (const k of keys) out.set(k, (out.get(k) ?? 0) + 1);
    return out;
  };
  const solid = model.elements.filter((e) => e.use !== 'space');
  const storeys = count(solid.map((e) => e.storey));
  const classes = [...count(solid.map((e) => e.class))].sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1));
  const materialSets = new Map<number, Set<number>>();
  const open = new Map<number, number>();
  let noMaterial = 0;
  const madeOf = new Map<number, boolean>();
  model.partElement.forEach((element, part) => {
    const m = model.partMaterial[part]!;
    const buildUp = model.elements[element]!.buildUp;
    for (const material of buildUp ? buildUp.materials : [m])
      if (material >= 0) materialSets.set(material, (materialSets.get(material) ?? new Set()).add(element));
    if (model.elements[element]!.use === 'solid') {
      madeOf.set(element, (madeOf.get(element) ?? false) || m >= 0 || buildUp !== null);
      if (!scene.partClosed[part]) open.set(element, (open.get(element) ?? 0) + scene.partBorders[part]!);
    }
  });
  for (const has of madeOf.values()) if (!has) noMaterial++;
  const ups = new Map<string, { layers: { material: string; thickness: number }[]; elements: number }>();
  for (const { buildUp } of solid) {
    if (!buildUp) continue;
    const key = buildUp.name || 'unnamed';
    const known = ups.get(key);
    if (known) known.elements++;
    else
      ups.set(key, {
        elements: 1,
        layers: buildUp.materials.map((m, i) => ({
          material: model.materials[m]?.name ?? 'none',
          thickness: Math.round((buildUp.bounds[i + 1]! - buildUp.bounds[i]!) * 1e6) / 1e6,
        })),
      });
  }
  const notes: Note[] = [...model.notes];
  let named = 0;
  for (const [element, borders] of open) {
    if (named++ >= NAMED) continue;
    const e = model.elements[element]!;
    notes.push({ code: 'element-open', facts: { class: e.class, name: e.name, id: e.id, count: borders } });
  }
  if (named > NAMED) notes.push({ code: 'elements-open', facts: { count: named - NAMED } });
  for (const [element, { at }] of [...selfIntersectingElements(scene)].slice(0, NAMED)) {
    const { class: className, name, id } = model.elements[element]!;
    const place = (k: 0 | 1 | 2) => (at[k] + model.origin[k]).toFixed(3);
    notes.push({ code: 'element-crosses-itself', facts: { class: className, name, id, x: place(0), y: place(1), z: place(2) } });
  }
  if (noMaterial) notes.push({ code: 'elements-without-material', facts: { count: noMaterial } });
  const size = [0, 1, 2].map((k) => {
    let low = Infinity,
      high = -Infinity;
    for (let p = 0; p < scene.partBounds.length / 6; p++) {
      low = Math.min(low, scene.partBounds[p * 6 + k]!);
      high = Math.max(high, scene.partBounds[p * 6 + 3 + k]!);
    }
    return low <= high ? Math.round((high - low) * 1e6) / 1e6 : 0;
  }) as [number, number, number];
  const [nx, ny] = model.trueNorth;
  return {
    name: model.name,
    source: model.source,
    elements: solid.length,
    triangles: model.triangles.length / 3,
    size,
    origin: model.origin,
    northTurned: Math.round(((atan2(nx, ny) * 180) / Math.PI) * 1000) / 1000,
    storeys: model.storeys.map((s, i) => ({ name: s.name, elevation: s.elevation + model.origin[2], elements: storeys.get(i) ?? 0 })),
    classes: classes.map(([name, n]) => ({ class: name, elements: n })),
    materials: [...materialSets]
      .map(([m, set]) => ({ name: model.materials[m]!.name, elements: set.size }))
      .sort((a, b) => b.elements - a.elements || (a.name < b.name ? -1 : 1)),
    buildUps: [...ups].map(([name, u]) => ({ name, ...u })),
    grid: model.grid.map((g) => g.tag),
    spaces: model.elements.filter((e) => e.use === 'space').map((e) => e.name),
    annotations: (model.flat ?? []).filter((f) => f.kind === 'annotation').length,
    footprints: (model.flat ?? []).filter((f) => f.kind === 'footprint').length,
    phases: [...count(solid.flatMap((e) => e.facts?.phase ?? []))].map(([name, elements]) => ({ name, elements })),
    map: model.map ? { ...model.map, turned: Math.round(((model.map.turn * 180) / Math.PI) * 1e4) / 1e4 } : null,
    closed: solid.length - open.size,
    doubts: notes.map(noteSentence),
  };
}

/** A size in metres; below a metre in millimetres. */
function sizeWords(size: readonly number[]): string {
  if (Math.max(...size) >= 1) return `${size.map((n) => n.toFixed(2)).join(' x ')} m`;
  return `${size.map((n) => Number((n * 1000).toPrecision(4))).join(' x ')} mm`;
}

/** The summary in words. */
export function describeModel(s: Summary): string {
  const metres = (n: number) => n.toFixed(3);
  const out = [
    `${s.name}: ${s.source}, ${counted(s.elements, 'element')}, ${counted(s.triangles, 'triangle')}, ${sizeWords(s.size)}`,
    s.northTurned
      ? `True north is turned ${Math.abs(s.northTurned)} degrees ${s.northTurned > 0 ? 'clockwise' : 'anticlockwise'} from the model's Y axis.`
      : 'True north is the Y axis of the model.',
  ];
  if (s.origin.some((n) => n !== 0)) out.push(`The model lies around ${s.origin.join(', ')}; nothing is lost to that.`);
  if (s.storeys.length)
    out.push(
      '',
      'Storeys',
      ...[...s.storeys]
        .reverse()
        .map((x) => `  ${x.name.padEnd(24)} ${(x.elevation >= 0 ? '+' : '') + metres(x.elevation)}  ${counted(x.elements, 'element')}`),
    );
  out.push('', 'Classes', ...s.classes.map((c) => `  ${c.class.padEnd(24)} ${c.elements}`));
  if (s.materials.length) out.push('', 'Materials', ...s.materials.map((m) => `  ${m.name.padEnd(24)} ${counted(m.elements, 'element')}`));
  if (s.buildUps.length)
    out.push(
      '',
      'Build-ups',
      ...s.buildUps.map(
        (b) =>
          `  ${b.name.padEnd(24)} ${b.layers.map((l) => `${l.material} ${Math.round(l.thickness * 1e4) / 10}`).join(', ')} mm; ${counted(b.elements, 'element')}`,
      ),
    );
  if (s.grid.length) out.push('', `Grid: ${s.grid.join(' ')}`);
  if (s.spaces.length) out.push(`Spaces: ${s.spaces.length}`);
  if (s.phases.length) out.push(`Phases: ${s.phases.map((p) => `${p.name} ${p.elements}`).join(', ')}`);
  if (s.annotations || s.footprints) out.push(`In lines only: ${s.annotations} annotations, ${s.footprints} footprints`);
  if (s.map)
    out.push(
      `On the map: east ${metres(s.map.east)}, north ${metres(s.map.north)}, height ${metres(s.map.height)}, turned ${s.map.turned} degrees${s.map.system && `, ${s.map.system}`}`,
    );
  out.push('', s.doubts.length ? `Doubtful, ${s.doubts.length}` : 'Nothing doubtful was found.', ...s.doubts.map((d) => `  ${d}`), '');
  return out.join('\n');
}
