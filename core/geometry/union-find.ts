/** Which of some belong together: each heap has the lowest of its own as its leader. Method: union-find with path halving. */
export class UnionFind {
  private readonly leader: Uint32Array;

  constructor(count: number) {
    this.leader = new Uint32Array(count);
    for (let i = 0; i < count; i++) this.leader[i] = i;
  }

  of(i: number): number {
    const { leader } = this;
    while (leader[i] !== i) i = leader[i] = leader[leader[i]!]!;
    return i;
  }

  /** Puts the heaps of two together; returns whether they were apart. */
  join(a: number, b: number): boolean {
    const p = this.of(a),
      q = this.of(b);
    if (p < q) this.leader[q] = p;
    else this.leader[p] = q;
    return p !== q;
  }

  /** Some things by their heaps, in the order of the first of each. */
  heaps<T>(things: readonly T[]): T[][] {
    const out = new Map<number, T[]>();
    things.forEach((thing, i) => {
      const own = out.get(this.of(i));
      if (own) own.push(thing);
      else out.set(this.of(i), [thing]);
    });
    return [...out.values()];
  }
}
