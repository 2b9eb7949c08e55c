/** Stage 6: racks to scale with heat, power and battery beside them; the port table. */
import { useState } from "react";
import { useSearchParams } from "react-router";
import { putRow } from "#core/design/row-changes";
import { ITEM_KINDS, type ItemKind, type RackItemRow } from "#core/design/rows/rack";
import { placeAll } from "#core/stages/rack/place";
import { racksOf } from "#core/stages/rack/racks";
import { capital } from "#core/design/words";
import { newRowId, useDesign, useDesk, useEdit } from "../../desk/desk";
import { Empty, ToSheet } from "../../desk/empty";
import { say } from "../../desk/say";
import { Choice } from "../../kit/choice";
import { saveSvg } from "../../kit/save-svg";
import { lazily } from "../../kit/lazily";
import { Fetched, Tabbed, useView } from "../../kit/views";
import { Elevation } from "./elevation";
import { useShownRack } from "./shown";
import { parts } from "./stage";
import { VIEWS } from "./views";

export const handle = { parts };

const Beside = lazily(() => import("./beside"));
const Patching = lazily(() => import("./patching"));
const Closets = lazily(() => import("./closets"));

/** What such a thing usually is: the rest is filled in beside it. */
const USUAL: Readonly<Record<ItemKind, Partial<RackItemRow>>> = {
  panel: { depthMm: 120, kg: 1.4, watts: 0, ports: [{ kind: "panel", count: 24 }], touched: true },
  switch: {
    depthMm: 300,
    kg: 4,
    watts: 30,
    ports: [
      { kind: "powered", count: 16 },
      { kind: "data", count: 8 },
    ],
    poeBudgetW: 240,
    touched: true,
  },
  hub: { depthMm: 250, kg: 2, watts: 15, touched: true },
  amplifier: { heightU: 2, depthMm: 400, kg: 11, watts: 80, ventU: 1 },
  recorder: { depthMm: 380, kg: 5, watts: 30 },
  shelf: { depthMm: 250, kg: 2, watts: 10 },
  battery: {
    heightU: 2,
    depthMm: 480,
    kg: 22,
    watts: 10,
    batteryWh: 1200,
    efficiency: 0.9,
    usableShare: 0.8,
  },
  strip: { depthMm: 60, kg: 1, watts: 0, outlets: 8 },
  brush: { depthMm: 60, kg: 0.6, watts: 0 },
  other: { depthMm: 300, kg: 2, watts: 10 },
};

function RackView() {
  const design = useDesign();
  const { readOnly, select } = useDesk();
  const edit = useEdit();
  const shown = useShownRack();
  const [, setParams] = useSearchParams();
  const [side, setSide] = useState<"front" | "rear">("front");
  const addRack = () => {
    const id = newRowId("rack");
    // Where most cables end.
    const ends = (of: string) => design.points.filter((point) => point.closet === of).length;
    const closet = [...design.closets].sort((a, b) => ends(b.id) - ends(a.id))[0]!;
    edit(() =>
      putRow("racks", {
        id,
        name: `Rack in ${closet.name}`.slice(0, 60),
        closet: closet.id,
        form: "wall frame",
        units: 12,
        depthMm: 600,
        maxKg: 60,
      }),
    );
    select({ in: "racks", id, made: true });
  };
  if (!shown)
    return (
      <Empty text="A rack, a wall frame or a plain board holds what the cables of a closet end at.">
        {design.closets.length ? (
          <button type="button" className="button button-main" onClick={addRack}>
            New rack
          </button>
        ) : (
          <ToSheet stage="house" tool="closet" text="Draw a closet" />
        )}
      </Empty>
    );
  const add = (kind: ItemKind) => {
    const id = newRowId("item");
    edit(() =>
      putRow("rackItems", {
        id,
        rack: shown.row.id,
        name: capital(kind),
        kind,
        heightU: 1,
        side,
        depthMm: 300,
        kg: 2,
        watts: 0,
        ...USUAL[kind],
      }),
    );
    select({ in: "rackItems", id, made: true });
  };
  return (
    <>
      <div
        className="relative flex h-9 shrink-0 items-center gap-1 overflow-x-auto border-b border-rule bg-pane px-2"
        data-chrome
      >
        <div role="group" aria-label="Rack" className="flex">
          {racksOf(design).map(({ row }) => (
            <button
              key={row.id}
              type="button"
              className="tool whitespace-nowrap"
              aria-pressed={row.id === shown.row.id}
              onClick={() => {
                select(undefined);
                setParams(
                  (now) => {
                    now.set("rack", row.id);
                    return now;
                  },
                  { replace: true, preventScrollReset: true },
                );
              }}
            >
              {row.name}
            </button>
          ))}
        </div>
        {!readOnly && (
          <button type="button" className="button h-6 whitespace-nowrap" onClick={addRack}>
            New rack
          </button>
        )}
        <span className="ml-auto flex items-center gap-1.5">
          <span role="group" aria-label="Side" className="flex">
            {(["front", "rear"] as const).map((one) => (
              <button
                key={one}
                type="button"
                className="tool"
                aria-pressed={side === one}
                onClick={() => setSide(one)}
              >
                {one}
              </button>
            ))}
          </span>
          <button
            type="button"
            className="button h-6"
            onClick={() =>
              void saveSvg(shown.row.name, async () =>
                (await import("#core/stages/rack/rack-svg")).rackSvg(design, shown),
              )
            }
          >
            SVG
          </button>
          {!readOnly && (
            <>
              <Choice
                label="Add an item"
                prompt="Add…"
                className="h-6 w-28 text-small"
                value={"" as ItemKind}
                options={ITEM_KINDS.map((kind) => ({ value: kind, text: kind }))}
                take={add}
              />
              <button
                type="button"
                className="button h-6 whitespace-nowrap"
                onClick={() => {
                  const changes = placeAll(design, shown.row.id);
                  edit(() => changes);
                  say(changes.length ? "Placed by rule" : "It stands by rule already");
                }}
              >
                Place by rule
              </button>
            </>
          )}
        </span>
      </div>
      <div
        className="relative grid min-h-0 flex-1 grid-cols-[25.5rem_minmax(0,1fr)] overflow-auto max-lg:grid-cols-1"
        tabIndex={0}
        role="region"
        aria-label={shown.row.name}
      >
        <Elevation rack={shown} side={side} />
        <div className="border-l border-rule max-lg:border-l-0">
          <Fetched>
            <Beside rack={shown} />
          </Fetched>
        </div>
      </div>
    </>
  );
}

export default function RackSheet() {
  const [view, show] = useView(VIEWS);
  return (
    <>
      <h2 className="sr-only">Rack</h2>
      <Tabbed label="Views of the rack" tabs={VIEWS} tab={view} show={show}>
        {view === "patching" ? (
          <Fetched>
            <Patching />
          </Fetched>
        ) : view === "closets" ? (
          <Fetched>
            <Closets />
          </Fetched>
        ) : (
          <RackView />
        )}
      </Tabbed>
    </>
  );
}
