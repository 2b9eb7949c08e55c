/** A room, and a closet. */
import { Trash2 } from "lucide-react";
import { byId, rowOf } from "#core/design/collections";
import { removeRows } from "#core/design/remove";
import { formatArea, formatLength, formatTotal } from "#core/design/units";
import { area, perimeter } from "#core/geometry/polygon";
import { areaWorking, changeRoom, copyRoom, perimeterWorking } from "#core/stages/house";
import { closetWorking, dropsOf } from "#core/stages/runs";
import type { InspectorProps } from "../../desk/parts";
import { focusSheet, newRowId, useDesk, useEdit } from "../../desk/desk";
import { Glyph } from "../../kit/glyph";
import { RowForm } from "../../inspect/row-form";
import { Caution, Fact, Heading, Worked } from "../../inspect/parts";
import { Findings } from "../../inspect/findings-of";

export function RoomInspector({ design, id }: InspectorProps) {
  const { select, preferences, readOnly } = useDesk();
  const edit = useEdit();
  const room = rowOf(design, "rooms", id);
  const points = design.points.filter((point) => point.room === id);
  const size = area(room.outline);
  const width = Math.max(...room.outline.map(([x]) => x)) - Math.min(...room.outline.map(([x]) => x));
  return (
    <>
      <Heading
        title={room.name}
        label={room.code}
        text={`${room.type} · ${byId(design, "levels").get(room.level)?.name}`}
      />
      <dl className="border-b border-rule px-3.5 py-2.5">
        <Fact label="Area">
          <Worked working={() => areaWorking(room)}>{formatArea(size, preferences.units, 2)}</Worked>
        </Fact>
        <Fact label="Perimeter">
          <Worked working={() => perimeterWorking(room)}>
            {formatLength(perimeter(room.outline), preferences.units)}
          </Worked>
        </Fact>
      </dl>
      <Findings collection="rooms" id={id} />
      <div className="border-b border-rule px-3.5 py-3">
        <RowForm
          collection="rooms"
          id={id}
          change={changeRoom}
          only={["name", "code", "type", "floorMaterial", "ceilingMaterial", "outdoor", "handMin"]}
          names={{ handMin: "A hand holds for" }}
          hints={{ handMin: "So long what a hand did here goes before automations. Empty: two hours" }}
        />
      </div>
      <ul className="border-b border-rule py-1.5">
        {points.map((point) => (
          <li key={point.id}>
            <button
              type="button"
              className="flex w-full items-center gap-2 px-3.5 py-1 text-left hover:bg-raised"
              onClick={() => select({ in: "points", id: point.id })}
            >
              <Glyph glyph={rowOf(design, "kinds", point.kind).glyph} size={14} />
              {point.name}
            </button>
          </li>
        ))}
        {points.length === 0 && <li className="px-3.5 py-1 text-soft">No point in this room yet.</li>}
      </ul>
      {!readOnly && (
        <div className="flex flex-wrap gap-1.5 px-3.5 py-3">
          <button
            type="button"
            className="button"
            onClick={() => {
              const made = copyRoom(design, id, newRowId, { dx: width + 0.5, dy: 0 });
              edit(() => made.changes);
              select({ in: "rooms", id: made.room });
            }}
          >
            Copy the room
          </button>
          <button
            type="button"
            className="button text-stop"
            disabled={points.length > 0}
            title={points.length ? "Points stand in it: move them first" : undefined}
            onClick={() => {
              edit((d) => removeRows(d, [{ in: "rooms", id }]));
              select(undefined);
              focusSheet();
            }}
          >
            <Trash2 size={13} /> Remove
          </button>
        </div>
      )}
    </>
  );
}

export function ClosetInspector({ design, id }: InspectorProps) {
  const { preferences, readOnly, select } = useDesk();
  const edit = useEdit();
  const closet = byId(design, "closets").get(id);
  if (!closet) return null;
  const drops = dropsOf(design).filter((drop) => drop.closet === id);
  const watts = drops.reduce((sum, drop) => sum + (drop.load?.poeClass ? drop.load.sourceW : 0), 0);
  return (
    <>
      <Heading
        title={closet.name}
        text={`${closet.kind} · ${byId(design, "rooms").get(closet.room)?.name}`}
      />
      <dl className="border-b border-rule px-3.5 py-2.5">
        <Fact label="Drops here">
          <Worked working={() => closetWorking(design, id, "drops")}>{drops.length}</Worked>
        </Fact>
        <Fact label="Cable in">
          <Worked working={() => closetWorking(design, id, "cable")}>
            {formatTotal(
              drops.reduce((sum, drop) => sum + (drop.lengthM ?? 0), 0),
              preferences.units,
            )}
          </Worked>
        </Fact>
        <Fact label="Power out">
          <Worked working={() => closetWorking(design, id, "power")}>{watts.toFixed(1)} W</Worked>{" "}
          <span className="text-soft">over data cable</span>
        </Fact>
      </dl>
      <div className="border-b border-rule px-3.5 py-3">
        <RowForm
          collection="closets"
          id={id}
          only={["name", "kind", "room", "x", "y", "z", "wallWidthM", "ambientC"]}
          names={{
            x: "Across, x",
            y: "Down, y",
            z: "Height, z",
            wallWidthM: "Wall space",
            ambientC: "Ambient",
          }}
        />
      </div>
      {!readOnly && (
        <div className="px-3.5 py-3">
          <button
            type="button"
            className="button text-stop"
            onClick={() => {
              edit((d) => removeRows(d, [{ in: "closets", id }]));
              select(undefined);
              focusSheet();
            }}
          >
            <Trash2 size={13} /> Remove
          </button>
          {drops.length > 0 && (
            <span className="ml-2 text-small text-soft">its {drops.length} drops would end nowhere</span>
          )}
        </div>
      )}
      <Caution text="Racks tip and cables pull: fix to the structure before loading. Local codes and a licensed person decide on mains." />
    </>
  );
}
