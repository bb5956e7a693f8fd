import { ringBounds, type Ring } from '../geometry/rings';
import type { BuildUp } from '../model/model';
import type { Frame } from '../geometry/frame';
import { cutToStrip, layerStrips, type CutLayer, type Strip } from './build-up-layers';

/** A layered element where it is cut. */
export interface LayeredCut {
  readonly buildUp: BuildUp;
  readonly rings: readonly Ring[];
  readonly layers: readonly CutLayer[];
}

/** An end that lies this near to a face stands at it, metres. */
const AT_FACE = 1e-3;
/** Walls less aslant to each other than this do not meet end to face (sine of the angle between them). */
const ASLANT = 0.1;

/**
 * Where a layered wall stands with its end at the face of another, its layers go on through weaker ones of the other to the
 * layer of their own material: the block of a partition through the plaster to the block of the wall. Returns what each
 * layer gains; taking it from the weaker ones is left to their ranks. No layer passes a gap, or one as strong as itself.
 */
export function meetLayers(
  cuts: readonly LayeredCut[],
  frame: Frame,
  rank: (material: number) => number,
): { readonly cut: number; readonly layer: CutLayer; readonly gained: Ring[] }[] {
  const strips = cuts.map(({ buildUp }) => layerStrips(buildUp, frame));
  const boxes = cuts.map(({ rings }) => ringBounds(rings));
  const out: { cut: number; layer: CutLayer; gained: Ring[] }[] = [];
  cuts.forEach(({ layers, rings }, b) => {
    if (!strips[b]) return;
    cuts.forEach((other, a) => {
      if (a === b || !strips[a] || !touch(boxes[a]!, boxes[b]!)) return;
      const [p, q] = [strips[a]![0]!.across, strips[b]![0]!.across];
      if (Math.abs(p[0] * q[1] - p[1] * q[0]) < ASLANT) return;
      const [own, face] = [extent(rings, p), extent(other.rings, p)];
      const fromLow = Math.abs(own[1] - face[0]) < AT_FACE;
      if (!fromLow && Math.abs(own[0] - face[1]) >= AT_FACE) return;
      const passed = fromLow ? strips[a]!.map((_, i) => i) : strips[a]!.map((_, i) => i).reverse();
      const { materials } = other.buildUp;
      const gap = (i: number) => other.layers.some((l) => l.index === i && l.isAir);
      for (const layer of layers) {
        if (layer.isAir || layer.material < 0) continue;
        const goal = passed.findIndex((i) => materials[i] === layer.material);
        if (goal < 1 || passed.slice(0, goal).some((i) => gap(i) || rank(materials[i]!) >= rank(layer.material))) continue;
        const at = strips[a]![passed[goal]!]!;
        const through: Strip = fromLow ? { across: p, from: -Infinity, to: at.from } : { across: p, from: at.to, to: Infinity };
        // the layer's own strip, no farther along it than the other wall is thick
        const along: Strip = { ...strips[b]![layer.index]!, ...ends(layer.index, strips[b]!, extent(rings, q)) };
        const reach = extent(rings, [-q[1], q[0]]);
        const more = (face[1] - face[0]) / ASLANT;
        const near: Strip = { across: [-q[1], q[0]], from: reach[0] - more, to: reach[1] + more };
        const gained = [through, along, near].reduce<Ring[]>(
          (left, strip) => (left.length ? cutToStrip(left, strip) : left),
          [...other.rings],
        );
        if (gained.length) out.push({ cut: b, layer, gained });
      }
    });
  });
  return out;
}

/** The outermost layers reach to the wall's real faces. */
function ends(index: number, strips: readonly Strip[], [low, high]: readonly [number, number]): { from: number; to: number } {
  const { from, to } = strips[index]!;
  return { from: index === 0 ? low : from, to: index === strips.length - 1 ? high : to };
}

function extent(rings: readonly Ring[], [nu, nv]: readonly [number, number]): [number, number] {
  let [low, high] = [Infinity, -Infinity];
  for (const ring of rings)
    for (let i = 0; i < ring.length; i += 2) {
      const d = ring[i]! * nu + ring[i + 1]! * nv;
      if (d < low) low = d;
      if (d > high) high = d;
    }
  return [low, high];
}

const touch = (a: readonly number[], b: readonly number[]): boolean =>
  a[0]! <= b[2]! + AT_FACE && b[0]! <= a[2]! + AT_FACE && a[1]! <= b[3]! + AT_FACE && b[1]! <= a[3]! + AT_FACE;
