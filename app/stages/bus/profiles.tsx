/** Bus profiles with their limits and where each comes from; rules of what may share a segment. */
import { FileDown, Plus } from "lucide-react";
import { useState } from "react";
import { InputError } from "#core/design/input-error";
import { dropRow, putRow } from "#core/design/row-changes";
import { changeLimit } from "#core/stages/bus/edit";
import { BUS_PROFILE_TABLE, SEGMENT_RULE_TABLE } from "#core/stages/house/bus-tables";
import { RULES, type BusLimits, type SegmentRuleRow } from "#core/design/rows/bus";
import { ruleText } from "#core/stages/bus/segmenting";
import { byId, rowOf } from "#core/design/collections";
import { formatLength, parseLength, type Units } from "#core/design/units";
import { X } from "lucide-react";
import { useCsvIn } from "../../desk/csv-in";
import { newRowId, useDesign, useDesk, useEdit } from "../../desk/desk";
import { Empty } from "../../desk/empty";
import { Choice } from "../../kit/choice";
import { TextField } from "../../kit/fields";

const LIMITS: readonly { name: keyof BusLimits; text: string; unit: string }[] = [
  { name: "minV", text: "Least volts", unit: "V" },
  { name: "dropV", text: "Lost at most", unit: "V" },
  { name: "maxA", text: "Current", unit: "A" },
  { name: "devices", text: "Devices", unit: "" },
  { name: "totalM", text: "Cable in all", unit: "m" },
  { name: "supplyToDeviceM", text: "Supply to device", unit: "m" },
  { name: "deviceToDeviceM", text: "Device to device", unit: "m" },
  { name: "stubM", text: "Stub", unit: "m" },
];

/** A limit as it is typed: metres in the person's units, all else as a plain figure; nothing is no limit. */
function limitOf(typed: string, text: string, unit: string, units: Units): number | undefined {
  const value = typed.trim();
  if (value === "") return undefined;
  if (unit === "m") return parseLength(value, text, units === "imperial" ? "ft" : "m");
  const number = Number(value.replace(",", "."));
  if (!Number.isFinite(number) || number <= 0)
    throw new InputError([{ path: text, reason: "must be a number above 0, or empty for no limit" }]);
  return number;
}

export default function Profiles() {
  const design = useDesign();
  const { preferences, readOnly, select, selection, url } = useDesk();
  const edit = useEdit();
  const { units } = preferences;
  const missing = BUS_PROFILE_TABLE.filter((row) => !byId(design, "busProfiles").has(row.id));
  const { button, report } = useCsvIn("profiles", async (text) => {
    const { readProfiles, takeProfiles } = await import("#core/stages/bus/profiles-csv");
    const { rows, faults } = readProfiles(design, text);
    const made = faults.length ? undefined : takeProfiles(design, rows);
    return {
      faults,
      changes: made?.changes ?? [],
      said: `${made?.added} added, ${made?.replaced} replaced`,
    };
  });
  const shown = (name: keyof BusLimits, unit: string, value: number | undefined) =>
    value === undefined
      ? ""
      : unit === "m" && name !== "devices"
        ? formatLength(value, units, value < 10 ? 1 : 0)
        : String(value);
  return (
    <>
      <div
        className="flex h-9 shrink-0 items-center gap-1.5 overflow-x-auto border-b border-rule bg-pane px-3 text-small"
        data-chrome
      >
        <span className="text-soft">
          What a bus allows, and where each limit comes from. An empty limit is none.
        </span>
        <span className="ml-auto flex gap-1.5">
          {!readOnly && missing.length > 0 && (
            <button
              type="button"
              className="button h-6"
              onClick={() =>
                edit(() => missing.flatMap((row) => putRow("busProfiles", structuredClone(row))))
              }
            >
              The usual profiles
            </button>
          )}
          <a className="button h-6" href={`${url}/csv/profiles`} download>
            <FileDown size={13} /> CSV out
          </a>
          {button}
        </span>
      </div>
      {report}
      <div
        className="relative min-h-0 flex-1 overflow-auto"
        tabIndex={0}
        role="region"
        aria-label="Profiles and rules"
      >
        {design.busProfiles.length === 0 && (
          <Empty text="No profile yet: what a bus allows, and how far it reaches.">
            <button
              type="button"
              className="button button-main"
              onClick={() =>
                edit(() => BUS_PROFILE_TABLE.flatMap((row) => putRow("busProfiles", structuredClone(row))))
              }
            >
              Take the usual ones
            </button>
          </Empty>
        )}
        <table className="w-full min-w-220">
          <caption className="sr-only">Bus profiles</caption>
          <thead className="sticky top-0 z-10 bg-pane text-left text-small text-soft">
            <tr className="h-7 border-b border-rule">
              <th className="px-3 font-normal">Profile</th>
              {LIMITS.map(({ name, text, unit }) => (
                <th key={name} className="pl-2 font-normal">
                  {text}
                  {unit && unit !== "m" && <span className="ml-1">{unit}</span>}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {design.busProfiles.map((profile) => (
              <tr
                key={profile.id}
                className={`border-b border-rule/60 align-top ${selection?.in === "busProfiles" && selection.id === profile.id ? "bg-wash" : ""}`}
              >
                <th scope="row" className="min-w-52 px-3 py-1.5 text-left font-normal">
                  <button
                    type="button"
                    className="text-left font-semibold hover:underline"
                    onClick={() => select({ in: "busProfiles", id: profile.id })}
                  >
                    {profile.name}
                  </button>
                  <span className="block text-tiny text-soft">
                    {profile.supplyV === undefined ? "signals alone" : `${profile.supplyV} V`} ·{" "}
                    {profile.topologies.join(", ")}
                    {profile.terminationOhm !== undefined && ` · ${profile.terminationOhm} Ω at its ends`}
                    {profile.addressFrom !== undefined &&
                      ` · addresses ${profile.addressFrom} to ${profile.addressTo}`}
                  </span>
                </th>
                {LIMITS.map(({ name, text, unit }) => (
                  <td key={name} className="w-21 py-1 pl-2">
                    <TextField
                      bare
                      mono
                      label={`${text} of ${profile.name}`}
                      text={shown(name, unit, profile.limits[name])}
                      take={(typed) => {
                        const value = limitOf(typed, text, unit, units);
                        edit((d) => changeLimit(d, profile.id, name, value));
                      }}
                    />
                    {profile.limits[name] !== undefined && (
                      <span className="block text-tiny leading-tight text-soft">
                        {profile.sources?.[name] ?? "typical"}
                      </span>
                    )}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
        <Rules />
      </div>
    </>
  );
}

/** Rules as sentences of which each part can be changed. */
function Rules() {
  const design = useDesign();
  const { readOnly } = useDesk();
  const edit = useEdit();
  const missing = SEGMENT_RULE_TABLE.filter((row) => !byId(design, "segmentRules").has(row.id));
  const put = (row: SegmentRuleRow, values: Partial<SegmentRuleRow>) =>
    edit(() => putRow("segmentRules", { ...row, ...values }));
  return (
    <section aria-label="Segmenting rules" className="px-3 py-4">
      <h3 className="font-semibold">What may share a segment</h3>
      <ul className="mt-2 grid gap-1">
        {design.segmentRules.map((row) => (
          <li
            key={row.id}
            className="flex flex-wrap items-center gap-2 border-b border-rule/60 py-1"
            data-rule={row.id}
          >
            <strong className="w-60 font-semibold">{ruleText(row)}</strong>
            <Choice
              label={`Rule: ${ruleText(row)}`}
              className="h-6 w-32 text-small"
              disabled={readOnly}
              value={row.rule}
              options={RULES.filter((rule) => row.other || rule === "always alone").map((rule) => ({
                value: rule,
                text: rule,
              }))}
              take={(rule) => put(row, { rule })}
            />
            <span className="min-w-40 flex-1">
              <TextField
                bare
                label={`Why: ${ruleText(row)}`}
                text={row.why}
                take={(why) => put(row, { why })}
              />
            </span>
            {!readOnly && (
              <button
                type="button"
                className="tool"
                aria-label={`Take out: ${ruleText(row)}`}
                onClick={() => edit(() => dropRow("segmentRules", row.id))}
              >
                <X size={12} />
              </button>
            )}
          </li>
        ))}
      </ul>
      {design.segmentRules.length === 0 && (
        <p className="mt-1 text-soft">None: anything may share a segment.</p>
      )}
      {!readOnly && (
        <div className="mt-2 flex flex-wrap items-center gap-1.5">
          {missing.length > 0 && (
            <button
              type="button"
              className="button h-6"
              onClick={() =>
                edit(() => missing.flatMap((row) => putRow("segmentRules", structuredClone(row))))
              }
            >
              The usual rules
            </button>
          )}
          <NewRule />
        </div>
      )}
    </section>
  );
}

/** Two kinds that must be apart. */
function NewRule() {
  const design = useDesign();
  const edit = useEdit();
  const kinds = design.kinds
    .filter((kind) => kind.needs?.busProfile)
    .map((kind) => ({ value: kind.id, text: kind.name }));
  const [one, setOne] = useState("");
  const [other, setOther] = useState("");
  const name = (id: string) => rowOf(design, "kinds", id).name;
  return (
    <>
      <Choice
        label="Kind of a new rule"
        className="h-6 w-40 text-small"
        prompt="Kind…"
        value={one}
        options={kinds}
        take={setOne}
      />
      <span className="text-small text-soft">never with</span>
      <Choice
        label="Other kind of a new rule"
        className="h-6 w-40 text-small"
        prompt="Kind…"
        value={other}
        options={kinds}
        take={setOther}
      />
      <button
        type="button"
        className="button h-6"
        disabled={!one || !other || one === other}
        onClick={() => {
          edit(() =>
            putRow("segmentRules", {
              id: newRowId("rule"),
              rule: "never together",
              one: { name: name(one), kinds: [one] },
              other: { name: name(other), kinds: [other] },
              why: "The designer wants it so.",
            }),
          );
          setOne("");
          setOther("");
        }}
      >
        <Plus size={13} /> Rule
      </button>
    </>
  );
}
