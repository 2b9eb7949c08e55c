/** What stands over a segment's volts: how good its order is, and what it takes the place of. */
import { formatTotal } from "#core/design/units";
import { replacesOf } from "#core/stages/bus/replaces";
import { formsOf } from "#core/stages/bus/order";
import type { Segment } from "#core/stages/bus/segments";
import { useDesign, useDesk } from "../../desk/desk";
import { saveSvg } from "../../kit/save-svg";

export default function Lead({ segment }: { segment: Segment }) {
  const design = useDesign();
  const { units } = useDesk().preferences;
  const metres = (m: number) => formatTotal(m, units);
  const { topology } = segment.row;
  const forms = formsOf(design, segment.row);
  const best = topology === "ring" ? forms.ring : topology === "line" ? forms.line : undefined;
  const home = replacesOf(design, segment)[0]!;
  const stops = forms.stops.length;
  return (
    <p className="shrink-0 border-b border-rule/60 px-3 py-1.5 text-small text-soft">
      <button
        type="button"
        className="tool float-right -my-0.5"
        data-chrome
        onClick={() =>
          void saveSvg(segment.row.name, async () =>
            (await import("#core/stages/bus/tree-svg")).treeSvg(design, segment),
          )
        }
      >
        SVG
      </button>
      <span className="measure text-ink">{metres(segment.lengthM)}</span>
      {best && (
        <>
          {", "}
          {segment.lengthM <= best.lengthM + 0.05
            ? best.exact
              ? stops > 1
                ? "proven shortest of all orders"
                : "its only order"
              : `no shorter order found; none is under ${metres(best.boundM)}`
            : `${metres(best.lengthM)} in the ${best.exact ? "proven shortest" : "best order found"}`}
        </>
      )}
      {" · as home runs "}
      <span className="measure text-ink">{metres(home.lengthM)}</span>
      {segment.collapsed && (
        <strong className="ml-2 font-semibold text-stop">
          The line collapses: its devices ask for more than the cable carries at any volts.
        </strong>
      )}
    </p>
  );
}
