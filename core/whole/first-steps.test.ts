import { larkspurWeir } from "../../tests/core/houses";
import { emptyDesign, type Design } from "../design/collections";
import { ledgerValue } from "./ledger";
import { isNew } from "../desk/is-new";
import { nextStep, STEPS, stepNumber } from "./first-steps";

const demo = larkspurWeir();
const cableM = ledgerValue(demo, "cableM")!;
const empty = emptyDesign({ ...demo.design, name: "Nothing yet" });

test("an empty design is led from the first problem to the print, a step at a time", () => {
  let design: Design = empty;
  const met: string[] = [];
  for (const [name, parts] of [
    ["problem", ["problems"]],
    ["room", ["levels", "rooms", "walls"]],
    ["closet", ["closets"]],
    ["point", ["points", "kinds", "roomKits"]],
  ] as const) {
    expect(nextStep(design, 0).name).toBe(name);
    met.push(name);
    for (const part of parts) design = { ...design, [part]: demo[part] };
  }
  expect(nextStep(design, 0).name).toBe("drop");
  expect(nextStep(design, 0.05).name).toBe("print");
  expect([...met, "drop", "print"]).toEqual(STEPS.map(({ name }) => name));
});

test("the demo house lacks nothing of them", () => {
  expect(cableM).toBeGreaterThan(1000);
  expect(nextStep(demo, cableM).name).toBe("print");
});

test("what is taken out is asked for again, whatever came after it", () => {
  expect(nextStep({ ...demo, closets: [] }, cableM).name).toBe("closet");
  expect(nextStep({ ...demo, problems: [] }, cableM).name).toBe("problem");
  expect(nextStep({ ...demo, points: [] }, cableM).name).toBe("point");
  expect(nextStep({ ...demo, rooms: [] }, cableM).name).toBe("room");
});

test("on the sheet that is shown, what can be done there comes first", () => {
  expect(nextStep(empty, 0, "house").name).toBe("room");
  expect(nextStep(empty, 0, "runs").name).toBe("problem");
  const roomed = { ...empty, levels: demo.levels, rooms: demo.rooms };
  expect(nextStep(roomed, 0, "house").name).toBe("closet");
  expect(nextStep(roomed, 0, "runs").name).toBe("point");
  expect(nextStep(roomed, 0, "choose").name).toBe("problem");
  expect(nextStep({ ...demo, problems: [] }, cableM, "runs").name).toBe("problem");
});

test("only a design with nothing in it is led from its beginning", () => {
  expect(isNew(empty)).toBe(true);
  expect(isNew({ ...empty, levels: demo.levels, kinds: demo.kinds, materials: demo.materials })).toBe(true);
  for (const part of ["problems", "rooms", "walls", "points"] as const)
    expect([part, isNew({ ...empty, [part]: demo[part].slice(0, 1) })]).toEqual([part, false]);
});

test("steps are counted from one, and each is a line, not a page", () => {
  expect(STEPS.map(stepNumber)).toEqual([1, 2, 3, 4, 5, 6]);
  for (const { text } of STEPS) expect(text.length).toBeLessThan(110);
});
