import { unspokenFaultyHouse, unspokenHouse } from "../../tests/core/houses";
import type { Design } from "../design/collections";
import { changesBetween } from "../design/difference";
import { applyChanges, type Change } from "../design/edit";
import { movePoint } from "../stages/house";
import { changeDevice } from "../stages/register";
import {
  createEngine,
  firstAnswer,
  type Answer,
  type Ask,
  type Reply,
  type Request,
  type Summary,
} from "./engine";
import { acceptFindings } from "../desk/accept";
import { changesOf, sortFindings } from "../desk/findings";
import { ledgerJson, ledgerValue, ledgerWorking } from "./ledger";
import { allFindings, facetsOf } from "./summary";

/** An engine at the other end of a message channel, as a worker is: only what can be copied comes across. */
function engineBeside() {
  const { port1, port2 } = new MessageChannel();
  const ahead: Reply[] = [];
  const engine = createEngine((reply) => port2.postMessage(reply));
  port2.onmessage = ({ data }) => engine(data as Request);
  const waiting = new Map<number, (reply: Reply) => void>();
  port1.onmessage = ({ data }) => {
    const reply = data as Reply;
    if ("cells" in reply) return ahead.push(reply);
    waiting.get(reply.n)!(reply);
    waiting.delete(reply.n);
  };
  let n = 0;
  return {
    ask: (ask: Ask) =>
      new Promise<Reply>((answer) => {
        n += 1;
        waiting.set(n, answer);
        port1.postMessage({ ...ask, n });
      }),
    ahead,
    close: () => port1.close(),
  };
}

let beside: ReturnType<typeof engineBeside>;
beforeEach(() => (beside = engineBeside()));
afterEach(() => beside.close());

const answerOf = (reply: Reply): Answer => {
  if (!("answer" in reply)) throw new Error(JSON.stringify(reply));
  return reply.answer;
};
const open = async (design: Design) => {
  const answer = answerOf(await beside.ask({ ask: "open", design: JSON.stringify(design) }));
  return { ...answer, summary: answer.summary as Summary };
};
const follow = async (changes: Change[]) => answerOf(await beside.ask({ ask: "follow", changes }));

const demo = unspokenHouse();
const voltage = allFindings(demo).find((finding) => finding.code === "runs.voltage-drop")!;
const keyOf = (code: string) => firstAnswer(demo).findings.find((finding) => finding.code === code)!.key;

test("opened, it says what the server says with the page", async () => {
  const { summary, came, went } = await open(demo);
  const first = firstAnswer(demo);
  expect({ summary, findings: came }).toEqual(JSON.parse(JSON.stringify(first)));
  expect(went).toEqual([]);
  expect(summary.ledger.cells.find(({ cell }) => cell === "drops")!.value).toBe(ledgerJson(demo).drops);
  expect(came.map(({ title }) => title)).toEqual(sortFindings(allFindings(demo)).map(({ title }) => title));
});

test("counts and marks: the worst of each stage, and of each point", async () => {
  const { summary } = await open(demo);
  const findings = allFindings(demo);
  const runs = findings.filter((finding) => finding.stage === "runs");
  expect(summary.counts.runs).toEqual({ count: runs.length, worst: "stop" });
  expect(summary.counts.register!.worst).toBe("stop");
  expect(summary.counts.handover).toBeUndefined();
  const notes = findings.filter((finding) => finding.severity === "note");
  const only = (id: string) =>
    !findings.some((one) => one.severity !== "note" && one.about.some((ref) => ref.id === id));
  const noted = notes.flatMap(({ about }) => about).find((ref) => ref.in === "points" && only(ref.id));
  expect(noted).toBeDefined();
  expect(summary.marks[noted!.id]).toBeUndefined();
  // The worst of all that is found at it.
  const worst = (["stop", "mend"] as const).find((severity) =>
    findings.some(
      (one) => one.severity === severity && one.about.some(({ id }) => id === voltage.about[0]!.id),
    ),
  );
  expect(summary.marks[voltage.about[0]!.id]).toBe(worst);
});

test("neither workings nor fixes are sent before they are asked for", async () => {
  const { came } = await open(demo);
  for (const finding of came) expect(finding).not.toHaveProperty("working");
  for (const finding of came) expect(finding).not.toHaveProperty("fix");
  const one = came.find((finding) => finding.code === voltage.code)!;
  expect(one).toMatchObject({ worked: true, fixLabel: voltage.fix!.label });
  const reply = await beside.ask({ ask: "working", finding: one.key });
  expect(reply).toMatchObject({ working: voltage.working });
  expect(await beside.ask({ ask: "cell", cell: "cost" })).toMatchObject({
    working: ledgerWorking(demo, "cost"),
  });
  expect(await beside.ask({ ask: "cell", cell: "none" })).toMatchObject({ working: undefined });
  expect(await beside.ask({ ask: "working", finding: "none" })).toMatchObject({ working: undefined });
});

test("followed, it says what came and what went, and no more", async () => {
  await open(demo);
  expect(beside.ahead).toEqual([]);
  const key = keyOf("runs.voltage-drop");
  const { came, went, summary } = await follow(changesOf(voltage.fix!, demo));
  const ledger = summary.ledger!;
  expect(beside.ahead).toEqual([{ n: 2, cells: ledger.cells }]);
  expect(went).toEqual([key]);
  expect(came.length).toBeLessThan(4);
  expect(ledger.findings.stop + ledger.findings.mend).toBeLessThan(
    firstAnswer(demo).findings.filter(({ severity }) => severity !== "note").length,
  );
  const back = await follow(changesBetween(applyChanges(demo, changesOf(voltage.fix!, demo)), demo));
  expect(back.came.map((finding) => finding.key)).toContain(key);
  expect(back.summary).toEqual((await open(demo)).summary);
});

test("parts of the summary that stay as they were are not sent again", async () => {
  const whole = await open(demo);
  expect(Object.keys(whole.summary).sort()).toEqual(["counts", "facets", "ledger", "marks"]);
  const priced = demo.devices.find((device) => device.cost)!;
  const dearer: Change = { in: "devices", put: { ...priced, cost: priced.cost! + 1 } };
  expect(Object.keys((await follow([dearer])).summary)).toEqual(["ledger"]);
  const back = await follow([{ in: "devices", put: priced }]);
  expect(back.summary).toEqual({ ledger: whole.summary.ledger });
  expect(await open(demo)).toEqual(whole);
});

test("a finding whose figures change comes anew under its key", async () => {
  const design = applyChanges(demo, []);
  await open(design);
  const id = voltage.about.find((ref) => ref.in === "points")!.id;
  const point = design.points.find((row) => row.id === id)!;
  const { came, went } = await follow(movePoint(design, id, { x: point.x, y: point.y + 0.5 }));
  const again = came.find((finding) => finding.code === voltage.code)!;
  expect(again.key).toBe(keyOf(voltage.code));
  expect(again.measured).not.toBe(voltage.measured);
  expect(went).not.toContain(again.key);
});

test("two alike have a key each", async () => {
  const [device] = demo.devices;
  const twins = ["t1", "t2", "t3"].map((id): Change => ({ in: "devices", put: { ...device!, id } }));
  const { came } = await open(applyChanges(demo, twins));
  expect(new Set(came.map(({ key }) => key)).size).toBe(came.length);
});

test("a fix is worked out on the design as it is", async () => {
  await open(demo);
  const key = keyOf("register.name-repeated");
  const before = await beside.ask({ ask: "fix", finding: key });
  const id = allFindings(demo).find(({ code }) => code === "register.name-repeated")!.about[0]!.id;
  await follow(changeDevice(demo, id, { cost: 4321 }));
  const after = await beside.ask({ ask: "fix", finding: key });
  expect(before).not.toEqual(after);
  expect(after).toMatchObject({ changes: [{ in: "devices", put: { id, cost: 4321 } }] });
  await follow(changeDevice(demo, id, { name: "Nobody else" }));
  expect(await beside.ask({ ask: "fix", finding: key })).toMatchObject({ changes: undefined });
});

test("what cannot be is answered with a sentence, and the next request as ever", async () => {
  expect(await beside.ask({ ask: "follow", changes: [] })).toEqual({ n: 1, failed: "No design is open." });
  expect(await beside.ask({ ask: "open", design: "{" })).toMatchObject({ failed: expect.any(String) });
  expect((await open(demo)).came.length).toBeGreaterThan(10);
});

describe("with time between the pieces of its work", () => {
  const heard: Reply[] = [];
  const rest: (() => void)[] = [];
  let engine: ReturnType<typeof createEngine>;
  let n: number;
  const ask = (request: Ask) => engine({ ...request, n: ++n });
  const work = () => {
    while (rest.length) rest.shift()!();
  };
  const dearer = (by: number): Change[] => {
    const priced = demo.devices.find((device) => device.cost)!;
    return [{ in: "devices", put: { ...priced, cost: priced.cost! + by } }];
  };
  beforeEach(() => {
    heard.length = rest.length = n = 0;
    engine = createEngine(
      (reply) => heard.push(reply),
      (piece) => rest.push(piece),
    );
    ask({ ask: "open", design: JSON.stringify(demo) });
  });

  test("totals come at once, and an edit that came meanwhile takes the findings of the one before along", () => {
    expect(heard).toEqual([]);
    work();
    ask({ ask: "follow", changes: changesOf(voltage.fix!, demo) });
    rest.shift()!();
    ask({ ask: "follow", changes: dearer(1) });
    expect(heard.slice(1)).toMatchObject([
      { n: 2, cells: {} },
      { n: 3, cells: {} },
    ]);
    work();
    expect(heard.slice(3)).toMatchObject([{ n: 3, answer: { went: [keyOf("runs.voltage-drop")] } }]);
  });

  test("a question is of the design as it stands: what is still to be answered is answered first", () => {
    const key = keyOf("runs.voltage-drop");
    ask({ ask: "working", finding: key });
    expect(heard).toMatchObject([
      { n: 1, answer: {} },
      { n: 2, working: voltage.working },
    ]);
    ask({ ask: "follow", changes: changesOf(voltage.fix!, demo) });
    ask({ ask: "fix", finding: key });
    expect(heard.slice(2)).toMatchObject([
      { n: 3, cells: {} },
      { n: 3, answer: { went: [key] } },
      { n: 4, changes: undefined },
    ]);
    work();
    expect(heard).toHaveLength(5);
  });

  test("what breaks is said once, of the request it broke in, and the next design is answered", () => {
    ask({ ask: "open", design: JSON.stringify({ ...demo, automations: [null] }) });
    work();
    expect(heard).toEqual([{ n: 2, failed: expect.any(String) }]);
    ask({ ask: "open", design: JSON.stringify(demo) });
    work();
    expect(heard.slice(1)).toMatchObject([{ n: 3, answer: {} }]);
  });
});

test("several findings are put right by one edit, each fix on what the one before left", async () => {
  const house = unspokenFaultyHouse();
  const { came } = await open(house);
  const byCode = new Map<string, string[]>();
  for (const { code, key, fixLabel } of came)
    if (fixLabel) byCode.set(code, [...(byCode.get(code) ?? []), key]);
  const several = [...byCode].filter(([, keys]) => keys.length > 1);
  expect(several.length).toBeGreaterThan(1);
  for (const [code, findings] of several.slice(0, 2)) {
    const reply = await beside.ask({ ask: "fixes", findings });
    if (!("changes" in reply)) throw new Error(JSON.stringify(reply));
    const keys = reply.changes!.map(
      (change) => `${change.in}/${"put" in change ? (change.put as { id?: string }).id : change.drop}`,
    );
    expect([code, new Set(keys).size]).toEqual([code, keys.length]);
    const after = allFindings(applyChanges(house, reply.changes!)).filter(
      (one) => one.code === code && one.fix,
    );
    expect([code, after.length < findings.length]).toEqual([code, true]);
  }
});

test("what a fix costs is the difference of the house's cost", async () => {
  const house = unspokenFaultyHouse();
  const { came } = await open(house);
  const without = came.find(({ fixLabel }) => !fixLabel)!;
  expect(await beside.ask({ ask: "cost", finding: without.key })).toMatchObject({ cost: undefined });
  let changed = 0;
  for (const { key } of came.filter(({ fixLabel }) => fixLabel)) {
    // Each is tried on the whole house: the first two that cost something are enough.
    if (changed === 2) break;
    const reply = await beside.ask({ ask: "cost", finding: key });
    if (!("cost" in reply)) throw new Error(JSON.stringify(reply));
    if (!reply.cost) continue;
    changed += 1;
    const fix = await beside.ask({ ask: "fix", finding: key });
    const after = applyChanges(house, "changes" in fix ? fix.changes! : []);
    expect(reply.cost).toBeCloseTo(ledgerValue(after, "cost")! - ledgerValue(house, "cost")!, 6);
  }
  expect(changed).toBe(2);
});

test("what is accepted stays listed, last, and counts nowhere; a stop keeps its facet open", async () => {
  const first = await open(demo);
  const stop = first.came.find((one) => one.severity === "stop")!;
  const mend = first.came.find((one) => one.severity === "mend" && one.about[0]?.in === "points")!;
  const accept = acceptFindings(
    demo,
    [stop, mend],
    { reason: "agreed", by: "Designer", on: "2026-11-26" },
    ids(),
  );
  const { summary } = await follow(accept);
  expect(summary.ledger!.findings).toEqual({
    ...first.summary.ledger.findings,
    stop: first.summary.ledger.findings.stop - 1,
    mend: first.summary.ledger.findings.mend - 1,
  });
  const after = applyChanges(demo, accept);
  const findings = allFindings(after);
  expect(findings).toHaveLength(first.came.length);
  expect(findings.slice(-2).map(({ code, accepted }) => [code, accepted?.by])).toEqual([
    [stop.code, "Designer"],
    [mend.code, "Designer"],
  ]);
  expect(summary.counts![stop.stage]!.count).toBe(
    first.summary.counts[stop.stage]!.count - 1 - Number(mend.stage === stop.stage),
  );
  expect(facetsOf(after)).toEqual(
    facetsOf(
      applyChanges(
        demo,
        acceptFindings(demo, [mend], { reason: "agreed", by: "Designer", on: "2026-11-26" }, ids()),
      ),
    ),
  );
});

function ids() {
  let n = 0;
  return () => `ok-${++n}`;
}
