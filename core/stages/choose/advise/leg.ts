/**
 * Lamp, switch, insert or in-line dimmer: five ways to make the light of one leg smart, each with what
 * speaks against it and what it costs.
 */
import { byId, type Design } from "../../../design/collections";
import type { OptionRow, WantNeed, WantRow } from "../../../design/rows/choose";
import type { LampRow, LegRow, SwitchRow } from "../../../design/rows/house-survey";
import { fail } from "../../../design/input-error";
import { wayName } from "../../house";
import type { Working } from "../../../desk/working";
import { carrierAgainst, carriersOf } from "../carriers";
import { total, unitCost, unitWorking } from "../cost";
import { reasonsAgainst } from "../fits";
import { loadClassOf, plannedW } from "../loads";
import { settingsOf } from "../settings";
import { counted } from "../../../design/words";

export const LEG_WAYS = [
  "wall switch or dimmer",
  "insert behind the switch",
  "in-line dimmer at the lamp",
  "smart lamps",
  "smart lamps and a decoupled switch",
] as const;
export type LegWayName = (typeof LEG_WAYS)[number];

const KINDS: Readonly<Record<LegWayName, readonly OptionRow["kind"][]>> = {
  "wall switch or dimmer": ["switch", "dimmer"],
  "insert behind the switch": ["insert"],
  "in-line dimmer at the lamp": ["in-line dimmer"],
  "smart lamps": ["lamp"],
  "smart lamps and a decoupled switch": ["lamp"],
};

export interface LegWay {
  name: LegWayName;
  ok: boolean;
  /** The cheapest option that goes; where none does, the one with least against it. */
  option?: OptionRow;
  companion?: OptionRow;
  /** Over the years of the settings. */
  cost?: number;
  against: string[];
  notes: string[];
  working?: Working;
}

export interface LegAdvice {
  leg: LegRow;
  want: WantRow;
  lamps: LampRow[];
  lampCount: number;
  loadW: number;
  switches: SwitchRow[];
  ways: LegWay[];
  best?: LegWay;
  verdict: string;
  reasons: string[];
}

export interface LegAsk {
  needs?: readonly WantNeed[];
  /** Guests have to find a switch that works. */
  guest?: boolean;
}

/** What is wanted of a leg: the want that names it, or what its lamps say. */
export function wantOfLeg(design: Design, leg: LegRow, ask: LegAsk = {}): WantRow {
  const lamps = design.lamps.filter((lamp) => lamp.leg === leg.id);
  const known = design.wants.find((want) => want.leg === leg.id);
  const count = lamps.reduce((sum, lamp) => sum + lamp.count, 0);
  const loadW = lamps.reduce((sum, lamp) => sum + lamp.count * (lamp.watts ?? 0), 0);
  const room =
    lamps[0]?.room ??
    byId(design, "switches").get(leg.switches[0]?.switch ?? "")?.room ??
    design.rooms[0]?.id ??
    "";
  const base: WantRow = known ?? {
    id: "leg",
    room,
    function: "light",
    count: 1,
    needs: [],
    points: [],
    guest: true,
  };
  const { option: _settled, budget: _budget, ...open } = base;
  return {
    ...open,
    count: 1,
    leg: leg.id,
    lampsEach: Math.max(1, count || base.lampsEach || 1),
    ...(loadW || base.loadW ? { loadW: loadW || base.loadW! } : {}),
    needs: ask.needs ? [...ask.needs] : base.needs,
    guest: ask.guest ?? base.guest ?? false,
  };
}

/** Is an option carried by what stands in the house? Where nothing stands yet, by anything that can be had. */
function carried(design: Design, want: WantRow, option: OptionRow): string | undefined {
  const standing = new Set(design.hubs.map((row) => row.option));
  const carriers = carriersOf(design).filter(
    (carrier) =>
      !standing.size || (standing.has(carrier.hub.id) && (!carrier.via || standing.has(carrier.via.id))),
  );
  const against = carriers.map((carrier) => carrierAgainst(carrier, { ...want, needs: [] }, option));
  return against.some((reason) => reason === undefined)
    ? undefined
    : `no controller of the house carries ${option.protocol}`;
}

function notesOf(
  design: Design,
  want: WantRow,
  name: LegWayName,
  option: OptionRow,
  switches: readonly SwitchRow[],
  lampCount: number,
): string[] {
  const notes: string[] = [];
  const places = switches.length;
  if (name.startsWith("smart lamps"))
    notes.push(
      lampCount > 1 ? `${counted(lampCount, "lamp")} to buy, to pair and to replace` : "One lamp to pair",
    );
  else
    notes.push(
      lampCount > 1
        ? `One device for all ${counted(lampCount, "lamp")}; they stay ordinary lamps`
        : "The lamp stays an ordinary lamp",
    );
  if (places > 1 && (name === "insert behind the switch" || name === "wall switch or dimmer"))
    notes.push(
      `${places} positions: the device sits at ${switches[0]!.name}, the others become inputs or battery switches; its strapping wires stay`,
    );
  if (name === "in-line dimmer at the lamp")
    notes.push(
      "At the first point fed from the switch, with the feed linked through at the switch, so that it is never cut off; each leg needs its own",
    );
  if (name === "smart lamps and a decoupled switch")
    notes.push(
      "Feed linked through at the switch: lamps are always live, the switch only speaks. With the hub off it works where the two can be linked directly",
    );
  const planned = plannedW(option, design.design.mainsV, loadClassOf("light"));
  if (planned && want.loadW !== undefined && option.kind !== "lamp")
    notes.push(
      `${want.loadW} W of ${Math.round(planned.limitW)} W that may be planned (${planned.source})${option.ratings?.minW ? `, at least ${option.ratings.minW} W` : ""}`,
    );
  if (option.fit?.neutral)
    notes.push(
      name === "in-line dimmer at the lamp" ? "The neutral is at the lamp" : "Needs the neutral in the box",
    );
  else if (["insert", "switch", "dimmer"].includes(option.kind)) notes.push("Works without a neutral");
  return notes;
}

interface Tried {
  option: OptionRow;
  companion?: OptionRow;
  against: string[];
  cost: number;
}

function tryWay(design: Design, want: WantRow, name: LegWayName): Tried[] {
  const options = design.options.filter(
    (option) => option.serves.includes("light") && KINDS[name].includes(option.kind),
  );
  const withCarrier = (option: OptionRow, against: string[]) => {
    const lost = carried(design, want, option);
    return lost ? [...against, lost] : against;
  };
  if (name !== "smart lamps and a decoupled switch")
    return options.map((option) => ({
      option,
      against: withCarrier(option, reasonsAgainst(design, want, option)),
      cost: total(unitCost(design, want, option)),
    }));
  const bare: WantRow = { ...want, needs: [], loadW: undefined };
  const companions = design.options.filter(
    (option) => option.can.includes("decoupled") && option.kind !== "lamp",
  );
  return options.flatMap((option) =>
    companions
      .filter((companion) => companion.protocol === option.protocol)
      .map((companion) => ({
        option,
        companion,
        against: withCarrier(option, [
          ...reasonsAgainst(design, want, option, "with a switch"),
          ...reasonsAgainst(design, bare, companion, "beside a lamp").map((reason) => `its switch ${reason}`),
        ]),
        cost: total(unitCost(design, want, option, companion)),
      })),
  );
}

/**
 * Five ways for one leg, those that go first, each kind by its cheapest option. Throws InputError where the
 * leg does not exist.
 */
export function adviseLeg(design: Design, legId: string, ask: LegAsk = {}): LegAdvice {
  const leg = byId(design, "legs").get(legId) ?? fail("leg", `"${legId}" does not exist`);
  const want = wantOfLeg(design, leg, ask);
  const lamps = design.lamps.filter((lamp) => lamp.leg === leg.id);
  const lampCount = want.lampsEach!;
  const switches = leg.switches.flatMap(({ switch: id }) => byId(design, "switches").get(id) ?? []);
  const ways = LEG_WAYS.map((name): LegWay => {
    const [best] = tryWay(design, want, name).sort(
      (a, b) => a.against.length - b.against.length || a.cost - b.cost,
    );
    if (!best) return { name, ok: false, against: ["nothing of this kind is in the catalogue"], notes: [] };
    return {
      name,
      ok: !best.against.length,
      option: best.option,
      ...(best.companion ? { companion: best.companion } : {}),
      cost: best.cost,
      against: best.against,
      notes: notesOf(design, want, name, best.option, switches, lampCount),
      working: unitWorking(design, want, best.option, best.companion),
    };
  });
  ways.sort((a, b) => Number(b.ok) - Number(a.ok) || (a.cost ?? Infinity) - (b.cost ?? Infinity));
  const best = ways[0]?.ok ? ways[0] : undefined;
  const second = ways.find((way) => way.ok && way !== best);
  const { currency } = design.design;
  const colour = want.needs.includes("colour") || want.needs.includes("tunable white");
  const neutral = switches[0]?.neutral;
  const reasons = [
    `${lampCount} ${lampCount === 1 ? "lamp" : "lamps"}${want.loadW ? `, ${want.loadW} W together` : ""}; ${wayName(leg)}`,
    ...(colour
      ? ["Colour or a white that changes needs the lamps themselves, or their driver, to be smart"]
      : ["On, off and dim need no smart lamp: one device serves all lamps of the leg"]),
    ...(switches[0]
      ? [
          neutral === "yes"
            ? `${switches[0].name} has a neutral`
            : neutral === "no"
              ? `${switches[0].name} has no neutral`
              : `Nobody knows whether ${switches[0].name} has a neutral: look before ordering`,
        ]
      : []),
    ...(want.guest ? ["A guest works it by the switch on the wall, without a word of explanation"] : []),
  ];
  const name = best ? best.name[0]!.toUpperCase() + best.name.slice(1) : "";
  return {
    leg,
    want,
    lamps,
    lampCount,
    loadW: want.loadW ?? 0,
    switches,
    ways,
    ...(best ? { best } : {}),
    reasons,
    verdict: best
      ? `${name}: ${best.option!.name}, ${best.cost!.toFixed(2)} ${currency} over ${settingsOf(design).years} years${second ? `, ${(second.cost! - best.cost!).toFixed(2)} less than ${second.name}` : ", the only way that goes"}`
      : "None of the five ways goes as it is: see what stands against each",
  };
}
