/** What is known of one automation: when it fires over the year, and its settings. */
import { Copy, Trash2 } from "lucide-react";
import { Suspense, useMemo, useState } from "react";
import {
  clockText,
  dayName,
  firingWorking,
  firingYear,
  localParts,
  placeOf,
  silentWorking,
  type YearPoint,
} from "#core/stages/automations";
import { putRow } from "#core/design/row-changes";
import { rowOf } from "#core/design/collections";
import type { AutomationRow } from "#core/design/rows/automations";
import { AGAIN, PRIORITIES, REASONS } from "#core/design/rows/automations-words";
import { focusSheet, useDesk, useEdit } from "../../desk/desk";
import { withRowCheck } from "../../desk/row-check";
import type { InspectorProps } from "../../desk/parts";
import { ChoiceField, TextField } from "../../kit/fields";
import { Caution, Fact, Heading, Worked } from "../../inspect/parts";
import { Findings } from "../../inspect/findings-of";
import { useNow } from "../../kit/now";
import { cautionsOf } from "#core/stages/automations/cautions";
import { byName } from "#core/design/words";
import { lazily } from "../../kit/lazily";
import { Fetched } from "../../kit/views";
import { YearChart } from "./year-chart";
import { Toggle } from "../../kit/switches";

const Told = lazily(() => import("./told"));
const CopyDialog = lazily(() => import("./copy-dialog"));

export default function AutomationInspector({ design, id }: InspectorProps) {
  const automation = rowOf(design, "automations", id);
  const { readOnly, select } = useDesk();
  const edit = useEdit();
  const now = useNow();
  const zone = design.design.zone;
  const thisYear = now === undefined ? undefined : localParts(zone, now).year;
  const [copying, setCopying] = useState(false);
  const [chosenYear, setYear] = useState<number>();
  const year = chosenYear ?? thisYear;
  const firings = useMemo(
    () => (year === undefined ? undefined : firingYear(placeOf(design), automation, year)),
    [design, automation, year],
  );
  const put = (values: Partial<AutomationRow>) =>
    withRowCheck((checkRow) => {
      const make = (row: AutomationRow) => checkRow("automations", { ...row, ...values }, "");
      make(automation);
      edit((d) => putRow("automations", make(rowOf(d, "automations", automation.id))));
    });
  const at = (point?: YearPoint) =>
    point ? (
      <Worked working={() => firingWorking(placeOf(design), automation, point)}>
        {clockText(zone, point.at)} · {dayName(point.day).slice(4)}
      </Worked>
    ) : (
      <span className="measure">–</span>
    );
  return (
    <>
      <Heading
        title={automation.name}
        text={`${automation.priority}${automation.enabled ? "" : " · switched off"}`}
      />
      <Findings collection="automations" id={id} />
      {firings && year !== undefined && (
        <section className="border-b border-rule px-3.5 py-3" aria-label="Over the year">
          <div className="flex items-center justify-between">
            <h3 className="font-semibold">Over the year</h3>
            <div className="flex items-center gap-1">
              <button
                type="button"
                className="button h-6 px-1.5"
                aria-label="Year before"
                onClick={() => setYear(year - 1)}
              >
                ‹
              </button>
              <span className="measure">{year}</span>
              <button
                type="button"
                className="button h-6 px-1.5"
                aria-label="Year after"
                onClick={() => setYear(year + 1)}
              >
                ›
              </button>
            </div>
          </div>
          <YearChart year={firings} cues={automation.cues.length} />
          <dl className="mt-1">
            <Fact label="Earliest">{at(firings.earliest)}</Fact>
            <Fact label="Latest">{at(firings.latest)}</Fact>
            <Fact label="Silent days">
              <Worked working={() => silentWorking(firings, year)}>{firings.silent}</Worked> of {firings.days}
            </Fact>
            <Fact label="Zone">{zone}</Fact>
          </dl>
        </section>
      )}
      {now !== undefined && (
        <Fetched wait="">
          <Told key={id} design={design} automation={automation} now={now} />
        </Fetched>
      )}
      <div className="grid gap-1.5 border-b border-rule px-3.5 py-3">
        <TextField label="Name" text={automation.name} take={(text) => put({ name: text.trim() })} />
        <ChoiceField
          label="Priority"
          value={automation.priority}
          options={PRIORITIES.map((value) => ({ value, text: value }))}
          take={(priority) => priority && put({ priority })}
        />
        <ChoiceField
          label="Because of"
          value={automation.reason ?? ""}
          options={[
            { value: "", text: "no reason given" },
            ...REASONS.map((value) => ({ value, text: value })),
          ]}
          take={(reason) => put({ reason: reason || undefined })}
        />
        <ChoiceField
          label="Room"
          value={automation.room ?? ""}
          options={[
            { value: "", text: "the whole house" },
            ...[...design.rooms]
              .sort((a, b) => byName(a.name, b.name))
              .map((room) => ({ value: room.id, text: room.name })),
          ]}
          take={(room) => put({ room: room || undefined })}
        />
        <ChoiceField
          label="Cued again"
          value={automation.again ?? ""}
          options={[{ value: "", text: "starts anew" }, ...AGAIN.map((value) => ({ value, text: value }))]}
          take={(again) => put({ again: again || undefined })}
        />
        <Toggle
          className="pl-26"
          on={automation.enabled}
          disabled={readOnly}
          set={(enabled) => put({ enabled })}
          label="switched on"
        />
      </div>
      {!readOnly && (
        <div className="flex flex-wrap gap-1.5 px-3.5 py-3">
          <button type="button" className="button" onClick={() => setCopying(true)}>
            <Copy size={13} /> Copy to rooms…
          </button>
          <button
            type="button"
            className="button text-stop"
            onClick={() => {
              void import("#core/design/remove").then(({ removeRows }) =>
                edit((d) => removeRows(d, [{ in: "automations", id: automation.id }])),
              );
              select(undefined);
              focusSheet();
            }}
          >
            <Trash2 size={13} /> Remove
          </button>
        </div>
      )}
      {copying && (
        <Suspense>
          <CopyDialog design={design} automation={automation} onClose={() => setCopying(false)} />
        </Suspense>
      )}
      {cautionsOf(automation).map((text) => (
        <Caution key={text} text={text} />
      ))}
    </>
  );
}
