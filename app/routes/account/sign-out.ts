import { redirect } from "react-router";
import { endSession } from "#server/sessions";
import type { Route } from "./+types/sign-out";

export const loader = () => redirect("/sign-in");

export async function action({ request }: Route.ActionArgs) {
  return redirect("/sign-in", { headers: { "Set-Cookie": await endSession(request) } });
}
