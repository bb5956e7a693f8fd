import { MessageChannel } from 'node:worker_threads';
import { describe, expect, it } from 'vitest';
import { openBuilder, openLibrary } from '../cli/ifc-library';
import type { Model } from '../core/model/model';
import type { IfcLibrary, OpenLibrary } from '../core/readers/ifc/library';
import { readIfc } from '../core/readers/ifc/ifc';
import {
  builderInThread,
  serveShapes,
  type FromShapeThread,
  type ShapeThread,
  type ToShapeThread,
} from '../core/readers/ifc/shapes/shape-builder';
import { generateIfc } from './generate-ifc';

const FILE = generateIfc(2);
const bytes = (text: string) => new TextEncoder().encode(text);

/** A thread that is none, but all that goes to it and comes from it goes over a channel, as it would. */
function overChannel(open: OpenLibrary, begun: string[] = []): ShapeThread {
  const { port1, port2 } = new MessageChannel();
  const take = serveShapes(open, (message, transfer) => port2.postMessage(message, [...transfer]));
  port2.on('message', (message: ToShapeThread) => {
    begun.push(message.kind);
    void take(message);
  });
  return {
    post: (message) => port1.postMessage(message),
    onMessage: (listen) => void port1.on('message', (message: FromShapeThread) => listen(message)),
    onEnd: () => undefined,
    end: () => port1.close(),
  };
}

const shared = (text: string, begun?: string[]) =>
  readIfc(bytes(text), 'test.ifc', { openBuilder: () => builderInThread(() => overChannel(openLibrary, begun)) });
const figures = (model: Model) => JSON.stringify(model, (_, v: unknown) => (ArrayBuffer.isView(v) ? Array.from(v as never) : v));

describe('shapes that are built in a thread of their own', () => {
  it('are the same as in one thread, to the bit', async () => {
    const begun: string[] = [];
    const [apart, here] = [await shared(FILE, begun), await readIfc(bytes(FILE), 'test.ifc', { openBuilder })];
    expect(begun).toEqual(['prepare', 'build']);
    expect(here.elements.length).toBeGreaterThan(600);
    expect(figures(apart)).toBe(figures(here));
  });

  it('are the same where the file had to be mended first', async () => {
    // a text that the library cannot hold
    const text = FILE.replace("'Slab 0'", `'${'x'.repeat(70_000)}'`);
    const [apart, here] = [await shared(text), await readIfc(bytes(text), 'test.ifc', { openBuilder })];
    expect(apart.notes.map(({ code }) => code)).toContain('text-shortened');
    expect(figures(apart)).toBe(figures(here));
  });

  it('a thread that dies, that is full or whose library does not open gives a fault that says so', async () => {
    const dying = (isFull: boolean, isEarly = false): ShapeThread => ({
      post: () => undefined,
      onMessage: () => undefined,
      onEnd: (take) => (isEarly ? take(isFull) : void setTimeout(() => take(isFull), 5)),
      end: () => undefined,
    });
    const fault = (thread: () => ShapeThread) =>
      readIfc(bytes(FILE), 'test.ifc', { openBuilder: () => builderInThread(thread) }).catch((error: unknown) => error);
    expect(await fault(() => dying(false))).toMatchObject({ code: 'library-failed' });
    expect(await fault(() => dying(true))).toMatchObject({ code: 'memory-full' });
    // before it is asked to build anything, too
    expect(await fault(() => dying(true, true))).toMatchObject({ code: 'memory-full' });
    const closed = () => overChannel(() => Promise.reject<IfcLibrary>(new Error('no room for it')));
    expect(await fault(closed)).toMatchObject({ code: 'library-failed', facts: { reason: 'no room for it' } });
  });

  it('are let go when the file is refused meanwhile', async () => {
    let ended = 0;
    const thread = (): ShapeThread => ({ ...overChannel(openLibrary), end: () => void ended++ });
    const refused = bytes(FILE.replace("'IFC4'", "'IFC9'"));
    await expect(readIfc(refused, 'test.ifc', { openBuilder: () => builderInThread(thread) })).rejects.toMatchObject({
      code: 'schema-unknown',
    });
    expect(ended).toBe(1);
  });
});
