/** What can be done about a mesh, off the page's own thread: routers tried place by place take a while. */
import type { OneOf } from "./ask";
import type { Design } from "#core/design/collections";
import { remediesOf, type Remedy } from "#core/stages/mesh/remedies";

export interface RemediesAsk {
  n: number;
  design: Design;
  profile: string;
}

export type RemediesReply = { n: number } & OneOf<{ remedies: Remedy[]; failed: string }>;

self.addEventListener("message", ({ data: { n, design, profile } }: MessageEvent<RemediesAsk>) => {
  const reply = (message: RemediesReply) => self.postMessage(message);
  try {
    // A fix may be worked out when it is asked for: here it is asked for.
    reply({ n, remedies: remediesOf(design, profile).map((one) => ({ ...one, changes: [...one.changes] })) });
  } catch (error) {
    reply({ n, failed: error instanceof Error ? error.message : String(error) });
  }
});
