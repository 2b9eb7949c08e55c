import { useEffect } from "react";
import {
  isRouteErrorResponse,
  Links,
  Meta,
  Outlet,
  Scripts,
  ScrollRestoration,
  useRouteLoaderData,
} from "react-router";
import type { Route } from "./+types/root";
import "./app.css";
import { readPreferences } from "./desk/preferences";
import { useNonce } from "./kit/nonce";

export function loader({ request }: Route.LoaderArgs) {
  return { preferences: readPreferences(request.headers.get("Cookie")) };
}

export const meta: Route.MetaFunction = () => [
  { title: "Zinc Lattice" },
  { name: "description", content: "The planning desk of a smart-home system designer." },
];

export const links: Route.LinksFunction = () => [{ rel: "icon", href: "/mark.svg", type: "image/svg+xml" }];

export function Layout({ children }: { children: React.ReactNode }) {
  const nonce = useNonce();
  const data = useRouteLoaderData<typeof loader>("root");
  return (
    <html lang="en" data-theme={data?.preferences.theme ?? "light"} suppressHydrationWarning>
      <head>
        <meta charSet="utf-8" />
        <meta name="viewport" content="width=device-width, initial-scale=1" />
        <Meta />
        <Links nonce={nonce} />
      </head>
      <body>
        {children}
        <ScrollRestoration nonce={nonce} />
        <Scripts nonce={nonce} />
      </body>
    </html>
  );
}

export default function Root() {
  return <Outlet />;
}

/** Seconds between two looks whether the server can answer again. */
const AGAIN_S = 3;

/** While the database is away the page says so and tries again by itself, only while somebody looks. */
function useAgain(away: boolean): void {
  useEffect(() => {
    if (!away) return;
    const timer = setInterval(() => {
      if (document.visibilityState === "visible") location.reload();
    }, AGAIN_S * 1000);
    return () => clearInterval(timer);
  }, [away]);
}

export function ErrorBoundary({ error }: Route.ErrorBoundaryProps) {
  const known = isRouteErrorResponse(error);
  // A server that is merely busy says so too; then it is for the person to try again.
  useAgain(known && error.status === 503 && String(error.data).includes("tries again by itself"));
  const title = known
    ? error.status === 404
      ? "Not found"
      : error.status === 403
        ? "Not allowed"
        : "That did not work"
    : "Something went wrong";
  const text =
    known && typeof error.data === "string" && error.data
      ? error.data
      : known && error.status === 404
        ? "There is nothing at this address."
        : "The desk met an error it did not expect. What was saved is safe; load the page again.";
  return (
    <main className="mx-auto mt-24 max-w-md px-4">
      <h1 className="text-xl font-semibold">{title}</h1>
      <p className="mt-2 text-soft">{text}</p>
      <p className="mt-4">
        <a className="button" href="/designs">
          To your designs
        </a>
      </p>
    </main>
  );
}
