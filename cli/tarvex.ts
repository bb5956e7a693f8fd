#!/usr/bin/env node
import { run } from './run';

// what reads our output may have read enough (`tarvex check ... | head`): that is no fault
process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code !== 'EPIPE') throw error;
  process.exit();
});
process.exitCode = await run(process.argv.slice(2));
