import { draw } from '../core/draw';
import type { Model } from '../core/model/model';
import { prepare } from '../core/scene/prepare';
import { frameFrom } from '../core/sights/frame';
import type { Sight } from '../core/sights/sight';
import { depthRaster } from './depth-raster';
import { generateBuilding } from './generate';
import { measureIfc } from './read-ifc';

/*
 * Prints ratios within one run: our scene and drawing, cold and on one thread, against a plain depth-buffer raster of the
 * same triangles at 2048 x 2048; and our reading of an IFC file against the library's own open, stream and copy.
 */
const VIEWS: readonly { name: string; look: readonly [number, number, number]; up: readonly [number, number, number]; cut: boolean }[] = [
  { name: 'elevation', look: [0, 1, 0], up: [0, 0, 1], cut: false },
  { name: 'isometric', look: [-1, 1, -1], up: [0, 0, 1], cut: false },
  { name: 'section', look: [0, 1, 0], up: [0, 0, 1], cut: true },
];

const ms = () => performance.now();
const megabytes = () => Math.round(process.resourceUsage().maxRSS / 1024);

function measure(model: Model, size: number): void {
  for (const view of VIEWS) {
    const at: [number, number, number] = [0, 7.3, 0];
    const sight: Sight = {
      kind: 'section',
      number: '',
      name: view.name,
      frame: { origin: at, look: view.look, up: view.up, cut: view.cut },
    };
    const frame = frameFrom(at, view.look, view.up);
    // one warm-up of each, so that neither pays for compilation; then the best of three in turns
    let raster = Infinity,
      ours = Infinity,
      scenePart = 0,
      visibility = 0,
      segments = 0;
    for (let round = 0; round < 4; round++) {
      const t0 = ms();
      depthRaster(model.positions, model.triangles, frame, 2048);
      const t1 = ms();
      const scene = prepare(model);
      const t2 = ms();
      const drawing = draw(model, scene, sight, { clock: ms });
      const steps = drawing.report.ms;
      if (round === 0) continue;
      raster = Math.min(raster, t1 - t0);
      const total = t2 - t1 + steps.cut! + steps.visibility!;
      if (total < ours) {
        ours = total;
        scenePart = t2 - t1;
        visibility = steps.visibility!;
        segments = drawing.points.length / 2 - drawing.lineRole.length;
      }
    }
    console.log(
      `${String(size).padStart(9)}  ${view.name.padEnd(10)} ${ours.toFixed(0).padStart(7)} ms  (scene ${scenePart.toFixed(0)}, visibility ${visibility.toFixed(0)})  raster ${raster.toFixed(0).padStart(5)} ms  ratio ${(ours / raster).toFixed(2).padStart(5)}  ${segments} segments  peak ${megabytes()} MB`,
    );
  }
}

const sizes = process.argv
  .slice(2)
  .map(Number)
  .filter((n) => n > 0);
console.log('scene + cut + visibility, cold, one thread, against a plain depth-buffer raster at 2048 x 2048');
for (const size of sizes.length ? sizes : [100_000, 1_000_000]) {
  const model = generateBuilding(size);
  measure(model, model.triangles.length / 3);
}
await measureIfc();
