import { Writable } from "node:stream";
import { renderToPipeableStream } from "react-dom/server";
import { ServerRouter, type AppLoadContext, type EntryContext } from "react-router";
import { NonceContext } from "./kit/nonce";

declare module "react-router" {
  interface AppLoadContext {
    nonce: string;
    /** Network address the request came from. */
    address: string;
  }
}

/**
 * No loader of ours answers in parts, so a page is drawn whole and sent as one piece: quicker to compress
 * than a thousand.
 */
export default function handleRequest(
  request: Request,
  status: number,
  headers: Headers,
  routerContext: EntryContext,
  { nonce }: AppLoadContext,
) {
  return new Promise<Response>((resolve, reject) => {
    let code = status;
    const pieces: Buffer[] = [];
    const page = new Writable({
      write(piece: Buffer, _encoding, next) {
        pieces.push(piece);
        next();
      },
      final(next) {
        headers.set("Content-Type", "text/html; charset=utf-8");
        headers.set("Cache-Control", "no-store");
        resolve(new Response(Buffer.concat(pieces), { headers, status: code }));
        next();
      },
    });
    const { pipe } = renderToPipeableStream(
      <NonceContext.Provider value={nonce}>
        <ServerRouter context={routerContext} url={request.url} nonce={nonce} />
      </NonceContext.Provider>,
      {
        nonce,
        onAllReady: () => pipe(page),
        onShellError: reject,
        onError(error: unknown) {
          code = 500;
          console.error(error);
        },
      },
    );
  });
}
