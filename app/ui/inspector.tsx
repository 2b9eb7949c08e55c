/** The inspector: what is selected, its facts, fields, working and findings. */
import { rollup } from "d3-array";
import { Trash2 } from "lucide-react";
import { lazy, Suspense } from "react";
import { useLocation } from "react-router";
import { byId, type Design } from "#core/design/collections";
import type { DeviceRow, PointRow } from "#core/design/rows-system";
import { DEVICE_STATUSES, PROTOCOLS } from "#core/design/rows-system";
import { checkRow } from "#core/design/check-row";
import { fail } from "#core/design/input-error";
import { removeRows } from "#core/design/remove";
import { formatLength, formatTotal } from "#core/design/units";
import { area, perimeter } from "#core/geometry/polygon";
import { isAnswered, rankedProblems } from "#core/brief";
import { areaWorking, changePoint, copyLevel, copyRoom, duplicatePoint, newLevel, movePoint, perimeterWorking, removePoint, roomAt } from "#core/house";
import { addDevice, changeDevice } from "#core/register";
import { closetWorking, dropsOf, lengthWorking, loadWorking, pointLabel, type Drop } from "#core/runs";
import { allFindings } from "#core/stages";
import type { Working } from "#core/working";
import { newRowId, useDesign, useDesk, useEdit, withRef } from "./desk";
import { Fact, LengthField, SelectField, TextField } from "./fields";
import { FindingCard } from "./finding-card";
import { FindingsDrawer } from "./findings-drawer";
import { Glyph } from "./glyph";
import { RowForm, rowName } from "./row-form";
import { WorkingPanel } from "./working-panel";

// Charts come with it, and other stages need none.
const AutomationInspector = lazy(() => import("./automation-inspector"));
const RowInspector = lazy(() => import("./row-inspector"));
const ManyInspector = lazy(() => import("./many-inspector"));

export function Inspector() {
  const { drawer, working, open, selection } = useDesk();
  const design = useDesign();
  return (
    <aside aria-label="Inspector" className="flex min-h-0 w-80 flex-col bg-pane max-lg:col-span-full max-lg:w-full max-lg:border-t max-lg:border-rule">
      {drawer ? <FindingsDrawer /> : (
        <div className="min-h-0 flex-1 overflow-y-auto" tabIndex={0} role="region" aria-label="Inspector contents">
          {working && <WorkingPanel working={working} onClose={() => open(undefined)} />}
          <Suspense><Subject key={selection ? `${selection.in}/${selection.id}` : "none"} design={design} /></Suspense>
        </div>
      )}
    </aside>
  );
}

function Subject({ design }: { design: Design }) {
  const { selection } = useDesk();
  const stage = useLocation().pathname.split("/").at(-1);
  if (selection?.all && selection.all.length > 1) return <ManyInspector design={design} refs={selection.all} />;
  if (selection?.in === "points") {
    const point = byId(design, "points").get(selection.id);
    if (point) return <PointInspector design={design} point={point} drop={selection.drop} />;
  }
  if (selection?.in === "devices") {
    const device = byId(design, "devices").get(selection.id);
    if (device) return <DeviceInspector design={design} device={device} />;
  }
  if (selection?.in === "automations") {
    const automation = byId(design, "automations").get(selection.id);
    if (automation) return <AutomationInspector key={automation.id} design={design} automation={automation} />;
  }
  if (selection?.in === "rooms") {
    const room = byId(design, "rooms").get(selection.id);
    if (room) return <RoomInspector design={design} id={room.id} />;
  }
  if (selection?.in === "closets") return <ClosetInspector design={design} id={selection.id} />;
  if (selection && (byId(design, selection.in) as ReadonlyMap<string, unknown>).has(selection.id)) return <RowInspector design={design} collection={selection.in} id={selection.id} />;
  // With nothing selected, a stage shows what its own sheet is about.
  const first = design.automations[0];
  if (stage === "automations" && first) return <AutomationInspector key={first.id} design={design} automation={first} />;
  if (stage === "register") return <RegisterSummary design={design} />;
  if (stage === "brief") return <BriefSummary design={design} />;
  return <DesignInspector design={design} />;
}

export function Heading({ title, label, text, glyph }: { title: string; label?: string; text?: string; glyph?: React.ReactNode }) {
  return (
    <header className="border-b border-rule px-3.5 py-3">
      <div className="flex items-baseline justify-between gap-2">
        <h2 className="flex min-w-0 items-baseline gap-2 text-base leading-5 font-semibold [font-stretch:90%]">{glyph && <span className="translate-y-0.5">{glyph}</span>}{title}</h2>
        {label && <span className="shrink-0 font-mono text-small text-soft">{label}</span>}
      </div>
      {text && <p className="mt-0.5 text-soft">{text}</p>}
    </header>
  );
}

/** A number that opens its working beside it. */
export function Worked({ children, working }: { children: React.ReactNode; working?: () => Working | undefined }) {
  const { open } = useDesk();
  if (!working) return <span className="measure">{children}</span>;
  return <button type="button" className="worked" onClick={() => open(working())}>{children}</button>;
}

function Findings({ design, collection, id }: { design: Design; collection: string; id: string }) {
  const own = allFindings(design).filter((finding) => finding.about.length <= 3 && finding.about.some((ref) => ref.in === collection && ref.id === id));
  return own.map((finding) => <FindingCard key={finding.code} finding={finding} />);
}

function PointInspector({ design, point, drop }: { design: Design; point: PointRow; drop?: string }) {
  const { select, readOnly, preferences, working } = useDesk();
  const edit = useEdit();
  const kind = byId(design, "kinds").get(point.kind)!;
  const drops = dropsOf(design).filter((d) => d.point.id === point.id);
  const shown = drops.find((d) => d.key === drop) ?? drops[0];
  const device = design.devices.find((row) => row.point === point.id);
  const route = shown?.route?.ways.map((way) => byId(design, way.in).get(way.id)?.name).join(", ");
  return (
    <>
      <Heading glyph={<Glyph glyph={kind.glyph} size={15} />} title={point.name} label={pointLabel(design, point)} text={`${kind.name} · ${byId(design, "rooms").get(point.room)?.name} · ${formatLength(point.z, preferences.units)} up`} />
      {drops.length > 0 && (
        <dl className="border-b border-rule px-3.5 py-2.5">
          <Fact label="Kit">{kitText(design, drops)}</Fact>
          <Fact label="Route">{route || <span className="text-soft">{point.closet ? "none found" : "no closet yet"}</span>}</Fact>
          {drops.map((d) => (
            <Fact key={d.key} label={drops.length > 1 ? `Length /${d.index}` : "Length"}>
              {d.lengthM === undefined ? <span className="text-soft">–</span> : <Worked working={() => lengthWorking(design, d)}>{formatLength(d.lengthM, preferences.units)}</Worked>}
              {d.load && <> · <Worked working={() => loadWorking(design, d)}>{d.load.endV === undefined ? "no start" : `${d.load.endV.toFixed(2)} V`}</Worked></>}
              {d.state !== "planned" && <span className="text-soft"> · {d.state}</span>}
            </Fact>
          ))}
        </dl>
      )}
      {!working && shown && <OwnWorking design={design} drop={shown} />}
      <Findings design={design} collection="points" id={point.id} />
      <div className="grid gap-1.5 border-b border-rule px-3.5 py-3">
        <TextField label="Name" text={point.name} take={(text) => edit((d) => changePoint(d, point.id, { name: checkName(text) }))} />
        {kind.drops.length > 0 && (
          <SelectField label="Ends at" value={point.closet ?? ""} options={[{ value: "", text: "no closet" }, ...design.closets.map((closet) => ({ value: closet.id, text: closet.name }))]} take={(closet) => edit((d) => changePoint(d, point.id, { closet: closet || undefined }))} />
        )}
        <LengthField label="Across, x" metres={point.x} take={(x) => edit((d) => movePoint(d, point.id, { x: within(x), y: point.y }))} />
        <LengthField label="Down, y" metres={point.y} take={(y) => edit((d) => movePoint(d, point.id, { x: point.x, y: within(y) }))} />
        <LengthField label="Height, z" metres={point.z} take={(z) => edit((d) => changePoint(d, point.id, { z: checkRow("points", { ...point, z }, "").z }))} />
        {!roomAt(design, point.level, point.x, point.y) && <p className="text-small text-soft">This place is in no room.</p>}
      </div>
      <div className="flex flex-wrap gap-1.5 px-3.5 py-3">
        {device ? <button type="button" className="button" onClick={() => select({ in: "devices", id: device.id })}>Its device: {device.name}</button>
          : !readOnly && <button type="button" className="button" onClick={() => { const id = newRowId("d"); edit((d) => addDevice(d, id, point.id)); }}>Want a device here</button>}
        {!readOnly && <button type="button" className="button" onClick={() => { const id = newRowId("p"); edit((d) => duplicatePoint(d, point.id, id)); select({ in: "points", id }); }}>Duplicate</button>}
        {!readOnly && <button type="button" className="button text-stop" onClick={() => { edit((d) => removePoint(d, point.id)); select(undefined); }}><Trash2 size={13} /> Remove</button>}
      </div>
      {kind.needs?.volts !== undefined && kind.needs.volts > 50 && <Caution text="Mains: isolate, lock off and prove dead before work. Local codes and a licensed person decide." />}
      {kind.id === "door-reader" || kind.id === "door-station" ? <Caution text="An electric release must open without power where codes ask for escape. Local codes and a licensed person decide." /> : null}
      {kind.service === "shade" && <Caution text="A looped chain must be held taut by a tensioner or the drive: strangulation. Keep the maker's word on motors and height; local codes decide." />}
      {kind.id === "alarm-panel" && <Caution text="Smoke, gas and carbon monoxide alarms stay independent of the automation; it may only listen. Local codes decide." />}
      {kind.service === "sight" && kind.glyph === "sees" && kind.id === "camera" && <Caution text="Tell the people who are filmed, and film no more than is needed. Local law decides." />}
    </>
  );
}

const within = (m: number) => (Math.abs(m) <= 10_000 ? m : fail("Place", "must lie within 10 000 m of the plan's corner"));

function checkName(text: string): string {
  const name = text.trim();
  return name && name.length <= 80 ? name : fail("Name", name ? "must be at most 80 characters" : "must not be empty");
}

function kitText(design: Design, drops: readonly Drop[]): string {
  const counts = new Map<string, number>();
  for (const drop of drops) counts.set(drop.cableType?.name ?? `cable for ${drop.line.purpose} not chosen`, (counts.get(drop.cableType?.name ?? `cable for ${drop.line.purpose} not chosen`) ?? 0) + 1);
  return [...counts].map(([name, count]) => `${count} × ${name}`).join(", ");
}

/** The length's working, open from the start: it is what a selected point is asked for. */
function OwnWorking({ design, drop }: { design: Design; drop: Drop }) {
  const working = lengthWorking(design, drop);
  return working ? <WorkingPanel working={working} /> : null;
}

export function Caution({ text }: { text: string }) {
  return <p className="mx-3.5 mb-3 border-l-2 border-mend bg-raised px-2.5 py-1.5 text-small"><strong className="font-semibold text-mend">Caution. </strong>{text}</p>;
}

function DeviceInspector({ design, device }: { design: Design; device: DeviceRow }) {
  const { select, readOnly } = useDesk();
  const edit = useEdit();
  const point = byId(design, "points").get(device.point)!;
  const kind = byId(design, "kinds").get(point.kind)!;
  const put = (values: Partial<DeviceRow>) => {
    const next = Object.fromEntries(Object.entries({ ...device, ...values }).filter(([, value]) => value !== undefined));
    checkRow("devices", next, "");
    edit((d) => changeDevice(d, device.id, values));
  };
  const text = (field: "address" | "node" | "serial" | "firmware" | "batterySince" | "warrantyUntil") => (typed: string) => put({ [field]: typed.trim() || undefined });
  return (
    <>
      <Heading glyph={<Glyph glyph={kind.glyph} size={15} />} title={device.name} label={pointLabel(design, point)} text={`${kind.name} · ${byId(design, "rooms").get(point.room)?.name}`} />
      <Findings design={design} collection="devices" id={device.id} />
      <div className="grid gap-1.5 border-b border-rule px-3.5 py-3">
        <TextField label="Name" text={device.name} take={(typed) => put({ name: typed.trim() })} />
        <SelectField label="Status" value={device.status} options={DEVICE_STATUSES.map((value) => ({ value, text: value }))} take={(status) => status && put({ status })} />
        <SelectField label="Protocol" value={device.protocol} options={PROTOCOLS.map((value) => ({ value, text: value }))} take={(protocol) => protocol && put({ protocol })} />
        <TextField label="Address" mono text={device.address ?? ""} take={text("address")} />
        <TextField label="Node" mono text={device.node ?? ""} take={text("node")} />
        <TextField label="Serial" mono text={device.serial ?? ""} take={text("serial")} />
        <TextField label="Firmware" mono text={device.firmware ?? ""} take={text("firmware")} />
        <TextField label="Cost" mono unit={design.design.currency} inputMode="decimal" text={device.cost === undefined ? "" : String(device.cost)} take={(typed) => put({ cost: typed.trim() ? Number(typed.replace(",", ".")) : undefined })} />
        <TextField label="Battery since" mono text={device.batterySince ?? ""} take={text("batterySince")} />
        <TextField label="Warranty until" mono text={device.warrantyUntil ?? ""} take={text("warrantyUntil")} />
      </div>
      <div className="flex gap-1.5 px-3.5 py-3">
        <button type="button" className="button" onClick={() => select({ in: "points", id: point.id })}>Its point</button>
        {!readOnly && <button type="button" className="button text-stop" onClick={() => { edit(() => [{ in: "devices", drop: device.id }]); select(undefined); }}><Trash2 size={13} /> Remove</button>}
      </div>
    </>
  );
}

function RoomInspector({ design, id }: { design: Design; id: string }) {
  const { select, preferences, readOnly } = useDesk();
  const edit = useEdit();
  const room = byId(design, "rooms").get(id)!;
  const points = design.points.filter((point) => point.room === id);
  const size = area(room.outline);
  const width = Math.max(...room.outline.map(([x]) => x)) - Math.min(...room.outline.map(([x]) => x));
  return (
    <>
      <Heading title={room.name} label={room.code} text={`${room.type} · ${byId(design, "levels").get(room.level)?.name}`} />
      <dl className="border-b border-rule px-3.5 py-2.5">
        <Fact label="Area"><Worked working={() => areaWorking(room)}>{size.toFixed(2)} m²</Worked></Fact>
        <Fact label="Perimeter"><Worked working={() => perimeterWorking(room)}>{formatLength(perimeter(room.outline), preferences.units)}</Worked></Fact>
      </dl>
      <Findings design={design} collection="rooms" id={id} />
      <div className="border-b border-rule px-3.5 py-3"><RowForm collection="rooms" id={id} only={["name", "code", "type", "floorMaterial", "ceilingMaterial", "outdoor"]} /></div>
      <ul className="border-b border-rule py-1.5">
        {points.map((point) => (
          <li key={point.id}><button type="button" className="flex w-full items-center gap-2 px-3.5 py-1 text-left hover:bg-raised" onClick={() => select({ in: "points", id: point.id })}><Glyph glyph={byId(design, "kinds").get(point.kind)!.glyph} size={14} />{point.name}</button></li>
        ))}
        {points.length === 0 && <li className="px-3.5 py-1 text-soft">No point in this room yet.</li>}
      </ul>
      {!readOnly && (
        <div className="flex flex-wrap gap-1.5 px-3.5 py-3">
          <button type="button" className="button" onClick={() => { const made = copyRoom(design, id, newRowId, { dx: width + 0.5, dy: 0 }); edit(() => made.changes); select({ in: "rooms", id: made.room }); }}>Copy the room</button>
          <button type="button" className="button text-stop" disabled={points.length > 0} title={points.length ? "Points stand in it: move them first" : undefined} onClick={() => { edit((d) => removeRows(d, [{ in: "rooms", id }])); select(undefined); }}><Trash2 size={13} /> Remove</button>
        </div>
      )}
    </>
  );
}

function BriefSummary({ design }: { design: Design }) {
  const { select } = useDesk();
  const open = design.problems.filter((problem) => !isAnswered(problem)).length;
  const ranked = rankedProblems(design).slice(0, 5);
  return (
    <>
      <Heading title="Brief" text={`${design.problems.length} problems, ${open} of them not answered yet`} />
      <section className="border-b border-rule px-3.5 py-3">
        <h3 className="font-semibold">What hurts most</h3>
        <ol className="mt-1.5 grid grid-cols-[minmax(0,1fr)] gap-1.5">
          {ranked.map(({ problem, score }) => (
            <li key={problem.id} className="min-w-0">
              <button type="button" className="block w-full text-left hover:underline" onClick={() => select({ in: "problems", id: problem.id })}><span className="flex justify-between gap-2"><span className="min-w-0 truncate">{problem.name}</span><span className="measure">{Math.round(score)}</span></span></button>
              <div className="h-1.5 bg-ground" aria-hidden="true"><div className={`h-full ${isAnswered(problem) ? "bg-accent" : "bg-mend"}`} style={{ width: `${(100 * score) / ranked[0]!.score}%` }} /></div>
            </li>
          ))}
        </ol>
        <p className="mt-2 flex gap-4 text-small text-soft"><span className="flex items-center gap-1.5"><span className="h-1.5 w-4 bg-accent" />answered</span><span className="flex items-center gap-1.5"><span className="h-1.5 w-4 bg-mend" />nothing answers it</span></p>
      </section>
      <p className="px-3.5 py-3 text-small text-soft">Start with one problem, in a place where a failure hurts least. What is asked for is questioned first, then deleted, simplified, sped up, and automated last.</p>
    </>
  );
}

function ClosetInspector({ design, id }: { design: Design; id: string }) {
  const { preferences, readOnly, select } = useDesk();
  const edit = useEdit();
  const closet = byId(design, "closets").get(id);
  if (!closet) return <DesignInspector design={design} />;
  const drops = dropsOf(design).filter((drop) => drop.closet === id);
  const watts = drops.reduce((sum, drop) => sum + (drop.load?.poeClass ? drop.load.sourceW : 0), 0);
  return (
    <>
      <Heading title={closet.name} text={`${closet.kind} · ${byId(design, "rooms").get(closet.room)?.name}`} />
      <dl className="border-b border-rule px-3.5 py-2.5">
        <Fact label="Drops here"><Worked working={() => closetWorking(design, id, "drops")}>{drops.length}</Worked></Fact>
        <Fact label="Cable in"><Worked working={() => closetWorking(design, id, "cable")}>{formatTotal(drops.reduce((sum, drop) => sum + (drop.lengthM ?? 0), 0), preferences.units)}</Worked></Fact>
        <Fact label="Power out"><Worked working={() => closetWorking(design, id, "power")}>{watts.toFixed(1)} W</Worked> <span className="text-soft">over data cable</span></Fact>
      </dl>
      <div className="border-b border-rule px-3.5 py-3"><RowForm collection="closets" id={id} only={["name", "kind", "room", "x", "y", "z", "wallWidthM", "ambientC"]} names={{ x: "Across, x", y: "Down, y", z: "Height, z", wallWidthM: "Wall space", ambientC: "Ambient" }} /></div>
      {!readOnly && <div className="px-3.5 py-3"><button type="button" className="button text-stop" onClick={() => { edit((d) => removeRows(d, [{ in: "closets", id }])); select(undefined); }}><Trash2 size={13} /> Remove</button>{drops.length > 0 && <span className="ml-2 text-small text-soft">its {drops.length} drops would end nowhere</span>}</div>}
      <Caution text="Racks tip and cables pull: fix to the structure before loading. Local codes and a licensed person decide on mains." />
    </>
  );
}

function RegisterSummary({ design }: { design: Design }) {
  const counts = (values: readonly string[]) => [...rollup(values, (own) => own.length, (value) => value)].sort((a, b) => b[1] - a[1]);
  const bars = (title: string, own: [string, number][]) => (
    <section className="border-b border-rule px-3.5 py-3">
      <h3 className="font-semibold">{title}</h3>
      <ul className="mt-1.5 grid gap-1">
        {own.map(([name, count]) => (
          <li key={name} className="grid grid-cols-[7rem_1fr_2rem] items-center gap-2"><span className="truncate">{name}</span><span className="h-2 bg-accent" style={{ width: `${(100 * count) / Math.max(...own.map(([, n]) => n))}%` }} /><span className="measure text-right">{count}</span></li>
        ))}
      </ul>
    </section>
  );
  return (
    <>
      <Heading title="Register" text={`${design.devices.length} devices at ${design.points.length} points`} />
      {bars("By status", counts(design.devices.map((device) => device.status)))}
      {bars("By protocol", counts(design.devices.map((device) => device.protocol)))}
      <p className="px-3.5 py-3 text-small text-soft">Press a row to see all that is known of a device; press a word in the table to change it there.</p>
    </>
  );
}

/** Collections of which a level has rows of its own, for reaching them without the plan. */
const ON_LEVEL = ["walls", "trunks", "closets", "switches", "lamps", "noGo", "mainsRuns", "fixtures", "underlays"] as const;

/** The level's own measures, and everything drawn on it as a list that keys can walk through. */
function LevelPanel({ design, level }: { design: Design; level: string }) {
  const { select, selection, readOnly, showLevel } = useDesk();
  const edit = useEdit();
  const used = [...design.rooms, ...design.walls, ...design.points, ...design.closets].some((row) => row.level === level) || design.risers.some((riser) => riser.fromLevel === level || riser.toLevel === level);
  return (
    <div className="grid gap-2 border-b border-rule px-3.5 py-3">
      <h3 className="font-semibold">This level</h3>
      <RowForm collection="levels" id={level} only={["name", "code", "order", "elevationM", "ceilingHeightM", "slabThicknessM", "voidAboveM", "slabMaterial", "ceilingMaterial"]} names={{ slabThicknessM: "Slab", voidAboveM: "Void above", ceilingHeightM: "Ceiling" }} />
      {!readOnly && (
        <div className="flex flex-wrap gap-1.5">
          <button type="button" className="button" onClick={() => { const made = newLevel(design, newRowId("l")); edit(() => [{ in: "levels", put: made }]); showLevel(made.id); }}>New level above</button>
          <button type="button" className="button" onClick={() => { const made = copyLevel(design, level, newRowId); edit(() => made.changes); showLevel(made.level); }}>Copy as a level above</button>
          <button type="button" className="button text-stop" disabled={used || design.levels.length < 2} title={used ? "It is not empty" : undefined} onClick={() => { edit((d) => removeRows(d, [{ in: "levels", id: level }])); showLevel(design.levels.find((row) => row.id !== level)!.id); }}>Remove the level</button>
        </div>
      )}
      {ON_LEVEL.map((name) => {
        const rows = (design[name] as { id: string; level: string }[]).filter((row) => row.level === level);
        return rows.length > 0 && (
          <details key={name}>
            <summary className="text-small text-soft">{{ noGo: "No-go areas", mainsRuns: "Mains runs" }[name as string] ?? name.charAt(0).toUpperCase() + name.slice(1)} ({rows.length})</summary>
            <ul className="mt-1 max-h-40 overflow-y-auto">{rows.map((row) => <li key={row.id}><button type="button" className="w-full truncate py-0.5 text-left hover:underline" onClick={(event) => select(event.shiftKey ? withRef(selection, { in: name, id: row.id }) : { in: name, id: row.id })}>{rowName(row as never)}</button></li>)}</ul>
          </details>
        );
      })}
    </div>
  );
}

function DesignInspector({ design }: { design: Design }) {
  const stage = useLocation().pathname.split("/").at(-1);
  const { level, select, readOnly } = useDesk();
  const edit = useEdit();
  const settings = design.design;
  const here = byId(design, "levels").get(level);
  const rooms = design.rooms.filter((room) => room.level === level);
  const put = (values: Partial<typeof settings>) => {
    const next = checkRow("design", { ...settings, ...values }, "");
    edit(() => [{ in: "design", put: next }]);
  };
  const number = (typed: string) => Number(typed.replace(",", ".").trim() || NaN);
  return (
    <>
      <Heading title={here?.name ?? settings.name} text={here ? `floor at ${here.elevationM.toFixed(2)} m · ceiling ${here.ceilingHeightM.toFixed(2)} m` : undefined} />
      <ul className="border-b border-rule py-1.5">
        {rooms.map((room) => (
          <li key={room.id}>
            <button type="button" className="flex w-full justify-between px-3.5 py-0.5 text-left hover:bg-raised" onClick={() => select({ in: "rooms", id: room.id })}>
              <span>{room.name}</span><span className="measure text-soft">{area(room.outline).toFixed(1)} m²</span>
            </button>
          </li>
        ))}
        {rooms.length === 0 && <li className="px-3.5 text-soft">No room on this level yet.</li>}
      </ul>
      {here && stage === "house" && <LevelPanel design={design} level={here.id} />}
      <div className="grid gap-1.5 border-b border-rule px-3.5 py-3">
        <h3 className="font-semibold">Cable lengths</h3>
        <LengthField label="Slack, point" metres={settings.slackPointM} take={(slackPointM) => put({ slackPointM })} />
        <LengthField label="Slack, closet" metres={settings.slackClosetM} take={(slackClosetM) => put({ slackClosetM })} />
        <TextField label="Waste" mono unit="%" inputMode="decimal" text={String(settings.wastePct)} take={(typed) => put({ wastePct: number(typed) })} />
        <TextField label="Ambient" mono unit="°C" inputMode="decimal" text={String(settings.ambientC)} take={(typed) => put({ ambientC: number(typed) })} />
      </div>
      <dl className="px-3.5 py-2.5">
        <Fact label="Site"><span className="measure">{Math.abs(settings.latitudeDeg)}° {settings.latitudeDeg < 0 ? "S" : "N"}, {Math.abs(settings.longitudeDeg)}° {settings.longitudeDeg < 0 ? "W" : "E"}</span></Fact>
        <Fact label="Zone">{settings.zone}</Fact>
        <Fact label="True north"><span className="measure">{settings.northDeg}°</span> from sheet-up</Fact>
      </dl>
      <p className="px-3.5 pb-3 text-small text-soft">{readOnly ? "You may look at this design but not change it." : "Press a point to see its cables. Drag it, or nudge it with the arrows, and the ledger below says what that costs."}</p>
    </>
  );
}
