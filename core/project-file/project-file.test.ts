import { SHIPPED } from '../drafting/standard/shipped-standard';
import { readFileSync } from 'node:fs';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { beforeAll, describe, expect, it } from 'vitest';
import { Fault } from '../faults/fault';
import { sentence } from '../faults/wording';
import { AS_IT_IS } from '../model/placement';
import { readModel } from '../readers/read-model';
import type { Sight } from '../sights/sight';
import { assemble } from './assemble';
import { apart, together } from './figures-apart';
import type { ProjectFile } from './project-file';
import { readProject } from './read-project';
import { writeProject } from './write-project';
import { crc32, zipEntries } from './zip-entries';

const section: Sight = { kind: 'section', number: 'S-01', name: 'Long', path: [[-1, 0.5], [3, 0.5]], look: 'left' }; // prettier-ignore
const plan: Sight = { kind: 'plan', number: 'P-01', name: 'Low', height: 0.5 };
let project: ProjectFile;
let bytes: Uint8Array;
// what only its file says
const { format: _format, version: _version, ...office } = SHIPPED as typeof SHIPPED & Record<'format' | 'version', unknown>;

beforeAll(async () => {
  const read = (text: string) => readModel(strToU8(text), 'a.obj', {} as never);
  const box = (z: number) =>
    `o box\nv 0 0 ${z}\nv 2 0 ${z}\nv 2 1 ${z}\nv 0 1 ${z}\nv 0 0 1\nv 2 0 1\nv 2 1 1\nv 0 1 1\nf 1 4 3 2\nf 5 6 7 8\nf 1 2 6 5\nf 2 3 7 6\nf 3 4 8 7\nf 4 1 5 8\n`;
  // long enough for lists in files of their own
  const many = Array.from({ length: 200 }, (_, i) => `o e${i}\nv ${i} 0 0\nv ${i} 1 0\nv ${i} 0 ${1 / 3}\nf ${3 * i + 1} ${3 * i + 2} ${3 * i + 3}\n`).join(''); // prettier-ignore
  const part = { corrections: {}, placement: AS_IT_IS, isHidden: false };
  project = {
    name: 'Quay / west',
    models: [
      { ...part, key: 'a', name: 'hall', fileName: 'hall.obj', model: await read(box(0)), corrections: { unit: 'm' } },
      { ...part, key: 'b', name: 'fence', fileName: 'fence.obj', model: await read(many), placement: { by: [5, 0, 0], turn: 0.5 } },
    ],
    elements: { box: { class: 'Wall', material: 'Brick', rank: null } },
    sights: [
      { id: 's', scale: 50, sight: section },
      { id: 'p', scale: 20, sight: plan },
    ],
    sets: [{ id: 't', name: 'Set 1', elements: ['box'] }],
    files: { block: true, paper: 'A3' },
    standard: { ...office, name: 'Quay office' },
    accepted: ['overlap|box|e1'],
    backgrounds: [{ id: 'g', image: 'scan' }],
    images: [{ key: 'scan', type: 'image/png', bytes: Uint8Array.of(137, 80, 78, 71) }],
  };
  bytes = writeProject(project);
});

describe('a project file', () => {
  it('holds everything: it is read as it was written, and the same project gives the same bytes', () => {
    const read = readProject(bytes, 'quay.tarvex');
    expect(read.lost).toEqual([]);
    expect(read.project).toEqual(project);
    expect(writeProject(read.project)).toEqual(bytes);
    expect(assemble(read.project.models, project.elements)).toEqual(assemble(project.models, project.elements));
  });

  it('is an ordinary archive: an independent reader finds sights as sight files in it, and lists of figures as they stand', () => {
    const files = unzipSync(bytes);
    expect(JSON.parse(strFromU8(files['sights/S-01 Long.json']!))).toEqual(section);
    const model = JSON.parse(strFromU8(files['models/2/model.json']!)) as { positions: { list: string } };
    const list = files[`models/2/${model.positions.list}`]!;
    expect([...new Float64Array(list.slice().buffer)]).toEqual([...project.models[1]!.model.positions]);
    // by another packer, without compression, it is read as well
    expect(readProject(zipSync(files, { level: 0 }), 'x').project).toEqual(project);
  });

  it('gives what can be saved where a part is damaged, and says what is lost', () => {
    const damaged = (name: string, change: (part: Uint8Array<ArrayBuffer>) => Uint8Array<ArrayBuffer> | null) => {
      const files = unzipSync(bytes);
      const part = change(files[name]! as Uint8Array<ArrayBuffer>);
      if (part) files[name] = part;
      else delete files[name];
      return readProject(zipSync(files), 'quay.tarvex');
    };
    const torn = damaged('models/2/positions.f64', (part) => part.subarray(0, 4001));
    expect(torn.lost).toEqual(['models/2: positions.f64 is no list of figures']);
    expect(torn.project.models.map((m) => m.key)).toEqual(['a']);
    expect(torn.project.sights).toEqual(project.sights);
    const unruly = damaged('standard.json', (part) => strToU8(strFromU8(part).replace('"weight": 0.13', '"weight": -1')));
    expect(unruly.lost).toEqual([expect.stringMatching(/^standard\.json: lines\.\d+\.weight must be greater/)]);
    expect(unruly.project.standard).toBeUndefined();
    const wrong = damaged('sights/P-01 Low.json', () => strToU8('{ "kind": "plan", "number": "P-01", "name": "Low" }'));
    expect(wrong.lost).toEqual(['sights/P-01 Low.json: storey is missing: a plan needs a storey, a height, or a frame']);
    expect(wrong.project.sights.map((s) => s.id)).toEqual(['s']);
    const bare = damaged('project.json', () => null);
    expect(bare.lost[0]).toMatch(/^project\.json: it is missing; sets, scales/);
    expect(bare.project.sights.map((s) => s.sight.number).sort()).toEqual(['P-01', 'S-01']);
    expect(bare.project.models).toHaveLength(2);
    const far = damaged('models/1/model.json', (part) => strToU8(strFromU8(part).replace(/"u32":\[0,/, '"u32":[99,')));
    expect(far.lost[0]).toMatch(/^models\/1: (a triangle names a corner that is not there|its lists do not fit)/);
  });

  it('cut off or with any byte changed it gives every part that is whole, or a sentence', () => {
    const whole = new Set([...project.sights.map((s) => JSON.stringify(s.sight))]);
    let saved = 0;
    const look = (broken: Uint8Array) => {
      try {
        const { project: own, lost } = readProject(broken, 'quay.tarvex');
        // nothing that is given is other than it was
        for (const { sight } of own.sights) expect(whole.has(JSON.stringify(sight))).toBe(true);
        for (const { model } of own.models) expect([project.models[0]!.model, project.models[1]!.model]).toContainEqual(model);
        if (own.sights.length < 2 || own.models.length < 2) expect(lost.length).toBeGreaterThan(0);
        saved++;
      } catch (error) {
        expect(error).toBeInstanceOf(Fault);
        expect(sentence(error as Fault)).not.toMatch(/undefined|\{/);
      }
    };
    for (let n = 1; n < 60; n++) look(bytes.subarray(0, Math.round((bytes.length * n) / 60)));
    expect(saved).toBeGreaterThan(40);
    for (let at = 7; at < bytes.length; at += Math.ceil(bytes.length / 150)) {
      const broken = bytes.slice();
      broken[at]! ^= 0x55;
      look(broken);
    }
  });

  it('of a newer form is refused, and what is none at all too', () => {
    const files = unzipSync(bytes);
    files['project.json'] = strToU8(strFromU8(files['project.json']!).replace('"version": 1', '"version": 9'));
    const refused = (own: Uint8Array) => {
      try {
        readProject(own, 'quay.tarvex');
        return '';
      } catch (error) {
        return sentence(error as Fault);
      }
    };
    expect(refused(zipSync(files))).toMatch(/^quay\.tarvex is written in version 9 of a project file/);
    expect(refused(zipSync({ 'photo.png': Uint8Array.of(1) }))).toMatch(/there is no project\.json in it/);
    expect(refused(readFileSync('package.json'))).toMatch(/it is no archive/);
  });
});

it('sets figures apart and puts them together again, to the last bit', () => {
  const long = Float64Array.from({ length: 999 }, (_, i) => Math.sin(i) / 3);
  const value = { a: long, b: [Uint8Array.of(1, 2), { c: Float32Array.of(-0, NaN, Infinity) }], d: -0, e: -Infinity, f: 'x', g: null };
  const { json, lists } = apart(value);
  expect([...lists.keys()]).toEqual(['a.f64', 'b.1.c.f32']);
  expect(together(json, (name) => lists.get(name)!)).toEqual(value);
});

it('checks bytes by the checksum that zip takes', () => {
  // the check value of CRC-32 in the catalogue of parametrised CRC algorithms (CRC-32/ISO-HDLC)
  expect(crc32(strToU8('123456789'))).toBe(0xcbf43926);
  const broken = bytes.slice();
  broken[80]! ^= 1;
  expect(() => [...zipEntries(broken).values()].map((e) => e.read())).toThrow();
});
