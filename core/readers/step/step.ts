import { Fault } from '../../faults/fault';
import type { Model } from '../../model/model';
import { firstBadNumber } from './bad-number';
import { lineOf } from './step-text';
import { MeshParts, type MeshOptions } from '../../model/mesh-parts';
import type { OpenStepLibrary, StepNode } from './step-library';

/**
 * Chords of round faces turn by at most this: 72 to a circle, so that arcs are known again. A coarser turn is quicker but loses arcs: of
 * the library's own test files one has 12 arcs in its plan at 5°, 6 at 7.5°, none at 10°.
 */
const TURN = (5 * Math.PI) / 180;
/** How far a chord may leave its curve, as a part of the body's size. */
const SAG = 0.001;

/**
 * Reads a STEP file of bodies (ISO 10303-203, -214, -242): each body is an element named after its part, in the assembly above it.
 * Lengths come in the unit that the file states, which is taken at its word.
 * @throws Fault file-damaged, step-bad-number (with the line), file-without-faces, library-failed
 */
export async function readStep(
  bytes: Uint8Array,
  name: string,
  { openStepLibrary, ...options }: MeshOptions & { readonly openStepLibrary: OpenStepLibrary },
): Promise<Model> {
  const head = new TextDecoder('latin1').decode(bytes.subarray(0, 4000)).trimStart();
  if (!head.startsWith('ISO-10303-21'))
    throw new Fault('file-damaged', { place: 'at its beginning', reason: 'a STEP file begins with ISO-10303-21' });
  const bad = firstBadNumber(bytes);
  if (bad) throw new Fault('step-bad-number', { line: lineOf(bytes, bad.offset), text: bad.text });
  const tail = new TextDecoder('latin1').decode(bytes.subarray(-2000));
  const library = await openStepLibrary();
  let result;
  try {
    result = await library.ReadStepFile(bytes, {
      // the library takes corners within 1e-7 of its unit for one: of small parts too many would stay in metres
      linearUnit: 'millimeter',
      linearDeflectionType: 'bounding_box_ratio',
      linearDeflection: SAG,
      angularDeflection: TURN,
    });
  } catch (error) {
    // what the library throws for damage of its own finding says nothing
    if (!(error instanceof Error)) throw new Fault('file-damaged', NOT_BUILT);
    throw new Fault('library-failed', { reason: error.message.slice(0, 60) });
  }
  if (!result.success) throw new Fault('file-damaged', NOT_BUILT);
  const parts = new MeshParts();
  if (!/END-ISO-10303-21\s*;/.test(tail)) parts.builder.notes.push({ code: 'file-cut-off', facts: {} });
  const visited = new Set<number>();
  const walk = (node: StepNode, above: string) => {
    for (const id of node.meshes) {
      const mesh = result.meshes[id];
      if (!mesh || visited.has(id)) continue;
      visited.add(id);
      const { array: positions } = mesh.attributes.position;
      const { array: indices } = mesh.index;
      if (!indices.length) continue;
      const row = parts.element(mesh.name || node.name || name);
      parts.builder.elements[row] = { ...parts.builder.elements[row]!, assembly: above };
      parts.mesh(positions, indices);
      parts.endMaterial(mesh.color ? parts.material(colourName(mesh.color), [...mesh.color, 1]) : -1);
      parts.endElement();
    }
    for (const child of node.children) walk(child, node.name || above);
  };
  walk(result.root, '');
  if (!parts.builder.triangles.length)
    throw new Fault('file-without-faces', { reason: 'it has no body that could be built (curves and points only, or damage)' });
  return parts.model(name, 'STEP', { ...options, unit: undefined }, { metres: 0.001, up: 'z' });
}

const NOT_BUILT = { place: 'in its data', reason: 'its bodies cannot be built' };

/** A file of bodies names no materials: what is told apart by colour gets the colour's name. */
function colourName(colour: readonly number[]): string {
  const hex = colour
    .map((c) =>
      Math.round(Math.min(1, Math.max(0, c)) * 255)
        .toString(16)
        .padStart(2, '0'),
    )
    .join('');
  return `Colour ${hex}`;
}
