import { STRAIGHT } from '../geometry/tolerances';

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
    const [pu, pv] = [this.places[corner]! - this.u, this.places[corner + 1]! - this.v];
    const far = Math.hypot(pu, pv);
    if (this.du === 0 && this.dv === 0) [this.du, this.dv] = [pu, pv];
    // what turns back is no straight run
    if (far < this.reach) return false;
    this.reach = far;
    if (far <= STRAIGHT) return true;
    const [angle, half] = [this.angleTo(pu, pv), Math.asin(STRAIGHT / far)];
    this.low = Math.max(this.low, angle - half);
    this.high = Math.min(this.high, angle + half);
    return this.low <= this.high;
  }

  /** Whether the run may end at a corner. */
  leadsTo(corner: number): boolean {
    const [pu, pv] = [this.places[corner]! - this.u, this.places[corner + 1]! - this.v];
    if (Math.hypot(pu, pv) <= this.reach) return false;
    const angle = this.angleTo(pu, pv);
    return angle > this.low && angle < this.high;
  }

  private angleTo(pu: number, pv: number): number {
    return Math.atan2(this.du * pv - this.dv * pu, this.du * pu + this.dv * pv);
  }
}
