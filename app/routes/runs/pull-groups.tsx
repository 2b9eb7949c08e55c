/** The pull plan: which cables go in together, farthest first, and how long it takes. */
import { useMemo } from "react";
import { byId } from "#core/design/collections";
import { formatLength } from "#core/design/units";
import { lengthWorking, pullsOf } from "#core/runs";
import { pullWorking, type Pull } from "#core/runs/pulls";
import { runSettings } from "#core/runs/settings";
import { sumWorking } from "#core/working";
import { DataTable, type Column } from "../../ui/data-table";
import { useDesign, useDesk } from "../../ui/desk";
import { Caution, Worked } from "../../ui/inspector-parts";
import { usePhaseFilter } from "../../ui/phase-filter";

export default function PullGroups() {
  const design = useDesign();
  const { select, selection, preferences } = useDesk();
  const inPhase = usePhaseFilter();
  const pulls = useMemo(() => pullsOf(design).filter((pull) => pull.drops.some((drop) => inPhase.point(drop.point.id))), [design, inPhase]);
  const columns = useMemo((): Column<Pull>[] => [
    { id: "id", name: "Pull", value: (p) => p.id, width: "4.5rem", mono: true },
    { id: "closet", name: "From", value: (p) => p.drops[0]?.to?.name ?? byId(design, "closets").get(p.closet)?.name, width: "10rem" },
    { id: "cables", name: "Cables", value: (p) => p.drops.length, width: "5rem", right: true, mono: true },
    { id: "length", name: "Longest", value: (p) => p.lengthM, width: "6.5rem", right: true, cell: (p) => <Worked working={() => lengthWorking(design, p.drops[0]!)}>{formatLength(p.lengthM, preferences.units)}</Worked> },
    { id: "hours", name: "Hours", value: (p) => p.hours, width: "5rem", right: true, cell: (p) => <Worked working={() => pullWorking(p, runSettings(design))}>{p.hours.toFixed(2)}</Worked> },
    { id: "drops", name: "Labels", value: (p) => p.drops.map((drop) => drop.label).join("  "), width: "minmax(28rem,1fr)", mono: true },
  ], [design, preferences.units]);
  const chosen = pulls.find((pull) => pull.drops.some((drop) => drop.point.id === selection?.id));
  return (
    <>
      <DataTable label="Pull groups" rows={pulls} columns={columns} keyOf={(p) => p.id} selected={chosen?.id} onSelect={(p) => select({ in: "points", id: p.drops[0]!.point.id, drop: p.drops[0]!.key })} empty="No pull yet: no drop has a way to its closet."
        totals={(own) => ({ id: "All", cables: own.reduce((sum, p) => sum + p.drops.length, 0), hours: <Worked working={() => sumWorking("Hours of pulling", "h", own.map((p) => ({ name: `${p.id}, ${p.drops.length} cables`, value: p.hours })), "pull plan")}>{own.reduce((sum, p) => sum + p.hours, 0).toFixed(1)}</Worked> })} />
      <div className="pt-2"><Caution text="Look for pipes and live cable before drilling, work at height from a proper platform, and keep data cable and mains apart. Local codes decide." /></div>
    </>
  );
}
