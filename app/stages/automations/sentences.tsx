/** Automations as sentences, and when each will fire. */
import { PenLine } from "lucide-react";
import { memo, useMemo, useState } from "react";
import type { Design } from "#core/design/collections";
import { counted } from "#core/design/words";
import { putRow } from "#core/design/row-changes";
import type { ShownFinding } from "#core/whole/engine";
import { newAutomation } from "#core/stages/automations";
import type { AutomationRow } from "#core/design/rows/automations";
import { allMoves } from "#core/design/walk";
import { newRowId, useDesign, useDesk, useEdit, useResult, type Desk } from "../../desk/desk";
import { Empty } from "../../desk/empty";
import { SEVERITY_COLOUR, SeverityMark } from "../../kit/severity";
import { useNow } from "../../kit/now";
import { usePhaseFilter } from "../../desk/phase-filter";
import { FiringDays } from "./firing-days";
import { nextFiring, useToday } from "./next-firing";
import { Sentence } from "./sentence";
import { useFired } from "./use-fired";
import { Choice } from "../../kit/choice";
import { Fetched } from "../../kit/views";
import { lazily } from "../../kit/lazily";

const Writer = lazily(() => import("./writer"));
const TextFiles = lazily(() => import("./text-files"));

export default function Sentences() {
  const design = useDesign();
  const { select, selection, readOnly } = useDesk();
  const edit = useEdit();
  const now = useNow();
  const today = useToday(design.design.zone);
  const fired = useFired(design, now);
  const findings = useResult("findings");
  const [only, setOnly] = useState("");
  const [writing, setWriting] = useState<string>();
  const [filing, setFiling] = useState(false);
  const inPhase = usePhaseFilter();
  const shown = design.automations.filter(
    (automation) => (!only || automation.priority === only) && inPhase.automation(automation),
  );
  const chosen =
    design.automations.find(
      (automation) => selection?.in === "automations" && automation.id === selection.id,
    ) ?? shown[0];
  const worst = useMemo(() => {
    const own = new Map<string, ShownFinding>();
    for (const finding of findings)
      if (finding.stage === "automations")
        for (const ref of finding.about) if (!own.has(ref.id)) own.set(ref.id, finding);
    return own;
  }, [findings]);
  const add = () => {
    const id = newRowId("a");
    edit((d) => putRow("automations", newAutomation(d, id)));
    select({ in: "automations", id });
    setWriting(id);
  };
  return (
    <>
      <div className="flex h-9 shrink-0 items-center gap-2 border-b border-rule bg-pane px-3" data-chrome>
        <Choice
          label="Filter by priority"
          className="h-6 w-36 text-small text-soft"
          value={only}
          options={[
            { value: "", text: "All priorities" },
            ...[...new Set(design.automations.map((automation) => automation.priority))].map((priority) => ({
              value: priority,
              text: priority,
            })),
          ]}
          take={setOnly}
        />
        <span className="text-small text-soft max-sm:hidden">Press an underlined word to change it.</span>
        <button
          type="button"
          className="button ml-auto h-6"
          aria-expanded={filing}
          onClick={() => setFiling(!filing)}
        >
          As text…
        </button>
        {!readOnly && (
          <button type="button" className="button button-main h-6" onClick={add}>
            New sentence
          </button>
        )}
      </div>
      {filing && (
        <Fetched wait="">
          <TextFiles />
        </Fetched>
      )}
      <div className="min-h-0 flex-1 overflow-y-auto" tabIndex={0} role="region" aria-label="Automations">
        {shown.length === 0 && (
          <Empty
            text={
              design.automations.length
                ? "None of this priority and phase."
                : "The house does nothing by itself yet. Write a new sentence: when, provided what, do what."
            }
          >
            {design.automations.length === 0 && (
              <button type="button" className="button button-main" onClick={add}>
                New sentence
              </button>
            )}
          </Empty>
        )}
        {shown.map((automation) => (
          <Article
            key={automation.id}
            design={design}
            automation={automation}
            worst={worst.get(automation.id)}
            chosen={automation === chosen}
            writing={writing === automation.id && !readOnly}
            readOnly={readOnly}
            now={now}
            fired={fired && automation.enabled ? (fired[automation.id] ?? 0) : undefined}
            select={select}
            write={setWriting}
          />
        ))}
      </div>
      {chosen && today && <FiringDays key={chosen.id} design={design} automation={chosen} today={today} />}
    </>
  );
}

interface ArticleProps {
  design: Design;
  automation: AutomationRow;
  worst: ShownFinding | undefined;
  chosen: boolean;
  writing: boolean;
  readOnly: boolean;
  now: number | undefined;
  /** So often in a rehearsed week. */
  fired: number | undefined;
  select: Desk["select"];
  write: (id: string | undefined) => void;
}

/** What a sentence is worded by, besides its own row; the names of others stand in those that go by one another. */
const WORDED = [
  "design",
  "points",
  "kinds",
  "devices",
  "rooms",
  "dials",
  "groups",
  "scenes",
  "calendars",
  "people",
  "phases",
] as const;

const namesOthers = ({ cues, moves }: AutomationRow) =>
  cues.some(({ kind }) => kind === "automation") || allMoves(moves).some(({ kind }) => kind === "stop");

/** Another of hundreds has changed: nothing of this one is drawn anew. */
const sameArticle = (before: ArticleProps, now: ArticleProps): boolean =>
  !now.writing &&
  (Object.keys(now) as (keyof ArticleProps)[]).every(
    (name) => name === "design" || before[name] === now[name],
  ) &&
  (before.design === now.design ||
    (WORDED.every((part) => before.design[part] === now.design[part]) &&
      (before.design.automations === now.design.automations || !namesOthers(now.automation))));

const Article = memo(function Article({
  design,
  automation,
  worst,
  chosen,
  writing,
  readOnly,
  now,
  fired,
  select,
  write,
}: ArticleProps) {
  return (
    <article
      data-automation={automation.id}
      className={`grid [contain-intrinsic-size:auto_7rem] [content-visibility:auto] grid-cols-[5.5rem_minmax(0,1fr)_9.5rem] gap-x-4 border-b border-l-3 border-b-rule py-3 pr-3.5 max-sm:grid-cols-1 max-sm:pl-3 ${chosen ? "border-l-accent bg-wash/40" : "border-l-transparent"}`}
    >
      <span className="text-right text-small text-soft max-sm:text-left">{automation.priority}</span>
      <div>
        <h3 className="font-semibold">
          <button
            type="button"
            className="text-left hover:underline"
            aria-pressed={chosen}
            onClick={() => select({ in: "automations", id: automation.id })}
          >
            {automation.name}
          </button>
        </h3>
        {writing ? (
          <Fetched wait="">
            <Writer design={design} automation={automation} done={() => write(undefined)} />
          </Fetched>
        ) : (
          <Sentence design={design} automation={automation} readOnly={readOnly} />
        )}
        {chosen && !writing && !readOnly && (
          <button
            type="button"
            className="button mt-1.5 h-6"
            onClick={() => write(automation.id)}
            data-chrome
          >
            <PenLine size={13} /> Write it as text
          </button>
        )}
      </div>
      <div className="text-right text-small text-soft max-sm:text-left">
        <p className="measure" suppressHydrationWarning>
          {now === undefined ? "" : nextFiring(design, automation, now)}
        </p>
        {fired !== undefined && (
          <p data-fired={fired}>{fired ? `${counted(fired, "time")} in` : "never in"} a rehearsed week</p>
        )}
        {worst && (
          <p
            className={`mt-1 flex items-baseline justify-end gap-1.5 max-sm:justify-start ${SEVERITY_COLOUR[worst.severity]}`}
          >
            <SeverityMark severity={worst.severity} size={10} />
            <span>{worst.title.replace(automation.name, "").trim()}</span>
          </p>
        )}
      </div>
    </article>
  );
}, sameArticle);
