import { sharedFiles } from "./first-view";

const page = (file: string, imports: string[], moduleIds: string[]) => ({
  type: "chunk" as const,
  facadeModuleId: `/z/app/${file}?__build-client-route`,
  imports,
  moduleIds,
});
const part = (moduleIds: string[], imports: string[] = []) => ({
  type: "chunk" as const,
  imports,
  moduleIds,
});

/** Ten stages; the first `many` of them load "most" at once, the last one fetches "later" only. */
function bundle(many: number) {
  const stages = Array.from({ length: 10 }, (_, n) => [
    `sheet${n}.js`,
    page(`stages/s${n}/sheet.tsx`, ["kit.js", ...(n < many ? ["most.js"] : [])], [`/z/sheet${n}`]),
  ]);
  return {
    "start.js": page("entry.client.tsx", ["react.js"], ["/z/entry"]),
    "react.js": part(["/z/react"]),
    "in.js": page("routes/account/sign-in.tsx", ["react.js", "field.js"], ["/z/in"]),
    "field.js": part(["/z/field"]),
    "desk.js": page("routes/desk/layout.tsx", ["react.js", "field.js", "kit.js"], ["/z/desk"]),
    "kit.js": part(["/z/kit"], ["deep.js"]),
    "deep.js": part(["/z/deep"]),
    "most.js": part(["/z/most"]),
    "style.css": { type: "asset" as const },
    ...(Object.fromEntries(stages) as Record<string, ReturnType<typeof page>>),
  };
}

test("what a page loads at once, through all it asks for, goes out with the page that most load", () => {
  expect(sharedFiles(bundle(9))).toEqual({
    "/z/entry": "start",
    "/z/react": "start",
    "/z/field": "door",
    "/z/desk": "desk",
    "/z/kit": "desk",
    "/z/deep": "desk",
    "/z/most": "stages",
  });
});

test("what fewer stages load is left where it is", () => {
  expect(sharedFiles(bundle(8))).not.toHaveProperty("/z/most");
});
