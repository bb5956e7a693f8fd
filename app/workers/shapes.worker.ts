import { serveShapes, type ToShapeThread } from '../../core/readers/ifc/shapes/shape-builder';
import { openLibrary } from './ifc-library';

const take = serveShapes(openLibrary, (message, transfer) => self.postMessage(message, { transfer: [...transfer] }));
self.addEventListener('message', ({ data }: MessageEvent<ToShapeThread>) => void take(data));
