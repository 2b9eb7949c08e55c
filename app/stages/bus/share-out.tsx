/** Points shared out over segments by rule: what is proposed, why each point is where it is, taken as one edit. */
import { useMemo, useState } from "react";
import { byId } from "#core/design/collections";
import { counted } from "#core/design/words";
import { formatTotal } from "#core/design/units";
import { acceptSegments, proposeSegments, ridersOf, ruleText, type Group } from "#core/stages/bus/segmenting";
import { changeSettings } from "#core/design/row-changes";
import { sparePct } from "#core/stages/bus/segmenting";
import { fail } from "#core/design/input-error";
import { useNavigate } from "react-router";
import { newRowId, useDesign, useDesk, useEdit } from "../../desk/desk";
import { Empty, ToSheet } from "../../desk/empty";
import { NamedChoice } from "../../kit/choice";
import { TextField } from "../../kit/fields";

/** Rules that keep every point of a group off some other group. */
const common = ({ placements }: Group): string[] =>
  (placements[0]?.kept ?? []).filter((rule) => placements.every(({ kept }) => kept.includes(rule)));

export default function ShareOut() {
  const design = useDesign();
  const { preferences, readOnly, select, url } = useDesk();
  const edit = useEdit();
  const go = useNavigate();
  const profiles = design.busProfiles.filter((profile) => ridersOf(design, profile.id).length);
  const [asked, setAsked] = useState("");
  const [most, setMost] = useState("");
  const profile =
    profiles.find((row) => row.id === asked) ?? profiles.find((row) => row.id === "house-bus") ?? profiles[0];
  const proposal = useMemo(
    () =>
      profile &&
      proposeSegments(design, profile, ridersOf(design, profile.id), most === "" ? Infinity : Number(most)),
    [design, profile, most],
  );
  if (!profile || !proposal)
    return (
      <Empty text="No point with a cable of its own rides on a bus: its kind says which. Keypads, sensors, readers and valves of a wired house do.">
        <ToSheet stage="runs" view="kits" text="Look at the kits" />
      </Empty>
    );
  const metres = (m: number) => formatTotal(m, preferences.units);
  const take = () => {
    edit((d) => acceptSegments(d, profile, proposal.groups, newRowId));
    void go(`${url}/bus`);
  };
  return (
    <>
      <div
        className="flex min-h-9 shrink-0 flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule bg-pane px-3 py-1 text-small"
        data-chrome
      >
        <NamedChoice
          label="Points of"
          className="h-6 w-52 text-small"
          value={profile.id}
          options={profiles.map((row) => ({ value: row.id, text: row.name }))}
          take={setAsked}
        />
        <span className="w-36">
          <TextField
            label="Supplies"
            called="Most supplies"
            text={most}
            inputMode="decimal"
            take={(typed) => {
              const text = typed.trim();
              if (text !== "" && !/^[1-9]\d?$/.test(text))
                fail("Most supplies", "must be a whole number from 1 to 99, or empty");
              setMost(text);
            }}
          />
        </span>
        <span className="w-40">
          <TextField
            label="Left free"
            unit="%"
            text={String(sparePct(design))}
            inputMode="decimal"
            take={(typed) => {
              const pct = Number(typed.replace(",", "."));
              if (!(pct >= 0 && pct <= 90)) fail("Left free", "must be from 0 to 90 %");
              edit((d) => changeSettings(d, { busSettings: { ...d.design.busSettings, sparePct: pct } }));
            }}
          />
        </span>
        {!readOnly && !proposal.clash && (
          <button type="button" className="button button-main ml-auto h-6" onClick={take}>
            Lay {counted(proposal.groups.length, "segment")}
          </button>
        )}
      </div>
      <div
        className="relative min-h-0 flex-1 overflow-auto"
        tabIndex={0}
        role="region"
        aria-label="Proposed segments"
      >
        {proposal.clash ? (
          <div className="m-4 max-w-2xl border-l-2 border-stop bg-raised px-3 py-2" role="alert">
            <h3 className="font-semibold text-stop">
              {counted(Number(most), "supply", "supplies")} cannot be enough: {proposal.clash.needs} are asked
              for
            </h3>
            <p className="mt-1">
              {proposal.clash.rules.length === 1 ? "This rule alone asks" : "These rules together ask"} for
              more, and no fewer of them would:
            </p>
            <ul className="mt-1 list-disc pl-5">
              {proposal.clash.rules.map((rule) => (
                <li key={rule.id}>
                  {ruleText(rule)} <span className="text-soft">— {rule.why}</span>
                </li>
              ))}
            </ul>
            <p className="mt-1 text-soft">
              Give it another supply, or loosen one of them in Profiles and rules.
            </p>
          </div>
        ) : (
          <p className="border-b border-rule px-3 py-2">
            <span className="measure font-semibold">{metres(proposal.lengthM)}</span> of cable in{" "}
            {counted(proposal.groups.length, "segment")}, against{" "}
            <span className="measure">{metres(proposal.homeRunsM)}</span> of home runs. Every rule is kept; at
            least {sparePct(design)} % of devices and current stays free.
          </p>
        )}
        {proposal.groups.map((group, i) => (
          <table key={i} className="w-full" aria-label={`Segment ${i + 1}`}>
            <thead className="bg-pane text-left text-small text-soft">
              <tr className="h-7 border-b border-rule">
                <th className="px-3 font-semibold text-ink">
                  {i + 1} · {byId(design, "closets").get(group.closet)?.name ?? "no closet"},{" "}
                  <span className="measure">{metres(group.lengthM)}</span>,{" "}
                  <span className="measure">{group.amps.toFixed(2)} A</span>
                </th>
                <th className="text-right font-normal whitespace-nowrap">Adds here</th>
                <th className="pl-4 text-right font-normal whitespace-nowrap">Next best</th>
                <th className="w-1/2 px-4 font-normal">
                  {common(group).length ? common(group).join(" · ") : "No rule keeps them off the others"}
                </th>
              </tr>
            </thead>
            <tbody>
              {group.placements.map(({ point, ownM, nextM, kept }) => (
                <tr key={point.id} className="h-7 border-b border-rule/60">
                  <td className="px-3">
                    <button
                      type="button"
                      className="text-left hover:underline"
                      onClick={() => select({ in: "points", id: point.id })}
                    >
                      {point.name}
                    </button>
                  </td>
                  <td className="measure text-right whitespace-nowrap">{metres(ownM)}</td>
                  <td className="measure pl-4 text-right whitespace-nowrap">
                    {nextM === undefined ? "none may" : `+${metres(nextM)}`}
                  </td>
                  <td className="px-4 text-small text-soft">
                    {kept.filter((rule) => !common(group).includes(rule)).join(" · ")}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        ))}
      </div>
    </>
  );
}
