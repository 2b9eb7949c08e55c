/**
 * The level that is shown: its own measures, and everything drawn on it as a list that keys can walk
 * through.
 */
import { useEffect, useRef, useState } from "react";
import { putRow } from "#core/design/row-changes";
import { capital } from "#core/design/words";
import type { Design } from "#core/design/collections";
import { removeRows } from "#core/design/remove";
import { wallNames, wallsInOrder } from "#core/stages/house/wall-names";
import { copyLevel, newLevel } from "#core/stages/house";
import { newRowId, useDesk, useEdit, withRef } from "../../desk/desk";
import { RowForm, rowName } from "../../inspect/row-form";
import { Fold } from "../../kit/fold";

/** Collections of which a level has rows of its own, for reaching them without the plan. */
const ON_LEVEL = [
  "walls",
  "trunks",
  "closets",
  "switches",
  "lamps",
  "noGo",
  "mainsRuns",
  "fixtures",
  "underlays",
] as const;

export interface LevelPanelProps {
  design: Design;
  level: string;
}

export default function LevelPanel({ design, level }: LevelPanelProps) {
  const { select, selection, readOnly, showLevel } = useDesk();
  const edit = useEdit();
  const panel = useRef<HTMLDivElement>(null);
  const [made, setMade] = useState<string>();
  // A new level is called something next.
  useEffect(() => {
    if (made === level) panel.current?.querySelector("input")?.select();
  }, [made, level]);
  const walls = wallNames(design);
  const used =
    [...design.rooms, ...design.walls, ...design.points, ...design.closets].some(
      (row) => row.level === level,
    ) || design.risers.some((riser) => riser.fromLevel === level || riser.toLevel === level);
  return (
    <div ref={panel} className="grid gap-2 border-b border-rule px-3.5 py-3">
      <h3 className="font-semibold">This level</h3>
      <RowForm
        key={level}
        collection="levels"
        id={level}
        only={[
          "name",
          "code",
          "order",
          "elevationM",
          "ceilingHeightM",
          "slabThicknessM",
          "voidAboveM",
          "slabMaterial",
          "ceilingMaterial",
          "slabFireMin",
        ]}
        names={{
          slabFireMin: "Floor resists fire",
          slabThicknessM: "Slab",
          voidAboveM: "Void above",
          ceilingHeightM: "Ceiling",
        }}
      />
      {!readOnly && (
        <div className="flex flex-wrap gap-1.5">
          <button
            type="button"
            className="button"
            onClick={() => {
              const row = newLevel(design, newRowId("l"));
              edit(() => putRow("levels", row));
              showLevel(row.id);
              setMade(row.id);
            }}
          >
            New level above
          </button>
          <button
            type="button"
            className="button"
            onClick={() => {
              const copy = copyLevel(design, level, newRowId);
              edit(() => copy.changes);
              showLevel(copy.level);
              setMade(copy.level);
            }}
          >
            Copy as a level above
          </button>
          <button
            type="button"
            className="button text-stop"
            disabled={used || design.levels.length < 2}
            title={used ? "It is not empty" : undefined}
            onClick={() => {
              edit((d) => removeRows(d, [{ in: "levels", id: level }]));
              showLevel(design.levels.find((row) => row.id !== level)!.id);
            }}
          >
            Remove the level
          </button>
        </div>
      )}
      {ON_LEVEL.map((name) => {
        const rows: { id: string }[] =
          name === "walls"
            ? wallsInOrder(design, level)
            : (design[name] as { id: string; level: string }[]).filter((row) => row.level === level);
        return (
          rows.length > 0 && (
            <Fold
              key={name}
              head="text-small text-soft"
              title={`${{ noGo: "No-go areas", mainsRuns: "Mains runs" }[name as string] ?? capital(name)} (${rows.length})`}
            >
              <ul className="mt-1 max-h-40 overflow-y-auto">
                {rows.map((row) => (
                  <li key={row.id}>
                    <button
                      type="button"
                      className="w-full truncate py-0.5 text-left hover:underline"
                      onClick={(event) =>
                        select(
                          event.shiftKey
                            ? withRef(selection, { in: name, id: row.id })
                            : { in: name, id: row.id },
                        )
                      }
                    >
                      {name === "walls" ? walls.get(row.id) : rowName(row as never)}
                    </button>
                  </li>
                ))}
              </ul>
            </Fold>
          )
        );
      })}
    </div>
  );
}
