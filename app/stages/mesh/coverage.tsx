/** Coverage on the plan: one fill a band, the numbers on its outline, what is dead hatched, and what the pointer is on. */
import type { Design } from "#core/design/collections";
import { byId } from "#core/design/collections";
import { formatLength } from "#core/design/units";
import { useDesk } from "../../desk/desk";
import { DEAD_DB, SOUND_DB } from "#core/stages/mesh/loss";
import { rayBetween } from "#core/stages/mesh/ray";
import { sceneOf } from "#core/stages/mesh/scene";
import type { Band } from "#core/stages/mesh/links";
import { AT_M, FILLS } from "#core/stages/mesh/covered";
import type { Coverage } from "./use-coverage";

/** The house stays to be seen beneath. */
const OPACITY = 0.5;

export function CoverageLayer({ coverage: { reply, from }, k }: { coverage: Coverage; k: number }) {
  if (!reply) return null;
  const { grid, shapes } = reply;
  const [x, y] = [grid.x0 - grid.stepM / 2, grid.y0 - grid.stepM / 2];
  return (
    <g className="pointer-events-none" data-coverage={grid.stepM}>
      <defs>
        <pattern
          id="dead-hatch"
          patternUnits="userSpaceOnUse"
          width={8 / k}
          height={8 / k}
          patternTransform="rotate(45)"
        >
          <line y2={8 / k} className="stroke-soft" strokeWidth={1.4 / k} />
        </pattern>
      </defs>
      <path
        d={`M${x},${y}h${grid.columns * grid.stepM}v${grid.rows * grid.stepM}h${-grid.columns * grid.stepM}Z${shapes[0]?.path ?? ""}`}
        fill="url(#dead-hatch)"
        fillRule="evenodd"
        data-dead
      />
      <g opacity={OPACITY}>
        {shapes.map((shape, i) => (
          <path key={shape.from} d={shape.path} fill={FILLS[i]} fillRule="evenodd" data-band={shape.from} />
        ))}
      </g>
      {shapes.slice(0, 2).map((shape, i) => (
        <path
          key={shape.from}
          d={shape.outline}
          fill="none"
          className="stroke-ink"
          strokeWidth={(i ? 1 : 1.8) / k}
          strokeDasharray={i ? `${4 / k} ${2 / k}` : undefined}
        />
      ))}
      {shapes.slice(0, 3).flatMap((shape) =>
        shape.labels.map(([lx, ly]) => (
          <g key={`${shape.from} ${lx} ${ly}`} transform={`translate(${lx} ${ly}) scale(${1 / k})`}>
            <rect x={-11} y={-7} width={22} height={13} rx={2} className="fill-raised" opacity={0.85} />
            <text y={3.5} textAnchor="middle" className="fill-ink font-mono text-tiny">
              {from.includes(shape.from) ? shape.from : ""}
            </text>
          </g>
        )),
      )}
    </g>
  );
}

/** What the fills mean, and how fine the picture is. */
export function Legend({
  band: { profile },
  coverage: { reply, busy, failed, from },
}: {
  band: Band;
  coverage: Coverage;
}) {
  const { preferences } = useDesk();
  const metres = (m: number) => formatLength(m, preferences.units);
  return (
    <div
      className="absolute bottom-2 left-2 border border-rule bg-raised px-2 py-1 text-small"
      role="group"
      aria-label="Scale of the coverage"
    >
      <div className="flex items-end gap-2">
        <span className="text-soft">{profile.targetDbm === undefined ? "margin, dB" : "heard, dBm"}</span>
        <span className="flex">
          <span className="flex flex-col">
            <span
              className="h-2.5 w-9"
              style={{ background: "repeating-linear-gradient(45deg, #888 0 1px, transparent 1px 5px)" }}
            />
            <span className="text-tiny">dead</span>
          </span>
          {from.map((value, i) => (
            <span key={value} className="flex flex-col">
              <span className="h-2.5 w-9" style={{ background: FILLS[i], opacity: OPACITY }} />
              <span className="measure text-tiny">{value}</span>
            </span>
          ))}
        </span>
      </div>
      <p className="text-tiny text-soft" data-coverage-state={busy ? "busy" : "done"}>
        {failed
          ? `It could not be worked out: ${failed}`
          : `${metres(AT_M)} above the floor${reply ? `, every ${metres(reply.grid.stepM)}` : ""}${busy ? ", getting finer…" : ""}`}
      </p>
    </div>
  );
}

/** What is heard under the pointer, of whom, through what. */
export function Readout({
  design,
  band,
  coverage: { reply, radios },
  at,
  level,
}: {
  design: Design;
  band: Band;
  coverage: Coverage;
  at: { x: number; y: number };
  level: string;
}) {
  if (!reply) return null;
  const { grid, values, by } = reply;
  const [i, j] = [Math.round((at.x - grid.x0) / grid.stepM), Math.round((at.y - grid.y0) / grid.stepM)];
  if (i < 0 || j < 0 || i >= grid.columns || j >= grid.rows) return null;
  const value = values[j * grid.columns + i]!;
  const radio = radios[by[j * grid.columns + i]!];
  const z = (byId(design, "levels").get(level)?.elevationM ?? 0) + AT_M;
  const met = radio && rayBetween(sceneOf(design), band.profile, radio, { x: at.x, y: at.y, z });
  const parts = met
    ? [
        ...met.walls.map((wall) => `${wall.material.toLowerCase()} ${wall.lossDb.toFixed(0)}`),
        ...(met.floors.length
          ? [
              `${met.floors.length === 1 ? "a floor" : `${met.floors.length} floors`} ${met.floorsDb.toFixed(0)}`,
            ]
          : []),
      ]
    : [];
  const network = band.profile.targetDbm !== undefined;
  const word = network
    ? value >= band.profile.targetDbm!
      ? ""
      : ", under what is wanted"
    : value >= SOUND_DB
      ? ""
      : value >= DEAD_DB
        ? ", thin"
        : ", dead";
  return (
    <p
      className="pointer-events-none absolute top-2 right-2 bg-ink px-2 py-1 font-mono text-small text-raised"
      role="status"
      data-readout
    >
      {value < -100 ? "nothing" : `${value.toFixed(0)} ${network ? "dBm" : "dB"}${word}`}
      {radio && ` · ${radio.device.name}`}
      {parts.length > 0 && ` through ${parts.slice(0, 4).join(", ")}${parts.length > 4 ? " …" : ""}`}
    </p>
  );
}
