/** All findings over the inspector: the gravest and dearest first, alike ones folded, narrowed by filters. */
import { X } from "lucide-react";
import { useEffect, useMemo, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { folded } from "#core/desk/fold";
import { SEVERITIES } from "#core/desk/findings";
import { STAGES, stageName } from "#core/design/stage-names";
import { byId } from "#core/design/collections";
import { roomOf } from "#core/design/where";
import { byName } from "#core/design/words";
import { Choice } from "../kit/choice";
import { focusSheet, useDesign, useDesk, useResult } from "./desk";
import { FindingGroup } from "./finding-group";
import { useFixCosts } from "./fix-costs";
import { usePhaseFilter } from "./phase-filter";

const SEVERITY_NAMES = { stop: "stop", mend: "mend", note: "note" } as const;
const LOOK = "h-6 min-w-0 flex-1 text-small";

export function FindingsDrawer() {
  const { showFindings, url } = useDesk();
  const design = useDesign();
  const navigate = useNavigate();
  const inPhase = usePhaseFilter();
  const [stage, setStage] = useState("");
  const [room, setRoom] = useState("");
  const [severity, setSeverity] = useState("");
  const all = useResult("findings");
  const costs = useFixCosts(all);
  // Of a finding about points, those of the chosen phase; what is about the whole house is always there.
  const inSight = useMemo(
    () =>
      all
        .map((finding) => {
          const rooms = finding.about.flatMap((ref) =>
            ref.in === "design" ? [] : (roomOf(design, { in: ref.in, id: ref.id }) ?? []),
          );
          return { finding, rooms };
        })
        .filter(({ finding }) => {
          const points = finding.about.filter((ref) => ref.in === "points");
          return !points.length || points.some((ref) => inPhase.point(ref.id));
        }),
    [all, design, inPhase],
  );
  const shown = inSight
    .filter(
      ({ finding, rooms }) =>
        (!stage || finding.stage === stage) &&
        (!severity || finding.severity === severity) &&
        (!room || rooms.includes(room)),
    )
    .map(({ finding }) => finding);
  const groups = folded(shown, ({ key }) => costs.get(key) ?? 0);
  const rooms = [...new Set(inSight.flatMap((one) => one.rooms))]
    .map((id) => ({ value: id, text: byId(design, "rooms").get(id)?.name ?? id }))
    .sort((a, b) => byName(a.text, b.text));
  const filtered = Boolean(stage || room || severity);
  const accepted = groups.findIndex((group) => group.all[0]!.accepted);
  const drawer = useRef<HTMLElement>(null);
  // The eye goes to the drawer when it opens, and to the sheet when it closes.
  useEffect(() => {
    drawer.current?.focus();
    return () => {
      if (document.activeElement === document.body) focusSheet();
    };
  }, []);
  // What was pressed goes with its finding: the keys stay in the drawer.
  const inside = useRef(false);
  useEffect(() => {
    if (inside.current && document.activeElement === document.body) drawer.current?.focus();
  });
  return (
    <section
      ref={drawer}
      tabIndex={-1}
      aria-label="Findings"
      className="flex min-h-0 flex-1 flex-col outline-none"
      onFocus={() => void (inside.current = true)}
      onBlur={() => void (inside.current = false)}
    >
      <div className="flex h-10 shrink-0 items-center justify-between px-3.5">
        <h2 className="font-semibold">Findings</h2>
        <span className="ml-2 text-small text-soft">
          {filtered ? `${shown.length} of ${inSight.length}` : ""}
        </span>
        <button
          type="button"
          className="ml-auto p-1 text-soft hover:text-ink"
          aria-label="Close findings"
          onClick={() => showFindings(false)}
        >
          <X size={14} />
        </button>
      </div>
      <div className="flex shrink-0 gap-1 border-b border-rule px-3.5 pb-2">
        <Choice
          label="Stage of findings"
          className={LOOK}
          value={stage}
          options={[
            { value: "", text: "Stage" },
            ...STAGES.filter((one) => inSight.some(({ finding }) => finding.stage === one)).map((one) => ({
              value: one as string,
              text: stageName(one),
            })),
          ]}
          take={setStage}
        />
        <Choice
          label="Room of findings"
          className={LOOK}
          value={room}
          options={[{ value: "", text: "Room" }, ...rooms]}
          take={setRoom}
        />
        <Choice
          label="Severity of findings"
          className={LOOK}
          value={severity}
          options={[
            { value: "", text: "Severity" },
            ...SEVERITIES.map((one) => ({ value: one as string, text: SEVERITY_NAMES[one] })),
          ]}
          take={setSeverity}
        />
      </div>
      <div
        className="min-h-0 flex-1 overflow-y-auto"
        tabIndex={0}
        role="region"
        aria-label="List of findings"
      >
        {groups.length === 0 && (
          <p className="p-3.5 text-soft">
            {filtered
              ? "Nothing found there."
              : "Nothing found. Every check of the stages built so far is met."}
          </p>
        )}
        {groups.map((group, i) => (
          <div key={group.key}>
            {i === accepted && (
              <h3 className="border-b border-rule bg-ground px-3.5 py-1 text-small text-soft">Accepted</h3>
            )}
            <FindingGroup
              group={group}
              costs={costs}
              onGo={(finding) => void navigate(`${url}/${finding.stage}`)}
            />
          </div>
        ))}
      </div>
    </section>
  );
}
