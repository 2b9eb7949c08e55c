/** A point with its cables. */
import { Trash2 } from "lucide-react";
import { Suspense } from "react";
import { useLocation } from "react-router";
import { byId, type Design, rowOf } from "#core/design/collections";
import { checkRow } from "#core/design/check-row";
import { fail } from "#core/design/input-error";
import { formatLength } from "#core/design/units";
import { changePoint, duplicatePoint, movePoint, removePoint, roomAt } from "#core/stages/house";
import { ableOf } from "#core/stages/automations/things";
import { APPLIANCES } from "#core/design/vocabulary";
import { applianceNamed } from "#core/stages/runs/appliances";
import { addDevice } from "#core/stages/register";
import { dropsOfPoint, lengthWorking, loadWorking, type Drop } from "#core/stages/runs";
import { pointLabel } from "#core/points/labels";
import type { InspectorProps } from "../../desk/parts";
import { focusSheet, newRowId, useDesk, useEdit } from "../../desk/desk";
import { LengthField, ChoiceField, TextField } from "../../kit/fields";
import { Glyph } from "../../kit/glyph";
import { WorkingPanel } from "../../inspect/working-panel";
import { portsOfDrop } from "#core/points/ports";
import { Caution, Fact, Heading, Worked } from "../../inspect/parts";
import { Findings } from "../../inspect/findings-of";
import { lazily } from "../../kit/lazily";

const MastSiting = lazily(() => import("../bus/mast-siting"));
const WaysPanel = lazily(() => import("./ways-panel"));

const setsOf = (design: Design, point: string) => ableOf(design).get(point);
/** Something may hang on it: a plug, or a relay. */
const canBeFed = (design: Design, point: string) =>
  ["plug", "switch"].includes(setsOf(design, point)?.type ?? "");
/** It opens and shuts for a room: a valve at a manifold. */
const canServe = (design: Design, point: string) => setsOf(design, point)?.type === "valve";

const MOST_W = 100_000;

/** Watts as they are typed; nothing where the field is emptied. */
function wattsIn(text: string): number | undefined {
  if (text.trim() === "") return undefined;
  const watts = Number(text.replace(",", "."));
  return watts >= 0 && watts <= MOST_W ? watts : fail("At work", `must be a number from 0 to ${MOST_W} W`);
}

const hangingText = (name: string) => {
  const named = applianceNamed(name);
  return named ? `${named}, by its name` : "nothing special";
};

export default function PointInspector({ design, id, drop }: InspectorProps) {
  const { select, readOnly, preferences, working } = useDesk();
  const edit = useEdit();
  const point = rowOf(design, "points", id);
  const kind = rowOf(design, "kinds", point.kind);
  const drops = dropsOfPoint(design, point);
  const shown = drops.find((d) => d.key === drop) ?? drops[0];
  const stage = useLocation().pathname.split("/").at(-1);
  const device = design.devices.find((row) => row.point === point.id);
  const route = shown?.route?.ways.map((way) => byId(design, way.in).get(way.id)?.name).join(", ");
  return (
    <>
      <Heading
        glyph={<Glyph glyph={kind.glyph} size={15} />}
        title={point.name}
        label={pointLabel(design, point)}
        text={`${kind.name} · ${byId(design, "rooms").get(point.room)?.name} · ${formatLength(point.z, preferences.units)} up`}
      />
      {drops.length > 0 && (
        <dl className="border-b border-rule px-3.5 py-2.5">
          <Fact label="Kit">{kitText(design, drops)}</Fact>
          <Fact label="Route">
            {route || <span className="text-soft">{point.closet ? "none found" : "no closet yet"}</span>}
          </Fact>
          {drops.map((d) => (
            <Fact key={d.key} label={drops.length > 1 ? `Length /${d.index}` : "Length"}>
              {d.lengthM === undefined ? (
                <span className="text-soft">–</span>
              ) : (
                <Worked working={() => lengthWorking(design, d)}>
                  {formatLength(d.lengthM, preferences.units)}
                </Worked>
              )}
              {d.load && (
                <>
                  {" "}
                  ·{" "}
                  <Worked working={() => loadWorking(design, d)}>
                    {d.load.endV === undefined ? "no start" : `${d.load.endV.toFixed(2)} V`}
                  </Worked>
                </>
              )}
              {d.state !== "planned" && <span className="text-soft"> · {d.state}</span>}
            </Fact>
          ))}
          {drops.map((d) => {
            const { panel, switch: at } = portsOfDrop(design, d.key);
            return (
              (panel || at) && (
                <Fact key={`${d.key} port`} label={drops.length > 1 ? `Port /${d.index}` : "Port"}>
                  {panel ?? "no panel port"}
                  {at && <span className="text-soft">, on {at}</span>}
                </Fact>
              )
            );
          })}
        </dl>
      )}
      {!working && shown && <OwnWorking design={design} drop={shown} />}
      <Findings collection="points" id={point.id} />
      {stage === "runs" && drops.some((one) => one.route && !one.to && !one.segment) && (
        <Suspense>
          <WaysPanel design={design} point={point} />
        </Suspense>
      )}
      <div className="grid gap-1.5 border-b border-rule px-3.5 py-3">
        <TextField
          label="Name"
          text={point.name}
          take={(text) => edit((d) => changePoint(d, point.id, { name: checkName(text) }))}
        />
        {kind.drops.length > 0 && (
          <ChoiceField
            label="Ends at"
            value={point.closet ?? ""}
            options={[
              { value: "", text: "no closet" },
              ...design.closets.map((closet) => ({ value: closet.id, text: closet.name })),
            ]}
            take={(closet) => edit((d) => changePoint(d, point.id, { closet: closet || undefined }))}
          />
        )}
        {canBeFed(design, point.id) && (
          <>
            <ChoiceField
              label="What hangs on it"
              value={point.appliance ?? ""}
              options={[
                { value: "", text: hangingText(point.name) },
                ...APPLIANCES.map((one) => ({ value: one, text: one })),
              ]}
              take={(one) => edit((d) => changePoint(d, point.id, { appliance: one || undefined }))}
            />
            <TextField
              label="At work"
              unit="W"
              mono
              inputMode="decimal"
              text={point.ratedW === undefined ? "" : String(point.ratedW)}
              take={(text) => edit((d) => changePoint(d, point.id, { ratedW: wattsIn(text) }))}
            />
          </>
        )}
        {canServe(design, point.id) && (
          <ChoiceField
            label="Works for"
            value={point.serves ?? ""}
            options={[
              { value: "", text: "the room it stands in" },
              ...design.rooms.map((room) => ({ value: room.id, text: room.name })),
            ]}
            take={(room) => edit((d) => changePoint(d, point.id, { serves: room || undefined }))}
          />
        )}
        <LengthField
          label="Across, x"
          metres={point.x}
          take={(x) => edit((d) => movePoint(d, point.id, { x: within(x), y: point.y }))}
        />
        <LengthField
          label="Down, y"
          metres={point.y}
          take={(y) => edit((d) => movePoint(d, point.id, { x: point.x, y: within(y) }))}
        />
        <LengthField
          label="Height, z"
          metres={point.z}
          take={(z) =>
            edit((d) => changePoint(d, point.id, { z: checkRow("points", { ...point, z }, "").z }))
          }
        />
        {!roomAt(design, point.level, point.x, point.y) && (
          <p className="text-small text-soft">This place is in no room.</p>
        )}
      </div>
      <div className="flex flex-wrap gap-1.5 px-3.5 py-3">
        {device ? (
          <button type="button" className="button" onClick={() => select({ in: "devices", id: device.id })}>
            Its device: {device.name}
          </button>
        ) : (
          !readOnly && (
            <button
              type="button"
              className="button"
              onClick={() => {
                const id = newRowId("d");
                edit((d) => addDevice(d, id, point.id));
              }}
            >
              Want a device here
            </button>
          )
        )}
        {!readOnly && (
          <button
            type="button"
            className="button"
            onClick={() => {
              const id = newRowId("p");
              edit((d) => duplicatePoint(d, point.id, id));
              select({ in: "points", id });
            }}
          >
            Duplicate
          </button>
        )}
        {!readOnly && (
          <button
            type="button"
            className="button text-stop"
            onClick={() => {
              edit((d) => removePoint(d, point.id));
              select(undefined);
              focusSheet();
            }}
          >
            <Trash2 size={13} /> Remove
          </button>
        )}
      </div>
      {kind.id === "weather-mast" && (
        <Suspense>
          <MastSiting design={design} point={point} />
        </Suspense>
      )}
      {point.drawn && (
        <p className="border-t border-rule px-3.5 py-2 text-small text-soft">
          Drawn at <span className="measure">{formatLength(point.drawn.x, preferences.units)}</span>,{" "}
          <span className="measure">{formatLength(point.drawn.y, preferences.units)}</span>; found here on{" "}
          {point.drawn.on}
          {point.drawn.why ? `: ${point.drawn.why}` : "."}
        </p>
      )}
      {kind.mainsLines && (
        <p className="border-t border-rule px-3.5 py-2 text-small">
          For the electrician: {kind.mainsLines.join(", ")}.
        </p>
      )}
      {((kind.needs?.volts !== undefined && kind.needs.volts > 50) || kind.mainsLines) && (
        <Caution text="Mains: isolate, lock off and prove dead before work. Local codes and a licensed person decide." />
      )}
      {kind.id === "door-reader" || kind.id === "door-station" ? (
        <Caution text="An electric release must open without power where codes ask for escape. Local codes and a licensed person decide." />
      ) : null}
      {kind.service === "shade" && (
        <Caution text="A looped chain must be held taut by a tensioner or the drive: strangulation. Keep the maker's word on motors and height; local codes decide." />
      )}
      {kind.id === "alarm-panel" && (
        <Caution text="Smoke, gas and carbon monoxide alarms stay independent of the automation; it may only listen. Local codes decide." />
      )}
      {kind.service === "sight" && kind.glyph === "sees" && kind.id === "camera" && (
        <Caution text="Tell the people who are filmed, and film no more than is needed. Local law decides." />
      )}
    </>
  );
}

const within = (m: number) =>
  Math.abs(m) <= 10_000 ? m : fail("Place", "must lie within 10 000 m of the plan's corner");

function checkName(text: string): string {
  const name = text.trim();
  return name && name.length <= 80
    ? name
    : fail("Name", name ? "must be at most 80 characters" : "must not be empty");
}

function kitText(design: Design, drops: readonly Drop[]): string {
  const counts = new Map<string, number>();
  for (const drop of drops)
    counts.set(
      drop.cableType?.name ?? `cable for ${drop.line.purpose} not chosen`,
      (counts.get(drop.cableType?.name ?? `cable for ${drop.line.purpose} not chosen`) ?? 0) + 1,
    );
  return [...counts].map(([name, count]) => `${count} × ${name}`).join(", ");
}

/** The length's working, open from the start: it is what a selected point is asked for. */
function OwnWorking({ design, drop }: { design: Design; drop: Drop }) {
  const working = lengthWorking(design, drop);
  return working ? <WorkingPanel working={working} /> : null;
}
