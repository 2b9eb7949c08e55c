/**
 * Lit treads from the side, to one scale: strips on their treads, leads to the junction box, the home run
 * leaving it.
 */
import { byId } from "#core/design/collections";
import { formatLength } from "#core/design/units";
import { longestStair, type TreadGroup } from "#core/stages/runs/treads";
import { useDesign, useDesk } from "../../desk/desk";
import { counted } from "#core/design/words";

const PAD_M = 0.5;
/** A tread is as deep as a foot needs. */
const TREAD_M = 0.26;

export default function StairDrawing({ groups }: { groups: readonly TreadGroup[] }) {
  const design = useDesign();
  const { select, preferences } = useDesk();
  // Along it by how far each lies from its lowest tread.
  const stair = longestStair(groups);
  const points = stair.flatMap((group) => group.points);
  if (points.length < 2) return null;
  const [foot] = points;
  const along = (point: (typeof points)[number]) => Math.hypot(point.x - foot!.x, point.y - foot!.y);
  const topM = Math.max(...points.map((point) => point.z));
  const wideM = Math.max(...points.map(along)) + TREAD_M;
  const Y = (z: number) => topM + PAD_M - z;
  const width = wideM + 2 * PAD_M + 0.4;
  const height = topM + 2 * PAD_M;
  return (
    <figure className="px-3 pb-2">
      <svg
        viewBox={`${-PAD_M} 0 ${width} ${height}`}
        className="max-h-64 w-full"
        role="group"
        aria-label={`${counted(points.length, "tread")} of ${byId(design, "rooms").get(foot!.room)?.name ?? "a room"} from the side, in ${stair.length} ${stair.length === 1 ? "group" : "groups"}`}
      >
        <line x1={-PAD_M} x2={width} y1={Y(0)} y2={Y(0)} className="stroke-structure" strokeWidth={0.02} />
        <polyline
          points={points
            .map((point) => `${along(point)},${Y(point.z)} ${along(point) + TREAD_M},${Y(point.z)}`)
            .join(" ")}
          fill="none"
          className="stroke-rule"
          strokeWidth={0.02}
        />
        {stair.map((group, g) => {
          const [bx, by] = [along(group.at) + TREAD_M / 2, Y(group.at.z) + 0.12];
          return (
            <g key={group.id}>
              {group.points.map((point) => (
                <polyline
                  key={point.id}
                  points={`${along(point) + TREAD_M / 2},${Y(point.z) + 0.04} ${bx},${Y(point.z) + 0.04} ${bx},${by}`}
                  fill="none"
                  className={g % 2 ? "stroke-power" : "stroke-cable"}
                  strokeWidth={0.018}
                  strokeDasharray={g % 2 ? "0.05 0.03" : undefined}
                />
              ))}
              <polyline
                points={`${bx},${by} ${bx},${Y(0) + 0.1} ${-PAD_M},${Y(0) + 0.1}`}
                fill="none"
                className={g % 2 ? "stroke-power" : "stroke-cable"}
                strokeWidth={0.04}
                strokeDasharray={g % 2 ? "0.08 0.04" : undefined}
              />
              <rect
                x={bx - 0.06}
                y={by - 0.06}
                width={0.12}
                height={0.12}
                className="fill-raised stroke-ink"
                strokeWidth={0.02}
              />
              <text x={bx + 0.1} y={by + 0.05} fontSize={0.13} className="fill-ink font-mono">
                {String.fromCharCode(65 + g)}
              </text>
            </g>
          );
        })}
        {points.map((point) => (
          <g
            key={point.id}
            role="button"
            tabIndex={0}
            aria-label={`${point.name}, ${formatLength(point.z, preferences.units)} up`}
            className="cursor-pointer outline-none [&:focus-visible>rect]:stroke-accent"
            onClick={() => select({ in: "points", id: point.id })}
            onKeyDown={(event) =>
              (event.key === "Enter" || event.key === " ") && select({ in: "points", id: point.id })
            }
          >
            <rect
              x={along(point)}
              y={Y(point.z)}
              width={TREAD_M}
              height={0.04}
              className="fill-structure stroke-transparent"
              strokeWidth={0.02}
            />
            <line
              x1={along(point) + 0.02}
              x2={along(point) + TREAD_M - 0.02}
              y1={Y(point.z) + 0.055}
              y2={Y(point.z) + 0.055}
              className="stroke-mend"
              strokeWidth={0.025}
            />
            <text
              x={along(point) - 0.05}
              y={Y(point.z) - 0.04}
              fontSize={0.11}
              textAnchor="end"
              className="fill-ink font-mono"
            >
              {formatLength(point.z, preferences.units)}
            </text>
          </g>
        ))}
      </svg>
      <figcaption className="text-tiny text-soft">
        From the side, to scale: strips under their treads, leads to junction boxes{" "}
        {stair.map((_, g) => String.fromCharCode(65 + g)).join(", ")}, home runs to{" "}
        {byId(design, "closets").get(stair[0]!.closet ?? "")?.name ?? "no closet yet"}.
      </figcaption>
    </figure>
  );
}
