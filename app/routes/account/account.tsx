/** One's own account: the password, and where one is signed in. */
import { data, Form, Link, useNavigation } from "react-router";
import { InputError } from "#core/design/input-error";
import { LEAST_PASSWORD } from "#db/passwords";
import { formOf, requirePerson } from "#server/guard";
import { endOtherSessions, endSessionOf, sessionsOf, type SessionLine } from "#server/sessions";
import { changePassword } from "#server/sign-in";
import { Field, FormError, Page } from "../../kit/page";
import type { Route } from "./+types/account";

export async function loader({ request }: Route.LoaderArgs) {
  const person = await requirePerson(request);
  return { person, least: LEAST_PASSWORD, sessions: await sessionsOf(request, person.id) };
}

export async function action({ request }: Route.ActionArgs) {
  const person = await requirePerson(request);
  const form = await formOf(request);
  const text = (name: string) => String(form.get(name) ?? "");
  try {
    switch (form.get("do")) {
      case "password":
        await changePassword(person, { now: text("now"), next: text("next") });
        await endOtherSessions(request, person.id);
        return { said: "The password is changed, and every other session is ended.", error: undefined };
      case "end":
        await endSessionOf(person.id, text("session"));
        return { said: "That session is ended.", error: undefined };
      case "end others":
        await endOtherSessions(request, person.id);
        return { said: "Every other session is ended.", error: undefined };
      default:
        return data({ error: "The form does not say what to do.", said: undefined }, { status: 400 });
    }
  } catch (error) {
    if (error instanceof InputError) return data({ error: error.message, said: undefined }, { status: 422 });
    throw error;
  }
}

export const meta: Route.MetaFunction = () => [{ title: "Account · Zinc Lattice" }];

const when = (at?: string) => (at ? `${at.slice(0, 16).replace("T", " ")} UTC` : "not noted");

/** What a browser says it runs on, in few words. */
const deviceName = (agent?: string) =>
  !agent
    ? "not noted"
    : agent.includes("Mobile")
      ? "a browser on a phone or tablet"
      : agent.startsWith("Mozilla/")
        ? "a browser on a computer"
        : agent.slice(0, 40);

export default function Account({ loaderData, actionData }: Route.ComponentProps) {
  const busy = useNavigation().state === "submitting";
  const { person, sessions, least } = loaderData;
  const others = sessions.filter((session) => !session.own);
  return (
    <Page
      title="Account"
      wide
      lead={`${person.name}, ${person.email}`}
      aside={
        <Link className="text-small underline underline-offset-2" to="/designs">
          All designs
        </Link>
      }
    >
      <FormError text={actionData?.error} />
      {actionData?.said && (
        <p role="status" className="border-l-2 border-accent bg-raised px-3 py-2">
          {actionData.said}
        </p>
      )}
      <section aria-label="Sessions" className="mt-4">
        <h2 className="font-semibold">Where you are signed in</h2>
        <table className="mt-1 w-full">
          <thead className="text-left text-small text-soft">
            <tr>
              <th className="py-2 font-normal">Device</th>
              <th className="font-normal">Since</th>
              <th className="font-normal">Last used</th>
              <th>
                <span className="sr-only">Actions</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {sessions.map((session) => (
              <Session key={session.id} session={session} busy={busy} />
            ))}
          </tbody>
        </table>
        {others.length > 0 && (
          <Form method="post" className="mt-3">
            <button className="button text-stop" name="do" value="end others" disabled={busy}>
              End all others
            </button>
          </Form>
        )}
      </section>
      <Form method="post" className="mt-8 grid max-w-md gap-3 border-t border-rule pt-6">
        <h2 className="font-semibold">Change the password</h2>
        <input type="hidden" name="email" autoComplete="username" value={person.email} readOnly />
        <Field label="Password now" name="now" type="password" autoComplete="current-password" required />
        <Field
          label={`New password, at least ${least} characters`}
          name="next"
          type="password"
          autoComplete="new-password"
          required
        />
        <p className="text-small text-soft">Every other session is ended with it.</p>
        <div>
          <button className="button button-main" name="do" value="password" disabled={busy}>
            Change it
          </button>
        </div>
      </Form>
    </Page>
  );
}

function Session({ session, busy }: { session: SessionLine; busy: boolean }) {
  return (
    <tr className="border-t border-rule">
      <td className="py-2">
        {deviceName(session.agent)}
        {session.own && <span className="text-soft">, this one</span>}
      </td>
      <td className="measure text-soft">{when(session.startedAt)}</td>
      <td className="measure text-soft">{when(session.seenAt)}</td>
      <td className="text-right">
        {!session.own && (
          <Form method="post">
            <input type="hidden" name="session" value={session.id} />
            <button
              className="button"
              name="do"
              value="end"
              disabled={busy}
              aria-label={`End the session since ${when(session.startedAt)}`}
            >
              End it
            </button>
          </Form>
        )}
      </td>
    </tr>
  );
}
