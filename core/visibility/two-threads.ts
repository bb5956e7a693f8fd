import { joinSegments, type SegmentList } from '../sights/segments';
import type { Scene } from '../scene/scene';
import { shared } from '../geometry/shared-memory';
import { fillTiles } from './tiles/fill-tiles';
import type { Picture } from './picture';
import { linesOf, openPicture, see, type VisibilityQuery } from './see';
import { giveBack, takeWorkspace } from './workspace';
import { STRIDE, tilesOf, type Band } from './tiles/tile-index';
import type { TriangleBatches } from './tiles/triangle-batches';
import { wantedTiles, type WantedTiles } from './tiles/wanted-tiles';
import type { Grid } from './tiles/tile-store';

/** What another thread is sent: a scene to keep, a picture to begin, the tiles that the first thread has filled. */
export type ToHelper =
  | { readonly name: 'scene'; readonly key: string; readonly scene: Scene }
  | {
      readonly name: 'begin';
      readonly job: number;
      readonly key: string;
      readonly query: VisibilityQuery;
      readonly next: Int32Array;
    }
  | { readonly name: 'tiles'; readonly job: number; readonly bands: readonly SentBand[]; readonly seen: Uint8Array };

/** What it answers. */
export type FromHelper =
  | { readonly name: 'tiles'; readonly job: number; readonly bands: readonly SentBand[]; readonly seen: Uint8Array }
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
  readonly send: (message: ToHelper) => void;
  /** The next answer; rejects with HelperGone when the thread has died. */
  readonly receive: () => Promise<FromHelper>;
}

/** The tiles of a picture are filled half by half: more bands were slower, as what reaches over several is laid into each. */
const BANDS = 2;
/** The edges of a scene are taken in this many runs, each by whichever thread is free. */
const RUNS = 48;
/** Where it is told which band and which run comes next. */
const Next = { band: 0, run: 1 } as const;

let _job = 0;
/** Helpers that a picture is being made with: what is drawn meanwhile is drawn without. */
const _busy = new WeakSet<Helper>();

/**
 * All lines of a picture, made by two threads: they fill bands of its tiles in turns, give them to each other, and take runs of
 * edges in turns. The same lines in the same order as of one thread. While another picture is made with the helper this one is made alone.
 * @throws Fault drawing-stale
 */
export async function seeInTwoThreads(scene: Scene, query: VisibilityQuery, helper: Helper | null, goOn: () => void): Promise<SegmentList> {
  if (!helper || _busy.has(helper)) return see(scene, query, goOn);
  _busy.add(helper);
  const { key, send, receive } = helper;
  const job = ++_job;
  const answer = async <N extends FromHelper['name']>(name: N): Promise<FromHelper & { name: N }> => {
    for (;;) {
      const message = await receive();
      // what an earlier picture that was given up still gets is passed over
      if (message.job === job && message.name === name) return message as FromHelper & { name: N };
    }
  };
  const next = new Int32Array(new SharedArrayBuffer(8));
  send({ name: 'begin', job, key, query, next });
  const workspace = takeWorkspace();
  try {
    const picture = openPicture(scene, query, workspace);
    const seen = new Uint8Array(query.view.shown.length);
    const bands = takeBands(picture, seen, next);
    const other = await answer('tiles');
    send({ name: 'tiles', job, bands, seen });
    goOn();
    const lines = takeRuns(picture, query, both(seen, other.seen), inOrder([...bands, ...other.bands]), next, goOn);
    goOn();
    const theirs = await answer('lines');
    return joinSegments([...lines, ...theirs.lines].sort((a, b) => a.run - b.run).map(({ list }) => list));
  } catch (error) {
    Atomics.store(next, Next.band, BANDS);
    Atomics.store(next, Next.run, RUNS);
    throw error;
  } finally {
    _busy.delete(helper);
    giveBack(workspace);
  }
}

/** The other thread: keeps the scenes that it is sent, the last two, and helps with one picture at a time. */
export function helpOut(answer: (message: FromHelper, transfer: readonly ArrayBufferLike[]) => void): (message: ToHelper) => void {
  const scenes = new Map<string, Scene>();
  // one picture at a time: what an earlier one has is not needed any more
  const workspace = takeWorkspace();
  let begun: {
    job: number;
    query: VisibilityQuery;
    picture: Picture;
    bands: readonly SentBand[];
    seen: Uint8Array;
    next: Int32Array;
  } | null = null;
  return (message) => {
    if (message.name === 'scene') {
      scenes.set(message.key, message.scene);
      if (scenes.size > 2) scenes.delete(scenes.keys().next().value!);
    } else if (message.name === 'begin') {
      const { job, key, query, next } = message;
      const picture = openPicture(scenes.get(key)!, query, workspace);
      const seen = new Uint8Array(query.view.shown.length);
      const bands = takeBands(picture, seen, next);
      begun = { job, query, picture, bands, seen, next };
      answer({ name: 'tiles', job, bands, seen }, []);
    } else if (begun?.job === message.job) {
      const { job, query, picture, bands, seen, next } = begun;
      begun = null;
      const lines = takeRuns(picture, query, both(seen, message.seen), inOrder([...bands, ...message.bands]), next, () => undefined);
      answer(
        { name: 'lines', job, lines },
        lines.flatMap(({ list }) => [list.ends.buffer, list.depths.buffer, list.tags.buffer]),
      );
    }
  };
}

/** Takes bands of tiles until none is left. Marks in `seen` what may be seen in them. */
function takeBands(picture: Picture, seen: Uint8Array, next: Int32Array): SentBand[] {
  const { batches, grid } = picture;
  const splits = [0, middle(batches, grid), grid.columns];
  const out: SentBand[] = [];
  let wanted: WantedTiles | undefined;
  for (let band = Atomics.add(next, Next.band, 1); band < BANDS; band = Atomics.add(next, Next.band, 1)) {
    const [from, to] = [splits[band]!, splits[band + 1]!];
    if (from === to) continue;
    if (wanted === undefined) wanted = wantedTiles(picture);
    out.push(kept(fillTiles(picture, wanted, from, to, seen)));
  }
  return out;
}

/** Takes runs of edges until none is left. */
function takeRuns(
  picture: Picture,
  query: VisibilityQuery,
  seen: Uint8Array,
  bands: readonly Band[],
  next: Int32Array,
  goOn: () => void,
): Run[] {
  const edges = picture.scene.edgeKind.length;
  const tiles = tilesOf(picture.grid, bands);
  const out: Run[] = [];
  for (let run = Atomics.add(next, Next.run, 1); run < RUNS; run = Atomics.add(next, Next.run, 1)) {
    const [from, to] = [Math.floor((edges * run) / RUNS), Math.floor((edges * (run + 1)) / RUNS)];
    out.push({ run, list: linesOf(picture, query, seen, tiles, from, to, goOn) });
  }
  return out;
}

/** The column that parts the triangles of a picture into two halves, about. */
function middle({ count, box, from, to }: TriangleBatches, { u0, size, columns }: Grid): number {
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

/** Bands from left to right, with room for what each thread works out for itself. */
const inOrder = (bands: readonly SentBand[]): Band[] => bands.map(received).sort((a, b) => a.first - b.first);

function both(a: Uint8Array, b: Uint8Array): Uint8Array {
  return a.map((x, i) => x || b[i]!);
}

/** A band without what each thread works out for itself, in memory that both read: that of the store goes to the next band. */
const kept = ({ first, columns, count, corners, near, triangle, start, items, cover, rest }: Band): SentBand => ({
  first,
  columns,
  count,
  corners: shared(corners),
  near: shared(near),
  triangle: shared(triangle),
  start: shared(start),
  items: shared(items),
  cover: shared(cover),
  rest: { slot: shared(rest.slot), boxes: shared(rest.boxes), counts: shared(rest.counts), deepest: shared(rest.deepest) },
});

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
