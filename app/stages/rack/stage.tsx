/** What stage 6 gives the desk. */
import { Suspense } from "react";
import { byId, type Design } from "#core/design/collections";
import { racksOf } from "#core/stages/rack/racks";
import { useDesk } from "../../desk/desk";
import type { StageParts } from "../../desk/parts";
import { Heading } from "../../inspect/parts";
import { lazily, patiently } from "../../kit/lazily";
import { useShownRack } from "./shown";

const RackSummary = lazily(() => import("./rack-summary"));

function Summary({ design }: { design: Design }) {
  const { readOnly } = useDesk();
  const shown = useShownRack();
  if (!shown)
    return (
      <>
        <Heading title="Rack" text="No rack yet" />
        <p className="px-3.5 py-3 text-soft">
          A rack holds what the cables of a closet end at. This place then says how warm it gets, what it
          takes of its circuit, and how long it runs without mains
          {readOnly ? "." : ": begin with a rack on the sheet."}
        </p>
      </>
    );
  return (
    <Suspense
      fallback={<Heading title={shown.row.name} text={byId(design, "closets").get(shown.row.closet)?.name} />}
    >
      <RackSummary design={design} rack={shown} />
    </Suspense>
  );
}

const save = (text: string, path: string) => ({ text, hint: "command", path, file: true });

export const parts: StageParts = {
  stage: "rack",
  Summary,
  rows: {
    racks: {
      names: { depthMm: "Depth", maxKg: "Bears at most", deltaC: "Air leaves warmer by" },
      caution: () =>
        "A rack tips while heavy things are drawn out of it: bolt it, load it from below, two people for the battery. Local codes and a licensed person decide.",
    },
    rackItems: {
      names: {
        u: "Lowest unit",
        heightU: "Height, units",
        depthMm: "Depth",
        kg: "Weight",
        watts: "Takes",
        wattsMax: "At most",
        ventU: "Free above",
        maxC: "Bears air up to",
        poeBudgetW: "Gives over cables",
        batteryWh: "Battery",
        usableShare: "Usable share",
        shedAtPct: "Off when battery is at",
        touched: "Hands go to it",
      },
      matters: (row, field) =>
        row.kind === "battery" || !["batteryWh", "efficiency", "usableShare"].includes(field),
      Extra: lazily(() => import("./item-facts")),
      caution: (row) =>
        row.kind === "battery"
          ? "A battery gives current with the mains off: isolate it as its maker says, and keep its place aired."
          : undefined,
    },
  },
  commands: [
    { text: "Ports and patches", hint: "view of Rack", path: "rack?view=patching" },
    save("Save the port table as CSV", "csv/ports"),
  ],
  finds: (design) => [
    ...design.racks.map(({ id, name }) => ({ in: "racks" as const, id, text: name, hint: "rack" })),
    ...design.rackItems.map(({ id, name, rack }) => ({
      in: "rackItems" as const,
      id,
      text: name,
      hint: byId(design, "racks").get(rack)?.name ?? "rack",
    })),
  ],
  async working(design, selection) {
    const { airWorking, heatWorking } = await patiently(() => import("#core/stages/rack/workings"));
    for (const rack of racksOf(design)) {
      if (selection.in === "racks" && rack.row.id === selection.id) return airWorking(rack);
      const item = rack.items.find((one) => one.id === selection.id);
      if (selection.in === "rackItems" && item) return heatWorking(design, rack, item) ?? airWorking(rack);
    }
    return undefined;
  },
};
