/** The web process: security headers, size and origin checks, static files, then React Router. */
import { randomBytes } from "node:crypto";
import { createServer, type Server } from "node:http";
import { pathToFileURL } from "node:url";
import { resolve, sep } from "node:path";
import { createRequestHandler } from "@react-router/express";
import compression from "compression";
import expressStaticGzip from "express-static-gzip";
import express, { type NextFunction, type Request, type Response } from "express";
import helmet from "helmet";
import pino from "pino";
import type { ServerBuild } from "react-router";

const MB = 1_000_000;
/** An idle line is kept open so long. */
const KEPT_OPEN_MS = 75_000;
/** Project files and pictures come in here; everything else is small. */
const IMPORT_PATH = /^\/designs(\.data)?$/;
const PICTURE_PATH = /^\/d\/[\w-]+\/picture(\.data)?$/;
const bodyLimit = (path: string) =>
  IMPORT_PATH.test(path) ? 24 * MB : PICTURE_PATH.test(path) ? 12 * MB : 2 * MB;

function headers() {
  return helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'none'"],
        // The solver of stage 3 is WebAssembly, and runs in a worker.
        scriptSrc: [
          "'self'",
          "'wasm-unsafe-eval'",
          (_req, res) => `'nonce-${(res as Response).locals.nonce as string}'`,
        ],
        // The text editor brings its style sheet along when it opens, under the page's own nonce.
        styleSrc: ["'self'", (_req, res) => `'nonce-${(res as Response).locals.nonce as string}'`],
        // Positions and sizes of drawn things are style attributes; no style sheet can come in this way.
        styleSrcAttr: ["'unsafe-inline'"],
        // Blobs are pictures a person has just chosen, measured before they are sent.
        imgSrc: ["'self'", "data:", "blob:"],
        fontSrc: ["'self'"],
        connectSrc: ["'self'"],
        workerSrc: ["'self'"],
        manifestSrc: ["'self'"],
        formAction: ["'self'"],
        baseUri: ["'none'"],
        frameAncestors: ["'none'"],
        objectSrc: ["'none'"],
      },
    },
    strictTransportSecurity: false,
    referrerPolicy: { policy: "same-origin" },
  });
}

/** Names this process is served under: loopback, and those of ZINC_HOSTS, parted by commas. */
const hostNames = () =>
  new Set([
    "localhost",
    "127.0.0.1",
    "[::1]",
    ...(process.env.ZINC_HOSTS ?? "")
      .split(",")
      .map((name) => name.trim().toLowerCase())
      .filter(Boolean),
  ]);

/**
 * Refuse requests for another name: a site that points its own at this machine would else be let in as if
 * it were us.
 */
function knownHost(req: Request, res: Response, next: NextFunction): void {
  const name = (req.headers.host ?? "").toLowerCase().replace(/:\d{1,5}$/, "");
  if (hostNames().has(name)) return next();
  res.status(421).type("text/plain").send("Nothing is served under this name.");
}

/** Refuse what another site makes a browser send. Every browser names the origin of a post. */
function sameSite(req: Request, res: Response, next: NextFunction): void {
  if (req.method === "GET" || req.method === "HEAD") return next();
  const origin = req.headers.origin;
  let host: string | undefined;
  try {
    host = origin ? new URL(origin).host : undefined;
  } catch {
    host = undefined;
  }
  if (host === undefined || host !== req.headers.host) {
    res.status(403).type("text/plain").send("This request came from another site and was refused.");
    return;
  }
  next();
}

function sizeLimit(req: Request, res: Response, next: NextFunction): void {
  if (req.method === "GET" || req.method === "HEAD") return next();
  const length = req.headers["content-length"];
  if (length === undefined && req.headers["transfer-encoding"]) {
    res.status(411).type("text/plain").send("The request does not say how long it is.");
    return;
  }
  if (Number(length ?? 0) > bodyLimit(req.path)) {
    res
      .status(413)
      .type("text/plain")
      .send(`The request is too large: at most ${bodyLimit(req.path) / MB} MB.`);
    return;
  }
  next();
}

/** Built files carry their own hash in their name and never change; the few others may. */
function cacheFor(res: { setHeader(name: string, value: string): void }, path: string): void {
  res.setHeader(
    "Cache-Control",
    path.includes(`${sep}assets${sep}`) ? "public, max-age=31536000, immutable" : "public, max-age=3600",
  );
}

/** Make the express application around a React Router build. */
export function application(build: ServerBuild): express.Express {
  const app = express();
  app.disable("x-powered-by");
  // Behind an address that spreads the work, that many hops in front are believed about where a request
  // comes from.
  app.set("trust proxy", Number(process.env.ZINC_PROXIES ?? 0));
  app.use((_req, res, next) => {
    res.locals.nonce = randomBytes(16).toString("base64");
    next();
  });
  app.use(headers(), knownHost, sameSite, sizeLimit);
  // Scripts and styles were compressed as small as can be when they were built.
  app.use(
    expressStaticGzip("build/client", {
      enableBrotli: true,
      orderPreference: ["br", "gz"],
      serveStatic: { setHeaders: cacheFor },
    }),
  );
  app.use(
    compression({
      filter: (req, res) =>
        !String(res.getHeader("Content-Type")).startsWith("text/event-stream") &&
        compression.filter(req, res),
    }),
  );
  app.use(
    createRequestHandler({
      build,
      mode: "production",
      getLoadContext: (req, res) => ({ nonce: res.locals.nonce as string, address: req.ip ?? "unknown" }),
    }),
  );
  return app;
}

/** Serve the built application on loopback. Set ZINC_DATABASE_URL before. */
export async function serve({
  port,
  host = "127.0.0.1",
}: {
  port: number;
  host?: string;
}): Promise<{ close(): Promise<void>; port: number }> {
  const log = pino({ level: process.env.ZINC_LOG ?? "warn" });
  const build = (await import(pathToFileURL(resolve("build/server/index.js")).href)) as ServerBuild;
  const server = createServer(application(build));
  // Longer than a client waits before it sends its next over the same line: closed at that very moment, it would be lost.
  server.keepAliveTimeout = KEPT_OPEN_MS;
  server.headersTimeout = KEPT_OPEN_MS + 5000;
  await new Promise<void>((done, refuse) => server.once("error", refuse).listen(port, host, done));
  const address = server.address();
  log.info({ address }, "serving");
  return { port: typeof address === "object" && address ? address.port : port, close: () => close(server) };
}

function close(server: Server): Promise<void> {
  return new Promise((done) => {
    server.close(() => done());
    // Live streams never end by themselves.
    server.closeAllConnections();
  });
}
