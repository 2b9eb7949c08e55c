/** Checks of stage 6: places, weight, heat, power, battery, patches. */
import { byId, type Design } from "../../design/collections";
import { memo } from "../../design/kept";
import { counted } from "../../design/words";
import type { Finding, Fix } from "../../desk/findings";
import { sumWorking } from "../../desk/working";
import { dropsOf } from "../runs/drops";
import { POE_CLASSES } from "../runs/electrical";
import { patchAll, patchesOf, switchLoads, type Patch } from "./patching";
import { portsAt } from "./ports";
import { fitsAt, placeAll } from "./place";
import { airAt, overlap, racksOf, type Rack } from "./racks";
import type { RackItemRow } from "../../design/rows/rack";
import { wallSpaceOf, wallWorking } from "./wall-space";
import { circuitOf, circuitWorking, heatWorking } from "./workings";

const refs = (rack: Rack, ...items: RackItemRow[]) => [
  ...items.map((item) => ({ in: "rackItems" as const, id: item.id })),
  { in: "racks" as const, id: rack.row.id },
];

/** Put the item where it fits, nearest to where it stands; undefined where it fits nowhere. */
function move(rack: Rack, item: RackItemRow, good: (u: number) => boolean = () => true): Fix | undefined {
  const others = rack.items.filter((one) => one.id !== item.id && one.u !== undefined);
  let best: number | undefined;
  for (let u = 1; u <= rack.row.units; u++)
    if (
      fitsAt(rack.row, others, item, u) &&
      good(u) &&
      (best === undefined || Math.abs(u - (item.u ?? 1)) < Math.abs(best - (item.u ?? 1)))
    )
      best = u;
  return best === undefined
    ? undefined
    : {
        label: `Put ${item.name} at unit ${best}`,
        changes: [{ in: "rackItems", put: { ...item, u: best } }],
      };
}

function places(design: Design, rack: Rack): Finding[] {
  const findings: Finding[] = [];
  const { row, items } = rack;
  const decides = "The designer decides: another rack, or less in it.";
  const out = items.filter((item) => item.u === undefined);
  if (out.length)
    findings.push({
      code: "rack.no-place",
      stage: "rack",
      severity: "note",
      title: `${out.length === 1 ? `${out[0]!.name} has` : `${out.length} items of ${row.name} have`} no place yet`,
      why: "Place by rule puts them: heavy low, warm with a gap above, patch beside switch.",
      about: [...refs(rack, ...out)],
      fix: {
        label: "Place by rule",
        changes: (design: Design) => placeAll(design, row.id),
      },
    });
  items.forEach((item, i) => {
    if (item.u === undefined) return;
    const other = items.slice(0, i).find((one) => overlap(row, item, one));
    if (other || item.u + item.heightU - 1 > row.units) {
      const fix = move(rack, item);
      findings.push({
        code: other ? "rack.overlap" : "rack.outside",
        stage: "rack",
        severity: "stop",
        title: other
          ? `${item.name} and ${other.name} want the same units of ${row.name}`
          : `${item.name} stands above the top of ${row.name}`,
        why: fix ? "One of them has to move." : decides,
        about: refs(rack, item, ...(other ? [other] : [])),
        fix,
      });
    }
    if (item.depthMm > row.depthMm)
      findings.push({
        code: "rack.deep",
        stage: "rack",
        severity: "stop",
        title: `${item.name} is deeper than ${row.name}`,
        why: `Its door does not close, and its plugs are bent. ${decides}`,
        about: refs(rack, item),
        measured: item.depthMm,
        limit: row.depthMm,
        unit: "mm",
      });
  });
  return findings;
}

function weight(rack: Rack): Finding[] {
  const { row, kg, items } = rack;
  const findings: Finding[] = [];
  if (kg > row.maxKg)
    findings.push({
      code: "rack.heavy",
      stage: "rack",
      severity: "stop",
      title: `${row.name} bears more than it may`,
      why: "A wall frame comes off its wall, a floor rack bends. The designer decides what goes elsewhere.",
      about: refs(rack),
      measured: kg,
      limit: row.maxKg,
      unit: "kg",
    });
  const placed = items.filter((item) => item.u !== undefined && item.kg > 0);
  const weightKg = placed.reduce((sum, item) => sum + item.kg, 0);
  const middle =
    placed.reduce((sum, item) => sum + item.kg * (item.u! - 1 + item.heightU / 2), 0) / (weightKg || 1);
  if (row.form === "floor rack" && !row.bolted && middle > row.units / 2)
    findings.push({
      code: "rack.tips",
      stage: "rack",
      severity: "mend",
      title: `${row.name} is heavy at the top and not bolted`,
      why: "Whoever draws an item out pulls it over. Bolt it to wall or floor; heavy things low.",
      about: refs(rack),
      measured: middle,
      limit: row.units / 2,
      unit: "U",
      fix: { label: "Note that it is bolted", changes: [{ in: "racks", put: { ...row, bolted: true } }] },
    });
  const battery = placed.find((item) => item.kind === "battery");
  if (battery && placed.some((item) => item !== battery && item.u! < battery.u! && item.kg > 0)) {
    const fix = move(rack, battery, (u) => u < battery.u!);
    findings.push({
      code: "rack.battery-high",
      stage: "rack",
      severity: "note",
      title: `${battery.name} does not stand lowest`,
      why: `It is the heaviest, and what leaks runs down. ${fix ? "" : "The designer decides."}`.trim(),
      about: refs(rack, battery),
      fix,
    });
  }
  return findings;
}

function heat(design: Design, rack: Rack): Finding[] {
  return rack.items.flatMap((item): Finding[] => {
    const air = airAt(rack, item);
    if (item.maxC === undefined || air === undefined || air <= item.maxC) return [];
    const fix = move(
      rack,
      item,
      (u) =>
        airAt(
          { ...rack, items: rack.items.map((one) => (one.id === item.id ? { ...item, u } : one)) },
          { ...item, u },
        )! <= item.maxC!,
    );
    return [
      {
        code: "rack.hot",
        stage: "rack",
        severity: "mend",
        title: `${item.name} stands above its heat`,
        why: `The air there is ${air.toFixed(0)} °C without a fan. ${fix ? "Away from what warms it from below it holds." : `${rack.airM3h.toFixed(0)} m³ of air an hour, or another closet: the designer decides.`}`,
        about: refs(rack, item),
        measured: air,
        limit: item.maxC,
        unit: "°C",
        source: "its maker",
        working: heatWorking(design, rack, item),
        fix,
      },
    ];
  });
}

function power(design: Design, rack: Rack): Finding[] {
  const findings: Finding[] = [];
  const circuit = circuitOf(design, rack);
  if (circuit && circuit.watts > circuit.limitW)
    findings.push({
      code: "rack.circuit",
      stage: "rack",
      severity: "mend",
      title: `${rack.row.name} takes ${((100 * circuit.watts) / circuit.breakerW).toFixed(0)} % of its circuit`,
      why: "A circuit carries 80 % of its breaker for long; what starts at once takes several times as much. A second circuit, or items on another one: the designer and a licensed person decide.",
      about: refs(rack),
      measured: circuit.watts,
      limit: circuit.limitW,
      unit: "W",
      source: "80 % for continuous load",
      working: circuitWorking(design, rack),
    });
  const strip = rack.items.filter((item) => item.outlets !== undefined);
  const plugs = rack.items.filter((item) => item.watts > 0 && item.kind !== "strip").length;
  const outlets = strip.reduce((sum, item) => sum + item.outlets!, 0);
  if (strip.length && plugs > outlets)
    findings.push({
      code: "rack.outlets",
      stage: "rack",
      severity: "mend",
      title: `${rack.row.name} has ${counted(outlets, "outlet")} for ${counted(plugs, "plug")}`,
      why: "One strip on another is how fires begin. The designer decides: a longer strip, or fewer things.",
      about: refs(rack, ...strip),
      measured: plugs,
      limit: outlets,
      unit: "outlets",
    });
  return findings;
}

function patches(design: Design): Finding[] {
  const findings: Finding[] = [];
  const known = patchesOf(design);
  const seen = new Map<string, Patch>();
  for (const patch of known)
    for (const port of [patch.panelPort, patch.switchPort]) {
      if (port === undefined) continue;
      const other = seen.get(port);
      if (other)
        findings.push({
          code: "rack.port-twice",
          stage: "rack",
          severity: "stop",
          title: `${other.drop.label} and ${patch.drop.label} are on one port`,
          why: "One of them is not where the table says.",
          about: [
            { in: "points", id: patch.drop.point.id },
            { in: "points", id: other.drop.point.id },
          ],
          fix: {
            label: "Patch them anew",
            changes: (design: Design) => patchAll(design, patchIds(design)),
          },
        });
      seen.set(port, patch);
    }
  const racked = new Set(design.racks.map((rack) => rack.closet));
  const open = known.filter((patch) => racked.has(patch.drop.closet ?? "") && patch.panelPort === undefined);
  if (open.length) {
    const ports = [...racked].reduce(
      (sum, closet) => sum + portsAt(design, closet).filter(({ kind }) => kind === "panel").length,
      0,
    );
    findings.push({
      code: "rack.unpatched",
      stage: "rack",
      severity: "note",
      title: `${counted(open.length, "cable")} ${open.length === 1 ? "is" : "are"} on no panel port yet`,
      why:
        ports < known.length
          ? "There are fewer ports than cables: the designer decides on another panel."
          : "Patch all gives each its port.",
      about: open.slice(0, 20).map(({ drop }) => ({ in: "points", id: drop.point.id })),
      measured: open.length,
      unit: "cables",
      fix: {
        label: "Patch all",
        changes: (design: Design) => patchAll(design, patchIds(design)),
      },
    });
  }
  const keys = new Set(dropsOf(design).map((drop) => drop.key));
  const gone = design.patches.filter((row) => !keys.has(row.drop));
  if (gone.length)
    findings.push({
      code: "rack.patch-gone",
      stage: "rack",
      severity: "mend",
      title: `${counted(gone.length, "patch", "patches")} of cables that are gone`,
      why: "Their ports are taken for nothing.",
      about: gone.map((row) => ({ in: "patches", id: row.id })),
      fix: { label: "Free their ports", changes: gone.map((row) => ({ in: "patches", drop: row.id })) },
    });
  return findings;
}

/** Power over cables, switch by switch. */
const switches = (design: Design): Finding[] =>
  switchLoads(design).flatMap(({ item, patches: on, reservedW }): Finding[] =>
    item.poeBudgetW === undefined || reservedW <= item.poeBudgetW + 1e-9
      ? []
      : [
          {
            code: "rack.poe-budget",
            stage: "rack",
            severity: "mend",
            title: `${item.name} is asked to set aside more than it has`,
            why: "It leaves the last devices dark, whichever those are at the next start. The designer decides: other ports, or a larger switch.",
            about: [
              { in: "rackItems", id: item.id },
              ...on.map(({ drop }) => ({ in: "points" as const, id: drop.point.id })),
            ],
            measured: reservedW,
            limit: item.poeBudgetW,
            unit: "W",
            source: "IEEE 802.3 classes",
            working: sumWorking(
              `Set aside by ${item.name}`,
              "W",
              on.map(({ drop, poeClass }) => ({
                name: `${drop.label}, class ${poeClass}`,
                value: POE_CLASSES[poeClass!]!.sourceW,
              })),
              "IEEE 802.3",
              1,
            ),
          },
        ],
  );

/** Services whose devices are missed at once, whatever their wants say. */
const MISSED: ReadonlySet<string> = new Set(["security", "sight", "network"]);

/** Is a powered device one that the house cannot do without: by its want, or by its service? */
function isCritical(design: Design, { drop: { point, kind } }: Patch): boolean {
  if (MISSED.has(kind.service)) return true;
  return design.wants.some((want) => want.critical && want.points.includes(point.id));
}

/** Powered devices of one kind, critical ones, that all go with one switch. */
function oneSwitch(design: Design): Finding[] {
  const itemOf = (port: string) => port.slice(0, port.lastIndexOf("/"));
  const groups = new Map<string, Patch[]>();
  for (const patch of patchesOf(design)) {
    if (patch.poeClass === undefined || patch.switchPort === undefined || !isCritical(design, patch))
      continue;
    const key = `${patch.drop.closet} ${patch.drop.kind.id}`;
    groups.set(key, [...(groups.get(key) ?? []), patch]);
  }
  const taken = new Set(design.patches.flatMap(({ switchPort }) => switchPort ?? []));
  return [...groups.values()].flatMap((own): Finding[] => {
    const on = new Set(own.map(({ switchPort }) => itemOf(switchPort!)));
    if (own.length < 2 || on.size > 1) return [];
    const [first] = own;
    const item = byId(design, "rackItems").get([...on][0]!);
    const other = portsAt(design, first!.drop.closet!).find(
      (port) => port.kind === "powered" && port.item.id !== item?.id && !taken.has(port.name),
    );
    const moved = own.at(-1)!.row!;
    return [
      {
        code: "rack.one-switch",
        stage: "rack",
        severity: other ? "mend" : "note",
        title: `${first!.drop.kind.name}: ${own.length === 2 ? "both" : `all ${own.length}`} hang on ${item?.name ?? "one switch"}`,
        why: other
          ? "When it fails none of them is left. One on another switch keeps some of the house going."
          : "When it fails none of them is left. There is no powered port on another switch: the designer decides whether a second one is worth it.",
        about: [
          ...(item ? [{ in: "rackItems" as const, id: item.id }] : []),
          ...own.map(({ drop }) => ({ in: "points" as const, id: drop.point.id })),
        ],
        measured: own.length,
        unit: "devices",
        source: "spread over two switches",
        ...(other
          ? {
              fix: {
                label: `Put ${own.at(-1)!.drop.point.name} on ${other.item.name}`,
                changes: [{ in: "patches" as const, put: { ...moved, switchPort: other.name } }],
              },
            }
          : {}),
      },
    ];
  });
}

/** More racks and cabinets than the wall of their closet takes. */
const walls = (design: Design): Finding[] =>
  design.closets.flatMap((closet): Finding[] => {
    const space = wallSpaceOf(design, closet);
    if (space.haveM === undefined || space.needM <= space.haveM + 1e-9) return [];
    return [
      {
        code: "rack.wall-space",
        stage: "rack",
        severity: "mend",
        title: `${closet.name} has less wall than its racks and cabinets take`,
        why: "Doors do not open and nobody gets behind it. A smaller cabinet, another wall, or one of them elsewhere: the designer decides.",
        about: [{ in: "closets", id: closet.id }],
        measured: space.needM,
        limit: space.haveM,
        unit: "m",
        source: "wall space of the closet",
        working: wallWorking(closet, space),
      },
    ];
  });

/** Ids of patches a fix makes: the first ones nobody has. */
export function patchIds(design: Design): (prefix: string) => string {
  const taken = byId(design, "patches");
  let n = 0;
  return (prefix) => {
    do n += 1;
    while (taken.has(`${prefix}-${n}`));
    return `${prefix}-${n}`;
  };
}

/** All findings of stage 6. */
export const rackChecks = memo("rackChecks", (design): Finding[] => [
  ...racksOf(design).flatMap((rack) => [
    ...places(design, rack),
    ...weight(rack),
    ...heat(design, rack),
    ...power(design, rack),
  ]),
  ...patches(design),
  ...switches(design),
  ...oneSwitch(design),
  ...walls(design),
]);
