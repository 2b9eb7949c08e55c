/**
 * The household's panel: the house as its rooms, what comes next, what is done by holding, what the house lets be, and
 * whether all is in order before bed. It is driven by a rehearsal that goes on, or by the stand-in house over MQTT. One
 * layout for wall, tablet and telephone.
 */
import { BellRing, Check, Maximize2, Minimize2, Minus } from "lucide-react";
import { useEffect, useMemo, useState } from "react";
import type { Design } from "#core/design/collections";
import { clockInstant, clockText, dayText, localParts, parseDay } from "#core/design/local-time";
import { capital, counted } from "#core/design/words";
import { nextOf } from "#core/stages/automations";
import { dialsKept, holdsOf, inOrder, lowCells, panelRoom } from "#core/stages/rehearse/panel";
import type { Sums } from "#core/stages/rehearse/play/log";
import { useDesign, useDesk } from "../../desk/desk";
import { Empty, ToSheet } from "../../desk/empty";
import { Choice } from "../../kit/choice";
import { useAsked } from "./asked";
import { HouseDialog } from "./house-dialog";
import { AtTheDoor, AtRest, useRest } from "./panel-door";
import { Dial, HoldButton, Rooms, RoomSheet } from "./panel-parts";
import { useHouse, useHouseSaid, useLive } from "./panel-source";
import { useRunState } from "./run-store";

const SPEEDS = [
  ["1", "as time goes"],
  ["60", "a minute a second"],
  ["600", "ten minutes a second"],
] as const;

const isStation = (kind: string) => kind.split("--")[0] === "door-station";

/** The next sentences that are known ahead. */
function nextsOf(design: Design, now: number): { at: number; name: string }[] {
  return design.automations
    .flatMap((row) => {
      const at = row.enabled ? nextOf(design, row, now) : undefined;
      return at === undefined ? [] : [{ at, name: row.name }];
    })
    .sort((a, b) => a.at - b.at)
    .slice(0, 12);
}

/** What was drawn since midnight: the sums so far less those of when the day began. */
function useToday(day: string | undefined, sums: Sums | undefined): Sums | undefined {
  const [begun, setBegun] = useState<{ day: string; sums: Sums | undefined }>();
  useEffect(() => {
    if (day === undefined) return;
    // The first day that is seen began with nothing.
    setBegun((now) => (now?.day === day ? now : { day, sums: now ? sums : undefined }));
  }, [day, sums]);
  if (!sums || !begun?.sums) return sums;
  const less = begun.sums;
  return { ...sums, kWh: sums.kWh - less.kWh, sunKWh: sums.sunKWh - less.sunKWh };
}

const PANEL_LEVEL_MOST = 7;

/** @param alone it is all of the page: nobody goes back to a desk from it */
export default function Panel({ alone = false }: { alone?: boolean }) {
  const design = useDesign();
  const { store, readOnly } = useDesk();
  const asked = useAsked();
  const { zone } = design.design;
  const { at } = useRunState();
  const [speed, setSpeed] = useState<(typeof SPEEDS)[number][0]>("60");
  const [wide, setWide] = useState(alone);
  const [asking, setAsking] = useState(false);
  const [house, askHouse] = useHouseSaid();
  const [driver, setDriver] = useState<"rehearsal" | "house">();
  const [room, setRoom] = useState<string>();
  // It begins where the scrubber stands, else in the afternoon; and then goes its own way.
  const [began, setBegan] = useState<number>();
  const usual = asked.on ? clockInstant(zone, parseDay(asked.on, "Day"), "15:20") : undefined;
  useEffect(() => setBegan((now) => now ?? at ?? usual), [at, usual]);
  // Where a house is open, a panel by itself shows that one.
  const byHouse = Boolean(house) && (driver ?? (alone ? "house" : "rehearsal")) === "house";
  const live = useLive(design, byHouse || house === undefined ? undefined : began, Number(speed));
  const heard = useHouse(byHouse, askHouse);
  const { snapshot, failed, refused, post } = byHouse ? heard : live;
  const today = useToday(snapshot && dayText(localParts(zone, snapshot.now)), snapshot?.sums);
  const near = panelRoom(design);
  const rest = useRest(wide, snapshot, near);
  const levels = [...design.levels]
    .sort((a, b) => a.elevationM - b.elevationM)
    .filter(({ id }) => design.rooms.some((one) => one.level === id))
    .slice(0, PANEL_LEVEL_MOST);
  const ground =
    levels.find(({ id }) => id === "ground") ?? levels.find(({ elevationM }) => elevationM >= 0) ?? levels[0];
  const [chosen, setChosen] = useState<string>();
  const level = chosen ?? ground?.id ?? "";
  const slot = snapshot ? Math.floor(snapshot.now / 600_000) : undefined;
  const nexts = useMemo(() => (slot === undefined ? [] : nextsOf(design, slot * 600_000)), [design, slot]);
  const coming = nexts.filter((next) => snapshot && next.at > snapshot.now).slice(0, 2);
  useEffect(() => {
    if (!wide) return;
    if (alone) return;
    const keyed = (event: KeyboardEvent) => event.key === "Escape" && room === undefined && setWide(false);
    window.addEventListener("keydown", keyed);
    return () => window.removeEventListener("keydown", keyed);
  }, [wide, room, alone]);
  if (!design.rooms.length || !design.devices.length)
    return (
      <Empty text="The household's panel is watched here once there are rooms, and devices in them.">
        <ToSheet stage="choose" text="To the choice of devices" />
      </Empty>
    );
  const order = snapshot ? inOrder(design, snapshot) : [];
  const open = order.filter(({ ok }) => !ok).length;
  const flags = design.dials.filter(({ kind }) => kind === "flag");
  const others = design.dials.filter(({ kind }) => kind !== "flag");
  const kept = snapshot ? dialsKept(design, snapshot.dials) : [];
  const low = snapshot ? lowCells(design, snapshot) : [];
  const station =
    snapshot &&
    design.points.find(({ id, kind }) => isStation(kind) && snapshot.values.has(`${id} online`))?.id;
  const holds = snapshot ? holdsOf(design, snapshot) : [];
  return (
    <div
      className={`@container flex min-h-0 flex-1 flex-col overflow-y-auto bg-ground ${wide ? "fixed inset-0 z-40" : ""}`}
      data-panel
    >
      <header className="flex shrink-0 flex-wrap items-center gap-x-6 gap-y-1 bg-mast px-5 py-2 text-mast-ink">
        <p className="font-mono text-4xl font-semibold" data-panel-clock>
          {snapshot ? clockText(zone, snapshot.now) : "--:--"}
        </p>
        <div className="min-w-0 flex-1 text-base leading-snug max-sm:order-last max-sm:basis-full">
          {coming.map((next, i) => (
            <p key={next.name} className={`truncate ${i ? "text-mast-soft" : ""}`}>
              {i ? "then " : "Next: "}
              <strong className="font-mono font-semibold">{clockText(zone, next.at)}</strong> {next.name}
            </p>
          ))}
        </div>
        {snapshot && (
          <p className="text-right text-base leading-snug">
            {snapshot.sky.temperatureC.toFixed(1)}° · wind {snapshot.sky.windMS.toFixed(1)} m/s
            <span className="block text-mast-soft">{snapshot.sky.rain ? "it rains" : "dry"}</span>
          </p>
        )}
      </header>
      {snapshot?.hubDown && (
        <p role="alert" className="bg-stop px-5 py-1.5 text-base font-semibold text-on-accent">
          The hub is down: wall switches and keys still work, this panel does not.
        </p>
      )}
      <div className="flex shrink-0 grow flex-col @3xl:min-h-0 @3xl:shrink @3xl:flex-row">
        <div className="flex min-h-96 min-w-0 flex-1 flex-col p-3">
          <div className="flex flex-wrap items-center gap-2" data-chrome>
            <span className="flex flex-wrap gap-1.5" role="group" aria-label="Level on the panel">
              {levels.map(({ id, name }) => (
                <button
                  key={id}
                  type="button"
                  className={`h-10 rounded-[3px] border px-3.5 text-base ${id === level ? "border-ink bg-ink font-semibold text-raised" : "border-rule bg-raised"}`}
                  aria-pressed={id === level}
                  onClick={() => setChosen(id)}
                >
                  {name}
                </button>
              ))}
            </span>
            <span className="ml-auto flex flex-wrap items-center gap-1.5">
              {house && (
                <Choice
                  label="Driven by"
                  className="w-44"
                  value={byHouse ? "house" : "rehearsal"}
                  options={[
                    { value: "rehearsal" as const, text: "this rehearsal" },
                    { value: "house" as const, text: "the stand-in house" },
                  ]}
                  take={setDriver}
                />
              )}
              {!byHouse && (
                <Choice
                  label="How fast"
                  className="w-44"
                  value={speed}
                  options={SPEEDS.map(([value, text]) => ({ value, text }))}
                  take={setSpeed}
                />
              )}
              {!wide && (
                <button type="button" className="button" onClick={() => setAsking(true)}>
                  Stand-in house
                </button>
              )}
              {wide && station !== undefined && (
                <button
                  type="button"
                  className="button"
                  onClick={() => post({ press: { point: station, button: 1 } })}
                >
                  <BellRing size={13} aria-hidden="true" />
                  Ring at the door
                </button>
              )}
              {wide && snapshot && (
                <button type="button" className="button" onClick={rest.begin}>
                  Let it rest
                </button>
              )}
              {!alone && (
                <button type="button" className="button" onClick={() => setWide(!wide)}>
                  {wide ? (
                    <Minimize2 size={13} aria-hidden="true" />
                  ) : (
                    <Maximize2 size={13} aria-hidden="true" />
                  )}
                  {wide ? "Back to the desk" : "As on the wall"}
                </button>
              )}
            </span>
          </div>
          {failed && (
            <p role="alert" className="mt-2 text-stop">
              {failed}
            </p>
          )}
          {refused && (
            <p role="alert" className="mt-2 font-semibold text-stop">
              {refused}
            </p>
          )}
          {snapshot ? (
            <Rooms design={design} level={level} now={snapshot} open={setRoom} />
          ) : (
            <p className="p-4 text-soft" role="status">
              {failed ? "" : "The house wakes up…"}
            </p>
          )}
        </div>
        <aside
          className="w-full shrink-0 border-rule bg-pane p-4 max-@3xl:border-t @3xl:w-72 @3xl:border-l @3xl:overflow-y-auto"
          aria-label="What the household sets"
        >
          {holds.length > 0 && (
            <section aria-label="Hold to do it">
              <h3 className="text-small text-soft">Hold to do it</h3>
              <div className="mt-2 grid gap-2.5">
                {holds.map((hold) => (
                  <HoldButton
                    key={hold.point}
                    hold={hold}
                    done={() => post({ wish: { point: hold.point, aspect: hold.aspect, value: hold.value } })}
                  />
                ))}
              </div>
            </section>
          )}
          {today && (
            <section className="mt-4 text-base" aria-label="Current today">
              <h3 className="text-small text-soft">Current today</h3>
              <p className="flex justify-between">
                Drawn <span className="measure">{today.kWh.toFixed(1)} kWh</span>
              </p>
              {today.sunKWh > 0 && (
                <p className="flex justify-between">
                  Own sun <span className="measure">{today.sunKWh.toFixed(1)} kWh</span>
                </p>
              )}
            </section>
          )}
          {low.length > 0 && (
            <section className="mt-4" aria-label="Cells to change">
              <h3 className="text-small text-soft">Cells to change</h3>
              <ul className="mt-1">
                {low.slice(0, 4).map(({ name, says }) => (
                  <li key={name} className="flex justify-between gap-2 text-base">
                    <span className="truncate">{name}</span>
                    <span className="whitespace-nowrap text-stop">{says}</span>
                  </li>
                ))}
              </ul>
              {low.length > 4 && <p className="text-small text-soft">and {low.length - 4} more</p>}
            </section>
          )}
          {snapshot && flags.length > 0 && (
            <section className="mt-4" aria-label="The house lets it be">
              <h3 className="text-small text-soft">The house lets it be</h3>
              <ul className="mt-1 divide-y divide-rule">
                {flags.map((dial) => (
                  <li key={dial.id}>
                    <Dial dial={dial} value={snapshot?.dials.get(dial.id)} post={post} />
                  </li>
                ))}
              </ul>
            </section>
          )}
          {snapshot && others.length > 0 && (
            <section className="mt-4" aria-label="Times and levels">
              <h3 className="text-small text-soft">Times and levels</h3>
              <ul className="mt-1 divide-y divide-rule">
                {others.map((dial) => (
                  <li key={dial.id}>
                    <Dial dial={dial} value={snapshot?.dials.get(dial.id)} post={post} />
                  </li>
                ))}
              </ul>
            </section>
          )}
          {kept.length > 0 && !readOnly && (
            <p className="mt-3 border-l-2 border-accent pl-2.5 text-small" data-kept>
              {counted(kept.length, "setting")} for now.{" "}
              <button type="button" className="underline" onClick={() => store.edit(kept)}>
                Keep {kept.length === 1 ? "it" : "them"}
              </button>
            </p>
          )}
        </aside>
      </div>
      <section
        className="flex shrink-0 flex-wrap items-stretch border-t border-rule bg-raised"
        aria-label="In order before bed"
      >
        {order.map(({ name, ok, says }) => (
          <div
            key={name}
            className="flex items-center gap-3 border-r border-rule px-4 py-2.5"
            data-order={ok ? "yes" : "no"}
          >
            {ok ? (
              <Check size={22} className="text-accent" aria-hidden="true" />
            ) : (
              <span className="grid size-5 place-items-center bg-stop text-on-accent" aria-hidden="true">
                <Minus size={14} />
              </span>
            )}
            <span>
              <strong className="block text-base font-semibold">{name}</strong>
              <span className={`text-small ${ok ? "text-soft" : "text-stop"}`}>{says}</span>
            </span>
          </div>
        ))}
        {snapshot && (
          <p
            className={`ml-auto self-center px-4 py-2 text-right text-base font-semibold ${open ? "text-stop" : "text-accent"}`}
            data-before-bed
          >
            {open ? `${capital(counted(open, "thing"))} before bed` : "All in order"}
            <span className="block text-small font-normal text-soft">
              {order.length - open} of {order.length} in order
            </span>
          </p>
        )}
      </section>
      {room !== undefined && snapshot && (
        <RoomSheet design={design} now={snapshot} room={room} close={() => setRoom(undefined)} post={post} />
      )}
      {snapshot && <AtTheDoor design={design} now={snapshot} post={post} />}
      {rest.resting && snapshot && (
        <AtRest
          clock={clockText(zone, snapshot.now)}
          sky={`${snapshot.sky.temperatureC.toFixed(1)}°`}
          order={open ? `${capital(counted(open, "thing"))} not in order` : "All in order"}
          wake={rest.end}
        />
      )}
      {asking && (
        <HouseDialog
          design={design}
          house={house ?? undefined}
          at={snapshot?.now ?? began}
          asked={asked}
          close={() => setAsking(false)}
          changed={askHouse}
        />
      )}
    </div>
  );
}
