/** Who hears whom: every radio of a band, the weakest first. */
import { useSearchParams } from "react-router";
import { byId } from "#core/design/collections";
import { cutBy } from "#core/stages/mesh/cut-off";
import { bandsOf, type Radio } from "#core/stages/mesh/links";
import { soundness } from "#core/stages/mesh/loss";
import { isRoot, reachesOf, treesOf } from "#core/stages/mesh/routes";
import { counted } from "#core/design/words";
import { useDesign, useDesk } from "../../desk/desk";
import { Empty, ToSheet } from "../../desk/empty";
import { DataTable, type Column } from "../../kit/table";
import { BandChoice } from "./band-choice";
import { bandOf } from "./use-coverage";

export default function Ways() {
  const design = useDesign();
  const { selection, select } = useDesk();
  const [params] = useSearchParams();
  const band = bandOf(design, params.get("band"));
  if (!band)
    return (
      <Empty text="No radio is planned yet. Devices that speak by radio get theirs on the coverage.">
        <ToSheet stage="mesh" text="To the coverage" />
      </Empty>
    );
  const reach = reachesOf(design).get(band.profile.id)!;
  const tree = treesOf(design).find((one) => one.band === band)!;
  const state = (radio: Radio) => {
    if (isRoot(radio)) return "coordinator";
    const best = reach.get(radio.row.id);
    return best ? soundness(best.marginDb) : "nobody hears it";
  };
  const supply = (radio: Radio) =>
    cutBy(design, radio) === undefined
      ? (radio.row.supply ?? (radio.row.routes ? "mains" : "battery"))
      : "cut off by a switch";
  const columns: Column<Radio>[] = [
    { id: "name", name: "Device", value: ({ device }) => device.name, width: "minmax(9rem,1.4fr)" },
    {
      id: "level",
      name: "Level",
      value: ({ point }) => byId(design, "levels").get(point.level)?.name,
      width: "5rem",
      from: 900,
    },
    {
      id: "margin",
      name: "Margin, dB",
      value: (radio) => (isRoot(radio) ? 1000 : (reach.get(radio.row.id)?.marginDb ?? -1000)),
      cell: (radio) => reach.get(radio.row.id)?.marginDb.toFixed(1) ?? "–",
      width: "6rem",
      right: true,
      mono: true,
    },
    {
      id: "state",
      name: "Found",
      value: state,
      cell: (radio) => (
        <span
          className={
            ["dead", "nobody hears it"].includes(state(radio))
              ? "font-semibold text-stop"
              : state(radio) === "thin"
                ? "text-mend"
                : ""
          }
        >
          {state(radio)}
        </span>
      ),
      width: "7.5rem",
    },
    {
      id: "parent",
      name: "Heard by",
      value: (radio) => reach.get(radio.row.id)?.parent.device.name,
      width: "minmax(8rem,1fr)",
    },
    {
      id: "hops",
      name: "Hops",
      value: (radio) => tree.ways.get(radio.row.id)?.hops,
      width: "3.5rem",
      right: true,
      mono: true,
    },
    {
      id: "delivery",
      name: "Arrives",
      value: (radio) => tree.ways.get(radio.row.id)?.delivery,
      cell: (radio) => {
        const way = tree.ways.get(radio.row.id);
        return way ? `${(100 * way.delivery).toFixed(1)} %` : "";
      },
      width: "5rem",
      right: true,
      mono: true,
      from: 640,
    },
    {
      id: "holds",
      name: "Holds",
      value: (radio) => tree.children.get(radio.row.id)?.length,
      width: "4rem",
      right: true,
      mono: true,
      from: 820,
    },
    { id: "supply", name: "Supply", value: supply, width: "9rem", from: 980 },
  ];
  return (
    <>
      <div
        className="flex h-9 shrink-0 items-center gap-1 overflow-x-auto border-b border-rule bg-pane px-3 text-small"
        data-chrome
      >
        <BandChoice profiles={bandsOf(design).map(({ profile }) => profile)} chosen={band.profile.id} />
        <span className="ml-2 text-soft whitespace-nowrap">
          {counted(band.radios.length, "radio")}, {counted(band.links.length, "link")}; at most{" "}
          {counted(band.profile.maxHops, "hop")} and {counted(band.profile.maxChildren, "device")} a router
        </span>
      </div>
      <DataTable
        label="Who hears whom"
        rows={band.radios}
        columns={columns}
        keyOf={({ row }) => row.id}
        selected={selection?.in === "radios" ? selection.id : undefined}
        onSelect={({ row }) => select({ in: "radios", id: row.id })}
        initialSort={{ id: "margin", desc: false }}
        empty="No radio of this band."
      />
    </>
  );
}
