import { multiply, transformPoint, type Matrix4 } from '../../geometry/matrix4';
import type { Vec2, Vec3 } from '../../geometry/vec3';
import type { FlatShape } from '../../model/model';
import { curvePoints } from './curves';
import type { ProductFacts } from './facts';
import { refs, text, type Placements } from './placements';
import type { Structure } from './structure';
import type { StepIndex } from '../step/step-index';
import { isRef } from '../step/step-values';

/** Representations that tell in lines what an element covers, or what is written beside it. */
const FLAT = /^(footprint|annotation|plan|survey points)/i;
const DEEPEST = 6;

/**
 * What an IFC file tells in lines: its 2D annotations and the footprints of its elements, in metres. They are shown beside the
 * drawings, which never take a line from them.
 * @param products numbers of the records that have a shape
 */
export function flatShapes(
  index: StepIndex,
  placements: Placements,
  structure: Structure,
  told: ProductFacts,
  metres: number,
  products: readonly number[],
): FlatShape[] {
  // most files have neither: only then is it worth while to look at every product
  const told2d = new Set(index.all('IFCSHAPEREPRESENTATION').filter((id) => FLAT.test(text(index.valueOf(id, 1)))));
  const annotations = index.all('IFCANNOTATION');
  const out: FlatShape[] = [];
  for (const id of told2d.size ? [...annotations, ...products] : annotations) {
    const isAnnotation = index.typeNameOf(id) === 'IFCANNOTATION';
    const shape = index.valueOf(id, 6);
    const own = (isRef(shape) ? refs(index.valueOf(shape.ref, 2)) : []).filter((r) => isAnnotation || told2d.has(r));
    const record = own.length ? index.get(id) : null;
    if (!record) continue;
    const found: Found = { lines: [], texts: [] };
    const items = own.flatMap((r) => refs(index.valueOf(r, 3)));
    for (const item of items) collect(index, placements, item, placements.of(record.args[5]), metres, found, 0);
    if (!found.lines.length && !found.texts.length) continue;
    out.push({
      kind: isAnnotation ? 'annotation' : 'footprint',
      id: text(record.args[0]) || `#${id}`,
      name: text(record.args[2]),
      layer: told.layerOfItems([...own, ...items]),
      storey: structure.storeyOf(id),
      ...found,
    });
  }
  return out;
}

interface Found {
  readonly lines: Float64Array[];
  readonly texts: { readonly words: string; readonly at: Vec3 }[];
}

function collect(index: StepIndex, placements: Placements, item: number, m: Matrix4, metres: number, found: Found, depth: number): void {
  const record = index.get(item);
  if (!record || depth > DEEPEST) return;
  const place = ([x, y]: Vec2): Vec3 => {
    const [a, b, c] = transformPoint(m, [x, y, 0]);
    return [a * metres, b * metres, c * metres];
  };
  const line = (points: readonly Vec2[] | null, isRing = false) => {
    if (!points || points.length < 2 || !points.flat().every(Number.isFinite)) return;
    found.lines.push(Float64Array.from((isRing ? [...points, points[0]!] : points).flatMap(place)));
  };
  switch (record.type) {
    case 'IFCGEOMETRICCURVESET':
    case 'IFCGEOMETRICSET':
      for (const inner of refs(record.args[0])) collect(index, placements, inner, m, metres, found, depth + 1);
      return;
    case 'IFCMAPPEDITEM': {
      const source = index.follow(record.args[0]);
      const inner = multiply(m, placements.mapping(record));
      for (const id of refs(index.follow(source?.args[1])?.args[3])) collect(index, placements, id, inner, metres, found, depth + 1);
      return;
    }
    case 'IFCTEXTLITERAL':
    case 'IFCTEXTLITERALWITHEXTENT': {
      const at = placements.axes(record.args[1]);
      found.texts.push({ words: text(record.args[0]), at: place([at[12]!, at[13]!]) });
      return;
    }
    case 'IFCANNOTATIONFILLAREA':
      for (const ring of [...refs(record.args[0]), ...refs(record.args[1])]) line(curvePoints(index, placements, { ref: ring }));
      return;
    case 'IFCCIRCLE':
    case 'IFCELLIPSE':
      return line(curvePoints(index, placements, { ref: item }), true);
    default:
      line(curvePoints(index, placements, { ref: item }));
  }
}
