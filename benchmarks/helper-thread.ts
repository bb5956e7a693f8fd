/* The second thread of the bench and of the tests: helps with pictures of the scenes that it is sent. */
import { parentPort, type Transferable } from 'node:worker_threads';
import { helpOut, type ToHelper } from '../core/visibility/two-threads';

const take = helpOut((message, transfer) => parentPort!.postMessage(message, transfer as Transferable[]));
parentPort!.on('message', (message: ToHelper) => take(message));
