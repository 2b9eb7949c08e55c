import { data, Form, Link, redirect, useNavigation } from "react-router";
import { InputError } from "#core/design/input-error";
import { LEAST_PASSWORD } from "#db/passwords";
import { asking } from "#server/away";
import { formOf } from "#server/guard";
import { signUp } from "#server/sign-in";
import { Field, FormError, Page } from "../../kit/page";
import type { Route } from "./+types/sign-up";

export const loader = () => ({ least: LEAST_PASSWORD });

export async function action({ request, context }: Route.ActionArgs) {
  const form = await formOf(request);
  const values = {
    email: String(form.get("email") ?? ""),
    name: String(form.get("name") ?? ""),
    password: String(form.get("password") ?? ""),
  };
  try {
    await asking(() => signUp(values, context.address));
    return redirect(`/sign-in?new=1&email=${encodeURIComponent(values.email.trim().toLowerCase())}`);
  } catch (error) {
    if (error instanceof InputError)
      return data({ error: error.message, email: values.email, name: values.name }, { status: 422 });
    throw error;
  }
}

export const meta: Route.MetaFunction = () => [{ title: "Sign up · Zinc Lattice" }];

export default function SignUp({ loaderData, actionData }: Route.ComponentProps) {
  const busy = useNavigation().state !== "idle";
  return (
    <Page title="Sign up" lead="An account holds your designs and lets others share them with you.">
      <Form method="post" className="grid gap-3">
        <FormError text={actionData?.error} />
        <Field label="Name" name="name" autoComplete="name" required defaultValue={actionData?.name} />
        <Field
          label="E-mail"
          name="email"
          type="email"
          autoComplete="username"
          required
          defaultValue={actionData?.email}
        />
        <Field
          label={`Password, at least ${loaderData.least} characters`}
          name="password"
          type="password"
          autoComplete="new-password"
          required
        />
        <div className="mt-1 flex items-center justify-between">
          <button disabled={busy} className="button button-main">
            {busy ? "Signing up…" : "Sign up"}
          </button>
          <Link className="text-small underline underline-offset-2" to="/sign-in">
            Sign in instead
          </Link>
        </div>
      </Form>
    </Page>
  );
}
