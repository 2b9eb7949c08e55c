/** When the page has come to rest: what can wait, waits till then. Not every browser says when that is. */
export function whenAtRest(work: () => void): () => void {
  if ("requestIdleCallback" in window) {
    const id = window.requestIdleCallback(work, { timeout: 500 });
    return () => window.cancelIdleCallback(id);
  }
  const id = setTimeout(work, 50);
  return () => clearTimeout(id);
}
