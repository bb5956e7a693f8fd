import { HASH_BEGIN, hashText } from './hash-text';
import type { Model } from '../model/model';

/** Numbers of one print. */
export const PRINT_WORDS = 2;

/**
 * A hash of each element: of its shape to the bit, and of all that rules and drawings ask of it. PRINT_WORDS numbers an element;
 * elements with the same print are drawn the same. Two runs of the FNV-1a hash over 32-bit words (Fowler, Noll, Vo) from
 * different beginnings.
 */
export function elementPrints(model: Model): Uint32Array {
  const { elements, positions, triangles, partStart, partElement, partMaterial, partColour } = model;
  const words = new Uint32Array(positions.buffer, positions.byteOffset, positions.length * 2);
  const out = new Uint32Array(elements.length * PRINT_WORDS);
  elements.forEach(({ id, class: className, name, type, storey, use, assembly, buildUp, rank, facts }, e) => {
    const of = buildUp && { ...buildUp, materials: buildUp.materials.map((m) => model.materials[m]?.name ?? '') };
    const text = JSON.stringify([
      id,
      className,
      name,
      type,
      model.storeys[storey]?.name ?? '',
      use,
      assembly,
      of,
      rank,
      facts?.layer,
      facts?.model,
    ]);
    out.set(hashText(text, HASH_BEGIN), e * PRINT_WORDS);
  });
  for (let p = 0; p < partElement.length; p++) {
    const at = partElement[p]! * PRINT_WORDS;
    const colour = partColour.subarray(p * 4, p * 4 + 4).join();
    let [a, b] = hashText(`${model.materials[partMaterial[p]!]?.name ?? ''} ${colour}`, [out[at]!, out[at + 1]!]);
    for (let i = partStart[p]! * 3; i < partStart[p + 1]! * 3; i++) {
      const v = triangles[i]! * 6;
      for (let k = v; k < v + 6; k++) {
        a = Math.imul(a ^ words[k]!, 0x01000193);
        b = Math.imul(b ^ words[k]!, 0x85ebca6b);
      }
      // high bits come down, or the hash would forget them
      a ^= a >>> 15;
      b ^= b >>> 13;
    }
    out[at] = a;
    out[at + 1] = b;
  }
  return out;
}
