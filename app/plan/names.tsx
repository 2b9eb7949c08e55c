/** Names on the plan. Fetched when the page has come to rest: the plan is drawn without them. */
import { memo } from "react";
import type { Design } from "#core/design/collections";
import { dropsOf } from "#core/stages/runs";
import { planNames, ROOM_FONT_PX, SMALL_FONT_PX, type Shown } from "#core/stages/runs/plan-names";

export interface NamesProps {
  design: Design;
  level: string;
  shown: Shown;
}

/**
 * Names of rooms, points and walls, where there is room for them. Placed a moment after the zoom has come to rest: on
 * the way they keep the places they had.
 */
function PlanNamesDrawing({ design, level, shown }: NamesProps) {
  const { k } = shown;
  return (
    <g className="pointer-events-none" data-names aria-hidden="true">
      {planNames(design, level, shown).map((name) => {
        const room = name.key.startsWith("rooms/");
        return (
          <text
            key={name.key}
            data-name={name.key}
            transform={name.upright ? `rotate(-90 ${name.x} ${name.y})` : undefined}
            x={name.x}
            y={name.y}
            fontSize={(room ? ROOM_FONT_PX : SMALL_FONT_PX) / k}
            className={`fill-soft ${name.key.startsWith("points/") ? "font-mono" : "font-sans"}`}
          >
            {name.lines.map((line, i) => (
              <tspan key={i} x={name.x} dy={i === 0 ? 0 : 12 / k}>
                {line}
              </tspan>
            ))}
            {name.small && (
              <tspan className="font-mono" fontSize={9.5 / k} dx={6 / k}>
                {name.small}
              </tspan>
            )}
          </text>
        );
      })}
    </g>
  );
}

const PlanNames = memo(
  PlanNamesDrawing,
  (a, b) =>
    a.level === b.level &&
    (Object.keys(a.shown) as (keyof Shown)[]).every((name) => a.shown[name] === b.shown[name]) &&
    // Cables hang on more than these: they have changed where their list has.
    NAMED_BY.every((name) => a.design[name] === b.design[name]) &&
    (!a.shown.cables || dropsOf(a.design) === dropsOf(b.design)),
);
const NAMED_BY = ["design", "rooms", "walls", "openings", "points", "trunks", "risers", "closets"] as const;

export default PlanNames;
