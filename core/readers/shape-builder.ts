import { Fault, type Facts, type FaultCode } from '../faults/fault';
import type { OpenLibrary } from './ifc-library';
import { buildShapes, openFile, type BuiltShapes, type OpenFile, type ShapeTask } from './ifc-shapes';

/** Builds the shapes of one file. */
export interface ShapeBuilder {
  /** Whether it works beside the one that asks: then both read the same memory where they can. */
  readonly isThread: boolean;
  /** Begins to open a file that is likely to be built as it is. */
  readonly prepare: (bytes: Uint8Array) => void;
  /** @throws Fault library-failed, file-unreadable, memory-full */
  readonly build: (task: ShapeTask, progress?: (share: number) => void) => Promise<BuiltShapes>;
  /** Lets go of all that it holds, whether it is ready or not. */
  readonly end: () => void;
}

/** A builder in this very thread. */
export const builderHere = (openLibrary: OpenLibrary): ShapeBuilder => ({
  isThread: false,
  prepare: () => undefined,
  build: (task, progress) => buildShapes(task, openLibrary, progress),
  end: () => undefined,
});

/** What a thread that builds shapes is sent. */
export type ToShapeThread =
  | { readonly kind: 'prepare'; readonly bytes: Uint8Array }
  | { readonly kind: 'build'; readonly task: Omit<ShapeTask, 'bytes'>; readonly bytes: Uint8Array | null };

/** What it answers. */
export type FromShapeThread =
  | { readonly kind: 'progress'; readonly share: number }
  | { readonly kind: 'built'; readonly built: BuiltShapes }
  | { readonly kind: 'fault'; readonly code: FaultCode; readonly facts: Facts };

/** The other side, within the thread: opens a file while the one that asks still looks through it, and builds what is asked for. */
export function serveShapes(
  openLibrary: OpenLibrary,
  post: (message: FromShapeThread, transfer: readonly ArrayBuffer[]) => void,
): (message: ToShapeThread) => Promise<void> {
  let prepared: { readonly bytes: Uint8Array; readonly file: Promise<OpenFile> } | undefined;
  return async (message) => {
    if (message.kind === 'prepare') {
      prepared = { bytes: message.bytes, file: openFile(openLibrary, message.bytes) };
      // what goes wrong is told when it is asked to build
      prepared.file.catch(() => undefined);
      return;
    }
    try {
      const bytes = message.bytes ?? prepared!.bytes;
      const progress = (share: number) => post({ kind: 'progress', share }, []);
      const built = await buildShapes({ ...message.task, bytes }, openLibrary, progress, message.bytes ? undefined : prepared!.file);
      post({ kind: 'built', built }, buffersOf(built));
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
  let thread = begin();
  let prepared: Uint8Array | undefined;
  return {
    isThread: true,
    prepare: (bytes) => {
      prepared = bytes;
      thread.post({ kind: 'prepare', bytes });
    },
    build: ({ bytes, ...task }, progress) => {
      if (prepared && prepared !== bytes) {
        // it may have lost itself in what had to be mended
        thread.end();
        thread = begin();
      }
      const built = new Promise<BuiltShapes>((resolve, reject) => {
        thread.onMessage((message) => {
          if (message.kind === 'progress') progress?.(message.share);
          else if (message.kind === 'built') resolve(message.built);
          else reject(new Fault(message.code, message.facts));
        });
      });
      thread.post({ kind: 'build', task, bytes: bytes === prepared ? null : bytes });
      return Promise.race([built, thread.ended]);
    },
    end: () => thread.end(),
  };

  /** A thread may end before it is asked to build: that is heard from the beginning. */
  function begin(): ShapeThread & { readonly ended: Promise<never> } {
    const own = open();
    const ended = new Promise<never>((_, reject) => {
      own.onEnd((isFull) =>
        reject(isFull ? new Fault('memory-full') : new Fault('library-failed', { reason: 'the thread that built its shapes ended' })),
      );
    });
    ended.catch(() => undefined);
    return { ...own, ended };
  }
}

function buffersOf({ packed }: BuiltShapes): ArrayBuffer[] {
  const { corners, indices, wide, extent, place, colours } = packed;
  const all = [...corners, ...indices, ...wide, extent, place, colours];
  return [...new Set(all.map(({ buffer }) => buffer as ArrayBuffer))];
}

const reasonOf = (error: unknown): string => (error instanceof Error ? error.message : String(error)).slice(0, 120);
