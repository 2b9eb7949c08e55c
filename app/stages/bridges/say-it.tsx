/** A sentence tried: what it does in each ecosystem that listens, and what it could be mistaken for. */
import { useDeferredValue, useMemo, useState } from "react";
import { type Design, rowOf } from "#core/design/collections";
import { deviceName } from "#core/stages/bridges/pairs";
import type { Asked, Heard } from "#core/stages/bridges/sentence";
import { sayIt } from "#core/stages/bridges/spoken";
import { useDesign } from "../../desk/desk";

const DOES: Readonly<Record<Asked, string>> = {
  on: "switches on",
  off: "switches off",
  open: "opens",
  close: "closes",
  stop: "stops",
  value: "sets",
  colour: "colours",
  lock: "locks",
  unlock: "unlocks",
  disarm: "disarms",
  look: "shows",
  tell: "tells of",
};

/** What it would do, in words. */
function answer(design: Design, { asked, value, reached, asks, factor, why }: Heard): string {
  const names = (ids: readonly string[]) => {
    const all = ids.map((id) => deviceName(design, id));
    return all.length <= 3 ? all.join(", ") : `${all.slice(0, 2).join(", ")} and ${all.length - 2} more`;
  };
  if (why !== undefined) return why;
  if (asks.length) return `asks which of ${asks.length}: ${names(asks)}`;
  return `${factor ? "asks for a second factor, then " : ""}${DOES[asked!]} ${names(reached)}${value === undefined ? "" : `, ${value}`}`;
}

export default function SayIt() {
  const design = useDesign();
  const [sentence, setSentence] = useState("");
  const said = useDeferredValue(sentence);
  const answers = useMemo(() => (said.trim() ? sayIt(design, said) : []), [design, said]);
  const cover = useMemo(
    () => design.exposures.find(({ spokenName }) => spokenName)?.spokenName,
    [design.exposures],
  );
  return (
    <section
      className="flex shrink-0 flex-wrap items-baseline gap-x-4 gap-y-1 border-t border-rule bg-pane px-3 py-2"
      aria-label="A sentence tried"
    >
      <label className="flex items-baseline gap-2">
        <span className="font-semibold">Say it</span>
        <input
          className="field h-7 w-72 max-w-full"
          placeholder={cover ? `turn on the ${cover.toLowerCase()}` : "turn on the lamp in the hall"}
          value={sentence}
          spellCheck={false}
          onChange={(event) => setSentence(event.target.value)}
        />
      </label>
      <div role="status" data-heard>
        <dl className="flex min-w-0 flex-wrap gap-x-5 gap-y-1">
          {answers.map(({ ecosystem, heard }) => (
            <div key={ecosystem} className="flex min-w-0 flex-wrap gap-x-1.5">
              <dt className="text-soft">{rowOf(design, "ecosystems", ecosystem).name}:</dt>
              <dd className={heard.why === undefined ? "" : "text-mend"}>
                {answer(design, heard)}
                {heard.mistaken.length > 0 && (
                  <span className="text-mend"> · nearly {deviceName(design, heard.mistaken[0]!.device)}</span>
                )}
              </dd>
            </div>
          ))}
        </dl>
      </div>
    </section>
  );
}
