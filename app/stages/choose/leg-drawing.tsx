/** A switched leg as a diagram: feed, switches, lamps, and where the smart device sits. */
import type { LegAdvice, LegWay } from "#core/stages/choose/advise/leg";

const Y = 84;
const MOST_LAMPS = 6;

/** Copper: what is live always. Graphite: what the switch makes live. Moss, dashed: what is only said. */
export function LegDrawing({ advice, way }: { advice: LegAdvice; way: LegWay }) {
  const positions = Math.max(1, advice.switches.length);
  const lamps = Math.min(MOST_LAMPS, advice.lampCount);
  const x = { feed: 40, switch: (i: number) => 120 + i * 92, inline: 120 + positions * 92 + 8 };
  const inline = way.name === "in-line dimmer at the lamp";
  const firstLamp = x.inline + (inline ? 84 : 20);
  const width = firstLamp + lamps * 44 + 70;
  const always = inline || way.name.startsWith("smart lamps");
  const speaks = way.name === "smart lamps and a decoupled switch" || inline;
  const atSwitch = way.name === "insert behind the switch" || way.name === "wall switch or dimmer";
  const smartLamp = way.name.startsWith("smart lamps");
  const last = x.switch(positions - 1) + 40;
  const end = firstLamp + (lamps - 1) * 44;
  // No more height than is drawn in.
  const top = speaks ? 4 : always ? 40 : 56;
  return (
    <svg
      viewBox={`0 ${top} ${Math.max(width, 480)} ${124 - top}`}
      className="h-auto w-full max-w-180"
      role="img"
      aria-label={`${advice.leg.name}: ${way.name}`}
    >
      {/* feed */}
      <rect
        x={x.feed - 22}
        y={Y - 13}
        width={30}
        height={26}
        className="fill-pane stroke-structure"
        strokeWidth={1.2}
      />
      <text x={x.feed - 7} y={Y + 4} textAnchor="middle" className="fill-ink font-mono text-[10px]">
        L
      </text>
      <text x={x.feed - 22} y={Y + 28} className="fill-soft text-[10px]">
        feed
      </text>
      <line x1={x.feed + 8} x2={x.switch(0)} y1={Y} y2={Y} className="stroke-power" strokeWidth={2.2} />
      {/* linked through */}
      {always && (
        <path
          d={`M ${x.switch(0)} ${Y} V ${Y - 26} H ${last} V ${Y}`}
          className="fill-none stroke-power"
          strokeWidth={2.2}
        />
      )}
      {always && (
        <text x={(x.switch(0) + last) / 2} y={Y - 31} textAnchor="middle" className="fill-power text-[10px]">
          linked through, always live
        </text>
      )}
      {/* switches */}
      {Array.from({ length: positions }, (_, i) => {
        const at = x.switch(i);
        const smart = (atSwitch && i === 0) || (way.name === "smart lamps and a decoupled switch" && i === 0);
        // Only the first position may hold the device; at all others the wires are joined, and a key on
        // cells speaks.
        const joined = i > 0 || inline || way.name === "smart lamps";
        const keyed = joined && way.name !== "smart lamps";
        return (
          <g key={i}>
            <rect
              x={at}
              y={Y - 18}
              width={40}
              height={36}
              rx={2}
              className={smart ? "fill-wash stroke-accent" : "fill-raised stroke-structure"}
              strokeWidth={smart ? 1.8 : 1.2}
              strokeDasharray={joined ? "3 2" : undefined}
            />
            {!joined && (
              <>
                <circle cx={at + 9} cy={Y} r={1.8} className="fill-ink" />
                <circle cx={at + 31} cy={Y} r={1.8} className="fill-ink" />
                <line x1={at + 9} y1={Y} x2={at + 29} y2={Y - 9} className="stroke-ink" strokeWidth={1.4} />
              </>
            )}
            {smart && <rect x={at + 14} y={Y + 5} width={12} height={9} className="fill-accent" />}
            {joined && !always && (
              <line x1={at} x2={at + 40} y1={Y} y2={Y} className="stroke-structure" strokeWidth={1.6} />
            )}
            {joined && (
              <text x={at + 20} y={Y - 5} textAnchor="middle" className="fill-soft text-[9px]">
                joined
              </text>
            )}
            {keyed && (
              <text x={at + 20} y={Y + 12} textAnchor="middle" className="fill-control text-[9px]">
                key
              </text>
            )}
            {i > 0 && (
              <line
                x1={x.switch(i - 1) + 40}
                x2={at}
                y1={Y}
                y2={Y}
                className={always ? "stroke-power" : "stroke-structure"}
                strokeWidth={1.6}
              />
            )}
            <text x={at + 20} y={Y + 30} textAnchor="middle" className="fill-soft text-[10px]">
              {short(advice.switches[i]?.name ?? "no switch")}
            </text>
          </g>
        );
      })}
      {/* switched line to the lamps */}
      <line
        x1={last}
        x2={end}
        y1={Y}
        y2={Y}
        className={always ? "stroke-power" : "stroke-structure"}
        strokeWidth={always ? 2.2 : 1.8}
      />
      {inline && (
        <g>
          <rect
            x={x.inline + 18}
            y={Y - 14}
            width={44}
            height={28}
            className="fill-wash stroke-accent"
            strokeWidth={1.8}
          />
          <text
            x={x.inline + 40}
            y={Y + 3}
            textAnchor="middle"
            className="fill-accent text-[10px] font-semibold"
          >
            in-line
          </text>
        </g>
      )}
      {Array.from({ length: lamps }, (_, i) => {
        const at = firstLamp + i * 44;
        return (
          <g key={i} transform={`translate(${at},${Y})`}>
            <circle
              r={13}
              className={smartLamp ? "fill-wash stroke-accent" : "fill-raised stroke-structure"}
              strokeWidth={smartLamp ? 1.8 : 1.2}
            />
            <path
              d="M-9 -9 9 9M9 -9 -9 9"
              className={smartLamp ? "stroke-accent" : "stroke-structure"}
              strokeWidth={1.1}
            />
          </g>
        );
      })}
      {advice.lampCount > MOST_LAMPS && (
        <text x={end + 20} y={Y + 4} className="fill-soft text-[10px]">
          + {advice.lampCount - MOST_LAMPS}
        </text>
      )}
      <text x={firstLamp - 13} y={Y + 30} className="fill-soft text-[10px]">
        {advice.lampCount} {advice.lampCount === 1 ? "lamp" : "lamps"}
        {advice.loadW ? `, ${advice.loadW} W` : ""}
      </text>
      {/* what is only said */}
      {speaks && (
        <path
          d={`M ${x.switch(0) + 20} ${Y - 40} C ${x.switch(0) + 60} ${12} ${end - 60} ${12} ${inline ? x.inline + 40 : end} ${Y - 18}`}
          className="fill-none stroke-control"
          strokeWidth={1.5}
          strokeDasharray="4 2 1 2"
        />
      )}
      {speaks && (
        <text
          x={(x.switch(0) + end) / 2 + 20}
          y={18}
          textAnchor="middle"
          className="fill-control text-[10px]"
        >
          {inline ? "a battery switch on the wall speaks to it" : "the switch speaks, and cuts nothing"}
        </text>
      )}
    </svg>
  );
}

const short = (name: string) => (name.length > 17 ? `${name.slice(0, 16)}…` : name);
