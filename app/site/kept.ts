/**
 * What a page for the site keeps on the device: notes not yet sent, photos not yet sent, and the page itself for a
 * reload without a network.
 */
import { del, entries, get, set } from "idb-keyval";
import type { Kept } from "../desk/store";

/** Pages that are used where there is no network, as their addresses end. */
export type SitePageName = "walk" | "commission" | "join";

const NOTHING = { queue: [], refused: [] };

/** Notes of one person on one design by one page, in the browser's own storage. */
export function keptNotes(page: SitePageName, url: string, person: string): Kept {
  const key = `zinc-${page} ${url} ${person}`;
  return {
    load() {
      try {
        return { ...NOTHING, ...(JSON.parse(localStorage.getItem(key) ?? "{}") as object) };
      } catch {
        return NOTHING;
      }
    },
    save({ queue, refused }) {
      if (queue.length || refused.length) localStorage.setItem(key, JSON.stringify({ queue, refused }));
      else localStorage.removeItem(key);
    },
  };
}

/** Longest side of a photo as it is kept: enough to read a jacket by. */
const PHOTO_PX = 1600;

/** A photo made smaller, kept on the device by its hash until it is sent. */
export async function keepPhoto(url: string, file: Blob): Promise<string> {
  const picture = await createImageBitmap(file);
  const scale = Math.min(1, PHOTO_PX / Math.max(picture.width, picture.height));
  const canvas = document.createElement("canvas");
  [canvas.width, canvas.height] = [Math.round(picture.width * scale), Math.round(picture.height * scale)];
  canvas.getContext("2d")!.drawImage(picture, 0, 0, canvas.width, canvas.height);
  const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, "image/jpeg", 0.82));
  if (!blob) throw new Error("The picture could not be read.");
  const bytes = await blob.arrayBuffer();
  const hash = [...new Uint8Array(await crypto.subtle.digest("SHA-256", bytes))]
    .map((byte) => byte.toString(16).padStart(2, "0"))
    .join("");
  await set(`${url} ${hash}`, bytes);
  return hash;
}

export const keptPhoto = (url: string, hash: string) => get<ArrayBuffer>(`${url} ${hash}`);

/** Send photos of a design that wait; says how many still do. What cannot be sent now is tried another time. */
export async function sendPhotos(url: string): Promise<number> {
  let left = 0;
  for (const [key, bytes] of await entries<string, ArrayBuffer>()) {
    if (!key.startsWith(`${url} `)) continue;
    try {
      const answer = await fetch(`${url}/picture`, {
        method: "POST",
        headers: { "Content-Type": "image/jpeg" },
        body: bytes,
      });
      if (answer.ok) await del(key);
      else left += 1;
    } catch {
      left += 1;
    }
  }
  return left;
}

/** Each page has a cache of its own: what one clears away of an older build is not the other's. */
const cacheOf = (page: SitePageName) => `zinc-${page}`;

/** Keep this page and all it is made of, and the worker that hands it out when there is no network. */
export async function keepPage(page: SitePageName): Promise<boolean> {
  if (!("serviceWorker" in navigator) || !("caches" in window)) return false;
  try {
    await Promise.all([
      navigator.serviceWorker.register("/site-worker.js"),
      import("../desk/clash"),
      import("../kit/choice-list"),
    ]);
    const cache = await caches.open(cacheOf(page));
    const parts = performance
      .getEntriesByType("resource")
      .map((entry) => new URL(entry.name))
      .filter(
        (part) =>
          part.origin === location.origin &&
          (part.pathname.startsWith("/assets/") || part.pathname === "/mark.svg"),
      )
      .map((part) => part.pathname);
    const missing: string[] = [];
    for (const part of new Set(parts)) if (!(await cache.match(part))) missing.push(part);
    await cache.addAll(missing);
    // What an older build of this page was made of is not needed any more.
    for (const { url } of await cache.keys())
      if (new URL(url).pathname.startsWith("/assets/") && !parts.includes(new URL(url).pathname))
        await cache.delete(url);
    await cache.put(location.pathname, await fetch(location.pathname, { headers: { Accept: "text/html" } }));
    return true;
  } catch {
    // No network already, or no room: the notes are kept all the same, only a reload has to wait.
    return Boolean(await caches.match(location.pathname).catch(() => undefined));
  }
}
