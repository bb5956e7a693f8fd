import { spawnSync } from 'node:child_process';
import { parseArgs } from 'node:util';
import { FiguresFile, type Table } from './figures-file';
import { KINDS, type Kind } from './generate-kinds';
import { measure, VIEWS, type Measured, type PartRow, type Row } from './measure-drawing';
import type { FormatRow } from './read-formats';
import { measureIfc, readOnce } from './read-ifc';
import type { StyleRow } from './style-drawings';
import type { WriteRow } from './write-formats';

/*
 * npm run bench [-- --only drawing|ifc|formats|writing|styling] [--kind KIND] [--size TRIANGLES] [--view VIEW]
 * Ratios within one run: our scene and drawing, cold and on one thread, against a plain depth-buffer raster of the same
 * triangles at 2048 x 2048; what a part of a drawing costs beside the whole; and our reading against the library's own open, stream and
 * copy. Each size runs in a process of its own, so that its peak of memory is its own. Every row goes into benchmarks/figures.md where
 * it stood; with a kind, a size or a view only those rows are measured.
 */
const SIZES = [100_000, 1_000_000, 5_000_000];
/** What a part costs is told of this size. */
const PARTS_OF = 1_000_000;

const DRAWING: Table = {
  title:
    'Scene and drawing, cold, one thread, beside a plain depth-buffer raster of the same triangles at 2048 × 2048. Cold is all of it: scene, cut, visibility, joining, doubles and arcs. Two threads: how many times faster they are than one on what depends on the view. Cuts a second: cut faces alone, the plane moved each time. Bytes a triangle: at the peak, beside the model itself and what Node takes.',
  head: [
    'scene',
    'triangles',
    'view',
    'raster',
    'cold',
    'ratio',
    'ratio of cut and visibility on a prepared scene',
    'joining a segment',
    'two threads',
    'segments',
    'cuts a second',
    'bytes a triangle',
  ],
  keys: 3,
};
const PARTS: Table = {
  title: 'What a part of an elevation costs on a prepared scene, as a ratio to the whole of it, in turns within one run:',
  head: ['scene', 'triangles', 'part', 'whole', 'part of it', 'ratio'],
  keys: 3,
};
const GROWTH: Table = {
  title: 'Growth of the cold time from the smallest to the largest scene, as an exponent:',
  head: ['scene', ...VIEWS.map(({ name }) => name)],
  keys: 1,
};
const IFC: Table = {
  title:
    'Reading IFC, beside the library alone (open, stream, copy each geometry once), processes of their own, the best of three (of the large file, one):',
  head: ['file', 'library alone', 'our reading', 'ratio of time', 'of memory'],
  keys: 1,
};
const FORMATS: Table = {
  title:
    'Reading a million triangles from mesh files, beside Node reading the file and splitting its bytes (a text into lines, a binary file into its records), median of five:',
  head: ['file', 'triangles', 'read and split', 'our reading', 'ratio'],
  keys: 2,
};
const WRITING: Table = {
  title:
    'Publishing an isometric (styling, closed outlines, levels, grid lines, title) and writing it, beside drawing it on a prepared scene, one thread, median of five:',
  head: ['form', 'lines', 'drawing', 'published and written', 'ratio'],
  keys: 1,
};
const STYLING: Table = {
  title: 'What a standard costs on a drawing that is there, beside drawing it on a prepared scene, one thread, median of five:',
  head: ['what', 'count', 'drawing', 'styled', 'ratio'],
  keys: 1,
};
const PIECES = ['drawing', 'ifc', 'formats', 'writing', 'styling'];

async function main(): Promise<void> {
  const { values } = parseArgs({
    args: process.argv.slice(2),
    options: {
      only: { type: 'string' },
      kind: { type: 'string' },
      size: { type: 'string' },
      view: { type: 'string' },
      one: { type: 'boolean' },
      read: { type: 'string' },
    },
    allowPositionals: true,
  });
  if (values.read) return readOnce(values.read, process.argv.at(-1)!);
  check('--only', values.only, PIECES);
  check('--kind', values.kind, Object.keys(KINDS));
  check('--view', values.view, VIEWS.map(({ name }) => name)); // prettier-ignore
  if (values.size && !(Number(values.size) >= 1000))
    throw new Error(`--size is "${values.size}"; it must be a number of triangles, 1000 at least`);
  if (values.one) {
    console.log(JSON.stringify(await measure(values.kind as Kind, Number(values.size), values.view)));
    return;
  }
  const file = new FiguresFile('benchmarks/figures.md', [DRAWING, PARTS, GROWTH, IFC, FORMATS, WRITING, STYLING]);
  const isPart = Boolean(values.kind || values.size || values.view);
  const wants = (piece: string) => (values.only ? values.only === piece : piece === 'drawing' || !isPart);
  const all: Row[] = [];
  for (const kind of !wants('drawing') ? [] : values.kind ? [values.kind] : Object.keys(KINDS))
    for (const size of values.size ? [Number(values.size)] : SIZES) {
      const command = [
        '--max-old-space-size=12000',
        process.argv[1]!,
        '--one',
        `--kind=${kind}`,
        `--size=${size}`,
        ...(values.view ? [`--view=${values.view}`] : []),
      ];
      const { stdout, status, stderr } = spawnSync(process.execPath, command, { encoding: 'utf8' });
      if (status !== 0) throw new Error(stderr);
      const { rows, parts } = JSON.parse(stdout) as Measured;
      all.push(...rows);
      for (const row of rows) file.put(DRAWING, drawingRow(row));
      if (size === PARTS_OF) for (const row of parts) file.put(PARTS, partRow(row));
      file.write();
    }
  if (wants('drawing') && !isPart) for (const kind of Object.keys(KINDS)) file.put(GROWTH, growthRow(kind, all));
  if (wants('ifc')) for (const row of [...measureIfc(20, 3), ...measureIfc(180, 1)]) file.put(IFC, cellsOf(row));
  if (wants('formats')) for (const line of linesOf('./read-formats.mjs')) file.put(FORMATS, formatRow(line));
  if (wants('writing')) for (const line of linesOf('./write-formats.mjs', '1650000')) file.put(WRITING, writeRow(line));
  if (wants('styling')) for (const line of linesOf('./style-drawings.mjs')) file.put(STYLING, styleRow(line));
  file.write();
}

/** What a measurement in a process of its own prints, line by line. */
function linesOf(script: string, ...args: string[]): string[] {
  const { status, stdout, stderr } = spawnSync(process.execPath, [new URL(script, import.meta.url).pathname, ...args], {
    encoding: 'utf8',
  });
  if (status !== 0) throw new Error(stderr);
  return stdout.trim().split('\n');
}

function writeRow(line: string): string[] {
  const { name, lines, drawing, took } = JSON.parse(line) as WriteRow;
  return [name, `${lines}`, `${drawing.toFixed(0)} ms`, `${took.toFixed(0)} ms`, (took / drawing).toFixed(2)];
}

function styleRow(line: string): string[] {
  const { name, count, drawing, took } = JSON.parse(line) as StyleRow;
  return [name, `${count}`, `${drawing.toFixed(0)} ms`, `${took.toFixed(0)} ms`, (took / drawing).toFixed(2)];
}

function check(option: string, value: string | undefined, allowed: readonly string[]): void {
  if (value !== undefined && !allowed.includes(value)) throw new Error(`${option} is "${value}"; it can be ${allowed.join(', ')}`);
}

const cellsOf = (row: string): string[] => row.split('|').slice(1, -1).map((cell) => cell.trim()); // prettier-ignore

function formatRow(line: string): string[] {
  const { name, megabytes, triangles, split, read, ratio } = JSON.parse(line) as FormatRow;
  return [`${name}, ${megabytes.toFixed(1)} MB`, `${triangles}`, `${split.toFixed(0)} ms`, `${read.toFixed(0)} ms`, ratio.toFixed(2)];
}

function drawingRow({ kind, triangles, view, raster, cold, prepared, joined, segments, two, cuts, bytes }: Row): string[] {
  return [
    kind,
    `${triangles}`,
    view,
    `${raster.toFixed(0)} ms`,
    `${cold.toFixed(0)} ms`,
    (cold / raster).toFixed(2),
    (prepared / raster).toFixed(2),
    `${joined.toFixed(1)} µs`,
    two.toFixed(2),
    `${segments}`,
    cuts ? cuts.toFixed(0) : '',
    bytes.toFixed(0),
  ];
}

const partRow = ({ kind, triangles, part, whole, own }: PartRow): string[] => [kind, `${triangles}`, part, `${whole.toFixed(0)} ms`, `${own.toFixed(0)} ms`, (own / whole).toFixed(2)]; // prettier-ignore

/** How the time of a kind grows from the smallest size to the largest, as an exponent for each view. */
function growthRow(kind: string, rows: readonly Row[]): string[] {
  const cells = VIEWS.map(({ name }) => {
    const own = rows.filter((r) => r.kind === kind && r.view === name);
    const [small, large] = [own[0]!, own.at(-1)!];
    return (Math.log(large.cold / small.cold) / Math.log(large.triangles / small.triangles)).toFixed(2);
  });
  return [kind, ...cells];
}

await main();
