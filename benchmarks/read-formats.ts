import { Document, WebIO } from '@gltf-transform/core';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Model } from '../core/model/model';
import { readModel } from '../core/readers/read-model';
import { generateBuilding } from './generate';

export interface FormatRow {
  readonly name: string;
  readonly megabytes: number;
  readonly triangles: number;
  /** Milliseconds. */
  readonly split: number;
  readonly read: number;
  readonly ratio: number;
}

/**
 * Reading a million triangles from OBJ, STL, PLY and GLB, beside the time in which Node reads the file from disk and splits its
 * bytes: a text into its lines, a binary file into a copy for each triangle's record. Prints one row a format as JSON.
 */
const model = generateBuilding(Number(process.argv[2] ?? 1e6));
const folder = mkdtempSync(join(tmpdir(), 'tarvex-bench-'));
const never = (): never => {
  throw new Error('not needed');
};

const median = (times: number[]) => times.sort((a, b) => a - b)[times.length >> 1]!;
const clock = async (work: () => unknown) => {
  const from = performance.now();
  await work();
  return performance.now() - from;
};

function splitText(path: string): number {
  return readFileSync(path).toString('latin1').split('\n').length;
}
function splitBytes(path: string, step: number): number {
  const bytes = readFileSync(path);
  let sum = 0;
  for (let at = 0; at + step <= bytes.length; at += step) sum += bytes.subarray(at, at + step)[0]!;
  return sum;
}

try {
  const files: [string, Uint8Array | string, (path: string) => number][] = [
    ['building.obj', obj(model), splitText],
    ['building.stl', stl(model), (path) => splitBytes(path, 50)],
    ['text.ply', plyText(model), splitText],
    ['binary.ply', plyBinary(model), (path) => splitBytes(path, 13)],
    ['building.glb', await glb(model), (path) => splitBytes(path, 12)],
  ];
  for (const [name, content, split] of files) {
    const path = join(folder, name);
    writeFileSync(path, content);
    const [plain, ours]: [number[], number[]] = [[], []];
    let triangles = 0;
    for (let round = 0; round < 5; round++) {
      plain.push(await clock(() => split(path)));
      ours.push(
        await clock(async () => {
          const read = await readModel(readFileSync(path), name, { openBuilder: never, openStepLibrary: never, openDraco: never });
          triangles = read.triangles.length / 3;
        }),
      );
    }
    const megabytes = content.length / 1e6;
    const row: FormatRow = { name, megabytes, triangles, split: median(plain), read: median(ours), ratio: median(ours) / median(plain) };
    console.log(JSON.stringify(row));
  }
} finally {
  rmSync(folder, { recursive: true });
}

function obj({ positions, triangles, partStart }: Model): string {
  const lines: string[] = [];
  for (let i = 0; i < positions.length; i += 3)
    lines.push(`v ${positions[i]!.toFixed(4)} ${positions[i + 1]!.toFixed(4)} ${positions[i + 2]!.toFixed(4)}`);
  for (let p = 0; p + 1 < partStart.length; p++) {
    lines.push(`o e${p}`);
    for (let t = partStart[p]! * 3; t < partStart[p + 1]! * 3; t += 3)
      lines.push(`f ${triangles[t]! + 1} ${triangles[t + 1]! + 1} ${triangles[t + 2]! + 1}`);
  }
  return lines.join('\n');
}

function stl({ positions, triangles }: Model): Uint8Array {
  const out = new DataView(new ArrayBuffer(84 + (triangles.length / 3) * 50));
  out.setUint32(80, triangles.length / 3, true);
  for (let t = 0; t < triangles.length; t++)
    for (let k = 0; k < 3; k++)
      out.setFloat32(84 + Math.floor(t / 3) * 50 + 12 + (t % 3) * 12 + k * 4, positions[triangles[t]! * 3 + k]!, true);
  return new Uint8Array(out.buffer);
}

function plyHead(format: string, { positions, triangles }: Model): string {
  return `ply\nformat ${format} 1.0\nelement vertex ${positions.length / 3}\nproperty float x\nproperty float y\nproperty float z\nelement face ${triangles.length / 3}\nproperty list uchar int vertex_indices\nend_header\n`;
}

function plyText(m: Model): string {
  const lines: string[] = [];
  for (let i = 0; i < m.positions.length; i += 3)
    lines.push(`${m.positions[i]!.toFixed(4)} ${m.positions[i + 1]!.toFixed(4)} ${m.positions[i + 2]!.toFixed(4)}`);
  for (let t = 0; t < m.triangles.length; t += 3) lines.push(`3 ${m.triangles[t]} ${m.triangles[t + 1]} ${m.triangles[t + 2]}`);
  return plyHead('ascii', m) + lines.join('\n') + '\n';
}

function plyBinary(m: Model): Uint8Array {
  const head = new TextEncoder().encode(plyHead('binary_little_endian', m));
  const out = new DataView(new ArrayBuffer(head.length + m.positions.length * 4 + (m.triangles.length / 3) * 13));
  new Uint8Array(out.buffer).set(head);
  let at = head.length;
  for (const x of m.positions) {
    out.setFloat32(at, x, true);
    at += 4;
  }
  for (let t = 0; t < m.triangles.length; t += 3) {
    out.setUint8(at, 3);
    for (let k = 0; k < 3; k++) out.setInt32(at + 1 + k * 4, m.triangles[t + k]!, true);
    at += 13;
  }
  return new Uint8Array(out.buffer);
}

async function glb({ positions, triangles }: Model): Promise<Uint8Array> {
  const document = new Document();
  const buffer = document.createBuffer();
  const position = document.createAccessor().setType('VEC3').setArray(Float32Array.from(positions)).setBuffer(buffer);
  const indices = document.createAccessor().setType('SCALAR').setArray(Uint32Array.from(triangles)).setBuffer(buffer);
  const mesh = document
    .createMesh('building')
    .addPrimitive(document.createPrimitive().setAttribute('POSITION', position).setIndices(indices));
  document.createScene().addChild(document.createNode('building').setMesh(mesh));
  return new WebIO().writeBinary(document);
}
