/** What is left to be done on each device, what was done and by whom, and the day that does it (docs/model.md §8). */
import { type Design, rowOf } from "../../design/collections";
import type { Change } from "../../design/edit";
import { fail } from "../../design/input-error";
import { memo } from "../../design/kept";
import { levelGaps } from "./level-gaps";
import { planDay, type DayAsked, type DayPlan, type Resource, type StepAsked } from "./day-plan";
import type { DeviceRow, StepNeed, StepSort, StepTemplateRow, TaskRunRow } from "../../design/rows/register";
import { STEP_SORTS } from "../../design/rows/register";
import { sortOf } from "./sorts";
import { STEP_TABLE } from "./step-table";

/** Steps of each sort in their order: the design's own where it has any of that sort, the table's elsewhere. */
export const stepsBySort = memo(
  "stepsBySort",
  (design): ReadonlyMap<StepSort, readonly StepTemplateRow[]> => {
    const own = new Set(design.stepTemplates.map(({ sort }) => sort));
    return new Map(
      STEP_SORTS.map((sort) => [
        sort,
        (own.has(sort) ? design.stepTemplates : STEP_TABLE)
          .filter((row) => row.sort === sort)
          .sort((a, b) => a.order - b.order),
      ]),
    );
  },
);

/** Steps of a sort become the design's own, to be changed there. */
export const ownSteps = (design: Design, sort: StepSort): Change[] =>
  design.stepTemplates.some((row) => row.sort === sort)
    ? []
    : STEP_TABLE.filter((row) => row.sort === sort).map((put) => ({ in: "stepTemplates", put: { ...put } }));

export interface DeviceStep {
  step: StepTemplateRow;
  /** Order within the device, from 0. */
  index: number;
  /** The last that was noted of it. */
  run?: TaskRunRow;
  over: boolean;
}

export interface Commissioning {
  device: DeviceRow;
  sort: StepSort;
  steps: readonly DeviceStep[];
  left: readonly DeviceStep[];
  /** Minutes of what is left. */
  leftMin: number;
}

const OVER: ReadonlySet<TaskRunRow["state"]> = new Set(["done", "skipped"]);

/** Of every device: its steps, and how far it is. */
export const commissioningOf = memo("commissioningOf", (design): ReadonlyMap<string, Commissioning> => {
  const runs = new Map<string, TaskRunRow>();
  for (const run of design.taskRuns) {
    const key = `${run.device}/${run.step}`;
    const other = runs.get(key);
    const at = (row: TaskRunRow) => row.endedAt ?? row.startedAt ?? "";
    if (!other || at(run) >= at(other)) runs.set(key, run);
  }
  return new Map(
    design.devices.map((device) => {
      const sort = sortOf(design, device);
      const steps = stepsBySort(design)
        .get(sort)!
        .map((step, index): DeviceStep => {
          const run = runs.get(`${device.id}/${step.name}`);
          return { step, index, ...(run ? { run } : {}), over: run !== undefined && OVER.has(run.state) };
        });
      const left = steps.filter(({ over }) => !over);
      return [
        device.id,
        { device, sort, steps, left, leftMin: left.reduce((sum, { step }) => sum + step.minutes, 0) },
      ];
    }),
  );
});

/** Still to be put to work: everything that nobody has called commissioned. */
export const isOpen = ({ device, left }: Commissioning) =>
  device.status !== "commissioned" && left.length > 0;

export interface StepNote {
  state: TaskRunRow["state"];
  at: string;
  by?: string;
  value?: string;
  note?: string;
  photo?: string;
}

const PROOFS: Readonly<Record<"photo" | "value", string>> = {
  photo: "wants a photo for its proof",
  value: "wants the value that was read",
};

/**
 * Note a step of a device. The device is called fitted by its first step done, and commissioned by its last.
 * @throws InputError where a step done lacks the proof it asks for
 */
export function noteStep(
  design: Design,
  deviceId: string,
  stepName: string,
  newId: string,
  note: StepNote,
): Change[] {
  const own = commissioningOf(design).get(deviceId) ?? fail("device", `"${deviceId}" does not exist`);
  const found =
    own.steps.find(({ step }) => step.name === stepName) ??
    fail("Step", `"${stepName}" is none of this device`);
  const { proof } = found.step;
  const photo = note.photo ?? found.run?.photo;
  const value = note.value?.trim() || found.run?.value;
  if (note.state === "done" && proof !== "word" && !(proof === "photo" ? photo : value))
    fail(stepName, PROOFS[proof]);
  // The order is for safety where a step has a caution: dead before it is opened, charged before it is fitted.
  const first = own.left.find(({ step, index }) => index < found.index && step.caution !== undefined);
  if (note.state === "done" && first)
    fail(stepName, `comes after “${first.step.name}”: do that first, or skip it and say why`);
  const over = OVER.has(note.state);
  const put: TaskRunRow = {
    id: found.run?.id ?? newId,
    device: deviceId,
    step: stepName,
    state: note.state,
  };
  const startedAt = note.state === "running" ? note.at : found.run?.startedAt;
  if (startedAt !== undefined) put.startedAt = startedAt;
  if (note.state !== "running") put.endedAt = note.at;
  const by = note.by ?? found.run?.by;
  if (by) put.by = by;
  if (value) put.value = value;
  const text = note.note?.trim() || (note.note === undefined ? found.run?.note : undefined);
  if (text) put.note = text;
  if (photo) put.photo = photo;
  const changes: Change[] = [{ in: "taskRuns", put }];
  const last = over && own.left.every(({ step }) => step.name === stepName);
  const status = last
    ? "commissioned"
    : over && stepName === "Mount" && ["wanted", "chosen", "ordered"].includes(own.device.status)
      ? "fitted"
      : undefined;
  if (status && own.device.status !== status && own.device.status !== "faulty")
    changes.push({ in: "devices", put: { ...own.device, status } });
  return changes;
}

/** A step taken back: what was noted of it goes, and a device that was commissioned is fitted again. */
export function forgetStep(design: Design, deviceId: string, stepName: string): Change[] {
  const own = commissioningOf(design).get(deviceId) ?? fail("device", `"${deviceId}" does not exist`);
  const run = own.steps.find(({ step }) => step.name === stepName)?.run;
  if (!run) return [];
  return [
    { in: "taskRuns", drop: run.id },
    ...(own.device.status === "commissioned"
      ? [{ in: "devices", put: { ...own.device, status: "fitted" } } as Change]
      : []),
  ];
}

export const PEOPLE = 2;
export const CHARGERS = 4;
export const WALK_MIN = 2;

/** People, chargers and pairing windows there are: one window a controller unless the design says otherwise. */
export function resourcesOf(design: Design): Resource[] {
  const settings = design.design.registerSettings;
  return [
    { id: "people", count: settings?.people ?? PEOPLE },
    { id: "chargers", count: settings?.chargers ?? CHARGERS },
    { id: "windows", count: settings?.windows ?? Math.max(1, design.hubs.length) },
  ];
}

/** A step by its device and its place there. */
export const stepKey = ({ device, index }: Pick<StepAsked, "device" | "index">) => `${device}/${index}`;

/**
 * What a day is asked: the steps left of some devices, all that are open where none is named.
 * @param from steps somebody has put not before a minute of the day, by `stepKey`
 */
export function dayAsked(
  design: Design,
  ids?: ReadonlySet<string>,
  from: Readonly<Record<string, number>> = {},
): DayAsked {
  const steps = [...commissioningOf(design).values()]
    .filter((one) => (ids ? ids.has(one.device.id) && one.left.length > 0 : isOpen(one)))
    .flatMap(({ device, left }) =>
      left.map(({ step, index }): StepAsked => ({
        device: device.id,
        step: step.name,
        index,
        minutes: step.minutes,
        needs: step.needs as StepNeed[],
        level: rowOf(design, "points", device.point).level,
        ...(from[stepKey({ device: device.id, index })] === undefined
          ? {}
          : { from: from[stepKey({ device: device.id, index })] }),
      })),
    );
  const gaps = levelGaps(design);
  const walk = design.design.registerSettings?.walkMin ?? WALK_MIN;
  return {
    resources: resourcesOf(design),
    steps,
    walks: "people",
    walkMinutes: (from, to) => walk * gaps(from, to),
  };
}

/** The plan of all that is open. Not kept: whoever shows it asks once. */
export const dayPlanOf = (design: Design): DayPlan => planDay(dayAsked(design));

export interface RoomLeft {
  room: string;
  devices: number;
  done: number;
  steps: number;
  minutes: number;
}

/** What is left by room, the rooms with most first. */
export const leftByRoom = memo("leftByRoom", (design): readonly RoomLeft[] => {
  const rooms = new Map<string, RoomLeft>();
  for (const one of commissioningOf(design).values()) {
    const room = rowOf(design, "points", one.device.point).room;
    const own = rooms.get(room) ?? { room, devices: 0, done: 0, steps: 0, minutes: 0 };
    own.devices += 1;
    if (isOpen(one)) {
      own.steps += one.left.length;
      own.minutes += one.leftMin;
    } else own.done += 1;
    rooms.set(room, own);
  }
  return [...rooms.values()].sort((a, b) => b.minutes - a.minutes || (a.room < b.room ? -1 : 1));
});
