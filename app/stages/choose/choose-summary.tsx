/**
 * With nothing selected: what plans are weighed by, which schools the design follows, what stands in the
 * house, what was accepted.
 */
import { useState } from "react";
import { changeSettings, putRow } from "#core/design/row-changes";
import { settingsOf } from "#core/stages/choose/settings";
import { byId, type Design } from "#core/design/collections";
import type { ChooseSettings, Schools } from "#core/design/rows/settings";
import { groupDigits } from "#core/design/units";
import { newRowId, useDesk, useEdit } from "../../desk/desk";
import { withRowCheck } from "../../desk/row-check";
import { Heading } from "../../inspect/parts";
import { counted } from "#core/design/words";
import { Choice } from "../../kit/choice";

type Weigh = "years" | "penalty" | "labourRate" | "energyPrice" | "maxHubs";

/** A slider that says its value while it is drawn and is taken when it is let go: one edit, not fifty. */
function Slider({
  label,
  unit,
  value,
  min,
  max,
  step,
  take,
}: {
  label: string;
  unit: string;
  value: number;
  min: number;
  max: number;
  step: number;
  take(value: number): void;
}) {
  const { readOnly } = useDesk();
  const [drawn, setDrawn] = useState<number>();
  const shown = drawn ?? value;
  const let_go = () => {
    if (drawn !== undefined && drawn !== value) take(drawn);
    setDrawn(undefined);
  };
  return (
    <label className="block">
      <span className="flex justify-between gap-2">
        <span className="text-small text-soft">{label}</span>
        <span className="shrink-0">
          <span className="measure">{groupDigits(shown, step < 1 ? 2 : 0)}</span>{" "}
          <span className="unit">{unit}</span>
        </span>
      </span>
      <input
        type="range"
        className="block h-5 w-full accent-accent"
        min={min}
        max={max}
        step={step}
        value={shown}
        disabled={readOnly}
        onChange={(event) => setDrawn(Number(event.target.value))}
        onPointerUp={let_go}
        onKeyUp={let_go}
        onBlur={let_go}
      />
    </label>
  );
}

const SCHOOLS: readonly {
  key: keyof Schools;
  title: string;
  options: readonly { value: string; text: string; why: string }[];
}[] = [
  {
    key: "lampOrSwitch",
    title: "Lamp or switch",
    options: [
      { value: "", text: "the sums decide", why: "Whichever costs less, leg by leg." },
      {
        value: "switch where it is enough",
        text: "switch where it is enough",
        why: "Smart lamps only where colour is wanted: fewer things to pair and replace, and a hand always works.",
      },
      {
        value: "lamps everywhere",
        text: "lamps everywhere",
        why: "Nobody opens a switch box, and every lamp can change its white; the feed stays on.",
      },
    ],
  },
  {
    key: "hubRadios",
    title: "Hubs",
    options: [
      {
        value: "one hub with several radios",
        text: "one hub with several radios",
        why: "Every link between controllers is another thing to fail: each counts with the penalty.",
      },
      {
        value: "one hub for each line",
        text: "one hub for each line",
        why: "Each line works best on its own hub; further hubs cost money only.",
      },
    ],
  },
  {
    key: "bespoke",
    title: "Parts",
    options: [
      {
        value: "supported parts only",
        text: "supported parts only",
        why: "What nobody supports as a finished product is left out.",
      },
      {
        value: "own parts, upkeep counted",
        text: "own parts, upkeep counted",
        why: "Boards and servers of your own, with the hours they take each year.",
      },
    ],
  },
  {
    key: "shadePower",
    title: "Shades are fed",
    options: [
      { value: "", text: "as is cheapest", why: "Mains, low voltage, cells or sun, by cost." },
      ...["mains", "low voltage", "battery", "rechargeable", "solar"].map((value) => ({
        value,
        text: value,
        why: `Every shade of the house is fed by ${value}.`,
      })),
    ],
  },
  {
    key: "remoteDimming",
    title: "Dimming from a remote",
    options: [
      { value: "", text: "either", why: "The sums decide." },
      { value: "steps", text: "relative steps", why: "Right whatever else has changed the lamp." },
      {
        value: "remembered level",
        text: "remembered level",
        why: "Cheaper; jumps once anything else has changed the lamp.",
      },
    ],
  },
];

export default function ChooseSummary({ design }: { design: Design }) {
  const { readOnly, select } = useDesk();
  const edit = useEdit();
  const settings = settingsOf(design);
  const { currency } = design.design;
  const weigh = (part: Partial<Pick<ChooseSettings, Weigh>>) =>
    withRowCheck((checkRow) =>
      edit((d) => {
        const choosing = Object.fromEntries(
          Object.entries({ ...settingsOf(d), ...part }).filter(([, value]) => value !== undefined),
        ) as unknown as ChooseSettings;
        checkRow("design", { ...d.design, choosing }, "");
        return changeSettings(d, { choosing });
      }),
    );
  const follow = (key: keyof Schools, value: string) =>
    withRowCheck((checkRow) =>
      edit((d) => {
        const schools = Object.fromEntries(
          Object.entries({ ...d.design.schools, [key]: value || undefined }).filter(
            ([, one]) => one !== undefined,
          ),
        );
        checkRow("design", { ...d.design, schools }, "");
        return changeSettings(d, { schools });
      }),
    );
  const plans = [...design.plans].reverse();
  return (
    <>
      <Heading
        title="Choose"
        text={`${counted(design.wants.length, "want")}, ${counted(design.options.length, "option")} in the catalogue`}
      />
      <section className="grid gap-2 border-b border-rule px-3.5 py-3" aria-label="Weighed by">
        <h3 className="font-semibold">Weighed by</h3>
        <Slider
          label="Over"
          unit="years"
          value={settings.years}
          min={1}
          max={20}
          step={1}
          take={(years) => weigh({ years })}
        />
        <Slider
          label="Penalty: further hub, bridge, account"
          unit={currency}
          value={settings.penalty}
          min={0}
          max={500}
          step={10}
          take={(penalty) => weigh({ penalty })}
        />
        <Slider
          label="Labour"
          unit={`${currency}/h`}
          value={settings.labourRate}
          min={0}
          max={150}
          step={1}
          take={(labourRate) => weigh({ labourRate })}
        />
        <Slider
          label="Energy"
          unit={`${currency}/kWh`}
          value={settings.energyPrice}
          min={0}
          max={1}
          step={0.01}
          take={(energyPrice) => weigh({ energyPrice })}
        />
        <div className="flex items-center justify-between gap-2">
          <span className="text-small text-soft">Hubs at most</span>
          <Choice
            label="Hubs at most"
            className="h-6 w-24 text-small"
            disabled={readOnly}
            value={String(settings.maxHubs ?? "")}
            options={[
              { value: "", text: "no limit" },
              ...[1, 2, 3, 4, 5].map((n) => ({ value: String(n), text: String(n) })),
            ]}
            take={(most) => weigh({ maxHubs: most ? Number(most) : undefined })}
          />
        </div>
      </section>
      <section className="grid gap-2 border-b border-rule px-3.5 py-3" aria-label="Schools">
        <h3 className="font-semibold">Where practitioners differ</h3>
        {SCHOOLS.map(({ key, title, options }) => {
          const value = design.design.schools?.[key] ?? (options[0]!.value || "");
          const own = options.find((one) => one.value === value) ?? options[0]!;
          return (
            <div key={key}>
              <span className="grid grid-cols-[6rem_1fr] items-center gap-2">
                <span className="text-small text-soft">{title}</span>
                <Choice
                  label={title}
                  className="h-6 text-small"
                  disabled={readOnly}
                  value={own.value}
                  options={options}
                  take={(value) => follow(key, value)}
                />
              </span>
              <span className="mt-0.5 block pl-26 text-tiny text-soft">{own.why}</span>
            </div>
          );
        })}
      </section>
      <section className="border-b border-rule px-3.5 py-3" aria-label="Controllers of the house">
        <h3 className="flex items-center justify-between font-semibold">
          Controllers of the house
          {!readOnly && design.options.some((option) => option.controls) && (
            <Choice
              label="Add a controller"
              prompt="Add…"
              className="h-6 w-32 text-small font-normal"
              value=""
              options={design.options
                .filter((option) => option.controls)
                .map((option) => ({
                  value: option.id,
                  text: option.name,
                  hint: groupDigits(option.price, 0),
                }))}
              take={(chosen) => {
                const option = byId(design, "options").get(chosen);
                if (!option) return;
                const id = newRowId("hub");
                edit(() =>
                  putRow("hubs", { id, option: option.id, name: option.name.slice(0, 60), keep: true }),
                );
                select({ in: "hubs", id });
              }}
            />
          )}
        </h3>
        <ul className="mt-1">
          {design.hubs.map((row) => (
            <li key={row.id}>
              <button
                type="button"
                className="flex w-full justify-between gap-2 py-0.5 text-left hover:underline"
                onClick={() => select({ in: "hubs", id: row.id })}
              >
                <span className="min-w-0 truncate">{row.name}</span>
                <span className="shrink-0 text-small text-soft">{row.keep ? "stays" : "from a plan"}</span>
              </button>
            </li>
          ))}
          {design.hubs.length === 0 && (
            <li className="text-soft">None yet. One that stands there already counts as bought.</li>
          )}
        </ul>
      </section>
      <section className="px-3.5 py-3" aria-label="Accepted plans">
        <h3 className="font-semibold">Accepted</h3>
        <ul className="mt-1 grid gap-1.5">
          {plans.map((plan, i) => (
            <li key={plan.id} className={i ? "text-soft" : ""}>
              <button
                type="button"
                className="flex w-full justify-between gap-2 text-left hover:underline"
                onClick={() => select({ in: "plans", id: plan.id })}
              >
                <span>{plan.name}</span>
                <span className="measure">
                  {groupDigits(plan.cost, 0)} {currency}
                </span>
              </button>
              <p className="text-small text-soft">
                {plan.acceptedOn}
                {i ? "" : ", the one that holds"}
              </p>
            </li>
          ))}
          {plans.length === 0 && (
            <li className="text-soft">No plan yet. Taking one is a single edit, and Ctrl+Z takes it back.</li>
          )}
        </ul>
        {!readOnly && plans.length > 1 && (
          <button
            type="button"
            className="button mt-2"
            onClick={() =>
              void import("#core/design/remove").then(({ removeRows }) =>
                edit((d) =>
                  removeRows(
                    d,
                    plans.slice(1).map((plan) => ({ in: "plans" as const, id: plan.id })),
                  ),
                ),
              )
            }
          >
            Forget the older ones
          </button>
        )}
      </section>
    </>
  );
}
