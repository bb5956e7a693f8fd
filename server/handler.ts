import { createRequestHandler } from '@react-router/express';
import * as build from 'virtual:react-router/server-build';
import { RouterContextProvider } from 'react-router';

/** Renders the pages. Built into one with the router, of which Node would otherwise take the development build. */
export const handler = createRequestHandler({
  build,
  getLoadContext: (_request, response) => {
    const context = new RouterContextProvider();
    context.nonce = (response.locals as { nonce: string }).nonce;
    return context;
  },
});
