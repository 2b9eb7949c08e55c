/** Pull a plug, switch off a wall switch, a circuit, a level: who is lost, on the plan and in words. */
import { useState } from "react";
import { useSearchParams } from "react-router";
import { allPulls, type Pull } from "#core/stages/mesh/unplug";
import { useDesign, useDesk } from "../../desk/desk";
import { Empty, ToSheet } from "../../desk/empty";
import { DataTable, type Column } from "../../kit/table";
import { Plan } from "../../plan/plan";
import RadioLines from "../../plan/radio-lines";
import { useLitHere } from "../../plan/lit-here";
import { bandOf } from "./use-coverage";

const WORD: Readonly<Record<Pull["kind"], string>> = {
  device: "pulled out",
  switch: "switched off at the wall",
  circuit: "its breaker off",
  level: "without mains",
};

const keyOf = ({ kind, id }: Pull) => `${kind} ${id}`;

export default function Unplug() {
  const design = useDesign();
  const { level } = useDesk();
  const [params] = useSearchParams();
  useLitHere("R");
  const [chosen, setChosen] = useState<string>();
  const band = bandOf(design, params.get("band"));
  if (!band)
    return (
      <Empty text="What an unplugged router costs is said here once radios are planned.">
        <ToSheet stage="mesh" text="To the coverage" />
      </Empty>
    );
  const pulls = allPulls(design).get(band.profile.id)!;
  const pull = pulls.find((one) => keyOf(one) === chosen) ?? pulls[0];
  const gone = new Set([...(pull?.off ?? []), ...(pull?.lost ?? [])].map(({ row }) => row.id));
  const columns: Column<Pull>[] = [
    { id: "name", name: "What goes", value: ({ name }) => name, width: "minmax(9rem,1.2fr)" },
    { id: "kind", name: "How", value: ({ kind }) => WORD[kind], width: "10rem" },
    { id: "off", name: "Dark", value: ({ off }) => off.length, width: "3.5rem", right: true, mono: true },
    {
      id: "lost",
      name: "Lost beside",
      value: ({ lost }) => lost.length,
      cell: ({ lost }) => <span className={lost.length ? "font-semibold text-stop" : ""}>{lost.length}</span>,
      width: "6rem",
      right: true,
      mono: true,
    },
    {
      id: "who",
      name: "Who",
      value: ({ lost }) => lost.map(({ device }) => device.name).join(", ") || "nobody",
      width: "minmax(10rem,2fr)",
      from: 560,
    },
  ];
  return (
    <>
      <div className="@container relative flex min-h-40 flex-1 flex-col">
        <Plan
          layers={{
            over: (k) => (
              <RadioLines design={design} level={level} k={k} profile={band.profile.id} lost={gone} />
            ),
          }}
        />
        {pull && (
          <p
            role="status"
            className="absolute top-2 left-1/2 max-w-full -translate-x-1/2 border border-rule bg-raised px-3 py-1 text-small"
          >
            {pull.name} {WORD[pull.kind]}:{" "}
            {pull.lost.length ? (
              <span className="font-semibold text-stop">
                {pull.lost.length === 1 ? "1 more is" : `${pull.lost.length} more are`} lost
              </span>
            ) : (
              "nobody else is lost"
            )}
          </p>
        )}
      </div>
      <div className="flex h-72 shrink-0 flex-col border-t border-rule">
        <DataTable
          label="What can be unplugged"
          rows={pulls}
          columns={columns}
          keyOf={keyOf}
          selected={pull && keyOf(pull)}
          onSelect={(one) => setChosen(keyOf(one))}
          empty="Nothing of this band can be unplugged."
        />
      </div>
    </>
  );
}
