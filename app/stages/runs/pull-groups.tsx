/** The pull plan: which cables go in together, farthest first, and how long it takes. */
import { useMemo } from "react";
import { byId } from "#core/design/collections";
import { formatLength } from "#core/design/units";
import { lengthWorking, pullsOf } from "#core/stages/runs";
import { endName } from "#core/stages/runs/end-name";
import { pullSheets, type PullSheet } from "#core/stages/runs/pull-sheet";
import { pullWorking, type Pull } from "#core/stages/runs/pulls";
import { runSettings } from "#core/stages/runs/settings";
import { sumWorking } from "#core/desk/working";
import { counted } from "#core/design/words";
import { DataTable, type Column } from "../../kit/table";
import { useDesign, useDesk } from "../../desk/desk";
import { Empty, ToSheet } from "../../desk/empty";
import { Jacket } from "./jacket";
import { Caution, Worked } from "../../inspect/parts";
import { usePhaseFilter } from "../../desk/phase-filter";

export default function PullGroups() {
  const design = useDesign();
  const { select, selection, preferences } = useDesk();
  const inPhase = usePhaseFilter();
  const pulls = useMemo(
    () => pullsOf(design).filter((pull) => pull.drops.some((drop) => inPhase.point(drop.point.id))),
    [design, inPhase],
  );
  const sheets = useMemo(() => pullSheets(design), [design]);
  const columns = useMemo(
    (): Column<Pull>[] => [
      { id: "id", name: "Pull", value: (p) => p.id, width: "3.4rem", mono: true },
      {
        id: "closet",
        name: "From",
        value: (p) => p.drops[0] && endName(design, p.drops[0]),
        width: "minmax(6rem,9rem)",
      },
      { id: "cables", name: "Cables", value: (p) => p.drops.length, width: "4rem", right: true, mono: true },
      {
        id: "length",
        name: "Longest",
        value: (p) => p.lengthM,
        width: "5.8rem",
        right: true,
        cell: (p) => (
          <Worked working={() => lengthWorking(design, p.drops[0]!)}>
            {formatLength(p.lengthM, preferences.units)}
          </Worked>
        ),
      },
      {
        id: "hours",
        name: "Hours",
        value: (p) => p.hours,
        width: "4.2rem",
        right: true,
        cell: (p) => (
          <Worked working={() => pullWorking(p, runSettings(design))}>{p.hours.toFixed(2)}</Worked>
        ),
      },
      {
        id: "drops",
        name: "Labels",
        value: (p) => p.drops.map((drop) => drop.label).join("  "),
        width: "minmax(10rem,1fr)",
        mono: true,
        from: 620,
      },
    ],
    [design, preferences.units],
  );
  const chosen =
    pulls.find((pull) => pull.drops.some((drop) => drop.key === selection?.drop)) ??
    pulls.find((pull) => pull.drops.some((drop) => drop.point.id === selection?.id)) ??
    pulls[0];
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_21rem] max-lg:grid-cols-1">
      <div className="flex min-h-0 flex-col">
        <DataTable
          label="Pull groups"
          rows={pulls}
          columns={columns}
          keyOf={(p) => p.id}
          selected={chosen?.id}
          onSelect={(p) => select({ in: "points", id: p.drops[0]!.point.id, drop: p.drops[0]!.key })}
          empty={
            <Empty text="No pull yet: no drop has a way to its closet.">
              <ToSheet stage="runs" text="To plan and schedule" />
            </Empty>
          }
          totals={(own) => ({
            id: "All",
            cables: own.reduce((sum, p) => sum + p.drops.length, 0),
            hours: (
              <Worked
                working={() =>
                  sumWorking(
                    "Hours of pulling",
                    "h",
                    own.map((p) => ({
                      name: `${p.id}, ${counted(p.drops.length, "cable")}`,
                      value: p.hours,
                    })),
                    "pull plan",
                  )
                }
              >
                {own.reduce((sum, p) => sum + p.hours, 0).toFixed(1)}
              </Worked>
            ),
          })}
        />
      </div>
      {chosen && <Sheet sheet={sheets.find((one) => one.pull.id === chosen.id)!} />}
    </div>
  );
}

/** What the installer takes along: the stand, then the cables in their order. */
function Sheet({ sheet }: { sheet: PullSheet }) {
  const design = useDesign();
  const { url, preferences, select } = useDesk();
  const { units } = preferences;
  return (
    <section
      className="min-h-0 overflow-y-auto border-l border-rule bg-pane px-3 py-2 text-small max-lg:border-l-0"
      tabIndex={0}
      aria-label={`Sheet of pull ${sheet.pull.id}`}
    >
      <div className="flex items-baseline gap-2">
        <h3 className="text-table font-semibold">Pull {sheet.pull.id}</h3>
        <span className="min-w-0 flex-1 truncate text-soft">from {sheet.from}</span>
        <a className="button h-6" href={`${url}/pull-sheet/${sheet.pull.id}`} download>
          PDF
        </a>
        <a className="button h-6" href={`${url}/pull-sheet`} download>
          All
        </a>
      </div>
      <h4 className="mt-1.5 text-soft">On the stand</h4>
      <ul>
        {sheet.reels.map((reel) => (
          <li key={reel.name} className="flex justify-between gap-2">
            <span className="truncate">{reel.name}</span>
            <span className="measure shrink-0">
              {formatLength(reel.beforeM, units)} → {formatLength(reel.afterM, units)}
            </span>
          </li>
        ))}
        {sheet.reels.length === 0 && <li className="text-soft">nothing: pulled already</li>}
      </ul>
      <h4 className="mt-1.5 text-soft">In this order, the label on both ends</h4>
      <ol>
        {sheet.lines.map((line) => (
          <li key={line.label} className="flex items-center gap-2 border-t border-rule/60 py-1">
            <Jacket line={{ colour: line.jacket, mark: line.mark }} size={24} />
            <span className="min-w-0 flex-1">
              <button
                type="button"
                className="font-mono hover:underline"
                onClick={() => select({ in: "points", id: line.drop.point.id, drop: line.drop.key })}
              >
                {line.label}
              </button>
              <span className="block truncate text-soft">
                {line.drop.point.name}, {byId(design, "rooms").get(line.drop.point.room)?.name}
                {line.cutAhead ? ", cut ahead" : ""}
                {line.drop.state === "planned" ? "" : `, ${line.drop.state}`}
              </span>
            </span>
            <Worked working={() => lengthWorking(design, line.drop)}>
              {formatLength(line.lengthM, units)}
            </Worked>
          </li>
        ))}
      </ol>
      <div className="-mx-3 pt-2">
        <Caution text="Look for pipes and live cable before drilling, work at height from a proper platform, and keep data cable and mains apart. Local codes decide." />
      </div>
    </section>
  );
}
