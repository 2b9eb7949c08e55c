/** Who is at the desk, as a note of theirs is signed. */
import { useRouteLoaderData } from "react-router";

export const useBy = (): string =>
  useRouteLoaderData<{ person: { name: string } }>("routes/desk/layout")?.person.name ?? "";
