/** A plan under strain: the internet down, a hub gone, a maker that stops, twenty more wanted. */
import { useMemo, useState } from "react";
import { addMore, hubDown, internetDown, linesOf, makerStops, type Loss } from "#core/stages/choose/what-if";
import { PLAN_KINDS } from "#core/stages/choose/plans";
import { byId } from "#core/design/collections";
import { useSolved } from "./choice";
import { useDesign, useDesk } from "../../desk/desk";

export default function WhatIf() {
  const design = useDesign();
  const { solved, shown, choice, working } = useSolved();
  const [more, setMore] = useState(20);
  const plan = solved?.plans.find((one) => one.kind === shown) ?? solved?.plans[0];
  const cases = useMemo(() => {
    if (!solved || !plan) return [];
    const of = solved.design;
    const name = (id: string) => byId(of, "options").get(id)?.name ?? id;
    return [
      {
        id: "internet",
        title: "The internet is down",
        none: "Nothing stops: every choice works in the house.",
        losses: internetDown(of, plan),
      },
      ...plan.hubs.map((hub) => ({
        id: `hub ${hub.option}`,
        title: `${name(hub.option)} fails`,
        none: "Nothing hangs on it.",
        losses: hubDown(of, plan, hub.option),
      })),
      ...plan.addons.map((addon) => ({
        id: `addon ${addon.option}`,
        title: `${name(addon.option)} fails`,
        none: "Nothing hangs on it.",
        losses: hubDown(of, plan, addon.option),
      })),
      ...linesOf(of, plan).map(({ line, units }) => ({
        id: `line ${line}`,
        title: `The maker of line ${line} stops (${units} ${units === 1 ? "thing" : "things"})`,
        none: "Nothing of it is needed.",
        losses: makerStops(of, plan, line),
      })),
    ];
  }, [solved, plan]);
  if (!design.wants.length || !design.options.length)
    return <p className="p-6 text-soft">Plans come first: put wants down and take a catalogue in.</p>;
  if (!solved || !plan)
    return (
      <p className="p-6 text-soft" role="status">
        {working ? "Working the plans out…" : "No plan is worked out."}
      </p>
    );
  return (
    <div className="min-h-0 flex-1 overflow-y-auto" tabIndex={0} role="region" aria-label="What if">
      <div
        className="flex h-9 items-center gap-1.5 border-b border-rule bg-pane px-3"
        role="group"
        aria-label="Plan"
        data-chrome
      >
        {PLAN_KINDS.map(({ id, name }) => (
          <button
            key={id}
            type="button"
            className="tool"
            aria-pressed={plan.kind === id}
            onClick={() => choice.show(id)}
          >
            {name}
          </button>
        ))}
      </div>
      <div className="grid grid-cols-2 gap-px bg-rule max-md:grid-cols-1">
        {cases.map((one, i) => (
          <Case
            wide={i === cases.length - 1 && i % 2 === 0}
            key={one.id}
            title={one.title}
            losses={one.losses}
            none={one.none}
          />
        ))}
        <section className="col-span-full bg-raised px-3.5 py-3" aria-label="More devices">
          <h3 className="flex items-center gap-2 font-semibold">
            What if I add{" "}
            <input
              type="number"
              aria-label="More devices"
              min={1}
              max={500}
              className="field h-6 w-16 font-mono"
              value={more}
              onChange={(event) => setMore(Math.max(1, Math.min(500, Number(event.target.value) || 1)))}
            />{" "}
            more
          </h3>
          <ul className="mt-2 grid gap-1.5">
            {addMore(solved.design, plan, more).map((room) => (
              <li key={`${room.controller} ${room.protocol}`}>
                <p className="flex justify-between gap-2">
                  <span className="min-w-0 truncate">
                    {room.protocol}, {room.controller}
                  </span>
                  <span className={`measure shrink-0 ${room.fits ? "" : "font-semibold text-stop"}`}>
                    {room.devices} + {more} of {room.holds}
                  </span>
                </p>
                <div className="mt-0.5 flex h-1.5 bg-ground" aria-hidden="true">
                  <span
                    className="bg-accent"
                    style={{ width: `${Math.min(100, (100 * room.devices) / room.holds)}%` }}
                  />
                  <span
                    className={room.fits ? "bg-accent/45" : "bg-stop"}
                    style={{
                      width: `${Math.max(0, Math.min(100 - (100 * room.devices) / room.holds, (100 * more) / room.holds))}%`,
                    }}
                  />
                </div>
                {!room.fits && (
                  <p className="text-small text-stop">
                    {room.after - room.holds} too many: another coordinator or another protocol for them
                  </p>
                )}
              </li>
            ))}
          </ul>
        </section>
      </div>
    </div>
  );
}

function Case({
  title,
  losses,
  none,
  wide,
}: {
  title: string;
  losses: readonly Loss[];
  none: string;
  wide: boolean;
}) {
  const { select } = useDesk();
  const stops = losses.filter((loss) => loss.stops).length;
  return (
    <section className={`bg-raised px-3.5 py-3 ${wide ? "col-span-full" : ""}`} aria-label={title}>
      <h3 className="flex items-baseline justify-between gap-2 font-semibold">
        <span>{title}</span>
        <span className={`text-small ${stops ? "text-stop" : "text-accent"}`}>
          {stops ? `${stops} stop` : "nothing stops"}
        </span>
      </h3>
      {losses.length === 0 ? (
        <p className="mt-1 text-soft">{none}</p>
      ) : (
        <ul className="mt-1 grid max-h-52 gap-1 overflow-y-auto">
          {losses.map((loss) => (
            <li key={`${loss.want} ${loss.text}`} className="flex gap-2">
              <span
                className={`mt-1.5 size-2 shrink-0 ${loss.stops ? "bg-stop" : "border border-mend"}`}
                aria-hidden="true"
              />
              <span>
                <button
                  type="button"
                  className="font-medium hover:underline"
                  onClick={() => select({ in: "wants", id: loss.want })}
                >
                  {loss.name}
                </button>
                {loss.critical && <span className="text-stop"> critical</span>}{" "}
                <span className="text-small text-soft">{loss.text}</span>
              </span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
