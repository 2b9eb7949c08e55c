/** The loads of this house wired three ways, side by side, and what each way's practitioners are told by the others. */
import { groupDigits, formatTotal } from "#core/design/units";
import { HELD_AGAINST, waysToWire, type Way } from "#core/stages/bus/ways-to-wire";
import { useDesign, useDesk } from "../../desk/desk";
import { Empty, ToSheet } from "../../desk/empty";
import { Caution, Worked } from "../../inspect/parts";

const NAMES: Readonly<Record<Way["way"], [name: string, what: string]>> = {
  central: ["Central", "every load's cable back to a cabinet"],
  decentral: ["Decentral", "small actuators in boxes near the loads, on one bus"],
  radio: ["Radio", "actuators behind the switches that are there"],
};

export default function Ways() {
  const design = useDesign();
  const { preferences } = useDesk();
  const ways = waysToWire(design);
  if (!ways.some(({ modules }) => modules))
    return (
      <Empty text="Three ways to wire what a house switches are compared here, once it has lamps, shades or valves and a closet their cables could end at.">
        <ToSheet stage="runs" text="Put points on the plan" />
      </Empty>
    );
  const rows: [string, (way: Way) => number, (value: number) => string][] = [
    ["Cable to loads", (way) => way.cableM, (value) => formatTotal(value, preferences.units)],
    ["Bus cable", (way) => way.busM, (value) => formatTotal(value, preferences.units)],
    ["Boxes with electronics", (way) => way.boxes, String],
    ["Modules and actuators", (way) => way.modules, String],
    ["Hours", (way) => way.hours, (value) => value.toFixed(1)],
  ];
  const least = (of: (way: Way) => number) => Math.min(...ways.map(of));
  return (
    <div
      className="relative min-h-0 flex-1 overflow-auto"
      tabIndex={0}
      role="region"
      aria-label="Ways to wire"
    >
      <table className="m-4 w-[calc(100%-2rem)] min-w-160 max-w-260 table-fixed border border-rule bg-raised text-left">
        <caption className="sr-only">Three ways to wire the loads of this house</caption>
        <thead>
          <tr className="border-b border-rule bg-pane align-top">
            <th className="w-44 px-3 py-2 text-small font-normal text-soft">For the loads of this house</th>
            {ways.map(({ way }) => (
              <th key={way} className="px-3 py-2 font-semibold">
                {NAMES[way][0]}
                <span className="block text-small font-normal text-soft">{NAMES[way][1]}</span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(([name, of, text]) => (
            <tr key={name} className="border-b border-rule/60">
              <th className="px-3 py-1.5 font-normal">{name}</th>
              {ways.map((way) => (
                <td key={way.way} className={`measure px-3 ${of(way) === least(of) ? "font-semibold" : ""}`}>
                  {text(of(way))}
                </td>
              ))}
            </tr>
          ))}
          <tr className="border-b border-rule">
            <th className="px-3 py-1.5 font-normal">Cost, bought and laid</th>
            {ways.map((way) => (
              <td
                key={way.way}
                className={`px-3 ${way.cost === least((one) => one.cost) ? "font-semibold" : ""}`}
              >
                <Worked working={() => way.working}>
                  {groupDigits(way.cost, 0)} {design.design.currency}
                </Worked>
              </td>
            ))}
          </tr>
          <tr className="border-b border-rule align-top">
            <th className="px-3 py-2 font-normal">In this house</th>
            {ways.map(({ way, but }) => (
              <td key={way} className="px-3 py-2 text-small">
                {but.length ? (
                  <ul className="grid gap-1">
                    {but.map((text) => (
                      <li key={text}>{text}</li>
                    ))}
                  </ul>
                ) : (
                  <span className="text-soft">nothing stands in its way</span>
                )}
              </td>
            ))}
          </tr>
          <tr className="align-top">
            <th className="px-3 py-2 font-normal">What the others hold against it</th>
            {ways.map(({ way }) => (
              <td key={way} className="px-3 py-2 text-small">
                <ul className="grid gap-1.5">
                  {HELD_AGAINST[way].map((text) => (
                    <li key={text}>{text}</li>
                  ))}
                </ul>
              </td>
            ))}
          </tr>
        </tbody>
      </table>
      <p className="mx-4 max-w-220 text-small text-soft">
        Metres along the drawn ways; parts and minutes are typical, each figure opens to show them. A house
        may be mixed: what has a channel here is wired to a cabinet, what has none is left to its switch, its
        radio or its own bus.
      </p>
      <Caution text="All three ways meet mains in every box: isolate, lock off and prove dead first. Local codes and a licensed person decide." />
    </div>
  );
}
