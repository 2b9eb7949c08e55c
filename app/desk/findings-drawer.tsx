/** All findings, by stage and severity, over the inspector. */
import { X } from "lucide-react";
import { useNavigate } from "react-router";
import { STAGES, stageName } from "#core/desk/names";
import { useDesk, useResult } from "./desk";
import { FindingCard } from "./finding-card";
import { usePhaseFilter } from "./phase-filter";

export function FindingsDrawer() {
  const { showFindings, url } = useDesk();
  const navigate = useNavigate();
  const inPhase = usePhaseFilter();
  // Of a finding about points, those of the chosen phase; what is about the whole house is always there.
  const findings = useResult("findings").filter((finding) => {
    const points = finding.about.filter((ref) => ref.in === "points");
    return !points.length || points.some((ref) => inPhase.point(ref.id));
  });
  return (
    <section aria-label="Findings" className="flex min-h-0 flex-1 flex-col">
      <div className="flex h-10 shrink-0 items-center justify-between border-b border-rule px-3.5">
        <h2 className="font-semibold">Findings</h2>
        <button
          type="button"
          className="p-1 text-soft hover:text-ink"
          aria-label="Close findings"
          onClick={() => showFindings(false)}
        >
          <X size={14} />
        </button>
      </div>
      <div
        className="min-h-0 flex-1 overflow-y-auto"
        tabIndex={0}
        role="region"
        aria-label="List of findings"
      >
        {findings.length === 0 && (
          <p className="p-3.5 text-soft">Nothing found. Every check of the stages built so far is met.</p>
        )}
        {STAGES.map((stage) => {
          const own = findings.filter((finding) => finding.stage === stage);
          if (!own.length) return null;
          return (
            <div key={stage}>
              <h3 className="border-b border-rule bg-ground px-3.5 py-1 text-small text-soft">
                {stageName(stage)}
              </h3>
              {own.map((finding, i) => (
                <FindingCard
                  key={`${finding.code}-${finding.about[0]?.id ?? i}`}
                  finding={finding}
                  onGo={() => void navigate(`${url}/${stage}`)}
                />
              ))}
            </div>
          );
        })}
      </div>
    </section>
  );
}
