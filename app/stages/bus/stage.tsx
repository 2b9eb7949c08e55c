/** What stage 5 gives the desk. */
import type { Design } from "#core/design/collections";
import { pointOfStop } from "#core/points/lines";
import type { StageParts } from "../../desk/parts";
import { Heading } from "../../inspect/parts";
import { fetchedPart } from "../../kit/fetched";
import { lazily, patiently } from "../../kit/lazily";
import { Suspense, type ComponentType } from "react";
import { useView } from "../../kit/views";
import { VIEWS } from "./views";
import type { InspectorProps } from "../../desk/parts";
import { useShownSegment } from "./shown";

const FoundSummary = lazily(() => import("./found-summary"));
const SegmentInspector = lazily(() => import("./segment-inspector"));
/** Its figures come when the page has come to rest. */
const rest = fetchedPart<ComponentType<InspectorProps>>(async () => import("./segment-inspector"));

/** The segment that is shown; what one is where there is none. */
function BusSummary({ design }: { design: Design }) {
  const { shown } = useShownSegment();
  const [view] = useView(VIEWS);
  const Rest = rest.use();
  if (view === "boards" || view === "remotes")
    return (
      <Suspense>
        <FoundSummary of={view} />
      </Suspense>
    );
  if (shown)
    return Rest ? (
      <Rest design={design} id={shown.row.id} />
    ) : (
      <Heading title={shown.row.name} text={shown.profile.name} />
    );
  return (
    <>
      <Heading title="Bus" text="No segment yet" />
      <p className="px-3.5 py-3 text-soft">
        A segment is one cable that visits several devices with its supply at one end. This place then says
        how low its volts fall, what it takes the place of in metres and money, and what must not share it.
      </p>
    </>
  );
}

const view = (text: string, name: string) => ({ text, hint: "view of Bus", path: `bus?view=${name}` });
const save = (text: string, path: string) => ({ text, hint: "command", path, file: true });

export const parts: StageParts = {
  stage: "bus",
  Summary: BusSummary,
  inspectors: { segments: SegmentInspector, stops: lazily(() => import("./stop-inspector")) },
  rows: {
    busProfiles: {
      names: {
        supplyV: "Supply",
        terminationOhm: "Terminated with",
        addressFrom: "Addresses from",
        addressTo: "Addresses to",
        cableType: "Laid in",
      },
      only: [
        "name",
        "supplyV",
        "topologies",
        "terminationOhm",
        "addressFrom",
        "addressTo",
        "cableType",
        "notes",
      ],
      hints: { supplyV: "Empty where the line carries signals alone." },
    },
    busSupplies: {
      names: { maxA: "Gives at most" },
      caution: () =>
        "Mains: isolate, lock off and prove dead before work. Plan a supply to 80 % of its rating. Local codes and a licensed person decide.",
    },
    stops: { title: (design, row) => pointOfStop(design, row)?.name ?? "Stop" },
    boards: {
      only: ["name", "closet", "room", "supplyV", "supplyW", "ownW", "marginPct", "stationsMost", "upkeepH"],
      names: {
        supplyV: "Supply, volts",
        supplyW: "Supply gives",
        ownW: "Board takes",
        marginPct: "Left free",
        stationsMost: "Most stations",
        upkeepH: "Upkeep a year",
      },
    },
    pins: {
      title: (_design, row) => row.does,
      names: { does: "For", at: "Ends at", wantedOnFailure: "Wanted when it fails", colour: "Wire" },
      only: ["does", "demand", "pin", "at", "colour", "load", "contact", "valve", "wantedOnFailure", "watts"],
      matters: (row, field) =>
        row.demand === "relay" || !["contact", "valve", "wantedOnFailure", "load"].includes(field),
      Extra: lazily(() => import("./fail-states")),
    },
    remotes: {
      names: { mhz: "Frequency", pulseUs: "Pulse", set: "Set", on: "Code for on", off: "Code for off" },
    },
    stations: { names: { gapMin: "Rest after it", startAt: "Not before", minutes: "Runs" } },
    segmentRules: { only: ["rule", "why"] },
  },
  commands: [
    view("Share points out over segments", "share"),
    view("Controller boards and their pins", "boards"),
    view("Remotes, codes and stations", "remotes"),
    view("Bus profiles and segmenting rules", "profiles"),
    save("Save the stops of all segments as CSV", "csv/segments"),
    save("Save the bus profiles as CSV", "csv/profiles"),
    save("Save the code book as CSV", "csv/codes"),
  ],
  finds: (design) =>
    design.segments.map(({ id, name }) => ({ in: "segments", id, text: name, hint: "bus segment" })),
  async working(design, selection) {
    const [{ segmentsOf }, { voltsWorking }] = await Promise.all([
      patiently(() => import("#core/stages/bus/segments")),
      patiently(() => import("#core/stages/bus/workings")),
    ]);
    for (const segment of segmentsOf(design)) {
      if (selection.in === "segments" && segment.row.id === selection.id)
        return voltsWorking(design, segment);
      const node = segment.nodes.findIndex((one) => one.stop?.id === selection.id);
      if (selection.in === "stops" && node > 0) return voltsWorking(design, segment, node);
    }
    return undefined;
  },
};
