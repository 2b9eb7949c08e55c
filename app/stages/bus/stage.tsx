/** What stage 5 gives the desk. */
import { byId, type Design } from "#core/design/collections";
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
import type { FoundOf } from "./found-summary";

const FoundSummary = lazily(() => import("./found-summary"));
const SegmentInspector = lazily(() => import("./segment-inspector"));
/** Its figures come when the page has come to rest. */
const rest = fetchedPart<ComponentType<InspectorProps>>(async () => import("./segment-inspector"));

/** The segment that is shown; what one is where there is none. */
function BusSummary({ design }: { design: Design }) {
  const { shown } = useShownSegment();
  const [view] = useView(VIEWS);
  const Rest = rest.use();
  if (view !== "segments" && view !== "share" && view !== "profiles")
    return (
      <Suspense>
        <FoundSummary of={view as FoundOf} />
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

const MODULE_CAUTION =
  "Mains: isolate the circuit, lock off, prove dead and secure before a wire is moved. Local codes and a licensed person decide.";

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
    modules: {
      names: { kind: "Kind", closet: "Closet", row: "Row", slot: "First unit", supply: "Bus supply it is" },
      only: ["name", "kind", "closet", "row", "slot", "supply"],
      hints: { row: "1 is the uppermost row of its cabinet.", slot: "1 is the leftmost unit of its row." },
      Extra: lazily(() => import("./module-facts")),
      caution: () => MODULE_CAUTION,
    },
    channels: {
      title: (design, row) =>
        byId(design, "points").get(row.load ?? row.control ?? "")?.name ??
        byId(design, "legs").get(row.leg ?? "")?.name ??
        byId(design, "switches").get(row.switch ?? "")?.name ??
        `Channel ${row.number}`,
      names: {
        number: "Channel",
        circuit: "Fed by",
        watts: "Takes",
        control: "Reads device",
        switch: "Reads switch",
        gang: "Gang",
        load: "Drives device",
        leg: "Drives lamps",
      },
      only: ["module", "number", "load", "leg", "circuit", "watts", "control", "switch", "gang"],
      hints: { watts: "Empty where it is what the plan says." },
      matters: (row, field) => {
        const input = row.control !== undefined || row.switch !== undefined;
        const output = row.load !== undefined || row.leg !== undefined;
        if (["control", "switch", "gang"].includes(field)) return !output;
        if (["load", "leg", "circuit", "watts"].includes(field)) return !input;
        return true;
      },
      Extra: lazily(() => import("./channel-facts")),
      caution: (row) => (row.control === undefined && row.switch === undefined ? MODULE_CAUTION : undefined),
    },
    moduleTypes: {
      names: {
        units: "Units wide",
        channels: "Channels",
        carries: "Carries",
        plainA: "Of a plain load",
        lampA: "Of lamps",
        motorA: "Of a motor",
        heaterA: "Of a heater",
        heatW: "Heat, all loaded",
        busA: "From the bus",
        minutes: "To fit",
      },
    },
    links: {
      title: () => "Direct link",
      names: { input: "From device", channel: "From input", output: "Works" },
    },
  },
  commands: [
    view("Share points out over segments", "share"),
    view("Channels: which output drives what", "channels"),
    view("Wall cabinets and their modules", "cabinets"),
    view("Central, decentral or radio: ways to wire", "ways"),
    view("Controller boards and their pins", "boards"),
    view("Remotes, codes and stations", "remotes"),
    view("Bus profiles and segmenting rules", "profiles"),
    save("Save the stops of all segments as CSV", "csv/segments"),
    save("Save the channels of all modules as CSV", "csv/channels"),
    save("Save the bus profiles as CSV", "csv/profiles"),
    save("Save the code book as CSV", "csv/codes"),
  ],
  finds: (design) => [
    ...design.segments.map(({ id, name }) => ({
      in: "segments" as const,
      id,
      text: name,
      hint: "bus segment",
    })),
    ...design.modules.map(({ id, name }) => ({ in: "modules" as const, id, text: name, hint: "module" })),
  ],
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
