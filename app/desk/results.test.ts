/**
 * The page's end of the engine: it follows the shown design whoever changed it, and shows no answer twice
 * or late.
 */
import { jest } from "@jest/globals";
import { unspokenHouse } from "../../tests/core/houses";
import type { Design } from "#core/design/collections";
import { applyChanges, type Change } from "#core/design/edit";
import { createEngine, firstAnswer, type Reply, type Request } from "#core/whole/engine";
import { allFindings } from "#core/whole/summary";
import { createResults, type StartEngine } from "./results";

const demo = unspokenHouse();
const settle = async () => {
  for (let n = 0; n < 10; n++) await Promise.resolve();
};

/** A design that is shown, changed by whoever. */
function shownDesign(design: Design) {
  const listeners = new Set<() => void>();
  return {
    now: design,
    get: () => ({ design: shown.now }),
    subscribe(listener: () => void) {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    change(changes: Change[]) {
      shown.show(applyChanges(shown.now, changes));
    },
    show(next: Design) {
      shown.now = next;
      for (const listener of listeners) listener();
    },
  };
}

interface Engine {
  asked: Request[];
  ended: boolean;
  hear(reply: Reply): void;
  fell(said: string): void;
  answer(count?: number): void;
}

/** Engines that answer when they are let: requests wait in a row, as a worker's do. */
function engines() {
  const made: Engine[] = [];
  const start: StartEngine = (hear, fell) => {
    const engine = createEngine((reply) => hear(reply));
    const own: Engine = {
      asked: [],
      ended: false,
      hear,
      fell,
      answer(count = own.asked.length) {
        for (const request of own.asked.splice(0, count)) engine(request);
      },
    };
    made.push(own);
    return {
      post: (request) => own.asked.push(structuredClone(request)),
      end: () => (own.ended = true),
    };
  };
  return { made, start };
}

let shown: ReturnType<typeof shownDesign>;
let made: ReturnType<typeof engines>["made"];
let results: ReturnType<typeof createResults>;
let stop: () => void;

const begin = (first?: ReturnType<typeof firstAnswer>) => {
  shown = shownDesign(demo);
  const all = engines();
  made = all.made;
  results = createResults(shown, all.start, first);
  stop = results.connect();
};

const now = () => {
  const { summary, findings } = results.get();
  return { summary, findings };
};
const expected = (design: Design) => JSON.parse(JSON.stringify(firstAnswer(design))) as object;
const device = (values: object): Change => ({ in: "devices", put: { ...demo.devices[0]!, ...values } });

test("what the server sent stands until the engine says the same", () => {
  const first = firstAnswer(demo);
  begin(first);
  const heard = jest.fn();
  results.subscribe(heard);
  expect(now()).toEqual(first);
  expect(heard).not.toHaveBeenCalled();
  made[0]!.answer();
  expect(now()).toEqual(expected(demo));
  stop();
});

test("nothing is known before the first answer where the server sent nothing", () => {
  begin();
  expect(now()).toEqual({ summary: undefined, findings: [] });
  made[0]!.answer();
  expect(now()).toEqual(expected(demo));
});

test("edits made while an answer is waited for go together, and only what changed is sent", () => {
  begin();
  shown.change([device({ cost: 1 })]);
  shown.change([device({ cost: 2 })]);
  expect(made[0]!.asked.map((request) => request.ask)).toEqual(["open"]);
  made[0]!.answer();
  expect(made[0]!.asked).toEqual([{ ask: "follow", n: 2, changes: [device({ cost: 2 })] }]);
  made[0]!.answer();
  expect(now()).toEqual(expected(shown.now));
});

test("totals are shown ahead of the findings, and never those of another life", () => {
  begin();
  made[0]!.answer();
  shown.change([device({ cost: 99_999 })]);
  const totals: unknown[] = [];
  results.subscribe(() => {
    const { summary, findings } = results.get();
    totals.push([summary!.ledger.cells.find(({ cell }) => cell === "cost")!.value > 99_999, findings.length]);
  });
  const before = results.get().findings.length;
  made[0]!.answer();
  expect(totals).toEqual([
    [true, before],
    [true, results.get().findings.length],
  ]);
  made[0]!.fell("out of memory");
  const now = results.get();
  made[0]!.hear({ n: 2, cells: [] });
  expect(results.get()).toBe(now);
});

test("an edit goes as soon as the totals of the one before are there, though its findings are not", () => {
  begin();
  made[0]!.answer();
  shown.change([device({ cost: 1 })]);
  shown.change([device({ cost: 2 })]);
  const { asked, hear } = made[0]!;
  const first = asked.splice(0);
  expect(first.map(({ n }) => n)).toEqual([2]);
  const { cells } = results.get().summary!.ledger;
  hear({ n: 2, cells });
  expect(asked.map(({ n }) => n)).toEqual([3]);
});

test("the first answer of a life is of everything, whichever request it answers", () => {
  begin({ ...firstAnswer(demo), findings: [{ ...firstAnswer(demo).findings[0]!, key: "from before" }] });
  const asked = results.cell("cost");
  shown.change([device({ cost: 3 })]);
  void results.cell("cost");
  void asked;
  const engine = createEngine(made[0]!.hear, (work) => later.push(work));
  const later: (() => void)[] = [];
  for (const request of made[0]!.asked.splice(0)) engine(request);
  while (later.length) later.shift()!();
  expect(now()).toEqual(expected(shown.now));
});

test("an undo, a clash or a refusal is a design like any other", () => {
  begin();
  made[0]!.answer();
  const before = shown.now;
  shown.change([device({ name: demo.devices[1]!.name })]);
  made[0]!.answer();
  expect(now()).toEqual(expected(shown.now));
  shown.show(before);
  made[0]!.answer();
  expect(now()).toEqual(expected(demo));
  // The same design again asks nothing.
  shown.show({ ...before });
  expect(made[0]!.asked).toEqual([]);
});

test("a fix is of the design as it is shown when it is pressed", async () => {
  begin();
  made[0]!.answer();
  const finding = results.get().findings.find((one) => one.code === "register.name-repeated")!;
  const id = finding.about[0]!.id;
  const named = demo.devices.find((row) => row.id === id)!;
  shown.change([{ in: "devices", put: { ...named, cost: 777 } }]);
  const asked = results.fix(finding.key);
  // Changed again while the answer is on its way: asked once more.
  shown.change([{ in: "devices", put: { ...named, cost: 888 } }]);
  for (let n = 0; n < 6; n++) {
    made[0]!.answer();
    await settle();
  }
  expect(await asked).toEqual([{ in: "devices", put: expect.objectContaining({ id, cost: 888 }) }]);
  const gone = results.fix("no such finding");
  made[0]!.answer();
  expect(await gone).toBeUndefined();
});

test("what is pressed before the engine is started goes to it first, and is answered", async () => {
  shown = shownDesign(demo);
  const all = engines();
  results = createResults(shown, all.start, firstAnswer(demo));
  const { key } = results.get().findings.find((one) => one.code === "bus.dark")!;
  const pressed = results.fix(key);
  expect(all.made).toEqual([]);
  stop = results.connect();
  expect(all.made[0]!.asked.map(({ ask }) => ask)).toEqual(["open", "fix"]);
  all.made[0]!.answer();
  expect(await pressed).toHaveLength(1);
});

test("workings are asked of the design as it is shown", async () => {
  begin();
  made[0]!.answer();
  shown.change([device({ cost: 5000 })]);
  const asked = results.cell("cost");
  made[0]!.answer();
  const answer = (await asked)!;
  expect(answer.value).toBe(results.get().summary!.ledger.cells.find(({ cell }) => cell === "cost")!.value);
  const finding = allFindings(demo).find((one) => one.working)!;
  const key = results.get().findings.find((one) => one.code === finding.code)!.key;
  const working = results.working(key);
  made[0]!.answer();
  expect(await working).toMatchObject({ title: finding.working!.title });
});

test("an engine that falls is started anew on the shown design, and what it said late is not heard", async () => {
  begin();
  made[0]!.answer();
  shown.change([device({ name: "Fell" })]);
  const lost = results.cell("cost");
  made[0]!.fell("out of memory");
  expect(await lost).toBeUndefined();
  expect(made[0]!.ended).toBe(true);
  expect(made).toHaveLength(2);
  made[0]!.answer();
  const before = results.get();
  made[0]!.hear({ n: 2, answer: { summary: before.summary!, came: [], went: [] } });
  expect(results.get()).toBe(before);
  made[1]!.answer();
  expect(now()).toEqual(expected(shown.now));
});

test("one that falls each time is left, and the page says so", () => {
  begin(firstAnswer(demo));
  for (let n = 0; n < 3; n++) made.at(-1)!.fell("it broke");
  expect(made).toHaveLength(3);
  expect(results.get().trouble).toContain("it broke");
  expect(now()).toEqual(firstAnswer(demo));
  shown.change([device({ name: "Nobody follows" })]);
  expect(made).toHaveLength(3);
});

test("what the engine cannot work out is a fall as well", () => {
  begin();
  made[0]!.hear({ n: 1, failed: "no such row" });
  expect(made).toHaveLength(2);
  made[1]!.answer();
  expect(now()).toEqual(expected(demo));
});

test("stopped, it asks and hears nothing more", async () => {
  begin();
  made[0]!.answer();
  const open = results.cell("cost");
  stop();
  expect(await open).toBeUndefined();
  expect(made[0]!.ended).toBe(true);
  shown.change([device({ cost: 3 })]);
  expect(await results.cell("cost")).toBeUndefined();
  expect(made).toHaveLength(1);
});
