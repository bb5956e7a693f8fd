import { isRouteErrorResponse, Links, Meta, Outlet, Scripts, ScrollRestoration, type LinksFunction } from 'react-router';
import type { Route } from './+types/root';
import { VersionNotice } from './frame/version-notice';
import { isOutdated, OUTDATED } from './ui/outdated';
import './app.css';
import textFont from './fonts/encode-sans-semi-condensed-latin-400-normal.woff2?url';
import letterFont from './fonts/national-park-latin-600-normal.woff2?url';

export const links: LinksFunction = () => [
  { rel: 'icon', href: '/mark.svg', type: 'image/svg+xml' },
  ...[textFont, letterFont].map((href) => ({ rel: 'preload', href, as: 'font', type: 'font/woff2', crossOrigin: 'anonymous' as const })),
];

export const meta: Route.MetaFunction = () => [
  { title: 'Tarvex' },
  { name: 'description', content: 'Exact hidden-line drawings from 3D models' },
];

export function Layout({ children }: { children: React.ReactNode }) {
  return (
    <html lang="en">
      <head>
        <meta charSet="utf-8" />
        <meta name="viewport" content="width=device-width, initial-scale=1" />
        <Meta />
        <Links />
      </head>
      <body>
        {children}
        <VersionNotice />
        <ScrollRestoration />
        <Scripts />
      </body>
    </html>
  );
}

export default function Root() {
  return <Outlet />;
}

export function HydrateFallback() {
  return <p className="p-5 text-graphite">Opening…</p>;
}

export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  const [title, text] = isRouteErrorResponse(error)
    ? [error.status === 404 ? 'Not here' : 'That did not work', String(error.data || error.statusText)]
    : isOutdated(error)
      ? ['A newer version is there', OUTDATED]
      : ['That did not work', error instanceof Error ? error.message : 'Something went wrong.'];
  return (
    <main className="grid h-screen place-content-center gap-2 text-center">
      <h1 className="font-letter text-[17px] font-semibold">{title}</h1>
      <p className="max-w-md text-graphite">{text}</p>
      <p>
        {isOutdated(error) && (
          <button type="button" className="word mr-4" onClick={() => location.reload()}>
            Load the page anew
          </button>
        )}
        <a className="word" href="/">
          Back to the shelf
        </a>
      </p>
    </main>
  );
}
