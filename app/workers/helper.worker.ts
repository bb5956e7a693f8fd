import { helpOut, type ToHelper } from '../../core/visibility/two-threads';

const take = helpOut((message, transfer) => self.postMessage(message, { transfer: [...transfer] as ArrayBuffer[] }));
self.addEventListener('message', ({ data }: MessageEvent<ToHelper>) => take(data));
