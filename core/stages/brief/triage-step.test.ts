import { stepBeside } from "./triage-step";

test("arrows pass over delete, lead out of it both ways, and stop at the ends", () => {
  expect(stepBeside("question", 1)).toBe("simplify");
  expect(stepBeside("simplify", -1)).toBe("question");
  expect(stepBeside("delete", 1)).toBe("simplify");
  expect(stepBeside("delete", -1)).toBe("question");
  expect(stepBeside("question", -1)).toBeUndefined();
  expect(stepBeside("automate", 1)).toBeUndefined();
});
