/** What stage 4 gives the desk. */
import { byId, type Design } from "#core/design/collections";
import { pointLabel } from "#core/points/labels";
import { dropsOfPoint } from "#core/stages/runs/drops";
import { useView } from "../../kit/views";
import type { StageParts } from "../../desk/parts";
import type { ComponentType } from "react";
import { formatTotal } from "#core/design/units";
import { counted } from "#core/design/words";
import { useDesk, useSummary } from "../../desk/desk";
import { Heading } from "../../inspect/parts";
import { fetchedPart } from "../../kit/fetched";
import { lazily, patiently } from "../../kit/lazily";
import { VIEWS } from "./views";

const TradesSummary = lazily(() => import("./trades-summary"));

/** Its fields come when the page has come to rest: how much there is stands there before. */
const rest = fetchedPart<ComponentType<{ design: Design }>>(() => import("./runs-summary"));

function RunsSummary({ design }: { design: Design }) {
  const [view] = useView(VIEWS);
  return view === "trades" ? <TradesSummary /> : <Totals design={design} />;
}

function Totals({ design }: { design: Design }) {
  const { units } = useDesk().preferences;
  const Rest = rest.use();
  // As the ledger below has it: cable that is not chosen yet is not counted.
  const cells = useSummary("ledger")?.cells;
  const figure = (name: string) => cells?.find(({ cell }) => cell === name)?.value;
  const [drops, cableM] = [figure("drops"), figure("cableM")];
  return (
    <>
      <Heading
        title="Runs"
        text={
          drops === undefined
            ? ""
            : drops
              ? `${counted(drops, "drop")}, ${formatTotal(cableM ?? 0, units)} of cable`
              : "No drop yet"
        }
      />
      {Rest && <Rest design={design} />}
    </>
  );
}

const view = (text: string, name: string) => ({ text, hint: "view of Runs", path: `runs?view=${name}` });
const save = (text: string, path: string) => ({ text, hint: "command", path, file: true });

export const parts: StageParts = {
  stage: "runs",
  Summary: RunsSummary,
  panels: { kits: lazily(() => import("./kit-settings")) },
  inspectors: { points: lazily(() => import("./point-inspector")) },
  commands: [
    view("Kits, schools and colour legend", "kits"),
    view("Electrical: power over data, treads, losses", "electrical"),
    view("Mounting sheet, walls and ceilings", "trades"),
    view("On site: progress, punch list, as built", "site"),
    { text: "Walk the house", hint: "for the phone on site", path: "walk", file: true },
    save("Save the pull schedule as CSV", "csv/schedule"),
    save("Save the order as CSV", "csv/materials"),
    save("Save the pull sheets as PDF", "pull-sheet"),
  ],
  finds: (design) =>
    design.points.map((point) => ({
      in: "points",
      id: point.id,
      stage: "house",
      text: point.name,
      hint: pointLabel(design, point),
    })),
  async working(design, selection) {
    const { closetWorking, lengthWorking } = await patiently(() => import("#core/stages/runs/workings"));
    if (selection.in === "closets") return closetWorking(design, selection.id, "cable");
    const id =
      selection.in === "devices"
        ? design.devices.find((row) => row.id === selection.id)?.point
        : selection.id;
    const point = byId(design, "points").get(id ?? "");
    const drops = point ? dropsOfPoint(design, point) : [];
    const drop = drops.find((one) => one.key === selection.drop) ?? drops[0];
    return drop && lengthWorking(design, drop);
  },
};
