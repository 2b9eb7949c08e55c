/** Wants down, plans across: what each plan takes for each want, what came next and why it lost. */
import { Check, RefreshCw, Square } from "lucide-react";
import { Suspense, useMemo } from "react";
import { FUNCTIONS } from "#core/stages/choose/functions";
import { planChanges, wantNameIn } from "#core/stages/choose/explain";
import { picksWorking, planWorking, proofWorking } from "#core/stages/choose/plan-workings";
import { PLAN_KINDS, type Plan } from "#core/stages/choose/plans";
import { hubDown, internetDown } from "#core/stages/choose/what-if";
import { byId, type Design, rowOf } from "#core/design/collections";
import type { WantRow } from "#core/design/rows/choose";
import { settingsOf } from "#core/stages/choose/settings";
import { groupDigits } from "#core/design/units";
import { useChoice, useSolved, type ChoiceState, type Solved } from "./choice";
import { newRowId, useDesign, useDesk } from "../../desk/desk";
import { Worked } from "../../inspect/parts";
import { today } from "../../kit/now";
import { fetchedPart } from "../../kit/fetched";
import { lazilyFrom } from "../../kit/lazily";
import { counted } from "#core/design/words";

/** Taking one pulls half the house in: it comes when the page has come to rest. */
const accepts = fetchedPart(() => import("./accept-plan"));
const Conflicts = lazilyFrom(
  () => import("./conflicts"),
  (file) => file.Conflicts,
);

const optionName = (design: Design, id: string | undefined) =>
  id === undefined ? "" : (byId(design, "options").get(id)?.name ?? id);

export default function Plans() {
  const design = useDesign();
  const state = useSolved();
  const { solved, stale } = state;
  if (!design.wants.length || !design.options.length) return <First design={design} />;
  return (
    <>
      <Progress {...state} design={design} />
      {solved ? (
        <div
          className="min-h-0 flex-1 overflow-auto"
          tabIndex={0}
          role="region"
          aria-label="Plans against wants"
          aria-busy={stale}
        >
          <Changes {...state} />
          {solved.conflicts.length > 0 && (
            <Suspense fallback={null}>
              <Conflicts solved={solved} />
            </Suspense>
          )}
          <Compare solved={solved} stale={stale} />
        </div>
      ) : (
        <div className="flex-1" />
      )}
    </>
  );
}

/** What to do first. */
function First({ design }: { design: Design }) {
  return (
    <div className="max-w-160 p-6">
      <p className="text-base font-semibold">Plans are worked out from two lists.</p>
      <ol className="mt-2 grid gap-1.5">
        <li className={design.wants.length ? "text-soft line-through" : ""}>
          1. What each room must do: put it down under{" "}
          <a className="underline" href="?view=wants">
            Wants
          </a>
          , in one step from the problems and the switch map.
        </li>
        <li className={design.options.length ? "text-soft line-through" : ""}>
          2. What can be bought: take the standard catalogue in under{" "}
          <a className="underline" href="?view=catalogue">
            Catalogue
          </a>
          , or bring your own.
        </li>
      </ol>
    </div>
  );
}

function Progress({
  working,
  progress,
  solved,
  stopped,
  failed,
  stale,
  choice,
  design,
}: ReturnType<typeof useSolved> & { design: Design }) {
  const bound =
    progress?.bound !== undefined && Number.isFinite(progress.bound) && Math.abs(progress.bound) < 1e9
      ? progress.bound
      : undefined;
  return (
    <div
      className="flex h-9 shrink-0 items-center gap-3 border-b border-rule bg-pane px-3 text-small"
      data-chrome
    >
      {working ? (
        <>
          <progress
            className="h-1.5 w-40 accent-accent"
            max={progress?.of ?? 3}
            value={progress?.done ?? 0}
            aria-label="Plans worked out"
          />
          <span role="status">
            Working out “{progress?.name ?? PLAN_KINDS[0].name}”
            {bound === undefined ? "" : `: no plan below ${groupDigits(bound, 0)}`}
          </span>
          <button type="button" className="button ml-auto h-6" onClick={() => choice.stop(design)}>
            <Square size={11} /> Stop
          </button>
        </>
      ) : (
        <>
          <span
            role="status"
            className={stale ? "text-mend" : "text-soft"}
            data-solved={!stale && solved ? "yes" : undefined}
          >
            {failed
              ? `The plans could not be worked out: ${failed}.`
              : stopped && stale
                ? "Stopped. What stands here is from before the last change."
                : solved
                  ? `${counted(solved.plans.length, "plan")} over ${counted(solved.design.wants.length, "want")} and ${counted(solved.design.options.length, "option")} in ${solved.seconds.toFixed(1)} s${solved.plans.every((plan) => plan.proven) ? ", each proven the best of its kind" : ""}`
                  : "Not worked out yet."}
          </span>
          {(stale || failed) && (
            <button type="button" className="button ml-auto h-6" onClick={() => choice.solve(design)}>
              <RefreshCw size={12} /> Work out
            </button>
          )}
        </>
      )}
    </div>
  );
}

/** What the last change of the design did to the plan that is looked at. */
function Changes({
  solved,
  before,
  shown,
  choice,
}: ChoiceState & Pick<ReturnType<typeof useSolved>, "choice">) {
  const changes = useMemo(() => {
    const plan = solved?.plans.find((one) => one.kind === shown);
    const old = before?.plans.find((one) => one.kind === shown);
    return plan && old
      ? {
          list: planChanges({ design: before!.design, plan: old }, { design: solved!.design, plan }),
          cost: plan.cost - old.cost,
        }
      : undefined;
  }, [solved, before, shown]);
  if (!changes || (!changes.list.length && Math.abs(changes.cost) < 0.005)) return null;
  const { list, cost } = changes;
  return (
    <section
      aria-label="What the last change did"
      className="border-b border-rule bg-change/40 px-3.5 py-2.5"
      data-changes
    >
      <h3 className="flex items-baseline gap-2 font-semibold">
        Since the last change:{" "}
        {list.length === 0
          ? "the same choices"
          : `${list.length} ${list.length === 1 ? "choice" : "choices"} differ`}
        <span className="measure font-normal text-change-ink">
          {cost > 0 ? "+" : "−"}
          {groupDigits(Math.abs(cost), 2)} {solved!.design.design.currency}
        </span>
        <button type="button" className="button ml-auto h-6" onClick={() => choice.forgetBefore()}>
          Seen
        </button>
      </h3>
      <ul className="mt-1 grid gap-0.5 text-small">
        {list.slice(0, 8).map((change) => (
          <li key={change.want}>
            <span className="font-medium">{wantNameIn(change.want, solved!.design, before!.design)}</span>:{" "}
            {change.after}, <span className="text-soft">before {change.before}</span>; {change.why}
          </li>
        ))}
        {list.length > 8 && <li className="text-soft">and {list.length - 8} more</li>}
      </ul>
    </section>
  );
}

const COLUMNS = "grid-cols-[minmax(9rem,1fr)_repeat(3,minmax(11rem,1.25fr))]";

function Compare({ solved, stale }: { solved: Solved; stale: boolean }) {
  const { design, plans } = solved;
  const { select, selection } = useDesk();
  const rooms = useMemo(() => {
    const groups = new Map<string, WantRow[]>();
    for (const want of design.wants) groups.set(want.room, [...(groups.get(want.room) ?? []), want]);
    const order = (level: string) => byId(design, "levels").get(level)?.order ?? 0;
    return [...groups]
      .map(([id, wants]) => ({ room: rowOf(design, "rooms", id), wants }))
      .sort(
        (a, b) => order(a.room.level) - order(b.room.level) || a.room.name.localeCompare(b.room.name, "en"),
      );
  }, [design]);
  const cells = useMemo(
    () => new Map(plans.map((plan) => [plan.kind, textsOf(design, plan)])),
    [design, plans],
  );
  if (!plans.length)
    return (
      <p className="p-6 text-soft">No plan meets anything: nothing in the catalogue serves what is wanted.</p>
    );
  return (
    <div role="table" aria-label="Plans against wants" className="min-w-180 pb-4">
      <div role="rowgroup" className="sticky top-0 z-10 border-b border-rule bg-pane">
        <div role="row" className={`grid ${COLUMNS}`}>
          <div role="columnheader" className="flex items-end px-3.5 pb-2 text-small text-soft">
            What each room must do, by what it is met, and why not by the next
          </div>
          {plans.map((plan) => (
            <PlanHead key={plan.kind} solved={solved} plan={plan} stale={stale} />
          ))}
        </div>
      </div>
      <div role="rowgroup">
        {rooms.flatMap(({ room, wants }) =>
          wants.map((want, i) => {
            const first = cells.get(plans[0]!.kind)!.get(want.id);
            return (
              <div
                key={want.id}
                role="row"
                aria-selected={selection?.id === want.id}
                className={`grid border-b border-rule ${COLUMNS} ${selection?.id === want.id ? "bg-wash" : ""}`}
                data-want={want.id}
              >
                <div
                  role="rowheader"
                  className={`min-w-0 px-3.5 py-1.5 ${i === 0 ? "border-t border-soft/60" : ""}`}
                >
                  {i === 0 && <p className="text-small font-semibold">{room.name}</p>}
                  <button
                    type="button"
                    className="block text-left hover:underline"
                    onClick={() => select({ in: "wants", id: want.id })}
                  >
                    {shortName(design, want)}
                  </button>
                  <Marks want={want} />
                </div>
                {plans.map((plan) => {
                  const cell = cells.get(plan.kind)!.get(want.id);
                  const next = solved.next[plan.kind]?.[want.id];
                  const missed = plan.missed.find((one) => one.want === want.id);
                  return (
                    <div
                      key={plan.kind}
                      role="cell"
                      className={`min-w-0 border-l border-rule px-2.5 py-1 ${plan !== plans[0] && cell?.text !== first?.text ? "bg-wash/60" : ""}`}
                      data-plan={plan.kind}
                    >
                      {cell && (
                        <div className="flex gap-2">
                          <span className="min-w-0 flex-1">{cell.text}</span>
                          <span className="shrink-0 text-right">
                            <Worked
                              working={() =>
                                picksWorking(
                                  design,
                                  plan.picks.filter((pick) => pick.want === want.id),
                                )
                              }
                            >
                              {groupDigits(cell.cost, 2)}
                            </Worked>
                          </span>
                        </div>
                      )}
                      {missed && (
                        <p className="font-medium text-stop">
                          not met{missed.count < want.count ? `: ${missed.count} of ${want.count}` : ""}
                        </p>
                      )}
                      {cell?.via && <p className="truncate text-small text-soft">through {cell.via}</p>}
                      {next && (
                        <p
                          className="line-clamp-2 text-small leading-4 text-soft"
                          title={`not ${optionName(design, next.option)}: ${next.text}`}
                        >
                          <span className="font-medium">not</span> {optionName(design, next.option)}:{" "}
                          {next.text}
                        </p>
                      )}
                    </div>
                  );
                })}
              </div>
            );
          }),
        )}
      </div>
    </div>
  );
}

/** A want without its room: the room stands above it. */
function shortName(design: Design, want: WantRow): string {
  const leg = want.leg === undefined ? undefined : byId(design, "legs").get(want.leg)?.name;
  return `${want.count > 1 ? `${want.count} × ` : ""}${FUNCTIONS[want.function].name}${leg ? `: ${leg}` : ""}`;
}

function Marks({ want }: { want: WantRow }) {
  const words = [
    ...want.needs,
    ...(want.critical ? ["critical"] : []),
    ...(want.localOnly && !want.critical ? ["in the house"] : []),
    ...(want.guest ? ["guests"] : []),
    ...(want.option ? ["settled"] : []),
  ];
  return words.length > 0 && <p className="text-small text-soft">{words.join(" · ")}</p>;
}

interface CellText {
  text: string;
  via: string;
  cost: number;
}

function textsOf(design: Design, plan: Plan): Map<string, CellText> {
  const found = new Map<string, CellText>();
  // What carries most of the plan goes without saying.
  const units = new Map<string, number>();
  for (const pick of plan.picks)
    if (pick.hub) units.set(pick.via ?? pick.hub, (units.get(pick.via ?? pick.hub) ?? 0) + pick.count);
  const [main] = [...units].sort((a, b) => b[1] - a[1])[0] ?? [];
  for (const pick of plan.picks) {
    const known = found.get(pick.want);
    const text = `${pick.count > 1 ? `${pick.count} × ` : ""}${optionName(design, pick.option)}${pick.companion ? ` with ${optionName(design, pick.companion)}` : ""}`;
    const via = pick.hub && (pick.via ?? pick.hub) !== main ? optionName(design, pick.via ?? pick.hub) : "";
    const cost = pick.split.buy + pick.split.fit + pick.split.run;
    found.set(
      pick.want,
      known
        ? {
            text: `${known.text} and ${text}`,
            via: known.via === via ? via : [known.via, via].filter(Boolean).join(", "),
            cost: known.cost + cost,
          }
        : { text, via, cost },
    );
  }
  return found;
}

function PlanHead({ solved, plan, stale }: { solved: Solved; plan: Plan; stale: boolean }) {
  const { design } = solved;
  const { store, readOnly } = useDesk();
  const { choice, shown } = useChoice();
  const { currency } = design.design;
  const options = byId(design, "options");
  const bridges = plan.addons.filter((addon) => options.get(addon.option)?.kind === "bridge").length;
  const sticks = plan.addons.length - bridges;
  const count = (n: number, one: string, many = `${one}s`) =>
    n === 0 ? `no ${many}` : n === 1 ? `one ${one}` : `${n} ${many}`;
  const offline = internetDown(design, plan).filter((loss) => loss.stops).length;
  const hubless = hubDown(design, plan).filter((loss) => loss.stops).length;
  const acceptPlan = accepts.use();
  const accept = () => {
    if (!acceptPlan) return;
    const now = store.get().design;
    const made = acceptPlan(now, plan, {
      newId: newRowId,
      on: today(),
      why: `${PLAN_KINDS.find((one) => one.id === plan.kind)!.what}. ${plan.proven ? "Proven" : `Within ${(plan.gap * 100).toFixed(1)} % of the best`}, over ${settingsOf(now).years} years.`,
    });
    store.edit(made.changes);
  };
  const holds = heldBy(useDesign(), plan);
  const what = PLAN_KINDS.find((one) => one.id === plan.kind)!.what;
  return (
    <div
      role="columnheader"
      className={`grid content-start gap-1 border-l border-rule px-2.5 py-2 ${shown === plan.kind ? "border-t-2 border-t-accent bg-raised" : "border-t-2 border-t-transparent"}`}
      data-plan-head={plan.kind}
    >
      <div className="flex items-start justify-between gap-2">
        <button
          type="button"
          className="min-w-0 text-left font-semibold whitespace-nowrap [font-stretch:84%] hover:underline"
          aria-pressed={shown === plan.kind}
          title={what}
          onClick={() => choice.show(plan.kind)}
        >
          {plan.name}
        </button>
        {holds ? (
          <span
            className="flex shrink-0 items-center gap-1 text-small font-medium text-accent"
            title={`Accepted on ${holds.acceptedOn}`}
          >
            <Check size={13} /> taken
          </span>
        ) : (
          !readOnly && (
            <button
              type="button"
              className={`button h-6 ${shown === plan.kind ? "button-main" : ""}`}
              aria-label={`Take this plan: ${plan.name}`}
              disabled={stale || !acceptPlan}
              title={
                stale
                  ? "It is being worked out again"
                  : "One edit: devices, kits, drops and controllers follow"
              }
              onClick={accept}
            >
              <Check size={13} /> Take
            </button>
          )
        )}
      </div>
      <p className="text-lg leading-6 [font-stretch:88%]">
        <Worked working={() => planWorking(design, plan)}>{groupDigits(plan.cost, 0)}</Worked>{" "}
        <span className="text-small text-soft">
          {currency} over {settingsOf(design).years} years
        </span>
      </p>
      <SplitBar plan={plan} />
      <p className="text-small">
        <Worked working={() => proofWorking(design, plan)}>
          {plan.proven ? "nothing cheaper: proven" : `at most ${(plan.gap * 100).toFixed(1)} % from the best`}
        </Worked>
      </p>
      <p
        className="text-small text-soft"
        title={[...plan.hubs, ...plan.addons].map((one) => optionName(design, one.option)).join(", ")}
      >
        {[
          count(plan.hubs.length, "hub"),
          ...(sticks ? [count(sticks, "coordinator")] : []),
          count(bridges, "bridge"),
          count(plan.accounts.length, "account"),
        ].join(" · ")}
      </p>
      <p className="text-small text-soft">
        stops without internet{" "}
        <span className={`measure ${offline ? "text-stop" : "text-ink"}`}>{offline}</span>, hub{" "}
        <span className="measure text-ink">{hubless}</span>
      </p>
      {plan.missed.length > 0 && (
        <p className="text-small font-medium text-stop">
          {plan.missed.reduce((sum, one) => sum + one.count, 0)} not met
        </p>
      )}
    </div>
  );
}

/** The plan accepted last, where it is this one, choice for choice. */
function heldBy(design: Design, plan: Plan): Design["plans"][number] | undefined {
  const last = [...design.plans]
    .sort((a, b) => (a.acceptedOn < b.acceptedOn || (a.acceptedOn === b.acceptedOn && a.id < b.id) ? -1 : 1))
    .at(-1);
  const text = (
    picks: readonly {
      want: string;
      option: string;
      companion?: string;
      hub?: string;
      via?: string;
      count: number;
    }[],
  ) =>
    picks
      .map((pick) => [pick.want, pick.option, pick.companion, pick.hub, pick.via, pick.count].join())
      .sort()
      .join("|");
  return last && text(last.picks) === text(plan.picks) ? last : undefined;
}

const SHARES = [
  ["buy", "bg-accent"],
  ["fit", "bg-power"],
  ["run", "bg-bus"],
] as const;

/** Buying, fitting, running: as parts of one bar, each with its figure. */
function SplitBar({ plan }: { plan: Plan }) {
  return (
    <div>
      <div className="flex h-1.5 gap-px" aria-hidden="true">
        {SHARES.map(([part, hue]) => (
          <span
            key={part}
            className={hue}
            style={{ width: `${(100 * plan.split[part]) / Math.max(0.01, plan.cost)}%` }}
          />
        ))}
      </div>
      <p className="mt-0.5 flex flex-wrap gap-x-2 text-tiny text-soft">
        {SHARES.map(([part, hue]) => (
          <span key={part} className="flex items-center gap-1">
            <span className={`size-1.5 ${hue}`} />
            {part} <span className="measure text-ink">{groupDigits(plan.split[part], 0)}</span>
          </span>
        ))}
      </p>
    </div>
  );
}
