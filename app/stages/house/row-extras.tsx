/** What the inspector adds to the form of a wall, an opening, a switch, a leg or a lamp. */
import { dropRow, putRow } from "#core/design/row-changes";
import { capital } from "#core/design/words";
import { byId, type Design, type Rows } from "#core/design/collections";
import { formatLength, parseLength } from "#core/design/units";
import {
  azimuthDeg,
  azimuthWorking,
  drawnM,
  gangName,
  gangsOf,
  joinWalls,
  lampsOf,
  legOf,
  setWallLength,
  splitWall,
  toleranceM,
  wallLengthM,
  wayName,
  windName,
} from "#core/stages/house";
import { neighboursOf, setClear, sideWords, wallBeside } from "#core/stages/house/beside";
import { newRowId, selectedRefs, useDesk, useEdit } from "../../desk/desk";
import { Fact, Worked } from "../../inspect/parts";
import { LengthField, TextField } from "../../kit/fields";

/** What is typed there is checked like any other length and kept as a measurement beside the drawn one. */
function Measured({
  design,
  of,
  what,
  drawn,
}: {
  design: Design;
  of: { wall?: string; opening?: string; room?: string; side?: number };
  what: Rows["measurements"]["of"];
  drawn: number;
}) {
  const edit = useEdit();
  const { preferences } = useDesk();
  const known = design.measurements
    .filter(
      (row) =>
        row.of === what &&
        row.wall === of.wall &&
        row.opening === of.opening &&
        row.room === of.room &&
        row.side === of.side,
    )
    .at(-1);
  const off = known && Math.abs(drawn - known.metres) > toleranceM(known.metres);
  return (
    <div>
      <TextField
        label={`${capital(what)} by tape`}
        mono
        text={known?.typed ?? ""}
        take={(text) => {
          const typed = text.trim();
          if (!typed) return known && edit(() => dropRow("measurements", known.id));
          const metres = parseLength(typed, "By tape", preferences.units === "imperial" ? "ft" : "m");
          edit(() =>
            putRow("measurements", { id: known?.id ?? newRowId("m"), ...of, of: what, typed, metres }),
          );
        }}
      />
      {off && <p className="pl-26 text-small text-mend">drawn {formatLength(drawn, preferences.units)}</p>}
    </div>
  );
}

export function WallExtra({ design, row: wall }: { design: Design; row: Rows["walls"] }) {
  const { selection, select, readOnly, preferences } = useDesk();
  const bare = preferences.units === "imperial" ? "ft" : "m";
  const edit = useEdit();
  const length = wallLengthM(wall);
  const refs = selectedRefs(selection).filter((ref) => ref.in === "walls");
  const openings = design.openings.filter((row) => row.wall === wall.id);
  const next = neighboursOf(design, wall);
  return (
    <>
      <div className="grid gap-1.5">
        <LengthField
          label="Length"
          metres={length}
          take={(m) => {
            const changes = setWallLength(design, wall.id, m);
            edit(() => changes);
          }}
        />
        <Measured design={design} of={{ wall: wall.id }} what="length" drawn={length} />
        {!readOnly && (
          <TextField
            label="Split at"
            mono
            text=""
            take={(text) => {
              const changes = splitWall(design, wall.id, parseLength(text, "Split at", bare), newRowId("w"));
              edit(() => changes);
            }}
          />
        )}
        {!readOnly && refs.length === 2 && (
          <button
            type="button"
            className="button"
            onClick={() => edit((d) => joinWalls(d, refs[0]!.id, refs[1]!.id))}
          >
            Join the two
          </button>
        )}
      </div>
      {next.length > 0 && (
        <fieldset className="mt-2 grid gap-1.5">
          <legend className="mb-1 text-small font-medium">Clear to the next wall, across</legend>
          {next.map((one) => {
            const across = sideWords(design, wall, one.side);
            return (
              <LengthField
                key={one.side}
                label={across}
                called={`Clear distance across ${across}`}
                metres={one.clearM}
                take={(m) => {
                  const changes = setClear(design, wall.id, one, m);
                  edit(() => changes);
                }}
              />
            );
          })}
        </fieldset>
      )}
      {!readOnly && (
        <fieldset className="mt-2 grid gap-1.5">
          <legend className="mb-1 text-small font-medium">New wall beside it, so far away</legend>
          {(["left", "right"] as const).map((side) => {
            const towards = sideWords(design, wall, side);
            return (
              <TextField
                key={side}
                label={towards}
                called={`New wall, so far into ${towards}`}
                mono
                text=""
                take={(text) => {
                  const id = newRowId("w");
                  const far = parseLength(text, "New wall", bare);
                  const changes = wallBeside(design, wall.id, side, far, id);
                  edit(() => changes);
                  select({ in: "walls", id });
                }}
              />
            );
          })}
        </fieldset>
      )}
      {openings.length > 0 && (
        <ul className="mt-2">
          {openings.map((row) => (
            <li key={row.id}>
              <button
                type="button"
                className="hover:underline"
                onClick={() => select({ in: "openings", id: row.id })}
              >
                {row.kind} at {formatLength(row.offsetM, preferences.units)},{" "}
                {formatLength(row.widthM, preferences.units)} wide
              </button>
            </li>
          ))}
        </ul>
      )}
    </>
  );
}

export function OpeningExtra({ design, row: opening }: { design: Design; row: Rows["openings"] }) {
  const { preferences } = useDesk();
  const azimuth = azimuthDeg(design, opening);
  return (
    <>
      <dl>
        <Fact label="Looks">
          {azimuth === undefined ? (
            <span className="text-soft">its outside is not known</span>
          ) : (
            <>
              <Worked working={() => azimuthWorking(design, opening)}>{azimuth.toFixed(0)}°</Worked>{" "}
              {windName(azimuth)}
            </>
          )}
        </Fact>
        <Fact label="Head">
          <span className="measure">{formatLength(opening.sillM + opening.heightM, preferences.units)}</span>{" "}
          <span className="text-soft">sill + height</span>
        </Fact>
      </dl>
      <div className="mt-1 grid gap-1.5">
        {(["width", "height"] as const).map((what) => (
          <Measured
            key={what}
            design={design}
            of={{ opening: opening.id }}
            what={what}
            drawn={drawnM(design, { id: "x", opening: opening.id, of: what, typed: "", metres: 0 })!}
          />
        ))}
      </div>
    </>
  );
}

export function SwitchExtra({ design, row }: { design: Design; row: Rows["switches"] }) {
  return (
    <dl>
      {Array.from({ length: row.gangs }, (_, i) => i + 1).map((gang) => {
        const leg = legOf(design, row.id, gang);
        const lamps = lampsOf(design, row.id, gang);
        return (
          <Fact key={gang} label={row.gangs > 1 ? `Gang ${gang}` : "Works"}>
            {leg ? (
              `${lamps.map((lamp) => lamp.name).join(", ") || leg.name} · ${wayName(leg)}`
            ) : (
              <span className="text-mend">nobody knows</span>
            )}
          </Fact>
        );
      })}
    </dl>
  );
}

export function LampExtra({ design, row: lamp }: { design: Design; row: Rows["lamps"] }) {
  const gangs = gangsOf(design, lamp.id);
  return (
    <dl>
      <Fact label="Worked by">
        {gangs.length ? gangs.map(gangName).join("; ") : <span className="text-mend">no switch known</span>}
      </Fact>
    </dl>
  );
}

export function LegExtra({ design, row: leg }: { design: Design; row: Rows["legs"] }) {
  const { readOnly } = useDesk();
  const edit = useEdit();
  const lamps = design.lamps.filter((lamp) => lamp.leg === leg.id);
  return (
    <>
      <p className="text-small text-soft">
        A switch leg: the wire from its switches to its lamps. They go on and off together.
      </p>
      <dl className="mt-1">
        <Fact label="Switching">{wayName(leg)}</Fact>
        <Fact label="Lamps">
          {lamps.map((lamp) => lamp.name).join(", ") || <span className="text-soft">none</span>}
        </Fact>
      </dl>
      <ul className="mt-1">
        {leg.switches.map((one) => (
          <li key={`${one.switch}/${one.gang}`} className="flex items-center justify-between py-0.5">
            {byId(design, "switches").get(one.switch)?.name}, gang {one.gang}
            {!readOnly && (
              <button
                type="button"
                className="button h-6"
                onClick={() =>
                  edit(() =>
                    putRow("legs", { ...leg, switches: leg.switches.filter((other) => other !== one) }),
                  )
                }
              >
                Take off
              </button>
            )}
          </li>
        ))}
      </ul>
    </>
  );
}
