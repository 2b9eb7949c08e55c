/** All that is known of a device, under one another: for its page at the desk and on a phone. */
import { useEffect, useRef, useState } from "react";
import { byId, type Design, rowOf } from "#core/design/collections";
import { putRow, dropRow } from "#core/design/row-changes";
import { pointLabel } from "#core/points/labels";
import { linksOf } from "#core/stages/register/device-facts";
import { batteriesOf, batteryWorking } from "#core/stages/register/cells";
import { topicsOf } from "#core/stages/register/naming";
import { firmwareOf } from "#core/stages/register/versions";
import { seriesOf } from "#core/stages/register/series";
import { QUANTITY_UNITS } from "#core/design/rows/register";
import { newRowId, useDesign, useDesk, useEdit } from "../../desk/desk";
import { Fact, Worked } from "../../inspect/parts";
import { keepPhoto, sendPhotos } from "../../site/kept";
import { SitePhoto } from "../../site/photo";
import { today } from "../../kit/now";
import { SecretField } from "./secret";
import { SeriesChart } from "./series-chart";

function Part({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <section className="border-b border-rule px-4 py-3">
      <h3 className="mb-1 font-semibold">{title}</h3>
      {children}
    </section>
  );
}

/** The room with its points, the device's filled. */
function Place({ design, id }: { design: Design; id: string }) {
  const device = rowOf(design, "devices", id);
  const point = rowOf(design, "points", device.point);
  const rooms = design.rooms.filter((room) => room.level === point.level);
  const own = rooms.find((room) => room.id === point.room);
  if (!own) return null;
  const xs = own.outline.map(([x]) => x);
  const ys = own.outline.map(([, y]) => y);
  const pad = 1.2;
  const box = [
    Math.min(...xs) - pad,
    Math.min(...ys) - pad,
    Math.max(...xs) - Math.min(...xs) + 2 * pad,
    Math.max(...ys) - Math.min(...ys) + 2 * pad,
  ] as const;
  return (
    <svg
      viewBox={box.join(" ")}
      className="mt-2 max-h-56 w-full border border-rule bg-ground"
      role="img"
      aria-label={`${device.name} in ${own.name}, from above`}
    >
      {rooms.map((room) => (
        <polygon
          key={room.id}
          points={room.outline.map((corner) => corner.join()).join(" ")}
          className={`stroke-structure ${room.id === own.id ? "fill-raised" : "fill-pane"}`}
          strokeWidth={0.04}
        />
      ))}
      {design.points
        .filter((row) => row.level === point.level && row.id !== point.id)
        .map((row) => (
          <circle key={row.id} cx={row.x} cy={row.y} r={0.06} className="fill-rule" />
        ))}
      <circle cx={point.x} cy={point.y} r={0.16} className="fill-accent" />
    </svg>
  );
}

interface Past {
  revision: number;
  at: string;
  person: string;
  what: string[];
}

/** What happened to it, asked for when it is opened, a page at a time. */
function History({ id }: { id: string }) {
  const { url } = useDesk();
  const [past, setPast] = useState<readonly Past[]>([]);
  const [state, setState] = useState<"unasked" | "asking" | "away" | "whole" | { before: number }>("unasked");
  const shown = useRef(id);
  useEffect(() => {
    shown.current = id;
    setPast([]);
    setState("unasked");
  }, [id]);
  const ask = async (before?: number) => {
    setState("asking");
    try {
      const answer = await fetch(`${url}/history/${id}${before === undefined ? "" : `?before=${before}`}`);
      if (!answer.ok) throw new Error(answer.statusText);
      const page = (await answer.json()) as { edits: Past[]; before?: number };
      if (shown.current !== id) return;
      setPast((now) => [...now, ...page.edits]);
      setState(page.before === undefined ? "whole" : { before: page.before });
    } catch {
      if (shown.current === id) setState("away");
    }
  };
  return (
    <Part title="History">
      {state === "unasked" && (
        <button type="button" className="button h-8" onClick={() => void ask()}>
          What happened to it
        </button>
      )}
      {past.length > 0 && (
        <ol className="grid gap-1.5" aria-label="History">
          {past.map((entry) => (
            <li key={entry.revision}>
              <span className="font-mono text-small text-soft">
                {entry.at.slice(0, 16).replace("T", " ")}, {entry.person}
              </span>
              {entry.what.map((line) => (
                <span key={line} className="block break-words">
                  {line}
                </span>
              ))}
            </li>
          ))}
        </ol>
      )}
      {typeof state === "object" && (
        <button type="button" className="button h-8" onClick={() => void ask(state.before)}>
          Earlier
        </button>
      )}
      {state === "asking" && <p role="status">Asking…</p>}
      {state === "away" && <p className="text-soft">The log is asked for when there is a connection.</p>}
      {state === "whole" && !past.length && <p className="text-soft">Nothing is noted of it.</p>}
    </Part>
  );
}

function Photos({ id }: { id: string }) {
  const design = useDesign();
  const { url, readOnly } = useDesk();
  const edit = useEdit();
  const file = useRef<HTMLInputElement>(null);
  const [said, setSaid] = useState<string>();
  const photos = design.photos.filter((row) => row.device === id);
  const proofs = design.taskRuns.filter((row) => row.device === id && row.photo);
  const papers = design.documents.filter((row) => row.device === id);
  const take = async (picked?: File) => {
    if (!picked) return;
    try {
      const hash = await keepPhoto(url, picked);
      await sendPhotos(url);
      edit(() => putRow("photos", { id: newRowId("ph"), device: id, hash, on: today() }));
      setSaid(undefined);
    } catch {
      setSaid("The picture could not be read: take it again.");
    }
  };
  return (
    <Part title="Photos and papers">
      <ul className="flex flex-wrap gap-2">
        {photos.map((row) => (
          <li key={row.id} className="grid gap-0.5 text-small text-soft">
            <SitePhoto url={url} hash={row.hash} label={row.caption ?? "the device"} />
            {row.caption ?? row.on}
            {!readOnly && (
              <button
                type="button"
                className="text-left underline"
                onClick={() => edit(() => dropRow("photos", row.id))}
              >
                Take out
              </button>
            )}
          </li>
        ))}
        {proofs.map((row) => (
          <li key={row.id} className="grid gap-0.5 text-small text-soft">
            <SitePhoto url={url} hash={row.photo!} label={row.step} />
            {row.step}
          </li>
        ))}
      </ul>
      {papers.map((row) => (
        <p key={row.id}>
          {row.name}: <span className="text-soft">{row.where}</span>
          {!readOnly && (
            <button
              type="button"
              className="ml-2 text-small text-soft underline"
              onClick={() => edit(() => dropRow("documents", row.id))}
            >
              Take out
            </button>
          )}
        </p>
      ))}
      {!photos.length && !proofs.length && !papers.length && <p className="text-soft">None yet.</p>}
      {!readOnly && (
        <div className="mt-2 flex gap-1.5">
          <button type="button" className="button h-8" onClick={() => file.current?.click()}>
            Add a photo
          </button>
          <input
            ref={file}
            type="file"
            accept="image/*"
            className="hidden"
            aria-label="Photo of the device"
            onChange={(event) => {
              const [picked] = event.target.files ?? [];
              event.target.value = "";
              void take(picked);
            }}
          />
        </div>
      )}
      {!readOnly && <AddPaper device={id} />}
      {said && <p role="alert">{said}</p>}
    </Part>
  );
}

/** A paper by its name and where it is kept: a shelf, a folder, an address. */
function AddPaper({ device }: { device: string }) {
  const edit = useEdit();
  const [name, setName] = useState("");
  const [where, setWhere] = useState("");
  return (
    <form
      className="mt-2 flex flex-wrap gap-1.5"
      onSubmit={(event) => {
        event.preventDefault();
        if (!name.trim() || !where.trim()) return;
        edit(() =>
          putRow("documents", {
            id: newRowId("doc"),
            device,
            name: name.trim(),
            where: where.trim(),
            on: today(),
          }),
        );
        setName("");
        setWhere("");
      }}
    >
      <input
        className="field h-8 w-36"
        aria-label="Name of a paper"
        placeholder="A paper"
        maxLength={120}
        value={name}
        onChange={(event) => setName(event.target.value)}
      />
      <input
        className="field h-8 w-44"
        aria-label="Where it is kept"
        placeholder="where it is kept"
        maxLength={400}
        value={where}
        onChange={(event) => setWhere(event.target.value)}
      />
      <button type="submit" className="button h-8" disabled={!name.trim() || !where.trim()}>
        Add
      </button>
    </form>
  );
}

export function DeviceFacts({ id }: { id: string }) {
  const design = useDesign();
  const device = rowOf(design, "devices", id);
  const point = rowOf(design, "points", device.point);
  const option = byId(design, "options").get(device.option ?? "");
  const links = linksOf(design, id);
  const battery = batteriesOf(design).get(id);
  const firmware = firmwareOf(design).get(id);
  const series = seriesOf(design).filter((one) => one.device === id);
  return (
    <>
      <Part title="Where it is, and how it is reached">
        <dl>
          <Fact label="Label">
            <span className="font-mono">{pointLabel(design, point)}</span>
          </Fact>
          <Fact label="Room">
            {byId(design, "rooms").get(point.room)?.name}, {byId(design, "levels").get(point.level)?.name}
          </Fact>
          <Fact label="What it is">
            {byId(design, "kinds").get(point.kind)?.name}
            {option ? `: ${option.name}` : ""}
          </Fact>
          {links.cables.map(({ label, port }) => (
            <Fact key={label} label="Cable">
              <span className="font-mono">{label}</span>, {port}
            </Fact>
          ))}
          {links.bus && <Fact label="Bus">{links.bus}</Fact>}
          {links.radio && (
            <Fact label="Radio">
              <span className={links.radio.lost ? "font-semibold text-stop" : ""}>{links.radio.text}</span>
              {links.radio.marginDb !== undefined && (
                <>
                  , <span className="measure">{links.radio.marginDb.toFixed(1)} dB</span> in hand
                </>
              )}
            </Fact>
          )}
          {device.address && (
            <Fact label="Address">
              <span className="font-mono">{device.address}</span>
            </Fact>
          )}
          {device.node && (
            <Fact label="Node">
              <span className="font-mono">{device.node}</span>
            </Fact>
          )}
          {links.network && <Fact label="Network">{links.network}</Fact>}
          <Fact label="Topic">
            <span className="font-mono break-all">{topicsOf(design).get(id)}</span>
          </Fact>
        </dl>
        <Place design={design} id={id} />
      </Part>
      <Part title="Codes and keys">
        <SecretField in="devices" id={id} label="Pairing code" />
        {design.keys
          .filter((row) => row.device === id)
          .map((row) => (
            <SecretField key={row.id} in="keys" id={row.id} label={row.name} />
          ))}
      </Part>
      <Part title="Upkeep">
        <dl>
          {battery && (
            <Fact label="Cells">
              {battery.count} × {battery.cell},{" "}
              <Worked working={() => batteryWorking(battery)}>{battery.years.toFixed(1)}</Worked> years
              {battery.nextChange ? `, next on ${battery.nextChange}` : ", put in nobody knows when"}
            </Fact>
          )}
          <Fact label="Firmware">
            {device.firmware ?? <span className="text-soft">not noted</span>}
            {firmware?.tooOld
              ? `; ${firmware.least!.version} is the least`
              : firmware?.due
                ? `; ${firmware.newest!.version} is out`
                : ""}
          </Fact>
          {device.serial && (
            <Fact label="Serial">
              <span className="font-mono">{device.serial}</span>
            </Fact>
          )}
          {device.cost !== undefined && (
            <Fact label="Cost">
              <span className="measure">{device.cost.toFixed(2)}</span> {design.design.currency}
            </Fact>
          )}
          {device.warrantyUntil && <Fact label="Warranty">until {device.warrantyUntil}</Fact>}
          {device.notes && <Fact label="Notes">{device.notes}</Fact>}
        </dl>
        {series.map((one) => (
          <SeriesChart key={one.quantity} series={one} unit={QUANTITY_UNITS[one.quantity]} />
        ))}
      </Part>
      <Part title="What it is for">
        {links.automations.length ? (
          <p>Moved by {links.automations.join(", ")}.</p>
        ) : (
          <p className="text-soft">No automation moves it.</p>
        )}
        {links.exposures.length > 0 && <p>Shown to {links.exposures.join(", ")}.</p>}
        {links.fails.length > 0 && (
          <>
            <p className="mt-1.5 text-small text-soft">When it fails</p>
            <ul className="list-disc pl-5">
              {links.fails.map((line) => (
                <li key={line}>{line}.</li>
              ))}
            </ul>
          </>
        )}
      </Part>
      <Photos id={id} />
      <History id={id} />
    </>
  );
}
