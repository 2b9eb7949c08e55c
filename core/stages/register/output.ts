/** The register as the command line prints it, and its other tables. */
import { byId, type Design, rowOf } from "../../design/collections";
import { round2 } from "../../geometry/round";
import { writeCsv } from "../../files/csv";
import { pointLabel } from "../../points/labels";
import { batteriesOf, cellVisitsOf } from "./cells";
import { codeState } from "./codes";
import { hostsOf, topicsOf } from "./naming";
import { registerLines } from "./register";
import { commissioningOf, dayPlanOf, resourcesOf } from "./steps";

export function registerJson(design: Design) {
  const topics = topicsOf(design);
  const batteries = batteriesOf(design);
  const plan = dayPlanOf(design);
  return {
    devices: registerLines(design).map(({ device, label, room }) => {
      const battery = batteries.get(device.id);
      const code = codeState(device);
      return {
        id: device.id,
        label,
        name: device.name,
        room: byId(design, "points").get(device.point)?.room ?? room,
        ...(device.address === undefined ? {} : { address: device.address }),
        ...(device.node === undefined ? {} : { node: device.node }),
        topic: topics.get(device.id),
        ...(code === undefined ? {} : { code }),
        ...(battery
          ? {
              battery: {
                cell: battery.cell,
                count: battery.count,
                years: round2(battery.years),
                ...(battery.nextChange === undefined ? {} : { nextChange: battery.nextChange }),
              },
            }
          : {}),
      };
    }),
    visits: cellVisitsOf(design).map(({ on, devices, cells }) => ({ on, devices, cells })),
    plan: {
      resources: resourcesOf(design),
      steps: plan.steps.map(({ device, step, index, minutes, needs, start, end }) => ({
        device,
        step,
        index,
        minutes,
        needs,
        start,
        end,
      })),
      minutes: plan.minutes,
      boundMinutes: plan.boundMinutes,
    },
  };
}

const hours = (minutes: number) =>
  `${Math.floor(minutes / 60)}:${String(Math.round(minutes % 60)).padStart(2, "0")}`;

/** A day: who starts what when. */
export function dayPlanCsv(design: Design): string {
  return writeCsv(
    ["Start", "End", "Device", "Label", "Step", "Minutes", "Needs"],
    dayPlanOf(design).steps.map(({ device, step, minutes, needs, start, end }) => {
      const row = rowOf(design, "devices", device);
      const label = pointLabel(design, rowOf(design, "points", row.point));
      return [hours(start), hours(end), row.name, label, step, minutes, needs.join("; ")];
    }),
  );
}

/** Every step of every device: what was done, by whom and with what proof, and what is left. */
export const stepsCsv = (design: Design): string =>
  writeCsv(
    ["Device", "Label", "Step", "State", "Minutes", "Done", "By", "Value", "Note", "Photo"],
    registerLines(design).flatMap(({ device, label }) =>
      commissioningOf(design)
        .get(device.id)!
        .steps.map(({ step, run }) => [
          device.name,
          label,
          step.name,
          run?.state ?? "open",
          step.minutes,
          run?.endedAt,
          run?.by,
          run?.value,
          run?.note,
          run?.photo,
        ]),
    ),
  );

/** Cells: what is in what, how long it lasts, when it is changed. */
export const cellsCsv = (design: Design): string =>
  writeCsv(
    ["Device", "Label", "Cell", "Count", "Since", "Years", "Next"],
    [...batteriesOf(design).values()]
      .sort((a, b) => ((a.nextChange ?? "9") < (b.nextChange ?? "9") ? -1 : 1))
      .map(({ device, cell, count, years, nextChange }) => [
        device.name,
        pointLabel(design, rowOf(design, "points", device.point)),
        cell,
        count,
        device.batterySince,
        round2(years),
        nextChange,
      ]),
  );

/** Names on the network, addresses and topics. */
export const addressesCsv = (design: Design): string =>
  writeCsv(
    ["Device", "Label", "Protocol", "Address", "Node", "Host", "Topic"],
    registerLines(design).map(({ device, label }) => [
      device.name,
      label,
      device.protocol,
      device.address,
      device.node,
      hostsOf(design).get(device.id),
      topicsOf(design).get(device.id),
    ]),
  );

/** What was tried with what. */
export const trialsCsv = (design: Design): string =>
  writeCsv(
    ["Day", "Device", "With", "Found", "Worked", "Lost", "One way", "By", "Note"],
    design.trials.map((row) => [
      row.on,
      byId(design, "options").get(row.option)?.name,
      byId(design, "options").get(row.with)?.name,
      row.result,
      row.worked.join("; "),
      row.lost.join("; "),
      row.oneWay ? "yes" : undefined,
      row.by,
      row.note,
    ]),
  );
