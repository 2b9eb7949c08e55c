/** Templates, what fits them in a room, copies for other rooms, and later changes offered to them. */
import { larkspurWeir } from "../../../../tests/core/houses";
import { applyChanges } from "../../../design/edit";
import { checkRow } from "../../../design/check-row";
import { byId, type Design } from "../../../design/collections";
import { ableOf } from "../things";
import { allMoves, pointsOf } from "../../../design/walk";
import { automationText } from "../language/text";
import { namesOf } from "../language/names";
import type { AutomationRow } from "../../../design/rows/automations";
import { behind, copied, copiesFor, copyFor, nameFor, rowMark } from "./copy";
import { dialName, filled, fitting, handsOf } from "./fill";
import { LIBRARY, templateOf } from "./library";
import { lacking, made, templateMark, type Template, type ThingsAsked } from "./template";

const design = larkspurWeir();
const row = (id: string, of: Design = design) => byId(of, "automations").get(id)!;
const text = (one: AutomationRow, of: Design = design) => automationText(one, namesOf(of));

describe("the library", () => {
  test("has what practitioners build, each with an id of its own, a subject and a word on it", () => {
    expect(LIBRARY.length).toBeGreaterThanOrEqual(40);
    expect(new Set(LIBRARY.map(({ id }) => id)).size).toBe(LIBRARY.length);
    for (const { about } of LIBRARY) expect(about.length).toBeGreaterThan(30);
  });

  test.each(LIBRARY.map((one) => [one.id, one] as const))(
    "%s: its parameters are those it names, and it is made in the demo house",
    (id, template) => {
      const named = template.lines.flatMap((line) =>
        [...line.matchAll(/\{([a-z ]+)\}/g)].map(([, name]) => name),
      );
      expect(new Set(named)).toEqual(new Set(template.parameters.map(({ name }) => name)));
      const own = design.automations.filter((one) => one.template === id);
      expect(own.length).toBeGreaterThan(0);
      for (const one of own) {
        expect(one.madeOf).toBe(templateMark(template));
        expect(one.cues.length).toBeGreaterThan(0);
        expect(checkRow("automations", one, "")).toEqual(one);
      }
    },
  );

  test("all that they tell things, these things can do", () => {
    for (const one of design.automations)
      for (const move of allMoves(one.moves))
        if (move.kind === "set" || move.kind === "step")
          for (const point of pointsOf(design, move))
            expect([one.id, point, ableOf(design).get(point)!.sets]).toEqual([
              one.id,
              point,
              expect.arrayContaining([move.aspect]),
            ]);
  });
});

const asked = (more: Partial<ThingsAsked>): ThingsAsked => ({
  name: "a",
  about: "a",
  is: "things",
  of: "room",
  ...more,
});

describe("what fits", () => {
  test("of the room, able to do it, of the kinds where only these are meant", () => {
    expect(fitting(design, asked({ sets: ["position"] }), "snug")).toEqual([
      "snug-cur-1",
      "snug-shd-1",
      "snug-shd-2",
    ]);
    expect(fitting(design, asked({ sets: ["position"], kinds: ["awning"], only: true }), "snug")).toEqual([]);
    expect(fitting(design, asked({ sets: ["level"], kinds: ["lamp"], only: true }), "hall")).toEqual([]);
    expect(fitting(design, asked({ of: "house", reads: ["wind", "rain"] }), undefined)).toEqual([
      "quay-wx-1",
    ]);
  });

  test("those named alike come first, those of a kind before others", () => {
    const pump = asked({ of: "house", reads: ["power"], named: /pump/i });
    expect(fitting(design, pump, undefined)[0]).toBe("plant-room-plg-1");
    expect(
      fitting(design, asked({ sets: ["on"], kinds: ["television", "lamp"] }), "snug").slice(0, 2),
    ).toEqual(["snug-tel-1", "snug-lmp-1"]);
    // A kind on cells is of the kind.
    expect(fitting(design, asked({ kinds: ["shade"], only: true }), "nurse")).toContain("nurse-cur-1");
  });

  test("keys of the room; for the house those of the hall", () => {
    expect(handsOf(design, "snug")).toEqual(["snug-key-1"]);
    expect(handsOf(design, "store")).toEqual([]);
    expect(handsOf(design, undefined)).toEqual(["hall-key-1"]);
  });

  test("a dial that is there is taken; one that is not is made, with the room's keys to set it", () => {
    const template = templateOf("wake-in-steps")!;
    const there = filled(design, template, "snug");
    expect(there.values.leave).toEqual({ value: "leave-snug" });
    expect(there.dials).toEqual([]);
    const loft = filled(design, template, "sail-loft");
    expect(loft.dials).toEqual([
      {
        id: "leave-the-sail-loft-be",
        name: "Leave the sail loft be",
        kind: "flag",
        value: "off",
        room: "sail-loft",
        leaveBe: true,
        shows: ["sail-loft-key-1"],
      },
    ]);
    // Where nobody could reach it, a flag that may be left out is left out.
    expect(filled(design, template, "carpenter").values.leave).toBeUndefined();
    expect(dialName("Leave the room be", undefined)).toBe("Leave the house be");
    expect(dialName("Wake me", "Attic")).toBe("Wake me, attic");
  });

  test("what lacks is named, and nothing is made", () => {
    const template = templateOf("wake-in-steps")!;
    const { values } = filled(design, template, "store");
    expect(lacking(template, values, namesOf(design)).map(({ name }) => name)).toEqual(["shades", "person"]);
    expect(() => made(design, template, values, { id: "a", name: "Wake, Store" })).toThrow(
      "Wake, Store has nothing for “shades and curtains”",
    );
  });

  test("a value that does not fit names the line", () => {
    const template = templateOf("wake-in-steps")!;
    const { values, dials } = filled(design, template, "teen");
    expect(() =>
      made(design, template, { ...values, step: { value: "often" } }, { id: "a", name: "Wake", dials }),
    ).toThrow(/Wake has a line “do wait often” that must have/);
  });
});

describe("copies", () => {
  test("one made from the library takes what fits in the other room", () => {
    const copy = copyFor(design, row("wake-in-steps-teen"), "gran");
    expect(copy.lacks).toEqual([]);
    expect(copy.row!.name).toBe("Wake in steps, Grandmother's room");
    expect(copy.differences.map(({ what, here, there }) => [what, here, there])).toEqual([
      [
        "shades and curtains",
        "Teenager's shade",
        "Grandmother's curtain runner, Grandmother's shade left, Grandmother's shade right",
      ],
      ["who sleeps here", "Teenager", "Grandmother"],
    ]);
    expect(text(copy.row!)).toContain("before the alarm clock of [Grandmother]");
    // The flag is left out here, so it is left out there.
    expect(text(copy.row!)).not.toContain("unless");
  });

  test("any other takes the counterparts: all for all, one for one, and its flags and scenes anew", () => {
    const whole = {
      ...row("snug-glare"),
      guards: [{ kind: "flag", dial: "leave-snug", not: true }],
      moves: [
        ...row("snug-glare").moves,
        { kind: "scene", scene: "snug-film" },
        { kind: "set", points: [], groups: ["snug-shades"], aspect: "position", to: { say: "shut" } },
      ],
    } as AutomationRow;
    const copy = copyFor(design, whole, "dining");
    expect(copy.dials.map(({ id, name }) => [id, name])).toEqual([]);
    expect(copy.row!.guards).toEqual([{ kind: "flag", dial: "leave-the-dining-room-be", not: true }]);
    expect(copy.scenes).toEqual([
      {
        id: "film-in-the-dining-room",
        name: "Film in the dining room",
        room: "dining",
        fadeS: 4,
        settings: [
          // The dining room's lamp does not dim: only what it can do comes along.
          { point: "dining-shd-1", aspect: "position", to: "shut" },
          { point: "dining-shd-2", aspect: "position", to: "shut" },
        ],
      },
    ]);
    expect(copy.row!.moves.at(-1)).toEqual({
      kind: "set",
      points: ["dining-shd-1", "dining-shd-2"],
      aspect: "position",
      to: { say: "shut" },
    });
    expect(copy.row).toMatchObject({ copyOf: "snug-glare", madeOf: rowMark(design, whole), room: "dining" });
    expect(copy.row!.name).toBe("Snug: against the evening glare".replace("Snug", "Dining room"));
  });

  test("what the room has nothing for is said, and no row is made", () => {
    const copy = copyFor(design, row("snug-glare"), "store");
    expect(copy.row).toBeUndefined();
    expect(copy.lacks).toEqual(["nothing like Snug shade left", "nothing like Snug shade right"]);
    expect(copyFor(design, row("wake-in-steps-teen"), "store").lacks).toEqual([
      "shades and curtains",
      "who sleeps here",
    ]);
  });

  test("a copy never names the old room's things, whatever is copied wherever", () => {
    let made = 0;
    for (const one of design.automations) {
      if (one.room === undefined) continue;
      const old = design.points.filter(({ room }) => room === one.room).map(({ id }) => id);
      const dials = design.dials.filter(({ room }) => room === one.room).map(({ id }) => id);
      for (const { id: room } of design.rooms) {
        if (room === one.room) continue;
        for (const copy of [
          copyFor(design, one, room),
          copyFor(design, { ...one, template: undefined }, room),
        ]) {
          if (!copy.row) continue;
          made += 1;
          const template = templateOf(copy.row.template);
          // What a template means of the whole house stays; all else is the other room's.
          const kept = new Set(
            (template?.parameters ?? []).flatMap((parameter) =>
              "of" in parameter && parameter.of === "house"
                ? (copy.row!.parameters?.find(({ name }) => name === parameter.name)?.points ?? [])
                : [],
            ),
          );
          const said = JSON.stringify([copy.row.cues, copy.row.guards, copy.row.moves]);
          for (const id of [...old, ...dials])
            if (!kept.has(id))
              expect([one.id, room, said.includes(`"${id}"`) && id]).toEqual([one.id, room, false]);
        }
      }
    }
    expect(made).toBeGreaterThan(150);
  });

  test("several rooms at once are one edit, with ids of their own", () => {
    const copies = copiesFor(design, row("wake-in-steps-teen"), ["gran", "nurse", "sail-loft"]);
    expect(copies.map(({ row: one }) => one!.id)).toEqual([
      "wake-in-steps-teen-gran",
      "wake-in-steps-teen-nurse",
      "wake-in-steps-teen-sail-loft",
    ]);
    const after = applyChanges(design, copied(copies));
    expect(after.automations).toHaveLength(design.automations.length + 3);
    expect(nameFor(design, { name: "Lamp" }, "gran")).toBe("Lamp, Grandmother's room");
  });
});

describe("later changes", () => {
  const after = applyChanges(design, copied([copyFor(design, row("snug-glare"), "dining")]));
  const copy = row("snug-glare-dining", after);

  test("a copy of what has not changed is offered nothing, whatever was changed in the copy", () => {
    expect(behind(after, copy)).toBeUndefined();
    expect(behind(after, { ...copy, guards: [] })).toBeUndefined();
    expect(behind(design, row("wake-in-steps-teen"))).toBeUndefined();
    expect(behind(design, row("dusk"))).toBeUndefined();
  });

  test("what is changed at the source is offered with the other room's things, taken over or left", () => {
    const source = {
      ...row("snug-glare"),
      moves: [{ ...row("snug-glare").moves[0]!, to: { say: "30 %" } } as never],
    };
    const changed = applyChanges(after, [{ in: "automations", put: source }]);
    const offer = behind(changed, { ...copy, name: "Own name", enabled: false })!;
    expect(offer.from).toBe("Snug: against the evening glare");
    expect(offer.differences).toEqual([
      {
        what: "do",
        here: "do bring [Dining shade left] and [Dining shade right] to 40 %",
        there: "do bring [Dining shade left] and [Dining shade right] to 30 %",
      },
    ]);
    expect(offer.now).toMatchObject({ id: copy.id, name: "Own name", enabled: false, room: "dining" });
    expect(behind(changed, offer.now!)).toBeUndefined();
    expect(behind(changed, offer.left)).toBeUndefined();
    expect(offer.left.moves).toEqual(copy.moves);
  });

  test("a template that says something else is offered to what was made from it, its values kept", () => {
    const old = {
      ...row("wake-in-steps-teen"),
      madeOf: "00000000",
      moves: row("wake-in-steps-teen").moves.slice(0, 3),
    };
    const offer = behind(design, old)!;
    expect(offer.from).toBe("Wake in steps");
    expect(offer.now!.moves).toEqual(row("wake-in-steps-teen").moves);
    expect(offer.differences.map(({ here, there }) => [here, there])).toEqual([
      ["–", "do bring [Teenager's shade] to open"],
    ]);
    // Something of it is gone: it cannot be made any more, only left.
    const gone = { ...old, parameters: old.parameters!.filter(({ name }) => name !== "shades") };
    expect(behind(design, gone)!.now).toBeUndefined();
  });

  test("the mark changes with each word of the sentence, and with nothing else", () => {
    const one = row("snug-glare");
    const mark = rowMark(design, one);
    expect(rowMark(design, { ...one, name: "Other", enabled: false, phase: "stair", room: "dining" })).toBe(
      mark,
    );
    expect(rowMark(design, { ...one, priority: "looks" })).not.toBe(mark);
    expect(rowMark(design, { ...one, again: "lets it be" })).not.toBe(mark);
    expect(templateMark({ ...templateOf("glare")!, priority: "looks" } as Template)).not.toBe(
      templateMark(templateOf("glare")!),
    );
  });
});
