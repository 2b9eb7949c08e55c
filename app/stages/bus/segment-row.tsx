/** The row over the plan: which segment is shown, its form, and a new one from what is selected. */
import { byId } from "#core/design/collections";
import { InputError } from "#core/design/input-error";
import { counted } from "#core/design/words";
import { stopOf } from "#core/points/lines";
import { newRowId, selectedRefs, useDesign, useDesk, useEdit } from "../../desk/desk";
import { patiently } from "../../kit/lazily";
import { say } from "../../desk/say";
import { useSegments, useShownSegment } from "./shown";

export function SegmentRow() {
  const design = useDesign();
  const { selection, readOnly } = useDesk();
  const edit = useEdit();
  const segments = useSegments();
  const { shown, show } = useShownSegment();
  const points = selectedRefs(selection).flatMap((ref) =>
    ref.in === "points" ? (byId(design, "points").get(ref.id) ?? []) : [],
  );
  const coming = shown ? points.filter((point) => stopOf(design, point)?.segment.id !== shown.row.id) : [];
  // What builds a segment is fetched when it is asked for: the sheet is there before.
  const building = () => patiently(() => import("#core/stages/bus/edit"));
  const putOn = async () => {
    const { addToSegment } = await building();
    edit((d) => addToSegment(d, shown!.row.id, coming, newRowId));
    say(`${counted(coming.length, "point")} put on ${shown!.row.name}`);
  };
  const add = async () => {
    const { newSegment } = await building();
    const profile =
      points.map((point) => byId(design, "kinds").get(point.kind)?.needs?.busProfile).find(Boolean) ??
      design.busProfiles.find((row) => row.id === "house-bus")?.id ??
      design.busProfiles[0]?.id;
    const closet = points.find((point) => point.closet)?.closet ?? design.closets[0]?.id;
    if (!profile || !closet) {
      say(profile ? "Draw a closet in House first: a segment begins there." : "Put a profile in first.");
      return;
    }
    try {
      const changes = newSegment(
        design,
        { profile, closet, name: `Segment ${segments.length + 1}` },
        points,
        newRowId,
      );
      edit(() => changes);
      const made = changes.find((change) => change.in === "segments" && "put" in change);
      if (made && "put" in made) show((made.put as { id: string }).id);
    } catch (problem) {
      if (!(problem instanceof InputError)) throw problem;
      say(problem.message);
    }
  };
  return (
    <div
      className="relative flex h-9 shrink-0 items-center gap-1 overflow-x-auto border-b border-rule bg-pane px-2"
      data-chrome
    >
      <div role="group" aria-label="Segment" className="flex">
        {segments.map(({ row, verdict }) => (
          <button
            key={row.id}
            type="button"
            className="tool whitespace-nowrap"
            aria-pressed={row.id === shown?.row.id}
            onClick={() => show(row.id)}
          >
            {verdict === "fails" && (
              <span className="mr-1 inline-block size-2 bg-stop" title="Too few volts" />
            )}
            {row.name}
          </button>
        ))}
      </div>
      {!readOnly && shown && coming.length > 0 && (
        <button
          type="button"
          className="button button-main h-6 whitespace-nowrap"
          onClick={() => void putOn()}
        >
          Put {coming.length === 1 ? coming[0]!.name : counted(coming.length, "point")} on {shown.row.name}
        </button>
      )}
      {!readOnly && (
        <button type="button" className="button h-6 whitespace-nowrap" onClick={() => void add()}>
          {points.length ? `New segment of ${counted(points.length, "point")}` : "New segment"}
        </button>
      )}
    </div>
  );
}
