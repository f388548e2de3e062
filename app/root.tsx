import {
  Links,
  Meta,
  Outlet,
  Scripts,
  ScrollRestoration,
  isRouteErrorResponse,
} from 'react-router';
import { useEffect, type ReactNode } from 'react';
import { report } from './storage/report';
import type { Route } from './+types/root';
import './app.css';
import './state/plainZod';

export const links: Route.LinksFunction = () => [
  { rel: 'icon', href: '/favicon.svg', type: 'image/svg+xml' },
  { rel: 'manifest', href: '/manifest.webmanifest' },
];

export const meta: Route.MetaFunction = () => [
  { title: 'Hush Road' },
  {
    name: 'description',
    content:
      'Plan wire jewelry: from a drawn figure to cut length, bend marks and a true-size sheet.',
  },
];

export function Layout({ children }: { children: ReactNode }) {
  return (
    <html lang="en" suppressHydrationWarning>
      <head>
        <meta charSet="utf-8" />
        <meta name="viewport" content="width=device-width, initial-scale=1" />
        <Meta />
        <Links />
        <script src="/theme.js" />
      </head>
      <body>
        {children}
        <ScrollRestoration />
        <Scripts />
      </body>
    </html>
  );
}

export default function App() {
  return <Outlet />;
}

export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  useEffect(() => {
    if (!isRouteErrorResponse(error)) report(error, 'a screen');
  }, [error]);
  const missing = isRouteErrorResponse(error) && error.status === 404;
  const said = isRouteErrorResponse(error) && typeof error.data === 'string' ? error.data : null;
  return (
    <main className="mx-auto max-w-xl p-10">
      <h1 className="text-2xl font-semibold">{missing ? 'Nothing here' : 'This screen stopped'}</h1>
      <p className="mt-3 text-soft">
        {said ??
          (missing
            ? 'There is no such page.'
            : 'Something went wrong on this screen. Your pieces are safe: each change is kept as it is made.')}
      </p>
      <p className="mt-5">
        <a className="font-semibold text-patina underline" href="/">
          Back to the pieces
        </a>
      </p>
    </main>
  );
}
