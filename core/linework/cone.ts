import { STRAIGHT } from '../geometry/numbers/tolerances';

/**
 * The directions in which a straight run may go on from its first corner so that every corner that is left out keeps within STRAIGHT of
 * it: each of them narrows the cone. Cost: constant for each corner. Method: the cone of P. Zhao, A. Saalfeld, Linear-time
 * sleeve-fitting polyline simplification algorithms, 1997 (from memory), with the corners' own places as ends.
 */
export class Cone {
  private readonly places: Float64Array;
  private u = 0;
  private v = 0;
  /** The run's direction to its first corner but one, from which angles count; none yet where its length is nought. */
  private du = 0;
  private dv = 0;
  private low = -Infinity;
  private high = Infinity;
  /** How far the run has come. */
  private reach = 0;

  /** @param places u and v of corners, which are named by the index of their u */
  constructor(places: Float64Array, first: number) {
    this.places = places;
    this.begin(first);
  }

  /** Begins a run at a corner. */
  begin(corner: number): void {
    this.u = this.places[corner]!;
    this.v = this.places[corner + 1]!;
    this.du = this.dv = this.reach = 0;
    this.low = -Infinity;
    this.high = Infinity;
  }

  /** Narrows the cone by a corner that is to be left out; false where the run cannot pass it. */
  admits(corner: number): boolean {
    const pu = this.places[corner]! - this.u,
      pv = this.places[corner + 1]! - this.v;
    const far = Math.sqrt(pu * pu + pv * pv);
    if (this.du === 0 && this.dv === 0) {
      this.du = pu;
      this.dv = pv;
    }
    // what turns back is no straight run
    if (far < this.reach) return false;
    this.reach = far;
    if (far <= STRAIGHT) return true;
    const slope = this.slopeTo(pu, pv);
    // the corner's own width as it is seen from the beginning, on the line square to the direction there
    const half = (STRAIGHT / far) * (1 + slope * slope);
    if (slope - half > this.low) this.low = slope - half;
    if (slope + half < this.high) this.high = slope + half;
    return this.low <= this.high;
  }

  /** Whether the run may end at a corner. */
  leadsTo(corner: number): boolean {
    const pu = this.places[corner]! - this.u,
      pv = this.places[corner + 1]! - this.v;
    if (pu * pu + pv * pv <= this.reach * this.reach) return false;
    const slope = this.slopeTo(pu, pv);
    return slope > this.low && slope < this.high;
  }

  /** How far a place lies beside the run's direction, as a part of how far it lies along it; NaN where it lies back. */
  private slopeTo(pu: number, pv: number): number {
    const along = this.du * pu + this.dv * pv;
    return along > 0 ? (this.du * pv - this.dv * pu) / along : NaN;
  }
}
