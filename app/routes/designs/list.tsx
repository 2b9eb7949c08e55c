import { randomBytes } from "node:crypto";
import { data, Form, Link, redirect, useNavigation } from "react-router";
import { checkZone } from "#core/stages/automations";
import { emptyDesign } from "#core/design/collections";
import { checkRow } from "#core/design/check-row";
import { fail, InputError } from "#core/design/input-error";
import { CABLE_TABLE, KIND_TABLE, MATERIAL_TABLE } from "#core/stages/house/tables";
import { createDesign, designsOf } from "#db/people";
import { db } from "#server/db";
import { formOf, requirePerson } from "#server/guard";
import { job } from "#server/jobs";
import { Field, FormError, Page } from "../../kit/page";
import type { Route } from "./+types/list";

export async function loader({ request }: Route.LoaderArgs) {
  const person = await requirePerson(request);
  return { person, designs: await designsOf(db(), person.id) };
}

const newId = () => randomBytes(8).toString("hex");

function startDesign(form: FormData) {
  const number = (name: string) =>
    Number(
      String(form.get(name) ?? "")
        .replace(",", ".")
        .trim() || NaN,
    );
  const zone = String(form.get("zone") ?? "");
  checkZone(zone, "Time zone");
  const design = emptyDesign(
    checkRow(
      "design",
      {
        name: String(form.get("name") ?? "").trim(),
        latitudeDeg: number("latitudeDeg"),
        longitudeDeg: number("longitudeDeg"),
        zone,
        northDeg: 0,
        units: "metric",
        currency: "EUR",
        mainsV: 230,
        ambientC: 20,
        slackPointM: 0.5,
        slackClosetM: 3,
        wastePct: 10,
      },
      "",
    ),
  );
  design.materials = [...MATERIAL_TABLE];
  design.cableTypes = [...CABLE_TABLE];
  design.kinds = [...KIND_TABLE];
  design.levels = [
    {
      id: "ground",
      name: "Ground",
      code: "0",
      order: 0,
      elevationM: 0,
      ceilingHeightM: 2.5,
      slabThicknessM: 0.2,
      voidAboveM: 0.2,
    },
  ];
  return design;
}

export async function action({ request }: Route.ActionArgs) {
  const person = await requirePerson(request);
  const form = await formOf(request);
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
        await createDesign(db(), id, person.id, startDesign(form));
        return redirect(`/d/${id}/house`);
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

const ROLE_TEXT = { owner: "yours", edit: "shared, may edit", view: "shared, may look" };

export default function Designs({ loaderData, actionData }: Route.ComponentProps) {
  const busy = useNavigation().state === "submitting";
  const signOut = (
    <Form method="post" action="/sign-out" className="flex items-center gap-3 text-small">
      <Link className="text-mast-soft underline-offset-2 hover:underline" to="/account">
        {loaderData.person.name}
      </Link>
      <button className="underline underline-offset-2">Sign out</button>
    </Form>
  );
  return (
    <Page title="Designs" wide aside={signOut} lead="One design is the whole plan of one house.">
      <FormError text={actionData?.error} />
      {loaderData.designs.length === 0 ? (
        <p className="border border-dashed border-rule p-6 text-soft">
          There is no design yet. Start one below, or bring in a project file.
        </p>
      ) : (
        <table className="w-full">
          <thead className="text-left text-small text-soft">
            <tr>
              <th className="py-2 font-normal">Name</th>
              <th className="font-normal">Access</th>
              <th className="text-right font-normal">Revision</th>
              <th className="pl-6 font-normal">Last change</th>
              <th>
                <span className="sr-only">Actions</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {loaderData.designs.map((design) => (
              <tr key={design.id} className="border-t border-rule">
                <td className="py-2">
                  <Link
                    className="font-semibold underline-offset-2 hover:underline"
                    to={`/d/${design.id}/house`}
                  >
                    {design.name}
                  </Link>
                </td>
                <td className="text-soft">{ROLE_TEXT[design.role]}</td>
                <td className="measure text-right">{design.revision}</td>
                <td className="measure pl-6 text-soft">
                  {design.changedAt.slice(0, 16).replace("T", " ")} UTC
                </td>
                <td className="text-right whitespace-nowrap">
                  <a
                    className="button"
                    href={`/d/${design.id}/file`}
                    aria-label={`Save ${design.name} as a file`}
                  >
                    File
                  </a>{" "}
                  {design.role === "owner" && (
                    <Link
                      className="button"
                      to={`/designs/${design.id}/people`}
                      aria-label={`People of ${design.name}`}
                    >
                      People
                    </Link>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <div className="mt-8 grid gap-8 border-t border-rule pt-6 sm:grid-cols-2">
        <Form method="post" className="grid content-start gap-3">
          <h2 className="font-semibold">Start a design</h2>
          <Field label="Name" name="name" required maxLength={120} />
          <div className="grid grid-cols-2 gap-3">
            <Field label="Latitude, ° north" name="latitudeDeg" required inputMode="decimal" />
            <Field label="Longitude, ° east" name="longitudeDeg" required inputMode="decimal" />
          </div>
          <Field label="Time zone, as in Europe/Oslo" name="zone" required />
          <div>
            <button className="button button-main" name="do" value="start" disabled={busy}>
              Start
            </button>
          </div>
        </Form>
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
    </Page>
  );
}
