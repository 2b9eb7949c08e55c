/** The inspector of any row that has no panel of its own: what it is, what was found about it, its fields. */
import { Trash2 } from "lucide-react";
import { lazy, Suspense } from "react";
import {
  byId,
  SINGULAR,
  type AnyRow,
  type CollectionName,
  type Design,
  type Rows,
} from "#core/design/collections";
import { FUNCTIONS } from "#core/stages/choose/functions";
import type { Change } from "#core/design/edit";
import { removeRows } from "#core/design/remove";
import { formatLength, parseLength } from "#core/design/units";
import {
  azimuthDeg,
  azimuthWorking,
  changeOpening,
  changeWall,
  drawnM,
  gangName,
  joinWalls,
  lampsOf,
  legOf,
  levelOf,
  setWallLength,
  splitWall,
  toleranceM,
  wallLengthM,
  wayName,
  windName,
  gangsOf,
} from "#core/stages/house";
import { allFindings } from "#core/desk/stages";
import { briefExtra } from "../stages/brief/brief-inspector";
import { newRowId, selectedRefs, useDesk, useEdit } from "../desk/desk";
import { Fact, LengthField, TextField } from "../kit/fields";
import { FindingCard } from "../desk/finding-card";
import { Caution, Heading, Worked } from "./parts";
import { RowForm, rowName } from "./row-form";

const ChooseExtra = lazy(() => import("../stages/choose/choose-inspector"));

const CAUTIONS: Partial<Record<CollectionName, string>> = {
  switches:
    "Mains: isolate, lock off and prove dead before a box is opened. Local codes and a licensed person decide.",
  mainsRuns:
    "Mains: what is drawn may not be all there is. Prove dead before drilling near; local codes and a licensed person decide.",
  circuits: "Mains: isolate, lock off and prove dead before work. Local codes and a licensed person decide.",
  legs: "Mains: isolate, lock off and prove dead before work. Local codes and a licensed person decide.",
  walls:
    "Look for pipes and live cable before drilling, and ask before cutting into a wall that carries. Local codes decide.",
};

const CHANGES: Partial<
  Record<CollectionName, (design: Design, id: string, values: Record<string, unknown>) => Change[]>
> = {
  walls: (design, id, values) => changeWall(design, id, values),
  openings: (design, id, values) => changeOpening(design, id, values),
};

const ONLY: Partial<Record<CollectionName, readonly string[]>> = {
  walls: ["thicknessM", "material", "fireMin"],
  trunks: ["name", "kind", "heightM", "boreMm", "widthMm", "depthMm", "divider", "bundles", "existing"],
  openings: ["kind", "offsetM", "widthM", "heightM", "sillM", "glazing", "hinge", "outsideIs", "material"],
  requirements: ["name", "askedBy", "ifNot", "problems", "automations"],
  legs: ["name", "circuit", "feed"],
  phases: ["name", "rooms", "disruption"],
  wants: [
    "room",
    "count",
    "needs",
    "critical",
    "localOnly",
    "guest",
    "budget",
    "lampsEach",
    "loadW",
    "leg",
    "problem",
    "option",
    "points",
  ],
  hubs: ["name", "option", "keep", "closet", "point", "hub"],
  plans: ["name", "why"],
  underlays: ["name", "x", "y", "turnDeg", "opacityPct", "hidden"],
};

const NAMES: Partial<Record<CollectionName, Readonly<Record<string, string>>>> = {
  wants: {
    localOnly: "in the house, without the internet",
    guest: "guests work it by hand",
    budget: "At most",
    lampsEach: "Lamps each",
    loadW: "Load each",
    option: "Settled on",
  },
  hubs: { keep: "it stands there and stays", hub: "Belongs to" },
  options: {
    can: "Can",
    labourMin: "Labour",
    watts: "Own power",
    upkeepH: "Upkeep",
    batteryMah: "Battery",
    batteryYears: "Cells last",
    yearly: "Subscription",
    supportYears: "Support",
    local: "works without the internet",
    cloud: "through somebody else's computers",
    account: "needs an account",
    routes: "passes messages on",
  },
  requirements: { ifNot: "What if not" },
  problems: { perWeek: "A week", effortH: "Hours, guessed" },
  people: { sleepsFrom: "Asleep from", sleepsTo: "to" },
  constraints: { by: "By" },
  walls: { fireMin: "Holds fire" },
  trunks: {
    boreMm: "Bore",
    widthMm: "Tray width",
    depthMm: "Tray depth",
    bundles: "Bundles",
    existing: "was there before",
  },
  fixtures: { lowM: "Lowest", highM: "Highest", clearanceM: "Clearance" },
  underlays: { x: "Across, x", y: "Down, y", turnDeg: "Turned", opacityPct: "Opacity" },
  openings: { offsetM: "Offset", outsideIs: "Outside is" },
};

/** What is typed there is checked like any other length and kept as a measurement beside the drawn one. */
function Measured({
  design,
  of,
  what,
  drawn,
}: {
  design: Design;
  of: { wall?: string; opening?: string; room?: string; side?: number };
  what: Rows["measurements"]["of"];
  drawn: number;
}) {
  const edit = useEdit();
  const { preferences } = useDesk();
  const known = design.measurements
    .filter(
      (row) =>
        row.of === what &&
        row.wall === of.wall &&
        row.opening === of.opening &&
        row.room === of.room &&
        row.side === of.side,
    )
    .at(-1);
  const off = known && Math.abs(drawn - known.metres) > toleranceM(known.metres);
  return (
    <div>
      <TextField
        label={`${what.charAt(0).toUpperCase()}${what.slice(1)} by tape`}
        mono
        text={known?.typed ?? ""}
        take={(text) => {
          const typed = text.trim();
          if (!typed) return known && edit(() => [{ in: "measurements", drop: known.id }]);
          const metres = parseLength(typed, "By tape", preferences.units === "imperial" ? "ft" : "m");
          edit(() => [
            { in: "measurements", put: { id: known?.id ?? newRowId("m"), ...of, of: what, typed, metres } },
          ]);
        }}
      />
      {off && <p className="pl-26 text-small text-mend">drawn {formatLength(drawn, preferences.units)}</p>}
    </div>
  );
}

function WallExtra({ design, wall }: { design: Design; wall: Rows["walls"] }) {
  const { selection, select, readOnly } = useDesk();
  const edit = useEdit();
  const length = wallLengthM(wall);
  const refs = selectedRefs(selection).filter((ref) => ref.in === "walls");
  const openings = design.openings.filter((row) => row.wall === wall.id);
  return (
    <>
      <div className="grid gap-1.5">
        <LengthField
          label="Length"
          metres={length}
          take={(m) => {
            const changes = setWallLength(design, wall.id, m);
            edit(() => changes);
          }}
        />
        <Measured design={design} of={{ wall: wall.id }} what="length" drawn={length} />
        {!readOnly && (
          <TextField
            label="Split at"
            mono
            text=""
            take={(text) => {
              const changes = splitWall(design, wall.id, parseLength(text, "Split at"), newRowId("w"));
              edit(() => changes);
            }}
          />
        )}
        {!readOnly && refs.length === 2 && (
          <button
            type="button"
            className="button"
            onClick={() => edit((d) => joinWalls(d, refs[0]!.id, refs[1]!.id))}
          >
            Join the two
          </button>
        )}
      </div>
      {openings.length > 0 && (
        <ul className="mt-2">
          {openings.map((row) => (
            <li key={row.id}>
              <button
                type="button"
                className="hover:underline"
                onClick={() => select({ in: "openings", id: row.id })}
              >
                {row.kind} at {row.offsetM.toFixed(2)} m, {row.widthM.toFixed(2)} m wide
              </button>
            </li>
          ))}
        </ul>
      )}
    </>
  );
}

function OpeningExtra({ design, opening }: { design: Design; opening: Rows["openings"] }) {
  const { preferences } = useDesk();
  const azimuth = azimuthDeg(design, opening);
  return (
    <>
      <dl>
        <Fact label="Looks">
          {azimuth === undefined ? (
            <span className="text-soft">its outside is not known</span>
          ) : (
            <>
              <Worked working={() => azimuthWorking(design, opening)}>{azimuth.toFixed(0)}°</Worked>{" "}
              {windName(azimuth)}
            </>
          )}
        </Fact>
        <Fact label="Head">
          <span className="measure">{formatLength(opening.sillM + opening.heightM, preferences.units)}</span>{" "}
          <span className="text-soft">sill + height</span>
        </Fact>
      </dl>
      <div className="mt-1 grid gap-1.5">
        {(["width", "height"] as const).map((what) => (
          <Measured
            key={what}
            design={design}
            of={{ opening: opening.id }}
            what={what}
            drawn={drawnM(design, { id: "x", opening: opening.id, of: what, typed: "", metres: 0 })!}
          />
        ))}
      </div>
    </>
  );
}

function SwitchExtra({ design, row }: { design: Design; row: Rows["switches"] }) {
  return (
    <dl>
      {Array.from({ length: row.gangs }, (_, i) => i + 1).map((gang) => {
        const leg = legOf(design, row.id, gang);
        const lamps = lampsOf(design, row.id, gang);
        return (
          <Fact key={gang} label={row.gangs > 1 ? `Gang ${gang}` : "Works"}>
            {leg ? (
              `${lamps.map((lamp) => lamp.name).join(", ") || leg.name} · ${wayName(leg)}`
            ) : (
              <span className="text-mend">nobody knows</span>
            )}
          </Fact>
        );
      })}
    </dl>
  );
}

function LampExtra({ design, lamp }: { design: Design; lamp: Rows["lamps"] }) {
  const gangs = gangsOf(design, lamp.id);
  return (
    <dl>
      <Fact label="Worked by">
        {gangs.length ? gangs.map(gangName).join("; ") : <span className="text-mend">no switch known</span>}
      </Fact>
    </dl>
  );
}

function LegExtra({ design, leg }: { design: Design; leg: Rows["legs"] }) {
  const { readOnly } = useDesk();
  const edit = useEdit();
  const lamps = design.lamps.filter((lamp) => lamp.leg === leg.id);
  return (
    <>
      <dl>
        <Fact label="Ways">{wayName(leg)}</Fact>
        <Fact label="Lamps">
          {lamps.map((lamp) => lamp.name).join(", ") || <span className="text-soft">none</span>}
        </Fact>
      </dl>
      <ul className="mt-1">
        {leg.switches.map((one) => (
          <li key={`${one.switch}/${one.gang}`} className="flex items-center justify-between py-0.5">
            {byId(design, "switches").get(one.switch)?.name}, gang {one.gang}
            {!readOnly && (
              <button
                type="button"
                className="button h-6"
                onClick={() =>
                  edit(() => [
                    { in: "legs", put: { ...leg, switches: leg.switches.filter((other) => other !== one) } },
                  ])
                }
              >
                Take off
              </button>
            )}
          </li>
        ))}
      </ul>
    </>
  );
}

function extra(design: Design, collection: CollectionName, row: AnyRow): React.ReactNode {
  switch (collection) {
    case "walls":
      return <WallExtra design={design} wall={row as Rows["walls"]} />;
    case "openings":
      return <OpeningExtra design={design} opening={row as Rows["openings"]} />;
    case "switches":
      return <SwitchExtra design={design} row={row as Rows["switches"]} />;
    case "legs":
      return <LegExtra design={design} leg={row as Rows["legs"]} />;
    case "lamps":
      return <LampExtra design={design} lamp={row as Rows["lamps"]} />;
    case "wants":
    case "options":
    case "hubs":
    case "plans":
      return (
        <Suspense>
          <ChooseExtra design={design} collection={collection} row={row} />
        </Suspense>
      );
    default:
      return briefExtra(design, collection, row);
  }
}

/** Where the work can hurt: by what the row is, or by what is wanted or bought. */
function cautionOf(collection: CollectionName, row: AnyRow): string | undefined {
  if (collection === "wants" && ["socket", "fixed load"].includes((row as Rows["wants"]).function))
    return LOADS;
  if (collection === "wants" && ["lock", "access reader"].includes((row as Rows["wants"]).function))
    return LOCKS;
  if (collection === "wants" && (row as Rows["wants"]).function === "chain shade")
    return "A looped chain strangles: a tensioner or the drive holds it taut. Local codes decide.";
  if (collection === "options") {
    const { kind } = row as Rows["options"];
    if (kind === "relay" || kind === "plug") return LOADS;
    if (kind === "lock") return LOCKS;
    if (["insert", "switch", "dimmer", "in-line dimmer"].includes(kind)) return CAUTIONS.legs;
  }
  return CAUTIONS[collection];
}

const LOADS =
  "Plan to 80 % of a rating, lower for motors and heaters; a heater or a motor that anything can switch on unattended is a fire risk. Local codes and a licensed person decide.";
const LOCKS =
  "A release opens without power where codes ask for escape; no unlocking by voice without a second factor. Local codes and a licensed person decide.";

const wantTitle = (design: Design, want: Rows["wants"]) =>
  `${FUNCTIONS[want.function].name.charAt(0).toUpperCase()}${FUNCTIONS[want.function].name.slice(1)}, ${byId(design, "rooms").get(want.room)?.name ?? want.room}`;

export default function RowInspector({
  design,
  collection,
  id,
}: {
  design: Design;
  collection: CollectionName;
  id: string;
}) {
  const { readOnly, select } = useDesk();
  const edit = useEdit();
  const row = (byId(design, collection) as ReadonlyMap<string, AnyRow>).get(id);
  if (!row) return null;
  const findings = allFindings(design).filter((finding) =>
    finding.about.some(
      (ref, i) => ref.in === collection && ref.id === id && (i === 0 || finding.about.length <= 6),
    ),
  );
  const name =
    collection === "wants"
      ? wantTitle(design, row as Rows["wants"])
      : ((row as { name?: string; role?: string }).name ?? (row as { role?: string }).role);
  const more = extra(design, collection, row);
  const what = collection === "openings" ? (row as Rows["openings"]).kind : SINGULAR[collection];
  return (
    <>
      <Heading
        title={name ?? what.charAt(0).toUpperCase() + what.slice(1)}
        text={
          name
            ? what
            : `on ${byId(design, "levels").get(levelOf(design, { in: collection, id }) ?? "")?.name ?? rowName(row)}`
        }
      />
      {findings.map((finding) => (
        <FindingCard key={`${finding.code} ${finding.title}`} finding={finding} />
      ))}
      {more && <div className="border-b border-rule px-3.5 py-3">{more}</div>}
      <div className="border-b border-rule px-3.5 py-3">
        <RowForm
          key={id}
          collection={collection}
          id={id}
          only={ONLY[collection]}
          change={CHANGES[collection]}
          names={{ x: "Across, x", y: "Down, y", z: "Height, z", ...NAMES[collection] }}
        />
      </div>
      {!readOnly && (
        <div className="px-3.5 py-3">
          <button
            type="button"
            className="button text-stop"
            onClick={() => {
              edit((d) => removeRows(d, [{ in: collection, id }]));
              select(undefined);
            }}
          >
            <Trash2 size={13} /> Remove
          </button>
        </div>
      )}
      {cautionOf(collection, row) && <Caution text={cautionOf(collection, row)!} />}
    </>
  );
}
