/** Beside the panel: what the house that drives it did last and because of what, and what the household may do on it. */
import type { Design } from "#core/design/collections";
import { clockText } from "#core/design/local-time";
import { Heading } from "../../inspect/parts";
import { useLately } from "./lately-store";

export default function PanelSummary({ design }: { design: Design }) {
  const lately = useLately();
  const { zone } = design.design;
  return (
    <>
      <Heading title="The household's panel" text="One layout for wall, tablet and telephone" />
      <p className="border-b border-rule px-3.5 py-3 text-soft">
        Who has the household&apos;s role works what is here, turns its dials and flags, and changes nothing
        else. Locks, doors and what moves by itself want holding.
      </p>
      {lately === "house" && (
        <p className="px-3.5 py-3 text-soft">
          The stand-in house drives it: what it does is published on its topics, for any client to hear.
        </p>
      )}
      {lately && lately !== "house" && (
        <section className="px-3.5 py-3" aria-label="What it did last">
          <h3 className="font-semibold">What it did last</h3>
          {lately.length ? (
            <ol className="mt-1.5 divide-y divide-rule/60">
              {lately.map(({ at, text, because, bad }, i) => (
                <li key={`${at} ${i} ${text}`} className="grid grid-cols-[3rem_minmax(0,1fr)] gap-x-2 py-1">
                  <span className="measure text-small text-soft">{clockText(zone, at)}</span>
                  <span>
                    <span className={bad ? "font-semibold text-stop" : ""}>{text}</span>
                    {because !== undefined && (
                      <span className="block text-small text-soft">because {because}</span>
                    )}
                  </span>
                </li>
              ))}
            </ol>
          ) : (
            <p className="mt-1 text-soft">Nothing yet. Press a room, or hold what is to be held.</p>
          )}
        </section>
      )}
    </>
  );
}
