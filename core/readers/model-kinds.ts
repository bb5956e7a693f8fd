/** The endings of model files that are read, without the dot; of several in one archive the first in this order is the model. */
export const MODEL_KINDS = ['ifc', 'gltf', 'glb', 'obj', '3mf', 'step', 'stp', 'ply', 'stl', 'dxf', 'ifczip', 'zip'] as const;
export type ModelKind = (typeof MODEL_KINDS)[number];

/** The ending of a file's name, without its dot. */
export const kindOf = (name: string): string => /\.([^./\\]+)$/.exec(name)?.[1]?.toLowerCase() ?? '';

/** Which of several files is the model: the first of its kind in the order above; -1 for none. */
export function modelAmong(names: readonly string[]): number {
  const rank = (name: string) => (MODEL_KINDS as readonly string[]).indexOf(kindOf(name));
  let best = -1;
  names.forEach((name, i) => {
    if (rank(name) >= 0 && (best < 0 || rank(name) < rank(names[best]!))) best = i;
  });
  return best;
}
