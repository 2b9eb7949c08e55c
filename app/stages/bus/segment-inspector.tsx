/** A segment: what it holds against its profile, what it takes the place of, what was found, and its fields. */
import { Trash2 } from "lucide-react";
import { byId, type Design } from "#core/design/collections";
import { removeRows } from "#core/design/remove";
import { formatTotal, groupDigits } from "#core/design/units";
import { renumber, splitSegment } from "#core/stages/bus/edit";
import { replacesOf } from "#core/stages/bus/replaces";
import { ruleText } from "#core/stages/bus/segmenting";
import { segmentsOf, supplyOf, type Segment } from "#core/stages/bus/segments";
import { currentWorking, segmentLengthWorking, spareOf, voltsWorking } from "#core/stages/bus/workings";
import type { InspectorProps } from "../../desk/parts";
import { focusSheet, newRowId, useDesk, useEdit } from "../../desk/desk";
import { Findings } from "../../inspect/findings-of";
import { Caution, Fact, Heading, Worked } from "../../inspect/parts";
import { RowForm } from "../../inspect/row-form";

export default function SegmentInspector({ design, id }: InspectorProps) {
  const segment = segmentsOf(design).find(({ row }) => row.id === id);
  return segment ? <OneSegment design={design} segment={segment} /> : null;
}

const of = (limit: number | undefined, text: (value: number) => string) =>
  limit === undefined || !Number.isFinite(limit) ? "" : ` of ${text(limit)}`;

function OneSegment({ design, segment }: { design: Design; segment: Segment }) {
  const { preferences, readOnly, select } = useDesk();
  const edit = useEdit();
  const { row, profile, nodes, lengthM, currentA, lowV, low, limitV, supplies } = segment;
  const { limits } = profile;
  const metres = (m: number, digits = 1) => formatTotal(m, preferences.units, digits);
  const cable = byId(design, "cableTypes").get(row.cableType)?.name ?? row.cableType;
  const spare = spareOf(segment);
  const feed = supplyOf(design, row);
  const maxA = supplies.reduce((sum, supply) => sum + supply.maxA, 0);
  const closed = [
    row.closedAtCloset && nodes[0]!.name,
    row.closedAtEnd && (nodes.at(-1)?.name ?? "its end"),
  ].filter(Boolean);
  return (
    <>
      <Heading title={row.name} text={`${profile.name}, ${row.topology}, ${cable}`} />
      <dl className="border-b border-rule px-3.5 py-2.5">
        <Fact label="Devices">
          <span className="measure">{nodes.length - 1}</span>
          {of(limits.devices, String)}
        </Fact>
        {currentA !== undefined && (
          <Fact label="Current">
            <Worked working={() => currentWorking(segment)}>{currentA.toFixed(3)} A</Worked>
            {of(maxA, (value) => `${value} A`)}
          </Fact>
        )}
        <Fact label="Length">
          <Worked working={() => segmentLengthWorking(segment)}>{metres(lengthM)}</Worked>
          {of(limits.totalM, (value) => metres(value, 0))}
        </Fact>
        {segment.collapsed && (
          <Fact label="Lowest">
            <strong className="font-semibold text-stop">collapses</strong>
          </Fact>
        )}
        {lowV !== undefined && low !== undefined && (
          <Fact label="Lowest">
            <span className={segment.verdict === "fails" ? "font-semibold text-stop" : ""}>
              <Worked working={() => voltsWorking(design, segment)}>{lowV.toFixed(2)} V</Worked>
            </span>{" "}
            {nodes[low]!.name}
            {limitV !== undefined && <span className="text-soft">, {limitV.toFixed(2)} wanted</span>}
          </Fact>
        )}
        {segment.supplyToDeviceM > 0 && supplies.length > 0 && (
          <Fact label="From supply">
            <span className="measure">{metres(segment.supplyToDeviceM)}</span>
            {of(limits.supplyToDeviceM, (value) => metres(value, 0))}
          </Fact>
        )}
        {segment.deviceToDeviceM > 0 && (
          <Fact label="Ends apart">
            <span className="measure">{metres(segment.deviceToDeviceM)}</span>
            {of(limits.deviceToDeviceM, (value) => metres(value, 0))}
          </Fact>
        )}
        {spare && (
          <Fact label="Spare">
            <span className="measure">{spare.pct.toFixed(0)} %</span> of its {spare.of}
          </Fact>
        )}
        {feed && (
          <Fact label="Fed by">
            {feed.row ? (
              <button
                type="button"
                className="hover:underline"
                onClick={() => select({ in: "busSupplies", id: feed.row!.id })}
              >
                {feed.row.name}
              </button>
            ) : (
              "a supply of its own"
            )}
            , <span className="measure">{feed.volts} V</span>
          </Fact>
        )}
        {profile.terminationOhm !== undefined && (
          <Fact label="Ends">
            {closed.length ? `${closed.join(" and ")}, ${profile.terminationOhm} Ω` : "open"}
          </Fact>
        )}
      </dl>
      {nodes.length > 1 && <Replaces design={design} segment={segment} />}
      <Findings collection="segments" id={row.id} />
      <div className="border-b border-rule px-3.5 py-3">
        <RowForm
          key={row.id}
          collection="segments"
          id={row.id}
          only={[
            "name",
            "profile",
            "closet",
            "supply",
            "cableType",
            "parallel",
            "closedAtCloset",
            "closedAtEnd",
          ]}
          names={{
            cableType: "Cable",
            closet: "Begins at",
            parallel: "Pairs side by side",
            closedAtCloset: "Terminated at the closet",
            closedAtEnd: "Terminated at its end",
          }}
          matters={(field) => !field.startsWith("closed") || profile.terminationOhm !== undefined}
        />
      </div>
      {!readOnly && (
        <div className="flex flex-wrap gap-1.5 border-b border-rule px-3.5 py-3">
          {profile.addressFrom !== undefined && (
            <button type="button" className="button" onClick={() => edit((d) => renumber(d, row.id))}>
              Number from {profile.addressFrom}
            </button>
          )}
          {nodes.length > 2 && (
            <button
              type="button"
              className="button"
              onClick={() => edit((d) => splitSegment(d, row.id, newRowId))}
            >
              Split in two
            </button>
          )}
          <button
            type="button"
            className="button text-stop"
            onClick={() => {
              edit((d) => removeRows(d, [{ in: "segments", id: row.id }]));
              select(undefined);
              focusSheet();
            }}
          >
            <Trash2 size={13} /> Back to home runs
          </button>
        </div>
      )}
      <section className="px-3.5 py-3" aria-label="Rules">
        <h3 className="font-semibold">Rules of this design</h3>
        <p className="mt-1 text-small text-soft">
          {design.segmentRules.length
            ? design.segmentRules.map(ruleText).join(" · ")
            : "None: anything may share."}
        </p>
      </section>
      <Caution text="A bus supply is fed from mains: isolate, lock off and prove dead before work; never mains and bus in one box or conduit without a barrier. Local codes and a licensed person decide." />
    </>
  );
}

/** Metres and money against home runs and the other forms it could have. */
function Replaces({ design, segment }: { design: Design; segment: Segment }) {
  const { preferences } = useDesk();
  const forms = replacesOf(design, segment);
  const most = Math.max(...forms.map((form) => form.lengthM), 1);
  const money = (value: number) => `${groupDigits(value, 0)} ${design.design.currency}`;
  return (
    <section className="border-b border-rule px-3.5 py-3" aria-label="What it replaces">
      <h3 className="font-semibold">What it replaces</h3>
      <ul className="mt-1.5 grid gap-1.5">
        {forms.map((form) => (
          <li key={form.name} data-form={form.name}>
            <span className="flex justify-between gap-2">
              <span className={form.now ? "font-semibold" : ""}>
                {form.now ? `this ${form.name}` : form.name === "home runs" ? form.name : `as a ${form.name}`}
              </span>
              <span className="measure whitespace-nowrap">
                {formatTotal(form.lengthM, preferences.units)} · {money(form.money)}
              </span>
            </span>
            <span className="mt-0.5 block h-1.5 bg-ground">
              <span
                className={`block h-full ${form.now ? "bg-bus" : form.name === "home runs" ? "bg-soft" : "bg-bus/40"}`}
                style={{ width: `${(100 * form.lengthM) / most}%` }}
              />
            </span>
          </li>
        ))}
      </ul>
      <p className="mt-1.5 text-tiny text-soft">Cable with its waste and the hours of pulling it.</p>
    </section>
  );
}
