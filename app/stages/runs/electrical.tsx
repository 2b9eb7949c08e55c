/**
 * What reaches the far end: power over data by switch, lit treads by supply, lines and their losses, and a
 * line to try out.
 */
import { ChevronRight } from "lucide-react";
import { Suspense, useState } from "react";
import { putRow } from "#core/design/row-changes";
import { checkRow } from "#core/design/check-row";
import { byId, rowOf } from "#core/design/collections";
import type { ClosetRow } from "#core/design/rows/house-structure";
import { formatLength, groupDigits } from "#core/design/units";
import { dropsOf, lengthWorking, loadWorking, type Drop } from "#core/stages/runs";
import { lowVoltageUse, signalUse } from "#core/stages/runs/losses";
import { POE_CLASSES } from "#core/stages/runs/electrical";
import { leadsOf } from "#core/stages/runs/leads";
import { poeSwitches, poeWorking, type PoeSwitch } from "#core/stages/runs/poe";
import { endName } from "#core/stages/runs/end-name";
import { treadGroups } from "#core/stages/runs/treads";
import { lossWorking } from "#core/stages/runs/workings";
import { useDesign, useDesk, useEdit } from "../../desk/desk";
import { TextField } from "../../kit/fields";
import { Caution, Worked } from "../../inspect/parts";
import { LineTrial } from "./line-trial";
import { lazily } from "../../kit/lazily";

const StairDrawing = lazily(() => import("./stair-drawing"));

export default function Electrical() {
  const design = useDesign();
  const switches = poeSwitches(design);
  return (
    <div className="relative min-h-0 flex-1 overflow-auto" tabIndex={0} role="region" aria-label="Electrical">
      <section>
        <h3 className="px-3 pt-2.5 pb-1 font-semibold">Power over data cables, switch by switch</h3>
        {switches.length ? (
          switches.map((one) => <Switch key={one.closet.id} one={one} />)
        ) : (
          <p className="px-3 pb-2 text-soft">No point takes its power from a data cable yet.</p>
        )}
      </section>
      <Treads />
      <Losses />
      <LineTrial />
      <div className="pt-3">
        <Caution text="Supplies of light strips get hot and need air; mains to them is licensed work: isolate, lock off, prove dead. Local codes decide." />
      </div>
    </div>
  );
}

/** Numbers of one switch, with its drops folded away. */
function Switch({ one }: { one: PoeSwitch }) {
  const design = useDesign();
  const { select, preferences } = useDesk();
  const edit = useEdit();
  const [open, setOpen] = useState(false);
  const { closet, budgetW } = one;
  const set = (field: "poeBudgetW" | "poePorts") => (text: string) => {
    const value = text.trim() ? Number(text.replace(",", ".")) : undefined;
    edit((d) => {
      const row = Object.fromEntries(
        Object.entries({ ...rowOf(d, "closets", closet.id), [field]: value }).filter(
          ([, one]) => one !== undefined,
        ),
      );
      return putRow("closets", checkRow("closets", row, "") as ClosetRow);
    });
  };
  const scale = Math.max(budgetW ?? 0, one.allocatedW, one.realW);
  const over = budgetW !== undefined && one.allocatedW > budgetW;
  return (
    <div className="border-b border-rule" data-switch={closet.id}>
      <div className="flex flex-wrap items-center gap-x-5 gap-y-1 px-3 py-1.5">
        <button
          type="button"
          className="flex flex-1 items-center gap-1 text-left whitespace-nowrap hover:underline"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
        >
          <ChevronRight size={13} className={open ? "rotate-90" : ""} />
          {closet.name}
        </button>
        <span
          className="relative order-last h-3 w-full bg-ground"
          role="img"
          aria-label={`${one.allocatedW} W reserved, ${one.realW} W drawn${budgetW === undefined ? "" : ` of ${budgetW} W`}`}
        >
          <span
            className={`absolute inset-y-0 left-0 ${over ? "bg-stop/25" : "bg-power/25"}`}
            style={{ width: `${(100 * one.allocatedW) / scale}%` }}
          />
          <span
            className={`absolute inset-y-1 left-0 ${over ? "bg-stop" : "bg-power"}`}
            style={{ width: `${(100 * one.realW) / scale}%` }}
          />
          {budgetW !== undefined && (
            <span
              className="absolute -inset-y-0.5 w-0.5 bg-ink"
              style={{ left: `calc(${(100 * budgetW) / scale}% - 2px)` }}
            />
          )}
        </span>
        <span className="text-right text-small text-soft">
          <Worked working={() => poeWorking(one, "allocated")}>{groupDigits(one.allocatedW, 1)} W</Worked> set
          aside
        </span>
        <span className="text-right text-small text-soft">
          <Worked working={() => poeWorking(one, "real")}>{groupDigits(one.realW, 1)} W</Worked> drawn
        </span>
        <span className="flex items-center gap-1 text-small text-soft">
          of{" "}
          <span className="w-16">
            <TextField
              bare
              mono
              label={`Budget of ${closet.name}`}
              unit="W"
              inputMode="decimal"
              text={budgetW === undefined ? "" : String(budgetW)}
              take={set("poeBudgetW")}
            />
          </span>
        </span>
        <span className="flex items-center gap-1 text-small text-soft">
          <span className="measure text-ink">{one.drops.length}</span> of{" "}
          <span className="w-9">
            <TextField
              bare
              mono
              label={`Powered ports of ${closet.name}`}
              inputMode="decimal"
              text={one.ports === undefined ? "" : String(one.ports)}
              take={set("poePorts")}
            />
          </span>{" "}
          ports
        </span>
      </div>
      {open && (
        <table className="w-full text-small">
          <thead className="text-left text-soft">
            <tr>
              <th className="px-3 font-normal">Drop</th>
              <th className="font-normal">Point</th>
              <th className="text-right font-normal">In the house</th>
              <th className="text-right font-normal">Class</th>
              <th className="text-right font-normal">Set aside</th>
              <th className="text-right font-normal">At the device</th>
              <th className="text-right font-normal">Volts there</th>
              <th className="px-3 font-normal">Starts</th>
            </tr>
          </thead>
          <tbody>
            {one.drops.map((drop) => (
              <tr key={drop.key} className="h-6 border-t border-rule/50 hover:bg-pane">
                <th scope="row" className="px-3 text-left font-mono font-normal">
                  <button
                    type="button"
                    className="hover:underline"
                    onClick={() => select({ in: "points", id: drop.point.id, drop: drop.key })}
                  >
                    {drop.label}
                  </button>
                </th>
                <td>{drop.point.name}</td>
                <td className="text-right">
                  <Worked working={() => lengthWorking(design, drop)}>
                    {formatLength(drop.installedM!, preferences.units)}
                  </Worked>
                </td>
                <td className="measure text-right">{drop.load!.poeClass}</td>
                <td className="measure text-right">{POE_CLASSES[drop.load!.poeClass!]!.sourceW} W</td>
                <td className="measure text-right">{drop.load!.watts} W</td>
                <td className="text-right">
                  <Worked working={() => loadWorking(design, drop)}>
                    {drop.load!.endV === undefined ? "–" : `${drop.load!.endV.toFixed(2)} V`}
                  </Worked>
                </td>
                <td className={`px-3 ${drop.load!.endV === undefined ? "font-semibold text-stop" : ""}`}>
                  {drop.load!.endV === undefined ? "no" : "yes"}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </div>
  );
}

function Treads() {
  const design = useDesign();
  const { select, preferences } = useDesk();
  const groups = treadGroups(design);
  const homes = new Map(
    dropsOf(design)
      .filter((drop) => drop.home)
      .map((drop) => [drop.group!, drop]),
  );
  if (!groups.length)
    return design.points.some((point) => byId(design, "kinds").get(point.kind)?.grouped) ? (
      <p className="border-b border-rule px-3 py-2 text-soft">
        Lit treads run each to the cabinet in this design; Kits has the other school.
      </p>
    ) : null;
  return (
    <section className="border-b border-rule">
      <h3 className="px-3 pt-2.5 pb-1 font-semibold">Lit treads, by supply</h3>
      <div className="grid grid-cols-[minmax(0,1fr)_19rem] max-lg:grid-cols-1">
        <table className="h-fit w-full text-small [&_td]:pl-2 [&_td]:whitespace-nowrap [&_th]:pl-2">
          <thead className="text-left text-soft">
            <tr className="h-6">
              <th className="px-3 font-normal">Junction box at</th>
              <th className="text-right font-normal">Treads</th>
              <th className="text-right font-normal">Together</th>
              <th className="pl-3 font-normal">Home run</th>
              <th className="text-right font-normal">Length</th>
              <th className="px-3 text-right font-normal">Far strip</th>
            </tr>
          </thead>
          <tbody>
            {groups.map((group) => {
              const home = homes.get(group.id);
              return (
                <tr
                  key={group.id}
                  className="h-7 border-t border-rule/50 hover:bg-pane"
                  data-group={group.id}
                >
                  <th scope="row" className="px-3 text-left font-normal">
                    <button
                      type="button"
                      className="text-left hover:underline"
                      onClick={() => select({ in: "points", id: group.at.id, drop: home?.key })}
                    >
                      {group.at.name}
                    </button>
                  </th>
                  <td className="text-right">
                    <Worked
                      working={() => ({
                        title: "Treads on one supply",
                        value: group.points.length,
                        unit: "treads",
                        limit: { value: group.most, unit: "treads", source: "one supply" },
                        verdict: "holds",
                        steps: group.points.map((point, i) => ({
                          formula: `${i + 1}. ${point.name}`,
                          with: `${group.each.toFixed(1)} W`,
                          gives: formatLength(point.z, preferences.units),
                          source: "in order up the stair",
                        })),
                      })}
                    >
                      {group.points.length} of {group.most}
                    </Worked>
                  </td>
                  <td className="measure text-right">{(group.points.length * group.each).toFixed(1)} W</td>
                  <td className="pl-3">{home?.cableType?.name ?? "–"}</td>
                  <td className="text-right">
                    {home?.lengthM === undefined ? (
                      "–"
                    ) : (
                      <Worked working={() => lengthWorking(design, home)}>
                        {formatLength(home.lengthM, preferences.units)}
                      </Worked>
                    )}
                  </td>
                  <td
                    className={`px-3 text-right ${home?.load && home.load.dropPct! > home.load.limitPct! ? "font-semibold text-stop" : ""}`}
                  >
                    {home?.load ? (
                      <Worked working={() => loadWorking(design, home)}>
                        {home.load.endV!.toFixed(2)} V
                      </Worked>
                    ) : (
                      "–"
                    )}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
        <Suspense>
          <StairDrawing groups={groups} />
        </Suspense>
      </div>
    </section>
  );
}

/** Coaxial cables, loudspeaker lines and leads: what arrives. */
function Losses() {
  const design = useDesign();
  const { select, preferences } = useDesk();
  const lossy = signalUse(design);
  const low = lowVoltageUse(design);
  const leads = new Set(leadsOf(design).map((drop) => drop.key));
  const row = (drop: Drop, used: number, what: string, value: React.ReactNode) => (
    <tr key={drop.key} className="h-7 border-t border-rule/50 hover:bg-pane">
      <th scope="row" className="px-3 text-left font-mono font-normal whitespace-nowrap">
        <button
          type="button"
          className="hover:underline"
          onClick={() => select({ in: "points", id: drop.point.id, drop: drop.key })}
        >
          {drop.label}
        </button>
      </th>
      <td className="max-w-64 truncate">
        {drop.point.name}
        {leads.has(drop.key) && (
          <span className="text-soft">, lead to {endName(design, drop) ?? "nothing yet"}</span>
        )}
      </td>
      <td className="text-soft whitespace-nowrap">{what}</td>
      <td className="text-right">
        <Worked working={() => lengthWorking(design, drop)}>
          {formatLength(drop.installedM!, preferences.units)}
        </Worked>
      </td>
      <td className={`text-right ${used > 1 ? "font-semibold text-stop" : ""}`}>{value}</td>
      <td className="w-24 px-3">
        <span
          className="relative block h-2 bg-ground"
          role="img"
          aria-label={`${Math.round(100 * used)} % of its limit`}
        >
          <span
            className={`absolute inset-y-0 left-0 ${used > 1 ? "bg-stop" : "bg-accent"}`}
            style={{ width: `${Math.min(100, 100 * used)}%` }}
          />
        </span>
      </td>
    </tr>
  );
  return (
    <section className="border-b border-rule">
      <div className="border-b border-rule">
        <h3 className="px-3 pt-2.5 pb-1 font-semibold">Low voltage at the far end</h3>
        <table className="w-full text-small">
          <thead className="sr-only">
            <tr>
              <th>Drop</th>
              <th>Point</th>
              <th>Load</th>
              <th>Length</th>
              <th>Drop</th>
              <th>Of its limit</th>
            </tr>
          </thead>
          <tbody>
            {low.map(({ drop, used }) =>
              row(
                drop,
                used,
                `${groupDigits(drop.load!.watts, 1)} W at ${drop.load!.sourceV} V`,
                <Worked working={() => loadWorking(design, drop)}>{drop.load!.dropPct!.toFixed(2)} %</Worked>,
              ),
            )}
          </tbody>
        </table>
        {low.length === 0 && <p className="px-3 pb-2 text-soft">No drop brings low voltage yet.</p>}
      </div>
      <div>
        <h3 className="px-3 pt-2.5 pb-1 font-semibold">Coaxial cables and loudspeaker lines</h3>
        <table className="w-full text-small">
          <thead className="sr-only">
            <tr>
              <th>Drop</th>
              <th>Point</th>
              <th>Signal</th>
              <th>Length</th>
              <th>Loss</th>
              <th>Of its limit</th>
            </tr>
          </thead>
          <tbody>
            {lossy.map(({ drop, used }) =>
              row(
                drop,
                used,
                drop.loss!.mhz ? `at ${drop.loss!.mhz} MHz` : `into ${drop.loss!.loadOhm} Ω`,
                <Worked working={() => lossWorking(design, drop)}>{drop.loss!.db.toFixed(2)} dB</Worked>,
              ),
            )}
          </tbody>
        </table>
        {lossy.length === 0 && (
          <p className="px-3 pb-2 text-soft">No coaxial cable or loudspeaker line with a limit yet.</p>
        )}
      </div>
    </section>
  );
}
