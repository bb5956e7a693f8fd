// before React, which asks for it while it is loaded
import './production.mjs';
import compression from 'compression';
import express from 'express';
import { randomBytes } from 'node:crypto';
import { createServer } from 'node:net';
import { fileURLToPath } from 'node:url';
import { contentSecurityPolicy, isolationHeaders, stepWorkerPolicy } from './headers.mjs';

const client = fileURLToPath(new URL('../build/client', import.meta.url));
const { handler } = await import(new URL('../build/server/index.js', import.meta.url).href);

const app = express();
app.disable('x-powered-by');
app.use((_request, response, next) => {
  response.set(isolationHeaders);
  const nonce = randomBytes(16).toString('base64');
  response.locals.nonce = nonce;
  response.set('Content-Security-Policy', contentSecurityPolicy(nonce));
  next();
});
app.use(compression());
app.use('/assets', (request, response, next) => {
  if (/^\/step\.worker-[\w-]+\.js$/.test(request.path)) response.set('Content-Security-Policy', stepWorkerPolicy);
  next();
});
app.use('/assets', express.static(`${client}/assets`, { immutable: true, maxAge: '1y' }));
app.use(express.static(client, { maxAge: '1h' }));
// browsers ask for it unasked
app.get('/favicon.ico', (_request, response) => response.redirect(301, '/mark.svg'));
app.use(handler);

/** The wanted port if it is free, else any that is. */
const freePort = (wanted) =>
  new Promise((resolve) => {
    const probe = createServer();
    probe.once('error', () => {
      const other = createServer().listen(0, '127.0.0.1', () => {
        const { port } = other.address();
        other.close(() => resolve(port));
      });
    });
    probe.listen(wanted, '127.0.0.1', () => probe.close(() => resolve(wanted)));
  });

const port = await freePort(Number(process.env.PORT ?? 5317));
app.listen(port, '127.0.0.1', () => {
  console.log(`Tarvex listens on http://127.0.0.1:${port}${process.env.TARVEX_PATH ?? '/'}`);
});
