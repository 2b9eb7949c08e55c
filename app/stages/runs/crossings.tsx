/** Where cables lie beside mains, and where they pass through parts that hold back fire. */
import { byId } from "#core/design/collections";
import { formatLength } from "#core/design/units";
import { besideMains, besideWorking, fireCrossings } from "#core/stages/runs";
import { useDesign, useDesk } from "../../desk/desk";
import { useWorded } from "../../desk/worded";
import { Caution, Worked } from "../../inspect/parts";

export default function Crossings() {
  const design = useDesign();
  const { select, preferences, showLevel } = useDesk();
  const worded = useWorded();
  const beside = besideMains(design);
  const fire = fireCrossings(design);
  return (
    <div
      className="relative min-h-0 flex-1 overflow-auto"
      tabIndex={0}
      role="region"
      aria-label="Mains and fire"
    >
      <table className="w-full">
        <caption className="px-3 pt-2 pb-1 text-left font-semibold">
          Beside mains, nearer than they may be
        </caption>
        <thead className="bg-pane text-left text-small text-soft">
          <tr className="h-7 border-y border-rule">
            <th className="px-3 font-normal">Way</th>
            <th className="font-normal">Mains run</th>
            <th className="text-right font-normal">Side by side</th>
            <th className="text-right font-normal">Nearest</th>
            <th className="text-right font-normal">Needed</th>
            <th className="px-3 font-normal">Divider</th>
          </tr>
        </thead>
        <tbody>
          {beside.map((one) => {
            const trunk = one.way.in === "trunks" ? byId(design, "trunks").get(one.way.id) : undefined;
            return (
              <tr key={`${one.way.id} ${one.mains.id}`} className="h-7 border-b border-rule/60 hover:bg-pane">
                <th scope="row" className="px-3 text-left font-normal">
                  <button
                    type="button"
                    className="hover:underline"
                    onClick={() => select({ in: one.way.in, id: one.way.id })}
                  >
                    {byId(design, one.way.in).get(one.way.id)?.name}
                  </button>
                </th>
                <td>{one.mains.name}</td>
                <td className="measure text-right">{formatLength(one.metres, preferences.units)}</td>
                <td className="text-right">
                  <Worked working={() => besideWorking(design, one)}>
                    {worded(`${Math.round(one.mm)} mm`)}
                  </Worked>
                </td>
                <td className="measure text-right">{worded(`${Math.round(one.neededMm)} mm`)}</td>
                <td className="px-3">{trunk?.divider ?? "none"}</td>
              </tr>
            );
          })}
          {beside.length === 0 && (
            <tr>
              <td colSpan={6} className="px-3 py-2 text-soft">
                {design.mainsRuns.length
                  ? "Every cable keeps its distance."
                  : "No mains run is drawn yet: draw them in stage 2, House, and the distance to each is held."}
              </td>
            </tr>
          )}
        </tbody>
      </table>
      <table className="mt-2 w-full">
        <caption className="px-3 pt-2 pb-1 text-left font-semibold">
          Openings through parts rated against fire, each to be sealed and listed
        </caption>
        <thead className="bg-pane text-left text-small text-soft">
          <tr className="h-7 border-y border-rule">
            <th className="px-3 font-normal">Part</th>
            <th className="text-right font-normal">Holds</th>
            <th className="text-right font-normal">Place, x · y</th>
            <th className="text-right font-normal">Height</th>
            <th className="text-right font-normal">Cables</th>
            <th className="px-3 text-right font-normal">Area of cable</th>
          </tr>
        </thead>
        <tbody>
          {fire.map((one) => (
            <tr key={`${one.id} ${one.at.join()}`} className="h-7 border-b border-rule/60 hover:bg-pane">
              <th scope="row" className="px-3 text-left font-normal">
                <button
                  type="button"
                  className="hover:underline"
                  onClick={() => {
                    showLevel(one.level);
                    select({ in: one.in, id: one.id });
                  }}
                >
                  {one.name}
                </button>
              </th>
              <td className="measure text-right">{one.minutes} min</td>
              <td className="measure text-right">
                {formatLength(one.at[0], preferences.units)} · {formatLength(one.at[1], preferences.units)}
              </td>
              <td className="measure text-right">
                {one.in === "levels" ? "floor" : formatLength(one.heightM, preferences.units)}
              </td>
              <td className="text-right">
                <Worked
                  working={() => ({
                    title: `Cables through ${one.name}`,
                    value: one.drops.length,
                    unit: "cables",
                    verdict: "none",
                    steps: one.drops.map((drop) => ({
                      formula: drop.label,
                      with: drop.cableType?.name ?? "",
                      gives: drop.cableType
                        ? `${((Math.PI / 4) * drop.cableType.outerMm ** 2).toFixed(0)} mm²`
                        : "",
                      source: drop.point.name,
                    })),
                  })}
                >
                  {one.drops.length}
                </Worked>
              </td>
              <td className="measure px-3 text-right">{Math.round(one.cableMm2)} mm²</td>
            </tr>
          ))}
          {fire.length === 0 && (
            <tr>
              <td colSpan={6} className="px-3 py-2 text-soft">
                No cable goes through a part with a fire rating. A wall's rating is given in stage 2, House,
                on the wall; a floor's on its level.
              </td>
            </tr>
          )}
        </tbody>
      </table>
      <div className="pt-3">
        <Caution text="A hole through a fire-rated part is sealed with a tested seal by somebody licensed to; no cable goes through before that is planned. Local codes decide." />
      </div>
    </div>
  );
}
