/** The design itself: its name, where it stands and which way it lies, its money, its words. */
import { useState, type ReactNode } from "react";
import { Link } from "react-router";
import { checkZone, sunDay } from "#core/stages/automations";
import { byId } from "#core/design/collections";
import { fail, InputError } from "#core/design/input-error";
import { inCurrency } from "#core/design/money";
import { northFrom, readDegrees, turned } from "#core/design/place";
import { LANGUAGES, type Language } from "#core/design/rows/settings";
import { outwardDeg } from "#core/stages/house/facing";
import { thumbnailOf } from "#core/stages/house/thumbnail";
import { formatLength } from "#core/design/units";
import { useDesign, useDesk, useEdit } from "../../desk/desk";
import type { Shown } from "../../desk/parts";
import { usePutSettings } from "../../desk/put-settings";
import { Choice } from "../../kit/choice";
import { TextField } from "../../kit/fields";
import { lazily } from "../../kit/lazily";
import { useNow } from "../../kit/now";
import { OneOf } from "../../kit/switches";
import { ThumbnailPicture } from "../../kit/thumbnail";
import { currencyOptions, zoneOptions } from "../../kit/zones";

const Summary = lazily(() => import("./settings-summary"));
export const handle: Shown = { Summary };

const WORDS: Record<Language, string> = Object.fromEntries(
  LANGUAGES.map((tag) => [tag, new Intl.DisplayNames("en", { type: "language" }).of(tag) ?? tag]),
) as Record<Language, string>;

/** `4.5`, or `4,5`. */
const numberOf = (text: string) => Number(text.trim().replace(",", ".").replace(/[−–]/, "-") || NaN);

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="grid grid-cols-[19rem_minmax(0,1fr)] items-start gap-x-8 gap-y-2 border-b border-rule px-5 py-3.5 max-lg:grid-cols-1">
      <h3 className="col-span-full font-semibold">{title}</h3>
      {children}
    </section>
  );
}

const Note = ({ children }: { children: ReactNode }) => (
  <div className="max-w-md text-small text-soft">{children}</div>
);

export default function Settings() {
  const design = useDesign();
  const { readOnly, url, prefer, preferences } = useDesk();
  const settings = design.design;
  const put = usePutSettings();
  return (
    <div className="min-h-0 flex-1 overflow-y-auto" tabIndex={0} role="region" aria-label="Design settings">
      <h2 className="px-5 pt-4 text-base font-semibold">Settings of this design</h2>
      {settings.copiedFrom && (
        <p className="px-5 text-soft">
          Copied from{" "}
          <Link className="underline underline-offset-2" to={`/d/${settings.copiedFrom.design}/house`}>
            {settings.copiedFrom.name}
          </Link>{" "}
          at revision <span className="measure">{settings.copiedFrom.revision}</span> on{" "}
          <span className="measure">{settings.copiedFrom.on}</span>.{" "}
          <Link className="button ml-2" to={`${url}/compare?with=${settings.copiedFrom.design}`}>
            Compare with it
          </Link>
        </p>
      )}
      <Part title="Name">
        <TextField label="Name" text={settings.name} take={(name) => put({ name: name.trim() })} />
        <Note>
          What stands in the list of designs, on every sheet that is printed, and in the project file.
        </Note>
      </Part>
      <Part title="Place">
        <div className="grid content-start gap-1.5">
          <TextField
            label="Latitude"
            mono
            text={degreesText(settings.latitudeDeg, "N", "S")}
            take={(text) => put({ latitudeDeg: readDegrees(text, "Latitude", "latitude") })}
          />
          <TextField
            label="Longitude"
            mono
            text={degreesText(settings.longitudeDeg, "E", "W")}
            take={(text) => put({ longitudeDeg: readDegrees(text, "Longitude", "longitude") })}
          />
          <div className="grid grid-cols-[6rem_1fr] items-center gap-x-2">
            <span className="text-small text-soft">Time zone</span>
            <Choice
              label="Time zone"
              value={settings.zone}
              disabled={readOnly}
              options={zoneOptions(settings.zone)}
              take={(zone) => {
                checkZone(zone, "Time zone");
                void put({ zone });
              }}
            />
          </div>
        </div>
        <SunCheck />
      </Part>
      <Part title="True north">
        <North put={(northDeg) => put({ northDeg })} />
      </Part>
      <Part title="Money">
        <Money />
        <Note>
          Prices of cable, devices, boxes, labour and energy are all in this currency. Another one takes them
          along by its rate, as one step that undo takes back.
        </Note>
      </Part>
      <Part title="Mains">
        <TextField
          label="Mains"
          mono
          unit="V"
          inputMode="decimal"
          text={String(settings.mainsV)}
          take={(text) => put({ mainsV: numberOf(text) })}
        />
        <Note>
          The voltage loads and ratings are reckoned with. What may be built on it, local codes and a licensed
          electrician decide.
        </Note>
      </Part>
      <Part title="Words and measures">
        <div className="grid content-start gap-1.5">
          <div className="grid grid-cols-[6rem_1fr] items-center gap-x-2">
            <span className="text-small text-soft">Language</span>
            <Choice
              label="Language"
              value={settings.language ?? "en-GB"}
              disabled={readOnly}
              options={LANGUAGES.map((tag) => ({ value: tag, text: WORDS[tag] }))}
              take={(language) => void put({ language: language === "en-GB" ? undefined : language })}
            />
          </div>
          <div className="grid grid-cols-[6rem_1fr] items-center gap-x-2 pt-1">
            <span className="text-small text-soft">Units</span>
            <OneOf
              label="Units of the design"
              disabled={readOnly}
              value={settings.units}
              options={[
                { value: "metric", text: "metres" },
                { value: "imperial", text: "feet and inches" },
              ]}
              take={(units) => {
                void put({ units });
                if (preferences.units !== units) prefer({ units });
              }}
            />
          </div>
        </div>
        <Note>
          What the household speaks: days and months are in it. Each reader can switch units for themselves in
          the bar at the top; both are understood wherever a length is typed.
        </Note>
      </Part>
      <p className="flex gap-2 px-5 py-4">
        <a className="button" href={`${url}/file`}>
          Save as a project file
        </a>
        <Link className="button" to="/designs">
          Copy or remove it in the list of designs
        </Link>
      </p>
    </div>
  );
}

const degreesText = (deg: number, over: string, under: string) =>
  `${Math.abs(deg)}° ${deg < 0 ? under : over}`;

/** The sun of the place today, so that a swapped sign or a wrong zone is seen at once. */
function SunCheck() {
  const { design: place } = useDesign();
  const now = useNow();
  if (now === undefined) return <Note>…</Note>;
  const day = (at: number) => {
    const date = new Date(at);
    return { year: date.getFullYear(), month: date.getMonth() + 1, day: date.getDate() };
  };
  const year = new Date(now).getFullYear();
  const rows = [
    ["today", day(now)],
    ["21 June", { year, month: 6, day: 21 }],
    ["21 December", { year, month: 12, day: 21 }],
  ] as const;
  return (
    <Note>
      <table>
        <caption className="pb-1 text-left">
          The sun there, as a check. Does it look like the place? By the clock of the time zone:
        </caption>
        <thead className="text-left">
          <tr>
            <th className="pr-4 font-normal">
              <span className="sr-only">Day</span>
            </th>
            <th className="pr-4 font-normal">rises</th>
            <th className="pr-4 font-normal">highest</th>
            <th className="font-normal">sets</th>
          </tr>
        </thead>
        <tbody className="text-ink">
          {rows.map(([name, one]) => {
            const sun = sunDay(place, one);
            const at = (iso?: string) => iso?.slice(11, 16) ?? "–";
            const high = sun.positions.reduce((best, each) => Math.max(best, each.elevationDeg), -90);
            return (
              <tr key={name}>
                <th scope="row" className="pr-4 text-left font-normal text-soft">
                  {name}
                </th>
                <td className="measure pr-4">{at(sun.rise)}</td>
                <td className="measure pr-4">
                  {at(sun.noon)} at {high.toFixed(0)}°
                </td>
                <td className="measure">{at(sun.set)}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </Note>
  );
}

/** Typed, or from a wall whose facing somebody has read off a compass or a map. */
function North({ put }: { put(northDeg: number): void | Promise<void> }) {
  const design = useDesign();
  const { readOnly, level, preferences } = useDesk();
  const { northDeg } = design.design;
  const [picked, setPicked] = useState<string>();
  const walls = design.walls.filter((wall) => wall.level === level);
  const wall = picked ? byId(design, "walls").get(picked) : undefined;
  const picture = thumbnailOf({ ...design, levels: design.levels.filter((row) => row.id === level) });
  const facing = wall && outwardDeg(design, wall);
  return (
    <>
      <div className="grid content-start gap-1.5">
        <TextField
          label="From sheet-up"
          mono
          unit="°"
          text={String(northDeg)}
          take={(text) => put(numberOf(text))}
        />
        {walls.length > 0 && (
          <>
            <p className="mt-1 text-small text-soft">
              Or against a wall: press one on the small plan, then type which way it faces, as a compass set
              to true north or a map says.
            </p>
            <TextField
              label="It faces"
              mono
              unit="°"
              text={facing === undefined ? "" : turned(facing - northDeg).toFixed(0)}
              take={(text) => {
                if (facing === undefined) fail("It faces", "needs a wall: press one on the small plan first");
                const bearing = numberOf(text);
                if (!(bearing >= 0 && bearing <= 360)) fail("It faces", "must be degrees from 0 to 360");
                return put(northFrom(facing!, bearing));
              }}
            />
          </>
        )}
      </div>
      {picture && (
        <div className="relative h-52 max-w-md">
          <ThumbnailPicture of={picture} className="absolute inset-0 size-full" />
          <svg
            viewBox={picture.viewBox}
            className="absolute inset-0 size-full"
            role="group"
            aria-label="Walls of this level"
          >
            {walls.map((one) => (
              <line
                key={one.id}
                x1={one.ax}
                y1={one.ay}
                x2={one.bx}
                y2={one.by}
                strokeWidth={0.7}
                strokeLinecap="round"
                role="button"
                tabIndex={readOnly ? -1 : 0}
                aria-pressed={one.id === picked}
                aria-label={`Wall that faces ${turned(outwardDeg(design, one) - northDeg).toFixed(0)}°, ${formatLength(Math.hypot(one.bx - one.ax, one.by - one.ay), preferences.units, 1)} long`}
                // An outline here would be metres wide.
                className={`cursor-pointer outline-none ${one.id === picked ? "stroke-accent" : "stroke-transparent hover:stroke-accent/40 focus-visible:stroke-accent/60"}`}
                onClick={() => !readOnly && setPicked(one.id)}
                onKeyDown={(event) => {
                  if (event.key === "Enter" || event.key === " ") {
                    event.preventDefault();
                    setPicked(one.id);
                  }
                }}
              />
            ))}
          </svg>
          <svg
            viewBox="-10 -10 20 20"
            className="absolute top-1 right-1 size-9"
            role="img"
            aria-label={`True north, ${northDeg}° from sheet-up`}
          >
            <path d="M0-8 4 7 0 4-4 7Z" transform={`rotate(${northDeg})`} className="fill-ink" />
          </svg>
        </div>
      )}
    </>
  );
}

/** The currency, and what becomes of the prices when it is another. */
function Money() {
  const design = useDesign();
  const { readOnly } = useDesk();
  const edit = useEdit();
  const { currency } = design.design;
  const [next, setNext] = useState<string>();
  const [rate, setRate] = useState("");
  const [wrong, setWrong] = useState("");
  const take = (by: number) => {
    try {
      edit((d) => inCurrency(d, next!, by));
      setNext(undefined);
      setRate("");
      setWrong("");
    } catch (problem) {
      if (!(problem instanceof InputError)) throw problem;
      setWrong(problem.message);
    }
  };
  return (
    <div className="grid content-start gap-1.5">
      <div className="grid grid-cols-[6rem_1fr] items-center gap-x-2">
        <span className="text-small text-soft">Currency</span>
        <Choice
          label="Currency"
          value={next ?? currency}
          disabled={readOnly}
          options={currencyOptions(currency)}
          take={(code) => setNext(code === currency ? undefined : code)}
        />
      </div>
      {next && (
        <form
          className="grid gap-1.5 border-l-2 border-accent pl-2.5"
          onSubmit={(event) => {
            event.preventDefault();
            take(numberOf(rate));
          }}
        >
          <label className="flex items-center gap-2">
            <span className="measure">1 {currency} =</span>
            <input
              aria-label={`Rate, ${next} for 1 ${currency}`}
              className="field w-24 font-mono"
              inputMode="decimal"
              autoFocus
              value={rate}
              onChange={(event) => setRate(event.target.value)}
            />
            <span className="measure">{next}</span>
          </label>
          {wrong && (
            <p role="alert" className="text-small text-stop">
              {wrong}
            </p>
          )}
          <div className="flex flex-wrap gap-1.5">
            <button className="button button-main">Take all prices along</button>
            <button type="button" className="button" onClick={() => take(1)}>
              Change the name alone
            </button>
            <button type="button" className="button" onClick={() => setNext(undefined)}>
              Leave it
            </button>
          </div>
        </form>
      )}
    </div>
  );
}
