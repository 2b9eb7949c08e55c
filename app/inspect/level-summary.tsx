/** The level that is shown, its rooms, and where the house stands: what a plan has beside it. */
import type { ReactNode } from "react";
import { Link } from "react-router";
import { byId, type Design } from "#core/design/collections";
import { area } from "#core/geometry/polygon";
import { placeText } from "#core/design/place";
import { formatArea, formatLength } from "#core/design/units";
import { useDesk } from "../desk/desk";
import { Fact, Heading } from "./parts";

/** `children` stand between the rooms of the level and the place. */
export function LevelSummary({ design, children }: { design: Design; children?: ReactNode }) {
  const { level, select, readOnly, url, preferences } = useDesk();
  const { units } = preferences;
  const settings = design.design;
  const here = byId(design, "levels").get(level);
  const rooms = design.rooms.filter((room) => room.level === level);
  return (
    <>
      <Heading
        title={here?.name ?? settings.name}
        text={
          here
            ? `floor at ${formatLength(here.elevationM, units)} · ceiling ${formatLength(here.ceilingHeightM, units)}`
            : undefined
        }
      />
      <ul className="border-b border-rule py-1.5">
        {rooms.map((room) => (
          <li key={room.id}>
            <button
              type="button"
              className="flex w-full justify-between px-3.5 py-0.5 text-left hover:bg-raised"
              onClick={() => select({ in: "rooms", id: room.id })}
            >
              <span>{room.name}</span>
              <span className="measure text-soft">{formatArea(area(room.outline), units)}</span>
            </button>
          </li>
        ))}
        {rooms.length === 0 && <li className="px-3.5 text-soft">No room on this level yet.</li>}
      </ul>
      {children}
      <dl className="px-3.5 pt-2.5">
        <Fact label="Site">
          <span className="measure">{placeText(settings.latitudeDeg, settings.longitudeDeg)}</span>
        </Fact>
        <Fact label="Zone">{settings.zone}</Fact>
        <Fact label="True north">
          <span className="measure">{settings.northDeg}°</span> from sheet-up
        </Fact>
      </dl>
      <p className="px-3.5 pt-1 pb-2.5">
        <Link className="button" to={`${url}/settings`}>
          Design settings
        </Link>
      </p>
      <p className="px-3.5 pb-3 text-small text-soft">
        {readOnly
          ? "You may look at this design but not change it."
          : "Press a point to see its cables. Drag it, or nudge it with the arrows, and the ledger below says what that costs."}
      </p>
    </>
  );
}
