/**
 * Commissioning on a phone or a tablet: room by room, device by device, step by step with running clocks; works without
 * a network and sends later. A label's square opens it at its device.
 */
import { ArrowLeft } from "lucide-react";
import { useEffect, useMemo, useState } from "react";
import { useLocation, useNavigate } from "react-router";
import { byId, type Design, rowOf } from "#core/design/collections";
import type { Change } from "#core/design/edit";
import { counted } from "#core/design/words";
import { pointLabel } from "#core/points/labels";
import { commissioningOf, isOpen, leftByRoom, type Commissioning } from "#core/stages/register/steps";
import { useDesign } from "../../../desk/desk";
import { siteData } from "../../../site/site-data";
import { SitePage } from "../../../site/site-page";
import { Glyph } from "../../../kit/glyph";
import { Tick } from "../../../kit/ticks";
import { DeviceFacts } from "../device-facts";
import { Running, StepsList } from "../steps-list";
import type { Route } from "./+types/commission";

export const loader = ({ request, params }: Route.LoaderArgs) => siteData(request, params.design);

export const shouldRevalidate = () => false;

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: `Commission · ${loaderData?.name ?? "Design"} · Zinc Lattice` },
];

const describe = (change: Change) =>
  "put" in change && change.in === "taskRuns"
    ? `${change.put.step} of ${change.put.device}${change.put.note ? `, “${change.put.note}”` : ""}`
    : change.in;

export default function Commission({ loaderData }: Route.ComponentProps) {
  const { person, names } = loaderData;
  return (
    <SitePage
      data={loaderData}
      page="commission"
      title="Commission"
      desk="register?view=commissioning"
      describe={describe}
    >
      <Pages by={names[person.id] ?? person.name} />
    </SitePage>
  );
}

/**
 * Which device or room is shown is in the address, so that going back is the phone's own: behind its #, as nothing is
 * asked of the server for that. A label's square says it behind the ?.
 */
function Pages({ by }: { by: string }) {
  const design = useDesign();
  const navigate = useNavigate();
  const { hash } = useLocation();
  // Kept without a network the page is drawn without what its address asks for; it is taken up once it runs.
  const [asked, setAsked] = useState<string>();
  useEffect(() => setAsked(window.location.hash.slice(1) || window.location.search.slice(1)), [hash]);
  const search = new URLSearchParams(asked ?? "");
  const device = byId(design, "devices").get(search.get("device") ?? "");
  const room = byId(design, "rooms").get(search.get("room") ?? "");
  const go = (next: string) => void navigate({ hash: next });
  return (
    <main className="flex-1 pb-10">
      <Clocks go={(id) => go(`device=${id}`)} />
      {device ? (
        <DeviceSheet
          id={device.id}
          by={by}
          back={() => go(`room=${rowOf(design, "points", device.point).room}`)}
        />
      ) : room ? (
        <RoomDevices room={room.id} back={() => go("rooms")} go={(id) => go(`device=${id}`)} />
      ) : (
        <Rooms go={(id) => go(`room=${id}`)} goDevice={(id) => go(`device=${id}`)} />
      )}
    </main>
  );
}

/** What runs now, wherever it is: a wait is laid over other work. */
function Clocks({ go }: { go(device: string): void }) {
  const design = useDesign();
  const running = useMemo(
    () =>
      [...commissioningOf(design).values()].flatMap(({ device, steps }) =>
        steps
          .filter(({ run }) => run?.state === "running")
          .map(({ step, run }) => ({ device, step, run: run! })),
      ),
    [design],
  );
  if (!running.length) return null;
  return (
    <ul aria-label="Running now" className="border-b border-rule bg-pane">
      {running.map(({ device, step, run }) => (
        <li key={run.id}>
          <button
            type="button"
            className="flex min-h-10 w-full items-center gap-3 px-4 text-left"
            onClick={() => go(device.id)}
          >
            <span className="min-w-0 flex-1 truncate">
              {device.name}: {step.name}
            </span>
            <Running run={run} minutes={step.minutes} />
          </button>
        </li>
      ))}
    </ul>
  );
}

function Back({ text, title, press }: { text: string; title: string; press(): void }) {
  return (
    <div className="sticky top-[4.6rem] z-10 flex items-center gap-2 border-b border-rule bg-pane px-2 py-1.5">
      <button type="button" className="button h-10" onClick={press}>
        <ArrowLeft size={16} /> {text}
      </button>
      <h2 className="min-w-0 truncate text-base font-semibold">{title}</h2>
    </div>
  );
}

const minutesText = (minutes: number) =>
  minutes >= 90 ? `${(minutes / 60).toFixed(1)} h` : `${Math.round(minutes)} min`;

function DeviceLine({ design, one, go }: { design: Design; one: Commissioning; go(id: string): void }) {
  const point = rowOf(design, "points", one.device.point);
  const kind = rowOf(design, "kinds", point.kind);
  const done = one.steps.length - one.left.length;
  return (
    <li>
      <button
        type="button"
        className="flex min-h-13 w-full items-center gap-3 border-b border-rule px-4 text-left"
        data-device={one.device.id}
        onClick={() => go(one.device.id)}
      >
        <Glyph glyph={kind.glyph} size={18} />
        <span className="min-w-0 flex-1">
          <span className="block truncate text-base">{one.device.name}</span>
          <span className="block truncate text-small text-soft">
            <span className="font-mono">{pointLabel(design, point)}</span>, {one.device.status}
            {isOpen(one) ? `, next: ${one.left[0]!.step.name}` : ""}
          </span>
        </span>
        <span className="font-mono text-soft">
          {done}/{one.steps.length}
        </span>
      </button>
    </li>
  );
}

function RoomDevices({ room, back, go }: { room: string; back(): void; go(id: string): void }) {
  const design = useDesign();
  const own = [...commissioningOf(design).values()].filter(
    ({ device }) => rowOf(design, "points", device.point).room === room,
  );
  return (
    <>
      <Back text="Rooms" title={rowOf(design, "rooms", room).name} press={back} />
      <ul>
        {own.map((one) => (
          <DeviceLine key={one.device.id} design={design} one={one} go={go} />
        ))}
      </ul>
      {!own.length && <p className="p-4 text-soft">No device is planned in this room.</p>}
    </>
  );
}

function DeviceSheet({ id, by, back }: { id: string; by: string; back(): void }) {
  const design = useDesign();
  const own = commissioningOf(design).get(id)!;
  const room = rowOf(design, "rooms", rowOf(design, "points", own.device.point).room);
  return (
    <>
      <Back text={room.name} title={own.device.name} press={back} />
      <p className="px-4 py-2" data-left>
        {isOpen(own)
          ? `${counted(own.left.length, "step")} left, ${minutesText(own.leftMin)}`
          : own.left.length
            ? `Called commissioned; ${counted(own.left.length, "step")} without a proof`
            : "All steps are done"}
        <span className="text-soft">, {own.device.status}</span>
      </p>
      <StepsList device={id} by={by} />
      <DeviceFacts id={id} />
    </>
  );
}

function Rooms({ go, goDevice }: { go(room: string): void; goDevice(id: string): void }) {
  const design = useDesign();
  const [search, setSearch] = useState("");
  const [left, setLeft] = useState(false);
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  const all = commissioningOf(design);
  const rooms = new Map(leftByRoom(design).map((row) => [row.room, row]));
  const found = words.length
    ? [...all.values()].filter(({ device }) => {
        const text =
          `${device.name} ${pointLabel(design, rowOf(design, "points", device.point))}`.toLowerCase();
        return words.every((word) => text.includes(word));
      })
    : [];
  const open = [...all.values()].filter(isOpen);
  return (
    <>
      <div className="grid gap-2 px-4 py-3">
        <p className="flex items-baseline justify-between gap-3">
          <span className="text-base">
            <span className="font-mono">{all.size - open.length}</span> of{" "}
            <span className="font-mono">{all.size}</span> devices commissioned
          </span>
          <Tick large on={left} set={setLeft} label="only what is left" />
        </p>
        <input
          type="search"
          className="field h-11"
          aria-label="Find a device by name or label"
          placeholder="Find a device by name or label"
          value={search}
          onChange={(event) => setSearch(event.target.value)}
        />
      </div>
      {words.length > 0 ? (
        <ul aria-label="Found">
          {found.slice(0, 50).map((one) => (
            <DeviceLine key={one.device.id} design={design} one={one} go={goDevice} />
          ))}
          {!found.length && <li className="px-4 text-soft">No device is called so.</li>}
        </ul>
      ) : (
        [...design.levels]
          .sort((a, b) => a.order - b.order)
          .map((level) => {
            const own = design.rooms
              .filter((row) => row.level === level.id && rooms.has(row.id))
              .map((row) => ({ row, is: rooms.get(row.id)! }))
              .filter(({ is }) => !left || is.done < is.devices)
              .sort((a, b) => a.row.name.localeCompare(b.row.name, "en"));
            if (!own.length) return null;
            return (
              <section key={level.id} aria-label={level.name}>
                <h2 className="bg-ground px-4 py-1 text-small text-soft">{level.name}</h2>
                <ul>
                  {own.map(({ row, is }) => (
                    <li key={row.id}>
                      <button
                        type="button"
                        className="flex min-h-13 w-full items-center gap-3 border-b border-rule px-4 text-left"
                        onClick={() => go(row.id)}
                      >
                        <span className="min-w-0 flex-1 truncate text-base">{row.name}</span>
                        <span className="text-small text-soft">
                          {is.minutes ? minutesText(is.minutes) : "done"}
                        </span>
                        <span className="font-mono text-soft">
                          {is.done}/{is.devices}
                        </span>
                        <span className="h-2 w-16 bg-ground" aria-hidden="true">
                          <span
                            className="block h-full bg-accent"
                            style={{ width: `${(100 * is.done) / is.devices}%` }}
                          />
                        </span>
                      </button>
                    </li>
                  ))}
                </ul>
              </section>
            );
          })
      )}
      {!all.size && <p className="px-4 text-soft">There is no device in this design yet.</p>}
    </>
  );
}
