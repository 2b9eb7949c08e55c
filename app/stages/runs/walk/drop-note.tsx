/** Noting one drop: how far it is, its jacket marks and reel, its test, who has to act, a note and a photo. */
import { Camera } from "lucide-react";
import { useMemo, useState } from "react";
import { putRow } from "#core/design/row-changes";
import type { Change } from "#core/design/edit";
import { InputError } from "#core/design/input-error";
import { TEST_METHODS, TRADES, type DropTest } from "#core/design/rows/runs";
import { formatLength, parseLength } from "#core/design/units";
import { applyChanges } from "#core/design/edit";
import type { Drop } from "#core/stages/runs";
import {
  marksDoubt,
  noteDrop,
  PROGRESS,
  type DropState,
  type SiteNote,
  type Trade,
} from "#core/stages/runs/site";
import { newRowId, useDesign, useDesk } from "../../../desk/desk";
import { keepPhoto } from "../../../site/kept";
import { SitePhoto } from "../../../site/photo";
import { Choice } from "../../../kit/choice";
import { today } from "../../../kit/now";

const STUCK: readonly DropState[] = ["moved", "missing", "blocked"];

export function DropNote({ drop, done }: { drop: Drop; done(): void }) {
  const design = useDesign();
  const { store, url, preferences, readOnly } = useDesk();
  const { row } = drop;
  const bare = preferences.units === "imperial" ? "ft" : "m";
  const [state, setState] = useState<DropState>(drop.state);
  const [start, setStart] = useState(row?.markStartM === undefined ? "" : String(row.markStartM));
  const [end, setEnd] = useState(row?.markEndM === undefined ? "" : String(row.markEndM));
  const [reel, setReel] = useState(row?.reel ?? "");
  const [method, setMethod] = useState<DropTest["method"] | "">(row?.test?.method ?? "");
  const [result, setResult] = useState<DropTest["result"] | "">(row?.test?.result ?? "");
  const [measured, setMeasured] = useState(row?.test?.measured ?? "");
  const [trade, setTrade] = useState<Trade | "">(row?.trade ?? "");
  const [note, setNote] = useState(row?.note ?? "");
  const [photo, setPhoto] = useState(row?.photo);
  const [said, setSaid] = useState("");
  const reels = design.reels.filter((one) => one.cableType === drop.cableType?.id);
  const keep = () => {
    try {
      let changes: Change[] = [];
      let now = store.get().design;
      let reelId = reel || undefined;
      if (reel === "new" && drop.cableType) {
        reelId = newRowId("reel");
        changes = putRow("reels", {
          id: reelId,
          cableType: drop.cableType.id,
          remainingM: drop.cableType.reelM,
        });
        now = applyChanges(now, changes);
      }
      if (method && !result) throw new InputError([{ path: "Test", reason: "has to say whether it passed" }]);
      const values: SiteNote = {
        state,
        markStartM: start.trim() ? parseLength(start, "Mark at the point", bare) : undefined,
        markEndM: end.trim() ? parseLength(end, "Mark at the closet", bare) : undefined,
        reel: reelId,
        test:
          method && result
            ? { method, result, ...(measured.trim() ? { measured: measured.trim() } : {}) }
            : undefined,
        trade: trade || undefined,
        note: note.trim() || undefined,
        photo,
      };
      store.edit([...changes, ...noteDrop(now, drop.key, values, today())]);
      done();
    } catch (problem) {
      if (!(problem instanceof InputError)) throw problem;
      // What was typed stays, so that it can be put right.
      setSaid(problem.message);
    }
  };
  const take = async (file?: File) => {
    if (!file) return;
    try {
      setPhoto(await keepPhoto(url, file));
    } catch {
      setSaid("The picture could not be read: take it again.");
    }
  };
  const doubt = useMemo(() => {
    try {
      if (!start.trim() || !end.trim()) return undefined;
      return marksDoubt(
        design,
        drop,
        parseLength(start, "Mark at the point", bare),
        parseLength(end, "Mark at the closet", bare),
      );
    } catch {
      // What is no length is said when it is kept.
      return undefined;
    }
  }, [design, drop, start, end, bare]);
  const showsTest = state === "tested" || state === "terminated" || method !== "";
  return (
    <div className="grid gap-3 bg-pane px-4 py-3">
      <div role="group" aria-label="How far it is" className="grid grid-cols-4 gap-1">
        {PROGRESS.map((one) => (
          <button
            key={one}
            type="button"
            disabled={readOnly}
            aria-pressed={state === one}
            className={`h-12 border text-small capitalize ${state === one ? "border-accent bg-accent font-semibold text-on-accent" : "border-rule bg-raised"}`}
            onClick={() => setState(one)}
          >
            {one}
          </button>
        ))}
      </div>
      <div role="group" aria-label="Or what is wrong" className="grid grid-cols-3 gap-1">
        {STUCK.map((one) => (
          <button
            key={one}
            type="button"
            disabled={readOnly}
            aria-pressed={state === one}
            className={`h-11 border text-small capitalize ${state === one ? "border-mend bg-mend font-semibold text-raised" : "border-rule bg-raised"}`}
            onClick={() => setState(one)}
          >
            {one}
          </button>
        ))}
      </div>
      <div className="grid grid-cols-3 gap-2">
        <label className="text-small text-soft">
          Mark at the point
          <input
            className="field h-11 font-mono"
            inputMode="decimal"
            value={start}
            onChange={(event) => setStart(event.target.value)}
          />
        </label>
        <label className="text-small text-soft">
          Mark at the closet
          <input
            className="field h-11 font-mono"
            inputMode="decimal"
            value={end}
            onChange={(event) => setEnd(event.target.value)}
          />
        </label>
        <div className="text-small text-soft">
          Off the reel
          <Choice
            label="Off the reel"
            className="h-11 text-ink"
            value={reel}
            options={[
              { value: "", text: "not said" },
              ...reels.map((one) => ({
                value: one.id,
                text: `${one.id}, ${formatLength(one.remainingM, preferences.units)} left`,
              })),
              ...(drop.cableType ? [{ value: "new", text: "a new reel" }] : []),
            ]}
            take={setReel}
          />
        </div>
        <p className="col-span-full text-small text-soft">
          Marks are the metres printed along the jacket: between the two is the cable's true length.
        </p>
      </div>
      {showsTest && (
        <div className="grid grid-cols-3 gap-2">
          <div className="text-small text-soft">
            Test
            <Choice
              label="Test"
              className="h-11 text-ink"
              value={method ?? ""}
              options={[
                { value: "", text: "none yet" },
                ...TEST_METHODS.map((one) => ({ value: one, text: one })),
              ]}
              take={(one) => setMethod(one as DropTest["method"])}
            />
          </div>
          <div className="text-small text-soft">
            Result
            <Choice
              label="Result"
              className="h-11 text-ink"
              value={result ?? ""}
              options={[
                { value: "", text: "not said" },
                { value: "pass", text: "pass" },
                { value: "fail", text: "fail" },
              ]}
              take={(one) => setResult(one as DropTest["result"])}
            />
          </div>
          <label className="text-small text-soft">
            Measured
            <input
              className="field h-11"
              maxLength={80}
              value={measured}
              onChange={(event) => setMeasured(event.target.value)}
            />
          </label>
        </div>
      )}
      {(STUCK.includes(state) || trade) && (
        <div className="text-small text-soft">
          Who has to act
          <Choice
            label="Who has to act"
            className="h-11 text-ink"
            value={trade ?? ""}
            options={[{ value: "", text: "not said" }, ...TRADES.map((one) => ({ value: one, text: one }))]}
            take={(one) => setTrade(one as Trade)}
          />
        </div>
      )}
      <label className="text-small text-soft">
        Note
        <textarea
          className="field h-16 py-1.5"
          maxLength={400}
          value={note}
          onChange={(event) => setNote(event.target.value)}
        />
      </label>
      <div className="flex items-center gap-3">
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
        {photo && <SitePhoto url={url} hash={photo} label={drop.label} />}
      </div>
      {doubt && (
        <p role="status" className="text-mend">
          {doubt.said}.{" "}
          <button
            type="button"
            className="button ml-1 h-9"
            disabled={readOnly}
            onClick={() => setEnd(String(doubt.fitsM))}
          >
            Take {doubt.fitsM}
          </button>
        </p>
      )}
      {said && (
        <p role="alert" className="text-stop">
          {said}
        </p>
      )}
      {!readOnly && (
        <div className="flex gap-2">
          <button
            type="button"
            className="button button-main h-12 flex-1 justify-center text-base"
            onClick={keep}
          >
            Keep it
          </button>
          <button type="button" className="button h-12" onClick={done}>
            Leave it
          </button>
        </div>
      )}
    </div>
  );
}
