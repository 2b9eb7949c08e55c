/**
 * Beside the kits: where practitioners disagree, the colour legend, and what a room of its type usually
 * gets.
 */
import { useState } from "react";
import { changeSettings } from "#core/design/row-changes";
import { byId, rowOf } from "#core/design/collections";
import {
  JACKETS,
  MARKS,
  SHADE_CABLES,
  SPARE_DROPS,
  TREAD_CABLES,
  type RunsSettings,
  type Schools,
} from "#core/design/rows/settings";
import { ROOM_TYPES } from "#core/design/rows/house-structure";
import { fail } from "#core/design/input-error";
import { checkRow } from "#core/design/check-row";
import { legendOf, servicesInUse, withLegendLine } from "#core/stages/runs/legend";
import { runSettings } from "#core/stages/runs/settings";
import { applyTemplate, ROOM_TEMPLATES } from "#core/stages/runs/templates";
import { newRowId, useDesign, useDesk, useEdit, useResult } from "../../desk/desk";
import { ChoiceField, TextField } from "../../kit/fields";
import { FindingCard } from "../../desk/finding-card";
import { Jacket } from "./jacket";
import { counted } from "#core/design/words";
import { Fold } from "../../kit/fold";
import { Tick } from "../../kit/ticks";

const SCHOOLS = [
  [
    "shadeCable",
    "Shade pockets",
    SHADE_CABLES,
    "Both, because the motor is not chosen yet; what the chosen one asks; or none, for cells and sun.",
  ],
  [
    "treadCable",
    "Lit treads",
    TREAD_CABLES,
    "Grouped: one run to a junction box, short leads from there. Each: a run of its own, more cable, no box in the stair.",
  ],
  [
    "spareDrops",
    "Spare drops",
    SPARE_DROPS,
    "A string in every conduit lets the next cable in; a spare cable is there already.",
  ],
] as const;

const NUMBERS: readonly [keyof RunsSettings, string, string][] = [
  ["pullMost", "Boxes on the stand", ""],
  ["sharedPct", "Way shared by a pull", "%"],
  ["setupMin", "Setting up a pull", "min"],
  ["minutesPerM", "Pulling a metre", "min"],
  ["perCablePct", "Each cable more", "%"],
  ["boxEveryM", "Between pull boxes", "m"],
  ["trayFillPct", "Tray filled to", "%"],
  ["bundleMost", "Powered in a bundle", ""],
  ["ledSupplyW", "Supply of light strips", "W"],
  ["supplyLoadPct", "Supply loaded to", "%"],
];

export default function KitSettings() {
  const findings = useResult("findings");
  const design = useDesign();
  const edit = useEdit();
  const used = servicesInUse(design);
  const settings = runSettings(design);
  const school = (name: keyof Schools, value: string) =>
    edit((d) => changeSettings(d, { schools: { ...d.design.schools, [name]: value } }));
  return (
    <>
      <Templates />
      <section className="border-b border-rule px-3.5 py-3">
        <h3 className="font-semibold">Where practitioners differ</h3>
        {SCHOOLS.map(([name, label, choices, why]) => (
          <div key={name} className="mt-1.5">
            <ChoiceField
              label={label}
              value={design.design.schools?.[name] ?? choices[0]}
              options={choices.map((value) => ({ value: value as string, text: value }))}
              take={(value) => value && school(name, value)}
            />
            <p className="mt-0.5 text-tiny text-soft">{why}</p>
          </div>
        ))}
      </section>
      <section className="border-b border-rule px-3.5 py-3">
        <h3 className="font-semibold">Colour legend</h3>
        <p className="text-tiny text-soft">
          No two services share a colour; the mark says the same to those who do not see it.
        </p>
        <table className="mt-1 w-full text-small">
          <thead className="sr-only">
            <tr>
              <th>Service</th>
              <th>Looks</th>
              <th>Colour</th>
              <th>Mark</th>
            </tr>
          </thead>
          <tbody>
            {legendOf(design).map((line) => (
              <tr
                key={line.service}
                className={used.has(line.service) ? "" : "text-soft"}
                data-legend={line.service}
              >
                <th scope="row" className="py-0.5 text-left font-normal">
                  {line.service}
                </th>
                <td className="px-1">
                  <Jacket line={line} size={30} />
                </td>
                <td className="w-[42%]">
                  <ChoiceField
                    bare
                    label={`Colour of ${line.service}`}
                    value={line.colour}
                    options={JACKETS.map((value) => ({ value, text: value }))}
                    take={(colour) => colour && edit((d) => withLegendLine(d, { ...line, colour }))}
                  />
                </td>
                <td className="w-[42%]">
                  <ChoiceField
                    bare
                    label={`Mark of ${line.service}`}
                    value={line.mark}
                    options={MARKS.map((value) => ({ value, text: value }))}
                    take={(mark) => mark && edit((d) => withLegendLine(d, { ...line, mark }))}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        <div className="-mx-3.5">
          {findings
            .filter((finding) => finding.code === "runs.legend-clash")
            .map((finding) => (
              <FindingCard key={finding.key} finding={finding} />
            ))}
        </div>
      </section>
      <section className="px-3.5 py-3">
        <h3 className="font-semibold">Reckoned with</h3>
        <div className="mt-1 grid gap-1 [&>div]:grid-cols-[1fr_5rem]">
          {NUMBERS.map(([name, label, unit]) => (
            <TextField
              key={name}
              mono
              label={label}
              unit={unit}
              inputMode="decimal"
              text={String(settings[name])}
              take={(text) => {
                const value = Number(text.replace(",", "."));
                if (!text.trim() || !Number.isFinite(value)) fail(label, "must be a number");
                const put = { ...design.design, running: { ...design.design.running, [name]: value } };
                checkRow("design", put, "");
                edit((d) => changeSettings(d, { running: { ...d.design.running, [name]: value } }));
              }}
            />
          ))}
        </div>
      </section>
    </>
  );
}

/** What rooms of a type usually get, put into as many of them as are chosen. */
function Templates() {
  const design = useDesign();
  const { readOnly, showLevel } = useDesk();
  const edit = useEdit();
  const [type, setType] = useState<(typeof ROOM_TYPES)[number]>("sleeping");
  const [off, setOff] = useState<ReadonlySet<string>>(new Set());
  const [out, setOut] = useState<ReadonlySet<string>>(new Set());
  const [said, setSaid] = useState("");
  const rooms = design.rooms.filter((room) => room.type === type);
  const lines = ROOM_TEMPLATES[type].filter((line) => byId(design, "kinds").has(line.kind));
  const chosen = rooms.filter((room) => !out.has(room.id));
  const plan = applyTemplate(
    design,
    chosen.map((room) => room.id),
    lines.filter((line) => !off.has(line.kind)),
    (prefix) => `preview-${prefix}-${Math.random().toString(36).slice(2, 10)}`,
  );
  const count = plan.added.reduce((sum, row) => sum + row.count, 0);
  const flip = (set: ReadonlySet<string>, id: string) => {
    const next = new Set(set);
    if (!next.delete(id)) next.add(id);
    return next;
  };
  return (
    <Fold title="Fill rooms by template" head="font-semibold" className="border-b border-rule px-3.5 py-3">
      <div className="mt-1.5">
        <ChoiceField
          label="Rooms for"
          value={type}
          options={ROOM_TYPES.map((value) => ({ value, text: value }))}
          take={(value) => {
            if (value) {
              setType(value);
              setOff(new Set());
              setOut(new Set());
              setSaid("");
            }
          }}
        />
      </div>
      <fieldset className="mt-1.5">
        <legend className="text-small text-soft">What such a room usually gets</legend>
        {lines.map((line) => (
          <Tick
            key={line.kind + line.place}
            className="flex text-small"
            on={!off.has(line.kind)}
            set={() => setOff(flip(off, line.kind))}
            label={
              <>
                {rowOf(design, "kinds", line.kind).name} <span className="text-soft">{line.place}</span>
              </>
            }
          />
        ))}
      </fieldset>
      <fieldset className="mt-1.5">
        <legend className="text-small text-soft">Rooms</legend>
        {rooms.map((room) => (
          <div key={room.id} className="flex items-center text-small">
            <Tick on={!out.has(room.id)} set={() => setOut(flip(out, room.id))} label={room.name} />
            <span className="ml-auto font-mono text-soft">
              +{plan.added.filter((row) => row.room === room.name).reduce((sum, row) => sum + row.count, 0)}
            </span>
          </div>
        ))}
        {rooms.length === 0 && <p className="text-small text-soft">No room is for that.</p>}
      </fieldset>
      <p className="mt-1.5 text-small">
        {count
          ? `${counted(count, "point")} missing: ${[...new Map(plan.added.map((row) => [row.kind, plan.added.filter((one) => one.kind === row.kind).reduce((sum, one) => sum + one.count, 0)]))].map(([kind, n]) => `${n} × ${kind.toLowerCase()}`).join(", ")}.`
          : "These rooms have all of it."}
      </p>
      {!readOnly && (
        <button
          type="button"
          className="button button-main mt-1.5"
          disabled={!count}
          onClick={() => {
            const made = applyTemplate(
              design,
              chosen.map((room) => room.id),
              lines.filter((line) => !off.has(line.kind)),
              newRowId,
            );
            edit(() => made.changes);
            if (chosen[0]) showLevel(chosen[0].level);
            setSaid(`${counted(count, "point")} put in; Undo takes all of them back.`);
          }}
        >
          Put them in
        </button>
      )}
      {said && (
        <p role="status" className="mt-1 text-small text-soft">
          {said}
        </p>
      )}
    </Fold>
  );
}
