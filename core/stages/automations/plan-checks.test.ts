/** Checks against the house and its people: each with its moment, at its boundary, and mended by its fix. */
import { changesOf } from "../../desk/findings";
import { faultyHouse, larkspurWeir } from "../../../tests/core/houses";
import { applyChanges } from "../../design/edit";
import { byId, type Design } from "../../design/collections";
import type { PersonTime } from "../../design/rows/brief";
import { carriersOf } from "../choose/carriers";
import { automationChecks } from "./checks";
import { namesOf } from "./language/names";
import { automationText, readAutomations } from "./language/text";
import { misfitLines } from "./fits";
import { withPartText } from "./language/lines";
import { planChecks } from "./plan-checks";

const demo = larkspurWeir();

/** The demo house with other sentences. */
function withText(text: string, design: Design = demo): Design {
  const bare = { ...design, automations: [] };
  const { rows, faults } = readAutomations(text, namesOf(bare));
  expect(faults).toEqual([]);
  return { ...bare, automations: rows };
}

const of = (design: Design, code: string) =>
  planChecks(design).filter((finding) => finding.code === `automations.${code}`);
const titles = (design: Design, code: string) => of(design, code).map(({ title }) => title);

/** A day and a time, or any of them. */
const MOMENT = /\bon \w{3} \d+ \w{3} at \d\d:\d\d|at any hour/;

/** Its fix is taken, and it is told no more. */
function mended(design: Design, code: string): Design {
  const [finding] = of(design, code);
  const after = applyChanges(design, changesOf(finding!.fix!, design));
  expect(titles(after, code)).not.toContain(finding!.title);
  return after;
}

describe("in the demo house", () => {
  test.each(
    automationChecks(demo)
      .filter(({ fix }) => fix)
      .map((finding) => [finding.title, finding] as const),
  )("%s: its fix mends it", (title, { code, fix }) => {
    const after = automationChecks(applyChanges(demo, changesOf(fix!, demo)));
    expect(after.filter((other) => other.code === code && other.title === title)).toEqual([]);
  });

  test("each without a fix says who decides", () => {
    // The demo house has a fix for each; what is half written has none.
    const open = automationChecks(faultyHouse()).filter(({ fix }) => !fix);
    expect(open.map(({ code }) => code)).toContain("automations.no-cue");
    for (const { why, title } of open)
      expect([title, /designer|installer|household|licensed/.test(why)]).toEqual([title, true]);
  });

  test("each of the house and its people has a fix, and a moment it comes to", () => {
    for (const { fix, why, title } of planChecks(demo))
      expect([title, fix !== undefined, MOMENT.test(why)]).toEqual([title, true, true]);
  });
});

describe("sleepers", () => {
  const people = (times: PersonTime[]): Design => ({
    ...demo,
    people: demo.people.map((row) => (row.id === "teenager" ? { ...row, times } : row)),
  });
  const asleep = people([{ doing: "asleep", from: "23:00", to: "07:00" }]);
  const shade = (line: string, guard = "") =>
    `automation a: A\n  cue k: ${line}\n${guard}  do bring [Teenager's shade] to open`;

  test("a shade that moves while somebody sleeps behind it, with the moment; from the minute they are up none", () => {
    const design = withText(shade("at 06:59"), asleep);
    const [finding] = of(design, "wakes-sleeper");
    expect(finding!.title).toBe("A moves a shade over Teenager asleep");
    expect(finding!.why).toMatch(/^As on Thu 1 Jan at 06:59: Teenager sleeps/);
    expect(finding!.about.map(({ id }) => id)).toEqual(["a", "teen-shd-1", "teenager"]);
    expect(mended(design, "wakes-sleeper").automations[0]!.guards).toEqual([
      { kind: "presence", people: ["teenager"], which: "any", doing: "asleep", not: true },
    ]);
    expect(titles(withText(shade("at 07:00"), asleep), "wakes-sleeper")).toEqual([]);
    // Shut as well: what moves makes a noise.
    expect(titles(withText(shade("at 06:00").replace("open", "shut"), asleep), "wakes-sleeper")).toHaveLength(
      1,
    );
  });

  test.each([
    ["their own alarm clock", "20 min before the alarm clock of [Teenager]", ""],
    ["their own waking", "when [Teenager] wakes", ""],
    ["a guard that heeds them", "at 05:00", "  unless [Teenager] is asleep\n"],
    ["a guard that heeds all", "at 05:00", "  unless somebody is asleep\n"],
    ["only once they are away", "at 05:00", "  provided [Teenager] is away\n"],
    ["only once everybody is awake", "at 05:00", "  provided everybody is awake\n"],
  ])("not where it goes by %s", (_, cue, guard) => {
    const alarm = people([
      { doing: "asleep", from: "23:00", to: "07:00" },
      { doing: "alarm clock", from: "06:30" },
    ]);
    expect(titles(withText(shade(cue, guard), alarm), "wakes-sleeper")).toEqual([]);
  });

  test("a guard that lets some sleepers be does not let all be", () => {
    for (const guard of [
      "  unless everybody is asleep\n",
      "  provided somebody is awake\n",
      "  unless [Lodger] is asleep\n",
    ])
      expect(titles(withText(shade("at 05:00", guard), asleep), "wakes-sleeper")).toHaveLength(1);
  });

  test("light that is bright enough, not a low one; not what is for safety or a hand; not in another room", () => {
    const lamp = (move: string, head = "") =>
      withText(`automation a: A\n${head}  cue k: at 05:00\n  do ${move}`, asleep);
    expect(titles(lamp("set the level of [Teenager's room lamp] to 21 %"), "wakes-sleeper")).toEqual([
      "A wakes Teenager asleep",
    ]);
    expect(titles(lamp("set the level of [Teenager's room lamp] to 20 %"), "wakes-sleeper")).toEqual([]);
    expect(titles(lamp("switch on [Teenager's room lamp]"), "wakes-sleeper")).toHaveLength(1);
    expect(titles(lamp("switch off [Teenager's room lamp]"), "wakes-sleeper")).toEqual([]);
    expect(titles(lamp("switch on [Teenager's room lamp]", "  for safety\n"), "wakes-sleeper")).toEqual([]);
    expect(titles(lamp("switch on [Hall lamp]"), "wakes-sleeper")).toEqual([]);
  });

  test("what comes by what happens is looked at where its guards may hold", () => {
    const glare = (from: string, to: string) =>
      withText(
        shade(
          "when the light of [Weather mast] goes above 100 lx",
          `  provided the clock is between ${from} and ${to}\n`,
        ),
        asleep,
      );
    expect(titles(glare("06:00", "09:00"), "wakes-sleeper")).toHaveLength(1);
    expect(titles(glare("07:00", "09:00"), "wakes-sleeper")).toEqual([]);
    expect(
      titles(withText(shade("when key 1 of [Hall keypad] is pressed once"), asleep), "wakes-sleeper"),
    ).toEqual([]);
  });
});

describe("wind", () => {
  const OUT = "automation out: Out\n  cue k: at 10:00\n  do bring [Quay awning] to open";
  const RULE = (head: string, cue: string) =>
    `\nautomation wind: Wind\n  for ${head}\n  cue k: when the wind of [Weather mast] goes ${cue}\n  do bring [Quay awning] to shut`;

  test("an awning that is let out without a wind rule stops, with the moment; only by hand it is to be mended", () => {
    const [finding] = of(withText(OUT), "no-wind-rule");
    expect(finding).toMatchObject({ severity: "stop", title: "Quay awning has no wind rule" });
    expect(finding!.why).toMatch(
      /^Out lets it out, whatever the wind does afterwards\..* Thu 1 Jan at 10:00/,
    );
    expect(of(withText(OUT.replace("open", "shut")), "no-wind-rule")[0]!.severity).toBe("mend");
    const after = mended(withText(OUT), "no-wind-rule");
    expect(after.automations.at(-1)).toMatchObject({
      template: "storm",
      priority: "safety",
      reason: "wind",
      room: "quay",
    });
  });

  test("a rule counts where it is for safety, by wind that rises, on this awning, and switched on", () => {
    const found = (text: string) => titles(withText(OUT + text), "no-wind-rule").length;
    expect(found(RULE("safety", "above 10 m/s"))).toBe(0);
    expect(found(RULE("comfort", "above 10 m/s"))).toBe(1);
    expect(found(RULE("safety", "below 10 m/s"))).toBe(1);
    expect(found(RULE("safety", "above 10 m/s").replace("for safety", "for safety\n  switched off"))).toBe(1);
    expect(found(RULE("safety", "above 10 m/s").replace("[Quay awning]", "[Snug shade left]"))).toBe(1);
  });

  test("a rule for rain that ranks above it takes its place: wind always goes before rain", () => {
    const rain =
      "\n\nautomation rain: Rain\n  for safety, because of rain\n  cue k: when [Weather mast] feels rain\n  do bring [Quay awning] to shut";
    const wind = RULE("safety", "above 10 m/s");
    expect(titles(withText(OUT + wind + rain), "no-wind-rule")).toHaveLength(1);
    const reasoned = wind.replace("for safety", "for safety, because of wind");
    expect(titles(withText(OUT + reasoned + rain), "no-wind-rule")).toEqual([]);
  });

  test("where nothing feels the wind the designer plans a mast first", () => {
    const { points, ...rest } = demo;
    const still = { ...rest, points: points.filter(({ kind }) => kind !== "weather-mast") } as Design;
    const [finding] = of(withText(OUT, still), "no-wind-rule");
    expect(finding!.fix).toBeUndefined();
    expect(finding!.why).toContain("The designer plans a weather mast first");
  });
});

describe("what is for safety", () => {
  const leak = (things: string, head = "safety") =>
    `automation a: A\n  for ${head}\n  cue k: when ${things} gets wet\n  do shut [Main water valve]`;

  test("on a cloud: what tells it or is told; not where it is for comfort", () => {
    const cloud = withText(leak("[Leak sensor, kitchen sink]"));
    expect(of(cloud, "critical-on-cloud")[0]).toMatchObject({
      severity: "stop",
      title: "A hangs on a cloud for Leak sensor, kitchen sink",
      about: [
        { in: "automations", id: "a" },
        { in: "points", id: "kitchen-lek-1" },
      ],
    });
    expect(titles(withText(leak("[Leak sensor, sump]")), "critical-on-cloud")).toEqual([]);
    expect(titles(withText(leak("[Leak sensor, kitchen sink]", "comfort")), "critical-on-cloud")).toEqual([]);
  });

  test("what works within the house takes its place, and nothing of what it was stays with it", () => {
    const cloud = withText(leak("[Leak sensor, kitchen sink]"));
    const after = mended(cloud, "critical-on-cloud");
    const device = byId(after, "devices").get("d-kitchen-lek-1")!;
    const option = byId(after, "options").get(device.option!)!;
    expect([option.local, option.cloud, option.serves.includes("leak")]).toEqual([true, false, true]);
    expect(device).toEqual({
      id: "d-kitchen-lek-1",
      point: "kitchen-lek-1",
      option: option.id,
      name: "Leak sensor, kitchen sink",
      status: "chosen",
      protocol: option.protocol,
      cost: option.price,
    });
    // Of all that would do it is the cheapest to buy and fit; none of the others is less.
    const cheaper = demo.options.filter(
      (one) => one.local && !one.cloud && one.serves.includes("leak") && one.price < option.price,
    );
    for (const one of cheaper)
      expect(
        carriersOf(demo).filter(
          ({ hub, protocol }) => hub.id === demo.hubs[0]!.option && protocol === one.protocol,
        ),
      ).toEqual([]);
    // Without a controller that carries any, the designer decides.
    expect(of({ ...cloud, hubs: [] }, "critical-on-cloud")[0]!.fix).toBeUndefined();
  });

  test("one whose hour is known is looked at when it comes", () => {
    const lampAfar = {
      ...demo,
      people: [{ ...demo.people[0]!, times: [{ doing: "asleep" as const, from: "23:00", to: "07:00" }] }],
      devices: demo.devices.map((row) =>
        row.point === "hall-lmp-1" ? { ...row, option: "lamp-wf-colour" } : row,
      ),
    };
    const why = (cues: string) =>
      of(
        withText(`automation a: A\n  for safety\n${cues}  do switch on [Hall lamp]`, lampAfar),
        "critical-on-cloud",
      )[0]!.why;
    expect(why("  cue k: at 10:00\n")).toContain(" A comes on Thu 1 Jan at 10:00, for one. The");
    expect(why("  cue k: at 10:00\n  cue l: at 06:59\n")).toContain(
      "It comes on Thu 1 Jan at 06:59, for one, when everybody is asleep or out.",
    );
  });

  test("its moment is when fewest are awake to see it", () => {
    const at = (guard: string, people: Design["people"]) =>
      /It may come (on .* at \d\d:\d\d), for one, when (.*) is asleep or out/
        .exec(
          of(
            withText(leak("[Leak sensor, kitchen sink]").replace("  do", `${guard}  do`), {
              ...demo,
              people,
            }),
            "critical-on-cloud",
          )[0]!.why,
        )
        ?.slice(1);
    const [one, other] = demo.people as [Design["people"][number], Design["people"][number]];
    const sleeps = { ...one, times: [{ doing: "asleep" as const, from: "23:00", to: "07:00" }] };
    expect(at("", [sleeps])).toEqual(["on Thu 1 Jan at 00:00", "everybody"]);
    expect(at("  provided the clock is between 08:00 and 23:30\n", [sleeps])).toEqual([
      "on Thu 1 Jan at 23:00",
      "everybody",
    ]);
    const late = { ...other, times: [{ doing: "away" as const, from: "09:00", to: "17:00" }] };
    expect(at("", [sleeps, late])).toEqual(["on Thu 1 Jan at 00:00", `everybody but ${late.role}`]);
    // Who never sleeps nor goes out by the schedule watches over nothing.
    expect(
      at("", [
        sleeps,
        { ...other, times: [{ doing: "in a room", room: "hall", from: "00:00", to: "24:00" }] },
      ]),
    ).toEqual(["on Thu 1 Jan at 00:00", "everybody"]);
    expect(at("", [])).toBeUndefined();
  });

  test("on one sensor with a cell: a second one beside it, else a warning in time; two are enough", () => {
    const one = withText(leak("[Leak probe, washer]"));
    expect(titles(one, "one-cell")).toEqual(["A hangs on one sensor with a cell"]);
    const warned = applyChanges(one, changesOf(of(one, "one-cell")[0]!.fix!, one));
    expect(of(warned, "one-cell")[0]).toMatchObject({ severity: "note" });
    expect(of(warned, "one-cell")[0]!.fix).toBeUndefined();
    expect(titles(withText(leak("one of [Leak probe, washer] and [Leak sensor, sump]")), "one-cell")).toEqual(
      [],
    );
    // One that is wired needs no warning.
    expect(titles(withText(leak("[Leak sensor, sump]")), "one-cell")).toEqual([]);
    expect(titles(withText(leak("[Leak probe, washer]", "comfort")), "one-cell")).toEqual([]);
    const beside = {
      ...demo,
      points: demo.points.map((row) => (row.id === "plant-room-lek-1" ? { ...row, room: "laundry" } : row)),
    };
    expect(
      mended(withText(leak("[Leak probe, washer]"), beside), "one-cell").automations[0]!.cues[0],
    ).toMatchObject({
      points: ["laundry-lkc-1", "plant-room-lek-1"],
    });
  });
});

describe("what does nothing, or twice", () => {
  const text = (cue: string, guard: string, ...moves: string[]) =>
    withText(`automation a: A\n  cue k: ${cue}\n${guard}${moves.map((move) => `  do ${move}`).join("\n")}`);

  test.each([
    ["when [Hall lamp] goes on", "", ["switch on [Hall lamp]"], 1],
    ["when [Hall lamp] goes on", "", ["switch off [Hall lamp]"], 0],
    ["at 07:00", "  provided [Hall lamp] is on\n", ["switch on [Hall lamp]"], 1],
    ["at 07:00", "  unless [Hall lamp] is on\n", ["switch off [Hall lamp]"], 1],
    ["at 07:00", "  unless [Hall lamp] is on\n", ["switch on [Hall lamp]"], 0],
    ["when one of [Hall lamp] and [Snug lamp] goes on", "", ["switch on [Hall lamp]"], 0],
    ["at 07:00", "", ["bring [Snug shade left] to 40 %", "bring [Snug shade left] to 40 %"], 1],
    ["at 07:00", "", ["bring [Snug shade left] to 40 %", "bring [Snug shade left] to 50 %"], 0],
    ["at 07:00", "", ["bring [Snug shade left] to 40 %", "wait 5 min", "bring [Snug shade left] to 40 %"], 0],
  ] as const)("%s, %s, %j: %i", (cue, guard, moves, count) => {
    const design = text(cue, guard, ...moves);
    expect(titles(design, "already-there")).toHaveLength(count);
    if (count) expect(mended(design, "already-there").automations[0]!.moves).toHaveLength(moves.length - 1);
  });

  test("several that do the same are made one with all their cues", () => {
    const twice = (guard: string) =>
      withText(`automation a: A
  cue k: at 07:00
  do switch on [Hall lamp]

automation b: B
  cue k: at sunset
${guard}  do switch on [Hall lamp]

automation c: C
  cue k: when the automation [B] ends
  do switch off [Hall lamp]`);
    expect(titles(twice(""), "alike")).toEqual(["A and B do the same"]);
    const after = mended(twice(""), "alike");
    expect(after.automations.find(({ id }) => id === "a")!.cues.map(({ key, kind }) => [key, kind])).toEqual([
      ["cue1", "time"],
      ["cue2", "sun"],
    ]);
    expect(after.automations.map(({ id }) => id)).not.toContain("b");
    expect(titles(twice("  provided it is Mon\n"), "alike")).toEqual([]);
  });

  test("lamps behind a switch are told by switch, once, however many sentences tell them", () => {
    const design = withText(`automation a: A
  cue k: at 07:00
  do switch on [Snug lamp]

automation b: B
  cue k: at 08:00
  do switch off [Snug lamp]`);
    expect(titles(design, "cut-off")).toEqual([
      expect.stringMatching(/^Snug lamp is cut off by .*, and 2 sentences tell it what to do$/),
    ]);
    expect(of(design, "cut-off")[0]!.why).toContain(
      "A comes on Thu 1 Jan at 07:00, for one. A licensed person",
    );
    const leg = mended(design, "cut-off").legs.find(({ id }) => id === "leg-snug");
    expect(leg?.feed).toBe("always");
    // Where the radio's own row names the switch, that is what changes.
    const told = withText("automation a: A\n  cue k: at 07:00\n  do switch on [Bath lamp]");
    expect(titles(told, "cut-off")).toEqual([]);
    const cut = {
      ...told,
      radios: told.radios.map((row) =>
        row.id === "r-bath-lmp-1" ? { ...row, switch: told.switches[0]!.id } : row,
      ),
    };
    expect(titles(cut, "cut-off")).toHaveLength(1);
    const live = mended(cut, "cut-off");
    expect(byId(live, "radios").get("r-bath-lmp-1")).not.toHaveProperty("switch");
    expect(live.legs).toBe(cut.legs);
    expect(titles(text("at 07:00", "", "bring [Snug shade left] to shut"), "cut-off")).toEqual([]);
  });
});

describe("hands", () => {
  const flag = (shows: string[]) => ({
    ...demo,
    dials: [{ id: "f", name: "Flag", kind: "flag" as const, value: "off", shows }],
  });
  const GUARDED =
    "automation a: A\n  cue k: at 07:00\n  provided the flag [Flag] is on\n  do bring [Snug shade left] to shut";

  test("a flag that is read, shows nowhere and is turned by nothing is told; shown, turned or unread it is not", () => {
    const design = withText(GUARDED, flag([]));
    expect(titles(design, "unreachable-flag")).toEqual(["Nobody can reach Flag"]);
    expect(byId(mended(design, "unreachable-flag"), "dials").get("f")!.shows).toEqual(["hall-key-1"]);
    expect(titles(withText(GUARDED, flag(["hall-key-1"])), "unreachable-flag")).toEqual([]);
    const turned =
      "\n\nautomation b: B\n  cue k: when key 1 of [Hall keypad] is held\n  do turn [Flag] to on";
    expect(titles(withText(GUARDED + turned, flag([])), "unreachable-flag")).toEqual([]);
    expect(
      titles(
        withText("automation a: A\n  cue k: at 07:00\n  do turn [Flag] to on", flag([])),
        "unreachable-flag",
      ),
    ).toEqual([]);
  });

  test("a dial within an amount, a window or a branch is read as well", () => {
    const dials = [
      { id: "l", name: "Level", kind: "level" as const, value: "40" },
      { id: "t", name: "Time", kind: "time" as const, value: "22:00" },
      { id: "f", name: "Flag", kind: "flag" as const, value: "off" },
    ];
    const design = withText(
      `automation a: A
  cue k: at 07:00
  provided the clock is between 06:00 and the time of [Time], or 22:00
  do choose
    where the flag [Flag] is on
      do set the level of [Snug lamp] to [Level]`,
      { ...demo, dials },
    );
    expect(titles(design, "unreachable-flag")).toEqual([
      "Nobody can reach Level",
      "Nobody can reach Time",
      "Nobody can reach Flag",
    ]);
  });

  const bare = { ...demo, dials: demo.dials.filter(({ leaveBe }) => !leaveBe) };
  const TEEN = "automation a: A\n  cue k: at 12:00\n  do bring [Teenager's shade] to shut";

  test("what nobody can overrule, and who has no control by hand", () => {
    const design = withText(TEEN, bare);
    expect(titles(design, "no-override")).toEqual(["Nobody can overrule A"]);
    expect(of(design, "no-override")[0]!.why).toContain("on Thu 1 Jan at 12:00, for one");
    expect(titles(design, "no-hand")).toEqual(["Teenager has no control by hand of Teenager's shade"]);
    const after = mended(design, "no-override");
    expect(after.dials.find(({ room }) => room === "teen")).toMatchObject({
      leaveBe: true,
      shows: ["hall-key-1"],
    });
    // A flag is no hand.
    expect(titles(after, "no-hand")).toHaveLength(1);
    const hand = mended(design, "no-hand");
    const remote = hand.points.find(({ room, kind }) => room === "teen" && kind === "remote")!;
    const row = hand.automations.find(({ id }) => id !== "a")!;
    expect(row.cues.every((cue) => cue.kind === "press" && cue.point === remote.id)).toBe(true);
    expect(row.priority).toBe("hand");
    expect(automationText(row, namesOf(hand))).toContain("key 2 of");
    expect(automationChecks(hand).filter(({ about: [first] }) => first!.id === row.id)).toEqual([]);
  });

  test.each([
    ["a keypad in the room", TEEN.replace("Teenager's shade", "Nurse's west shade"), bare],
    [
      "a key that tells it",
      `${TEEN}\n\nautomation b: B\n  cue k: when key 1 of [Hall keypad] is pressed once\n  do bring [Teenager's shade] to open`,
      bare,
    ],
    [
      "a radiator's own knob",
      TEEN.replace(
        "bring [Teenager's shade] to shut",
        "set the target temperature of [Teenager's radiator valve] to 16 °C",
      ),
      bare,
    ],
    [
      "a wall switch for its lamp",
      TEEN.replace("bring [Teenager's shade] to shut", "switch on [Laundry lamp]"),
      bare,
    ],
    ["what is for safety", TEEN.replace("cue k", "for safety\n  cue k"), bare],
  ])("%s is enough", (_, text, design) => {
    expect(titles(withText(text, design), "no-override")).toEqual([]);
    expect(titles(withText(text, design), "no-hand")).toEqual([]);
  });

  test("without a switch in the room its lamp has no hand", () => {
    const dark = { ...bare, switches: bare.switches.filter(({ room }) => room !== "laundry") } as Design;
    const lamp = TEEN.replace("bring [Teenager's shade] to shut", "switch on [Laundry lamp]");
    expect(titles(withText(lamp, dark), "no-override")).toHaveLength(1);
  });
});

test("only what is switched on is looked at", () => {
  const off = { ...demo, automations: demo.automations.map((row) => ({ ...row, enabled: false })) };
  expect(planChecks(off).map(({ code }) => code)).toEqual(["automations.no-wind-rule"]);
});

test("an amount of another kind is told, and what it was for", () => {
  const design = withText(`automation a: A
  cue k: when the temperature of [Snug temperature sensor] goes above 40 %
  do set the level of [Snug lamp] to 20 °C over 5 W
  do wait 30 lx
  do turn [Evening level] to 3 K
  do set the level of [Snug lamp] to [Evening level] × 0.5`);
  const [finding, ...others] = automationChecks(design).filter(({ code }) => code === "automations.misfit");
  expect(others).toEqual([]);
  expect(finding!.why).toBe(
    "The temperature cannot be 40 %: it is in °C; The time cannot be 5 W; The level cannot be 20 °C: it is in %; The time cannot be 30 lx; The Evening level cannot be turned to 3 K. The move is left out when it runs; the designer writes it anew.",
  );
});

test("in the text it is told by line; a part that is typed is refused", () => {
  const text = `automation a: A
  cue k: at 07:00
  unless the temperature of [Snug temperature sensor] is above 3 W
  do choose
    where the wind of [Weather mast] is above 5 °C
      do wait 5 min
  do set the level of [Snug lamp] to 20 °C`;
  const design = withText(text);
  expect(misfitLines(design, design.automations[0]!, text)).toEqual([
    { line: 3, place: 3, reason: "must fit: the value cannot be held against 3 W" },
    { line: 4, place: 3, reason: "must fit: the value cannot be held against 5 °C" },
    { line: 7, place: 3, reason: "must fit: the level cannot be 20 °C: it is in %" },
  ]);
  const plain = withText("automation a: A\n  cue k: at 07:00\n  do set the level of [Snug lamp] to 20 %");
  expect(misfitLines(plain, plain.automations[0]!, text)).toEqual([]);
  expect(() =>
    withPartText(plain, plain.automations[0]!, "moves", 0, "set the level of [Snug lamp] to 20 °C"),
  ).toThrow("Sentence must fit: the level cannot be 20 °C");
});
