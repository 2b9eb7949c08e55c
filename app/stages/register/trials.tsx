/** What was found to work with what: a log that the choice of stage 3 keeps to. */
import { useState } from "react";
import { byId } from "#core/design/collections";
import { putRow } from "#core/design/row-changes";
import { byName } from "#core/design/words";
import type { TrialRow } from "#core/design/rows/register";
import { newRowId, useDesign, useDesk, useEdit } from "../../desk/desk";
import { Empty } from "../../desk/empty";
import { Choice } from "../../kit/choice";
import { today } from "../../kit/now";
import { DataTable, type Column } from "../../kit/table";
import { useBy } from "./by";

export default function Trials() {
  const design = useDesign();
  const { readOnly, select, selection, url } = useDesk();
  const edit = useEdit();
  const by = useBy();
  const [option, setOption] = useState("");
  const hubs = [...new Set(design.hubs.map((hub) => hub.option))];
  const [controller, setController] = useState(hubs[0] ?? "");
  const name = (id: string) => byId(design, "options").get(id)?.name ?? id;
  const controllers = design.options
    .filter((row) => row.controls)
    .sort((a, b) => Number(hubs.includes(b.id)) - Number(hubs.includes(a.id)) || byName(a.name, b.name));
  const columns: Column<TrialRow>[] = [
    { id: "on", name: "Day", value: ({ on }) => on, width: "6.5rem", mono: true },
    { id: "option", name: "Device", value: (row) => name(row.option), width: "minmax(7rem,1fr)" },
    { id: "with", name: "With", value: (row) => name(row.with), width: "minmax(7rem,1fr)" },
    {
      id: "result",
      name: "Found",
      value: ({ result }) => result,
      cell: ({ result }) => (
        <span
          className={
            result === "works"
              ? ""
              : result === "works in part"
                ? "font-semibold text-mend"
                : "font-semibold text-stop"
          }
        >
          {result}
        </span>
      ),
      width: "7.5rem",
    },
    { id: "worked", name: "Worked", value: ({ worked }) => worked.join(", "), width: "9rem", from: 900 },
    {
      id: "lost",
      name: "Lost",
      value: ({ lost, oneWay }) => [...lost, ...(oneWay ? ["says nothing back"] : [])].join(", "),
      width: "minmax(8rem,1fr)",
    },
    { id: "by", name: "By", value: (row) => row.by, width: "5.5rem", from: 900 },
  ];
  const add = () => {
    const id = newRowId("trial");
    edit(() =>
      putRow("trials", {
        id,
        option,
        with: controller,
        result: "works",
        worked: [],
        lost: [],
        on: today(),
        ...(by ? { by } : {}),
      }),
    );
    select({ in: "trials", id });
  };
  return (
    <>
      {!readOnly && (
        <div
          className="relative flex shrink-0 flex-wrap items-center gap-1.5 border-b border-rule bg-pane px-2 py-1.5"
          data-chrome
        >
          <Choice
            label="Device that was tried"
            className="h-7 w-64"
            value={option}
            prompt="Device that was tried…"
            options={design.options
              .filter((row) => !row.controls)
              .map((row) => ({ value: row.id, text: row.name, hint: row.protocol }))
              .sort((a, b) => byName(a.text, b.text))}
            take={setOption}
          />
          <span className="text-soft">with</span>
          <Choice
            label="Controller it was tried with"
            className="h-7 w-56"
            value={controller}
            prompt="Controller…"
            options={controllers.map((row) => ({
              value: row.id,
              text: row.name,
              ...(hubs.includes(row.id) ? { hint: "in this house" } : {}),
            }))}
            take={setController}
          />
          <button
            type="button"
            className="button button-main h-7"
            disabled={!option || !controller}
            onClick={add}
          >
            Note a trial
          </button>
          <span className="text-small text-soft">
            What did not pair is not chosen any more; what was lost counts as not there.
          </span>
          <a className="button ml-auto h-7" href={`${url}/csv/trials`}>
            CSV
          </a>
        </div>
      )}
      <DataTable
        label="Trials"
        rows={design.trials}
        columns={columns}
        keyOf={({ id }) => id}
        selected={selection?.in === "trials" ? selection.id : undefined}
        onSelect={({ id }) => selection?.id !== id && select({ in: "trials", id })}
        initialSort={{ id: "on", desc: true }}
        empty={
          <Empty text="Nothing was tried yet. Before many are bought, one is paired on the table: what is found is noted here, and the choice keeps to it." />
        }
      />
    </>
  );
}
