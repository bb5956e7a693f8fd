import { joinSegments, type SegmentList } from './segments';
import type { Scene } from '../scene/scene';
import { fillTiles, type Picture } from '../visibility/fill-tiles';
import { linesOf, openPicture, type Ask } from './see';
import { STRIDE, tilesOf, type Band } from '../visibility/tile-index';
import type { ViewUnits } from '../visibility/view-units';
import type { Grid } from '../visibility/tile-store';

/** What another thread is sent: a scene to keep, a picture to begin, the tiles that the first thread has filled. */
export type ToHelper =
  | { readonly name: 'scene'; readonly key: string; readonly scene: Scene }
  | {
      readonly name: 'begin';
      readonly job: number;
      readonly key: string;
      readonly ask: Ask;
      readonly split: number;
      readonly next: Int32Array;
    }
  | { readonly name: 'tiles'; readonly job: number; readonly band: SentBand; readonly seen: Uint8Array };

/** What it answers. */
export type FromHelper =
  | { readonly name: 'tiles'; readonly job: number; readonly band: SentBand; readonly seen: Uint8Array }
  | { readonly name: 'lines'; readonly job: number; readonly lines: readonly Run[] };

type SentBand = Omit<Band, 'records' | 'made'>;

/** The lines of one run of edges. */
interface Run {
  readonly run: number;
  readonly list: SegmentList;
}

/** Another thread that has the scene, in memory that both share. One picture at a time is made with it. */
export interface Helper {
  readonly key: string;
  readonly send: (message: ToHelper, transfer: readonly ArrayBufferLike[]) => void;
  /** The next answer; rejects with HelperGone when the thread has died. */
  readonly receive: () => Promise<FromHelper>;
}

/** The edges of a scene are taken in this many runs, each by whichever thread is free. */
const RUNS = 48;

let _job = 0;

/**
 * All lines of a picture, made by two threads: each fills the tiles of its half of the picture, then they take runs of edges in
 * turns. The same lines in the same order as of one thread.
 * @throws Fault drawing-stale
 */
export async function seeTogether(scene: Scene, ask: Ask, { key, send, receive }: Helper, goOn: () => void): Promise<SegmentList> {
  const job = ++_job;
  const answer = async <N extends FromHelper['name']>(name: N): Promise<FromHelper & { name: N }> => {
    for (;;) {
      const message = await receive();
      // what an earlier picture that was given up still gets is passed over
      if (message.job === job && message.name === name) return message as FromHelper & { name: N };
    }
  };
  const picture = openPicture(scene, ask);
  const { grid, units } = picture;
  const split = middle(units, grid);
  const next = new Int32Array(new SharedArrayBuffer(4));
  send({ name: 'begin', job, key, ask, split, next }, []);
  try {
    const seen = new Uint8Array(ask.shown.length);
    const band = fillTiles(picture, 0, split, seen);
    const sent = forSending(band);
    const other = await answer('tiles');
    send({ name: 'tiles', job, band: sent, seen }, buffersOf(sent));
    goOn();
    const lines = takeRuns(picture, ask, both(seen, other.seen), [band, received(other.band)], next, goOn);
    goOn();
    const theirs = await answer('lines');
    return joinSegments([...lines, ...theirs.lines].sort((a, b) => a.run - b.run).map(({ list }) => list));
  } catch (error) {
    Atomics.store(next, 0, RUNS);
    throw error;
  }
}

/** The other thread: keeps the scenes that it is sent, the last two, and helps with one picture at a time. */
export function helpOut(answer: (message: FromHelper, transfer: readonly ArrayBufferLike[]) => void): (message: ToHelper) => void {
  const scenes = new Map<string, Scene>();
  let begun: { job: number; ask: Ask; picture: Picture; band: Band; seen: Uint8Array; next: Int32Array } | null = null;
  return (message) => {
    if (message.name === 'scene') {
      scenes.set(message.key, message.scene);
      if (scenes.size > 2) scenes.delete(scenes.keys().next().value!);
    } else if (message.name === 'begin') {
      const { job, key, ask, split, next } = message;
      const picture = openPicture(scenes.get(key)!, ask);
      const seen = new Uint8Array(ask.shown.length);
      const band = fillTiles(picture, split, picture.grid.columns, seen);
      begun = { job, ask, picture, band, seen, next };
      const sent = forSending(band);
      answer({ name: 'tiles', job, band: sent, seen }, buffersOf(sent));
    } else if (begun?.job === message.job) {
      const { job, ask, picture, band, seen, next } = begun;
      begun = null;
      const lines = takeRuns(picture, ask, both(seen, message.seen), [received(message.band), band], next, () => undefined);
      answer(
        { name: 'lines', job, lines },
        lines.flatMap(({ list }) => [list.ends.buffer, list.depths.buffer, list.tags.buffer]),
      );
    }
  };
}

/** Takes runs of edges until none is left. */
function takeRuns(picture: Picture, ask: Ask, seen: Uint8Array, bands: readonly Band[], next: Int32Array, goOn: () => void): Run[] {
  const edges = picture.scene.edgeKind.length;
  const tiles = tilesOf(
    picture.grid,
    bands.filter((b) => b.columns > 0),
  );
  const out: Run[] = [];
  for (let run = Atomics.add(next, 0, 1); run < RUNS; run = Atomics.add(next, 0, 1)) {
    const [from, to] = [Math.floor((edges * run) / RUNS), Math.floor((edges * (run + 1)) / RUNS)];
    out.push({ run, list: linesOf(picture, ask, seen, tiles, from, to, goOn) });
  }
  return out;
}

/** The column that parts the triangles of a picture into two halves, about. */
function middle({ count, box, from, to }: ViewUnits, { u0, size, columns }: Grid): number {
  const weight = new Float64Array(columns);
  let sum = 0;
  for (let k = 0; k < count; k++) {
    const column = Math.floor(((box[k * 4]! + box[k * 4 + 2]!) / 2 - u0) / size);
    weight[Math.min(columns - 1, Math.max(0, column))]! += to[k]! - from[k]!;
    sum += to[k]! - from[k]!;
  }
  let column = 0;
  for (let left = 0; column < columns && left < sum / 2; column++) left += weight[column]!;
  return column;
}

function both(a: Uint8Array, b: Uint8Array): Uint8Array {
  return a.map((x, i) => x || b[i]!);
}

/** A band without what each thread makes for itself, in arrays of its own. */
function forSending({ first, columns, count, corners, near, triangle, start, items, cover, rest }: Band): SentBand {
  return {
    first,
    columns,
    count,
    corners: corners.slice(),
    near: near.slice(),
    triangle: triangle.slice(),
    start: start.slice(),
    items: items.slice(),
    cover: cover.slice(),
    rest: { slot: rest.slot.slice(), boxes: rest.boxes.slice(), counts: rest.counts.slice(), deepest: rest.deepest.slice() },
  };
}

const buffersOf = ({ corners, near, triangle, start, items, cover, rest }: SentBand): ArrayBufferLike[] =>
  [corners, near, triangle, start, items, cover, rest.slot, rest.boxes, rest.counts, rest.deepest].map((array) => array.buffer);

/** In the same form as a band of one's own, so that the engine needs no code of its own for it. */
const received = ({ first, columns, count, corners, near, triangle, start, items, cover, rest }: SentBand): Band => ({
  first,
  columns,
  count,
  records: new Float64Array(count * STRIDE),
  made: new Uint8Array(count),
  corners,
  near,
  triangle,
  start,
  items,
  cover,
  rest,
});
