/** Where a closet should stand, off the page's own thread: asked once, it answers step by step. */
import {
  arrangements,
  moveCloset,
  savedBy,
  siteNow,
  sitesFor,
  type Arrangement,
  type Site,
} from "#core/stages/rack/siting";
import { byId, type Design } from "#core/design/collections";

export interface SitingAsk {
  design: Design;
  closet: string;
  /** For a closet that is not there yet. */
  newId: string;
}

export interface Saved {
  metres: number;
  money: number;
}

export type SitingReply =
  | { progress: { done: number; of: number; what: string } }
  | { now?: Site; sites: (Site & { saved?: Saved })[] }
  | { arrangements: (Arrangement & { saved?: Saved })[] }
  | { failed: string };

/** Of so many places what moving there saves is worked out in full. */
const IN_FULL = 6;
const reply = (message: SitingReply) => self.postMessage(message);

self.addEventListener("message", ({ data }: MessageEvent<SitingAsk>) => {
  try {
    run(data);
  } catch (error) {
    reply({ failed: error instanceof Error ? error.message : String(error) });
  }
});

function run({ design, closet: id, newId }: SitingAsk): void {
  const closet = byId(design, "closets").get(id);
  if (!closet) return reply({ failed: "The closet is gone: somebody took it out." });
  const say = (done: number, what: string) => reply({ progress: { done, of: IN_FULL + 4, what } });
  say(0, "ways from every room");
  const now = siteNow(design, closet);
  const sites: (Site & { saved?: Saved })[] = sitesFor(design, closet);
  reply({ now, sites });
  sites.slice(0, IN_FULL).forEach((site, i) => {
    say(i + 1, `what moving to ${site.name} saves`);
    site.saved = savedBy(design, moveCloset(design, closet, site));
  });
  reply({ now, sites });
  say(IN_FULL + 1, "one closet against two");
  const found = arrangements(design, () => newId);
  reply({ arrangements: found });
  reply({
    arrangements: found.map((one) => (one.changes ? { ...one, saved: savedBy(design, one.changes) } : one)),
  });
}
