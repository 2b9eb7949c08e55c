/** Templates of sentences: what fits them in a room, what else may be put in, and the sentence they make. */
import { useMemo, useState } from "react";
import { useSearchParams } from "react-router";
import { byId, type Design, rowOf } from "#core/design/collections";
import { checkRow } from "#core/design/check-row";
import { freeId } from "#core/design/free-id";
import { InputError } from "#core/design/input-error";
import { putRow } from "#core/design/row-changes";
import { byName, counted } from "#core/design/words";
import { cautionsOf } from "#core/stages/automations/cautions";
import { sentenceText } from "#core/stages/automations";
import type { TemplateValue } from "#core/design/rows/automations";
import { PRIORITIES } from "#core/design/rows/automations-words";
import { filled, fitting } from "#core/stages/automations/templates/fill";
import { LIBRARY, templateOf } from "#core/stages/automations/templates/library";
import {
  idsOf,
  made,
  SUBJECTS,
  type Made,
  type Parameter,
  type Template,
  type Values,
} from "#core/stages/automations/templates/template";
import { useDesign, useDesk, useEdit } from "../../desk/desk";
import { Caution } from "../../inspect/parts";
import { ChoiceField, TextField } from "../../kit/fields";
import { Tick } from "../../kit/ticks";

type Value = Omit<TemplateValue, "name">;

/** Fields here say what they are for in a few words, not in one. */
const WIDE =
  "*:grid *:grid-cols-[minmax(7rem,13rem)_minmax(0,1fr)] *:items-center *:gap-2 max-sm:*:grid-cols-1";

export default function Templates() {
  const design = useDesign();
  const [params, setParams] = useSearchParams();
  const [search, setSearch] = useState("");
  const chosen = templateOf(params.get("template") ?? undefined) ?? LIBRARY[0]!;
  const uses = useMemo(() => {
    const count = new Map<string, number>();
    for (const { template } of design.automations)
      if (template) count.set(template, (count.get(template) ?? 0) + 1);
    return count;
  }, [design.automations]);
  const words = search.trim().toLowerCase();
  const found = LIBRARY.filter(({ name, about }) => `${name} ${about}`.toLowerCase().includes(words));
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[17rem_minmax(0,1fr)] grid-rows-[minmax(0,1fr)] max-sm:grid-cols-1 max-sm:grid-rows-[14rem_minmax(0,1fr)]">
      <nav
        aria-label="Library of templates"
        className="flex min-h-0 flex-col border-r border-rule max-sm:border-r-0 max-sm:border-b"
      >
        <div className="border-b border-rule bg-pane px-3 py-1.5" data-chrome>
          <input
            type="search"
            aria-label="Find a template"
            placeholder="Find a template"
            className="field h-6 w-full text-small"
            value={search}
            onChange={(event) => setSearch(event.target.value)}
          />
        </div>
        <div className="relative min-h-0 flex-1 overflow-y-auto pb-2">
          {found.length === 0 && <p className="px-3 py-2 text-soft">None has these words.</p>}
          {SUBJECTS.map((subject) => {
            const own = found.filter((one) => one.subject === subject);
            if (!own.length) return null;
            return (
              <section key={subject} aria-label={subject}>
                <h3 className="px-3 pt-2.5 pb-0.5 text-small text-soft">{subject}</h3>
                <ul>
                  {own.map(({ id, name }) => (
                    <li key={id}>
                      <button
                        type="button"
                        aria-current={id === chosen.id}
                        className={`flex w-full items-baseline gap-2 px-3 py-1 text-left hover:bg-wash ${id === chosen.id ? "bg-wash font-semibold" : ""}`}
                        onClick={() =>
                          setParams(
                            (now) => {
                              now.set("template", id);
                              return now;
                            },
                            { replace: true },
                          )
                        }
                      >
                        <span className="min-w-0 flex-1">{name}</span>
                        {uses.has(id) && (
                          <span
                            className="measure text-small text-soft"
                            title={counted(uses.get(id)!, "sentence")}
                          >
                            {uses.get(id)}
                            <span className="sr-only"> made</span>
                          </span>
                        )}
                      </button>
                    </li>
                  ))}
                </ul>
              </section>
            );
          })}
        </div>
      </nav>
      <Making key={chosen.id} design={design} template={chosen} />
    </div>
  );
}

/** The room in which most of what it asks for is found. */
function likelyRoom(design: Design, template: Template): string {
  let best = "";
  let most = -1;
  for (const { id } of [...design.rooms].sort((a, b) => byName(a.name, b.name))) {
    const own = Object.keys(filled(design, template, id).values).length;
    if (own > most) [best, most] = [id, own];
  }
  return best;
}

function Making({ design, template }: { design: Design; template: Template }) {
  const { readOnly, select } = useDesk();
  const edit = useEdit();
  const [, setParams] = useSearchParams();
  const [room, setRoom] = useState(() => likelyRoom(design, template));
  const [own, setOwn] = useState<Values>({});
  const [name, setName] = useState<string>();
  const fits = useMemo(() => filled(design, template, room), [design, template, room]);
  const values: Values = { ...fits.values, ...own };
  const roomName = byId(design, "rooms").get(room)?.name;
  const called = name ?? (roomName ? `${template.name}, ${roomName}` : template.name);
  const id = freeId(design, "automations", `${template.id.slice(0, 24)}-${room}`.slice(0, 36));
  // A dial that is made for it goes with it only where it is put in.
  const dials = fits.dials.filter((dial) =>
    Object.values(values).some((value) => idsOf(value).includes(dial.id)),
  );
  let result: Made | undefined;
  let wrong: string | undefined;
  try {
    result = made(design, template, values, {
      id,
      name: called.trim() || template.name,
      dials,
      ...(room ? { room } : {}),
    });
    checkRow("automations", result.row, "");
  } catch (problem) {
    if (!(problem instanceof InputError)) throw problem;
    wrong = problem.message;
  }
  const shown = { ...design, dials: [...design.dials, ...dials] };
  const there = design.automations.filter((row) => row.template === template.id);
  const put = (parameter: string, value: Value | undefined) =>
    setOwn((now) => ({ ...now, [parameter]: value ?? {} }));
  const make = () => {
    if (!result) return;
    const { row, dials: needed } = result;
    edit(() => [...needed.flatMap((dial) => putRow("dials", dial)), ...putRow("automations", row)]);
    select({ in: "automations", id: row.id });
    setParams((now) => {
      now.delete("view");
      now.delete("template");
      return now;
    });
  };
  return (
    <section aria-label={template.name} className="relative min-h-0 overflow-y-auto px-4 py-3">
      <h3 className="text-base font-semibold">{template.name}</h3>
      <p className="mt-0.5 max-w-2xl text-soft">
        {template.about} For {template.priority}
        {template.reason ? `, because of ${template.reason}` : ""}
        {template.priority === PRIORITIES[0] ? ": nothing goes before it" : ""}.
      </p>
      <div className={`mt-3 grid max-w-2xl gap-2 ${WIDE}`}>
        <ChoiceField
          label="Room"
          value={room}
          options={[...design.rooms]
            .sort((a, b) => byName(a.name, b.name))
            .map((one) => ({ value: one.id, text: one.name }))}
          take={(next) => {
            setRoom(next ?? "");
            setOwn({});
            setName(undefined);
          }}
        />
        <TextField label="Name" text={called} take={setName} />
      </div>
      <h4 className="mt-4 font-semibold">What is put in</h4>
      <div className={`mt-1.5 grid max-w-2xl gap-2 ${WIDE}`}>
        {template.parameters.map((parameter) => (
          <Field
            key={`${room} ${parameter.name}`}
            design={shown}
            parameter={parameter}
            room={room}
            value={values[parameter.name]}
            put={(value) => put(parameter.name, value)}
          />
        ))}
      </div>
      <h4 className="mt-4 font-semibold">The sentence</h4>
      {result ? (
        <p className="mt-1 max-w-2xl text-sm leading-6" data-made>
          {sentenceText(shown, result.row)}
        </p>
      ) : (
        <p role="alert" className="mt-1 text-mend">
          {wrong}
        </p>
      )}
      {dials.length > 0 && result && (
        <p className="mt-1 text-small text-soft">
          Made with it: {dials.map((dial) => dial.name).join(", ")}, as there is none yet.
        </p>
      )}
      {result && (
        <div className="-mx-3.5 mt-2 max-w-2xl">
          {cautionsOf(result.row).map((text) => (
            <Caution key={text} text={text} />
          ))}
        </div>
      )}
      {!readOnly && (
        <button type="button" className="button button-main mt-3" disabled={!result} onClick={make}>
          Make the sentence
        </button>
      )}
      {there.length > 0 && (
        <>
          <h4 className="mt-5 font-semibold">Made from it</h4>
          <ul className="mt-1">
            {there.map((row) => (
              <li key={row.id}>
                <button
                  type="button"
                  className="py-0.5 text-left text-accent hover:underline"
                  onClick={() => select({ in: "automations", id: row.id })}
                >
                  {row.name}
                </button>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

interface FieldProps {
  design: Design;
  parameter: Parameter;
  room: string;
  value: Value | undefined;
  put(value: Value | undefined): void;
}

/** What may stand there: only what exists and can do it. */
function Field({ design, parameter, room, value, put }: FieldProps) {
  const { about } = parameter;
  switch (parameter.is) {
    case "value":
      return (
        <TextField
          label={about}
          text={value?.value ?? parameter.value}
          take={(text) => put({ value: text.trim() })}
        />
      );
    case "thing": {
      const points = fitting(design, parameter, room);
      return (
        <ChoiceField
          label={about}
          value={value?.points?.[0] ?? ""}
          options={options(design, "points", points, parameter.optional)}
          take={(id) => put(id ? { points: [id] } : undefined)}
        />
      );
    }
    case "things":
      return (
        <Ticks
          about={about}
          all={fitting(design, parameter, room).map((id) => ({
            id,
            name: rowOf(design, "points", id).name,
          }))}
          chosen={value?.points ?? []}
          take={(points) => put(points.length ? { points } : undefined)}
        />
      );
    case "scenes":
      return (
        <Ticks
          about={about}
          all={design.scenes.filter((scene) => scene.room === room || scene.room === undefined)}
          chosen={idsOf(value ?? {})}
          take={(ids) => put(ids.length ? { value: ids.join(" ") } : undefined)}
        />
      );
    default: {
      const collection = { person: "people", calendar: "calendars", dial: "dials" }[parameter.is] as
        | "people"
        | "calendars"
        | "dials";
      const ids = design[collection]
        .filter((row) => parameter.is !== "dial" || (row as { kind?: string }).kind === parameter.kind)
        .map(({ id }) => id);
      return (
        <ChoiceField
          label={about}
          value={idsOf(value ?? {})[0] ?? ""}
          options={options(design, collection, ids, parameter.optional)}
          take={(id) => put(id ? { value: id } : undefined)}
        />
      );
    }
  }
}

function options(
  design: Design,
  collection: "points" | "people" | "calendars" | "dials",
  ids: readonly string[],
  optional: true | undefined,
) {
  const named = ids.map((id) => {
    const row = rowOf(design, collection, id);
    return { value: id, text: "role" in row ? row.role : row.name };
  });
  return [{ value: "", text: optional ? "none" : "nothing fits yet" }, ...named].filter(
    ({ value }) => value || optional || !named.length,
  );
}

function Ticks({
  about,
  all,
  chosen,
  take,
}: {
  about: string;
  all: readonly { id: string; name: string }[];
  chosen: readonly string[];
  take(ids: string[]): void;
}) {
  return (
    <fieldset>
      <legend className="sr-only">{about}</legend>
      <span className="text-small text-soft" aria-hidden>
        {about}
      </span>
      {all.length ? (
        <div className="grid max-h-44 grid-cols-2 gap-x-3 gap-y-0.5 overflow-y-auto border border-rule bg-raised px-2 py-1.5 max-sm:grid-cols-1">
          {all.map(({ id, name }) => (
            <Tick
              key={id}
              label={name}
              on={chosen.includes(id)}
              set={(on) =>
                take(all.map((one) => one.id).filter((one) => (one === id ? on : chosen.includes(one))))
              }
            />
          ))}
        </div>
      ) : (
        <span className="pt-0.5 text-mend">nothing here fits</span>
      )}
    </fieldset>
  );
}
