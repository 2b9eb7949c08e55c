/** Wants from what the design knows: sources ticked, each proposal shown with its reason, taken in one edit. */
import { useMemo, useState } from "react";
import { addWants, proposeWants, whyNothing, type WantSource } from "#core/stages/choose/derive";
import { FUNCTIONS } from "#core/stages/choose/functions";
import { byId } from "#core/design/collections";
import { newRowId, useDesign, useEdit } from "../../desk/desk";
import { Tick } from "../../kit/ticks";

const SOURCES: readonly [WantSource, string][] = [
  ["problems", "Problems"],
  ["switch map", "Switch map"],
  ["points", "Points on the plan"],
  ["template", "What such rooms usually ask for"],
];

export default function Derive({ onClose }: { onClose(): void }) {
  const design = useDesign();
  const edit = useEdit();
  const [sources, setSources] = useState<readonly WantSource[]>(["problems", "switch map"]);
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const proposals = useMemo(
    () =>
      proposeWants(
        design,
        SOURCES.map(([source]) => source).filter((source) => sources.includes(source)),
      ),
    [design, sources],
  );
  const key = (i: number) =>
    `${proposals[i]!.want.room} ${proposals[i]!.want.function} ${proposals[i]!.want.leg ?? ""}`;
  const taken = proposals.filter((_, i) => !left.has(key(i)));
  const toggle = (id: string) => {
    const next = new Set(left);
    if (!next.delete(id)) next.add(id);
    setLeft(next);
  };
  return (
    <section
      aria-label="Wants from the house"
      className="flex max-h-[60%] shrink-0 flex-col border-b-2 border-accent bg-raised"
    >
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule px-3.5 py-2">
        <span className="font-semibold">Read from</span>
        {SOURCES.map(([source, text]) => (
          <Tick
            key={source}
            on={sources.includes(source)}
            set={(on) => setSources(on ? [...sources, source] : sources.filter((one) => one !== source))}
            label={text}
          />
        ))}
        <span className="ml-auto flex gap-1.5">
          <button
            type="button"
            className="button button-main"
            disabled={!taken.length}
            onClick={() => {
              edit(() => addWants(taken, () => newRowId("w")));
              onClose();
            }}
          >
            Put {taken.length} {taken.length === 1 ? "want" : "wants"} down
          </button>
          <button type="button" className="button" onClick={onClose}>
            Leave it
          </button>
        </span>
      </div>
      <div className="min-h-0 overflow-y-auto" tabIndex={0} role="region" aria-label="Proposals">
        {proposals.length === 0 && (
          <ul className="px-3.5 py-3">
            {sources.length === 0 && <li className="text-soft">Tick what to read from.</li>}
            {SOURCES.filter(([source]) => sources.includes(source)).map(([source, text]) => (
              <li key={source}>
                {text}: <span className="text-soft">{whyNothing(design, source)}</span>
              </li>
            ))}
          </ul>
        )}
        <ul>
          {proposals.map(({ want, because, source }, i) => (
            <li key={key(i)} className="border-b border-rule last:border-b-0">
              <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,1.2fr)] items-baseline gap-3 px-3.5 py-1 hover:bg-pane">
                <Tick
                  on={!left.has(key(i))}
                  set={() => toggle(key(i))}
                  label={
                    <>
                      {want.count > 1 ? `${want.count} × ` : ""}
                      {FUNCTIONS[want.function].name}, {byId(design, "rooms").get(want.room)?.name}
                      {want.leg ? ` (${byId(design, "legs").get(want.leg)?.name})` : ""}
                      {[
                        ...want.needs,
                        ...(want.critical ? ["critical"] : []),
                        ...(want.guest ? ["guests"] : []),
                      ].map((word) => (
                        <span key={word} className="text-soft">
                          {" "}
                          · {word}
                        </span>
                      ))}
                    </>
                  }
                />
                <span className="truncate text-small text-soft">
                  {source === "template" ? "" : `${source}: `}
                  {because}
                </span>
              </div>
            </li>
          ))}
        </ul>
      </div>
    </section>
  );
}
