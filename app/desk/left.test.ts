import { jest } from "@jest/globals";
import { deskLeft, whenLeft } from "./left";

test("what was begun ends once with the desk, however often it was said; the next desk starts with nothing", () => {
  const [run, choice] = [jest.fn(), jest.fn()];
  whenLeft(run);
  whenLeft(run);
  whenLeft(choice);
  deskLeft();
  expect([run.mock.calls.length, choice.mock.calls.length]).toEqual([1, 1]);
  deskLeft();
  expect(run).toHaveBeenCalledTimes(1);
});
