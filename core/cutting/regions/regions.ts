import type { CutFaces, RegionOptions } from '../cut-faces';
import { append } from '../../geometry/append';
import { ringBounds } from '../../geometry/rings';
import { APART, SNAP } from '../../geometry/numbers/tolerances';
import type { Model } from '../../model/model';
import type { Frame } from '../../geometry/frame';
import type { Outline } from '../close-loops';
import { regionsInOrder } from '../canonical-order';
import type { CutMemory } from '../cut-memory';
import { regionsOfCluster } from './cluster-regions';
import { clustersOf } from './clusters';

/**
 * Makes regions of cut outlines, heap by heap of those that come near one another: outlines of one material are united, across elements; where no material is known each element
 * keeps its own, unless they run through one another; layers of a build-up become regions of their own. Where regions of different materials overlap, the higher
 * rank keeps the place, so regions never cover one another. With a `memory` heaps are looked up that were cut like this before.
 */
export function makeRegions(
  model: Model,
  outlines: readonly Outline[],
  frame: Frame,
  options: RegionOptions = {},
  memory?: CutMemory,
): CutFaces {
  const boxes = outlines.map(({ points }) => ringBounds([points]));
  const [closed, open]: [Outline[][], Outline[]] = [[], []];
  for (const heap of clustersOf(boxes, APART)) {
    const own = heap.map((k) => outlines[k]!);
    if (own.some(({ isClosed }) => isClosed)) closed.push(own);
    else append(open, own);
  }
  // what encloses nothing is soonest done in one go
  if (open.length) closed.push(open);
  const heaps = closed.map((own) => {
    const make = () => regionsOfCluster(model, own, frame, options);
    return memory ? memory.regionsOf(own, make) : make();
  });
  return {
    regions: regionsInOrder(heaps.flatMap(({ regions }) => regions)),
    outlines: heaps.flatMap((heap) => heap.outlines),
    outlinePart: heaps.flatMap(({ outlinePart }) => outlinePart),
    open: heaps.flatMap(({ open }) => open),
    mended: outlines.filter((o) => o.isClosed && o.gap > SNAP),
  };
}
