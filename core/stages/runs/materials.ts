/** Bill of materials: what is bought to put the cables in, end them and mount what hangs on them. */
import { round2 } from "../../geometry/round";
import { byId, type Design } from "../../design/collections";
import { memo, memoByRow } from "../../design/kept";
import { writeCsv } from "../../files/csv";
import { dropHours, inMoney, LABOUR, labourRate } from "../../design/labour";
import type { PointRow } from "../../design/rows/runs";
import { byName, capital, counted } from "../../design/words";
import type { Working } from "../../desk/working";
import { cabinetParts } from "./cabinet-parts";
import { containmentOf } from "./containment";
import { dropsOf, type Drop } from "./drops";
import { fireCrossings } from "./fire";
import { mountOf } from "../../points/kits";
import { runSettings } from "./settings";
import { cableTotals } from "./totals";
import { treadGroups } from "./treads";

export const GROUPS = [
  "cable",
  "containment",
  "boxes and plates",
  "ends",
  "supplies",
  "cabinets and racks",
  "labels",
  "devices",
  "labour",
] as const;
export type MaterialGroup = (typeof GROUPS)[number];

export interface MaterialLine {
  group: MaterialGroup;
  what: string;
  count: number;
  unit: "reel" | "m" | "piece" | "hour";
  /** Of one; absent where nobody has said. */
  price?: number;
  cost?: number;
  /** It is there or on its way: part of what the house costs, but not of an order. */
  had?: true;
  /** Where the count comes from. */
  from: string;
}

/**
 * Typical prices of small parts, in the money of the sample designs; a design in other money puts its own
 * on the order.
 */
const PART_PRICES: Readonly<Record<string, number>> = {
  "Data jack, keystone": 3.4,
  "Panel port": 2.6,
  "Coaxial plug": 1.2,
  "Terminal, 2.5 mm²": 0.35,
  "Supply terminal, fused": 2.1,
  "Cable label, wrap-round": 0.09,
  "Blank plate": 1.1,
  "Pull box, 150 mm": 6.4,
  "Pull string, 100 m": 4.2,
  "Junction box, 80 mm": 2.3,
  "Fire seal, one opening": 11.5,
  "Divider, aluminium, 2 m": 7.8,
  "Divider, steel, 2 m": 9.6,
};

/** Price of a small part in the design's currency, if anybody has said. */
export const partPrice = (design: Design, what: string): number | undefined =>
  inMoney(design, PART_PRICES[what]);

/**
 * Boxes by the name their kind gives them; what is a cabinet, a socket or a pocket of another trade has no
 * price here.
 */
const BOX_PRICES: Readonly<Record<string, number>> = {
  "single, 47 mm": 1.3,
  "double, 47 mm": 2.1,
  "double, deep": 2.6,
  "ceiling rose": 3.4,
  "ceiling plate": 2.9,
  "ceiling ring": 2.2,
  "corner bracket": 3.1,
  "round, weatherproof": 5.8,
  weatherproof: 7.4,
  "junction box": 2.3,
  "door station, flush": 14,
};

/** A tenth more labels than ends: some are written wrong. */
const LABEL_SPARE = 1.1;
/** Metres of a bought length of conduit. */
export const CONDUIT_LENGTH_M = 3;
const CONDUIT_PRICE_PER_MM = 0.09;

function line(
  group: MaterialGroup,
  what: string,
  count: number,
  unit: MaterialLine["unit"],
  from: string,
  price?: number,
): MaterialLine {
  return {
    group,
    what,
    count,
    unit,
    from,
    ...(price === undefined ? {} : { price, cost: round2(count * price) }),
  };
}

/** What both ends of one drop take: parts and how many. */
export function endPartsOf(drop: Drop): [what: string, count: number][] {
  const type = drop.cableType;
  if (!type) return [];
  const spare: [string, number][] =
    drop.line.purpose === "spare" && drop.line.end !== "supply" ? [["Blank plate", 1]] : [];
  if (type.medium === "data")
    return [
      ...spare,
      ["Data jack, keystone", 1],
      [drop.line.end === "panel" ? "Panel port" : "Data jack, keystone", 1],
    ];
  if (type.medium === "coax") return [...spare, ["Coaxial plug", 2]];
  if (type.medium === "fibre") return spare;
  const fused: [string, number][] =
    drop.line.end === "supply" ? [["Supply terminal, fused", type.conductors]] : [];
  return [
    ...spare,
    ["Terminal, 2.5 mm²", drop.line.end === "supply" ? type.conductors : 2 * type.conductors],
    ...fused,
  ];
}

/** The box a point needs; undefined where it needs none. */
const boxOf = memoByRow("boxOf", (design, point: PointRow): string | undefined => {
  const kind = byId(design, "kinds").get(point.kind);
  const box = kind && mountOf(design, point, kind).box;
  return box && box !== "none" ? box : undefined;
});

/** The box of a point with what one costs, if anybody has said; undefined where it needs none. */
export function boxPartOf(design: Design, point: PointRow): { box: string; price?: number } | undefined {
  const box = boxOf(design, point);
  return box === undefined ? undefined : { box, price: inMoney(design, BOX_PRICES[box]) };
}

/** Ends by what they are: jacks and ports for data, plugs for coaxial, terminals by conductor. */
function endLines(design: Design): MaterialLine[] {
  // What both ends take hangs on the cable, where it ends and what for: worked out once for all that are alike.
  const alike = new Map<string, { drop: Drop; count: number }>();
  let ends = 0;
  for (const drop of dropsOf(design)) {
    if (!drop.cableType) continue;
    ends += 2;
    const key = `${drop.cableType.id} ${drop.line.end} ${drop.line.purpose}`;
    const known = alike.get(key);
    if (known) known.count += 1;
    else alike.set(key, { drop, count: 1 });
  }
  const counts = new Map<string, number>();
  for (const { drop, count } of alike.values())
    for (const [what, each] of endPartsOf(drop)) counts.set(what, (counts.get(what) ?? 0) + each * count);
  const lines = [...counts].map(([what, count]) =>
    line("ends", what, count, "piece", "two ends a drop", partPrice(design, what)),
  );
  return ends
    ? [
        ...lines,
        line(
          "labels",
          "Cable label, wrap-round",
          Math.ceil(ends * LABEL_SPARE),
          "piece",
          `${ends} ends and a tenth more`,
          partPrice(design, "Cable label, wrap-round"),
        ),
      ]
    : lines;
}

/** Metres of a trunk's path. */
const pathM = (path: readonly (readonly [number, number])[]) =>
  path.slice(1).reduce((sum, [x, y], i) => sum + Math.hypot(x - path[i]![0], y - path[i]![1]), 0);
/** Metres of string on a bobbin, and of a length of divider. */
const STRING_M = 100;
const DIVIDER_M = 2;

/** Pull boxes, dividers, seals and strings along the ways; supplies and junction boxes of lit treads. */
function partLines(design: Design): MaterialLine[] {
  const lines: MaterialLine[] = [];
  const part = (
    group: MaterialGroup,
    what: string,
    count: number,
    from: string,
    price = partPrice(design, what),
  ) => count > 0 && lines.push(line(group, what, count, "piece", from, price));
  part(
    "containment",
    "Pull box, 150 mm",
    design.trunks.reduce((sum, row) => sum + (row.boxes?.length ?? 0), 0),
    "drawn on conduits",
  );
  for (const divider of ["aluminium", "steel"] as const) {
    const rows = design.trunks.filter((row) => row.divider === divider);
    part(
      "containment",
      `Divider, ${divider}, ${DIVIDER_M} m`,
      Math.ceil(rows.reduce((sum, row) => sum + pathM(row.path), 0) / DIVIDER_M),
      rows.map((row) => row.name).join(", "),
    );
  }
  part(
    "containment",
    "Fire seal, one opening",
    fireCrossings(design).length,
    "crossings of fire-rated parts",
  );
  const strung =
    (design.design.schools?.spareDrops ?? "pull string") === "pull string" ? containmentOf(design) : [];
  const stubs = design.points.filter((point) => point.kind === "stub-out").length;
  part(
    "containment",
    `Pull string, ${STRING_M} m`,
    Math.ceil((strung.reduce((sum, one) => sum + one.lengthM + 2, 0) + 10 * stubs) / STRING_M),
    "left in every conduit for the next cable",
  );
  const groups = treadGroups(design);
  const { ledSupplyW } = runSettings(design);
  part(
    "supplies",
    "Junction box, 80 mm",
    groups.filter((group) => group.points.length > 1).length,
    "one a group of treads",
  );
  part(
    "supplies",
    `Supply for light strips, ${ledSupplyW} W`,
    groups.length,
    "one a group of treads",
    round2(inMoney(design, 12 + 0.28 * ledSupplyW)),
  );
  return lines;
}

/**
 * Everything, by group and name. Devices by their option where one is chosen, with what the register says
 * they cost.
 */
export const billOf = memo("billOf", (design): MaterialLine[] => {
  const cable = cableTotals(design)
    .filter((total) => total.cutting.newReels > 0)
    .map((total) =>
      line(
        "cable",
        `${total.cableType.name}, reel of ${total.cableType.reelM} m`,
        total.cutting.newReels,
        "reel",
        `${counted(total.drops, "drop")}, ${total.lengthM.toFixed(2)} m`,
        round2(total.cableType.reelM * total.cableType.costPerM),
      ),
    );
  const bores = new Map<number, { metres: number; names: string[] }>();
  for (const one of containmentOf(design)) {
    if (one.in === "trunks" && "existing" in one.row && one.row.existing) continue;
    const known = bores.get(one.boreMm) ?? { metres: 0, names: [] };
    bores.set(one.boreMm, { metres: known.metres + one.lengthM, names: [...known.names, one.row.name] });
  }
  const conduit = [...bores]
    .sort((a, b) => a[0] - b[0])
    .map(([bore, { metres, names }]) =>
      line(
        "containment",
        `Conduit, ${bore} mm, length of ${CONDUIT_LENGTH_M} m`,
        Math.ceil(metres / CONDUIT_LENGTH_M - 1e-9),
        "piece",
        `${metres.toFixed(1)} m: ${names.join(", ")}`,
        round2(inMoney(design, bore * CONDUIT_PRICE_PER_MM * CONDUIT_LENGTH_M)),
      ),
    );
  const boxes = new Map<string, number>();
  for (const box of boxOf.all(design, design.points))
    if (box !== undefined) boxes.set(box, (boxes.get(box) ?? 0) + 1);
  const devices = new Map<string, { name: string; had: boolean; prices: (number | undefined)[] }>();
  const [options, kinds, points] = [byId(design, "options"), byId(design, "kinds"), byId(design, "points")];
  for (const device of design.devices) {
    const had = device.status !== "wanted" && device.status !== "chosen";
    const name =
      (device.option === undefined ? undefined : options.get(device.option)?.name) ??
      kinds.get(points.get(device.point)?.kind ?? "")?.name ??
      "Device";
    const key = had ? `had ${name}` : `open ${name}`;
    let known = devices.get(key);
    if (!known) devices.set(key, (known = { name, had, prices: [] }));
    known.prices.push(device.cost);
  }
  const lines = [
    ...cable,
    ...conduit,
    ...[...boxes].map(([what, count]) =>
      line(
        "boxes and plates",
        capital(what),
        count,
        "piece",
        "one a point",
        inMoney(design, BOX_PRICES[what]),
      ),
    ),
    ...endLines(design),
    ...partLines(design),
    ...cabinetParts(design).parts.map(({ what, count, price, from }) =>
      line("cabinets and racks", what, count, "piece", from, price),
    ),
    ...[...devices.values()].map(({ name, had, prices }) => deviceLine(name, had, prices)),
    ...labourLines(design),
  ];
  return lines.sort(
    (a, b) =>
      GROUPS.indexOf(a.group) - GROUPS.indexOf(b.group) ||
      Number(a.had ?? false) - Number(b.had ?? false) ||
      byName(a.what, b.what),
  );
});

/**
 * Devices of one name. A price of one is given where all have the same; the cost is the sum of those that
 * have one.
 */
function deviceLine(name: string, had: boolean, prices: readonly (number | undefined)[]): MaterialLine {
  const known = prices.filter((price) => price !== undefined);
  const [first] = known;
  const same = known.length === prices.length && known.every((price) => price === first);
  const open = prices.length - known.length;
  return {
    group: "devices",
    what: name,
    count: prices.length,
    unit: "piece",
    ...(had ? { had } : {}),
    ...(same && first !== undefined ? { price: first } : {}),
    ...(known.length ? { cost: round2(known.reduce((sum, price) => sum + price, 0)) } : {}),
    from: `${had ? "ordered, fitted or in use" : "wanted or chosen, not ordered yet"}${open && known.length ? `; ${open} without a price` : ""}`,
  };
}

/** Hours of the work at the design's rate. */
function labourLines(design: Design): MaterialLine[] {
  const drops = dropsOf(design);
  const metres = drops.reduce((sum, drop) => sum + (drop.installedM ?? 0), 0);
  const rate = labourRate(design);
  const hours = (what: string, count: number, from: string): MaterialLine[] =>
    count > 0
      ? [
          {
            group: "labour",
            what,
            count: Math.round(count * 1e4) / 1e4,
            unit: "hour",
            price: rate,
            cost: round2(count * rate),
            from,
          },
        ]
      : [];
  return [
    ...hours(
      "Pulling and ending cables",
      dropHours(drops.length, metres),
      `${counted(drops.length, "drop")}, ${metres.toFixed(1)} m in the house; ${LABOUR.perDropH} h a drop and ${LABOUR.perDropM} h/m, typical`,
    ),
    ...hours(
      "Fitting devices",
      design.devices.length * LABOUR.perDeviceH,
      `${counted(design.devices.length, "device")}, ${LABOUR.perDeviceH} h each, typical`,
    ),
    ...hours(
      "Fitting modules in cabinets",
      cabinetParts(design).hours,
      `${counted(design.modules.length, "module")}, minutes of each kind`,
    ),
  ];
}

/** How many of a thing, and what they cost. */
export const billWorking = (row: MaterialLine, currency: string): Working => ({
  title: row.what,
  value: row.cost ?? row.count,
  unit: row.cost === undefined ? row.unit : currency,
  verdict: "none",
  steps: [
    {
      formula: "Count",
      with: row.from,
      gives: counted(row.unit === "hour" ? round2(row.count) : row.count, row.unit),
      source:
        row.group === "devices"
          ? "register"
          : row.group === "labour"
            ? "points, kits and devices"
            : "points, kits and ways",
    },
    ...(row.price === undefined
      ? [
          row.cost === undefined
            ? { formula: "Price of one", with: "nobody has said", gives: "–", source: "" }
            : {
                formula: "Σ of their prices",
                with: "they differ",
                gives: `${row.cost.toFixed(2)} ${currency}`,
                source: "register",
              },
        ]
      : [
          {
            formula: "Price of one",
            with: "",
            gives: `${row.price.toFixed(2)} ${currency}`,
            source:
              row.group === "cable"
                ? "cable type, whole reels"
                : row.group === "devices"
                  ? "register"
                  : row.group === "labour"
                    ? "this design, an hour"
                    : "typical",
          },
          {
            formula: "Count × price",
            with: `${row.count} × ${row.price.toFixed(2)}`,
            gives: `${row.cost!.toFixed(2)} ${currency}`,
            source: "",
          },
        ]),
  ],
});

/** What is there already, and labour, is not ordered. */
export const isOrdered = (row: MaterialLine) => !row.had && row.group !== "labour";

/** The order as CSV: one line a thing, prices where they are known. */
export function materialsCsv(design: Design): string {
  const { currency } = design.design;
  return writeCsv(
    ["Group", "What", "Count", "Unit", `Price (${currency})`, `Cost (${currency})`, "From"],
    billOf(design)
      .filter(isOrdered)
      .map((row) => [row.group, row.what, row.count, row.unit, row.price, row.cost, row.from]),
  );
}
