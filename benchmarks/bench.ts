import { spawnSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { draw } from '../core/draw';
import type { Model } from '../core/model/model';
import { prepare } from '../core/scene/prepare';
import { frameFrom } from '../core/sights/frame';
import type { Sight } from '../core/sights/sight';
import { depthRaster } from './depth-raster';
import { KINDS, type Kind } from './generate-kinds';
import { measureIfc, readOnce } from './read-ifc';

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

const ms = () => performance.now();
const megabytes = () => Math.round(process.resourceUsage().maxRSS / 1024);

function measure(kind: Kind, model: Model): string[] {
  const rows: string[] = [];
  for (const view of VIEWS) {
    const at: [number, number, number] = [0, 7.3, 4.3];
    const sight: Sight = {
      kind: 'section',
      number: '',
      name: view.name,
      frame: { origin: at, look: view.look, up: view.up, cut: view.cut },
    };
    const frame = frameFrom(at, view.look, view.up);
    let [raster, ours, again, segments] = [Infinity, Infinity, Infinity, 0];
    // One round first, so that neither pays for compilation; then the best of the rest, in turns.
    for (let round = 0; round <= ROUNDS; round++) {
      const t0 = ms();
      depthRaster(model.positions, model.triangles, frame, 2048);
      const t1 = ms();
      const scene = prepare(model);
      const t2 = ms();
      const drawing = draw(model, scene, sight, { clock: ms });
      if (round === 0) continue;
      const { cut, visibility } = drawing.report.ms;
      raster = Math.min(raster, t1 - t0);
      ours = Math.min(ours, t2 - t1 + cut! + visibility!);
      again = Math.min(again, cut! + visibility!);
      segments = drawing.points.length / 2 - drawing.lineRole.length;
    }
    const row = [
      kind,
      model.triangles.length / 3,
      view.name,
      `${raster.toFixed(0)} ms`,
      `${ours.toFixed(0)} ms`,
      (ours / raster).toFixed(2),
      (again / raster).toFixed(2),
      segments,
      `${megabytes()} MB`,
    ];
    rows.push(`| ${row.join(' | ')} |`);
  }
  return rows;
}

async function main(): Promise<void> {
  const args = process.argv.slice(2);
  const reading = args.find((a) => a.startsWith('--read='));
  if (reading) return readOnce(reading.slice(7), args[1]!);
  const single = args.find((a) => a.startsWith('--size='));
  if (single) {
    const kind = args.find((a) => a.startsWith('--kind='))!.slice(7) as Kind;
    console.log(measure(kind, KINDS[kind](Number(single.slice(7)))).join('\n'));
    return;
  }
  const wanted = args.map(Number).filter((n) => n > 0);
  const lines = [
    'Written by `npm run bench`. Times differ from machine to machine; the ratios, taken within one run, are what counts.',
    '',
    'Scene and drawing, cold, one thread, beside a plain depth-buffer raster of the same triangles at 2048 × 2048:',
    '',
    '| scene | triangles | view | raster | scene + cut + visibility | ratio | ratio on a prepared scene | segments | peak memory |',
    '| --- | --- | --- | --- | --- | --- | --- | --- | --- |',
  ];
  console.log(lines.join('\n'));
  const say = (rows: readonly string[]) => {
    lines.push(...rows);
    console.log(rows.join('\n'));
  };
  for (const kind of Object.keys(KINDS))
    for (const size of wanted.length ? wanted : [100_000, 1_000_000, 5_000_000]) {
      const command = ['--max-old-space-size=12000', process.argv[1]!, `--size=${size}`, `--kind=${kind}`];
      const { stdout, status, stderr } = spawnSync(process.execPath, command, { encoding: 'utf8' });
      if (status !== 0) throw new Error(stderr);
      say(stdout.trim().split('\n'));
    }
  say([
    '',
    'Reading IFC, beside the library alone (open, stream, copy each geometry once), processes of their own, best of three:',
    '',
    '| file | library alone | our reading | ratio |',
    '| --- | --- | --- | --- |',
  ]);
  say(measureIfc(20));
  if (!wanted.length) writeFileSync('benchmarks/figures.md', `# Figures\n\n${lines.join('\n')}\n`);
}

await main();
