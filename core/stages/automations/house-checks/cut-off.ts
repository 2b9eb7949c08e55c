/** Lamps that a wall switch takes off the network, though automations count on them. */
import { byId, type Design } from "../../../design/collections";
import type { Change } from "../../../design/edit";
import { putRow } from "../../../design/row-changes";
import { counted, listed } from "../../../design/words";
import type { Finding } from "../../../desk/findings";
import { cutBy, fedRadios, legOf, type Fed } from "../../mesh/cut-off";
import { movedBy } from "../../../design/walk";
import { about, comes, finding, on, pointName, soonest } from "./say";

/** By switch: what it cuts off that sentences tell something. What is behind a switch to be worked by it is meant so. */
export function cutOff(design: Design): Finding[] {
  const bySwitch = new Map<string, Fed[]>();
  for (const radio of fedRadios(design)) {
    const by = cutBy(design, radio);
    if (by === undefined || radio.point.kind.split("--")[0] === "wall-switch") continue;
    bySwitch.set(by, [...(bySwitch.get(by) ?? []), radio]);
  }
  return [...bySwitch].flatMap(([by, cut]): Finding[] => {
    const behind = new Set(cut.map(({ point }) => point.id));
    const rows = on(design).filter((row) => movedBy(design, row).some((id) => behind.has(id)));
    if (!rows.length) return [];
    const told = new Set(rows.flatMap((row) => movedBy(design, row)));
    const own = [...behind].filter((id) => told.has(id));
    const it = own.length === 1 ? "it" : "them";
    const first = soonest(design, rows);
    const when = first ? ` ${first.name} ${comes(design, first)}.` : "";
    return [
      finding({
        code: "cut-off",
        severity: "mend",
        title: [
          `${listed(own.map((id) => pointName(design, id)))} ${own.length === 1 ? "is" : "are"} cut off by`,
          `${byId(design, "switches").get(by)?.name ?? "a wall switch"}, and`,
          `${counted(rows.length, "sentence tells", "sentences tell")} ${it} what to do`,
        ].join(" "),
        why: `Whenever the switch is off, the radio has no supply and hears nothing of ${listed(rows.map(({ name }) => name))}.${when} A licensed person makes the feed live all the time, switched off and proved dead first; the switch then only speaks, and what it worked is dead only once its circuit is off.`,
        about: [...about([], own), ...about(rows)],
        fix: { label: "Plan an always-live feed with a decoupled switch", changes: liveFeed(design, cut) },
      }),
    ];
  });
}

function liveFeed(design: Design, cut: readonly Fed[]): Change[] {
  const legs = new Set(
    cut.flatMap((radio) => (radio.row.switch === undefined ? legOf(design, radio) : undefined) ?? []),
  );
  return [
    ...cut.flatMap(({ row: { switch: by, ...row } }) => (by === undefined ? [] : putRow("radios", row))),
    ...[...legs].flatMap((leg) => putRow("legs", { ...leg, feed: "always" })),
  ];
}
