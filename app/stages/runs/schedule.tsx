/** The pull schedule: every drop with its length, filtered, grouped, summed. */
import { useMemo, useState } from "react";
import { byId } from "#core/design/collections";
import { formatLength, formatTotal, groupDigits } from "#core/design/units";
import type { Severity } from "#core/desk/findings";
import { dropsOf, type Drop } from "#core/stages/runs";
import type { ShownFinding } from "#core/whole/engine";
import { sumWorking, type Working } from "#core/desk/working";
import { useDesign, useDesk, useResult, type Selection } from "../../desk/desk";
import { Empty, ToSheet } from "../../desk/empty";
import { DataTable, type Column } from "../../kit/table";
import { Filter, filtered } from "../../kit/filters";
import { Worked } from "../../inspect/parts";
import { usePhaseFilter } from "../../desk/phase-filter";
import { patiently } from "../../kit/lazily";
import { SeverityMark } from "../../kit/severity";
import { Choice } from "../../kit/choice";

const workings = () => patiently(() => import("#core/stages/runs/workings"));

const NONE: Record<string, string> = { level: "", room: "", service: "", closet: "" };
const GROUPS = [
  ["", "No groups"],
  ["room", "By room"],
  ["service", "By service"],
  ["closet", "By closet"],
  ["level", "By level"],
  ["cable", "By cable"],
] as const;

function marksOf(findings: readonly ShownFinding[]): Map<string, Severity> {
  const marks = new Map<string, Severity>();
  for (const finding of [...findings].reverse()) {
    if (finding.stage === "runs") for (const ref of finding.about) marks.set(ref.id, finding.severity);
  }
  return marks;
}

/** A sum over rows, told by what the parts have in common; rows without that count for nothing. */
function bySomething(
  drops: readonly Drop[],
  title: string,
  unit: string,
  partOf: (drop: Drop) => string | 0 | undefined,
  valueOf: (drop: Drop) => number,
): Working {
  const parts = new Map<string, number>();
  for (const drop of drops) {
    const part = partOf(drop);
    if (part) parts.set(part, (parts.get(part) ?? 0) + valueOf(drop));
  }
  return sumWorking(
    title,
    unit,
    [...parts].map(([name, value]) => ({ name, value })),
    "pull schedule",
  );
}

export function Schedule() {
  const design = useDesign();
  const { select, selection, preferences } = useDesk();
  const findings = useResult("findings");
  const [chosen, setChosen] = useState(NONE);
  const [group, setGroup] = useState("");
  const { units } = preferences;
  const drops = dropsOf(design);
  const valueOf = useMemo(
    () => ({
      level: (drop: Drop) => byId(design, "levels").get(drop.point.level)?.name ?? "",
      room: (drop: Drop) => byId(design, "rooms").get(drop.point.room)?.name ?? "",
      service: (drop: Drop) => drop.kind.service,
      closet: (drop: Drop) => (drop.closet && byId(design, "closets").get(drop.closet)?.name) || "no closet",
    }),
    [design],
  );
  const inPhase = usePhaseFilter();
  const rows = useMemo(
    () =>
      filtered(inPhase.on ? drops.filter((drop) => inPhase.point(drop.point.id)) : drops, chosen, valueOf),
    [drops, chosen, valueOf, inPhase],
  );
  const selected =
    selection?.in === "points"
      ? (
          drops.find((drop) => drop.key === selection.drop) ??
          drops.find((drop) => drop.point.id === selection.id)
        )?.key
      : undefined;

  const columns = useMemo((): Column<Drop>[] => {
    const marks = marksOf(findings);
    return [
      { id: "label", name: "Label", value: (d) => d.label, width: "9.2rem", mono: true },
      { id: "point", name: "Point", value: (d) => d.point.name, width: "minmax(8rem,1fr)" },
      { id: "room", name: "Room", value: valueOf.room, width: "8.5rem", from: 920 },
      { id: "cable", name: "Cable", value: (d) => d.cableType?.name ?? "not chosen", width: "8.4rem" },
      { id: "service", name: "Service", value: valueOf.service, width: "4.6rem" },
      {
        id: "length",
        name: "Length",
        value: (d) => d.lengthM,
        width: "5.6rem",
        right: true,
        cell: (d) =>
          d.lengthM === undefined ? (
            <span className="text-soft">–</span>
          ) : (
            <Worked working={async () => (await workings()).lengthWorking(design, d)}>
              {formatLength(d.lengthM, units)}
            </Worked>
          ),
      },
      {
        id: "mark",
        name: "Finding",
        hidden: true,
        value: (d) => ({ stop: 0, mend: 1, note: 2 })[marks.get(d.point.id) ?? "note"],
        width: "1.8rem",
        cell: (d) => marks.has(d.point.id) && <SeverityMark severity={marks.get(d.point.id)!} />,
      },
      {
        id: "load",
        name: "Load",
        value: (d) => d.load?.watts,
        width: "6.6rem",
        right: true,
        cell: (d) =>
          d.load && (
            <Worked working={async () => (await workings()).loadWorking(design, d)}>
              {d.load.poeClass ? `PoE ${groupDigits(d.load.watts, 1)} W` : `${d.load.dropPct!.toFixed(1)} %`}
            </Worked>
          ),
      },
      { id: "closet", name: "Closet", value: valueOf.closet, width: "9rem", from: 1060 },
      { id: "level", name: "Level", value: valueOf.level, width: "5rem", from: 1140 },
      { id: "state", name: "State", value: (d) => d.state, width: "5.4rem" },
    ];
  }, [design, findings, units, valueOf]);

  const sumM = (own: readonly Drop[]) =>
    own.reduce((sum, drop) => sum + (drop.cableType ? (drop.lengthM ?? 0) : 0), 0);
  const sumW = (own: readonly Drop[]) =>
    own.reduce((sum, drop) => sum + (drop.load?.poeClass ? drop.load.watts : 0), 0);
  return (
    <>
      <div className="flex shrink-0 items-center gap-1.5 overflow-x-auto border-b border-rule bg-pane px-3 py-1">
        {Object.keys(NONE).map((name) => (
          <Filter
            key={name}
            name={name[0]!.toUpperCase() + name.slice(1)}
            value={chosen[name]!}
            values={drops.map(valueOf[name as keyof typeof valueOf])}
            onChange={(value) => setChosen({ ...chosen, [name]: value })}
          />
        ))}
        <Choice
          label="Group rows"
          className="h-6 w-36 shrink-0 text-small text-soft"
          value={group}
          options={GROUPS.map(([value, text]) => ({ value, text }))}
          take={setGroup}
        />
        <span className="ml-auto text-small whitespace-nowrap text-soft">
          {rows.length} of {drops.length} drops
        </span>
        {rows.length < drops.length && (
          <button type="button" className="button h-6" onClick={() => setChosen(NONE)}>
            Show all
          </button>
        )}
      </div>
      <DataTable
        label="Pull schedule"
        rows={rows}
        columns={columns}
        keyOf={(d) => d.key}
        selected={selected}
        groupBy={group || undefined}
        onSelect={(d) => select({ in: "points", id: d.point.id, drop: d.key } satisfies Selection)}
        totals={(own) => ({
          label: own === rows ? "Shown" : undefined,
          length: (
            <span data-sum>
              <Worked
                working={() =>
                  bySomething(
                    own,
                    "Cable of the rows shown",
                    "m",
                    (d) => d.cableType?.name,
                    (d) => d.lengthM ?? 0,
                  )
                }
              >
                {formatTotal(sumM(own), units, 2)}
              </Worked>
            </span>
          ),
          load: sumW(own) ? (
            <Worked
              working={() =>
                bySomething(
                  own,
                  "Power at the devices of the rows shown",
                  "W",
                  (d) => d.load?.poeClass && d.kind.name,
                  (d) => d.load!.watts,
                )
              }
            >
              {groupDigits(sumW(own), 1)} W
            </Worked>
          ) : undefined,
        })}
        empty={
          drops.length ? (
            "No drop has all of these."
          ) : (
            <Empty text="No drop yet: press a kind beside the plan, then press where it goes, and its cables stand here. They end at a closet.">
              {design.closets.length === 0 && <ToSheet stage="house" tool="closet" text="Place a closet" />}
            </Empty>
          )
        }
      />
    </>
  );
}
