/** Beside the settings: what the design holds so far, and the lengths that all its cables hang on. */
import type { Design } from "#core/design/collections";
import { area } from "#core/geometry/polygon";
import { formatArea } from "#core/design/units";
import { counted } from "#core/design/words";
import { useDesk } from "../../desk/desk";
import { CableLengths } from "../../inspect/cable-lengths";
import { Fact, Heading } from "../../inspect/parts";

export default function SettingsSummary({ design }: { design: Design }) {
  const { units } = useDesk().preferences;
  const levels = [...design.levels].sort((a, b) => b.order - a.order);
  return (
    <>
      <Heading
        title={design.design.name}
        text={`${counted(design.points.length, "point")}, ${counted(design.devices.length, "device")}, ${counted(design.automations.length, "automation")}`}
      />
      <dl className="border-b border-rule px-3.5 py-2.5">
        {levels.map((level) => {
          const rooms = design.rooms.filter((room) => room.level === level.id);
          const whole = rooms.reduce((sum, room) => sum + area(room.outline), 0);
          return (
            <Fact key={level.id} label={level.name}>
              {rooms.length ? (
                <>
                  {counted(rooms.length, "room")}, <span className="measure">{formatArea(whole, units)}</span>
                </>
              ) : (
                "no room yet"
              )}
            </Fact>
          );
        })}
      </dl>
      <CableLengths design={design} />
    </>
  );
}
