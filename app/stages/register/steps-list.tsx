/** The steps of one device: begun with a running clock, done with their proof, skipped or failed with a reason. */
import { Camera, Check, Play, RotateCcw } from "lucide-react";
import { useEffect, useState } from "react";
import { InputError } from "#core/design/input-error";
import { commissioningOf, forgetStep, noteStep, type DeviceStep } from "#core/stages/register/steps";
import type { TaskRunRow } from "#core/design/rows/register";
import { newRowId, useDesign, useDesk } from "../../desk/desk";
import { Caution } from "../../inspect/parts";
import { SitePhoto } from "../../site/photo";
import { keepPhoto, sendPhotos } from "../../site/kept";

/** Now as a moment of a note. */
const moment = () => `${new Date().toISOString().slice(0, 19)}Z`;

const two = (n: number) => String(Math.floor(n)).padStart(2, "0");

/** Minutes as a clock shows them; as hours where there are any, or where what it is held against has them. */
export const clockText = (minutes: number, of = minutes) =>
  of >= 60
    ? `${Math.floor(minutes / 60)}:${two(minutes % 60)} h`
    : `${Math.floor(minutes)}:${two((minutes * 60) % 60)}`;

/** Minutes since a moment, counted on by the second; undefined until the page runs. */
export function useElapsed(since: string | undefined): number | undefined {
  const [now, setNow] = useState<number>();
  useEffect(() => {
    if (since === undefined) return setNow(undefined);
    setNow(Date.now());
    const timer = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(timer);
  }, [since]);
  return since === undefined || now === undefined
    ? undefined
    : Math.max(0, (now - Date.parse(since)) / 60_000);
}

/** How far a running step is: its clock, and a word when its time is up. */
export function Running({ run, minutes }: { run: TaskRunRow; minutes: number }) {
  const elapsed = useElapsed(run.startedAt);
  if (elapsed === undefined) return null;
  const over = elapsed >= minutes;
  return (
    <span className={`font-mono ${over ? "font-semibold text-accent" : ""}`} data-clock>
      {clockText(elapsed, Math.max(minutes, elapsed))} of {clockText(minutes)}
      {over && (
        <span className="font-sans" role="status">
          {" "}
          time is up
        </span>
      )}
    </span>
  );
}

const STATE_WORDS: Readonly<Record<TaskRunRow["state"], string>> = {
  running: "running",
  done: "done",
  skipped: "skipped",
  failed: "failed",
};

function Step({ device, one, by, first }: { device: string; one: DeviceStep; by: string; first: boolean }) {
  const { store, url, readOnly } = useDesk();
  const { step, run } = one;
  const [open, setOpen] = useState(first);
  const [value, setValue] = useState(run?.value ?? "");
  const [note, setNote] = useState(run?.note ?? "");
  const [photo, setPhoto] = useState(run?.photo);
  const [said, setSaid] = useState("");
  // What is next opens by itself when the one before is done.
  useEffect(() => {
    if (first) setOpen(true);
  }, [first]);
  const put = (state: TaskRunRow["state"]) => {
    try {
      if ((state === "failed" || state === "skipped") && !note.trim())
        throw new InputError([{ path: "Note", reason: `has to say why it was ${state}` }]);
      store.edit(
        noteStep(store.get().design, device, step.name, newRowId("t"), {
          state,
          at: moment(),
          by,
          value,
          note,
          ...(photo ? { photo } : {}),
        }),
      );
      setSaid("");
      if (state !== "running") setOpen(false);
    } catch (problem) {
      if (!(problem instanceof InputError)) throw problem;
      setSaid(problem.message);
    }
  };
  const take = async (file?: File) => {
    if (!file) return;
    try {
      setPhoto(await keepPhoto(url, file));
      void sendPhotos(url).catch(() => undefined);
    } catch {
      setSaid("The picture could not be read: take it again.");
    }
  };
  const running = run?.state === "running";
  return (
    <li className="border-t border-rule" data-step={step.name} data-state={run?.state ?? "open"}>
      <button
        type="button"
        className="flex min-h-12 w-full items-center gap-3 px-4 py-1.5 text-left"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
        <span
          aria-hidden="true"
          className={`grid size-5 shrink-0 place-items-center rounded-full border ${one.over ? "border-accent bg-accent text-on-accent" : run?.state === "failed" ? "border-stop" : "border-rule"}`}
        >
          {one.over ? <Check size={13} /> : running ? <Play size={10} /> : null}
        </span>
        <span className="min-w-0 flex-1">
          <span className={one.over ? "text-soft" : "font-semibold"}>{step.name}</span>
          {run && run.state !== "running" && (
            <span className="block text-small text-soft">
              {STATE_WORDS[run.state]}
              {run.by ? ` by ${run.by}` : ""}
              {run.endedAt ? `, ${run.endedAt.slice(0, 16).replace("T", " ")} UTC` : ""}
              {run.value ? `, ${run.value}` : ""}
              {run.note ? `: ${run.note}` : ""}
            </span>
          )}
        </span>
        {running ? (
          <Running run={run} minutes={step.minutes} />
        ) : (
          <span className="shrink-0 font-mono text-small text-soft">{step.minutes} min</span>
        )}
      </button>
      {open && (
        <div className="grid gap-2.5 bg-pane px-4 pt-1 pb-3">
          {step.how && <p>{step.how}</p>}
          {step.caution && (
            <div className="-mx-3.5 -mb-3">
              <Caution text={step.caution} />
            </div>
          )}
          {step.tools && <p className="text-small text-soft">Tools: {step.tools.join(", ")}</p>}
          {step.proof === "value" && (
            <label className="text-small text-soft">
              What was read
              <input
                className="field h-11"
                maxLength={120}
                value={value}
                onChange={(event) => setValue(event.target.value)}
              />
            </label>
          )}
          <label className="text-small text-soft">
            Note
            <input
              className="field h-11"
              maxLength={400}
              value={note}
              onChange={(event) => setNote(event.target.value)}
            />
          </label>
          <div className="flex flex-wrap items-center gap-2">
            {!readOnly && (
              <label className="button h-11 cursor-pointer">
                <Camera size={16} /> {photo ? "Another photo" : "Photo"}
                <input
                  type="file"
                  accept="image/*"
                  capture="environment"
                  className="sr-only"
                  onChange={(event) => void take(event.target.files?.[0])}
                />
              </label>
            )}
            {photo && <SitePhoto url={url} hash={photo} label={step.name} />}
          </div>
          {said && (
            <p role="alert" className="text-stop">
              {said}
            </p>
          )}
          {!readOnly && (
            <div className="grid grid-cols-4 gap-1.5">
              {!one.over && !running && (
                <button type="button" className="button h-12 justify-center" onClick={() => put("running")}>
                  <Play size={15} /> Begin
                </button>
              )}
              <button
                type="button"
                className={`button button-main h-12 justify-center ${one.over || running ? "col-span-2" : ""}`}
                onClick={() => put("done")}
              >
                Done
              </button>
              <button type="button" className="button h-12 justify-center" onClick={() => put("skipped")}>
                Skip
              </button>
              <button type="button" className="button h-12 justify-center" onClick={() => put("failed")}>
                Failed
              </button>
              {run && (
                <button
                  type="button"
                  className="button col-span-full h-10 justify-center"
                  onClick={() => store.edit(forgetStep(store.get().design, device, step.name))}
                >
                  <RotateCcw size={14} /> Take it back
                </button>
              )}
            </div>
          )}
        </div>
      )}
    </li>
  );
}

export function StepsList({ device, by }: { device: string; by: string }) {
  const design = useDesign();
  const own = commissioningOf(design).get(device)!;
  const next = own.left.find(({ run }) => run?.state !== "running")?.index;
  return (
    <ol aria-label="Steps" className="border-b border-rule">
      {own.steps.map((one) => (
        <Step
          key={`${one.step.id} ${one.run?.state ?? ""}`}
          device={device}
          one={one}
          by={by}
          first={one.index === next}
        />
      ))}
    </ol>
  );
}
