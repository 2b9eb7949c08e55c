/** Channels: modules as cards, one line a channel; loads dragged, stepped by Alt with the arrows, or given by press. */
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
import { GripVertical, Link2 } from "lucide-react";
import { useId, useRef, useState } from "react";
import { byId } from "#core/design/collections";
import type { Change } from "#core/design/edit";
import { InputError } from "#core/design/input-error";
import { putRow } from "#core/design/row-changes";
import { counted } from "#core/design/words";
import { proposeChannels, shippedTypes } from "#core/stages/bus/assign";
import { feedText } from "#core/stages/bus/channel-checks";
import { freeChannel, giveChannel, moveChannel, stepChannel } from "#core/stages/bus/channel-edit";
import {
  channelWorking,
  isOutput,
  modulesOf,
  moduleText,
  openLoads,
  type Channel,
  type Module,
} from "#core/stages/bus/channels";
import { criticalWhy, inputsOf, linkName, nearestInput, pathsTo, proposeLinks } from "#core/stages/bus/links";
import { cabinetClosets, loadKey, loadsOf } from "#core/stages/bus/loads";
import { newRowId, useDesign, useDesk, useEdit } from "../../desk/desk";
import { Empty, ToSheet } from "../../desk/empty";
import { say } from "../../desk/say";
import { Caution, Worked } from "../../inspect/parts";
import { Choice } from "../../kit/choice";

export default function Channels() {
  const design = useDesign();
  const { readOnly, selection } = useDesk();
  const edit = useEdit();
  const [closet, setCloset] = useState("");
  const [said, setSaid] = useState("");
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 5 } }),
    useSensor(KeyboardSensor),
  );
  const dnd = useId();
  const board = useRef<HTMLDivElement>(null);
  const modules = modulesOf(design).filter(({ type }) => type.channels > 0);
  const open = openLoads(design);
  if (!modules.length && !open.length && !loadsOf(design).length)
    return (
      <Empty text="A channel drives a load: lamps, shades, awnings, valves and locks that have no bus of their own. Put some on the plan first.">
        <ToSheet stage="runs" text="Put points on the plan" />
      </Empty>
    );
  /** An edit that may be refused: why is read aloud and stands above the board. */
  const attempt = (make: () => Change[], done?: string, channel?: string) => {
    try {
      const changes = make();
      if (!changes.length) return;
      edit(() => changes);
      setSaid("");
      if (done) say(done);
      if (channel)
        requestAnimationFrame(() =>
          board.current?.querySelector<HTMLElement>(`[data-channel="${channel}"] button`)?.focus(),
        );
    } catch (problem) {
      if (!(problem instanceof InputError)) throw problem;
      setSaid(problem.message);
      say(problem.message);
    }
  };
  const give = (anew: boolean) => {
    const proposal = proposeChannels(design, newRowId, anew);
    edit(() => proposal.changes);
    setSaid(
      [
        ...proposal.left.map(({ load, why }) => `${load.name}: ${why}.`),
        ...(proposal.unspread.length
          ? [`${proposal.unspread.join(", ")}: its lamps cannot be parted over two modules.`]
          : []),
      ].join(" "),
    );
    say(`${counted(proposal.placed, "load")} on channels, ${counted(proposal.modules.length, "new module")}`);
  };
  const drop = ({ active, over }: DragEndEvent) => {
    if (!over) return;
    const [module, number] = String(over.id).split("/") as [string, string];
    const id = String(active.id);
    const load = open.find((one) => loadKey(one) === id);
    attempt(() =>
      load
        ? giveChannel(design, load, module, Number(number), newRowId)
        : moveChannel(design, id, module, Number(number)),
    );
  };
  const outputs = modules.flatMap(({ type, channels }) =>
    isOutput(type) ? channels.filter(({ load }) => load) : [],
  );
  const critical = outputs.filter(({ load }) => criticalWhy(design, load!));
  const linked = (list: readonly Channel[]) => list.filter(({ links }) => links.length).length;
  const closets = cabinetClosets(design).filter(({ id }) => modules.some(({ row }) => row.closet === id));
  // What is selected is shown, wherever it is.
  const of =
    selection?.in === "modules"
      ? byId(design, "modules").get(selection.id)?.closet
      : selection?.in === "channels"
        ? byId(design, "modules").get(byId(design, "channels").get(selection.id)?.module ?? "")?.closet
        : undefined;
  const shown = modules.filter(({ row }) => closet === "" || row.closet === closet || row.closet === of);
  return (
    <DndContext id={dnd} sensors={sensors} onDragEnd={drop}>
      <div
        className="flex min-h-9 shrink-0 flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule bg-pane px-3 py-1"
        data-chrome
      >
        {closets.length > 1 && (
          <div role="group" aria-label="Cabinet" className="flex">
            {[{ id: "", name: "All" }, ...closets].map((row) => (
              <button
                key={row.id}
                type="button"
                className="tool whitespace-nowrap"
                aria-pressed={closet === row.id}
                onClick={() => setCloset(row.id)}
              >
                {row.name}
              </button>
            ))}
          </div>
        )}
        <span>
          <span className="measure">{outputs.length}</span> of{" "}
          <span className="measure">{outputs.length + open.length}</span> loads on channels of{" "}
          {counted(modules.filter(({ type }) => isOutput(type)).length, "module")}
        </span>
        <span>
          <span className="measure">{linked(outputs)}</span> work without the hub
          {critical.length > 0 && (
            <>
              ,{" "}
              <span
                className={`measure ${linked(critical) < critical.length ? "font-semibold text-mend" : ""}`}
              >
                {linked(critical)}
              </span>{" "}
              of {critical.length} critical ones
            </>
          )}
        </span>
        {!readOnly && (
          <span className="ml-auto flex flex-wrap gap-1.5">
            {open.length > 0 && (
              <button type="button" className="button button-main h-6" onClick={() => give(false)}>
                {modules.length ? "Give the rest channels" : "Give all loads channels"}
              </button>
            )}
            {outputs.some(({ links, load }) => !links.length && nearestInput(design, load!)) && (
              <button
                type="button"
                className="button h-6"
                onClick={() => {
                  const changes = proposeLinks(design, outputs, newRowId);
                  edit(() => changes);
                  say(`${counted(changes.length, "direct link")} made`);
                }}
              >
                Link what has a key near
              </button>
            )}
            {modules.length > 0 && (
              <button type="button" className="button h-6" onClick={() => give(true)}>
                Deal all anew
              </button>
            )}
            <AddModule />
          </span>
        )}
      </div>
      <div
        ref={board}
        className="relative min-h-0 flex-1 overflow-auto"
        tabIndex={0}
        role="region"
        aria-label="Channels"
      >
        {said && (
          <p role="alert" className="border-b border-rule bg-change px-3 py-1.5 text-change-ink">
            {said}
          </p>
        )}
        {open.length > 0 && (
          <section aria-label="Without a channel" className="border-b border-rule px-3 py-2">
            <h3 className="text-small text-soft">
              Without a channel: drag one to a free channel, or choose it there
            </h3>
            <div className="mt-1 flex flex-wrap gap-1.5">
              {open.map((load) => (
                <Loose key={loadKey(load)} id={loadKey(load)} name={load.name} wants={load.wants} />
              ))}
            </div>
          </section>
        )}
        <div className="grid grid-cols-[repeat(auto-fill,minmax(min(100%,27rem),1fr))] items-start gap-3 p-3">
          {shown.map((module) => (
            <Card key={module.row.id} module={module} attempt={attempt} />
          ))}
        </div>
        <Several />
        <Caution text="Modules switch mains: isolate the circuit, lock off, prove dead and secure before a cover comes off or a wire is moved. Plan to what a channel bears of that load; mains and low voltage on modules of their own. Local codes and a licensed person decide." />
      </div>
    </DndContext>
  );
}

function AddModule() {
  const design = useDesign();
  const { select } = useDesk();
  const edit = useEdit();
  const own = design.moduleTypes.length > 0;
  const types = own ? design.moduleTypes : shippedTypes(design);
  const closet = cabinetClosets(design)[0];
  if (!closet) return null;
  return (
    <Choice
      label="Add a module"
      prompt="Add a module…"
      className="h-6 w-36 text-small"
      value=""
      options={types.map(({ id, name, units }) => ({ value: id, text: name, hint: counted(units, "unit") }))}
      take={(kind) => {
        const id = newRowId("module");
        const type = types.find((row) => row.id === kind)!;
        edit(() => [
          ...(own ? [] : types.flatMap((row) => putRow("moduleTypes", row))),
          ...putRow("modules", { id, name: type.name, kind, closet: closet.id }),
        ]);
        select({ in: "modules", id, made: true });
      }}
    />
  );
}

/** A load on its way to a channel. */
function Loose({ id, name, wants }: { id: string; name: string; wants: string }) {
  const { readOnly } = useDesk();
  const { setNodeRef, listeners, attributes, transform } = useDraggable({ id, disabled: readOnly });
  return (
    <button
      ref={setNodeRef}
      type="button"
      className="flex h-6 cursor-grab touch-none items-center gap-1 border border-rule bg-raised px-1.5 text-small"
      style={
        transform ? { transform: `translate(${transform.x}px, ${transform.y}px)`, zIndex: 30 } : undefined
      }
      {...listeners}
      {...attributes}
      aria-label={`${name}, wants a ${wants}`}
    >
      <GripVertical size={11} /> {name} <span className="text-soft">{wants}</span>
    </button>
  );
}

type Attempt = (make: () => Change[], done?: string, channel?: string) => void;

function Card({ module, attempt }: { module: Module; attempt: Attempt }) {
  const design = useDesign();
  const { select, selection } = useDesk();
  const { row, type, channels } = module;
  const chosen = selection?.in === "modules" && selection.id === row.id;
  const closet = byId(design, "closets").get(row.closet)?.name ?? "";
  const numbers = Array.from({ length: type.channels }, (_, i) => i + 1);
  /** What is on a channel: a load, or anything an input reads. */
  const on = (number: number) =>
    channels.find((one) => one.row.number === number && (one.load || !isOutput(type)));
  const free = numbers.filter((number) => !on(number));
  return (
    <section
      aria-label={row.name}
      className={`border bg-raised ${chosen ? "border-accent" : "border-rule"}`}
      data-module={row.id}
    >
      <header className="flex items-baseline gap-2 border-b border-rule px-2.5 py-1.5">
        <button
          type="button"
          className="font-semibold whitespace-nowrap hover:underline"
          onClick={() => select({ in: "modules", id: row.id })}
        >
          {row.name}
        </button>
        <span className="truncate text-small text-soft">
          {type.name}, {closet}
          {row.row === undefined ? ", no place" : `, row ${row.row}`}
        </span>
        <span className="measure ml-auto shrink-0 text-small whitespace-nowrap">{moduleText(module)}</span>
      </header>
      <ol>
        {numbers
          .filter((number) => on(number))
          .map((number) => (
            <Line key={number} module={module} number={number} channel={on(number)!} attempt={attempt} />
          ))}
      </ol>
      {free.length > 0 && (
        <div
          role="group"
          aria-label={`Free channels of ${row.name}`}
          className="flex flex-wrap gap-1 px-2 py-1"
        >
          {free.map((number) => (
            <Free key={number} module={module} number={number} attempt={attempt} />
          ))}
        </div>
      )}
    </section>
  );
}

function Line({
  module,
  number,
  channel,
  attempt,
}: {
  module: Module;
  number: number;
  channel: Channel;
  attempt: Attempt;
}) {
  const { setNodeRef, isOver } = useDroppable({ id: `${module.row.id}/${number}` });
  return (
    <li
      ref={setNodeRef}
      className={`grid min-h-7 grid-cols-[1.4rem_minmax(0,1fr)_auto] items-center gap-x-1.5 border-b border-rule/50 px-2 last:border-b-0 ${isOver ? "bg-change" : ""}`}
      data-channel={channel.row.id}
    >
      <span className="measure text-right text-small text-soft">{number}</span>
      {channel.load ? (
        <Taken module={module} channel={channel} attempt={attempt} />
      ) : (
        <Reads channel={channel} />
      )}
    </li>
  );
}

/** A channel on which nothing is: a load is dropped on it, or chosen from those that have none. */
function Free({ module, number, attempt }: { module: Module; number: number; attempt: Attempt }) {
  const design = useDesign();
  const { readOnly, select } = useDesk();
  const edit = useEdit();
  const { setNodeRef, isOver } = useDroppable({ id: `${module.row.id}/${number}` });
  const open = readOnly || !isOutput(module.type) ? [] : openLoads(design);
  const look = `grid h-6 min-w-9 place-items-center border border-dashed border-rule px-1 text-small text-soft ${isOver ? "bg-change" : ""}`;
  if (!isOutput(module.type) && !readOnly)
    return (
      <button
        ref={setNodeRef}
        type="button"
        className={`${look} hover:text-ink`}
        aria-label={`Use input ${number} of ${module.row.name}`}
        onClick={() => {
          const id = newRowId("channel");
          edit(() => putRow("channels", { id, module: module.row.id, number }));
          select({ in: "channels", id, made: true });
        }}
      >
        {number}
      </button>
    );
  return (
    <span ref={setNodeRef} className={open.length ? "" : look} title="free">
      {open.length ? (
        <Choice
          label={`Give channel ${number} of ${module.row.name}`}
          prompt={`${number} give…`}
          className="h-6 w-24 text-small"
          value=""
          options={open.map((load) => ({ value: loadKey(load), text: load.name, hint: load.wants }))}
          take={(key) => {
            const load = open.find((one) => loadKey(one) === key)!;
            attempt(() => giveChannel(design, load, module.row.id, number, newRowId));
          }}
        />
      ) : (
        number
      )}
    </span>
  );
}

function Taken({ module, channel, attempt }: { module: Module; channel: Channel; attempt: Attempt }) {
  const design = useDesign();
  const { select, selection, readOnly } = useDesk();
  const { row, load, amps, mostA, links, why } = channel;
  const { setNodeRef, listeners, attributes, transform } = useDraggable({ id: row.id, disabled: readOnly });
  const chosen = selection?.in === "channels" && selection.id === row.id;
  const feed = feedText(design, channel);
  const [first] = links;
  return (
    <>
      <span
        className="flex min-w-0 items-center gap-1"
        style={
          transform ? { transform: `translate(${transform.x}px, ${transform.y}px)`, zIndex: 30 } : undefined
        }
      >
        <button
          type="button"
          className={`min-w-0 truncate text-left hover:underline ${chosen ? "font-semibold text-accent" : ""} ${why ? "text-stop" : ""}`}
          title={why}
          onClick={() => select({ in: "channels", id: row.id })}
          onKeyDown={(event) => {
            if (readOnly) return;
            if (event.altKey && (event.key === "ArrowUp" || event.key === "ArrowDown")) {
              event.preventDefault();
              event.stopPropagation();
              const step = event.key === "ArrowUp" ? -1 : 1;
              attempt(() => stepChannel(design, row.id, step), `${load!.name}: moved`, row.id);
            }
            if (event.key === "Delete") {
              event.stopPropagation();
              attempt(() => freeChannel(design, row.id), `${load!.name}: without a channel`);
            }
          }}
        >
          {load!.name}
        </button>
        {load!.wants === "shutter" && (
          <span className="shrink-0 text-tiny text-soft" title="Two relays that bar one another: up and down">
            up ⊻ down
          </span>
        )}
        {links.length ? (
          <span
            className="flex min-w-0 shrink-[2] items-center gap-0.5 truncate text-small text-soft"
            title={links.map((link) => linkName(design, link)).join(", ")}
          >
            <Link2 size={12} className="shrink-0" aria-label="Direct link from" />
            <span className="truncate">
              {linkName(design, first!)}
              {links.length > 1 ? ` + ${links.length - 1}` : ""}
            </span>
          </span>
        ) : (
          <span
            className={`shrink-0 text-small ${criticalWhy(design, load!) ? "font-semibold text-mend" : "text-soft"}`}
          >
            hub only
          </span>
        )}
      </span>
      <span className="flex shrink-0 items-center gap-2 text-small">
        <span
          className={`whitespace-nowrap max-sm:hidden ${feed || load!.carries !== "mains" ? "text-soft" : "text-mend"}`}
        >
          {feed ?? (load!.carries === "mains" ? "no circuit" : `${load!.volts} V`)}
        </span>
        <span className={`w-12 text-right ${why ? "font-semibold text-stop" : ""}`}>
          <Worked working={() => channelWorking(design, module, channel)}>
            {amps < 0.1 ? `${(1000 * amps).toFixed(0)} mA` : `${amps.toFixed(2)} A`}
          </Worked>
        </span>
        <span
          className="h-1.5 w-8 bg-ground max-sm:hidden"
          title={mostA === undefined ? undefined : `${mostA} A at most`}
        >
          <span
            className={`block h-full ${why ? "bg-stop" : "bg-power"}`}
            style={{ width: `${Math.min(100, mostA ? (100 * amps) / mostA : 100)}%` }}
          />
        </span>
        {!readOnly && (
          <button
            ref={setNodeRef}
            type="button"
            className="grid size-5 cursor-grab touch-none place-items-center text-soft"
            {...listeners}
            {...attributes}
            aria-label={`Move ${load!.name}`}
          >
            <GripVertical size={12} />
          </button>
        )}
      </span>
    </>
  );
}

/** What an input reads. */
function Reads({ channel }: { channel: Channel }) {
  const design = useDesign();
  const { select } = useDesk();
  const reads = inputsOf(design).find((one) => one.in === "channels" && one.id === channel.row.id);
  const works = design.links.filter((link) => link.channel === channel.row.id).length;
  return (
    <>
      <button
        type="button"
        className="min-w-0 truncate text-left hover:underline"
        onClick={() => select({ in: "channels", id: channel.row.id })}
      >
        {reads?.name ?? "nothing"}
      </button>
      <span className="text-small text-soft">
        {works ? `works ${counted(works, "output")}` : "to the hub"}
      </span>
    </>
  );
}

/** Loads that can be worked in several ways, and how those are kept in step. */
function Several() {
  const design = useDesign();
  const { select } = useDesk();
  const loads = [
    ...modulesOf(design).flatMap(({ channels }) => channels.flatMap(({ load }) => load ?? [])),
    ...design.pins.flatMap(({ load }) => {
      const point = byId(design, "points").get(load ?? "");
      return point ? [{ id: point.id, in: "points" as const, name: point.name }] : [];
    }),
    ...design.remotes.flatMap(({ load }) => {
      const point = byId(design, "points").get(load ?? "");
      return point ? [{ id: point.id, in: "points" as const, name: point.name }] : [];
    }),
  ];
  const seen = new Map(loads.map((load) => [loadKey(load), load]));
  const several = [...seen.values()]
    .map((load) => ({ load, paths: pathsTo(design, load) }))
    // One key and the hub keep in step by themselves: nothing to say.
    .filter(
      ({ paths }) =>
        paths.filter(({ needsHub }) => !needsHub).length > 1 || paths.some(({ drifts }) => drifts),
    )
    .sort((a, b) => Number(b.paths.some((p) => p.drifts)) - Number(a.paths.some((p) => p.drifts)));
  if (!several.length) return null;
  return (
    <section aria-label="Worked in several ways" className="border-t border-rule px-3 py-3">
      <h3 className="font-semibold">Worked in several ways, and how they keep in step</h3>
      <table className="mt-1.5 w-full min-w-150 text-left">
        <thead className="text-small text-soft">
          <tr className="h-7 border-b border-rule">
            <th className="w-48 font-normal">Load</th>
            <th className="w-56 font-normal">By</th>
            <th className="font-normal">Who learns of it</th>
          </tr>
        </thead>
        <tbody>
          {several.flatMap(({ load, paths }) =>
            paths.map((path, i) => (
              <tr key={`${loadKey(load)} ${i}`} className="border-b border-rule/50 align-top">
                <td className="py-1 pr-3">
                  {i === 0 && (
                    <button
                      type="button"
                      className="text-left hover:underline"
                      onClick={() => select({ in: load.in, id: load.id })}
                    >
                      {load.name}
                    </button>
                  )}
                </td>
                <td className="py-1 pr-3">
                  {path.by}
                  {path.drifts && (
                    <span className="ml-1.5 text-small font-semibold text-mend">can drift</span>
                  )}
                </td>
                <td className="py-1 text-small text-soft">{path.inStep}</td>
              </tr>
            )),
          )}
        </tbody>
      </table>
    </section>
  );
}
