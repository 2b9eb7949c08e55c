import { index, route, type RouteConfig } from "@react-router/dev/routes";

export default [
  index("routes/home.ts"),
  route("sign-in", "routes/account/sign-in.tsx"),
  route("sign-up", "routes/account/sign-up.tsx"),
  route("sign-out", "routes/account/sign-out.ts"),
  route("designs", "routes/designs/list.tsx"),
  route("designs/:design/people", "routes/designs/people.tsx"),
  route("d/:design", "routes/desk/layout.tsx", [
    index("routes/desk/first.ts"),
    route("brief", "routes/brief/brief.tsx"),
    route("house", "routes/house/house.tsx"),
    route("choose", "routes/choose/choose.tsx"),
    route("runs", "routes/runs/runs.tsx"),
    route("register", "routes/register/register.tsx"),
    route("automations", "routes/automations/automations.tsx"),
    route(":stage", "routes/desk/unbuilt.tsx"),
  ]),
  route("d/:design/edit", "routes/desk/edit.ts"),
  route("d/:design/live", "routes/desk/live.ts"),
  route("d/:design/file", "routes/desk/file.ts"),
  route("d/:design/picture/:hash?", "routes/desk/picture.ts"),
  route("d/:design/plan/:level/:kind", "routes/desk/plan-file.ts"),
  route("d/:design/labels/:sheet", "routes/desk/labels.ts"),
  route("d/:design/csv/:table", "routes/desk/csv.ts"),
] satisfies RouteConfig;
