import { randomBytes } from "node:crypto";
import { useEffect, useMemo, useState } from "react";
import { data, Form, redirect, useNavigation, useRouteLoaderData } from "react-router";
import { checkZone } from "#core/stages/automations";
import { emptyDesign } from "#core/design/collections";
import { checkRow } from "#core/design/check-row";
import { fail, InputError } from "#core/design/input-error";
import { RADIO_PROFILE_TABLE } from "#core/stages/house/radio-table";
import { BUS_PROFILE_TABLE, SEGMENT_RULE_TABLE } from "#core/stages/house/bus-tables";
import { MODULE_TYPE_TABLE } from "#core/stages/house/module-table";
import { CABLE_TABLE, KIND_TABLE, MATERIAL_TABLE } from "#core/stages/house/tables";
import type { DesignRow } from "#core/design/design-row";
import { readDay } from "#core/design/day";
import { readDegrees } from "#core/design/place";
import { designList, LIST_PAGE } from "#db/across";
import { copyDesign, createDesign, deleteDesign } from "#db/people";
import { readDesign } from "#db/read-design";
import { writeEdit } from "#db/write-edit";
import { askedOfPage } from "#server/asked";
import { countSoon } from "#server/counting";
import { ListAsked } from "#server/questions";
import { db } from "#server/db";
import { formOf, requirePerson, requireRole } from "#server/guard";
import { job } from "#server/jobs";
import { wake } from "#server/live";
import { Choice } from "../../kit/choice";
import { preferencesCookie, readPreferences } from "../../desk/preferences";
import type { loader as rootLoader } from "../../root";
import { zoneOptions } from "../../kit/zones";
import { DesignList } from "./design-list";
import { Field, FormError } from "../../kit/page";
import { DesignsPage } from "./frame";
import type { Route } from "./+types/list";

export async function loader({ request }: Route.LoaderArgs) {
  const person = await requirePerson(request);
  const { q: typed = "", by: order = "changed", page = 1 } = askedOfPage(ListAsked, request);
  const list = await designList(db(), person.id, { typed, order, page });
  // Only an order by findings asks for those of designs that are not on this page.
  const counting = order === "findings" ? await countSoon(person.id) : 0;
  return { person, typed, order, page, size: LIST_PAGE, counting, ...list };
}

const newId = () => randomBytes(8).toString("hex");

/** What a house begins with, in whole figures of its own units: 8 feet, 8 inches, a foot and a half, 10 feet. */
const USUAL = {
  metric: { ceilingHeightM: 2.5, slabM: 0.2, slackPointM: 0.5, slackClosetM: 3 },
  imperial: { ceilingHeightM: 2.4384, slabM: 0.2032, slackPointM: 0.4572, slackClosetM: 3.048 },
} as const;

function startDesign(form: FormData) {
  const text = (name: string) => String(form.get(name) ?? "");
  const zone = text("zone");
  checkZone(zone, "Time zone");
  const units = text("units") === "imperial" ? "imperial" : "metric";
  const { ceilingHeightM, slabM, slackPointM, slackClosetM } = USUAL[units];
  const design = emptyDesign(
    checkRow(
      "design",
      {
        name: nameOf(form),
        latitudeDeg: readDegrees(text("latitude"), "Latitude", "latitude"),
        longitudeDeg: readDegrees(text("longitude"), "Longitude", "longitude"),
        zone,
        northDeg: 0,
        units,
        currency: "EUR",
        mainsV: 230,
        ambientC: 20,
        slackPointM,
        slackClosetM,
        wastePct: 10,
      },
      "",
    ),
  );
  design.materials = [...MATERIAL_TABLE];
  design.cableTypes = [...CABLE_TABLE];
  design.kinds = [...KIND_TABLE];
  design.busProfiles = [...BUS_PROFILE_TABLE];
  design.radioProfiles = [...RADIO_PROFILE_TABLE];
  design.segmentRules = [...SEGMENT_RULE_TABLE];
  design.moduleTypes = [...MODULE_TYPE_TABLE];
  design.levels = [
    {
      id: "ground",
      name: "Ground",
      code: "0",
      order: 0,
      elevationM: 0,
      ceilingHeightM,
      slabThicknessM: slabM,
      voidAboveM: slabM,
    },
  ];
  return design;
}

/** The name as its field is called on the page. */
const nameOf = (form: FormData) => String(form.get("name") ?? "").trim();

/** The settings under another name, checked. */
const renamed = (settings: DesignRow, name: string): DesignRow =>
  checkRow("design", { ...settings, name }, "");

export async function action({ request }: Route.ActionArgs) {
  const person = await requirePerson(request);
  const form = await formOf(request);
  const of = String(form.get("design") ?? "");
  try {
    switch (form.get("do")) {
      case "import": {
        const file = form.get("file");
        if (!(file instanceof File) || file.size === 0) fail("File", "must be chosen first");
        const id = newId();
        const bytes = await (file as File).arrayBuffer();
        // Read, checked and written by a worker: a large file holds nobody else up.
        const answer = await job("import", { id, person: person.id, bytes }, [bytes]);
        return answer.ok
          ? redirect(`/d/${id}/house`)
          : data({ error: answer.error }, { status: answer.status });
      }
      case "start": {
        const id = newId();
        const design = startDesign(form);
        await createDesign(db(), id, person.id, design);
        // Whoever begins a house in feet reads it in feet.
        const preferences = readPreferences(request.headers.get("Cookie"));
        const headers = { "Set-Cookie": preferencesCookie({ ...preferences, units: design.design.units }) };
        return redirect(`/d/${id}/brief`, { headers });
      }
      case "rename": {
        await requireRole(request, of, "edit");
        const stored = (await readDesign(db(), of))!;
        const put = renamed(stored.design.design, nameOf(form));
        const result = await writeEdit(db(), of, person.id, {
          base: stored.revision,
          changes: [{ in: "design", put }],
        });
        if (!result.ok)
          return data({ error: "Somebody has just changed the settings: try again." }, { status: 409 });
        wake(of);
        return { done: of };
      }
      case "copy": {
        await requireRole(request, of, "view");
        const stored = (await readDesign(db(), of))!;
        const { name } = renamed(stored.design.design, nameOf(form));
        const id = newId();
        const on = readDay(String(form.get("on") ?? ""), "Day", new Date().toISOString().slice(0, 10));
        await copyDesign(db(), stored, { id, person: person.id, name, on });
        return redirect(`/d/${id}/house`);
      }
      case "remove": {
        await requireRole(request, of, "owner");
        const stored = (await readDesign(db(), of))!;
        if (nameOf(form) !== stored.design.design.name)
          return data({ error: "The name does not match, so the design was not removed." }, { status: 422 });
        await deleteDesign(db(), of);
        return { done: of };
      }
      default:
        return data({ error: "The form does not say what to do." }, { status: 400 });
    }
  } catch (error) {
    if (error instanceof InputError) return data({ error: error.message }, { status: 422 });
    throw error;
  }
}

export const meta: Route.MetaFunction = () => [{ title: "Designs · Zinc Lattice" }];

export default function Designs({ loaderData, actionData }: Route.ComponentProps) {
  const busy = useNavigation().state === "submitting";
  return (
    <DesignsPage
      title="Designs"
      person={loaderData.person.name}
      lead="One design is the whole plan of one house."
    >
      <FormError text={actionData && "error" in actionData ? actionData.error : undefined} />
      {loaderData.total === 0 && !loaderData.typed ? (
        <p className="border border-dashed border-rule p-6 text-soft">
          There is no design yet. Start one below, or bring in a project file.
        </p>
      ) : (
        <DesignList {...loaderData} />
      )}
      <div className="mt-8 grid gap-8 border-t border-rule pt-6 sm:grid-cols-2">
        <StartForm busy={busy} />
        <Form method="post" encType="multipart/form-data" className="grid content-start gap-3">
          <h2 className="font-semibold">Bring in a project file</h2>
          <p className="text-soft">
            It becomes a new design of yours. A file with a fault changes nothing, and the fault is named.
          </p>
          <label className="grid gap-1">
            <span className="text-small text-soft">Project file (.zinc.json)</span>
            <input
              type="file"
              name="file"
              accept=".json,application/json"
              required
              className="field h-auto py-1.5"
            />
          </label>
          <div>
            <button className="button" name="do" value="import" disabled={busy}>
              {busy ? "Reading…" : "Bring in"}
            </button>
          </div>
        </Form>
      </div>
    </DesignsPage>
  );
}

/** What has to be known of a new house: its name and where it stands. The rest has a first guess. */
function StartForm({ busy }: { busy: boolean }) {
  const [zone, setZone] = useState("");
  const [units, setUnits] = useState(useRouteLoaderData<typeof rootLoader>("root")!.preferences.units);
  // As the browser says where it is; on the server nobody knows.
  useEffect(() => {
    setZone((now) => now || Intl.DateTimeFormat().resolvedOptions().timeZone);
    if (/-(US|LR|MM)$/.test(navigator.language)) setUnits("imperial");
  }, []);
  const zones = useMemo(() => zoneOptions(zone), [zone]);
  return (
    <Form method="post" className="grid content-start gap-3">
      <h2 className="font-semibold">Start a design</h2>
      <Field label="Name" name="name" required maxLength={120} />
      <div className="grid grid-cols-2 gap-3">
        <Field label="Latitude" name="latitude" required placeholder="53.41 N" />
        <Field label="Longitude" name="longitude" required placeholder="3.02 W" />
      </div>
      <p className="-mt-1.5 text-small text-soft">
        As a map says them, in degrees: the sun over the house is reckoned from them.
      </p>
      <div className="grid grid-cols-2 gap-3">
        <div className="grid gap-1">
          <span className="text-small text-soft">Time zone</span>
          <Choice label="Time zone" className="h-8" value={zone} options={zones} take={setZone} />
          <input type="hidden" name="zone" value={zone} />
        </div>
        <div className="grid gap-1">
          <span className="text-small text-soft">Units</span>
          <Choice
            label="Units"
            className="h-8"
            value={units}
            options={[
              { value: "metric", text: "metres" },
              { value: "imperial", text: "feet and inches" },
            ]}
            take={setUnits}
          />
          <input type="hidden" name="units" value={units} />
        </div>
      </div>
      <div>
        <button className="button button-main" name="do" value="start" disabled={busy}>
          Start
        </button>
      </div>
    </Form>
  );
}
