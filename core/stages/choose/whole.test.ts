import { lines, numbered, stepText, testWhole } from "../../../tests/core/whole";
import { ropewalkCourt } from "../../../demo/ropewalk-court";
import type { Design } from "../../design/collections";
import { acceptPlan } from "./accept";
import { answerChoice, type ChoiceAnswer } from "./answer";
import { adviseBattery, pieceTotal } from "./advise/battery";
import { adviseBinding } from "./advise/binding";
import { adviseContact, CONTACTS, EVENTS, stateText } from "./advise/contact";
import { adviseCoordinator } from "./advise/coordinator";
import { adviseLeg, LEG_WAYS, wantOfLeg } from "./advise/leg";
import { adviseRating, ratingTable } from "./advise/rating";
import { holdToDim, rememberedJump, remoteFacts, touchOf } from "./advise/remote";
import { fitChecks, holeOf, retrofitSheet } from "./advise/retrofit";
import { adviseUndecided } from "./advise/undecided";
import { allCandidates, candidatesOf, groupsOf, wantName } from "./candidates";
import { carriersOf, controllersOf } from "./carriers";
import { readCatalogue, takeIn, catalogueCsv } from "./catalogue-csv";
import { reasonCounts, relaxations } from "./conflict";
import { controllerWorking, unitWorking } from "./cost";
import { addWants, functionOfKind, proposeWants, windowsOf } from "./derive";
import { asksOf, hubAgainst, hubsAgainst, pickText, nextBest, planChanges, whyNot } from "./explain";
import { LOAD_CLASSES } from "./loads";
import { picksWorking, planWorking, proofWorking } from "./plan-workings";
import { cableBans, cableCost, hubRoom, isCutOff, leaseOf, needsCable, switchesOf } from "./site";
import { settingsOf } from "./settings";
import { loadSolver } from "./solver";
import { papers } from "./papers";
import { reasonsAgainst } from "./fits";
import { choose } from "./stage";
import { addMore, hubDown, internetDown, linesOf, makerStops } from "./what-if";

const some = <T>(rows: readonly T[], step: number): T[] => rows.filter((_, i) => i % step === 0);

const highs = await loadSolver();
/** Worked out when it is first asked for: whoever runs one test does not wait for all plans. */
const answers = new Map<Design, ChoiceAnswer>();
function answerOf(design: Design): ChoiceAnswer {
  const answer = answers.get(design) ?? answerChoice(highs, design);
  answers.set(design, answer);
  return answer;
}
const plansOf = (design: Design) => answerOf(design).plans;

/** The same house asked for what cannot be, each in its own way. */
const TIGHT: Readonly<Record<string, (design: Design) => Design>> = {
  "too little money": (design) => ({
    ...design,
    wants: design.wants.map((want, i) => (i % 3 ? want : { ...want, budget: 6 })),
  }),
  "no controller": (design) => ({
    ...design,
    hubs: [],
    options: design.options.filter(({ controls: has }) => !has),
  }),
  "one controller, and much that only some carry": (design) => ({
    ...design,
    hubs: [],
    design: { ...design.design, choosing: { ...settingsOf(design), maxHubs: 1 } },
    wants: design.wants.map((want, i) => {
      const option = design.options.filter(({ serves }) => serves.includes(want.function)).at(i % 5);
      return option && i % 2 ? { ...want, option: option.id } : want;
    }),
  }),
  "other schools": (design) => ({
    ...design,
    design: {
      ...design.design,
      schools: {
        ...design.design.schools,
        lampOrSwitch: "switch where it is enough",
        remoteDimming: "steps",
      },
    },
  }),
  "lamps everywhere": (design) => ({
    ...design,
    design: {
      ...design.design,
      schools: {
        ...design.design.schools,
        lampOrSwitch: "lamps everywhere",
        remoteDimming: "remembered level",
      },
    },
  }),
};

describe.each(Object.keys(TIGHT))("the flat with %s", (name) => {
  const design = TIGHT[name]!(ropewalkCourt());
  test("conflicts, and what to give up", async () => {
    const { run } = papers.commands!.choose as unknown as {
      run(design: Design): Promise<{ json: unknown; text: string }>;
    };
    const { json, text } = await run(design);
    expect(`${text}\n${lines(json)}`).toMatchSnapshot();
  });
  test("what fits nothing", () =>
    expect(
      lines(
        some(design.wants, 3)
          .flatMap((want) =>
            some(design.options, 4).map((option) => [
              want.id,
              option.id,
              ...reasonsAgainst(design, want, option),
            ]),
          )
          .filter(([, , reason]) => reason !== undefined),
      ),
    ).toMatchSnapshot());
});

test("what another want picked may still be the next best for this one", () => {
  const design = ropewalkCourt();
  const [plan] = plansOf(design);
  const next = design.wants.map((want) => [want, nextBest(design, plan!, want)] as const);
  expect(next.length).toBeGreaterThan(5);
  for (const [want, best] of next) {
    const other = plan!.picks.findIndex((pick) => pick.want !== want.id);
    const picks = plan!.picks.map((pick, i) => (i === other ? { ...pick, option: best!.option } : pick));
    expect(nextBest(design, { ...plan!, picks }, want)!.option).toBe(best!.option);
  }
});

testWhole(choose, {
  candidates: (design) =>
    [...allCandidates(design)].flatMap(([want, found]) => found.map((one) => [want, one])),
  "what stands against": (design) =>
    some(design.wants, 3).flatMap((want) => [
      [wantName(design, want), reasonCounts(design, want), relaxations(design, want)],
      ...some(candidatesOf(design, want, true), 4)
        .slice(0, 3)
        .map((one) => unitWorking(design, want, one.option, one.companion)),
    ]),
  groups: (design) => groupsOf(design),
  controllers: (design) => [
    ...carriersOf(design).map((one) => [one.hub.id, one.via?.id]),
    ...controllersOf(design).map((option) => controllerWorking(design, option, false)),
    ...design.options.slice(0, 4).map((option) => controllerWorking(design, option, true)),
  ],
  "plans and their workings": (design) =>
    plansOf(design).flatMap((plan) => [
      planWorking(design, plan),
      proofWorking(design, plan),
      ...some(design.wants, 5).map(
        ({ id }) =>
          picksWorking(
            design,
            plan.picks.filter((pick) => pick.want === id),
          ) ?? "not met",
      ),
      ...some(plan.picks, 7).map((pick) => pickText(design, pick)),
    ]),
  "the next best": (design) =>
    Object.entries(answerOf(design).next).flatMap(([kind, by]) =>
      Object.entries(by).map((one) => [kind, ...one]),
    ),
  conflicts: (design) => answerOf(design).conflicts,
  "why not": (design) =>
    plansOf(design).flatMap((plan) =>
      some(design.wants, 6).flatMap((want) =>
        some(design.options, 9).map(
          (option) => `${want.id} ${option.id}: ${whyNot(design, plan, want, option)}`,
        ),
      ),
    ),
  "why plans differ": (design) => {
    const [plan] = plansOf(design);
    const [pick] = plan!.picks;
    const { id } = design.wants.find((want) => want.id === pick!.want)!;
    /** The same plan with the want's first pick another, in a house where one thing is different. */
    const against = (change: (design: Design) => Design) =>
      planChanges(
        { design, plan: plan! },
        {
          design: change(design),
          plan: {
            ...plan!,
            hubs: plan!.hubs.slice(1),
            picks: plan!.picks.map((one) =>
              one === pick ? { ...one, option: plan!.picks.at(-1)!.option } : one,
            ),
          },
        },
      );
    const withWant = (values: object) => (now: Design) => ({
      ...now,
      wants: now.wants.map((want) => (want.id === id ? { ...want, ...values } : want)),
    });
    const withOption =
      (change: (option: Design["options"][number]) => Design["options"]) => (now: Design) => ({
        ...now,
        options: now.options.flatMap((option) => (option.id === pick!.option ? change(option) : [option])),
      });
    return [
      (now: Design) => now,
      (now: Design) => ({ ...now, wants: now.wants.filter((want) => want.id !== id) }),
      withWant({ needs: ["dim", "energy"] }),
      withWant({ needs: [] }),
      withWant({ option: pick!.option }),
      withWant({ critical: true }),
      withWant({ localOnly: true }),
      withWant({ count: 9 }),
      withWant({ budget: 1 }),
      withOption(() => []),
      withOption((option) => [{ ...option, price: option.price + 3 }]),
      withOption((option) => [{ ...option, serves: [] }]),
    ].flatMap(against);
  },
  "plans against one another": (design) => {
    const [a, b] = plansOf(design);
    const after = {
      ...design,
      wants: design.wants.map((want, i) =>
        i % 4 ? want : { ...want, count: want.count + 1, needs: want.needs.slice(1) },
      ),
    };
    return a && b ? planChanges({ design, plan: a }, { design: after, plan: b }) : "one plan";
  },
  "what if": (design) =>
    plansOf(design).flatMap((plan) => [
      ...internetDown(design, plan),
      ...hubDown(design, plan),
      ...plan.hubs.flatMap(({ option }) => hubDown(design, plan, option)),
      ...plan.addons.flatMap(({ option }) => hubDown(design, plan, option)),
      ...linesOf(design, plan).flatMap(({ line, units }) => [
        [line, units],
        ...makerStops(design, plan, line),
      ]),
      ...addMore(design, plan, 30),
    ]),
  "taking a plan": (design) =>
    plansOf(design).map((plan) =>
      stepText(
        () => acceptPlan(design, plan, { newId: numbered(), on: "2026-11-26", why: "Cheapest" }).changes,
      ),
    ),
  "wants proposed": (design) => {
    const bare = { ...design, wants: [] };
    return (["problems", "switch map", "points", "template"] as const).flatMap((source) => [
      ...proposeWants(bare, [source]),
      stepText(() => addWants(proposeWants(design, [source]), numbered())),
    ]);
  },
  "windows and functions": (design) => [
    ...design.rooms.map((room) => [room.id, windowsOf(design, room)]),
    ...design.kinds.map(({ id }) => [id, functionOfKind(id)]),
  ],
  "hubs against wants": (design) => [
    ...asksOf(design).map(({ want, ...ask }) => [want.id, ask]),
    hubsAgainst(design),
    ...controllersOf(design).flatMap((hub) =>
      some(design.wants, 4).map((want) => [hub.id, want.id, hubAgainst(design, hub, want)]),
    ),
  ],
  "cables and walls": (design) => [
    cableBans(design),
    hubRoom(design),
    leaseOf(design),
    ...["access-point", "camera", "wall-switch", "lamp"].map((kind) => cableCost(design, kind)),
    ...design.options.map((option) => [option.id, needsCable(option)]),
    ...some(design.wants, 3).map((want) => [
      want.id,
      switchesOf(design, want),
      design.options.filter((option) => isCutOff(design, want, option)).map(({ id }) => id),
    ]),
  ],
  "advice on legs": (design) =>
    design.legs.flatMap((leg) => [
      wantOfLeg(design, leg, { guest: true }),
      adviseLeg(design, leg.id),
      adviseLeg(design, leg.id, { needs: ["dim"], guest: true }),
    ]),
  "changing a leg": (design) =>
    some(design.legs, 3).flatMap((leg) => [
      holeOf(
        design,
        design.lamps.filter((lamp) => lamp.leg === leg.id),
      ),
      ...LEG_WAYS.map((way) => {
        const { steps, ...sheet } = retrofitSheet(design, leg.id, { way });
        return [way, Object.keys(sheet), ...steps];
      }),
    ]),
  "a hole in the ceiling": (design) =>
    some(
      design.options.filter(({ kind }) => kind === "lamp"),
      2,
    ).flatMap((option) => [
      fitChecks({ oldHoleMm: 92, voidMm: 60, fireMin: 30 }, option),
      fitChecks({ oldHoleMm: 60, voidMm: 150, fireMin: 0 }, option),
    ]),
  "battery or wired": (design) => {
    const battery = design.options.find((option) => option.batteryYears)!;
    const wired = design.options.find((option) => needsCable(option))!;
    return battery && wired
      ? [
          adviseBattery(design, { battery, wired, kind: "shade", count: 3 }),
          adviseBattery(design, { battery, wired, kind: "shade", count: 3, room: design.rooms[0]!.id }),
          pieceTotal(design, wired),
        ]
      : "none";
  },
  undecided: (design) => [
    adviseUndecided(design, { places: 3, radioMore: 40, cellsYearly: 4, moveAgainPct: 30, kind: "camera" }),
    adviseUndecided(design, {
      places: 1,
      radioMore: 40,
      cellsYearly: 4,
      moveAgainPct: 0,
      kind: "camera",
      room: design.rooms[0]!.id,
    }),
  ],
  ratings: (design) => [
    ...LOAD_CLASSES.map((loadClass) => adviseRating(1800, design.design.mainsV, loadClass)),
    ...ratingTable(design.design.mainsV),
  ],
  "contacts, remotes and restarts": (design) => [
    ...CONTACTS.flatMap((contact) => EVENTS.map((event) => stateText(contact, event))),
    ...(["on", "off", "as it was"] as const).map(adviseContact),
    ...[1, 3, 6, 12].map(touchOf),
    ...remoteFacts(design.options),
    holdToDim({ rangePct: 100, stepPct: 5, intervalMs: 200, transitionMs: 100 }),
    holdToDim({ rangePct: 100, stepPct: 20, intervalMs: 400, transitionMs: 400 }),
    rememberedJump(80, 20),
    adviseCoordinator({ hubMin: 4, perYear: 30, batteryDevices: 40 }),
    adviseCoordinator({ hubMin: 1, perYear: 2, batteryDevices: 3 }),
  ],
  binding: (design) => {
    const controls = design.options.filter(({ controls: has }) => has);
    return some(controls, 9).flatMap((control) =>
      some(design.options, 17).flatMap((device) =>
        [true, false].map((same) => [control.id, device.id, adviseBinding(control, device, same)]),
      ),
    );
  },
  "a catalogue read": (design) => {
    const text = catalogueCsv(design).replace("mains", "mian").split("\r\n").slice(0, 12).join("\r\n");
    const { rows, faults } = readCatalogue(design, text);
    return [faults, stepText(() => takeIn(design, rows).changes)];
  },
});
