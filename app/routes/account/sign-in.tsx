import { useEffect } from "react";
import { data, Form, Link, redirect, useNavigation, useSearchParams } from "react-router";
import { InputError } from "#core/design/input-error";
import { DEMO_PEOPLE } from "#db/seed";
import { asking } from "#server/away";
import { formOf } from "#server/guard";
import { personOf, startSession } from "#server/sessions";
import { signIn } from "#server/sign-in";
import { Field, FormError, Page } from "../../kit/page";
import type { Route } from "./+types/sign-in";

const isDemo = () => process.env.ZINC_DEMO === "1";
/** Only a path of this site: an address of another would make the sign-in page a trap. */
const safePath = (to: string | null) =>
  to && /^\/(?![/\\])[\x21-\x5b\x5d-\x7e]*$/.test(to) && to.length <= 500 ? to : "/designs";

export async function loader({ request }: Route.LoaderArgs) {
  if (await asking(() => personOf(request))) throw redirect("/designs");
  return { demo: isDemo() ? DEMO_PEOPLE.map(({ id, name, role }) => ({ id, name, role })) : [] };
}

export async function action({ request, context }: Route.ActionArgs) {
  const form = await formOf(request);
  const to = safePath(new URL(request.url).searchParams.get("to"));
  const demo = DEMO_PEOPLE.find((person) => isDemo() && person.id === form.get("demo"));
  const email = demo?.email ?? String(form.get("email") ?? "");
  const password = demo?.password ?? String(form.get("password") ?? "");
  try {
    const person = await asking(() => signIn(request, email, password, context.address));
    return redirect(demo && to === "/designs" ? "/d/larkspur-weir/house" : to, {
      headers: await startSession(request, person),
    });
  } catch (error) {
    if (error instanceof InputError)
      return data({ error: error.message, email: email.slice(0, 200) }, { status: 422 });
    throw error;
  }
}

export const meta: Route.MetaFunction = () => [{ title: "Sign in · Zinc Lattice" }];

const DEMO_TEXT = {
  owner: "owns the demo house",
  edit: "may edit it",
  view: "may look at it",
  household: "uses its panel alone",
};

export default function SignIn({ loaderData, actionData }: Route.ComponentProps) {
  // Pages kept on this device for the site are for whom they were kept; notes not yet sent stay.
  useEffect(() => {
    for (const page of ["walk", "commission"]) void globalThis.caches?.delete(`zinc-${page}`);
  }, []);
  const busy = useNavigation().state !== "idle";
  const [params] = useSearchParams();
  const to = params.get("to");
  const [first, ...others] = loaderData.demo;
  return (
    <Page title="Sign in" lead="The planning desk for the house that is to think for itself.">
      {first && (
        <Form method="post" className="mb-6 border-b border-rule pb-6">
          <button
            name="demo"
            value={first.id}
            disabled={busy}
            className="button button-main h-9 w-full justify-center text-sm"
          >
            Open the demo house as {first.name}
          </button>
          <p className="mt-3 text-small text-soft">
            Or see it as{" "}
            {others.map((person, i) => (
              <span key={person.id}>
                {i > 0 && " or "}
                <button
                  name="demo"
                  value={person.id}
                  disabled={busy}
                  className="underline underline-offset-2 hover:text-accent"
                >
                  {person.name}
                </button>
                , who {DEMO_TEXT[person.role]}
              </span>
            ))}
            .
          </p>
        </Form>
      )}
      <Form method="post" className="grid gap-3">
        <FormError text={actionData?.error} />
        {params.has("new") && !actionData?.error && (
          <p role="status" className="border-l-2 border-accent bg-raised px-3 py-2">
            If this e-mail was free, the account is there now: sign in with the password you chose.
          </p>
        )}
        <Field
          label="E-mail"
          name="email"
          type="email"
          autoComplete="username"
          required
          defaultValue={actionData?.email ?? params.get("email") ?? undefined}
        />
        <Field label="Password" name="password" type="password" autoComplete="current-password" required />
        <div className="mt-1 flex items-center justify-between">
          <button disabled={busy} className={first ? "button" : "button button-main"}>
            {busy ? "Signing in…" : "Sign in"}
          </button>
          <Link
            className="text-small underline underline-offset-2"
            to={to ? `/sign-up?to=${encodeURIComponent(to)}` : "/sign-up"}
          >
            New here? Sign up
          </Link>
        </div>
      </Form>
    </Page>
  );
}
