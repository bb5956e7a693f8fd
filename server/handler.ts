import { createRequestHandler } from '@react-router/express';
import { RouterContextProvider, type ServerBuild } from 'react-router';
import * as build from 'virtual:react-router/server-build';

/** Renders the pages. Built into one with the router, of which Node would otherwise take the development build. */
export const handler = createRequestHandler({
  build: build as ServerBuild,
  getLoadContext: (_request, response) => {
    const context = new RouterContextProvider();
    Object.assign(context, { nonce: (response.locals as { nonce: string }).nonce });
    return context;
  },
});
