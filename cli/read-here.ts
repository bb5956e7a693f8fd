import { closeSync, fstatSync, openSync, readFileSync, readSync, statSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import { Fault } from '../core/faults/fault';
import type { LengthUnit } from '../core/model/length-unit';
import type { Model } from '../core/model/model';
import { readModel } from '../core/readers/read-model';
import { openDraco } from './draco-library';
import { openBuilder } from './ifc-library';
import { buildInThread } from './shape-thread';
import { openStepLibrary } from './step-library';

// from its sources, in the tests, the command line runs in one thread
const HAS_THREADS = import.meta.url.endsWith('.mjs');
/** A file of fewer bytes is built before a thread has started. */
const SMALL = 4 << 20;
/** As much as one list of bytes can hold everywhere. */
const LARGEST = 2 ** 31 - 1;

/** What is to be read, and how. */
export interface Reading {
  readonly path: string;
  readonly unit: LengthUnit | undefined;
  readonly up: 'y' | 'z' | undefined;
}

/** Reads a model file in this thread; `beat` is told that it goes on. */
export async function readHere({ path, unit, up }: Reading, beat: () => void): Promise<Model> {
  const companion = (file: string) => {
    try {
      // names in a file are not to lead out of its folder
      return readFileSync(join(dirname(path), basename(file)));
    } catch {
      return undefined;
    }
  };
  const { size } = statSync(path);
  if (size > LARGEST)
    throw new Fault('file-too-large', {
      what: 'what it holds',
      size: `${(size / 1e9).toFixed(1)} GB`,
      limit: `${(LARGEST / 1e9).toFixed(1)} GB`,
    });
  const bytes = /\.ifc$/i.test(path) ? readShared(path) : readFileSync(path);
  beat();
  return readModel(bytes, basename(path), {
    openBuilder: HAS_THREADS && bytes.length > SMALL ? () => buildInThread(new URL('./shapes.worker.mjs', import.meta.url)) : openBuilder,
    openStepLibrary,
    openDraco,
    unit,
    up,
    companion,
    progress: beat,
  });
}

/** The bytes of a file in memory that threads share, so that no thread needs a copy. */
export function readShared(path: string): Uint8Array {
  const file = openSync(path, 'r');
  try {
    const bytes = new Uint8Array(new SharedArrayBuffer(fstatSync(file).size));
    let at = 0;
    for (let got = -1; at < bytes.length && got !== 0; at += got) got = readSync(file, bytes, at, bytes.length - at, at);
    return bytes.subarray(0, at);
  } finally {
    closeSync(file);
  }
}
