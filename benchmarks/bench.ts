import { spawnSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { CutMemory } from '../core/cutting/cut-memory';
import { draw, drawWith } from '../core/draw';
import type { Model } from '../core/model/model';
import { prepare } from '../core/scene/prepare';
import type { Scene } from '../core/scene/scene';
import { inSharedMemory } from '../core/geometry/shared-memory';
import { frameFrom } from '../core/geometry/frame';
import type { Sight } from '../core/sights/sight';
import { depthRaster } from './depth-raster';
import { KINDS, type Kind } from './generate-kinds';
import type { FormatRow } from './read-formats';
import { measureIfc, readOnce } from './read-ifc';
import { secondThread } from './second-thread';

/*
 * Ratios within one run: our scene and drawing, cold and on one thread, against a plain depth-buffer raster of the same
 * triangles at 2048 x 2048; and our reading of an IFC file against the library's own open, stream and copy. Each size runs
 * in a process of its own, so that its peak of memory is its own. The figures go to benchmarks/figures.md.
 */
const VIEWS: readonly { name: string; look: readonly [number, number, number]; up: readonly [number, number, number]; cut: boolean }[] = [
  { name: 'elevation', look: [0, 1, 0], up: [0, 0, 1], cut: false },
  { name: 'isometric', look: [-1, 1, -1], up: [0, 0, 1], cut: false },
  { name: 'section', look: [0, 1, 0], up: [0, 0, 1], cut: true },
  { name: 'plan', look: [0, 0, -1], up: [0, 1, 0], cut: true },
];
const ROUNDS = Number(process.env['ROUNDS'] ?? 3);
/** How often the plane is moved when the cut alone is measured. */
const CUTS = 40;

const ms = () => performance.now();

/** What one process measured of one scene: a row for each view. Times in milliseconds, the best of the rounds. */
interface Row {
  readonly kind: Kind;
  readonly triangles: number;
  readonly view: string;
  readonly raster: number;
  readonly cold: number;
  readonly prepared: number;
  readonly segments: number;
  /** How many times faster two threads are on what depends on the view than one. */
  readonly two: number;
  /** Cut faces alone, plane moved each time: how many a second; 0 for a view without a cut. */
  readonly cuts: number;
  /** Bytes a triangle at the peak, beside the model itself and what Node takes. */
  readonly bytes: number;
}

async function measure(kind: Kind, triangles: number): Promise<Row[]> {
  const empty = process.memoryUsage().rss;
  const model = KINDS[kind](triangles);
  const own = model.positions.byteLength + model.triangles.byteLength;
  const rows: Row[] = [];
  for (const view of VIEWS) {
    const frame = frameFrom(AT, view.look, view.up);
    let [raster, cold, prepared, segments] = [Infinity, Infinity, Infinity, 0];
    let last: Scene | null = null;
    // One round first, so that neither pays for compilation; then the best of the rest, in turns.
    for (let round = 0; round <= ROUNDS; round++) {
      const t0 = ms();
      depthRaster(model.positions, model.triangles, frame, 2048);
      const t1 = ms();
      const scene = prepare(model);
      const t2 = ms();
      const drawing = draw(model, scene, sightOf(view, AT), { clock: ms });
      last = scene;
      if (round === 0) continue;
      const { cut, visibility } = drawing.report.ms;
      raster = Math.min(raster, t1 - t0);
      cold = Math.min(cold, t2 - t1 + cut! + visibility!);
      prepared = Math.min(prepared, cut! + visibility!);
      segments = drawing.points.length / 2 - drawing.lineRole.length;
    }
    const peak = process.resourceUsage().maxRSS * 1024;
    const bytes = (peak - empty - own) / (model.triangles.length / 3);
    rows.push({
      kind,
      triangles: model.triangles.length / 3,
      view: view.name,
      raster,
      cold,
      prepared,
      segments,
      two: 0,
      cuts: view.cut ? cutsPerSecond(last!) : 0,
      bytes,
    });

    function cutsPerSecond(scene: Scene): number {
      let spent = 0;
      const memory = new CutMemory();
      for (let k = -5; k < CUTS; k++) {
        const by = view.look[1] ? [0, 0.05 * k, 0] : [0, 0, 0.01 * k];
        const origin: [number, number, number] = [AT[0], AT[1] + by[1]!, AT[2] + by[2]!];
        const from = ms();
        draw(model, scene, sightOf(view, origin), { cutOnly: true, memory });
        if (k >= 0) spent += ms() - from;
      }
      return (1000 * CUTS) / spent;
    }
  }
  return withTwo(rows, model, prepare(model));
}

/** The same pictures by one thread and by two in turns, best of the rounds; after the peak of memory is known. */
async function withTwo(rows: readonly Row[], model: Model, scene: Scene): Promise<Row[]> {
  const shared = inSharedMemory(scene);
  const helper = secondThread(new URL('./helper-thread.mjs', import.meta.url), 'bench', shared);
  const out: Row[] = [];
  for (const row of rows) {
    const sight = sightOf(
      VIEWS.find(({ name }) => name === row.view)!,
      AT,
    );
    let [one, two] = [Infinity, Infinity];
    for (let round = 0; round <= ROUNDS + 2; round++) {
      const alone = draw(model, shared, sight, { clock: ms });
      const together = await drawWith(helper, model, shared, sight, { clock: ms });
      if (round === 0) continue;
      one = Math.min(one, alone.report.ms.visibility!);
      two = Math.min(two, together.report.ms.visibility!);
    }
    out.push({ ...row, two: one / two });
  }
  await helper.end();
  return out;
}

const AT: [number, number, number] = [0, 7.3, 4.3];
const sightOf = (view: (typeof VIEWS)[number], origin: [number, number, number]): Sight => ({
  kind: 'section',
  number: '',
  name: view.name,
  frame: { origin, look: view.look, up: view.up, cut: view.cut },
});

async function main(): Promise<void> {
  const args = process.argv.slice(2);
  const reading = args.find((a) => a.startsWith('--read='));
  if (reading) return readOnce(reading.slice(7), args[1]!);
  const single = args.find((a) => a.startsWith('--size='));
  if (single) {
    const kind = args.find((a) => a.startsWith('--kind='))!.slice(7) as Kind;
    console.log(JSON.stringify(await measure(kind, Number(single.slice(7)))));
    return;
  }
  const wanted = args.map(Number).filter((n) => n > 0);
  const lines = [
    'Written by `npm run bench`. Times differ from machine to machine; the ratios, taken within one run, are what counts.',
    '',
    'Scene and drawing, cold, one thread, beside a plain depth-buffer raster of the same triangles at 2048 × 2048. Two threads: how many times faster they are than one on what depends on the view. Cuts: cut faces alone, the plane moved along its normal each time (50 mm, in a plan 10 mm), as the application does it: what stays the same from one cut to the next is kept. Bytes: at the peak, beside the model itself.',
    '',
    '| scene | triangles | view | raster | scene + cut + visibility | ratio | ratio on a prepared scene | two threads | segments | cuts a second | bytes a triangle |',
    '| --- | --- | --- | --- | --- | --- | --- | --- | --- | --- | --- |',
  ];
  console.log(lines.join('\n'));
  const say = (rows: readonly string[]) => {
    lines.push(...rows);
    console.log(rows.join('\n'));
  };
  const all: Row[] = [];
  for (const kind of Object.keys(KINDS))
    for (const size of wanted.length ? wanted : [100_000, 1_000_000, 5_000_000]) {
      const command = ['--max-old-space-size=12000', process.argv[1]!, `--size=${size}`, `--kind=${kind}`];
      const { stdout, status, stderr } = spawnSync(process.execPath, command, { encoding: 'utf8' });
      if (status !== 0) throw new Error(stderr);
      const rows = JSON.parse(stdout) as Row[];
      all.push(...rows);
      say(rows.map(tableRow));
    }
  if (!wanted.length) say(growth(all));
  say([
    '',
    'Reading IFC, beside the library alone (open, stream, copy each geometry once), processes of their own, the best of three (of the large file, one):',
    '',
    '| file | library alone | our reading | ratio of time | of memory |',
    '| --- | --- | --- | --- | --- |',
  ]);
  say(measureIfc(20, 3));
  say(measureIfc(180, 1));
  say([
    '',
    'Reading a million triangles from mesh files, beside Node reading the file and splitting its bytes (a text into lines, a binary file into its records), median of five:',
    '',
    '| file | triangles | read and split | our reading | ratio |',
    '| --- | --- | --- | --- | --- |',
  ]);
  const formats = spawnSync(process.execPath, [new URL('./read-formats.mjs', import.meta.url).pathname], { encoding: 'utf8' });
  if (formats.status !== 0) throw new Error(formats.stderr);
  say(formats.stdout.trim().split('\n').map(formatRow));
  if (!wanted.length) writeFileSync('benchmarks/figures.md', `# Figures\n\n${lines.join('\n')}\n`);
}

function formatRow(line: string): string {
  const { name, megabytes, triangles, split, read, ratio } = JSON.parse(line) as FormatRow;
  return `| ${name}, ${megabytes.toFixed(1)} MB | ${triangles} | ${split.toFixed(0)} ms | ${read.toFixed(0)} ms | ${ratio.toFixed(2)} |`;
}

function tableRow({ kind, triangles, view, raster, cold, prepared, segments, two, cuts, bytes }: Row): string {
  const cells = [
    kind,
    triangles,
    view,
    `${raster.toFixed(0)} ms`,
    `${cold.toFixed(0)} ms`,
    (cold / raster).toFixed(2),
    (prepared / raster).toFixed(2),
    two.toFixed(2),
    segments,
    cuts ? cuts.toFixed(0) : '',
    bytes.toFixed(0),
  ];
  return `| ${cells.join(' | ')} |`;
}

/** How the time grows from the smallest size to the largest: the exponent of each kind and view. */
function growth(rows: readonly Row[]): string[] {
  const out = [
    '',
    'Growth of the cold time from the smallest to the largest scene, as an exponent:',
    '',
    '| scene | elevation | isometric | section | plan |',
    '| --- | --- | --- | --- | --- |',
  ];
  for (const kind of Object.keys(KINDS)) {
    const cells = VIEWS.map(({ name }) => {
      const own = rows.filter((r) => r.kind === kind && r.view === name);
      const [small, large] = [own[0]!, own.at(-1)!];
      return (Math.log(large.cold / small.cold) / Math.log(large.triangles / small.triangles)).toFixed(2);
    });
    out.push(`| ${kind} | ${cells.join(' | ')} |`);
  }
  return out;
}

await main();
