import type { Region } from '../cutting/cut-faces';
import { intersection, ringBounds, union } from '../geometry/polygons';
import { JOIN } from '../geometry/numbers/tolerances';
import { Segments, type SegmentList } from '../sights/segments';

/** What one leg of a jogged section shows. */
export interface Strip {
  readonly segments: SegmentList;
  readonly regions: readonly Region[];
  /** The stretch of the leg's own u that is shown, which may have no end; its zero stands at `shift` in the whole. */
  readonly place: { readonly shift: number; readonly from: number; readonly to: number };
}

/** A line that lies in the step itself would be a line at the jog; within this it does. */
const AT_STEP = 1e-6;

/**
 * Sets strips side by side: lines and cut faces end at the steps and go on in the next strip; the steps themselves are no lines.
 * @param joints the elements that stay apart from others of their material
 */
export function sideBySide(strips: readonly Strip[], joints: ReadonlySet<number>): { segments: SegmentList; regions: Region[] } {
  const out = new Segments();
  const regions: Region[] = [];
  const steps = strips.slice(1).map(({ place }) => place.shift);
  for (const { segments, regions: own, place } of strips) {
    const { shift, from, to } = place;
    const { ends } = segments;
    for (let s = 0; s < segments.count; s++) {
      const [u0, u1] = [ends[s * 4]!, ends[s * 4 + 2]!];
      const stretch = between(u0, u1, Math.hypot(u1 - u0, ends[s * 4 + 3]! - ends[s * 4 + 1]!), from, to);
      if (!stretch) continue;
      const isStep = Math.abs(u0 - u1) < AT_STEP && steps.some((u) => Math.abs(u - shift - u0) < AT_STEP);
      if (!isStep) out.addStretch(segments, s, ...stretch, shift);
    }
    for (const region of own) {
      const [u0, v0, u1, v1] = ringBounds(region.face);
      const [begin, end] = [Math.max(from, u0 - 1), Math.min(to, u1 + 1)];
      if (end <= begin) continue;
      const window = Float64Array.of(begin, v0 - 1, end, v0 - 1, end, v1 + 1, begin, v1 + 1);
      for (const face of intersection(region.face, [window]))
        regions.push({ ...region, face: face.map((ring) => ring.map((x, i) => (i % 2 ? x : x + shift))) });
    }
  }
  return { segments: out.done(), regions: uniteAcross(regions, steps, joints) };
}

/** The stretch of a segment of some size with least <= u <= most, in parts of it; null for none. */
function between(u0: number, u1: number, size: number, least: number, most: number): [number, number] | null {
  if (Math.max(u0, u1) < least || Math.min(u0, u1) > most) return null;
  const at = (u: number) => ((u < least ? least : most) - u0) / (u1 - u0);
  const isOut = (u: number) => u < least || u > most;
  const [from, to] = [isOut(u0) ? at(u0) : 0, isOut(u1) ? at(u1) : 1];
  return (to - from) * size > JOIN / 2 ? [from, to] : null;
}

/** Cut faces of one material that meet at a step are one; those of an element that keeps its joints with its own alone. */
function uniteAcross(regions: readonly Region[], steps: readonly number[], joints: ReadonlySet<number>): Region[] {
  const out: Region[] = [];
  const groups = new Map<string, Region[]>();
  for (const region of regions) {
    const [u0, , u1] = ringBounds(region.face);
    if (!steps.some((u) => Math.abs(u - u0) < JOIN || Math.abs(u - u1) < JOIN)) {
      out.push(region);
      continue;
    }
    const isCommon = region.material >= 0 && !region.elements.some((e) => joints.has(e));
    const key = `${region.use} ${region.trim ?? 0} ${region.material}${isCommon ? '' : ` of ${region.elements.join()}`}`;
    const own = groups.get(key);
    if (own) own.push(region);
    else groups.set(key, [region]);
  }
  for (const own of groups.values())
    for (const face of union(own.flatMap((r) => [...r.face]))) {
      const [u0, v0, u1, v1] = ringBounds(face);
      const members = own.filter((r) => {
        const b = ringBounds(r.face);
        return b[0] <= u1 + JOIN && b[2] >= u0 - JOIN && b[1] <= v1 + JOIN && b[3] >= v0 - JOIN;
      });
      const elements = [...new Set(members.flatMap((r) => r.elements))].sort((a, b) => a - b);
      out.push({ ...own[0]!, elements, face });
    }
  return out;
}
