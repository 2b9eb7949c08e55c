/** What a plug or relay may feed: every rating against every class of load, with the load as a line. */
import { useState } from "react";
import { adviseRating, ratingTable } from "#core/stages/choose/advise/rating";
import { LOAD_CLASSES, PLANNED_SHARE, type LoadClass } from "#core/stages/choose/loads";
import { useDesign } from "../../desk/desk";
import { Advice, NumberField, Pick } from "./advice";

const WORDS: Readonly<Record<LoadClass, string>> = {
  resistive: "ordinary, continuous",
  electronic: "electronic, lamps",
  motor: "motor",
  heater: "heater",
};

export default function AdviseRating() {
  const design = useDesign();
  const [loadW, setLoad] = useState(2200);
  const [loadClass, setClass] = useState<LoadClass>("motor");
  const { mainsV } = design.design;
  const advice = adviseRating(loadW, mainsV, loadClass);
  const table = ratingTable(mainsV);
  const top = Math.max(loadW, 16 * mainsV) * 1.02;
  const width = (watts: number) => `${(100 * watts) / top}%`;
  return (
    <Advice
      title="Plug and relay rating"
      verdict={advice.verdict}
      good={advice.amps !== undefined}
      reasons={advice.reasons}
      working={advice.working}
      caution="Loads near a rating run hot. Heaters and motors that anything can switch on unattended are a fire risk, and a motor that starts by itself can hurt. Plan to 80 % and lower; local codes and a licensed person decide."
      fields={
        <>
          <NumberField label="Load" unit="W" value={loadW} min={1} max={20000} step={50} take={setLoad} />
          <Pick
            label="that is"
            value={loadClass}
            options={LOAD_CLASSES.map((one) => ({ value: one, text: WORDS[one] }))}
            take={setClass}
          />
          <span className="text-soft">
            at <span className="measure text-ink">{mainsV} V</span>, the design's mains
          </span>
        </>
      }
      drawing={
        <table className="w-full text-small">
          <thead>
            <tr className="text-left text-soft">
              <th className="w-14 font-normal">Rating</th>
              <th className="font-normal">May be planned for {WORDS[loadClass]}, of what is printed</th>
              {LOAD_CLASSES.map((one) => (
                <th
                  key={one}
                  className={`w-20 text-right font-normal ${one === loadClass ? "font-semibold text-ink" : ""}`}
                >
                  {one}
                  <br />
                  {PLANNED_SHARE[one].share * 100} %
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {table.map((row) => {
              const own = row.find((one) => one.loadClass === loadClass)!;
              return (
                <tr key={own.amps} className={own.amps === advice.amps ? "bg-wash font-semibold" : ""}>
                  <th scope="row" className="measure py-1 text-left">
                    {own.amps} A
                  </th>
                  <td className="pr-3">
                    <div className="relative h-4 bg-ground">
                      <span
                        className="absolute inset-y-0 left-0 border border-rule bg-pane"
                        style={{ width: width(own.ratedW) }}
                      />
                      <span
                        className={`absolute inset-y-0 left-0 ${own.limitW >= loadW ? "bg-accent" : "bg-stop/70"}`}
                        style={{ width: width(own.limitW) }}
                      />
                      <span className="absolute -inset-y-1 w-0.5 bg-ink" style={{ left: width(loadW) }} />
                    </div>
                  </td>
                  {row.map((one) => (
                    <td
                      key={one.loadClass}
                      className={`measure text-right ${one.limitW >= loadW ? "" : "text-soft line-through"}`}
                    >
                      {Math.round(one.limitW)} W
                    </td>
                  ))}
                </tr>
              );
            })}
          </tbody>
        </table>
      }
    />
  );
}
