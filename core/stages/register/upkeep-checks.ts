/**
 * Checks of upkeep. The core has no clock: what is due is due by the day the register was last looked through, or by
 * the last day anything was noted in it.
 */
import type { Design } from "../../design/collections";
import { memo } from "../../design/kept";
import { counted } from "../../design/words";
import type { Finding } from "../../desk/findings";
import { batteriesOf, batteryWorking } from "./cells";
import { changeDevice } from "./register";
import { firmwareOf, optionName, updateWindow } from "./versions";
import { limitsOf, pastLimit, seriesOf } from "./series";
import { QUANTITY_UNITS } from "../../design/rows/register";
import { sortOf } from "./sorts";

/** The day by which things are due. */
export const asOf = memo("asOf", (design): string | undefined => {
  const own = design.design.registerSettings?.asOf;
  if (own !== undefined) return own;
  const days = [
    ...design.taskRuns.map(({ endedAt, startedAt }) => endedAt ?? startedAt),
    ...design.deviceReadings.map(({ at }) => at),
    ...design.visits.map(({ doneOn }) => doneOn),
    ...design.drops.map(({ on }) => on),
  ].flatMap((day) => (day === undefined ? [] : [day.slice(0, 10)]));
  return days.sort().at(-1);
});

/** Things that shut somebody in or out, or let water in, while their cells are empty. */
const HURTS = new Set(["lock", "water valve", "alarm"]);

function cellChecks(design: Design): Finding[] {
  const day = asOf(design);
  if (day === undefined) return [];
  return [...batteriesOf(design).values()].flatMap((battery): Finding[] => {
    const { device, cell, count, nextChange, pack } = battery;
    if (nextChange === undefined || nextChange >= day) return [];
    const late = Math.round((Date.parse(day) - Date.parse(nextChange)) / 86_400_000);
    const hurts = HURTS.has(sortOf(design, device));
    return [
      {
        code: "register.cells-past",
        stage: "register",
        severity: hurts ? "stop" : "mend",
        title: `${pack ? "The pack" : "The cells"} of ${device.name} ${pack ? "was" : "were"} due on ${nextChange}`,
        why: `${
          hurts
            ? "It stops with somebody outside or in; the key must turn by hand meanwhile. "
            : "It falls silent without a word. "
        }The household ${pack ? "charges it" : `changes ${count} × ${cell}`}; Upkeep notes it with one press.`,
        about: [{ in: "devices", id: device.id }],
        measured: late,
        limit: 0,
        unit: "days",
        source: `as of ${day}`,
        working: batteryWorking(battery),
      },
    ];
  });
}

function readingChecks(design: Design): Finding[] {
  const limits = limitsOf(design);
  const devices = new Map(design.devices.map((device) => [device.id, device]));
  return seriesOf(design).flatMap(({ device: id, quantity, last, rows }): Finding[] => {
    const { limit, past } = pastLimit(limits, quantity, last.value);
    if (!past) return [];
    const device = devices.get(id)!;
    // Cells changed since it was read are no longer those that were low.
    if (
      quantity === "battery" &&
      device.batterySince !== undefined &&
      device.batterySince >= last.at.slice(0, 10)
    )
      return [];
    const said = {
      battery: `The battery of ${device.name} says ${last.value} %`,
      "link quality": `${device.name} is heard with a link quality of ${last.value}`,
      signal: `${device.name} is heard at ${last.value} dBm`,
      temperature: `${device.name} was ${last.value} °C warm in its box`,
    }[quantity];
    const why = {
      battery: "It stops within weeks. The household changes the cells; Upkeep notes it with one press.",
      "link quality":
        "It drops out when a door shuts. The designer looks at its way on the Mesh stage: a router between, or the coordinator elsewhere.",
      signal: "It drops out when a door shuts. The designer looks at its way on the Mesh stage.",
      temperature:
        "Heat in a box in a wall is a fire risk: less load, a deeper box, air. Switch the circuit off and prove it dead before it is opened; a licensed electrician decides.",
    }[quantity];
    return [
      {
        code: {
          battery: "register.battery-low",
          "link quality": "register.link-weak",
          signal: "register.link-weak",
          temperature: "register.box-warm",
        }[quantity],
        stage: "register",
        severity: quantity === "temperature" ? "stop" : "mend",
        title: said,
        why: `${why} ${counted(rows.length, "reading")} so far.`,
        about: [{ in: "devices", id }],
        measured: last.value,
        limit,
        ...(QUANTITY_UNITS[quantity] ? { unit: QUANTITY_UNITS[quantity] } : {}),
        source: "settings of the register",
      },
    ];
  });
}

function firmwareChecks(design: Design): Finding[] {
  const window = updateWindow(design);
  return [...firmwareOf(design).values()].flatMap(({ device, has, least, newest, tooOld }): Finding[] => {
    if (!tooOld) return [];
    const back = newest?.wayBack
      ? "One can go back."
      : "There is no way back: read what changed, and have its codes at hand.";
    const when = window
      ? ` Between ${window.from} and ${window.to} ${window.asleep.length ? `only ${window.asleep.join(", ")} sleeps` : "nobody sleeps"}.`
      : " Do it while somebody is at home and awake.";
    return [
      {
        code: "register.firmware-old",
        stage: "register",
        severity: "mend",
        title: `${device.name} has firmware ${has}, and ${least!.version} is the least`,
        why: `${least!.why ? `${least!.why}. ` : ""}The installer updates it. ${back}${when}`,
        about: [
          { in: "devices", id: device.id },
          { in: "firmwares", id: least!.id },
        ],
        source: optionName(design, device),
      },
    ];
  });
}

/** The day everything is due by. */
export function upkeepChecks(design: Design): Finding[] {
  return [...cellChecks(design), ...readingChecks(design), ...firmwareChecks(design)];
}

/** Cells changed, or a pack charged, on a day. */
export const cellsChanged = (design: Design, ids: readonly string[], on: string) =>
  ids.flatMap((id) => changeDevice(design, id, { batterySince: on }));
