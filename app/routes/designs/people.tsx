import { useState } from "react";
import { data, Form, Link, redirect } from "react-router";
import { deleteDesign, findPerson, membersOf, removeMember, setMember } from "#db/people";
import { db } from "#server/db";
import { formOf, requireRole } from "#server/guard";
import { InputError } from "#core/design/input-error";
import { readDesign } from "#db/read-design";
import { endStreams } from "#server/live";
import { countShare } from "#server/sign-in";
import { Field, FormError, Page } from "../../kit/page";
import type { Route } from "./+types/people";
import { Choice } from "../../kit/choice";

export async function loader({ request, params }: Route.LoaderArgs) {
  await requireRole(request, params.design, "owner");
  const stored = await readDesign(db(), params.design);
  return { name: stored!.design.design.name, members: await membersOf(db(), params.design) };
}

export async function action({ request, params }: Route.ActionArgs) {
  const { person: owner } = await requireRole(request, params.design, "owner");
  const form = await formOf(request);
  const role = form.get("role");
  if (form.get("do") === "delete") {
    const stored = await readDesign(db(), params.design);
    if (form.get("name") !== stored!.design.design.name)
      return data({ error: "The name does not match, so the design was not removed." }, { status: 422 });
    await deleteDesign(db(), params.design);
    return redirect("/designs");
  }
  if (form.get("do") === "remove") {
    const person = String(form.get("person"));
    if (person === owner.id)
      return data({ error: "The owner stays; a design has to belong to somebody." }, { status: 422 });
    await removeMember(db(), params.design, person);
    endStreams(params.design, person);
    return { error: undefined };
  }
  if (role !== "edit" && role !== "view" && role !== "household")
    return data({ error: "Choose what they may do." }, { status: 422 });
  try {
    await countShare(owner.id);
  } catch (error) {
    if (error instanceof InputError) return data({ error: error.message }, { status: 422 });
    throw error;
  }
  const found = await findPerson(db(), String(form.get("email") ?? "").slice(0, 300));
  if (found?.id === owner.id) return data({ error: "You own this design already." }, { status: 422 });
  // The same words whether anybody has this e-mail or not: who does stands in the list.
  if (found) await setMember(db(), params.design, found.id, role);
  return {
    error: undefined,
    said: "Whoever has signed up with this e-mail may see the design now, and stands in the list.",
  };
}

export const meta: Route.MetaFunction = () => [{ title: "People · Zinc Lattice" }];

const ROLE_TEXT = { owner: "owns it", edit: "may edit", view: "may look", household: "uses the panel" };

export default function People({ loaderData, actionData, params }: Route.ComponentProps) {
  const [may, setMay] = useState<"edit" | "view" | "household">("view");
  return (
    <Page
      title={`People of ${loaderData.name}`}
      wide
      lead="Who may see this design, and who may change it."
      aside={
        <Link className="text-small underline underline-offset-2" to={`/d/${params.design}/house`}>
          Back to the desk
        </Link>
      }
    >
      <FormError text={actionData?.error} />
      {actionData && "said" in actionData && actionData.said && (
        <p role="status" className="border-l-2 border-accent bg-raised px-3 py-2">
          {actionData.said}
        </p>
      )}
      <table className="w-full">
        <thead className="text-left text-small text-soft">
          <tr>
            <th className="py-2 font-normal">Name</th>
            <th className="font-normal">E-mail</th>
            <th className="font-normal">Access</th>
            <th>
              <span className="sr-only">Actions</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {loaderData.members.map((member) => (
            <tr key={member.id} className="border-t border-rule">
              <td className="py-2">{member.name}</td>
              <td className="text-soft">{member.email}</td>
              <td>{ROLE_TEXT[member.role]}</td>
              <td className="text-right">
                {member.role !== "owner" && (
                  <Form method="post">
                    <input type="hidden" name="person" value={member.id} />
                    <button
                      className="button"
                      name="do"
                      value="remove"
                      aria-label={`Stop sharing with ${member.name}`}
                    >
                      Stop sharing
                    </button>
                  </Form>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <Form
        method="post"
        className="mt-6 grid items-end gap-3 border-t border-rule pt-6 sm:grid-cols-[1fr_auto_auto]"
      >
        <Field label="E-mail of somebody who has signed up" name="email" type="email" required />
        <div className="grid gap-1">
          <span className="text-small text-soft">They</span>
          <Choice
            label="They"
            className="h-8 w-36"
            value={may}
            options={[
              { value: "edit", text: "may edit" },
              { value: "view", text: "may look" },
              { value: "household", text: "use the panel" },
            ]}
            take={setMay}
          />
          <input type="hidden" name="role" value={may} />
        </div>
        <button className="button button-main h-8" name="do" value="share">
          Share
        </button>
      </Form>
      <Form
        method="post"
        className="mt-6 grid items-end gap-3 border-t border-rule pt-6 sm:grid-cols-[1fr_auto]"
      >
        <Field
          label={`To remove the design for everybody, type its name: ${loaderData.name}`}
          name="name"
          required
          autoComplete="off"
        />
        <button className="button h-8 text-stop" name="do" value="delete">
          Remove the design
        </button>
      </Form>
    </Page>
  );
}
