import { SaxesParser, type SaxesTagPlain } from 'saxes';
import { Fault } from '../../faults/fault';
import { IDENTITY, multiply, transformPoint, type Matrix4 } from '../../geometry/matrix4';
import { unpack } from '../archive';
import { Growing } from '../../geometry/growing';
import type { Colour, Model } from '../../model/model';
import { MeshParts, type MeshOptions } from '../../model/mesh-parts';

/** Lengths of the units of 3MF in metres (3MF Core Specification 1.3, 3.4.1). */
const METRES: Readonly<Record<string, number>> = {
  micron: 1e-6,
  millimeter: 1e-3,
  centimeter: 1e-2,
  meter: 1,
  inch: 0.0254,
  foot: 0.3048,
};
const MOST_TRIANGLES = 6e7;
const DEEPEST = 50;

interface Body {
  readonly name: string;
  readonly material: string;
  readonly corners: Growing<Float64Array>;
  readonly triangles: Growing<Uint32Array>;
  readonly components: { readonly object: string; readonly m: Matrix4 }[];
}
interface Package {
  unit: string;
  readonly objects: Map<string, Body>;
  readonly items: { readonly object: string; readonly m: Matrix4 }[];
  readonly materials: Map<string, { name: string; colour: Colour | null }>;
}

/**
 * Reads a 3MF package: each item that is built is an element, its bodies are parts; base materials by name and colour. The unit
 * is that of the file, Z up.
 * @throws Fault file-damaged, file-without-faces, file-too-large, archive-without-model
 */
export function readThreeMf(bytes: Uint8Array, name: string, options: MeshOptions = {}): Model {
  const files = unpack(bytes, (file) => /\.model$/i.test(file));
  const found: Package = { unit: 'millimeter', objects: new Map(), items: [], materials: new Map() };
  for (const [file, data] of files) readPart(file, data, found, files.size === 1 || /(^|\/)3dmodel\.model$/i.test(file));
  const parts = new MeshParts();
  let total = 0;
  const put = (id: string, m: Matrix4, depth: number) => {
    const object = found.objects.get(id);
    if (!object) throw new Fault('file-damaged', { place: `object ${id}`, reason: 'it is asked for and not there' });
    if (depth > DEEPEST) throw new Fault('file-damaged', { place: `object ${id}`, reason: 'it is a part of itself' });
    total += object.triangles.length / 3;
    if (total > MOST_TRIANGLES)
      throw new Fault('file-too-large', {
        what: 'its placed copies',
        size: `${Math.round(total / 1e6)} million triangles`,
        limit: '60 million',
      });
    if (object.triangles.length) {
      const corners = object.corners.view().slice();
      for (let i = 0; i < corners.length; i += 3) corners.set(transformPoint(m, [corners[i]!, corners[i + 1]!, corners[i + 2]!]), i);
      parts.mesh(corners, soundTriangles(object, corners.length / 3, parts));
      const material = found.materials.get(object.material);
      parts.endMaterial(material ? parts.material(material.name, material.colour) : -1);
    }
    for (const child of object.components) put(child.object, multiply(m, child.m), depth + 1);
  };
  for (const { object, m } of found.items) {
    parts.element(found.objects.get(object)?.name || `Object ${object}`);
    put(object, m, 0);
    parts.endElement();
  }
  if (!parts.builder.triangles.length) throw new Fault('file-without-faces', { reason: 'nothing in it is to be built' });
  const metres = METRES[found.unit];
  if (!metres) throw new Fault('file-damaged', { place: 'in its head', reason: `the unit "${found.unit}" is not known` });
  return parts.model(name, '3MF', options, { metres, up: 'z' });
}

function soundTriangles({ triangles }: Body, corners: number, { builder }: MeshParts): Uint32Array {
  const all = triangles.view();
  if (!all.some((v) => v >= corners)) return all;
  const kept: number[] = [];
  for (let t = 0; t < all.length; t += 3)
    if (all[t]! < corners && all[t + 1]! < corners && all[t + 2]! < corners) kept.push(all[t]!, all[t + 1]!, all[t + 2]!);
  builder.notes.push({ code: 'faces-skipped', facts: { count: (all.length - kept.length) / 3, place: 'indices beyond the corners' } });
  return Uint32Array.from(kept);
}

function readPart(file: string, data: Uint8Array, found: Package, isMain: boolean): void {
  const parser = new SaxesParser();
  let body: Body | null = null;
  let materials = '';
  let index = 0;
  const damaged = (reason: string) => new Fault('file-damaged', { place: `${file}, line ${parser.line}`, reason });
  const figure = (tag: SaxesTagPlain, key: string) => {
    const value = Number(tag.attributes[key]);
    if (!Number.isFinite(value)) throw damaged(`"${tag.attributes[key] ?? ''}" is not a number`);
    return value;
  };
  const matrix = (tag: SaxesTagPlain): Matrix4 => {
    const text = tag.attributes['transform'];
    if (text === undefined) return IDENTITY;
    const m = text.trim().split(/\s+/).map(Number);
    if (m.length !== 12 || !m.every(Number.isFinite)) throw damaged('its placement is not twelve numbers');
    // three axes and a shift, as they stand column by column
    return [0, 3, 6, 9].flatMap((k) => [m[k]!, m[k + 1]!, m[k + 2]!, k === 9 ? 1 : 0]);
  };
  parser.on('error', (error) => {
    throw damaged(error.message.replace(/^\d+:\d+:\s*/, ''));
  });
  parser.on('opentag', (tag) => {
    const own = tag as SaxesTagPlain;
    const a = own.attributes as Record<string, string>;
    switch (own.name.replace(/^\w+:/, '')) {
      case 'model':
        if (isMain) found.unit = a['unit'] ?? 'millimeter';
        break;
      case 'object':
        body = {
          name: a['name'] ?? '',
          material: a['pid'] ? `${a['pid']} ${a['pindex'] ?? 0}` : '',
          corners: new Growing((n) => new Float64Array(n), 300),
          triangles: new Growing((n) => new Uint32Array(n), 300),
          components: [],
        };
        found.objects.set(a['id'] ?? '', body);
        break;
      case 'vertex':
        if (body) for (const key of ['x', 'y', 'z']) body.corners.push(figure(own, key));
        break;
      case 'triangle':
        if (body) for (const key of ['v1', 'v2', 'v3']) body.triangles.push(figure(own, key));
        break;
      case 'component':
        body?.components.push({ object: a['objectid'] ?? '', m: matrix(own) });
        break;
      case 'item':
        if (isMain) found.items.push({ object: a['objectid'] ?? '', m: matrix(own) });
        break;
      case 'basematerials':
        materials = a['id'] ?? '';
        index = 0;
        break;
      case 'base':
        found.materials.set(`${materials} ${index++}`, { name: a['name'] ?? 'unnamed', colour: colourOf(a['displaycolor']) });
    }
  });
  const decoder = new TextDecoder();
  for (let at = 0; at < data.length; at += 1 << 20) parser.write(decoder.decode(data.subarray(at, at + (1 << 20)), { stream: true }));
  parser.close();
}

function colourOf(text: string | undefined): Colour | null {
  const hex = /^#([0-9a-f]{6})([0-9a-f]{2})?$/i.exec(text ?? '');
  if (!hex) return null;
  const at = (k: number) => parseInt(hex[1]!.slice(k, k + 2), 16) / 255;
  return [at(0), at(2), at(4), hex[2] ? parseInt(hex[2], 16) / 255 : 1];
}
