/** What the inspector adds for rows of the brief: scores, moves of a card, sign-off. */
import {
  answerOf,
  answerWorking,
  moveRequirement,
  phaseSums,
  phaseWorking,
  scoreOf,
  scoreWorking,
  signOff,
  STEP_ASKS,
} from "#core/stages/brief";
import { putRow } from "#core/design/row-changes";
import type { Design, Rows } from "#core/design/collections";
import { TRIAGE } from "#core/design/rows/brief";
import { groupDigits } from "#core/design/units";
import { useState } from "react";
import { useDesk, useEdit } from "../../desk/desk";
import { TextField } from "../../kit/fields";
import { Fact, Worked } from "../../inspect/parts";
import { today } from "../../kit/now";

export function ProblemExtra({ design, row: problem }: { design: Design; row: Rows["problems"] }) {
  const answer = answerOf(design, problem);
  return (
    <dl>
      <Fact label="Score">
        <Worked working={() => scoreWorking(design, problem)}>
          {groupDigits(scoreOf(problem), scoreOf(problem) % 1 ? 1 : 0)}
        </Worked>
      </Fact>
      <Fact label="Cost so far">
        <Worked working={() => answerWorking(design, problem, "cost")}>
          {groupDigits(answer.cost, 2)} {design.design.currency}
        </Worked>
      </Fact>
      <Fact label="Hours">
        <Worked working={() => answerWorking(design, problem, "hours")}>{answer.hours.toFixed(1)} h</Worked>
        {answer.guessed && <span className="text-soft"> guessed</span>}
      </Fact>
    </dl>
  );
}

export function RequirementExtra({ row }: { row: Rows["requirements"] }) {
  const { readOnly } = useDesk();
  const edit = useEdit();
  const [why, setWhy] = useState("");
  return (
    <>
      <p className="text-small text-soft">{STEP_ASKS[row.step]}</p>
      {!readOnly && (
        <>
          <label className="mt-2 grid gap-1 text-small text-soft">
            Why it moves (a deletion needs it)
            <input
              className="field"
              value={why}
              maxLength={400}
              onChange={(event) => setWhy(event.target.value)}
            />
          </label>
          <div className="mt-2 flex flex-wrap gap-1.5">
            {TRIAGE.filter((step) => step !== row.step).map((step) => (
              <button
                key={step}
                type="button"
                className="button"
                disabled={step === "delete" && !why.trim()}
                onClick={() => {
                  edit((d) => moveRequirement(d, row.id, step, today(), why));
                  setWhy("");
                }}
              >
                {step === "delete" ? "Delete it" : `To ${step}`}
              </button>
            ))}
          </div>
        </>
      )}
      {row.moves.length > 0 && (
        <ol className="mt-3 border-t border-rule pt-2 text-small">
          {row.moves.map((move, i) => (
            <li key={i}>
              <span className="measure text-soft">{move.on}</span> {move.to}
              {move.why && <span className="text-soft">: {move.why}</span>}
            </li>
          ))}
        </ol>
      )}
    </>
  );
}

export function PhaseExtra({ design, row: phase }: { design: Design; row: Rows["phases"] }) {
  const { readOnly } = useDesk();
  const edit = useEdit();
  const sums = phaseSums(design).find((line) => line.phase.id === phase.id)!;
  return (
    <>
      <dl>
        <Fact label="Cost">
          <Worked working={() => phaseWorking(design, phase.id, "cost")}>
            {groupDigits(sums.cost, 2)} {design.design.currency}
          </Worked>
        </Fact>
        <Fact label="Hours">
          <Worked working={() => phaseWorking(design, phase.id, "hours")}>{sums.hours.toFixed(1)} h</Worked>
        </Fact>
        <Fact label="State">
          {phase.signedOffOn
            ? `signed off by ${phase.signedOffBy}, ${phase.signedOffOn}`
            : sums.open
              ? "open"
              : "waits for the one before"}
        </Fact>
      </dl>
      {!readOnly && !phase.signedOffOn && (
        <TextField
          label="Signed off by"
          text=""
          take={(by) => {
            const changes = signOff(design, phase.id, by, today());
            edit(() => changes);
          }}
        />
      )}
      {!readOnly && phase.signedOffOn && (
        <button
          type="button"
          className="button mt-2"
          onClick={() =>
            edit(() => {
              const { signedOffBy: _by, signedOffOn: _on, ...rest } = phase;
              return putRow("phases", rest);
            })
          }
        >
          Open it again
        </button>
      )}
    </>
  );
}
