/** How far the house is: what is left by room and by device, who did what, and the steps of each sort. */
import { Smartphone } from "lucide-react";
import { useState } from "react";
import { Link } from "react-router";
import { byId, rowOf } from "#core/design/collections";
import { dropRow } from "#core/design/row-changes";
import { counted, capital } from "#core/design/words";
import { pointLabel } from "#core/points/labels";
import {
  commissioningOf,
  isOpen,
  leftByRoom,
  ownSteps,
  stepsBySort,
  type Commissioning,
  type RoomLeft,
} from "#core/stages/register/steps";
import { STEP_SORTS, type StepSort, type StepTemplateRow } from "#core/design/rows/register";
import { newRowId, useDesign, useDesk, useEdit } from "../../desk/desk";
import { Empty, ToSheet } from "../../desk/empty";
import { Choice } from "../../kit/choice";
import { DataTable, type Column } from "../../kit/table";
import { clockText, Running } from "./steps-list";

const hours = (minutes: number) => (minutes / 60).toFixed(1);

export default function CommissioningView() {
  const design = useDesign();
  const { url, select, selection } = useDesk();
  const [room, setRoom] = useState<string>();
  const [sorts, setSorts] = useState(false);
  const rooms = leftByRoom(design);
  const all = [...commissioningOf(design).values()];
  const open = all.filter(isOpen);
  const running = all.flatMap(({ device, steps }) =>
    steps.flatMap(({ step, run }) => (run?.state === "running" ? [{ device, step, run }] : [])),
  );
  if (!all.length)
    return (
      <Empty text="No device yet: what is to be put to work is listed here with its steps.">
        <ToSheet stage="house" text="To the plan" />
      </Empty>
    );
  const roomColumns: Column<RoomLeft>[] = [
    {
      id: "room",
      name: "Room",
      value: (row) => byId(design, "rooms").get(row.room)?.name,
      width: "minmax(8rem,1fr)",
    },
    {
      id: "done",
      name: "Done",
      value: (row) => `${row.done}/${row.devices}`,
      width: "4.5rem",
      right: true,
      mono: true,
    },
    {
      id: "hours",
      name: "Hours left",
      value: (row) => row.minutes,
      cell: (row) => (row.minutes ? hours(row.minutes) : "–"),
      width: "5.5rem",
      right: true,
      mono: true,
    },
  ];
  const inRoom = (one: Commissioning) =>
    room === undefined || rowOf(design, "points", one.device.point).room === room;
  const deviceColumns: Column<Commissioning>[] = [
    {
      id: "label",
      name: "Label",
      value: ({ device }) => pointLabel(design, rowOf(design, "points", device.point)),
      width: "9rem",
      mono: true,
      from: 620,
    },
    {
      id: "name",
      name: "Device",
      value: ({ device }) => device.name,
      cell: ({ device }) => (
        <Link
          className="underline decoration-rule underline-offset-2"
          to={`${url}/register?device=${device.id}`}
        >
          {device.name}
        </Link>
      ),
      width: "minmax(10rem,1fr)",
    },
    { id: "status", name: "Status", value: ({ device }) => device.status, width: "7rem" },
    {
      id: "done",
      name: "Steps",
      value: ({ steps, left }) => `${steps.length - left.length}/${steps.length}`,
      width: "4.5rem",
      right: true,
      mono: true,
    },
    { id: "next", name: "Next", value: (one) => (isOpen(one) ? one.left[0]!.step.name : ""), width: "10rem" },
    {
      id: "by",
      name: "Last by",
      value: ({ steps }) =>
        steps
          .flatMap(({ run }) => (run?.endedAt && run.by ? [{ at: run.endedAt, by: run.by }] : []))
          .sort((a, b) => (a.at < b.at ? 1 : -1))[0]?.by,
      width: "6rem",
      from: 560,
    },
  ];
  return (
    <>
      <div className="relative flex min-h-9 shrink-0 flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule px-3 py-1">
        <p>
          <span className="measure">{all.length - open.length}</span> of{" "}
          <span className="measure">{all.length}</span> devices commissioned;{" "}
          <span className="measure">{hours(open.reduce((sum, { leftMin }) => sum + leftMin, 0))}</span> hours
          of steps left
        </p>
        <button
          type="button"
          className="button h-6"
          aria-expanded={sorts}
          onClick={() => setSorts(!sorts)}
          data-chrome
        >
          Steps of each sort
        </button>
        <span className="ml-auto flex gap-1.5" data-chrome>
          <a className="button h-6" href={`${url}/csv/commissioning`}>
            CSV
          </a>
          <a
            className="button h-6"
            href={`${url}/labels/a4-65?of=devices`}
            title="A label a device, with a square that opens it"
          >
            Labels
          </a>
          <a className="button button-main h-6" href={`${url}/commission`}>
            <Smartphone size={13} /> On site
          </a>
        </span>
      </div>
      {running.length > 0 && (
        <ul aria-label="Running now" className="border-b border-rule bg-pane px-3 py-1">
          {running.map(({ device, step, run }) => (
            <li key={run.id} className="flex gap-3">
              {device.name}: {step.name} <Running run={run} minutes={step.minutes} />
            </li>
          ))}
        </ul>
      )}
      {sorts ? (
        <Sorts />
      ) : (
        <div className="flex min-h-0 flex-1">
          <div className="flex w-72 shrink-0 flex-col border-r border-rule">
            <DataTable
              label="What is left by room"
              rows={rooms}
              columns={roomColumns}
              keyOf={(row) => row.room}
              selected={room}
              onSelect={(row) => setRoom(row.room === room ? undefined : row.room)}
              empty="No room has a device."
            />
          </div>
          <div className="flex min-w-0 flex-1 flex-col">
            <DataTable
              label="Devices and their steps"
              rows={all.filter(inRoom)}
              columns={deviceColumns}
              keyOf={({ device }) => device.id}
              selected={selection?.in === "devices" ? selection.id : undefined}
              onSelect={({ device }) =>
                selection?.id !== device.id && select({ in: "devices", id: device.id })
              }
              empty="No device has steps here."
            />
          </div>
        </div>
      )}
    </>
  );
}

/** The steps of a sort as the table has them, or as the design has made them its own. */
function Sorts() {
  const design = useDesign();
  const { readOnly, select, selection } = useDesk();
  const edit = useEdit();
  const [sort, setSort] = useState<StepSort>("shade on cells");
  const steps = stepsBySort(design).get(sort)!;
  const own = design.stepTemplates.some((row) => row.sort === sort);
  const columns: Column<StepTemplateRow>[] = [
    {
      id: "order",
      name: "",
      value: ({ order }) => order,
      width: "2rem",
      right: true,
      mono: true,
      hidden: true,
    },
    { id: "name", name: "Step", value: ({ name }) => name, width: "13rem" },
    {
      id: "minutes",
      name: "Minutes",
      value: ({ minutes }) => minutes,
      width: "4.75rem",
      right: true,
      mono: true,
    },
    {
      id: "needs",
      name: "Keeps busy",
      value: ({ needs }) => (needs.length ? needs.join(", ") : "nobody: a wait"),
      width: "9rem",
    },
    { id: "proof", name: "Proof", value: ({ proof }) => proof, width: "4.5rem" },
    {
      id: "how",
      name: "How",
      value: ({ how }) => how,
      cell: ({ how }) => <span title={how}>{how}</span>,
      width: "minmax(10rem,1fr)",
      from: 560,
    },
  ];
  const last = steps.at(-1);
  return (
    <>
      <div
        className="flex flex-wrap items-center gap-1.5 border-b border-rule bg-pane px-3 py-1.5"
        data-chrome
      >
        <Choice
          label="Sort of device"
          className="h-7 w-52"
          value={sort}
          options={STEP_SORTS.map((value) => ({ value, text: capital(value) }))}
          take={setSort}
        />
        <span className="text-soft">
          {counted(steps.length, "step")}, {clockText(steps.reduce((sum, { minutes }) => sum + minutes, 0))}{" "}
          together; {own ? "this design's own" : "as the table has them"}
        </span>
        {!readOnly && !own && (
          <button type="button" className="button h-7" onClick={() => edit((now) => ownSteps(now, sort))}>
            Make them this design's own
          </button>
        )}
        {!readOnly && own && (
          <>
            <button
              type="button"
              className="button h-7"
              onClick={() => {
                const id = newRowId("step");
                edit(() => [
                  {
                    in: "stepTemplates",
                    put: {
                      id,
                      sort,
                      order: Math.min(99, (last?.order ?? 0) + 1),
                      name: "New step",
                      minutes: 5,
                      needs: ["people"],
                      proof: "word",
                    },
                  },
                ]);
                select({ in: "stepTemplates", id, made: true });
              }}
            >
              Add a step
            </button>
            <button
              type="button"
              className="button h-7"
              onClick={() => edit(() => steps.flatMap(({ id }) => dropRow("stepTemplates", id)))}
            >
              Back to the table's
            </button>
          </>
        )}
      </div>
      <DataTable
        label="Steps of a sort"
        rows={steps}
        columns={columns}
        keyOf={({ id }) => id}
        selected={selection?.in === "stepTemplates" ? selection.id : undefined}
        onSelect={({ id }) => own && selection?.id !== id && select({ in: "stepTemplates", id })}
        empty="No step: add one."
      />
    </>
  );
}
