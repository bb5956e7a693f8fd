import { Document, Logger, WebIO } from '@gltf-transform/core';
import { EXTMeshGPUInstancing } from '@gltf-transform/extensions';
import assimp from 'assimpjs';
import { strToU8, zipSync } from 'fflate';
import { readFileSync } from 'node:fs';
import { BufferGeometry, BufferAttribute, Mesh } from 'three';
import { PLYExporter } from 'three/examples/jsm/exporters/PLYExporter.js';
import { beforeAll, describe, expect, it, vi } from 'vitest';
import { openDraco } from '../../../cli/draco-library';
import { openBuilder } from '../../../cli/ifc-library';
import { openStepLibrary } from '../../../cli/step-library';
import { noteSentence } from '../../faults/wording';
import type { Model } from '../../model/model';
import { readModel, type ReadOptions } from '../read-model';

const STL = 'node_modules/stl/test';
const OBJ = 'node_modules/assimpjs/examples/testfiles';
const STEP = 'node_modules/occt-import-js/test/testfiles';
const file = (path: string) => new Uint8Array(readFileSync(path));

const read = (bytes: Uint8Array, name: string, more: Partial<ReadOptions> = {}) =>
  readModel(bytes, name, { openBuilder, openStepLibrary, openDraco, ...more });

/** Triangles, enclosed volume and size of a model, in its unit. */
const figures = ({ positions: p, triangles }: Pick<Model, 'positions' | 'triangles'>) => {
  let volume = 0;
  const [low, high] = [
    [Infinity, Infinity, Infinity],
    [-Infinity, -Infinity, -Infinity],
  ];
  for (let t = 0; t < triangles.length; t += 3) {
    const [a, b, c] = [0, 1, 2].map((k) => p.subarray(triangles[t + k]! * 3, triangles[t + k]! * 3 + 3)) as [
      Float64Array,
      Float64Array,
      Float64Array,
    ];
    volume +=
      (a[0]! * (b[1]! * c[2]! - b[2]! * c[1]!) + a[1]! * (b[2]! * c[0]! - b[0]! * c[2]!) + a[2]! * (b[0]! * c[1]! - b[1]! * c[0]!)) / 6;
    for (const v of [a, b, c])
      for (let k = 0; k < 3; k++) {
        low![k] = Math.min(low![k]!, v[k]!);
        high![k] = Math.max(high![k]!, v[k]!);
      }
  }
  return { triangles: triangles.length / 3, volume, size: high!.map((h, k) => h - low![k]!) };
};

/** A glTF whose one mesh is compressed, in data of so many bytes beside it (KHR_draco_mesh_compression). */
const dracoGltf = (byteLength: number) => ({
  asset: { version: '2.0' },
  extensionsUsed: ['KHR_draco_mesh_compression'],
  extensionsRequired: ['KHR_draco_mesh_compression'],
  scene: 0,
  scenes: [{ nodes: [0] }],
  nodes: [{ mesh: 0, name: 'Rabbit' }],
  buffers: [{ byteLength, uri: 'rabbit.bin' }],
  bufferViews: [{ buffer: 0, byteLength }],
  accessors: [
    { componentType: 5126, count: 34834, type: 'VEC3' },
    { componentType: 5125, count: 208353, type: 'SCALAR' },
  ],
  meshes: [
    {
      primitives: [
        {
          attributes: { POSITION: 0 },
          indices: 1,
          extensions: { KHR_draco_mesh_compression: { bufferView: 0, attributes: { POSITION: 0 } } },
        },
      ],
    },
  ],
});

/** The same figures as the independent reader (Assimp, compiled to WebAssembly) has them. */
let library: Awaited<ReturnType<typeof assimp>>;
const byAssimp = (files: readonly (readonly [string, Uint8Array])[], form = 'assjson') => {
  const list = new library.FileList();
  for (const [name, bytes] of files) list.AddFile(name, bytes);
  const result = library.ConvertFileList(list, form);
  if (!result.IsSuccess()) throw new Error(result.GetErrorCode());
  return Array.from({ length: result.FileCount() }, (_, i) => result.GetFile(i).GetContent());
};
const figuresByAssimp = (...files: (readonly [string, Uint8Array])[]) => {
  const scene = JSON.parse(new TextDecoder().decode(byAssimp(files)[0]!)) as { meshes: { vertices: number[]; faces: number[][] }[] };
  const positions: number[] = [],
    triangles: number[] = [];
  for (const mesh of scene.meshes) {
    const first = positions.length / 3;
    positions.push(...mesh.vertices);
    for (const [a, b, c] of mesh.faces) triangles.push(a! + first, b! + first, c! + first);
  }
  return figures({ positions: Float64Array.from(positions), triangles: Uint32Array.from(triangles) });
};
const ascending = (sizes: ArrayLike<number>) => Float64Array.from(sizes).sort();
const alike = (ours: ReturnType<typeof figures>, theirs: ReturnType<typeof figures>) => {
  expect(ours.triangles).toBe(theirs.triangles);
  expect(ours.volume / theirs.volume).toBeCloseTo(1, 5);
  for (let k = 0; k < 3; k++) expect(ascending(ours.size)[k]! / ascending(theirs.size)[k]!).toBeCloseTo(1, 5);
};

beforeAll(async () => {
  library = await assimp();
});

describe('real files, against an independent reader', () => {
  it.each(['ascii/teapot.stl', 'ascii/effector_base.stl', 'binary/cube-20mm-with-hole.stl', 'binary/ship.stl'])('STL %s', async (path) => {
    const bytes = file(`${STL}/${path}`);
    alike(figures(await read(bytes, path)), figuresByAssimp([path, bytes]));
  });

  it('OBJ with the colours of its material library, one body of several colours, and the same from an archive', async () => {
    const [obj, mtl] = [file(`${OBJ}/cube_with_materials.obj`), file(`${OBJ}/cube_with_materials.mtl`)];
    const model = await read(obj, 'cube.obj', { companion: (name) => (name === 'cube_with_materials.mtl' ? mtl : undefined) });
    alike(figures(model), figuresByAssimp(['cube.obj', obj], ['cube_with_materials.mtl', mtl]));
    expect(model.materials.every((m) => m.colour !== null)).toBe(true);
    expect(model.partElement).toHaveLength(1);
    const zipped = zipSync({ 'a/cube.obj': obj, 'a/cube_with_materials.mtl': mtl });
    expect(figures(await read(zipped, 'all.zip')).volume).toBe(figures(model).volume);
    const alone = await read(obj, 'cube.obj');
    expect(alone.notes.map(noteSentence).join()).toContain('"cube_with_materials.mtl" that belongs to it did not come along');
  });

  it('GLB and glTF as Assimp writes them: metres, turned upright', async () => {
    const bytes = file(`${STL}/ascii/teapot.stl`);
    const [glb] = byAssimp([['teapot.stl', bytes]], 'glb2');
    const [gltf, data] = byAssimp([['teapot.stl', bytes]], 'gltf2');
    const plain = figures(await read(bytes, 'teapot.stl', { up: 'y' }));
    for (const model of [await read(glb!, 'teapot.glb'), await read(gltf!, 't.gltf', { companion: () => data })]) {
      expect(model.notes).toEqual([]);
      expect(figures(model).triangles).toBe(plain.triangles);
      expect(figures(model).size.map((s) => s.toFixed(3))).toEqual(plain.size.map((s) => s.toFixed(3)));
    }
  });

  it('glTF with instances, as glTF-Transform writes it: an element each, turned and sized', async () => {
    const document = new Document().setLogger(new Logger(Logger.Verbosity.SILENT));
    const buffer = document.createBuffer();
    const accessor = (type: 'VEC3' | 'VEC4', array: Float32Array) =>
      document.createAccessor().setType(type).setArray(array).setBuffer(buffer);
    const corners = Float32Array.of(0, 0, 0, 1, 0, 0, 0, 2, 0, 0, 0, 3);
    const indices = document
      .createAccessor()
      .setType('SCALAR')
      .setArray(Uint16Array.of(0, 2, 1, 0, 1, 3, 1, 2, 3, 2, 0, 3))
      .setBuffer(buffer);
    const tip = document.createPrimitive().setAttribute('POSITION', accessor('VEC3', corners)).setIndices(indices);
    const half = Math.SQRT1_2;
    const instances = document
      .createExtension(EXTMeshGPUInstancing)
      .createInstancedMesh()
      .setAttribute('TRANSLATION', accessor('VEC3', Float32Array.of(10, 0, 0, 0, 5, 0)))
      .setAttribute('ROTATION', accessor('VEC4', Float32Array.of(0, 0, 0, 1, half, 0, 0, half)))
      .setAttribute('SCALE', accessor('VEC3', Float32Array.of(1, 1, 1, 2, 2, 2)));
    const node = document
      .createNode('Tip')
      .setMesh(document.createMesh().addPrimitive(tip))
      .setExtension('EXT_mesh_gpu_instancing', instances);
    document.createScene().addChild(node);
    const model = await read(await new WebIO().registerExtensions([EXTMeshGPUInstancing]).writeBinary(document), 'tips.glb');
    expect(model.elements.map((e) => e.name)).toEqual(['Tip', 'Tip 2']);
    // a tip holds 1 · 2 · 3 / 6 = 1 m³; the second, twice as large, is turned about x: from -1 to 5 upwards, 4 deep
    expect(figures(model).volume).toBeCloseTo(1 + 8, 5);
    expect(figures(model).size.map((s) => Math.round(s * 1e4) / 1e4)).toEqual([11, 4, 6]);
  });

  it('glTF with Draco compression: a scanned rabbit with the triangles that its makers tell', async () => {
    const rabbit = file('node_modules/draco3dgltf/bunny.drc');
    const packed = (data: Uint8Array) => read(strToU8(JSON.stringify(dracoGltf(data.length))), 'rabbit.gltf', { companion: () => data });
    const model = await packed(rabbit);
    const { triangles, size } = figures(model);
    // The Stanford 3D Scanning Repository, Stanford Bunny: 69,451 triangles of 35,947 corners, 0.156 by 0.154 by 0.121
    expect(triangles).toBe(69_451);
    expect(size.map((s) => s.toFixed(2))).toEqual(['0.16', '0.12', '0.15']);
    expect(model.notes).toEqual([]);
    await expect(packed(rabbit.slice(0, 60_000))).rejects.toMatchObject({ code: 'file-damaged' });
    await expect(packed(rabbit.map((b, i) => (i > 40 && i % 97 === 0 ? b ^ 0x55 : b)))).rejects.toMatchObject({ code: 'file-damaged' });
  });

  it('PLY as three.js writes it, text and binary', async () => {
    vi.stubGlobal('requestAnimationFrame', () => undefined);
    const { positions, triangles } = await read(file(`${STL}/binary/ship.stl`), 'ship.stl');
    const geometry = new BufferGeometry();
    geometry.setAttribute('position', new BufferAttribute(Float32Array.from(positions), 3));
    geometry.setIndex([...triangles]);
    const exporter = new PLYExporter();
    const text = strToU8(exporter.parse(new Mesh(geometry), () => undefined, {})!);
    const binary = (isLittle: boolean) =>
      new Uint8Array(
        exporter.parse(new Mesh(geometry), () => undefined, { binary: true, littleEndian: isLittle }) as unknown as ArrayBuffer,
      );
    const theirs = figuresByAssimp(['ship.ply', text]);
    for (const bytes of [text, binary(true), binary(false)]) alike(figures(await read(bytes, 'ship.ply')), theirs);
  });

  it('STEP: an assembly of bodies in millimetres, and one cube in three units', async () => {
    const model = await read(file(`${STEP}/cax-if/as1-oc-214.stp`), 'as1.stp');
    // as1 has a plate, two brackets, six bolts with a nut each, and a rod with two nuts: 18 bodies
    expect(model.elements).toHaveLength(18);
    expect(model.elements.map((e) => e.name).filter((n) => /bolt/.test(n))).toHaveLength(6);
    for (const unit of ['in', 'm', 'mm']) {
      const cube = figures(await read(file(`${STEP}/cube-units/cube-${unit}.step`), 'cube.step'));
      expect(cube.volume).toBeCloseTo(1, 9);
    }
  });

  it('STEP: a part of a thousandth of its size is read as the same part', async () => {
    // the library takes corners within 1e-7 of the unit that it is asked for as one
    const text = Buffer.from(file(`${STEP}/cax-if/io1-tu-203.stp`)).toString('latin1');
    expect(text).toContain('SI_UNIT(.MILLI.,.METRE.)');
    const [whole, tiny] = [
      await read(Buffer.from(text, 'latin1'), 'a.stp'),
      await read(Buffer.from(text.replace('.MILLI.,.METRE.', '.MICRO.,.METRE.'), 'latin1'), 'a.stp'),
    ];
    expect(Math.abs(tiny.triangles.length / whole.triangles.length - 1)).toBeLessThan(0.02);
    expect((figures(tiny).volume * 1e9) / figures(whole).volume).toBeCloseTo(1, 4);
  });

  it('3MF: units, base materials, components in components', async () => {
    const corners = [0, 1, 2, 3, 4, 5, 6, 7].map((i) => `<vertex x="${(i & 1) * 10}" y="${((i >> 1) & 1) * 20}" z="${(i >> 2) * 30}"/>`);
    const faces = '0 2 1,1 2 3,4 5 6,5 7 6,0 1 4,1 5 4,2 6 3,3 6 7,0 4 2,2 4 6,1 3 5,3 7 5'.split(',').map((f) => {
      const [a, b, c] = f.split(' ');
      return `<triangle v1="${a}" v2="${b}" v3="${c}"/>`;
    });
    const xml = `<?xml version="1.0"?><model unit="inch" xmlns="http://schemas.microsoft.com/3dmanufacturing/core/2015/02"><resources>
      <basematerials id="5"><base name="Oak" displaycolor="#aa7744"/></basematerials>
      <object id="1" type="model" name="Block" pid="5" pindex="0"><mesh><vertices>${corners.join('')}</vertices><triangles>${faces.join('')}</triangles></mesh></object>
      <object id="2" type="model" name="Pair"><components><component objectid="1"/><component objectid="1" transform="0 1 0 -1 0 0 0 0 1 100 0 0"/></components></object>
      </resources><build><item objectid="2" transform="1 0 0 0 1 0 0 0 1 0 0 5"/></build></model>`;
    const pack = (text: string) =>
      zipSync({
        '3D/3dmodel.model': strToU8(text),
        '_rels/.rels': strToU8(
          '<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Target="/3D/3dmodel.model" Id="r" Type="http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel"/></Relationships>',
        ),
      });
    const model = await read(pack(xml), 'pair.3mf');
    expect(figures(model).volume).toBeCloseTo(2 * 6000 * 0.0254 ** 3, 9);
    expect(figures(model).size.map((s) => s / 0.0254)).toEqual([expect.closeTo(100), expect.closeTo(20), expect.closeTo(30)]);
    expect(model.elements.map((e) => e.name)).toEqual(['Pair']);
    expect(model.materials).toEqual([{ name: 'Oak', colour: [0xaa / 255, 0x77 / 255, 0x44 / 255, 1] }]);
    const circular = xml.replace('<component objectid="1"/>', '<component objectid="2"/>');
    await expect(read(pack(circular), 'c.3mf')).rejects.toThrowError(expect.objectContaining({ code: 'file-damaged' }));
  });
});

describe('damage is named with its place', () => {
  const failing = async (bytes: Uint8Array, name: string) =>
    read(bytes, name).then(
      () => 'read',
      (error: { code?: string; facts?: { place?: string } }) => `${error.code}: ${error.facts?.place ?? ''}`,
    );
  const glb = () => byAssimp([['teapot.stl', file(`${STL}/ascii/teapot.stl`)]], 'glb2')[0]!.slice();

  it('a STEP file with an absurd figure is told in words, not by what its library throws', async () => {
    // both were found by the fuzzer
    const good = Buffer.from(file(`${STEP}/cube-units/cube-mm.step`)).toString('latin1');
    for (const record of ["#43 = CARTESIAN_POINT('',(0.,0.,1.E+03", "#76 = CARTESIAN_POINT('',(0.,1.E+03"]) {
      expect(good).toContain(record);
      expect(await failing(Buffer.from(good.replace(record, `${record}3`), 'latin1'), 'a.step')).toBe('file-damaged: in its data');
    }
  });

  it('a STEP file with a figure that goes on as no number does is refused, with its line', async () => {
    const good = Buffer.from(file(`${STEP}/cube-units/cube-mm.step`)).toString('latin1');
    const record = "#43 = CARTESIAN_POINT('',(0.,0.,1.E+03";
    const line = good.slice(0, good.indexOf(record)).split('\n').length;
    await expect(read(Buffer.from(good.replace(record, `${record}x`), 'latin1'), 'a.step')).rejects.toThrowError(
      expect.objectContaining({ code: 'step-bad-number', facts: { line, text: '1.E+03x' } }),
    );
  });

  it('files that were cut off are not taken as whole', async () => {
    const ship = file(`${STL}/binary/ship.stl`);
    const model = await read(ship.subarray(0, 20_000), 'ship.stl');
    expect(model.notes.map((n) => n.code)).toContain('faces-cut-off');
    const ascii = await read(file(`${STL}/ascii/teapot.stl`).subarray(0, 100_003), 'teapot.stl').catch((e: { code: string }) => e);
    expect('code' in ascii ? ascii.code : ascii.notes.map((n) => n.code).join()).toMatch(/file-cut-off|file-damaged/);
    expect(await failing(glb().subarray(0, 5000), 'a.glb')).toBe('file-damaged: at byte 5000');
  });

  it('absurd claims are refused before anything is made of them', async () => {
    const ply = strToU8(
      'ply\nformat ascii 1.0\nelement vertex 4000000000\nproperty float x\nproperty float y\nproperty float z\nend_header\n',
    );
    expect(await failing(ply, 'a.ply')).toBe('file-damaged: in its head');
    const bare = 'ply\nformat ascii 1.0\nelement vertex 1\nproperty float x\nelement face 400000000000\nend_header\n0\n';
    expect(await failing(strToU8(bare), 'a.ply')).toBe('file-damaged: in its head');
    const text = new TextDecoder('latin1').decode(glb());
    const claim = text.replace(/"count":(\d{3})/, '"count":9$1'.replace('9$1', '999'));
    expect(
      await failing(
        Uint8Array.from(claim, (c) => c.charCodeAt(0)),
        'a.glb',
      ),
    ).toMatch(/file-damaged: list \d/);
    const bomb = zipSync({ 'a.obj': new Uint8Array(3e6) });
    // the size that the archive claims, in its table at the end: 4 GB
    const view = new DataView(bomb.buffer);
    for (let i = 0; i + 4 < bomb.length; i++) if (view.getUint32(i, true) === 0x02014b50) view.setUint32(i + 24, 0xf0000000, true);
    expect(await failing(bomb, 'a.zip')).toBe('file-too-large: ');
  });

  it('a tree of nodes that hangs below itself', async () => {
    const gltf = { asset: { version: '2.0' }, nodes: [{ children: [1] }, { children: [0] }], scenes: [{ nodes: [0] }] };
    expect(await failing(strToU8(JSON.stringify(gltf)), 'a.gltf')).toMatch(/file-damaged: node 0/);
  });

  it('what once led a reader astray: stray control signs, a corner without a number, two lists of corners', async () => {
    const obj = await read(strToU8('v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3\nf 1 \x1d2 3\nf 1 x 3\n'), 'a.obj');
    expect(obj.triangles).toHaveLength(6);
    expect(obj.notes.map(noteSentence)[0]).toBe(
      'line 6: a face points to corner (no number), which does not exist; it was passed over (1 in all)',
    );
    const list = 'element vertex 3\nproperty float x\nproperty float y\nproperty float z\n';
    const ply = `ply\nformat ascii 1.0\n${list}element face 1\nproperty list uchar int vertex_indices\n${list.replace('3', '1')}end_header\n0 0 0\n1 0 0\n0 1 0\n3 0 1 2\n5 5 5\n`;
    expect(await failing(strToU8(ply), 'a.ply')).toBe('file-damaged: in its head');
  });

  it('figures that are none', async () => {
    expect(await failing(strToU8('solid a\nfacet normal 0 0 1\nouter loop\nvertex 0 0 zero\n'), 'a.stl')).toBe('file-damaged: line 4');
    const cloud = strToU8(
      'ply\nformat ascii 1.0\nelement vertex 1\nproperty float x\nproperty float y\nproperty float z\nend_header\n1 2 3\n',
    );
    expect(await failing(cloud, 'a.ply')).toBe('file-without-faces: ');
  });
});

it('tells what another unit would make of a size that no building has', async () => {
  const text = 'v 0 0 0\nv 910 0 0\nv 0 0 2030\nf 1 2 3\n';
  const model = await read(strToU8(text), 'door.obj');
  expect(model.notes.map(noteSentence)).toEqual([
    'the file states no unit: it was taken as metres and is 910 × 0 × 2030 m in size; as mm it would be 0.91 × 0 × 2.03 m, which is more likely, or as cm 9.1 × 0 × 20.3 m, as in 23.11 × 0 × 51.56 m (--unit mm)',
  ]);
});
