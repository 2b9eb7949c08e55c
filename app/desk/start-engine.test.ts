/** An engine that has nothing to do goes on with the next design; one that may still speak is ended. */
import { jest } from "@jest/globals";
import type { Reply, Request } from "#core/whole/engine";
import { startKeptEngine } from "./start-engine";

class Fake {
  ended = false;
  asked: Request[] = [];
  onmessage: ((event: { data: Reply }) => void) | null = null;
  onerror: ((event: { message: string }) => void) | null = null;
  onmessageerror: (() => void) | null = null;
  postMessage(request: Request) {
    this.asked.push(request);
  }
  terminate() {
    this.ended = true;
  }
  say(reply: object) {
    this.onmessage?.({ data: reply as Reply });
  }
}

let made: Fake[];
let heard: number[];
let start: () => ReturnType<ReturnType<typeof startKeptEngine>>;

beforeEach(() => {
  jest.useFakeTimers();
  made = [];
  heard = [];
  const own = startKeptEngine(() => {
    made.push(new Fake());
    return made.at(-1) as unknown as Worker;
  });
  start = () =>
    own(
      (reply) => heard.push(reply.n),
      () => undefined,
    );
});
afterEach(() => {
  jest.useRealTimers();
});

const open = { ask: "open", design: "{}", n: 1 } as const;
const follow = (n: number): Request => ({ ask: "follow", changes: [], n });
const answer = { summary: {}, came: [], went: [] };

test("one that has answered is handed on, and what it says is heard by who has it now alone", () => {
  const hand = start();
  hand.post(open);
  made[0]!.say({ n: 1, answer });
  hand.end();
  start().post(open);
  expect(made).toHaveLength(1);
  expect(made[0]!.asked).toEqual([open, open]);
  made[0]!.say({ n: 1, answer });
  expect(heard).toEqual([1, 1]);
});

test("an edit that another has followed is not waited for: it gets no answer", () => {
  const hand = start();
  hand.post(open);
  hand.post(follow(2));
  hand.post(follow(3));
  made[0]!.say({ n: 2, cells: [] });
  made[0]!.say({ n: 3, cells: [] });
  made[0]!.say({ n: 3, answer });
  hand.end();
  expect(made[0]!.ended).toBe(false);
});

test("one that was asked and has not had its last word is ended", () => {
  const totals = start();
  totals.post(open);
  totals.post(follow(2));
  made[0]!.say({ n: 2, cells: [] });
  totals.end();
  const working = start();
  working.post(open);
  made[1]!.say({ n: 1, answer });
  working.post({ ask: "cell", cell: "cost", n: 2 });
  working.end();
  expect(made.map(({ ended }) => ended)).toEqual([true, true]);
});

test("one that failed or fell is not handed on", () => {
  const failed = start();
  failed.post(open);
  made[0]!.say({ n: 1, failed: "no" });
  failed.end();
  const fallen = start();
  made[1]!.onerror!({ message: "out of memory" });
  fallen.end();
  expect(made.map(({ ended }) => ended)).toEqual([true, true]);
  start();
  expect(made).toHaveLength(3);
});

test("two that are left: one is kept, and it too is ended after a minute that nobody came", () => {
  const [one, other] = [start(), start()];
  one.end();
  other.end();
  expect(made.map(({ ended }) => ended)).toEqual([false, true]);
  jest.advanceTimersByTime(60_000);
  expect(made[0]!.ended).toBe(true);
  start();
  expect(made).toHaveLength(3);
});
