/** Which paper, and which way round; then what is shown is printed, once all of it is there. */
import { useEffect, useState } from "react";
import { Ask } from "../kit/dialog";
import { isWaiting, PAPERS } from "../kit/printing";
import { OneOf } from "../kit/switches";
import { useDesk } from "./desk";

/** How often it is looked whether the sheet is there, ms. */
const LOOK_MS = 150;

export default function PrintDialog({ onClose }: { onClose(): void }) {
  const { preferences, prefer } = useDesk();
  const [wanted, setWanted] = useState(false);
  // Nothing half worked out goes to paper.
  useEffect(() => {
    if (!wanted) return;
    const timer = setInterval(() => {
      if (isWaiting()) return;
      clearInterval(timer);
      onClose();
      // The dialog is gone first, and the page as it was.
      setTimeout(() => window.print());
    }, LOOK_MS);
    return () => clearInterval(timer);
  }, [wanted, onClose]);
  return (
    <Ask
      title="Print this view"
      lead="Every row of its table, the plan fitted to the sheet."
      onClose={onClose}
    >
      <form
        className="mt-3 grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          setWanted(true);
        }}
      >
        <div className="grid grid-cols-[5rem_1fr] items-baseline gap-2">
          <span className="text-soft">Paper</span>
          <OneOf
            label="Paper"
            value={preferences.paper}
            options={PAPERS.map((paper) => ({ value: paper, text: paper }))}
            take={(paper) => prefer({ paper })}
          />
          <span className="text-soft">Way round</span>
          <OneOf
            label="Way round"
            value={preferences.landscape ? "wide" : "upright"}
            options={[
              { value: "wide", text: "wide" },
              { value: "upright", text: "upright" },
            ]}
            take={(way) => prefer({ landscape: way === "wide" })}
          />
        </div>
        <div className="flex gap-2">
          <button className="button button-main" disabled={wanted}>
            {wanted ? "Waiting for the sheet…" : "Print"}
          </button>
          <button type="button" className="button" onClick={onClose}>
            Leave it
          </button>
        </div>
      </form>
    </Ask>
  );
}
