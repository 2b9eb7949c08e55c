/** What stops without what: all single failures, pairs, rooms and people, spares and changes, and what a guest can use. */
import { useMemo, useState } from "react";
import { useSearchParams } from "react-router";
import { byId, type Design } from "#core/design/collections";
import { capital } from "#core/design/words";
import { works, type Ways } from "#core/stages/rehearse/outage/score";
import { guestTest, type GuestVerdict } from "#core/stages/rehearse/outage/guest";
import { savingsOf, type Saving } from "#core/stages/rehearse/outage/savings";
import {
  failureOf,
  personScores,
  readyOf,
  roomScores,
  singleFailures,
  type Failure,
  type Outcome,
  type Pair,
  type ShareScore,
} from "#core/stages/rehearse/outage/table";
import { failureText, sortOf } from "#core/stages/rehearse/outage/words";
import { useDesign, useDesk } from "../../desk/desk";
import { Empty, ToSheet } from "../../desk/empty";
import { DataTable, type Column } from "../../kit/table";
import { Tabbed, useView } from "../../kit/views";
import { OUTAGE_TABLES } from "./views";
import { usePairs } from "./use-pairs";

const lost = (outcomes: readonly Outcome[]) =>
  outcomes.filter(({ before, now }) => works(before) && !works(now));
const Points = ({ score }: { score: number }) => (
  <span className={score < 50 ? "font-semibold text-stop" : score < 92 ? "font-semibold text-mend" : ""}>
    {score.toFixed(1)}
  </span>
);

/** A column of points, to one place. */
const figure = <Row,>(id: string, name: string, width: string, of: (row: Row) => number): Column<Row> => ({
  id,
  name,
  value: of,
  cell: (row) => of(row).toFixed(1),
  width,
  right: true,
  mono: true,
});

function failureColumns(design: Design): Column<Failure>[] {
  const way = (id: keyof Ways, name: string): Column<Failure> => ({
    id,
    name,
    value: (failure) => failure.left(id)[0],
    cell: (failure) => failure.left(id).join("/"),
    width: "5rem",
    right: true,
    mono: true,
  });
  return [
    {
      id: "what",
      name: "Without",
      value: ({ what }) => failureText(design, what),
      width: "minmax(12rem,2fr)",
    },
    { id: "sort", name: "Sort", value: ({ what }) => sortOf(design, what), width: "8.5rem", from: 900 },
    way("byHand", "By hand"),
    way("byLink", "By link"),
    way("byHub", "By hub"),
    {
      id: "lost",
      name: "Stop",
      value: ({ touched }) => lost(touched).length,
      cell: ({ touched }) => (
        <span className={lost(touched).length ? "font-semibold text-stop" : ""}>{lost(touched).length}</span>
      ),
      width: "3.5rem",
      right: true,
      mono: true,
    },
    {
      id: "unsafe",
      name: "Unsafe",
      value: ({ touched }) => touched.filter(({ unsafe }) => unsafe).length,
      width: "4.5rem",
      right: true,
      mono: true,
    },
    {
      id: "score",
      name: "Points",
      value: ({ score }) => score,
      cell: Points,
      width: "4.5rem",
      right: true,
      mono: true,
    },
  ];
}

const MARK = { yes: "works", no: "gone", never: "" } as const;
const wayMark = (before: boolean, now: boolean) => (!before ? MARK.never : now ? MARK.yes : MARK.no);

function Way({ before, now }: { before: boolean; now: boolean }) {
  const text = wayMark(before, now);
  return <span className={text === MARK.no ? "font-semibold text-stop" : "text-soft"}>{text}</span>;
}

/** What a failure does, function by function: what stops first. */
function Functions({ design, failure }: { design: Design; failure: Failure }) {
  const { select, selection } = useDesk();
  const rooms = byId(design, "rooms");
  const touched = failure.outcomes
    .filter(
      ({ before, now, unsafe }) =>
        unsafe || before.byHand !== now.byHand || before.byLink !== now.byLink || before.byHub !== now.byHub,
    )
    .sort((a, b) => Number(works(a.now)) - Number(works(b.now)));
  const columns: Column<Outcome>[] = [
    { id: "name", name: "Function", value: ({ of }) => of.name, width: "minmax(10rem,1.4fr)" },
    {
      id: "room",
      name: "Room",
      value: ({ of }) => rooms.get(of.room)?.name ?? of.room,
      width: "8rem",
      from: 560,
    },
    ...(["byHand", "byLink", "byHub"] as const).map((id): Column<Outcome> => ({
      id,
      name: id === "byHand" ? "By hand" : id === "byLink" ? "By link" : "By hub",
      value: ({ before, now }) => wayMark(before[id], now[id]),
      cell: ({ before, now }) => <Way before={before[id]} now={now[id]} />,
      width: "4.5rem",
    })),
    {
      id: "unsafe",
      name: "What it means",
      value: ({ unsafe, now }) => unsafe ?? (works(now) ? "" : "stops"),
      cell: ({ unsafe, now, shutOut }) => (
        <span className={unsafe && !shutOut ? "text-stop" : ""}>
          {capital(unsafe ?? (works(now) ? "" : "stops"))}
        </span>
      ),
      width: "minmax(10rem,2fr)",
      from: 560,
    },
  ];
  return (
    <div className="flex h-72 shrink-0 flex-col border-t border-rule">
      <p className="shrink-0 border-b border-rule bg-pane px-3 py-1.5 text-small">
        <strong className="font-semibold">
          Without {failureText(design, failure.what).replace(/^The /, "the ")}
        </strong>
        <span className="text-soft">
          {" "}
          {touched.length
            ? `${lost(failure.touched).length} functions stop, ${touched.length} lose a way`
            : "nothing changes"}
        </span>
      </p>
      <DataTable
        label="What it does to each function"
        rows={touched}
        columns={columns}
        keyOf={({ of }) => of.id}
        selected={selection?.in === "devices" ? selection.id : undefined}
        onSelect={({ of }) => select({ in: "devices", id: of.device })}
        empty="Everything works as before."
      />
    </div>
  );
}

function Failures({ design, failures }: { design: Design; failures: readonly Failure[] }) {
  const [params, setParams] = useSearchParams();
  const asked = params.get("without");
  const chosen = failures.find(({ what }) => what === asked) ?? failures[0];
  const columns = useMemo(() => failureColumns(design), [design]);
  return (
    <>
      <DataTable
        label="What stops without what"
        rows={failures}
        columns={columns}
        keyOf={({ what }) => what}
        selected={chosen?.what}
        onSelect={({ what }) =>
          setParams(
            (now) => {
              now.set("without", what);
              return now;
            },
            { replace: true, preventScrollReset: true },
          )
        }
        empty="Nothing can fail yet."
      />
      {chosen && <Functions design={design} failure={chosen} />}
    </>
  );
}

function Pairs({ design }: { design: Design }) {
  const { pairs, progress, failed, ask, cancel } = usePairs(design);
  const [chosen, setChosen] = useState<string>();
  const pair = pairs?.find(({ what }) => what.join("+") === chosen) ?? pairs?.[0];
  const columns: Column<Pair>[] = [
    {
      id: "what",
      name: "Without both",
      value: ({ what }) => failureText(design, what.join("+")),
      width: "minmax(14rem,2fr)",
    },
    figure("more", "More than each alone", "10rem", ({ more }) => more),
    {
      id: "score",
      name: "Points",
      value: ({ score }) => score,
      cell: Points,
      width: "5rem",
      right: true,
      mono: true,
    },
  ];
  return (
    <>
      <div className="flex shrink-0 items-center gap-3 border-b border-rule bg-raised px-3 py-1.5">
        <button type="button" className="button button-main" disabled={progress !== undefined} onClick={ask}>
          Try all pairs
        </button>
        <span className="text-small text-soft">
          Two parts at once that stand in for one another: gone together they take more than both take alone.
        </span>
        {progress !== undefined && (
          <>
            <progress
              className="h-1.5 w-24"
              max={1}
              value={progress}
              aria-label="How many pairs were tried"
            />
            <button type="button" className="tool" onClick={cancel}>
              Stop it
            </button>
          </>
        )}
        {failed && (
          <span role="alert" className="text-small text-stop">
            {failed}
          </span>
        )}
      </div>
      <DataTable
        label="Pairs of failures"
        rows={pairs ?? []}
        columns={columns}
        keyOf={({ what }) => what.join("+")}
        selected={pair?.what.join("+")}
        onSelect={({ what }) => setChosen(what.join("+"))}
        empty={
          pairs ? "No two parts stand in for one another." : "Pairs are tried when you ask: there are many."
        }
      />
      {pair && <Functions design={design} failure={failureOf(readyOf(design), pair.what)} />}
    </>
  );
}

function Shares({ design, failures }: { design: Design; failures: readonly Failure[] }) {
  const rows = useMemo(
    () => [
      ...personScores(design, failures).map((one) => ({ ...one, of: "a person", key: `person ${one.id}` })),
      ...roomScores(design, failures).map((one) => ({ ...one, of: "a room", key: `room ${one.id}` })),
    ],
    [design, failures],
  );
  const [chosen, setChosen] = useState<string>();
  type Row = ShareScore & { of: string; key: string };
  const columns: Column<Row>[] = [
    { id: "name", name: "Who or where", value: ({ name }) => name, width: "minmax(9rem,1.2fr)" },
    { id: "of", name: "Is", value: ({ of }) => of, width: "5.5rem" },
    figure("mean", "Points, mean", "7rem", ({ mean }) => mean),
    {
      id: "least",
      name: "Least",
      value: ({ worst }) => worst.score,
      cell: ({ worst }) => <Points score={worst.score} />,
      width: "5rem",
      right: true,
      mono: true,
    },
    {
      id: "hub",
      name: "Without the hub",
      value: ({ scores }) => scores[failures.findIndex(({ what }) => what.startsWith("hub:"))],
      cell: ({ scores }) => {
        const score = scores[failures.findIndex(({ what }) => what.startsWith("hub:"))];
        return score === undefined ? "" : <Points score={score} />;
      },
      width: "8.5rem",
      right: true,
      mono: true,
    },
    {
      id: "worst",
      name: "Worst without",
      value: ({ worst }) => failureText(design, worst.what),
      width: "minmax(10rem,2fr)",
      from: 620,
    },
  ];
  return (
    <DataTable
      label="Points of rooms and people"
      rows={rows}
      columns={columns}
      keyOf={({ key }) => key}
      selected={chosen}
      onSelect={({ key }) => setChosen(key)}
      empty="No room has a function yet."
      initialSort={{ id: "hub", desc: false }}
    />
  );
}

function Savings({ design }: { design: Design }) {
  const { select } = useDesk();
  const savings = savingsOf(design);
  const [chosen, setChosen] = useState<string>();
  const { currency } = design.design;
  const columns: Column<Saving>[] = [
    { id: "text", name: "What to do", value: ({ text }) => text, width: "minmax(14rem,2fr)" },
    { id: "kind", name: "Sort", value: ({ kind }) => kind, width: "5rem" },
    figure("points", "Points saved", "7rem", ({ points }) => points),
    {
      id: "cost",
      name: `Price, ${currency}`,
      value: ({ cost }) => cost,
      cell: ({ cost }) => cost?.toFixed(0) ?? "",
      width: "6.5rem",
      right: true,
      mono: true,
    },
    { id: "why", name: "Why", value: ({ why }) => why, width: "minmax(12rem,2.5fr)", from: 760 },
  ];
  return (
    <DataTable
      label="Spares and changes by what they save"
      rows={savings}
      columns={columns}
      keyOf={({ kind, text, about }) => `${kind} ${text} ${about?.id ?? ""}`}
      selected={chosen}
      onSelect={(one) => {
        setChosen(`${one.kind} ${one.text} ${one.about?.id ?? ""}`);
        if (one.about) select(one.about);
      }}
      empty="Nothing that fails takes enough to be worth a spare."
      initialSort={{ id: "points", desc: true }}
    />
  );
}

function Guests({ design }: { design: Design }) {
  const { select, selection } = useDesk();
  const verdicts = guestTest(design);
  const rooms = byId(design, "rooms");
  const can = verdicts.filter((one) => one.can).length;
  const columns: Column<GuestVerdict>[] = [
    { id: "room", name: "Room", value: ({ of }) => rooms.get(of.room)?.name ?? of.room, width: "9rem" },
    { id: "name", name: "Function", value: ({ of }) => of.name, width: "minmax(10rem,1.3fr)" },
    {
      id: "can",
      name: "A guest",
      value: ({ can: yes }) => (yes ? "can" : "cannot"),
      cell: ({ can: yes }) => (
        <span className={yes ? "" : "font-semibold text-mend"}>{yes ? "can" : "cannot"}</span>
      ),
      width: "5rem",
    },
    { id: "how", name: "How, or why not", value: ({ how }) => capital(how), width: "minmax(12rem,2.4fr)" },
  ];
  return (
    <>
      <p className="shrink-0 border-b border-rule bg-pane px-3 py-1.5 text-small">
        Somebody without a telephone or a word of explanation can use{" "}
        <strong className="font-semibold" data-guests>
          {can} of {verdicts.length}
        </strong>{" "}
        functions.
      </p>
      <DataTable
        label="What a guest can use"
        rows={verdicts}
        columns={columns}
        keyOf={({ of }) => of.id}
        selected={selection?.in === "devices" ? selection.id : undefined}
        onSelect={({ of }) => select({ in: "devices", id: of.device })}
        empty="There is nothing for a guest to use yet."
        initialSort={{ id: "can", desc: true }}
      />
    </>
  );
}

export default function WhatStops() {
  const design = useDesign();
  const [table, show] = useView(OUTAGE_TABLES, "table");
  const failures = singleFailures(design);
  if (!readyOf(design).functions.length)
    return (
      <Empty text="Once devices are chosen, this says of each part of the house what stops without it.">
        <ToSheet stage="choose" text="To the choice of devices" />
      </Empty>
    );
  return (
    <Tabbed label="Tables of outages" tabs={OUTAGE_TABLES} tab={table} show={show}>
      {table === "pairs" ? (
        <Pairs design={design} />
      ) : table === "shares" ? (
        <Shares design={design} failures={failures} />
      ) : table === "savings" ? (
        <Savings design={design} />
      ) : table === "guests" ? (
        <Guests design={design} />
      ) : (
        <Failures design={design} failures={failures} />
      )}
    </Tabbed>
  );
}
