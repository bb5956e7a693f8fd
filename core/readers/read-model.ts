import { Fault } from '../faults/fault';
import type { Model } from '../model/model';
import { isZip, unpack } from './archive';
import type { OpenDraco } from './meshes/draco-library';
import type { MeshOptions } from '../model/mesh-parts';
import { kindOf, MODEL_KINDS, modelAmong, type ModelKind } from './model-kinds';
import type { ShapeBuilder } from './ifc/shapes/shape-builder';
import type { OpenStepLibrary } from './step/step-library';
import { narrowText } from './wide-text';

export interface ReadOptions extends MeshOptions {
  /** What builds the shapes of an IFC file. */
  readonly openBuilder: () => ShapeBuilder;
  readonly openStepLibrary: OpenStepLibrary;
  readonly openDraco: OpenDraco;
}

/** Files that are text, or may be. IFC sees to itself; the binary form of STL begins with eighty bytes of any kind. */
const TEXT_KINDS: ReadonlySet<string> = new Set(['obj', 'mtl', 'ply', 'dxf', 'gltf', 'step', 'stp']);

const isArchive = (kind: string): boolean => kind === 'zip' || kind === 'ifczip';

/**
 * Reads a model file of any kind that is known, by its ending; an archive by the model in it, whose other files come along.
 * @throws Fault, see the reader of each kind; file-kind-unknown, file-empty
 */
export async function readModel(bytes: Uint8Array, name: string, options: ReadOptions): Promise<Model> {
  const kind = kindOf(name);
  if (!(MODEL_KINDS as readonly string[]).includes(kind)) throw new Fault('file-kind-unknown', { kind: kind ? `.${kind}` : 'none' });
  if (!bytes.length) throw new Fault('file-empty');
  if (isArchive(kind) || (kind === 'ifc' && isZip(bytes))) return readArchive(bytes, name, options);
  const beside = (file: string) => {
    const found = options.companion?.(file);
    return found && TEXT_KINDS.has(kindOf(file)) ? narrowText(found) : found;
  };
  return readKind(kind as ModelKind, TEXT_KINDS.has(kind) ? narrowText(bytes) : bytes, name, { ...options, companion: beside });
}

async function readKind(kind: ModelKind, bytes: Uint8Array, name: string, options: ReadOptions): Promise<Model> {
  switch (kind) {
    case 'ifc':
      return (await import('./ifc/ifc')).readIfc(bytes, name, options);
    case 'obj':
      return (await import('./meshes/obj')).readObj(bytes, name, options);
    case 'stl':
      return (await import('./meshes/stl')).readStl(bytes, name, options);
    case 'ply':
      return (await import('./meshes/ply')).readPly(bytes, name, options);
    case '3mf':
      return (await import('./meshes/three-mf')).readThreeMf(bytes, name, options);
    case 'dxf':
      return (await import('./plan/plan-dxf')).readPlanDxf(bytes, name, options);
    case 'glb':
    case 'gltf':
      return (await import('./meshes/gltf')).readGltf(bytes, name, options);
    default:
      return (await import('./step/step')).readStep(bytes, name, options);
  }
}

async function readArchive(bytes: Uint8Array, name: string, options: ReadOptions): Promise<Model> {
  const isModel = (file: string) => modelAmong([file]) >= 0 && !isArchive(kindOf(file));
  const files = unpack(bytes, (file) => (isModel(file) || /\.(mtl|bin)$/i.test(file)) && !/(^|\/)(__MACOSX|\.)/.test(file));
  const models = [...files.keys()].filter(isModel).sort();
  const first = models[modelAmong(models)];
  if (!first) throw new Fault('archive-without-model', { names: [...files.keys()].slice(0, 4).join(', ') });
  const folder = first.slice(0, first.lastIndexOf('/') + 1);
  const companion = (file: string) => files.get(folder + file) ?? files.get(file) ?? options.companion?.(file);
  const model = await readModel(files.get(first)!, first.slice(folder.length), { ...options, companion });
  const others = models.length - 1;
  return { ...model, name, notes: others ? [...model.notes, { code: 'archive-others', facts: { first, count: others } }] : model.notes };
}
