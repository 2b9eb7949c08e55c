/** What a want, an option, a controller or a plan shows beside its fields. */
import { useMemo } from "react";
import { putRow } from "#core/design/row-changes";
import { candidatesOf, wantName } from "#core/stages/choose/candidates";
import { controllerWorking, unitWorking } from "#core/stages/choose/cost";
import { pickText, whyNot } from "#core/stages/choose/explain";
import { PROTOCOL_TABLE, rangeClass } from "#core/stages/choose/protocols";
import { settingsOf } from "#core/stages/choose/settings";
import { byId, type Design, type Rows, rowOf } from "#core/design/collections";
import { groupDigits } from "#core/design/units";
import { useChoice } from "./choice";
import { useDesk, useEdit } from "../../desk/desk";
import { Fact, Worked } from "../../inspect/parts";
import { counted } from "#core/design/words";

/** Every option that serves the want's function: what was taken, and what each other lost by. */
export function WantWhy({ design, row: want }: { design: Design; row: Rows["wants"] }) {
  const { readOnly } = useDesk();
  const edit = useEdit();
  const { solved, shown } = useChoice();
  const plan = solved?.plans.find((one) => one.kind === shown) ?? solved?.plans[0];
  const rows = useMemo(() => {
    const of = solved?.design;
    const known = of && byId(of, "wants").get(want.id);
    if (!plan || !of || !known) return [];
    const picked = new Set(plan.picks.filter((pick) => pick.want === want.id).map((pick) => pick.option));
    const all = candidatesOf(of, known, true);
    return of.options
      .filter((option) => option.serves.includes(known.function))
      .map((option) => {
        // Cheapest first: with a switch beside it there may be several of one option.
        const one = all.find((other) => other.option === option);
        return {
          option,
          picked: picked.has(option.id),
          cost: one?.cost,
          companion: one?.companion,
          why: whyNot(of, plan, known, option, all),
        };
      })
      .sort(
        (a, b) =>
          Number(b.picked) - Number(a.picked) ||
          (a.cost ?? Infinity) - (b.cost ?? Infinity) ||
          a.option.name.localeCompare(b.option.name),
      );
  }, [solved, plan, want.id]);
  if (!plan)
    return (
      <p className="text-soft">
        Plans say what is taken for it and why nothing else: they are worked out on the sheet.
      </p>
    );
  return (
    <section aria-label="Why not">
      <h3 className="font-semibold">In “{plan.name}”, and why not the others</h3>
      <ul
        className="mt-1.5 max-h-72 overflow-y-auto border-t border-rule"
        tabIndex={0}
        aria-label="Options for this want"
      >
        {rows.map(({ option, companion, picked, cost, why }) => (
          <li key={option.id} className={`border-b border-rule px-1 py-1 ${picked ? "bg-wash" : ""}`}>
            <p className="flex justify-between gap-2">
              <span className={picked ? "font-semibold" : ""}>
                {option.name}
                {companion ? ` with ${companion.name}` : ""}
              </span>
              {cost === undefined ? (
                <span className="text-soft">–</span>
              ) : (
                <Worked working={() => unitWorking(design, want, option, companion)}>
                  {groupDigits(cost, 2)}
                </Worked>
              )}
            </p>
            <p className="flex justify-between gap-2 text-small text-soft">
              <span>{picked ? "taken" : why}</span>
              {!readOnly && cost !== undefined && (
                <button
                  type="button"
                  className="shrink-0 underline hover:text-ink"
                  onClick={() =>
                    edit((d) => {
                      const now = rowOf(d, "wants", want.id);
                      const { option: _settled, ...open } = now;
                      return putRow(
                        "wants",
                        want.option === option.id ? open : { ...now, option: option.id },
                      );
                    })
                  }
                >
                  {want.option === option.id ? "leave it open" : "settle on it"}
                </button>
              )}
            </p>
          </li>
        ))}
      </ul>
    </section>
  );
}

export function OptionFacts({ design, row: option }: { design: Design; row: Rows["options"] }) {
  const wanted = design.wants.filter((want) => option.serves.includes(want.function)).length;
  const used = design.devices.filter((device) => device.option === option.id).length;
  const { years } = settingsOf(design);
  const working = () => controllerWorking(design, option, false);
  const profile = PROTOCOL_TABLE.find((row) => row.protocol === option.protocol);
  return (
    <dl>
      <Fact label={`Over ${years} years`}>
        <Worked working={working}>{groupDigits(working().value, 2)}</Worked>{" "}
        <span className="unit">{design.design.currency} each, without cable</span>
      </Fact>
      {profile && (
        <Fact label="Carries">
          {[
            rangeClass(profile) ? `through ${rangeClass(profile)}` : "by cable",
            profile.topology,
            ...(profile.hops ? [counted(profile.hops, "hop")] : []),
            ...(profile.devices ? [counted(profile.devices, "device")] : []),
            ...(option.routes ? ["passes on"] : []),
          ].join(", ")}
        </Fact>
      )}
      <Fact label="Fit for">
        {option.controls ? "carrying others" : `${wanted} ${wanted === 1 ? "want" : "wants"} by its function`}
      </Fact>
      <Fact label="In the register">{used === 1 ? "one device" : counted(used, "device")}</Fact>
    </dl>
  );
}

export function HubFacts({ design, row: hub }: { design: Design; row: Rows["hubs"] }) {
  const option = byId(design, "options").get(hub.option);
  const taken = (protocol: string) =>
    design.devices.filter(
      (device) =>
        device.option !== undefined &&
        device.protocol === protocol &&
        !byId(design, "options").get(device.option)?.controls,
    ).length;
  return (
    <dl>
      {(option?.controls?.radios ?? []).map((radio) => (
        <Fact key={radio.protocol} label={radio.protocol}>
          <span
            className={`measure ${taken(radio.protocol) > radio.devices ? "font-semibold text-stop" : ""}`}
          >
            {taken(radio.protocol)}
          </span>{" "}
          chosen, holds <span className="measure">{radio.devices}</span>
        </Fact>
      ))}
      <Fact label="Internet">
        {option?.local && !option.cloud ? "works without" : <span className="text-mend">needs it</span>}
      </Fact>
    </dl>
  );
}

export function PlanFacts({ design, row: plan }: { design: Design; row: Rows["plans"] }) {
  return (
    <>
      <dl>
        <Fact label="Accepted">{plan.acceptedOn}</Fact>
        <Fact label="Cost">
          <span className="measure">{groupDigits(plan.cost, 2)}</span>{" "}
          <span className="unit">
            {design.design.currency} over {plan.years} years
          </span>
        </Fact>
        <Fact label="No plan below">
          <span className="measure">{groupDigits(plan.bound, 2)}</span>{" "}
          <span className="unit">with penalties</span>
        </Fact>
      </dl>
      <ul className="mt-2 max-h-72 overflow-y-auto" tabIndex={0} aria-label="Choices of this plan">
        {plan.picks.map((pick) => {
          const want = byId(design, "wants").get(pick.want);
          return (
            <li key={`${pick.want} ${pick.option} ${pick.hub ?? ""}`} className="border-t border-rule py-1">
              <span className="font-medium">{want ? wantName(design, want) : pick.want}</span>
              <span className="block text-small text-soft">
                {pickText(design, {
                  ...pick,
                  split: { buy: 0, fit: 0, run: 0 },
                  offline: false,
                  hubless: false,
                })}
              </span>
            </li>
          );
        })}
      </ul>
    </>
  );
}
