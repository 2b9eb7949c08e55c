/** What is for safety must hang neither on a cloud nor on one sensor with a cell. */
import type { Design } from "../../../design/collections";
import { freeId } from "../../../design/free-id";
import { memo } from "../../../design/kept";
import { putRow } from "../../../design/row-changes";
import { listed } from "../../../design/words";
import type { Finding } from "../../../desk/findings";
import { thingsOf } from "../../bridges/things";
import { swapAtHome } from "../../choose/at-home";
import { batteriesOf } from "../../register/cells";
import type { DeviceRow } from "../../../design/rows/register";
import type { AutomationRow, Cue } from "../../../design/rows/automations";
import { movedBy, pointsOf } from "../../../design/walk";
import { filled } from "../templates/fill";
import { templateOf } from "../templates/library";
import { made } from "../templates/template";
import { ableOf } from "../things";
import { about, finding, on, pointName, roomOf, whileUnseen } from "./say";

const cuePoints = (design: Design, row: AutomationRow): string[] => [
  ...new Set(
    row.cues.flatMap((cue) =>
      cue.kind === "state" || cue.kind === "threshold" ? pointsOf(design, cue) : [],
    ),
  ),
];

/** Points whose device needs the internet, with the device. */
const afar = memo(
  "afar",
  (design): ReadonlyMap<string, DeviceRow> =>
    new Map(
      [...thingsOf(design).values()].flatMap(({ device, local }) => (local ? [] : [[device.point, device]])),
    ),
);

export function onClouds(design: Design): Finding[] {
  const away = afar(design);
  if (!away.size) return [];
  return on(design)
    .filter(({ priority }) => priority === "safety")
    .flatMap((row): Finding[] => {
      const own = [...new Set([...cuePoints(design, row), ...movedBy(design, row)])].filter((id) =>
        away.has(id),
      );
      if (!own.length) return [];
      const cue = own.some((id) => cuePoints(design, row).includes(id));
      const fix = homeFix(design, own);
      return [
        finding({
          code: "critical-on-cloud",
          severity: "stop",
          title: `${row.name} hangs on a cloud for ${listed(own.map((id) => pointName(design, id)))}`,
          why: `Whenever the internet is down, ${cue ? "it is not told, and does not come" : "it comes and nothing obeys"}: most likely just when it is needed.${whileUnseen(design, row)} The designer chooses, in Choose, what works in the house alone; until then somebody must be told that it may fail.`,
          about: about([row], own),
          ...(fix ? { fix } : {}),
        }),
      ];
    });
}

function homeFix(design: Design, points: readonly string[]): Finding["fix"] {
  const own = points.map((point) => swapAtHome(design, afar(design).get(point)!));
  if (!own.every((swap) => swap !== undefined)) return undefined;
  return {
    label: `Plan ${listed([...new Set(own.map(({ name }) => name))])} in ${points.length === 1 ? "its" : "their"} place`,
    changes: (now) => own.flatMap((swap) => swap.changes(now)),
  };
}

const WARNING = (row: AutomationRow, point: string): boolean =>
  row.enabled &&
  row.cues.some(
    (cue) =>
      cue.kind === "threshold" &&
      cue.aspect === "battery" &&
      cue.way === "below" &&
      cue.points.includes(point),
  );

export function onOneCell(design: Design): Finding[] {
  const celled = new Set([...batteriesOf(design).values()].map(({ device }) => device.point));
  return on(design)
    .filter(({ priority }) => priority === "safety")
    .flatMap((row): Finding[] => {
      const own = cuePoints(design, row);
      const [only] = own;
      const others = row.cues.some((cue) => cue.kind !== "state" && cue.kind !== "threshold");
      if (own.length !== 1 || others || !celled.has(only!)) return [];
      const aspect = (row.cues[0] as Extract<Cue, { kind: "state" | "threshold" }>).aspect;
      const room = roomOf(design, only!);
      const second = design.points.find(
        (point) =>
          point.id !== only &&
          point.room === room &&
          ableOf(design).get(point.id)?.reads.includes(aspect) &&
          !celled.has(point.id),
      );
      const fix = second ? withSecond(row, only!, second) : warningFix(design, only!);
      const warned = design.automations.some((one) => WARNING(one, only!));
      return [
        finding({
          code: "one-cell",
          severity: warned ? "note" : "mend",
          title: `${row.name} hangs on one sensor with a cell`,
          why: `${pointName(design, only!)} alone tells it. The day its cell is empty${emptyOn(design, only!)}, nothing comes and nobody knows.${whileUnseen(design, row)} A second sensor that is fed by a cable, or at least a warning in time; the designer decides.`,
          about: about([row], [only!]),
          ...(fix && !(warned && !second) ? { fix } : {}),
        }),
      ];
    });
}

/** When the cell of a point is due, as it is reckoned. */
function emptyOn(design: Design, point: string): string {
  const due = [...batteriesOf(design).values()].find(({ device }) => device.point === point)?.nextChange;
  return due === undefined ? "" : `, about ${due}`;
}

function withSecond(row: AutomationRow, only: string, second: { id: string; name: string }): Finding["fix"] {
  return {
    label: `Let ${second.name} tell it as well`,
    changes: putRow("automations", {
      ...row,
      cues: row.cues.map((cue) =>
        (cue.kind === "state" || cue.kind === "threshold") && cue.points.includes(only)
          ? { ...cue, points: [...cue.points, second.id] }
          : cue,
      ),
    }),
  };
}

function warningFix(design: Design, point: string): Finding["fix"] {
  const template = templateOf("low-battery")!;
  const { values } = filled(design, template, undefined);
  if (!values.panels) return undefined;
  const { row } = made(
    design,
    template,
    { ...values, things: { points: [point] } },
    {
      id: freeId(design, "automations", `cell-${point}`),
      name: `${template.name}, ${pointName(design, point)}`,
    },
  );
  return { label: "Warn when its cell runs low", changes: putRow("automations", row) };
}
