import { parentPort, workerData } from 'node:worker_threads';
import { Fault } from '../core/faults/fault';
import { readHere, type Reading } from './read-here';

/** Reads one model file in a thread of its own, so that it can be ended, and hands the model over. */
async function read(reading: Reading): Promise<void> {
  const port = parentPort!;
  try {
    const model = await readHere(reading, () => port.postMessage({ kind: 'beat' }));
    const arrays = [model.positions, model.triangles, model.partStart, model.partElement, model.partMaterial, model.partColour];
    const buffers = new Set(arrays.map((a) => a.buffer as ArrayBuffer));
    port.postMessage({ kind: 'model', model }, [...buffers]);
  } catch (error) {
    if (error instanceof Fault) port.postMessage({ kind: 'fault', code: error.code, facts: error.facts });
    else {
      const { code, path, message } = error as NodeJS.ErrnoException;
      port.postMessage({ kind: 'error', code, path, message: message ?? String(error) });
    }
  }
}

void read(workerData as Reading);
