/** Alike findings as one line with a count; unfolded, each by itself. */
import { useState } from "react";
import type { ShownFinding } from "#core/whole/engine";
import type { Folded } from "#core/desk/fold";
import { InputError } from "#core/design/input-error";
import { SeverityMark } from "../kit/severity";
import { AcceptForm } from "./accept-form";
import { Accepted, CostOfFix, FindingCard } from "./finding-card";
import { useDesk, useEdit } from "./desk";
import { useWorded } from "./worded";

export function FindingGroup({
  group,
  costs,
  onGo,
}: {
  group: Folded<ShownFinding>;
  costs: ReadonlyMap<string, number>;
  onGo(finding: ShownFinding): void;
}) {
  const { readOnly, results } = useDesk();
  const worded = useWorded();
  const edit = useEdit();
  const [open, setOpen] = useState(false);
  const [accepting, setAccepting] = useState(false);
  const [said, setSaid] = useState("");
  const [first] = group.all;
  if (group.all.length === 1)
    return <FindingCard finding={first!} cost={costs.get(first!.key)} onGo={() => onGo(first!)} />;
  const withFix = group.all.filter((finding) => finding.fixLabel);
  const fixAll = async () => {
    try {
      const changes = await results.fixes(withFix.map(({ key }) => key));
      if (changes?.length) edit(() => changes);
      else setSaid("Nothing could be put right this way: look at them one by one.");
    } catch (problem) {
      if (!(problem instanceof InputError)) throw problem;
      setSaid(problem.message);
    }
  };
  return (
    <article className="border-b border-rule" data-findings={first!.code}>
      <div className="px-3.5 py-3">
        <h3 className="flex items-baseline gap-2 font-semibold">
          <SeverityMark severity={first!.severity} />
          <button
            type="button"
            className="text-left hover:underline"
            aria-expanded={open}
            onClick={() => setOpen(!open)}
          >
            {worded(first!.title)}{" "}
            <span className="font-normal text-soft">and {group.all.length - 1} more like it</span>
          </button>
        </h3>
        <p className="mt-1 text-small text-soft">{worded(first!.why)}</p>
        {first!.accepted && <Accepted by={first!.accepted} />}
        {said && (
          <p className="mt-1 text-small text-mend" role="status">
            {said}
          </p>
        )}
        <div className="mt-2 flex flex-wrap items-center gap-1.5">
          {withFix.length > 0 && !readOnly && !first!.accepted && (
            <button
              type="button"
              className="button button-main h-auto min-h-7 shrink py-0.5 text-left whitespace-normal"
              onClick={() => void fixAll()}
            >
              Put {withFix.length === group.all.length ? "all" : `${withFix.length} of`} {group.all.length}{" "}
              right
            </button>
          )}
          {!first!.accepted && (
            <CostOfFix cost={withFix.some(({ key }) => costs.has(key)) ? group.cost : undefined} />
          )}
          <button type="button" className="button" aria-expanded={open} onClick={() => setOpen(!open)}>
            {open ? "Fold" : `Show all ${group.all.length}`}
          </button>
          {!readOnly && !first!.accepted && !accepting && (
            <button type="button" className="button" onClick={() => setAccepting(true)}>
              Accept all
            </button>
          )}
        </div>
        {accepting && <AcceptForm findings={group.all} done={() => setAccepting(false)} />}
      </div>
      {open && (
        <div className="border-t border-rule pl-3.5">
          {group.all.map((finding) => (
            <FindingCard
              key={finding.key}
              finding={finding}
              cost={costs.get(finding.key)}
              onGo={() => onGo(finding)}
            />
          ))}
        </div>
      )}
    </article>
  );
}
