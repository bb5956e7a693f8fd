import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { readShared } from '../cli/read-here';
import { buildInThread } from '../cli/shape-thread';
import { readIfc } from '../core/readers/ifc/ifc';
import { SHAPE_SETTINGS } from '../core/readers/ifc/shapes/shapes';
import { generateIfc } from './generate-ifc';

interface Measured {
  readonly ms: number;
  readonly peak: number;
  readonly triangles: number;
}

/** What one child process does: read the file as this product does, or as the library alone would. */
export async function readOnce(how: string, path: string): Promise<void> {
  const bytes = readShared(path);
  const start = performance.now();
  const triangles = how === 'ours' ? await ours(bytes) : await libraryAlone(bytes);
  const out: Measured = { ms: performance.now() - start, peak: process.resourceUsage().maxRSS / 1024, triangles };
  console.log(JSON.stringify(out));
}

/** As the command line and the application do it: shapes in a thread of their own. */
async function ours(bytes: Uint8Array): Promise<number> {
  const openBuilder = () => buildInThread(new URL('./shapes.worker.mjs', import.meta.url));
  const { triangles } = await readIfc(bytes, 'generated.ifc', { openBuilder });
  return triangles.length / 3;
}

/** The library's own open, a stream over all meshes, and a copy of each geometry once: the least that any reader has to do. */
async function libraryAlone(bytes: Uint8Array): Promise<number> {
  // as its own page shows it
  const { IfcAPI, LogLevel } = createRequire(import.meta.url)('web-ifc') as typeof import('web-ifc');
  const library = new IfcAPI();
  await library.Init(undefined, true);
  library.SetLogLevel(LogLevel.LOG_LEVEL_OFF);
  const model = library.OpenModel(bytes, SHAPE_SETTINGS);
  const seen = new Set<number>();
  let triangles = 0;
  library.StreamAllMeshes(model, (mesh) => {
    for (let i = 0; i < mesh.geometries.size(); i++) {
      const placed = mesh.geometries.get(i);
      if (seen.has(placed.geometryExpressID)) continue;
      seen.add(placed.geometryExpressID);
      const geometry = library.GetGeometry(model, placed.geometryExpressID);
      const vertices = library.GetVertexArray(geometry.GetVertexData(), geometry.GetVertexDataSize());
      const indices = library.GetIndexArray(geometry.GetIndexData(), geometry.GetIndexDataSize());
      triangles += vertices.length > 0 ? indices.length / 3 : 0;
      geometry.delete();
    }
  });
  library.CloseModel(model);
  return triangles;
}

/** Lines of the table: our reading against the library's own, each in processes of its own, in turns, the best of some rounds. */
export function measureIfc(megabytes: number, rounds: number): string[] {
  const folder = mkdtempSync(join(tmpdir(), 'tarvex-bench-'));
  try {
    const path = join(folder, 'generated.ifc');
    const text = generateIfc(megabytes);
    writeFileSync(path, text);
    const best: Record<string, Measured> = {};
    for (let round = 0; round < rounds; round++)
      for (const how of ['library', 'ours']) {
        const { stdout, stderr, status } = spawnSync(process.execPath, [process.argv[1]!, `--read=${how}`, path], { encoding: 'utf8' });
        if (status !== 0) throw new Error(stderr);
        const got = JSON.parse(stdout) as Measured;
        if (!best[how] || got.ms < best[how].ms) best[how] = got;
      }
    const [ours, library] = [best['ours']!, best['library']!];
    const size = (text.length / 1e6).toFixed(1);
    return [
      `| ${size} MB | ${library.ms.toFixed(0)} ms, ${library.peak.toFixed(0)} MB | ${ours.ms.toFixed(0)} ms, ${ours.peak.toFixed(0)} MB, ${ours.triangles} triangles | ${(ours.ms / library.ms).toFixed(2)} | ${(ours.peak / library.peak).toFixed(2)} |`,
    ];
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
