import type { Colour } from '../../../model/model';

/** Takes the bodies that are built, one after the other; see ShapePacker for what comes. */
export interface BodySink {
  /** A body of the same shape as one that came before, counted from 0. */
  again(row: number, m: readonly number[], metres: number, colour: Colour): void;
  add(item: number, vertices: Float32Array, indices: Uint32Array, m: readonly number[], metres: number, colour: Colour): void;
}

/** Bodies on their way from the thread that builds them to the one that packs them: nothing but figures. */
export interface ShapeBatch {
  /** Number of the shape item, how many figures its corners have, and how many indices there are; of one that came before its row, AGAIN and 0. */
  readonly bodies: readonly number[];
  /** Placement, colour and the length of a file unit: 21 figures a body. */
  readonly figures: readonly number[];
  readonly vertices: Float32Array;
  readonly indices: Uint32Array;
}

/** Room of a batch: large enough to be few, small enough to be packed while the next ones are built. */
const VERTICES = 1 << 19;
const INDICES = 1 << 18;
const FIGURES = 21;
const AGAIN = -1;

/** Collects bodies and sends them in batches. What is taken is copied: the builder's memory moves on. */
export class ShapeSender implements BodySink {
  private batch = emptyBatch(0, 0);
  private vertexCount = 0;
  private indexCount = 0;

  constructor(private readonly send: (batch: ShapeBatch) => void) {}

  add(item: number, vertices: Float32Array, indices: Uint32Array, m: readonly number[], metres: number, colour: Colour): void {
    if (this.vertexCount + vertices.length > this.batch.vertices.length || this.indexCount + indices.length > this.batch.indices.length) {
      this.end();
      this.batch = emptyBatch(Math.max(VERTICES, vertices.length), Math.max(INDICES, indices.length));
    }
    const { batch } = this;
    batch.vertices.set(vertices, this.vertexCount);
    batch.indices.set(indices, this.indexCount);
    batch.bodies.push(item, vertices.length, indices.length);
    this.place(m, metres, colour);
    this.vertexCount += vertices.length;
    this.indexCount += indices.length;
  }

  again(row: number, m: readonly number[], metres: number, colour: Colour): void {
    this.batch.bodies.push(row, AGAIN, 0);
    this.place(m, metres, colour);
  }

  private place(m: readonly number[], metres: number, colour: Colour): void {
    const { figures } = this.batch;
    for (let k = 0; k < 16; k++) figures.push(m[k]!);
    figures.push(colour[0], colour[1], colour[2], colour[3], metres);
  }

  /** Sends what is left. */
  end(): void {
    if (this.batch.bodies.length) this.send(this.batch);
    this.batch = emptyBatch(0, 0);
    this.vertexCount = this.indexCount = 0;
  }
}

const emptyBatch = (vertices: number, indices: number) => ({
  bodies: [] as number[],
  figures: [] as number[],
  vertices: new Float32Array(vertices),
  indices: new Uint32Array(indices),
});

/** Hands the bodies of a batch on, in their order. */
export function takeBatch({ bodies, figures, vertices, indices }: ShapeBatch, sink: BodySink): void {
  for (let body = 0, v = 0, i = 0; body * 3 < bodies.length; body++) {
    const [item, corners, count] = [bodies[body * 3]!, bodies[body * 3 + 1]!, bodies[body * 3 + 2]!];
    const at = body * FIGURES;
    const m = figures.slice(at, at + 16);
    const colour = [figures[at + 16]!, figures[at + 17]!, figures[at + 18]!, figures[at + 19]!] as const;
    const metres = figures[at + 20]!;
    if (corners === AGAIN) {
      sink.again(item, m, metres, colour);
      continue;
    }
    sink.add(item, vertices.subarray(v, v + corners), indices.subarray(i, i + count), m, metres, colour);
    v += corners;
    i += count;
  }
}
