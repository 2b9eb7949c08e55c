/** Which segment the sheet shows: that of what is selected, else the one in the address, else the first. */
import { useSearchParams } from "react-router";
import { byId } from "#core/design/collections";
import { byName } from "#core/design/words";
import { stopOf } from "#core/points/lines";
import { segmentsOf, type Segment } from "#core/stages/bus/segments";
import { useDesign, useDesk } from "../../desk/desk";

/** Segments in the order of their names. */
export function useSegments(): readonly Segment[] {
  return [...segmentsOf(useDesign())].sort((a, b) => byName(a.row.name, b.row.name));
}

export function useShownSegment(): { shown?: Segment; show(id: string): void } {
  const design = useDesign();
  const { selection, select } = useDesk();
  const [params, setParams] = useSearchParams();
  const segments = useSegments();
  const of =
    selection?.in === "segments"
      ? selection.id
      : selection?.in === "stops"
        ? byId(design, "stops").get(selection.id)?.segment
        : undefined;
  const find = (id: string | null | undefined) => segments.find(({ row }) => row.id === id);
  const asked = find(of) ?? find(params.get("segment"));
  // A point that is pressed shows its line, unless one was asked for: it may be about to change over.
  const point =
    selection?.in === "points" ? find(stopOf(design, { id: selection.id })?.segment.id) : undefined;
  return {
    shown: asked ?? point ?? segments[0],
    show(id) {
      setParams(
        (now) => {
          now.set("segment", id);
          return now;
        },
        { replace: true, preventScrollReset: true },
      );
      select({ in: "segments", id });
    },
  };
}
