/** The R stratum: who hears whom, from each radio to the one that passes it on, with the margin between them. */
import type { Design } from "#core/design/collections";
import type { Band, Radio } from "#core/stages/mesh/links";
import { SOUND_DB, soundness } from "#core/stages/mesh/loss";
import { isRoot, reachOf, reachesOf, treesOf } from "#core/stages/mesh/routes";
import { useDesk } from "../desk/desk";

export interface RadioLinesProps {
  design: Design;
  level: string;
  k: number;
  /** Profile whose links are shown; all meshes where none is. */
  profile?: string;
  /** A band of its own, as it is while something is dragged or unplugged. */
  band?: Band;
  /** Numbers on the links. */
  figures?: boolean;
  /** Radios that are lost, marked so. */
  lost?: ReadonlySet<string>;
}

export default function RadioLines({
  design,
  level,
  k,
  profile,
  band: own,
  figures = false,
  lost,
}: RadioLinesProps) {
  const { selection } = useDesk();
  const bands = own
    ? [{ band: own, reach: reachOf(own) }]
    : treesOf(design)
        .filter(({ band }) =>
          profile === undefined ? band.profile.form === "mesh" : band.profile.id === profile,
        )
        .map(({ band }) => ({ band, reach: reachesOf(design).get(band.profile.id)! }));
  const chosen = selection?.in === "points" || selection?.in === "radios" ? selection.id : undefined;
  const here = (radio: Radio) => radio.point.level === level;
  return (
    <g className="pointer-events-none" data-radio-lines>
      {bands.map(({ band, reach }) => (
        <g key={band.profile.id}>
          {[...reach.values()].map(({ radio, parent }) => {
            if (!here(radio) && !here(parent)) return null;
            const link = band.linksOf.get(radio.row.id)!.find(({ a, b }) => a === parent || b === parent)!;
            const state = soundness(link.marginDb);
            const gone = lost?.has(radio.row.id);
            return (
              <line
                key={radio.row.id}
                x1={radio.x}
                y1={radio.y}
                x2={parent.x}
                y2={parent.y}
                className={gone || state === "dead" ? "stroke-stop" : "stroke-radio"}
                opacity={here(radio) && here(parent) ? 1 : 0.45}
                strokeWidth={(state === "sound" ? 2.2 : 1.2) / k}
                strokeDasharray={here(radio) && here(parent) ? undefined : `${5 / k} ${4 / k}`}
                data-link={radio.row.id}
              />
            );
          })}
          {band.radios.filter(here).map((radio) => {
            const root = isRoot(radio);
            const heard = root || reach.has(radio.row.id);
            const on = chosen === radio.row.id || chosen === radio.point.id;
            return (
              <g key={radio.row.id} transform={`translate(${radio.x} ${radio.y}) scale(${1 / k})`}>
                <circle
                  r={root ? 7 : radio.row.routes ? 5 : 3.5}
                  className={
                    !heard || lost?.has(radio.row.id)
                      ? "fill-raised stroke-stop"
                      : root
                        ? "fill-radio stroke-raised"
                        : "fill-raised stroke-radio"
                  }
                  strokeWidth={on ? 3 : 1.6}
                  data-radio={radio.row.id}
                />
                {root && (
                  <text y={-11} textAnchor="middle" className="fill-radio text-tiny font-semibold">
                    hub
                  </text>
                )}
              </g>
            );
          })}
          {figures &&
            [...reach.values()].map(({ radio, parent }) => {
              if (!here(radio) || !here(parent)) return null;
              const link = band.linksOf.get(radio.row.id)!.find(({ a, b }) => a === parent || b === parent)!;
              const text = link.marginDb.toFixed(0);
              // Nearer to the radio than to its parent: where many meet there is no room for figures.
              const [x, y] = [radio.x + 0.35 * (parent.x - radio.x), radio.y + 0.35 * (parent.y - radio.y)];
              return (
                <g key={radio.row.id} transform={`translate(${x} ${y}) scale(${1 / k})`}>
                  <rect
                    x={-text.length * 3.4 - 3}
                    y={-7}
                    width={text.length * 6.8 + 6}
                    height={13}
                    rx={2}
                    className={`fill-raised ${link.marginDb < SOUND_DB ? "stroke-stop" : "stroke-rule"}`}
                    strokeWidth={0.8}
                  />
                  <text
                    y={3.5}
                    textAnchor="middle"
                    className={`font-mono text-tiny ${link.marginDb < SOUND_DB ? "fill-stop" : "fill-ink"}`}
                  >
                    {text}
                  </text>
                </g>
              );
            })}
        </g>
      ))}
    </g>
  );
}
