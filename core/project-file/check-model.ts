import type { Model } from '../model/model';

const LISTS = [
  ['positions', Float64Array],
  ['triangles', Uint32Array],
  ['partStart', Uint32Array],
  ['partElement', Uint32Array],
  ['partMaterial', Int32Array],
  ['partColour', Uint8Array],
] as const;

/**
 * A model that came from a file that others may have written: that its lists are there and fit one another.
 * @throws Error that says what does not fit
 */
export function checkModel(value: unknown): Model {
  const model = value as Model;
  if (typeof model !== 'object' || model === null || model.version !== 1) throw new Error('it is no model of a version that is known');
  for (const [name, kind] of LISTS) if (!(model[name] instanceof kind)) throw new Error(`${name} is missing`);
  for (const name of ['elements', 'materials', 'storeys', 'grid', 'notes'] as const)
    if (!Array.isArray(model[name])) throw new Error(`${name} is missing`);
  const { positions, triangles, partStart, partElement, partMaterial, partColour, elements, materials } = model;
  const parts = partElement.length;
  const fits =
    positions.length % 3 === 0 &&
    triangles.length % 3 === 0 &&
    partStart.length === parts + 1 &&
    partMaterial.length === parts &&
    partColour.length === parts * 4 &&
    partStart[0] === 0 &&
    partStart[parts]! * 3 === triangles.length;
  if (!fits) throw new Error('its lists do not fit one another');
  const corners = positions.length / 3;
  if (!positions.every(Number.isFinite)) throw new Error('a corner is no place');
  if (!triangles.every((corner) => corner < corners)) throw new Error('a triangle names a corner that is not there');
  for (let p = 0; p < parts; p++)
    if (partStart[p]! > partStart[p + 1]! || partElement[p]! >= elements.length || partMaterial[p]! >= materials.length)
      throw new Error('a part names what is not there');
  return model;
}
