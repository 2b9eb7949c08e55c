/** When each feature was last used, and what may go. */
import { useState } from "react";
import { putRow } from "#core/design/row-changes";
import { noteUse, unused, UNUSED_DAYS, usedName } from "#core/stages/brief";
import { newRowId, useDesign, useDesk, useEdit } from "../../desk/desk";
import { Empty, ToSheet } from "../../desk/empty";
import { today, useNow } from "../../kit/now";
import { Choice } from "../../kit/choice";

export function Uses() {
  const design = useDesign();
  const { select, readOnly } = useDesk();
  const edit = useEdit();
  const now = useNow();
  const [days, setDays] = useState(String(UNUSED_DAYS));
  const limit = Number(days);
  const wrong = !Number.isInteger(limit) || limit < 1;
  const candidates = new Map(
    now === undefined || wrong ? [] : unused(design, today(), limit).map((line) => [line.use.id, line.days]),
  );
  const lines = [...design.uses].sort((a, b) => (a.lastOn < b.lastOn ? -1 : 1));
  const open = design.automations.filter(
    (automation) => !design.uses.some((use) => use.automation === automation.id),
  );
  return (
    <>
      <div
        className="flex h-9 shrink-0 items-center gap-2 border-b border-rule bg-pane px-3 text-small text-soft"
        data-chrome
      >
        <label className="flex items-center gap-1.5">
          A candidate for deletion after{" "}
          <input
            className={`field h-6 w-16 ${wrong ? "border-stop" : ""}`}
            inputMode="numeric"
            value={days}
            onChange={(event) => setDays(event.target.value)}
            aria-invalid={wrong || undefined}
          />{" "}
          days without a use
        </label>
        {wrong && (
          <span role="alert" className="text-stop">
            Days must be a whole number above nothing.
          </span>
        )}
        {!readOnly && open.length > 0 && (
          <Choice
            label="Note a use of"
            prompt="Note a use of…"
            className="ml-auto h-6 w-44"
            value=""
            options={open.map((automation) => ({ value: automation.id, text: automation.name }))}
            take={(automation) => edit((d) => noteUse(d, newRowId("u"), { automation }, today()))}
          />
        )}
      </div>
      <div className="min-h-0 flex-1 overflow-y-auto" tabIndex={0} role="region" aria-label="Use log">
        {lines.length === 0 && (
          <Empty text="Nothing is noted yet. Once the house is lived in, what nobody uses for a year may go: what is used is noted by device or automation, above.">
            {open.length === 0 && <ToSheet stage="automations" text="Write an automation first" />}
          </Empty>
        )}
        <table className="w-full">
          {lines.length > 0 && (
            <thead className="text-left text-small text-soft">
              <tr className="h-7 border-b border-rule bg-pane">
                <th className="px-3.5 font-normal">Feature</th>
                <th className="font-normal">Last used</th>
                <th className="font-normal">State</th>
                <th>
                  <span className="sr-only">Actions</span>
                </th>
              </tr>
            </thead>
          )}
          <tbody>
            {lines.map((use) => {
              const unusedDays = candidates.get(use.id);
              return (
                <tr key={use.id} className="h-8 border-b border-rule/60">
                  <td className="px-3.5">
                    <button
                      type="button"
                      className="hover:underline"
                      onClick={() => select({ in: "uses", id: use.id })}
                    >
                      {usedName(design, use)}
                    </button>
                  </td>
                  <td className="measure">{use.lastOn}</td>
                  <td>
                    {unusedDays !== undefined ? (
                      <span className="text-mend">unused for {unusedDays} days: may go</span>
                    ) : use.kept ? (
                      <span className="text-soft">kept on purpose</span>
                    ) : (
                      ""
                    )}
                  </td>
                  <td className="pr-3.5 text-right whitespace-nowrap">
                    {!readOnly && (
                      <button
                        type="button"
                        className="button h-6"
                        onClick={() =>
                          edit((d) =>
                            noteUse(d, use.id, { automation: use.automation, device: use.device }, today()),
                          )
                        }
                      >
                        Used today
                      </button>
                    )}{" "}
                    {!readOnly && unusedDays !== undefined && (
                      <button
                        type="button"
                        className="button h-6"
                        onClick={() => edit(() => putRow("uses", { ...use, kept: true }))}
                      >
                        Keep it
                      </button>
                    )}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
    </>
  );
}
