import type { Model } from './model';

/** The same model with its elements in the order of their ids, whatever the order of its file was. */
export function inOrderOfIds(model: Model): Model {
  const { elements, triangles, partStart, partElement, partMaterial, partColour } = model;
  if (elements.every((e, i) => i === 0 || elements[i - 1]!.id <= e.id)) return model;
  const order = [...elements.keys()].sort((a, b) =>
    elements[a]!.id < elements[b]!.id ? -1 : elements[a]!.id > elements[b]!.id ? 1 : a - b,
  );
  const place = new Uint32Array(elements.length);
  order.forEach((e, i) => (place[e] = i));
  const parts = [...partElement.keys()].sort((a, b) => place[partElement[a]!]! - place[partElement[b]!]! || a - b);
  const out = new Uint32Array(triangles.length);
  const start = [0];
  for (const p of parts) {
    const own = triangles.subarray(partStart[p]! * 3, partStart[p + 1]! * 3);
    out.set(own, start.at(-1)! * 3);
    start.push(start.at(-1)! + own.length / 3);
  }
  return {
    ...model,
    elements: order.map((e) => elements[e]!),
    triangles: out,
    partStart: Uint32Array.from(start),
    partElement: Uint32Array.from(parts, (p) => place[partElement[p]!]!),
    partMaterial: Int32Array.from(parts, (p) => partMaterial[p]!),
    partColour: Uint8Array.from(parts.flatMap((p) => [...partColour.subarray(p * 4, p * 4 + 4)])),
  };
}
