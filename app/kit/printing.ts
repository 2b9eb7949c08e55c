/** Printing: what is drawn differently while a sheet goes to paper, and how the paper is. */
import { useSyncExternalStore } from "react";
import { flushSync } from "react-dom";

export const PAPERS = ["A4", "A3", "letter"] as const;
export type Paper = (typeof PAPERS)[number];
export interface Sheet {
  paper: Paper;
  landscape: boolean;
}

let printing = false;
const listeners = new Set<() => void>();

function set(next: boolean): void {
  if (printing === next) return;
  printing = next;
  // The browser prints what is there when the listener returns.
  flushSync(() => listeners.forEach((listener) => listener()));
}

function subscribe(listener: () => void): () => void {
  if (!listeners.size) {
    // While nobody listened, printing may have begun or ended.
    printing = media().matches;
    window.addEventListener("beforeprint", begin);
    window.addEventListener("afterprint", end);
    media().addEventListener("change", follow);
  }
  listeners.add(listener);
  return () => {
    listeners.delete(listener);
    if (listeners.size) return;
    window.removeEventListener("beforeprint", begin);
    window.removeEventListener("afterprint", end);
    media().removeEventListener("change", follow);
  };
}
const media = () => window.matchMedia("print");
const begin = () => set(true);
const end = () => set(false);
const follow = (event: MediaQueryListEvent) => set(event.matches);

/** Is this being drawn for paper? Then all rows are drawn, and plans are fitted to the sheet. */
export const usePrinting = (): boolean =>
  useSyncExternalStore(
    subscribe,
    () => printing,
    () => false,
  );

const page = typeof CSSStyleSheet === "undefined" ? undefined : new CSSStyleSheet();

/** The next print goes to such a sheet; `foot` stands at the lower edge of every page of it. */
export function setSheet({ paper, landscape }: Sheet, foot: string): void {
  if (!page) return;
  page.replaceSync(
    `@page { size: ${paper} ${landscape ? "landscape" : "portrait"}; margin: 12mm 12mm 15mm;
      @bottom-left { content: ${JSON.stringify(foot)}; font: 8pt sans-serif; color: #566361; }
      @bottom-right { content: counter(page) " of " counter(pages); font: 8pt sans-serif; color: #566361; } }`,
  );
  if (!document.adoptedStyleSheets.includes(page))
    document.adoptedStyleSheets = [...document.adoptedStyleSheets, page];
}

/** Something on the sheet is still on its way. */
export const isWaiting = () => document.querySelector("main [data-waiting]") !== null;

let ask: (() => void) | undefined;
/** Who asks for paper and prints. */
export const onAskPrint = (asked?: () => void): void => void (ask = asked);
/** Ask for the paper, then print what is shown. */
export const askPrint = (): void => ask?.();
