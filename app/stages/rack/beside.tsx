/** Beside the elevation: ports, what happens without mains, and how warm the closet gets. */
import { area, curveStepAfter, line } from "d3-shape";
import { ticks } from "d3-array";
import { linear } from "../../kit/linear";
import { rowOf } from "#core/design/collections";
import { portsAt } from "#core/stages/rack/ports";
import { closetWatts } from "#core/stages/bus/closet-air";
import type { Rack } from "#core/stages/rack/racks";
import { airWorking, heatWorking, runtimeWorking } from "#core/stages/rack/workings";
import { useDesign } from "../../desk/desk";
import { Worked } from "../../inspect/parts";

export default function Beside({ rack }: { rack: Rack }) {
  const design = useDesign();
  const closet = rowOf(design, "closets", rack.row.closet);
  const ports = portsAt(design, closet.id);
  const used = new Set(design.patches.flatMap((row) => [row.panelPort, row.switchPort]));
  const count = (kinds: string[]) => {
    const own = ports.filter((port) => kinds.includes(port.kind));
    return `${own.filter((port) => used.has(port.name)).length} of ${own.length}`;
  };
  return (
    <div className="grid content-start gap-5 p-4">
      <section aria-label="Ports">
        <h3 className="font-semibold">Ports</h3>
        <p className="mt-1">
          <span className="measure">{count(["panel"])}</span> at panels in use,{" "}
          <span className="measure">{count(["data", "powered"])}</span> switched
        </p>
      </section>
      {rack.shedding && <Battery rack={rack} />}
      {rack.closetC !== undefined && (
        <section aria-label="Warmth">
          <h3 className="font-semibold">Warmth of {closet.name}</h3>
          <Heat rack={rack.watts} all={closetWatts(design, closet)} plant={closet.plantW ?? 0} />
          <p className="mt-1.5">
            without air{" "}
            <Worked working={() => heatWorking(design, rack)}>{rack.closetC.toFixed(1)} °C</Worked>; with{" "}
            <Worked working={() => airWorking(rack)}>{rack.airM3h.toFixed(0)} m³/h</Worked> through the rack
            its air leaves {rack.deltaC} K warmer than it comes in
          </p>
        </section>
      )}
    </div>
  );
}

function Heat({ rack, all, plant }: { rack: number; all: number; plant: number }) {
  const other = Math.max(0, all - rack - plant);
  const parts = [
    { name: "this rack", watts: rack, look: "bg-power text-on-accent" },
    { name: "others", watts: other, look: "bg-power/40 text-ink" },
    { name: "other plant", watts: plant, look: "bg-power/20 text-ink" },
  ].filter((part) => part.watts > 0);
  return (
    <div className="mt-1.5 flex gap-px">
      {parts.map((part) => (
        <span
          key={part.name}
          className={`truncate px-1.5 py-1 text-small ${part.look}`}
          style={{ flexGrow: part.watts }}
        >
          {part.name} {part.watts.toFixed(0)} W
        </span>
      ))}
    </div>
  );
}

const WIDTH = 340;
const HEIGHT = 120;

/** Watts over the minutes, as things are switched off. */
function Battery({ rack }: { rack: Rack }) {
  const { steps, runtimeMin } = rack.shedding!;
  const x = linear([0, runtimeMin], [46, WIDTH - 8]);
  const y = linear([0, steps[0]!.watts], [HEIGHT - 20, 22]);
  const points = [
    ...steps.map(({ atMin, watts }) => [atMin, watts] as const),
    [runtimeMin, steps.at(-1)!.watts] as const,
  ];
  return (
    <section aria-label="On battery">
      <h3 className="font-semibold">
        When the mains go{" "}
        <span className="font-normal">
          <Worked working={() => runtimeWorking(rack)}>{runtimeMin.toFixed(0)} min</Worked>, in this order
        </span>
      </h3>
      <svg
        width={WIDTH}
        height={HEIGHT}
        role="img"
        data-drawing
        aria-label={steps
          .map(
            ({ atMin, watts, off }) =>
              `From ${atMin.toFixed(0)} min ${watts.toFixed(0)} W${off.length ? `, ${off.map((item) => item.name).join(", ")} off` : ""}`,
          )
          .join(". ")}
      >
        <path
          d={
            area<readonly [number, number]>()
              .x(([at]) => x(at))
              .y0(y(0))
              .y1(([, watts]) => y(watts))
              .curve(curveStepAfter)([...points]) ?? ""
          }
          className="fill-power/20"
        />
        <path
          d={
            line<readonly [number, number]>()
              .x(([at]) => x(at))
              .y(([, watts]) => y(watts))
              .curve(curveStepAfter)([...points]) ?? ""
          }
          fill="none"
          className="stroke-power"
          strokeWidth={1.8}
        />
        {steps.map(({ atMin, watts, off }, i) => (
          <g key={i}>
            {i > 0 && (
              <line
                x1={x(atMin)}
                x2={x(atMin)}
                y1={16}
                y2={y(0)}
                className="stroke-mend"
                strokeDasharray="2 2"
              />
            )}
            <text
              x={i ? x(atMin) + 3 : x(0) - 5}
              y={i ? (i % 2 ? 12 : 24) : y(watts) + 4}
              textAnchor={i ? "start" : "end"}
              className={`text-tiny ${i ? "fill-mend" : "fill-ink font-mono"}`}
            >
              {i ? `${off[0]!.name.split(",")[0]} off` : `${watts.toFixed(0)} W`}
            </text>
          </g>
        ))}
        {ticks(0, runtimeMin, 4).map((at) => (
          <text
            key={at}
            x={x(at)}
            y={HEIGHT - 6}
            textAnchor="middle"
            className="fill-soft font-mono text-tiny"
          >
            {at} min
          </text>
        ))}
      </svg>
    </section>
  );
}
