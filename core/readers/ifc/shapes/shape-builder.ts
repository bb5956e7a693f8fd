import { Fault, type Facts, type FaultCode } from '../../../faults/fault';
import type { FilePieces } from '../file-pieces';
import type { OpenLibrary } from '../library';
import { buildShapes, openFile, type BuiltRows, type OpenFile, type ShapeTask } from './shapes';
import type { PackedShapes } from './placed-shapes';
import { ShapeSender, takeBatch, type ShapeBatch } from './shape-batch';
import { ShapePacker } from './shape-packer';

/** The bodies of a file, packed, and whose they are. */
export interface BuiltShapes extends BuiltRows {
  readonly packed: PackedShapes;
}

/** Builds the shapes of one file. */
export interface ShapeBuilder {
  /** Whether it works beside the one that asks: then both read the same memory where they can. */
  readonly isThread: boolean;
  /** Begins to open the file; comes before it is built. */
  readonly prepare: (file: FilePieces) => void;
  /** @throws Fault library-failed, file-unreadable, memory-full */
  readonly build: (task: ShapeTask, progress?: (share: number) => void) => Promise<BuiltShapes>;
  /** Lets go of all that it holds, whether it is ready or not. */
  readonly end: () => void;
}

/** A builder in this very thread. */
export function builderHere(openLibrary: OpenLibrary): ShapeBuilder {
  let file: FilePieces;
  return {
    isThread: false,
    prepare: (given) => void (file = given),
    build: async (task, progress) => {
      const packer = new ShapePacker();
      const built = await buildShapes(task, packer, () => openFile(openLibrary(), file), progress);
      return { ...built, packed: packer.done() };
    },
    end: () => undefined,
  };
}

/** What a thread that builds shapes is sent. */
export type ToShapeThread = { readonly kind: 'prepare'; readonly file: FilePieces } | { readonly kind: 'build'; readonly task: ShapeTask };

/** What it answers. */
export type FromShapeThread =
  | { readonly kind: 'progress'; readonly share: number }
  | { readonly kind: 'bodies'; readonly batch: ShapeBatch }
  | { readonly kind: 'built'; readonly built: BuiltRows }
  | { readonly kind: 'fault'; readonly code: FaultCode; readonly facts: Facts };

/**
 * The other side, within the thread: loads its library while the one that asks looks through the file, opens the file while that one
 * looks on, and builds what is asked for.
 */
export function serveShapes(
  openLibrary: OpenLibrary,
  post: (message: FromShapeThread, transfer: readonly ArrayBuffer[]) => void,
): (message: ToShapeThread) => Promise<void> {
  const first = openLibrary();
  // what goes wrong is told when it is asked to build
  first.catch(() => undefined);
  let file: FilePieces;
  let prepared: Promise<OpenFile> | undefined;
  const open = () => {
    const opened = prepared ?? openFile(openLibrary(), file);
    prepared = undefined;
    return opened;
  };
  return async (message) => {
    if (message.kind === 'prepare') {
      ({ file } = message);
      prepared = openFile(first, file);
      prepared.catch(() => undefined);
      return;
    }
    try {
      const progress = (share: number) => post({ kind: 'progress', share }, []);
      const sender = new ShapeSender((batch) =>
        post({ kind: 'bodies', batch }, [batch.vertices.buffer as ArrayBuffer, batch.indices.buffer as ArrayBuffer]),
      );
      const built = await buildShapes(message.task, sender, open, progress);
      sender.end();
      post({ kind: 'built', built }, []);
    } catch (error) {
      const { code, facts } = error instanceof Fault ? error : new Fault('library-failed', { reason: reasonOf(error) });
      post({ kind: 'fault', code, facts }, []);
    }
  };
}

/** A thread as its host has it. */
export interface ShapeThread {
  readonly post: (message: ToShapeThread) => void;
  readonly onMessage: (take: (message: FromShapeThread) => void) => void;
  /** Is told when the thread ends before its time, and whether that was for want of memory. */
  readonly onEnd: (take: (isFull: boolean) => void) => void;
  readonly end: () => void;
}

/** A builder in a thread of its own: its memory goes with the thread, and what looks through the file need not wait for it. */
export function builderInThread(open: () => ShapeThread): ShapeBuilder {
  const thread = open();
  // a thread may end before it is asked to build: that is heard from the beginning
  const ended = new Promise<never>((_, reject) => {
    thread.onEnd((isFull) =>
      reject(isFull ? new Fault('memory-full') : new Fault('library-failed', { reason: 'the thread that built its shapes ended' })),
    );
  });
  ended.catch(() => undefined);
  return {
    isThread: true,
    prepare: (file) => thread.post({ kind: 'prepare', file }),
    build: (task, progress) => {
      const built = new Promise<BuiltShapes>((resolve, reject) => {
        // packed here while the thread builds the next ones
        const packer = new ShapePacker();
        thread.onMessage((message) => {
          if (message.kind === 'progress') progress?.(message.share);
          else if (message.kind === 'bodies') pack(message.batch);
          else if (message.kind === 'built') resolve({ ...message.built, packed: packer.done() });
          else reject(new Fault(message.code, message.facts));
        });
        const pack = (batch: ShapeBatch) => {
          try {
            takeBatch(batch, packer);
          } catch (error) {
            reject(error instanceof RangeError ? new Fault('memory-full') : (error as Error));
          }
        };
      });
      thread.post({ kind: 'build', task });
      return Promise.race([built, ended]);
    },
    end: () => thread.end(),
  };
}

const reasonOf = (error: unknown): string => (error instanceof Error ? error.message : String(error)).slice(0, 120);
