/** What the inspector shows while nothing is selected: the stage in short, the level, the settings of the design. */
import { rollup } from "d3-array";
import { useLocation } from "react-router";
import { byId, type Design } from "#core/design/collections";
import { checkRow } from "#core/design/check-row";
import { removeRows } from "#core/design/remove";
import { area } from "#core/geometry/polygon";
import { isAnswered, rankedProblems } from "#core/stages/brief";
import { copyLevel, newLevel } from "#core/stages/house";
import { newRowId, useDesk, useEdit, withRef } from "../desk/desk";
import { Fact, LengthField, TextField } from "../kit/fields";
import { RowForm, rowName } from "./row-form";
import { Heading } from "./parts";
import { counted } from "#core/design/words";

export function BriefSummary({ design }: { design: Design }) {
  const { select } = useDesk();
  const open = design.problems.filter((problem) => !isAnswered(problem)).length;
  const ranked = rankedProblems(design).slice(0, 5);
  return (
    <>
      <Heading
        title="Brief"
        text={`${counted(design.problems.length, "problem")}, ${open} of them not answered yet`}
      />
      <section className="border-b border-rule px-3.5 py-3">
        <h3 className="font-semibold">What hurts most</h3>
        <ol className="mt-1.5 grid grid-cols-[minmax(0,1fr)] gap-1.5">
          {ranked.map(({ problem, score }) => (
            <li key={problem.id} className="min-w-0">
              <button
                type="button"
                className="block w-full text-left hover:underline"
                onClick={() => select({ in: "problems", id: problem.id })}
              >
                <span className="flex justify-between gap-2">
                  <span className="min-w-0 truncate">{problem.name}</span>
                  <span className="measure">{Math.round(score)}</span>
                </span>
              </button>
              <div className="h-1.5 bg-ground" aria-hidden="true">
                <div
                  className={`h-full ${isAnswered(problem) ? "bg-accent" : "bg-mend"}`}
                  style={{ width: `${(100 * score) / ranked[0]!.score}%` }}
                />
              </div>
            </li>
          ))}
        </ol>
        <p className="mt-2 flex gap-4 text-small text-soft">
          <span className="flex items-center gap-1.5">
            <span className="h-1.5 w-4 bg-accent" />
            answered
          </span>
          <span className="flex items-center gap-1.5">
            <span className="h-1.5 w-4 bg-mend" />
            nothing answers it
          </span>
        </p>
      </section>
      <p className="px-3.5 py-3 text-small text-soft">
        Start with one problem, in a place where a failure hurts least. What is asked for is questioned first,
        then deleted, simplified, sped up, and automated last.
      </p>
    </>
  );
}

export function RegisterSummary({ design }: { design: Design }) {
  const counts = (values: readonly string[]) =>
    [
      ...rollup(
        values,
        (own) => own.length,
        (value) => value,
      ),
    ].sort((a, b) => b[1] - a[1]);
  const bars = (title: string, own: [string, number][]) => (
    <section className="border-b border-rule px-3.5 py-3">
      <h3 className="font-semibold">{title}</h3>
      <ul className="mt-1.5 grid gap-1">
        {own.map(([name, count]) => (
          <li key={name} className="grid grid-cols-[7rem_1fr_2rem] items-center gap-2">
            <span className="truncate">{name}</span>
            <span
              className="h-2 bg-accent"
              style={{ width: `${(100 * count) / Math.max(...own.map(([, n]) => n))}%` }}
            />
            <span className="measure text-right">{count}</span>
          </li>
        ))}
      </ul>
    </section>
  );
  return (
    <>
      <Heading
        title="Register"
        text={`${counted(design.devices.length, "device")} at ${counted(design.points.length, "point")}`}
      />
      {bars("By status", counts(design.devices.map((device) => device.status)))}
      {bars("By protocol", counts(design.devices.map((device) => device.protocol)))}
      <p className="px-3.5 py-3 text-small text-soft">
        Press a row to see all that is known of a device; press a word in the table to change it there.
      </p>
    </>
  );
}

/** Collections of which a level has rows of its own, for reaching them without the plan. */
const ON_LEVEL = [
  "walls",
  "trunks",
  "closets",
  "switches",
  "lamps",
  "noGo",
  "mainsRuns",
  "fixtures",
  "underlays",
] as const;

/** The level's own measures, and everything drawn on it as a list that keys can walk through. */
function LevelPanel({ design, level }: { design: Design; level: string }) {
  const { select, selection, readOnly, showLevel } = useDesk();
  const edit = useEdit();
  const used =
    [...design.rooms, ...design.walls, ...design.points, ...design.closets].some(
      (row) => row.level === level,
    ) || design.risers.some((riser) => riser.fromLevel === level || riser.toLevel === level);
  return (
    <div className="grid gap-2 border-b border-rule px-3.5 py-3">
      <h3 className="font-semibold">This level</h3>
      <RowForm
        collection="levels"
        id={level}
        only={[
          "name",
          "code",
          "order",
          "elevationM",
          "ceilingHeightM",
          "slabThicknessM",
          "voidAboveM",
          "slabMaterial",
          "ceilingMaterial",
          "slabFireMin",
        ]}
        names={{
          slabFireMin: "Floor holds fire",
          slabThicknessM: "Slab",
          voidAboveM: "Void above",
          ceilingHeightM: "Ceiling",
        }}
      />
      {!readOnly && (
        <div className="flex flex-wrap gap-1.5">
          <button
            type="button"
            className="button"
            onClick={() => {
              const made = newLevel(design, newRowId("l"));
              edit(() => [{ in: "levels", put: made }]);
              showLevel(made.id);
            }}
          >
            New level above
          </button>
          <button
            type="button"
            className="button"
            onClick={() => {
              const made = copyLevel(design, level, newRowId);
              edit(() => made.changes);
              showLevel(made.level);
            }}
          >
            Copy as a level above
          </button>
          <button
            type="button"
            className="button text-stop"
            disabled={used || design.levels.length < 2}
            title={used ? "It is not empty" : undefined}
            onClick={() => {
              edit((d) => removeRows(d, [{ in: "levels", id: level }]));
              showLevel(design.levels.find((row) => row.id !== level)!.id);
            }}
          >
            Remove the level
          </button>
        </div>
      )}
      {ON_LEVEL.map((name) => {
        const rows = (design[name] as { id: string; level: string }[]).filter((row) => row.level === level);
        return (
          rows.length > 0 && (
            <details key={name}>
              <summary className="text-small text-soft">
                {{ noGo: "No-go areas", mainsRuns: "Mains runs" }[name as string] ??
                  name.charAt(0).toUpperCase() + name.slice(1)}{" "}
                ({rows.length})
              </summary>
              <ul className="mt-1 max-h-40 overflow-y-auto">
                {rows.map((row) => (
                  <li key={row.id}>
                    <button
                      type="button"
                      className="w-full truncate py-0.5 text-left hover:underline"
                      onClick={(event) =>
                        select(
                          event.shiftKey
                            ? withRef(selection, { in: name, id: row.id })
                            : { in: name, id: row.id },
                        )
                      }
                    >
                      {rowName(row as never)}
                    </button>
                  </li>
                ))}
              </ul>
            </details>
          )
        );
      })}
    </div>
  );
}

export function DesignInspector({ design }: { design: Design }) {
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
      <Heading
        title={here?.name ?? settings.name}
        text={
          here
            ? `floor at ${here.elevationM.toFixed(2)} m · ceiling ${here.ceilingHeightM.toFixed(2)} m`
            : undefined
        }
      />
      <ul className="border-b border-rule py-1.5">
        {rooms.map((room) => (
          <li key={room.id}>
            <button
              type="button"
              className="flex w-full justify-between px-3.5 py-0.5 text-left hover:bg-raised"
              onClick={() => select({ in: "rooms", id: room.id })}
            >
              <span>{room.name}</span>
              <span className="measure text-soft">{area(room.outline).toFixed(1)} m²</span>
            </button>
          </li>
        ))}
        {rooms.length === 0 && <li className="px-3.5 text-soft">No room on this level yet.</li>}
      </ul>
      {here && stage === "house" && <LevelPanel design={design} level={here.id} />}
      <div className="grid gap-1.5 border-b border-rule px-3.5 py-3">
        <h3 className="font-semibold">Cable lengths</h3>
        <LengthField
          label="Slack, point"
          metres={settings.slackPointM}
          take={(slackPointM) => put({ slackPointM })}
        />
        <LengthField
          label="Slack, closet"
          metres={settings.slackClosetM}
          take={(slackClosetM) => put({ slackClosetM })}
        />
        <TextField
          label="Waste"
          mono
          unit="%"
          inputMode="decimal"
          text={String(settings.wastePct)}
          take={(typed) => put({ wastePct: number(typed) })}
        />
        <TextField
          label="Ambient"
          mono
          unit="°C"
          inputMode="decimal"
          text={String(settings.ambientC)}
          take={(typed) => put({ ambientC: number(typed) })}
        />
      </div>
      <dl className="px-3.5 py-2.5">
        <Fact label="Site">
          <span className="measure">
            {Math.abs(settings.latitudeDeg)}° {settings.latitudeDeg < 0 ? "S" : "N"},{" "}
            {Math.abs(settings.longitudeDeg)}° {settings.longitudeDeg < 0 ? "W" : "E"}
          </span>
        </Fact>
        <Fact label="Zone">{settings.zone}</Fact>
        <Fact label="True north">
          <span className="measure">{settings.northDeg}°</span> from sheet-up
        </Fact>
      </dl>
      <p className="px-3.5 pb-3 text-small text-soft">
        {readOnly
          ? "You may look at this design but not change it."
          : "Press a point to see its cables. Drag it, or nudge it with the arrows, and the ledger below says what that costs."}
      </p>
    </>
  );
}
