import { index, route, type RouteConfig } from "@react-router/dev/routes";
import { STAGE_PARTS } from "./stages";

export default [
  index("routes/home.ts"),
  route("sign-in", "routes/account/sign-in.tsx"),
  route("sign-up", "routes/account/sign-up.tsx"),
  route("sign-out", "routes/account/sign-out.ts"),
  route("account", "routes/account/account.tsx"),
  route("kit", "routes/kit.tsx"),
  route("designs", "routes/designs/list.tsx"),
  route("designs/:design/card", "routes/designs/card.ts"),
  route("designs/:design/people", "routes/designs/people.tsx"),
  route("d/:design", "routes/desk/layout.tsx", [
    index("routes/desk/first.ts"),
    ...Object.keys(STAGE_PARTS).map((stage) => route(stage, `stages/${stage}/sheet.tsx`)),
    route("compare", "routes/desk/compare.tsx"),
    route("settings", "routes/desk/settings.tsx"),
    route(":stage", "routes/desk/unbuilt.tsx"),
  ]),
  route("d/:design/edit", "routes/desk/edit.ts"),
  route("d/:design/live", "routes/desk/live.ts"),
  route("d/:design/file", "routes/desk/file.ts"),
  route("d/:design/secrets", "routes/desk/secrets.ts"),
  route("d/:design/picture/:hash?", "routes/desk/picture.ts"),
  route("d/:design/plan/:level/:kind", "routes/desk/plan-file.ts"),
  route("d/:design/labels/:sheet", "routes/desk/labels.ts"),
  route("d/:design/pull-sheet/:pull?", "routes/desk/pull-sheet.ts"),
  route("d/:design/changes", "routes/desk/changes.ts"),
  route("d/:design/walk", "stages/runs/walk/walk.tsx"),
  route("d/:design/csv/:table", "routes/desk/csv.ts"),
] satisfies RouteConfig;
