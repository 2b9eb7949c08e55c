/** The stops of a segment in the order the cable visits them: moved by drag, by Alt with the arrows, or by press. */
import {
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
  type DragEndEvent,
} from "@dnd-kit/core";
import { ArrowDown, ArrowUp, GripVertical, X } from "lucide-react";
import { useId, useRef } from "react";
import { checkRow } from "#core/design/check-row";
import { InputError } from "#core/design/input-error";
import { changeRow } from "#core/design/row-changes";
import { formatTotal } from "#core/design/units";
import { pointOfStop, stopsOf } from "#core/points/lines";
import { hangOn, moveStop, takeStops } from "#core/stages/bus/edit";
import type { StopRow } from "#core/design/rows/bus";
import { loadOfStop, type Segment } from "#core/stages/bus/segments";
import { voltsWorking } from "#core/stages/bus/workings";
import { useDesign, useDesk, useEdit } from "../../desk/desk";
import { Empty } from "../../desk/empty";
import { say } from "../../desk/say";
import { Worked } from "../../inspect/parts";
import { Choice } from "../../kit/choice";
import { TextField } from "../../kit/fields";

export default function Stops({ segment }: { segment: Segment }) {
  const design = useDesign();
  const { readOnly } = useDesk();
  const edit = useEdit();
  const body = useRef<HTMLTableSectionElement>(null);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 5 } }),
    useSensor(KeyboardSensor),
  );
  const id = useId();
  const stops = stopsOf(design, segment.row.id);
  if (!stops.length) return <Empty text="No point is on this segment yet." />;
  const move = (stop: StopRow, to: number) => {
    if (readOnly || to < 0 || to >= stops.length) return;
    edit((d) => moveStop(d, stop.id, to));
    say(`${pointOfStop(design, stop)?.name ?? "Stop"}: now visited as number ${to + 1}`);
    requestAnimationFrame(() =>
      body.current?.querySelector<HTMLElement>(`[data-stop="${stop.id}"]`)?.focus(),
    );
  };
  const drop = ({ active, over }: DragEndEvent) => {
    const stop = stops.find((one) => one.id === active.id);
    const to = stops.findIndex((one) => one.id === over?.id);
    if (stop && to >= 0 && stops[to] !== stop) move(stop, to);
  };
  const tree = segment.row.topology === "tree";
  return (
    <DndContext id={id} sensors={sensors} onDragEnd={drop}>
      <div
        className="relative min-h-0 flex-1 overflow-auto bg-raised"
        tabIndex={0}
        role="region"
        aria-label="Stops in the order of the cable"
      >
        <table className="w-full min-w-190">
          <thead className="sticky top-0 z-10 bg-pane text-left text-small text-soft">
            <tr className="h-7 border-b border-rule">
              <th className="w-8 pl-2 font-normal">
                <span className="sr-only">Move</span>
              </th>
              <th className="w-8 text-right font-normal">No.</th>
              <th className="pl-3 font-normal">Point</th>
              <th className="pl-3 font-normal">Comes from</th>
              <th className="text-right font-normal">Stretch</th>
              <th className="pl-3 text-right font-normal" title="What flows in this stretch">
                Carries
              </th>
              <th className="pl-3 text-right font-normal" title="What this stretch takes of the volts">
                Loses
              </th>
              <th className="pl-3 text-right font-normal">Draws</th>
              <th className="pl-3 text-right font-normal">Volts</th>
              <th className="w-16 pl-3 font-normal">Address</th>
              <th className="w-24 pr-2">
                <span className="sr-only">Order</span>
              </th>
            </tr>
          </thead>
          <tbody ref={body}>
            {stops.map((stop, i) => (
              <Row
                key={stop.id}
                segment={segment}
                stop={stop}
                at={i}
                last={i === stops.length - 1}
                tree={tree}
                stops={stops}
                move={move}
              />
            ))}
          </tbody>
        </table>
      </div>
    </DndContext>
  );
}

interface RowProps {
  segment: Segment;
  stop: StopRow;
  at: number;
  last: boolean;
  tree: boolean;
  stops: readonly StopRow[];
  move(stop: StopRow, to: number): void;
}

function Row({ segment, stop, at, last, tree, stops, move }: RowProps) {
  const design = useDesign();
  const { select, selection, readOnly, preferences } = useDesk();
  const edit = useEdit();
  const { setNodeRef: droppable, isOver } = useDroppable({ id: stop.id });
  const {
    setNodeRef: draggable,
    listeners,
    attributes,
    transform,
    isDragging,
  } = useDraggable({
    id: stop.id,
    disabled: readOnly,
  });
  const point = pointOfStop(design, stop);
  const node = segment.nodes.findIndex((one) => one.stop?.id === stop.id);
  const edge = segment.edges.find(({ b }) => node > 0 && b === node);
  const { amps, watts } = loadOfStop(design, stop);
  const name = point?.name ?? "no point";
  const volts = node > 0 ? segment.nodes[node]!.volts : undefined;
  const under = volts !== undefined && segment.limitV !== undefined && volts < segment.limitV;
  const chosen = selection?.in === "stops" && selection.id === stop.id;
  const parentName = edge && segment.nodes[edge.a]!.name;
  return (
    <tr
      ref={(element) => {
        droppable(element);
        draggable(element);
      }}
      style={transform ? { transform: `translateY(${transform.y}px)` } : undefined}
      data-stop={stop.id}
      tabIndex={-1}
      className={`h-7 border-b border-rule/60 ${chosen ? "bg-wash" : isOver ? "bg-change" : ""} ${isDragging ? "relative z-20 bg-raised shadow-md" : ""}`}
      onKeyDown={(event) => {
        if (!event.altKey || (event.key !== "ArrowUp" && event.key !== "ArrowDown")) return;
        event.preventDefault();
        move(stop, at + (event.key === "ArrowUp" ? -1 : 1));
      }}
    >
      <td className="pl-2">
        {!readOnly && (
          <button
            type="button"
            className="grid size-6 cursor-grab touch-none place-items-center text-soft"
            aria-label={`Move ${name}`}
            {...listeners}
            {...attributes}
          >
            <GripVertical size={13} />
          </button>
        )}
      </td>
      <td className="measure text-right">{at + 1}</td>
      <td className="pl-3">
        <button
          type="button"
          className="text-left whitespace-nowrap hover:underline"
          onClick={() => select({ in: "stops", id: stop.id })}
        >
          {name}
        </button>
      </td>
      <td className="max-w-36 truncate pl-3 text-small text-soft">
        {tree && !readOnly ? (
          <Choice
            bare
            label={`${name} comes from`}
            className="h-6 w-full text-small"
            value={stop.parent ?? ""}
            options={[
              { value: "", text: segment.nodes[0]!.name },
              ...stops
                .filter((one) => one.id !== stop.id)
                .map((one) => ({ value: one.id, text: pointOfStop(design, one)?.name ?? one.id })),
            ]}
            take={(parent) => {
              try {
                const changes = hangOn(design, stop.id, parent || undefined);
                edit(() => changes);
              } catch (problem) {
                if (!(problem instanceof InputError)) throw problem;
                say(problem.message);
              }
            }}
          />
        ) : (
          (parentName ?? <span className="text-mend">not on the line</span>)
        )}
      </td>
      <td className="measure text-right whitespace-nowrap">
        {edge && formatTotal(edge.distanceM, preferences.units)}
      </td>
      <td className="measure pl-3 text-right whitespace-nowrap">
        {edge?.amps === undefined ? "–" : `${(1000 * Math.abs(edge.amps)).toFixed(0)} mA`}
      </td>
      <td className="measure pl-3 text-right whitespace-nowrap">
        {edge?.dropV === undefined ? "–" : `${Math.abs(edge.dropV).toFixed(2)} V`}
      </td>
      <td className="measure pl-3 text-right whitespace-nowrap">
        {amps ? `${(1000 * amps).toFixed(amps < 0.01 ? 1 : 0)} mA` : watts ? `${watts} W` : "–"}
      </td>
      <td className={`pl-3 text-right ${under ? "font-semibold text-stop" : ""}`}>
        {volts === undefined ? (
          "–"
        ) : (
          <Worked working={() => voltsWorking(design, segment, node)}>{volts.toFixed(2)}</Worked>
        )}
      </td>
      <td className="pl-3">
        {segment.profile.addressFrom !== undefined && (
          <TextField
            bare
            mono
            label={`Address of ${name}`}
            text={stop.address === undefined ? "" : String(stop.address)}
            inputMode="decimal"
            take={(typed) => {
              const address = typed.trim() === "" ? undefined : Number(typed);
              if (address !== undefined) checkRow("stops", { ...stop, address }, "");
              edit((d) => changeRow(d, "stops", stop.id, { address }));
            }}
          />
        )}
      </td>
      <td className="pr-2 text-right whitespace-nowrap">
        {!readOnly && (
          <span className="flex justify-end">
            <button
              type="button"
              className="tool"
              aria-label={`${name} earlier`}
              disabled={at === 0}
              onClick={() => move(stop, at - 1)}
            >
              <ArrowUp size={12} />
            </button>
            <button
              type="button"
              className="tool"
              aria-label={`${name} later`}
              disabled={last}
              onClick={() => move(stop, at + 1)}
            >
              <ArrowDown size={12} />
            </button>
            <button
              type="button"
              className="tool"
              aria-label={`Take ${name} off this segment`}
              onClick={() => edit((d) => takeStops(d, [stop.id]))}
            >
              <X size={12} />
            </button>
          </span>
        )}
      </td>
    </tr>
  );
}
