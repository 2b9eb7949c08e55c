import { PassThrough } from "node:stream";
import { createReadableStreamFromReadable } from "@react-router/node";
import { isbot } from "isbot";
import { renderToPipeableStream } from "react-dom/server";
import { ServerRouter, type AppLoadContext, type EntryContext } from "react-router";
import { NonceContext } from "./ui/nonce";

declare module "react-router" {
  interface AppLoadContext {
    nonce: string;
  }
}

export const streamTimeout = 10_000;

export default function handleRequest(request: Request, status: number, headers: Headers, routerContext: EntryContext, loadContext: AppLoadContext) {
  const { nonce } = loadContext;
  return new Promise<Response>((resolve, reject) => {
    let code = status;
    const whole = isbot(request.headers.get("user-agent") ?? "") || routerContext.isSpaMode;
    const { pipe, abort } = renderToPipeableStream(
      <NonceContext.Provider value={nonce}>
        <ServerRouter context={routerContext} url={request.url} nonce={nonce} />
      </NonceContext.Provider>,
      {
        nonce,
        [whole ? "onAllReady" : "onShellReady"]() {
          const body = new PassThrough();
          headers.set("Content-Type", "text/html; charset=utf-8");
          headers.set("Cache-Control", "no-store");
          resolve(new Response(createReadableStreamFromReadable(body), { headers, status: code }));
          pipe(body);
        },
        onShellError: reject,
        onError(error: unknown) {
          code = 500;
          console.error(error);
        },
      },
    );
    setTimeout(abort, streamTimeout + 1000).unref();
  });
}
