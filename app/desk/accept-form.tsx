/** Accepting a finding: why, who, and from today. */
import { useState } from "react";
import { useRouteLoaderData } from "react-router";
import { acceptFindings } from "#core/desk/accept";
import type { ShownFinding } from "#core/whole/engine";
import { InputError } from "#core/design/input-error";
import { today } from "../kit/now";
import { newRowId, useEdit } from "./desk";

export function AcceptForm({ findings, done }: { findings: readonly ShownFinding[]; done(): void }) {
  const edit = useEdit();
  const person = useRouteLoaderData<{ person: { name: string } }>("routes/desk/layout")?.person.name ?? "";
  const [reason, setReason] = useState("");
  const [by, setBy] = useState(person);
  const [wrong, setWrong] = useState("");
  const grave = findings.some((finding) => finding.severity === "stop");
  return (
    <form
      className="mt-2 grid gap-1.5 border-l-2 border-accent pl-2.5"
      onSubmit={(event) => {
        event.preventDefault();
        try {
          edit((design) =>
            acceptFindings(design, findings, { reason, by, on: today() }, () => newRowId("ok")),
          );
          done();
        } catch (problem) {
          if (!(problem instanceof InputError)) throw problem;
          setWrong(problem.message);
        }
      }}
    >
      <label className="grid gap-0.5 text-small text-soft">
        Reason
        <input
          autoFocus
          className="field text-ink"
          maxLength={400}
          value={reason}
          onChange={(event) => setReason(event.target.value)}
        />
      </label>
      <label className="grid gap-0.5 text-small text-soft">
        Accepted by
        <input
          className="field text-ink"
          maxLength={80}
          value={by}
          onChange={(event) => setBy(event.target.value)}
        />
      </label>
      {grave && (
        <p className="text-small text-stop">
          A stop says it must not be built like this. Accepting it changes nothing about that; local codes and
          whoever is licensed for the work decide.
        </p>
      )}
      {wrong && (
        <p role="alert" className="text-small text-stop">
          {wrong}
        </p>
      )}
      <div className="flex gap-1.5">
        <button className="button button-main">
          {findings.length > 1 ? `Accept ${findings.length}` : "Accept"}
        </button>
        <button type="button" className="button" onClick={done}>
          Leave it
        </button>
      </div>
    </form>
  );
}
