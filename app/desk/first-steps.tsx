/** First use: one line above the sheet that says what comes next, with its press; gone for good by its cross. */
import { X } from "lucide-react";
import { useEffect, type ReactNode } from "react";
import { Link, useLocation, useNavigate } from "react-router";
import { isNew } from "#core/desk/is-new";
import { nextStep, stepNumber, STEPS, type Step, type StepName } from "#core/whole/first-steps";
import { stageName, type Stage } from "#core/design/stage-names";
import { newProblem } from "#core/stages/brief/new-rows";
import { putRow } from "#core/design/row-changes";
import { askPrint } from "../kit/printing";
import { newRowId, useDesign, useDesk, useEdit, useFirstUse, useSummary, type Tool } from "./desk";

/** The step that is shown on the sheet of this stage; undefined where nobody is led. */
export function useStep(shown?: string): Step | undefined {
  const design = useDesign();
  const ledger = useSummary("ledger");
  const led = useFirstUse();
  const { readOnly, preferences } = useDesk();
  if (readOnly || !(led || (preferences.guide !== "off" && isNew(design)))) return undefined;
  const cableM = ledger?.cells.find(({ cell }) => cell === "cableM")?.value ?? 0;
  return nextStep(design, cableM, shown as Stage | undefined);
}

export function FirstSteps() {
  const { url, preferences, prefer } = useDesk();
  const shown = useLocation().pathname.split("/")[3];
  const step = useStep(shown);
  const design = url.slice(3);
  const led = step && preferences.guide !== design;
  useEffect(() => {
    if (led) prefer({ guide: design });
  }, [led, design, prefer]);
  // Who has printed a schedule knows the way, in the next house too.
  const done = step?.name === "print" && shown === step.stage;
  useEffect(() => {
    if (!done) return;
    const end = () => prefer({ guide: "off" });
    window.addEventListener("afterprint", end);
    return () => window.removeEventListener("afterprint", end);
  }, [done, prefer]);
  if (!step) return null;
  return (
    <div
      data-chrome
      data-step={step.name}
      role="region"
      aria-label="First steps"
      className="flex shrink-0 items-center gap-x-3 gap-y-1.5 border-b border-rule bg-wash py-1.5 pr-1.5 pl-4 max-md:flex-wrap"
    >
      <span className="measure shrink-0 text-small text-soft">
        {stepNumber(step)} of {STEPS.length}
      </span>
      <p className="min-w-0 flex-1 max-md:basis-full">{step.text}</p>
      <span className="flex shrink-0 flex-wrap gap-1.5">
        <Presses step={step.name} stage={step.stage} shown={shown} />
      </span>
      <button
        type="button"
        className="grid size-7 shrink-0 place-items-center text-soft hover:text-ink"
        aria-label="No more first steps"
        title="No more first steps (the find box brings them back)"
        onClick={() => prefer({ guide: "off" })}
      >
        <X size={14} aria-hidden="true" />
      </button>
    </div>
  );
}

/** What takes the step, or leads to where it is taken. */
function Presses({ step, stage, shown }: { step: StepName; stage: Stage; shown?: string }) {
  const { url, select, setTool, showFindings, leaveFor } = useDesk();
  const navigate = useNavigate();
  const edit = useEdit();
  const press = (text: string, does: () => void, main = false) => (
    <button type="button" className={`button ${main ? "button-main" : ""}`} onClick={does}>
      {text}
    </button>
  );
  const go = (to: string, text: string, main = false) => (
    <Link
      className={`button ${main ? "button-main" : ""}`}
      to={`${url}/${to}`}
      onClick={() => leaveFor(stage)}
    >
      {text}
    </Link>
  );
  const take = (text: string, tool: Tool) =>
    press(
      text,
      () => {
        leaveFor(stage);
        void navigate(`${url}/house`);
        setTool(tool);
      },
      true,
    );
  const there = shown === stage;
  const presses: Readonly<Record<StepName, () => ReactNode>> = {
    problem: () =>
      there
        ? press(
            "Write it down",
            () => {
              const id = newRowId("pr");
              edit(() => putRow("problems", newProblem(id)));
              select({ in: "problems", id, made: true });
            },
            true,
          )
        : go(stage, `To ${stageName(stage)}`, true),
    room: () => (
      <>
        {go("house?view=survey", "By tape")}
        {take("By its walls", "wall")}
        {go("house?view=drawings", "From a drawing")}
      </>
    ),
    closet: () => take("Place it", "closet"),
    point: () => !there && go(stage, `To ${stageName(stage)}`, true),
    drop: () => press("See the findings", () => showFindings(true)),
    print: () => (
      <>
        {press("See the findings", () => showFindings(true))}
        {there ? press("Print it", askPrint, true) : go(stage, `To ${stageName(stage)}`, true)}
      </>
    ),
  };
  return presses[step]();
}
