import { parentPort } from 'node:worker_threads';
import { serveShapes, type ToShapeThread } from '../core/readers/ifc/shapes/shape-builder';
import { openLibrary } from './ifc-library';

const take = serveShapes(openLibrary, (message, transfer) => parentPort!.postMessage(message, [...transfer]));
parentPort!.on('message', (message: ToShapeThread) => void take(message));
