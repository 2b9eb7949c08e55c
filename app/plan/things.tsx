/**
 * What the survey editor draws and can be pressed: underlays, walls, openings, ways, areas, switches and
 * lamps.
 */
import { memo } from "react";
import { byId, type Design } from "#core/design/collections";
import { openingName, wallNames } from "#core/stages/house/wall-names";
import { formatLength, type Units } from "#core/design/units";
import { azimuthDeg, gangsOf, windName } from "#core/stages/house";
import { type Ref } from "#core/design/where";

interface Props {
  design: Design;
  level: string;
  k: number;
  selected: ReadonlySet<string>;
  /** Switches, lamps and what works what. */
  links: boolean;
  units: Units;
}

const points = (path: readonly (readonly [number, number])[]) => path.map((xy) => xy.join(",")).join(" ");

/** Builder's drawings under everything else. */
export function PlanUnderlays({ design, level, url }: Pick<Props, "design" | "level"> & { url: string }) {
  return design.underlays
    .filter((row) => row.level === level && !row.hidden)
    .map((row) => (
      <image
        key={row.id}
        href={`${url}/picture/${row.picture}`}
        width={row.widthPx * row.metresPerPx}
        height={row.heightPx * row.metresPerPx}
        opacity={row.opacityPct / 100}
        preserveAspectRatio="none"
        transform={`translate(${row.x} ${row.y}) rotate(${row.turnDeg})`}
        className="pointer-events-none"
      />
    ));
}

/** The outline of the level below, to draw upon. */
export function PlanGhost({ design, level }: Pick<Props, "design" | "level">) {
  const here = byId(design, "levels").get(level);
  const below = design.levels
    .filter((row) => here && row.elevationM < here.elevationM && row.order < here.order)
    .sort((a, b) => b.elevationM - a.elevationM)[0];
  if (!below) return null;
  return (
    <g className="pointer-events-none" opacity={0.3}>
      {design.walls
        .filter((wall) => wall.level === below.id)
        .map((wall) => (
          <line
            key={wall.id}
            x1={wall.ax}
            y1={wall.ay}
            x2={wall.bx}
            y2={wall.by}
            className="stroke-structure"
            strokeWidth={0.04}
            strokeDasharray="0.2 0.15"
          />
        ))}
    </g>
  );
}

function PlanThingsDrawing({ design, level, k, selected, links, units }: Props) {
  const names = wallNames(design);
  const on = (ref: Ref) => selected.has(`${ref.in}/${ref.id}`);
  const thing = (ref: Ref, name: string) => ({
    "data-thing": `${ref.in}/${ref.id}`,
    role: "button",
    tabIndex: -1,
    "aria-label": name,
    "aria-pressed": on(ref),
    className: "cursor-pointer outline-none",
  });
  const mark = (ref: Ref) => (on(ref) ? "stroke-accent" : "stroke-transparent");
  const walls = design.walls.filter((wall) => wall.level === level);
  const own = new Map(walls.map((wall) => [wall.id, wall]));
  const r = 7 / k;
  return (
    <g>
      {design.noGo
        .filter((row) => row.level === level)
        .map((row) => (
          <g key={row.id} {...thing({ in: "noGo", id: row.id }, `No-go area ${row.name}`)}>
            <polygon
              points={points(row.outline)}
              className={`fill-stop/15 ${on({ in: "noGo", id: row.id }) ? "stroke-accent" : "stroke-stop"}`}
              strokeWidth={(on({ in: "noGo", id: row.id }) ? 2.5 : 1) / k}
              strokeDasharray={`${5 / k} ${3 / k}`}
            />
            <title>{row.name}</title>
          </g>
        ))}
      {design.fixtures
        .filter((row) => row.level === level)
        .map((row) => (
          <g key={row.id} {...thing({ in: "fixtures", id: row.id }, `${row.kind} ${row.name}`)}>
            <polygon
              points={points(row.outline)}
              className={`fill-soft/15 ${on({ in: "fixtures", id: row.id }) ? "stroke-accent" : "stroke-soft"}`}
              strokeWidth={(on({ in: "fixtures", id: row.id }) ? 2.5 : 1) / k}
            />
            <title>{row.name}</title>
          </g>
        ))}
      {design.mainsRuns
        .filter((row) => row.level === level)
        .map((row) => (
          <g key={row.id} {...thing({ in: "mainsRuns", id: row.id }, `Mains run ${row.name}`)}>
            <polyline
              points={points(row.path)}
              fill="none"
              className={on({ in: "mainsRuns", id: row.id }) ? "stroke-accent" : "stroke-power"}
              strokeWidth={(on({ in: "mainsRuns", id: row.id }) ? 3 : 1.6) / k}
              strokeDasharray={`${7 / k} ${3 / k}`}
            />
            <polyline points={points(row.path)} fill="none" stroke="transparent" strokeWidth={10 / k} />
            <title>{row.name}</title>
          </g>
        ))}
      {walls.map((wall) => (
        <line
          key={wall.id}
          {...thing(
            { in: "walls", id: wall.id },
            `${names.get(wall.id)}, ${formatLength(Math.hypot(wall.bx - wall.ax, wall.by - wall.ay), units)}, ${byId(design, "materials").get(wall.material)?.name}`,
          )}
          x1={wall.ax}
          y1={wall.ay}
          x2={wall.bx}
          y2={wall.by}
          className={`cursor-pointer outline-none ${mark({ in: "walls", id: wall.id })}`}
          strokeWidth={Math.max(wall.thicknessM, 9 / k)}
          strokeOpacity={0.45}
        >
          <title>{names.get(wall.id)}</title>
        </line>
      ))}
      {design.openings.map((opening) => {
        const wall = own.get(opening.wall);
        if (!wall) return null;
        const length = Math.hypot(wall.bx - wall.ax, wall.by - wall.ay) || 1;
        const at = (m: number) =>
          [
            wall.ax + ((wall.bx - wall.ax) * m) / length,
            wall.ay + ((wall.by - wall.ay) * m) / length,
          ] as const;
        const [[ax, ay], [bx, by]] = [at(opening.offsetM), at(opening.offsetM + opening.widthM)];
        const azimuth = azimuthDeg(design, opening);
        const ref: Ref = { in: "openings", id: opening.id };
        return (
          <g
            key={opening.id}
            {...thing(
              ref,
              `${openingName(design, opening)}, ${formatLength(opening.widthM, units)}${azimuth === undefined ? "" : `, looks ${windName(azimuth)}`}`,
            )}
          >
            <line
              x1={ax}
              y1={ay}
              x2={bx}
              y2={by}
              className={mark(ref)}
              strokeWidth={Math.max(wall.thicknessM + 0.05, 10 / k)}
              strokeOpacity={0.6}
            >
              <title>{`${openingName(design, opening)}${azimuth === undefined ? "" : `, looks ${windName(azimuth)}, ${azimuth.toFixed(0)}°`}`}</title>
            </line>
          </g>
        );
      })}
      {design.trunks
        .filter((row) => row.level === level)
        .map((row) => (
          <g
            key={row.id}
            {...thing(
              { in: "trunks", id: row.id },
              `${row.existing ? "Existing " : ""}${row.kind} ${row.name}`,
            )}
          >
            <polyline
              points={points(row.path)}
              fill="none"
              className={mark({ in: "trunks", id: row.id })}
              strokeWidth={10 / k}
              strokeOpacity={0.5}
            />
            <title>{row.name}</title>
          </g>
        ))}
      {design.risers
        .filter((row) => row.fromLevel === level || row.toLevel === level)
        .map((row) => (
          <circle
            key={row.id}
            {...thing({ in: "risers", id: row.id }, `Riser ${row.name}`)}
            cx={row.x}
            cy={row.y}
            r={1.3 * r}
            className={`cursor-pointer fill-transparent outline-none ${mark({ in: "risers", id: row.id })}`}
            strokeWidth={2 / k}
          />
        ))}
      {design.closets
        .filter((row) => row.level === level)
        .map((row) => (
          <circle
            key={row.id}
            {...thing({ in: "closets", id: row.id }, `Closet ${row.name}`)}
            cx={row.x}
            cy={row.y}
            r={1.7 * r}
            className={`cursor-pointer fill-transparent outline-none ${mark({ in: "closets", id: row.id })}`}
            strokeWidth={2 / k}
          />
        ))}
      {links &&
        design.lamps
          .filter((row) => row.level === level)
          .flatMap((lamp) =>
            gangsOf(design, lamp.id)
              .filter((gang) => gang.switch.level === level)
              .map((gang) => (
                <line
                  key={`${lamp.id} ${gang.switch.id} ${gang.gang}`}
                  x1={gang.switch.x}
                  y1={gang.switch.y}
                  x2={lamp.x}
                  y2={lamp.y}
                  className="pointer-events-none stroke-control"
                  strokeWidth={1.3 / k}
                  strokeDasharray={`${4 / k} ${1.5 / k} ${1 / k} ${1.5 / k}`}
                />
              )),
          )}
      {links &&
        design.lamps
          .filter((row) => row.level === level)
          .map((row) => {
            const ref: Ref = { in: "lamps", id: row.id };
            return (
              <g
                key={row.id}
                {...thing(ref, `Lamp ${row.name}${row.leg ? "" : ", no switch known"}`)}
                transform={`translate(${row.x} ${row.y})`}
              >
                <circle
                  r={r}
                  className={`fill-raised ${on(ref) ? "stroke-accent" : row.leg ? "stroke-control" : "stroke-mend"}`}
                  strokeWidth={(on(ref) ? 2.4 : 1.3) / k}
                />
                <path
                  d={`M${-r * 0.6} ${-r * 0.6}L${r * 0.6} ${r * 0.6}M${r * 0.6} ${-r * 0.6}L${-r * 0.6} ${r * 0.6}`}
                  className={row.leg ? "stroke-control" : "stroke-mend"}
                  strokeWidth={1.2 / k}
                />
                <title>{row.name}</title>
              </g>
            );
          })}
      {links &&
        design.switches
          .filter((row) => row.level === level)
          .map((row) => {
            const ref: Ref = { in: "switches", id: row.id };
            return (
              <g
                key={row.id}
                {...thing(ref, `Switch ${row.name}, ${row.gangs} ${row.gangs === 1 ? "gang" : "gangs"}`)}
                transform={`translate(${row.x} ${row.y})`}
              >
                <rect
                  x={-r}
                  y={-r}
                  width={2 * r}
                  height={2 * r}
                  className={`fill-raised ${on(ref) ? "stroke-accent" : "stroke-control"}`}
                  strokeWidth={(on(ref) ? 2.4 : 1.3) / k}
                />
                <text textAnchor="middle" dy={3.4 / k} fontSize={9.5 / k} className="fill-control font-mono">
                  {row.gangs}
                </text>
                <title>{row.name}</title>
              </g>
            );
          })}
    </g>
  );
}

export const PlanThings = memo(PlanThingsDrawing);
