import { createReadableStreamFromReadable } from '@react-router/node';
import { isbot } from 'isbot';
import { PassThrough } from 'node:stream';
import { renderToPipeableStream, type RenderToPipeableStreamOptions } from 'react-dom/server';
import { ServerRouter, type EntryContext, type RouterContextProvider } from 'react-router';

/** Renders a page; every inline script carries the nonce that the server put into the policy. */
export default function handleRequest(
  request: Request,
  status: number,
  headers: Headers,
  context: EntryContext,
  loadContext: RouterContextProvider,
) {
  const nonce = (loadContext as unknown as { nonce?: string }).nonce;
  return new Promise<Response>((resolve, reject) => {
    const ready: keyof RenderToPipeableStreamOptions = isbot(request.headers.get('user-agent')) ? 'onAllReady' : 'onShellReady';
    let code = status;
    const { pipe, abort } = renderToPipeableStream(<ServerRouter context={context} url={request.url} {...(nonce && { nonce })} />, {
      ...(nonce && { nonce }),
      [ready]() {
        const body = new PassThrough();
        headers.set('Content-Type', 'text/html');
        resolve(new Response(createReadableStreamFromReadable(body), { headers, status: code }));
        pipe(body);
      },
      onShellError: reject,
      onError(error: unknown) {
        code = 500;
        console.error(error);
      },
    });
    setTimeout(abort, 10_000).unref();
  });
}
