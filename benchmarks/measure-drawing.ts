import { boundCorners } from '../core/geometry/bounds';
import { CutMemory } from '../core/cutting/cut-memory';
import { draw, drawWith } from '../core/draw';
import { frameFrom } from '../core/geometry/frame';
import { inSharedMemory } from '../core/geometry/shared-memory';
import type { Vec3 } from '../core/geometry/vec3';
import type { Model } from '../core/model/model';
import { prepare } from '../core/scene/prepare';
import type { Scene } from '../core/scene/scene';
import type { Sight } from '../core/sights/sight';
import { depthRaster } from './depth-raster';
import { KINDS, type Kind } from './generate-kinds';
import { secondThread } from './second-thread';

export const VIEWS: readonly {
  name: string;
  look: readonly [number, number, number];
  up: readonly [number, number, number];
  cut: boolean;
}[] = [
  { name: 'elevation', look: [0, 1, 0], up: [0, 0, 1], cut: false },
  { name: 'isometric', look: [-1, 1, -1], up: [0, 0, 1], cut: false },
  { name: 'section', look: [0, 1, 0], up: [0, 0, 1], cut: true },
  { name: 'plan', look: [0, 0, -1], up: [0, 1, 0], cut: true },
];
const ROUNDS = Number(process.env['ROUNDS'] ?? 3);
/** For how long drawings go on for the time of joining alone, in milliseconds. */
const MORE = 6000;
/** How often the plane is moved when the cut alone is measured. */
const CUTS = 40;

const ms = () => performance.now();

/** What one process measured of one scene: a row for each view. Times in milliseconds, the best of the rounds. */
export interface Row {
  readonly kind: Kind;
  readonly triangles: number;
  readonly view: string;
  readonly raster: number;
  readonly cold: number;
  readonly prepared: number;
  /** Microseconds of joining, doubles and arcs for each segment. */
  readonly joined: number;
  readonly segments: number;
  /** How many times faster two threads are on what depends on the view than one. */
  readonly two: number;
  /** Cut faces alone, plane moved each time: how many a second; 0 for a view without a cut. */
  readonly cuts: number;
  /** Bytes a triangle at the peak, beside the model itself and what Node takes. */
  readonly bytes: number;
}

export async function measure(kind: Kind, triangles: number, only: string | undefined): Promise<Measured> {
  const empty = process.memoryUsage().rss;
  const model = KINDS[kind](triangles);
  const own = model.positions.byteLength + model.triangles.byteLength;
  const rows: Row[] = [];
  for (const view of VIEWS) {
    if (only && view.name !== only) continue;
    const frame = frameFrom(AT, view.look, view.up);
    let [raster, cold, prepared, joined, segments] = [Infinity, Infinity, Infinity, Infinity, 0];
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
      const { cut, visibility, linework } = drawing.report.ms;
      const drawn = cut! + visibility! + linework!;
      raster = Math.min(raster, t1 - t0);
      cold = Math.min(cold, t2 - t1 + drawn);
      prepared = Math.min(prepared, cut! + visibility!);
      joined = Math.min(joined, linework!);
      segments = drawing.points.length / 2 - drawing.lineRole.length;
    }
    const peak = process.resourceUsage().maxRSS * 1024;
    const bytes = (peak - empty - own) / (model.triangles.length / 3);
    // joining is little beside the rest: in so few rounds one measures the compiler, not it
    for (const begun = ms(); ms() - begun < MORE;)
      joined = Math.min(joined, draw(model, last!, sightOf(view, AT), { clock: ms }).report.ms.linework!);
    rows.push({
      kind,
      triangles: model.triangles.length / 3,
      view: view.name,
      raster,
      cold,
      prepared,
      joined: (joined * 1000) / Math.max(1, segments),
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
  const scene = prepare(model);
  return { rows: await withTwo(rows, model, scene), parts: only && only !== 'elevation' ? [] : partsOf(kind, model, scene) };
}

/** What one process measured: a row for each view, and what parts of the elevation cost. */
export interface Measured {
  readonly rows: readonly Row[];
  readonly parts: readonly PartRow[];
}

/** What a part of a drawing costs beside the whole of it. */
export interface PartRow {
  readonly kind: Kind;
  readonly triangles: number;
  readonly part: string;
  readonly whole: number;
  readonly own: number;
}

/** An elevation as a whole and what limits, a depth, a keep box and a trim leave of it, in turns; the best of the rounds. */
function partsOf(kind: Kind, model: Model, scene: Scene): PartRow[] {
  const box = boundCorners(model.positions, 0, model.positions.length / 3, new Float64Array(6));
  const [low, size] = [
    [box[0]!, box[1]!, box[2]!],
    [box[3]! - box[0]!, box[4]! - box[1]!, box[5]! - box[2]!],
  ] as const;
  const centre = low.map((x, k) => x + size[k as 0 | 1 | 2] / 2) as unknown as Vec3;
  const whole: Sight = { ...sightOf(VIEWS[0]!, [0, low[1]!, 0]) };
  // of the area, or of the volume
  const [side, edge] = [Math.sqrt(0.1) / 2, Math.cbrt(0.1)];
  const cases: Record<string, Partial<Sight>> = {
    'depth a tenth': { depth: size[1] / 10 },
    'limits a tenth': {
      limits: {
        left: centre[0] - size[0] * side,
        right: centre[0] + size[0] * side,
        bottom: centre[2] - size[2] * side,
        top: centre[2] + size[2] * side,
      },
    },
    'keep box a tenth': { keepBox: { centre, size: [size[0] * edge, size[1] * edge, size[2] * edge] } },
    'a trim aslant, a corner off': {
      trims: [{ origin: [low[0]! + size[0] * 0.2, low[1]!, low[2]! + size[2] / 2], normal: [-0.8, -0.6, 0] }],
    },
  };
  const best = new Map<string, number>();
  for (let round = 0; round <= ROUNDS + 1; round++)
    for (const [name, more] of [['whole', {}] as const, ...Object.entries(cases)]) {
      const from = ms();
      draw(model, scene, { ...whole, ...more });
      if (round) best.set(name, Math.min(best.get(name) ?? Infinity, ms() - from));
    }
  return Object.keys(cases).map((part) => ({
    kind,
    triangles: model.triangles.length / 3,
    part,
    whole: best.get('whole')!,
    own: best.get(part)!,
  }));
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
