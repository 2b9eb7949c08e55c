import { redirect } from "react-router";
import type { Route } from "./+types/first";

export const loader = ({ params }: Route.LoaderArgs) => redirect(`/d/${params.design}/house`);
