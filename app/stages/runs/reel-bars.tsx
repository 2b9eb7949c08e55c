/** The cutting plan of one cable type as stacked bars: one bar a reel, one piece a cut. */
import { formatLength, formatTotal } from "#core/design/units";
import { useDesk } from "../../desk/desk";
import { linear } from "../../kit/linear";
import type { CableTotal } from "#core/stages/runs";
import { counted } from "#core/design/words";

const WIDTH = 222;
const BAR = 18;
const STEP = 38;

export function ReelBars({ total }: { total: CableTotal }) {
  const { preferences } = useDesk();
  const { reels, newReels, bound, proven } = total.cutting;
  const reelText = (m: number) => formatTotal(m, preferences.units, 0);
  const x = linear([0, Math.max(...reels.map((reel) => reel.capacityM), 1)], [0, WIDTH]);
  return (
    <div
      className="shrink-0 bg-pane p-3 max-lg:border-t max-lg:border-rule"
      role="group"
      aria-label={`Cutting plan of ${total.cableType.name}`}
    >
      <h3 className="text-small font-semibold">{total.cableType.name}</h3>
      <p className="text-small text-soft">
        {newReels === bound
          ? `${newReels} new, and no plan can do with fewer.`
          : proven
            ? `${newReels} new; the search shows that fewer cannot hold these cuts.`
            : `${newReels} new; fewer than ${bound} cannot hold these cuts.`}
      </p>
      <svg
        width={WIDTH}
        height={reels.length * STEP + 4}
        className="mt-2"
        role="img"
        aria-label={reels
          .map(
            (reel, i) => `Reel ${i + 1}: ${counted(reel.cuts.length, "cut")} of ${reelText(reel.capacityM)}`,
          )
          .join(". ")}
      >
        {reels.map((reel, r) => {
          const used = reel.cuts.reduce((sum, cut) => sum + cut.lengthM, 0);
          let at = 0;
          return (
            <g key={r} transform={`translate(0 ${r * STEP})`}>
              <text y={11} className="fill-soft text-tiny">
                {reel.stock ? `part-used, ${reelText(reel.capacityM)}` : `new, ${reelText(reel.capacityM)}`}
              </text>
              <text x={WIDTH} y={11} textAnchor="end" className="fill-soft font-mono text-tiny">
                {formatTotal(used, preferences.units)} cut
              </text>
              <rect y={15} width={x(reel.capacityM)} height={BAR} className="fill-raised stroke-rule" />
              {reel.cuts.map((cut) => {
                const left = x(at);
                at += cut.lengthM;
                return (
                  <rect
                    key={cut.label}
                    x={left}
                    y={15}
                    width={Math.max(0.5, x(at) - left)}
                    height={BAR}
                    className="fill-cable stroke-raised"
                    strokeWidth={0.8}
                  >
                    <title>{`${cut.label}: ${formatLength(cut.lengthM, preferences.units)}`}</title>
                  </rect>
                );
              })}
            </g>
          );
        })}
      </svg>
    </div>
  );
}
