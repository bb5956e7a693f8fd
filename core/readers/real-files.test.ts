import assimp from 'assimpjs';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import { beforeAll, describe, expect, it } from 'vitest';
import { openDraco } from '../../cli/draco-library';
import { openBuilder } from '../../cli/ifc-library';
import { openStepLibrary } from '../../cli/step-library';
import { Fault } from '../faults/fault';
import { faceArea } from '../geometry/rings';
import { drawModel } from '../testing/views';
import { volumeOf } from '../testing/volume-of';
import type { Model } from '../model/model';
import { modelAmong } from './model-kinds';
import { readModel } from './read-model';

/** Files that strangers made: the test models of Assimp as Debian packs them (assimp-testmodels, which npm test installs). */
const SAMPLES = process.env.SAMPLE_MODELS ?? '/usr/share/assimp/models';

const open = (path: string) =>
  readModel(new Uint8Array(readFileSync(join(SAMPLES, path))), basename(path), {
    openBuilder,
    openStepLibrary,
    openDraco,
    companion: (name) => {
      const beside = join(SAMPLES, dirname(path), name);
      return existsSync(beside) ? new Uint8Array(readFileSync(beside)) : undefined;
    },
  });

let library: Awaited<ReturnType<typeof assimp>>;
beforeAll(async () => {
  if (!existsSync(SAMPLES)) throw new Error(`no ${SAMPLES}: install Debian's assimp-testmodels, or name its folder in SAMPLE_MODELS`);
  library = await assimp();
});

/** The number of triangles and their area: it does not hang on where an open mesh lies, as a volume would. */
const figures = ({ positions: p, triangles }: { readonly positions: ArrayLike<number>; readonly triangles: ArrayLike<number> }) => {
  let area = 0;
  for (let t = 0; t < triangles.length; t += 3) {
    const [a, b, c] = [triangles[t]! * 3, triangles[t + 1]! * 3, triangles[t + 2]! * 3];
    const [u, v] = [b, c].map((k) => [0, 1, 2].map((i) => p[k + i]! - p[a + i]!)) as [number[], number[]];
    area += Math.hypot(u[1]! * v[2]! - u[2]! * v[1]!, u[2]! * v[0]! - u[0]! * v[2]!, u[0]! * v[1]! - u[1]! * v[0]!) / 2;
  }
  return { triangles: triangles.length / 3, area };
};

/** The same as Assimp, compiled to WebAssembly, has it. */
const byAssimp = (path: string) => {
  const list = new library.FileList();
  list.AddFile(basename(path), new Uint8Array(readFileSync(join(SAMPLES, path))));
  const result = library.ConvertFileList(list, 'assjson');
  if (!result.IsSuccess()) throw new Error(result.GetErrorCode());
  const { meshes } = JSON.parse(new TextDecoder().decode(result.GetFile(0).GetContent())) as {
    meshes: { vertices: number[]; faces: number[][] }[];
  };
  const each = meshes.map(({ vertices, faces }) => figures({ positions: vertices, triangles: faces.flat() }));
  return each.reduce((sum, one) => ({ triangles: sum.triangles + one.triangles, area: sum.area + one.area }));
};

describe('a house in IFC2X3 from a design program', () => {
  let house: Model;
  beforeAll(async () => {
    house = await open(`IFC/${readdirSync(join(SAMPLES, 'IFC')).find((name) => name.endsWith('.ifc'))!}`);
  });
  const element = (name: string) => house.elements.findIndex((e) => e.name === name);

  it('has its storeys, rooms and elements', () => {
    expect(house.storeys.map(({ name, elevation }) => [name, Math.round(elevation * 1e6) / 1e6])).toEqual([
      ['0. Erdgeschoss', 0],
      ['1. Dachgeschoss', 2.7],
    ]);
    const census = new Map<string, number>();
    for (const e of house.elements) census.set(e.class, (census.get(e.class) ?? 0) + 1);
    expect(Object.fromEntries(census)).toEqual({
      Beam: 51,
      Column: 1,
      Door: 5,
      FurnishingElement: 21,
      Railing: 2,
      Site: 1,
      Slab: 4,
      Space: 7,
      Stair: 1,
      Wall: 13,
      Window: 11,
    });
  });

  // Assimp 5.2.5, `assimp export`, volumes of the meshes that it makes of this file by its own IFC reader
  it.each([
    ['Bodenplatte', 24],
    ['Dach-1', 16.5122],
    ['Slab-033', 19.9672],
    ['Wand-Ext-ERDG-2', 7.317],
    ['Wand-Ext-ERDG-3', 6.417],
    ['Wand-Ext-ERDG-4', 6.6049],
    ['Wand-Int-ERDG-2', 2.9151],
    ['Wand-Int-ERDG-3', 3.4122],
    ['Sparren-20', 0.0813],
    ['Unterzug-1', 0.1958],
    ['Haustuer', 0.1496],
    ['Terrassentuer', 0.1354],
    ['EG-Fenster-4', 0.0738],
    ['Doppelbett', 1.8035],
    ['Wendeltreppe', 0.2079],
    ['Gelaender-2', 0.0288],
    ['Gelände', 168],
  ])('builds %s as an independent reader does: %d m³', (name, volume) => {
    expect(Math.abs(volumeOf(house, element(name)) - volume)).toBeLessThan(0.6e-4 + volume * 1e-6);
  });

  it('is cut 1.2 m above its floor in the walls that its figures give', () => {
    const plan = drawModel(house, { kind: 'plan', number: 'P', name: '', storey: '0. Erdgeschoss', height: 1.2, depth: 0 });
    const cut = plan.regions
      .filter((r) => house.materials[r.material]?.name === 'Leichtbeton')
      .reduce((sum, r) => sum + faceArea(r.face), 0);
    // by hand: the outer walls 12 × 10 m, 30 cm thick, less nine windows of 2 m and doors of 1.01 and 2.01 m; the inner ones 24 cm
    // thick, of 3.71, 5.69, 7.11, 4.29 and 3.5 m, less three doors of 0.885 m
    const outer = 12 * 10 - 11.4 * 9.4 - 0.3 * (9 * 2 + 1.01 + 2.01);
    // two of which share a corner
    const inner = 0.24 * (3.71 + 5.69 + 7.11 + 4.29 + 3.5 - 3 * 0.885 - 0.24);
    expect(cut).toBeCloseTo(outer + inner, 4);
  });
});

it.each([
  'STL/Spider_ascii.stl',
  'STL/Spider_binary.stl',
  'STL/Wuson.stl',
  'OBJ/spider.obj',
  'PLY/Wuson.ply',
  'PLY/cube_binary.ply',
  'glTF2/BoxTextured-glTF-Binary/BoxTextured.glb',
])('%s has the triangles and the area that an independent reader finds', async (path) => {
  const [ours, theirs] = [figures(await open(path)), byAssimp(path)];
  expect(ours.triangles).toBe(theirs.triangles);
  expect(ours.area / theirs.area).toBeCloseTo(1, 5);
});

it('a box in 3MF is 10 × 20 × 30 mm; an engine in GLB has the triangles that its makers tell', async () => {
  expect(volumeOf(await open('3MF/box.3mf'))).toBeCloseTo(6e-6, 12);
  expect((await open('glTF2/2CylinderEngine-glTF-Binary/2CylinderEngine.glb')).triangles).toHaveLength(121_496 * 3);
});

describe('files that are not in order', () => {
  const outcome = (path: string) =>
    open(path).then(
      (model) =>
        model.notes
          .map((n) => n.code)
          .filter((code) => code !== 'unit-assumed')
          .join() || 'read',
      (error: unknown) => (error instanceof Fault ? `${error.code}: ${error.facts.place ?? error.facts.version ?? ''}` : String(error)),
    );

  it.each([
    ['glTF/CesiumMilkTruck/CesiumMilkTruck.gltf', 'file-version: version 1'],
    ['glTF/BoxTextured-glTF-Binary/BoxTextured.glb', 'file-version: version 1'],
    ['glTF2/IndexOutOfRange/IndexOutOfRange.gltf', 'faces-skipped'],
    ['glTF2/IndexOutOfRange/AllIndicesOutOfRange.gltf', 'file-damaged: in its indices'],
    ['glTF2/BoxWithInfinites-glTF-Binary/BoxWithInfinites.glb', 'file-damaged: in its corners'],
    ['glTF2/IncorrectVertexArrays/Cube.gltf', 'file-damaged: part 2 of its data'],
    ['glTF2/RecursiveNodes/RecursiveNodes.gltf', 'file-damaged: node 0 ("")'],
    ['glTF2/MissingBin/BoxTextured.gltf', 'file-damaged: beside it'],
    ['glTF2/wrongTypes/badArray.gltf', 'file-damaged: in its data'],
    ['invalid/malformed.obj', 'obj-line-skipped'],
    ['OBJ/testpoints.obj', 'obj-no-faces: '],
    ['PLY/pond.0.ply', 'file-without-faces: '],
    ['invalid/empty.ply', 'file-empty: '],
  ])('%s: %s', async (path, expected) => {
    expect(await outcome(path)).toBe(expected);
  });

  it.each(['DXF/wuson.dxf', 'DXF/PinkEggFromLW.dxf'])('%s: bodies in a DXF are told from a plan', async (path) => {
    await expect(open(path)).rejects.toMatchObject({ code: 'file-without-faces', facts: { reason: expect.stringContaining('three dim') } });
  });

  it('a text in UTF-16 is read as the same one in UTF-8', async () => {
    const [wide, plain] = [await open('OBJ/box_UTF16BE.obj'), await open('OBJ/box.obj')];
    expect([wide.positions, wide.triangles]).toEqual([plain.positions, plain.triangles]);
    const asWide = (text: string) => new Uint8Array(Buffer.from(`\ufeff${text}`, 'utf16le'));
    const library = (name: string) => (name === 'a.mtl' ? asWide('newmtl oak\nKd 1 0.5 0\n') : undefined);
    const options = { openBuilder, openStepLibrary, openDraco, companion: library };
    const painted = await readModel(asWide('mtllib a.mtl\nv 0 0 0\nv 1 0 0\nv 0 1 0\nusemtl oak\nf 1 2 3\n'), 'a.obj', options);
    expect(painted.materials).toEqual([{ name: 'oak', colour: [1, 0.5, 0, 1] }]);
  });

  it('every sample is read into sound figures or refused with a fault of ours', async () => {
    const paths = readdirSync(SAMPLES, { recursive: true, encoding: 'utf8' })
      .filter((path) => modelAmong([path]) >= 0)
      .sort();
    expect(paths.length).toBeGreaterThan(100);
    for (const path of paths) {
      const model = await open(path).catch((error: unknown) => error);
      if (model instanceof Error) expect(`${path}: ${model instanceof Fault ? 'told' : model.stack}`).toBe(`${path}: told`);
      else expect(`${path}: ${(model as Model).positions.every(Number.isFinite)}`).toBe(`${path}: true`);
    }
  });
});
