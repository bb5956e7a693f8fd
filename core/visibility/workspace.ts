import { Growing } from '../geometry/growing';
import { TileCoverage } from './tiles/tile-coverage';

/**
 * The scratch memory of one picture: arrays of the size of the largest scene so far. It belongs to the call that took it, so that two
 * drawings may be under way in one thread; what is given back serves the next one.
 */
export class Workspace {
  readonly u = doubles();
  readonly v = doubles();
  readonly w = doubles();
  readonly facing = bytes();
  readonly candidates = { ends: doubles(), face: words(), kind: bytes(), join: signed() };
  readonly batch = { corners: doubles(), source: signed() };
  readonly store = {
    corners: doubles(),
    near: doubles(),
    triangle: signed(),
    /** Where the tiles of each occluder end in `entries`. */
    ends: words(),
    /** Tiles, one occluder after the other. */
    entries: words(),
    records: doubles(),
    made: bytes(),
    cover: doubles(),
    start: words(),
    cursor: words(),
    items: words(),
  };
  readonly coverage = new TileCoverage();
}

const doubles = () => new Growing((n) => new Float64Array(n));
const words = () => new Growing((n) => new Uint32Array(n));
const signed = () => new Growing((n) => new Int32Array(n));
const bytes = () => new Growing((n) => new Uint8Array(n));

const _free: Workspace[] = [];

export const takeWorkspace = (): Workspace => _free.pop() ?? new Workspace();

export function giveBack(workspace: Workspace): void {
  if (!_free.length) _free.push(workspace);
}
