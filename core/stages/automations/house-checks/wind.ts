/** What is out of doors and moves: without a rule for the wind it is torn. */
import { byId, type Design, rowOf } from "../../../design/collections";
import { freeId } from "../../../design/free-id";
import { putRow } from "../../../design/row-changes";
import type { Finding, Fix } from "../../../desk/findings";
import { partsIn, thingId } from "../conflicts";
import type { AutomationRow } from "../../../design/rows/automations";
import { movedBy } from "../../../design/walk";
import { filled, valueFor } from "../templates/fill";
import { templateOf } from "../templates/library";
import { made } from "../templates/template";
import { ableOf } from "../things";
import { about, finding, on, pointName, roomOf, whileUnseen } from "./say";

const isOutdoors = (design: Design, point: string): boolean => {
  const row = rowOf(design, "points", point);
  return (
    row.kind.split("--")[0] === "awning" ||
    (ableOf(design).get(point)?.type === "cover" && byId(design, "rooms").get(row.room)?.outdoor === true)
  );
};

const isWindRule = (row: AutomationRow): boolean =>
  row.enabled &&
  row.priority === "safety" &&
  row.cues.some((cue) => cue.kind === "threshold" && cue.aspect === "wind" && cue.way === "above");

export function windRules(design: Design): Finding[] {
  const parts = on(design).flatMap((row) => partsIn(design, row).map((part) => ({ row, part })));
  const masted = hasMast(design);
  return design.points.flatMap((point): Finding[] => {
    if (!isOutdoors(design, point.id)) return [];
    const rules = on(design).filter(({ priority }) => priority === "safety");
    const own = rules.filter((row) => movedBy(design, row).includes(point.id));
    // Wind always goes before rain: a rule for rain must not rank above the one for wind.
    const rained = own.some(({ reason }) => reason === "rain");
    const safe = own.some((row) => isWindRule(row) && (row.reason === "wind" || !rained));
    if (safe) return [];
    const lets = parts.find(({ part }) =>
      part.sets.some(
        (sets) => thingId(sets.thing) === point.id && sets.aspect === "position" && sets.value !== 0,
      ),
    );
    const when = lets
      ? `${lets.row.name} lets it out, whatever the wind does afterwards.${whileUnseen(design, lets.row)}`
      : "A hand can leave it out, and nobody is there when the wind rises.";
    const fix = masted ? stormFix(point.id) : undefined;
    return [
      finding({
        code: "no-wind-rule",
        severity: lets ? "stop" : "mend",
        title: `${point.name} has no wind rule`,
        why: `${when} A gust tears the cloth and bends the arms; wind goes before everything else.${fix ? "" : " The designer plans a weather mast first: nothing here feels the wind."}`,
        about: about(lets ? [lets.row] : [], [point.id]),
        ...(fix ? { fix } : {}),
      }),
    ];
  });
}

/** Is there anything that feels the wind? The template asks for one in the house. */
function hasMast(design: Design): boolean {
  const mast = templateOf("storm")!.parameters.find(({ name }) => name === "mast")!;
  return valueFor(design, mast, undefined, []) !== undefined;
}

const stormFix = (point: string): Fix => ({
  label: "Bring it in before a storm",
  changes(design) {
    const template = templateOf("storm")!;
    const room = roomOf(design, point);
    const { values } = filled(design, template, room);
    const { row } = made(
      design,
      template,
      { ...values, covers: { points: [point] } },
      {
        id: freeId(design, "automations", `storm-${point}`),
        name: `${template.name}, ${pointName(design, point)}`,
        ...(room === undefined ? {} : { room }),
      },
    );
    return putRow("automations", row);
  },
});
