/** Stage 3: what each room must do, the plans that meet it, and everything that explains them. */
import { Suspense } from "react";
import { Ready, useView, Views } from "../../kit/views";
import { parts } from "./stage";
import { lazily } from "../../kit/lazily";

export const handle = { parts };

const Plans = lazily(() => import("./plans"));
const Wants = lazily(() => import("./wants"));
const Hubs = lazily(() => import("./hubs"));
const WhatIf = lazily(() => import("./what-if"));
const Catalogue = lazily(() => import("./catalogue"));
const Protocols = lazily(() => import("./protocols"));
const Advisers = lazily(() => import("./advisers"));
const Retrofit = lazily(() => import("./retrofit"));

const VIEWS = [
  ["plans", "Plans", Plans],
  ["wants", "Wants", Wants],
  ["hubs", "Hubs", Hubs],
  ["what-if", "What if", WhatIf],
  ["catalogue", "Catalogue", Catalogue],
  ["protocols", "Protocols", Protocols],
  ["advisers", "Advisers", Advisers],
  ["retrofit", "Retrofit sheet", Retrofit],
] as const;

export default function Choose() {
  const [view, show] = useView(VIEWS);
  const [, , Panel] = VIEWS.find(([name]) => name === view)!;
  return (
    <>
      <h2 className="sr-only">Choose</h2>
      <Views label="Views of the choice" views={VIEWS} view={view} show={show} />
      <Suspense
        fallback={
          <p className="p-4 text-soft" role="status">
            Fetching…
          </p>
        }
      >
        <Panel />
        <Ready />
      </Suspense>
    </>
  );
}
