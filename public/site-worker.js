/* Hands the pages for the site out where there is no network: each as it was last fetched, and the built files it is made of. */
const PAGE = /^\/d\/[\w-]+\/(walk|commission|join)$/;
self.addEventListener("install", () => self.skipWaiting());
self.addEventListener("activate", (event) => event.waitUntil(self.clients.claim()));

/** Built files never change: what the page has kept of them is right. */
async function kept(request) {
  const known = await caches.match(request, { ignoreVary: true });
  if (known) return known;
  return fetch(request);
}

/** The page: as it is now, or, without a network, as it was. */
async function page(request) {
  const { pathname } = new URL(request.url);
  try {
    const answer = await fetch(request);
    if (answer.ok && !answer.redirected)
      await (await caches.open(`zinc-${PAGE.exec(pathname)[1]}`)).put(pathname, answer.clone());
    return answer;
  } catch (error) {
    const known = await caches.match(pathname, { ignoreVary: true });
    if (known) return known;
    throw error;
  }
}

self.addEventListener("fetch", (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== "GET" || url.origin !== self.location.origin) return;
  if (url.pathname.startsWith("/assets/") || url.pathname === "/mark.svg") event.respondWith(kept(request));
  else if (request.mode === "navigate" && PAGE.test(url.pathname)) event.respondWith(page(request));
});
