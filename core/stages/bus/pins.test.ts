import { changesOf } from "../../desk/findings";
import fc from "fast-check";
import { applyChanges } from "../../design/edit";
import type { Design } from "../../design/collections";
import { testDesign } from "../../test-design";
import { BOARD_PINS } from "../house/bus-tables";
import { busChecks } from "./checks";
import { assignAll, assignPins, contactFor, failStates, supplyWorking, usedW, whyNotPin } from "./pins";
import type { BoardPin, BoardRow, Demand, PinRow } from "../../design/rows/bus";

const board = (has: readonly BoardPin[] = BOARD_PINS): BoardRow => ({
  id: "b",
  name: "Board",
  has: [...has],
  supplyV: 5,
  supplyW: 5,
  ownW: 1,
});
const demand = (id: string, kind: Demand, pin?: string): PinRow => ({
  id,
  board: "b",
  demand: kind,
  does: id,
  ...(pin === undefined ? {} : { pin }),
});
function withBoard(demands: PinRow[], row = board()): Design {
  const design = testDesign();
  design.boards = [row];
  design.pins = demands;
  return design;
}
const found = (design: Design, code: string) => busChecks(design).find((finding) => finding.code === code);

describe("pins", () => {
  const pin = (can: BoardPin["can"], atStart: BoardPin["atStart"]): BoardPin => ({ name: "x", can, atStart });

  test("serve what they can be, and no load that would blink on", () => {
    expect(whyNotPin(pin(["out"], "low"), "relay")).toBeUndefined();
    expect(whyNotPin(pin(["out"], "floating"), "relay")).toBeUndefined();
    expect(whyNotPin(pin(["out"], "blinks"), "relay")).toBe("it blinks while the board starts");
    expect(whyNotPin(pin(["out"], "high"), "relay")).toBe("it is on while the board starts");
    expect(whyNotPin(pin(["in"], "low"), "relay")).toBe("it cannot be out");
    expect(whyNotPin(pin(["in"], "high"), "switch")).toBeUndefined();
    expect(whyNotPin(pin(["in"], "blinks"), "switch")).toBe("it is driven while the board starts");
    expect(whyNotPin(pin(["in"], "low"), "sensor")).toBe("it cannot be analogue");
    expect(whyNotPin(pin(["in", "bus"], "low"), "bus")).toBeUndefined();
    expect(whyNotPin(pin(["out"], "low"), "receiver")).toBe("it cannot be in");
  });

  test("a demand gives way where it can stand elsewhere, and only then", () => {
    const has = [pin(["in", "out"], "low"), pin(["in"], "floating")].map((one, i) => ({
      ...one,
      name: `p${i}`,
    }));
    const { pins, short } = assignPins(board(has), [demand("key", "switch", "p0"), demand("lamp", "relay")]);
    expect([...pins]).toEqual([
      ["key", "p1"],
      ["lamp", "p0"],
    ]);
    expect(short).toBeUndefined();
    const kept = assignPins(board(), [demand("lamp", "relay", "9"), demand("key", "switch")]);
    expect(kept.pins.get("lamp")).toBe("9");
    expect(kept.pins.get("key")).not.toBe("9");
  });

  test("what cannot be met is named with all that stands in its way", () => {
    const has = [pin(["in", "out"], "low"), pin(["in"], "low")].map((one, i) => ({ ...one, name: `p${i}` }));
    const { short } = assignPins(board(has), [
      demand("a", "relay"),
      demand("b", "relay"),
      demand("k", "switch"),
    ]);
    expect(short!.demands.map(({ id }) => id).sort()).toEqual(["a", "b"]);
    expect(short!.pins).toEqual(["p0"]);
    expect(assignPins(board([]), [demand("a", "relay")]).short).toMatchObject({ pins: [] });
  });

  test("property: as many as any trying finds, no pin twice, each able; short is a proof", () => {
    const kinds: Demand[] = ["relay", "switch", "receiver", "sensor", "bus"];
    const anyPin = fc.record({
      can: fc.uniqueArray(fc.constantFrom("out", "in", "analogue", "bus"), { minLength: 1, maxLength: 3 }),
      atStart: fc.constantFrom("low", "high", "floating", "blinks"),
    });
    fc.assert(
      fc.property(
        fc.array(anyPin, { minLength: 1, maxLength: 5 }),
        fc.array(fc.tuple(fc.constantFrom(...kinds), fc.option(fc.nat(4), { nil: undefined })), {
          minLength: 1,
          maxLength: 5,
        }),
        (pins, asked) => {
          const row = board(pins.map((one, i) => ({ ...one, name: `p${i}` }) as BoardPin));
          const demands = asked.map(([kind, at], i) =>
            demand(`d${i}`, kind, at === undefined ? undefined : `p${at}`),
          );
          const answer = assignPins(row, demands);
          expect(new Set(answer.pins.values()).size).toBe(answer.pins.size);
          for (const one of demands) {
            const at = answer.pins.get(one.id);
            if (at !== undefined)
              expect(
                whyNotPin(
                  row.has.find(({ name }) => name === at)!,
                  one.demand,
                ),
              ).toBeUndefined();
          }
          const most = (i: number, free: Set<string>): number => {
            if (i === demands.length) return 0;
            let best = most(i + 1, free);
            for (const { name } of row.has.filter(
              (one) => free.has(one.name) && !whyNotPin(one, demands[i]!.demand),
            )) {
              const left = new Set(free);
              left.delete(name);
              best = Math.max(best, 1 + most(i + 1, left));
            }
            return best;
          };
          expect(answer.pins.size).toBe(most(0, new Set(row.has.map(({ name }) => name))));
          expect(answer.short === undefined).toBe(answer.pins.size === demands.length);
          if (answer.short) {
            expect(answer.short.demands.length).toBeGreaterThan(answer.short.pins.length);
            for (const one of answer.short.demands)
              for (const other of row.has)
                if (!whyNotPin(other, one.demand)) expect(answer.short.pins).toContain(other.name);
          }
        },
      ),
      { numRuns: 300 },
    );
  });
});

describe("a board", () => {
  test("its supply: itself, 0.36 W a coil, the margin left free", () => {
    const design = withBoard([
      demand("a", "relay", "4"),
      demand("b", "relay", "5"),
      { ...demand("c", "bus", "16"), watts: 0.5 },
    ]);
    expect(usedW(design, design.boards[0]!)).toBeCloseTo(1 + 0.72 + 0.5, 9);
    expect(supplyWorking(design, design.boards[0]!)).toMatchObject({ limit: { value: 4 }, verdict: "holds" });
    const many = withBoard(Array.from({ length: 9 }, (_, i) => demand(`r${i}`, "relay", String(4 + i))));
    expect(found(many, "bus.board-supply")).toMatchObject({ measured: expect.closeTo(4.24, 9), limit: 4 });
    many.boards[0]!.marginPct = 10;
    expect(found(structuredClone(many), "bus.board-supply")).toBeUndefined();
  });

  test("a relay on a pin that blinks is a stop, and one step puts all right", () => {
    const design = withBoard([
      demand("Saw", "relay", "1"),
      demand("Key", "switch", "4"),
      demand("Lamp", "relay", "4"),
    ]);
    expect(found(design, "bus.pin-wild")).toMatchObject({
      severity: "stop",
      title: "Saw is on pin 1 of Board: it blinks while the board starts",
    });
    expect(found(design, "bus.pin-twice")!.title).toBe("Key and Lamp share pin 4 of Board");
    const good = applyChanges(design, assignAll(design, "b"));
    expect(busChecks(good)).toEqual([]);
    expect(good.pins.find(({ id }) => id === "Key")!.pin).toBe("4");
  });

  test("pins the board does not have, or that cannot do it; demands without one; demands too many", () => {
    const design = withBoard([
      demand("Probe", "sensor", "4"),
      demand("Lamp", "relay", "99"),
      demand("Key", "switch"),
    ]);
    expect(busChecks(design).map(({ code, title }) => [code, title])).toEqual([
      ["bus.pin-wrong", "Probe is on pin 4 of Board: it cannot be analogue"],
      ["bus.pin-wrong", "Lamp is on pin 99 of Board: Board has no such pin"],
      ["bus.pin-none", "1 demand of Board has no pin yet"],
    ]);
    const full = withBoard([1, 2, 3, 4].map((i) => demand(`Probe ${i}`, "sensor")));
    expect(found(full, "bus.pin-short")).toMatchObject({
      title: "Board has 3 pins for 4 demands: Probe 4 cannot have one",
      measured: 4,
      limit: 3,
    });
    expect(found(full, "bus.pin-none")).toBeUndefined();
  });
});

describe("what a load does when something fails", () => {
  const words = (row: Parameters<typeof failStates>[0]) =>
    failStates(row).map(({ load }) => load.replace(/^the (load|valve) is /, ""));
  test("the contact says whether it is fed, the valve what it does with that", () => {
    expect(words({})).toEqual(["off", "off", "on", "off"]);
    expect(words({ contact: "normally closed" })).toEqual(["on", "on", "on", "off"]);
    // A normally closed valve on a normally open contact stays shut without power.
    expect(words({ contact: "normally open", valve: "normally closed" })).toEqual([
      "shut",
      "shut",
      "open",
      "shut",
    ]);
    expect(words({ contact: "normally closed", valve: "normally closed" })).toEqual([
      "open",
      "open",
      "open",
      "shut",
    ]);
    expect(words({ contact: "normally open", valve: "normally open" })).toEqual([
      "open",
      "open",
      "shut",
      "open",
    ]);
  });
  test.each([
    [undefined, "off", "normally open"],
    [undefined, "on", "normally closed"],
    ["normally closed", "off", "normally open"],
    ["normally closed", "on", "normally closed"],
    ["normally open", "off", "normally closed"],
    ["normally open", "on", "normally open"],
  ] as const)("a valve %s, wanted %s: %s", (valve, wantedOnFailure, contact) => {
    expect(contactFor({ valve, wantedOnFailure })).toBe(contact);
    expect(failStates({ contact, valve, wantedOnFailure })[0]!.right).toBe(true);
    const design = withBoard([
      {
        ...demand("Lamp", "relay", "4"),
        contact: contact === "normally open" ? "normally closed" : "normally open",
        ...(valve ? { valve } : {}),
        wantedOnFailure,
      },
    ]);
    expect(
      found(
        applyChanges(design, changesOf(found(design, "bus.contact-wrong")!.fix!, design)),
        "bus.contact-wrong",
      ),
    ).toBeUndefined();
  });
  test("nothing is asked where nobody said what is wanted", () => {
    expect(contactFor({})).toBeUndefined();
    expect(failStates({})[0]).not.toHaveProperty("right");
  });
});
