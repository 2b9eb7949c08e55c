/** Checks of stage 9: who sees what they should not, or not what they should; what is called alike; what goes round. */
import type { Design } from "../../design/collections";
import { memoAnywhere } from "../../design/kept";
import { changeRow, dropRow } from "../../design/row-changes";
import { counted } from "../../design/words";
import type { Finding } from "../../desk/findings";
import { bridgeStates, exposuresOf, freePort, portClashes, refusalOf, seenOf, type Exposed } from "./matrix";
import { callIt } from "./call-it";
import { crossingCost, networkName } from "./crossing";
import { joinList, roomsToDo } from "./joins";
import { deviceName, pairLines, pairLoops, pairMasters, pairsIn } from "./pairs";
import type { Danger } from "../../design/rows/bridges";
import { saveBridge } from "./save";
import { wrongCode } from "../register/codes";
import { alikeIn, betterNames, mistakable } from "./spoken";

const exposure = ({ row }: Exposed) => ({ in: "exposures" as const, id: row.id });
const device = (id: string) => ({ in: "devices" as const, id });

/** Ports and networks: what keeps a bridge from being found at all. */
function portChecks(design: Design): Finding[] {
  const findings: Finding[] = portClashes(design).map(({ bridge, other }) => {
    const wanted = design.ecosystems.find(
      ({ id, port }) =>
        port !== undefined &&
        port !== bridge.port &&
        design.exposures.some((row) => row.ecosystem === id && row.bridge === bridge.id),
    );
    const free = wanted?.port ?? freePort(design, bridge.host, bridge.port + 1);
    return {
      code: "bridges.port-clash",
      stage: "bridges",
      severity: "stop",
      title: `${bridge.name} and ${other.name} are both at port ${bridge.port} of one host`,
      why: "The one that starts second cannot listen there, and shows nothing to anybody.",
      about: [bridge, other].map(({ id }) => ({ in: "bridges", id })),
      fix: {
        label: `Put ${bridge.name} at port ${free}`,
        changes: changeRow(design, "bridges", bridge.id, { port: free }),
      },
    };
  });
  const clashing = new Set(portClashes(design).map(({ bridge }) => bridge.id));
  for (const bridge of design.bridges) {
    const shownTo = design.ecosystems.filter(({ id }) =>
      design.exposures.some((row) => row.ecosystem === id && row.bridge === bridge.id),
    );
    for (const ecosystem of shownTo) {
      const refused = refusalOf(ecosystem, bridge);
      if (refused !== undefined) {
        const { port } = ecosystem;
        const wrongPort = port !== undefined && port !== bridge.port;
        const taken = design.bridges.some(
          (other) => other.id !== bridge.id && other.host === bridge.host && other.port === port,
        );
        findings.push({
          code: wrongPort ? "bridges.port" : "bridges.uncertified",
          stage: "bridges",
          severity: "stop",
          title: `${ecosystem.name} sees nothing of ${bridge.name}`,
          why: `${refused}. ${wrongPort ? (taken ? "Another bridge has that port: the designer says which gives way." : "") : "The designer takes a certified bridge for it, or shows it nothing."}`.trim(),
          about: [
            { in: "bridges", id: bridge.id },
            { in: "ecosystems", id: ecosystem.id },
          ],
          ...(wrongPort && !taken
            ? {
                fix: {
                  label: `Put ${bridge.name} at port ${port}`,
                  changes: changeRow(design, "bridges", bridge.id, { port }),
                },
              }
            : {}),
        });
      } else if (ecosystem.uncertified === "warns" && !bridge.certified && !clashing.has(bridge.id))
        findings.push({
          code: "bridges.warns",
          stage: "bridges",
          severity: "note",
          title: `${ecosystem.name} warns of ${bridge.name}`,
          why: "It is not certified: whoever lets it in has to say yes to a warning. The household is told before.",
          about: [
            { in: "bridges", id: bridge.id },
            { in: "ecosystems", id: ecosystem.id },
          ],
        });
      if (
        ecosystem.network !== undefined &&
        bridge.network !== undefined &&
        !sameNetwork(design, ecosystem.network, bridge.network)
      )
        findings.push({
          code: "bridges.network",
          stage: "bridges",
          severity: "mend",
          title: `${bridge.name} and ${ecosystem.name} are in different networks`,
          why: [
            "They look for each other by multicast, which ends at the edge of a network. To carry it across opens what was parted for safety.",
            crossingCost(design, bridge.network, ecosystem.network),
            "The designer moves one of them, or says what may cross.",
          ]
            .filter(Boolean)
            .join(" "),
          about: [
            { in: "bridges", id: bridge.id },
            { in: "ecosystems", id: ecosystem.id },
          ],
          fix: {
            label: `Put ${bridge.name} into ${networkName(design, ecosystem.network)}`,
            changes: changeRow(design, "bridges", bridge.id, { network: ecosystem.network }),
          },
        });
    }
    if (bridge.codeCheck === "bad" || (bridge.code !== undefined && wrongCode(bridge.code)))
      findings.push({
        code: "bridges.code",
        stage: "bridges",
        severity: "mend",
        title: `The code of ${bridge.name} fails its check`,
        why: "A figure of it was misread. The installer, or whoever has the bridge before them, reads it again: without it nobody joins.",
        about: [{ in: "bridges", id: bridge.id }],
      });
    if (bridge.multicast === false && shownTo.length)
      findings.push({
        code: "bridges.multicast",
        stage: "bridges",
        severity: "mend",
        title: `The network of ${bridge.name} holds multicast and IPv6 back`,
        why: "Ecosystems find a bridge by both. The installer of the network lets them through within that one network.",
        about: [{ in: "bridges", id: bridge.id }],
      });
  }
  return findings;
}

const sameNetwork = (design: Design, a: string, b: string) =>
  networkName(design, a) === networkName(design, b);

const listed = (design: Design, ids: readonly string[]) =>
  ids.length <= 3
    ? ids.map((id) => deviceName(design, id)).join(", ")
    : `${ids
        .slice(0, 2)
        .map((id) => deviceName(design, id))
        .join(", ")} and ${ids.length - 2} more`;

/** Bridges whose filter takes something else than they were saved with, and those that never were saved. */
const staleChecks = (design: Design): Finding[] =>
  [...bridgeStates(design).values()]
    .filter(({ stale }) => stale)
    .map(({ bridge, added, gone }) => ({
      code: "bridges.stale",
      stage: "bridges",
      severity: "mend",
      title: bridge.savedAs
        ? `${bridge.name} was not saved since ${counted(added.length + gone.length, "device")} changed`
        : `${bridge.name} was never saved`,
      why: [
        added.length ? `Not seen yet: ${listed(design, added)}.` : "",
        gone.length ? `Seen still, and taken no longer: ${listed(design, gone)}.` : "",
        "Saved again, what is new wants its room and name in each ecosystem.",
      ]
        .filter(Boolean)
        .join(" "),
      about: [{ in: "bridges" as const, id: bridge.id }, ...added.map(device)],
      measured: added.length + gone.length,
      unit: "devices",
      fix: {
        label: bridge.savedAs ? "It was saved again" : "It was saved",
        changes: saveBridge(design, bridge),
      },
    }));

/** More than an ecosystem or bridge holds; what nobody takes. */
function refusedChecks(design: Design): Finding[] {
  const byWhy = new Map<string, Exposed[]>();
  for (const one of exposuresOf(design)) {
    if (one.state !== "refused" || refusalOf(one.ecosystem, one.bridge) !== undefined) continue;
    byWhy.set(one.why!, [...(byWhy.get(one.why!) ?? []), one]);
  }
  return [...byWhy].map(([why, own]) => {
    const standIn = own.every(({ byStandIn }) => byStandIn) ? own[0]!.byStandIn : undefined;
    return {
      code: "bridges.refused",
      stage: "bridges",
      severity: "mend",
      title: `${counted(own.length, "device")} planned for ${own[0]!.ecosystem.name} will not be there: ${why}`,
      why: standIn
        ? `${listed(
            design,
            own.map(({ device: { id } }) => id),
          )}. A ${standIn} that stands in for it can be set going there, and says nothing back.`
        : `${listed(
            design,
            own.map(({ device: { id } }) => id),
          )}. The designer takes it out, or another way in.`,
      about: own.flatMap((one) => [exposure(one), device(one.device.id)]),
      measured: own.length,
      fix: standIn
        ? {
            label: `Show ${own.length === 1 ? "it" : "them"} by a ${standIn}`,
            changes: own.flatMap(({ row }) => changeRow(design, "exposures", row.id, { as: standIn })),
          }
        : {
            label: `Take ${own.length === 1 ? "it" : "them"} out`,
            changes: own.flatMap(({ row }) => dropRow("exposures", row.id)),
          },
    };
  });
}

const DOES: Readonly<Record<Danger, string>> = {
  unlock: "unlock",
  "open a gate or garage": "open",
  disarm: "disarm",
  oven: "heat",
};

/** What must not be done by a word anybody can say, and what is nobody's business. */
function dangerChecks(design: Design): Finding[] {
  const findings: Finding[] = [];
  for (const one of seenOf(design)) {
    const { danger } = one.thing;
    if (danger && one.can.length) {
      const asks = one.ecosystem.factorFor?.includes(danger) ?? false;
      if (!(asks && one.row.factor))
        findings.push({
          code: "bridges.danger",
          stage: "bridges",
          severity: "stop",
          title: `${one.ecosystem.name} would ${DOES[danger]} ${one.spokenName} without asking`,
          why: `${asks ? "It can ask for a second factor, and is not told to" : "It can ask for no second factor"}: ${danger === "oven" ? "heat comes on with nobody in the kitchen. It is switched on by hand, by whoever stands before it." : "whoever stands at a window can say it. The way out by hand stays, power or no power."}`,
          about: [exposure(one), device(one.device.id)],
          fix: asks
            ? {
                label: "Ask for a second factor",
                changes: changeRow(design, "exposures", one.row.id, { factor: true }),
              }
            : { label: `Do not show it to ${one.ecosystem.name}`, changes: dropRow("exposures", one.row.id) },
        });
    }
    if (["camera", "door station", "occupancy sensor"].includes(one.type ?? ""))
      findings.push({
        code: "bridges.seen",
        stage: "bridges",
        severity: one.ecosystem.local ? "note" : "mend",
        title: `${one.ecosystem.name} learns who is where from ${one.spokenName}`,
        why: one.ecosystem.local
          ? "It stays in the house. Those who are seen are told."
          : "It leaves the house. Least is shown: those who are seen are told, and agree.",
        about: [exposure(one), device(one.device.id)],
        fix: { label: `Do not show it to ${one.ecosystem.name}`, changes: dropRow("exposures", one.row.id) },
      });
  }
  return findings;
}

/** Names that clash in an ecosystem, once a pair of devices; and names that are taken for something else. */
function nameChecks(design: Design): Finding[] {
  const findings: Finding[] = [];
  const told = new Set<string>();
  const why = {
    same: "Nobody can say which.",
    contained: "Whoever says the shorter may reach the longer.",
    "sounds alike": "Said in a hurry, the other one hears it.",
  };
  for (const { a, b, why: how, score } of alikeIn(design)) {
    const key = [a.device.id, b.device.id].join(" ");
    if (told.has(key)) continue;
    told.add(key);
    // The one that has a spoken name of its own gives way: the plan's name stays.
    const [rename, other] =
      b.row.spokenName !== undefined && a.row.spokenName === undefined ? [b, a] : [a, b];
    const [better] = betterNames(design, rename);
    findings.push({
      code: "bridges.alike",
      stage: "bridges",
      severity: "mend",
      title:
        how === "same"
          ? `Two devices are called ${a.spokenName} in ${a.ecosystem.name}`
          : how === "contained"
            ? `${a.spokenName} and ${b.spokenName} contain one another`
            : `${a.spokenName} and ${b.spokenName} sound alike`,
      why: better ? why[how] : `${why[how]} The designer finds another name for ${other.spokenName}.`,
      about: [exposure(rename), device(rename.device.id), exposure(other), device(other.device.id)],
      measured: Math.round(score * 100) / 100,
      source: "sounds of the design's language",
      ...(better
        ? { fix: { label: `Call it ${better}`, changes: callIt(design, rename.device.id, better) } }
        : {}),
    });
  }
  const named = new Set<string>();
  for (const { one, word, for: as } of mistakable(design)) {
    if (named.has(one.device.id)) continue;
    named.add(one.device.id);
    const [better] = betterNames(design, one);
    findings.push({
      code: "bridges.mistakable",
      stage: "bridges",
      severity: "note",
      title: `${one.spokenName} is taken for ${as}`,
      why: `“${word}” is ${as} to who listens.${better ? "" : " The designer finds another name."}`,
      about: [exposure(one), device(one.device.id)],
      ...(better
        ? { fix: { label: `Call it ${better}`, changes: callIt(design, one.device.id, better) } }
        : {}),
    });
  }
  return findings;
}

/** Pairs that chase each other, have two masters, or nothing in common. */
function pairChecks(design: Design): Finding[] {
  const findings: Finding[] = [];
  const { loops } = pairLoops(design);
  for (const loop of loops) {
    const names = loop.map((id) => deviceName(design, id));
    const pairs = pairsIn(design, loop);
    // The one that goes over an ecosystem is cut: it is the slowest and the first to go away.
    const cut = [...pairs].reverse().find(({ ecosystem }) => ecosystem) ?? pairs.at(-1)!;
    findings.push({
      code: "bridges.loop",
      stage: "bridges",
      severity: "stop",
      title: `What one says comes back to it: ${[...names, names[0]].join(" → ")}`,
      why: "Each follows the other, and with any delay they chase one another on and off.",
      about: [...pairs.map(({ id }) => ({ in: "pairs" as const, id })), ...loop.map(device)],
      measured: loop.length,
      unit: "devices",
      fix: {
        label: `Part ${deviceName(design, cut.left)} and ${deviceName(design, cut.right)}`,
        changes: dropRow("pairs", cut.id),
      },
    });
  }
  const inLoop = new Set(loops.flat());
  for (const { device: id, masters } of pairMasters(design)) {
    if (inLoop.has(id)) continue;
    findings.push({
      code: "bridges.masters",
      stage: "bridges",
      severity: "note",
      title: `${deviceName(design, id)} follows ${masters.length} others`,
      why: `${masters.map((one) => deviceName(design, one)).join(" and ")}: the last one wins, and the other then is wrong about it. The designer says whose word counts.`,
      about: [device(id), ...masters.map(device)],
    });
  }
  for (const { row, both } of pairLines(design))
    if (!both.length)
      findings.push({
        code: "bridges.pair-apart",
        stage: "bridges",
        severity: "mend",
        title: `${deviceName(design, row.left)} and ${deviceName(design, row.right)} have nothing in common`,
        why: "Nothing that the one can do can be done by the other: nothing is kept in step.",
        about: [{ in: "pairs", id: row.id }, device(row.left), device(row.right)],
        fix: { label: "Part them", changes: dropRow("pairs", row.id) },
      });
  return findings;
}

/** Who cannot get in, and rooms that are put in by hand. */
function joinChecks(design: Design): Finding[] {
  const findings: Finding[] = joinList(design).left.map(({ bridge, of }) => ({
    code: "bridges.no-way-in",
    stage: "bridges",
    severity: "stop",
    title: `${of.name} has no way into ${bridge.name}`,
    why: "It neither reads the bridge's code nor can be let in by one that does. The designer says how it joins.",
    about: [
      { in: "ecosystems", id: of.id },
      { in: "bridges", id: bridge.id },
    ],
  }));
  const byEcosystem = new Map<string, Exposed[]>();
  for (const one of roomsToDo(design))
    byEcosystem.set(one.ecosystem.id, [...(byEcosystem.get(one.ecosystem.id) ?? []), one]);
  for (const [id, own] of byEcosystem)
    findings.push({
      code: "bridges.rooms",
      stage: "bridges",
      severity: "note",
      title: `${counted(own.length, "device")} to be put into rooms in ${own[0]!.ecosystem.name}`,
      why: "Rooms do not carry over there. The household or the installer, whoever holds the phone, does it once, ticks it off, and again for what is added.",
      about: [{ in: "ecosystems", id }, ...own.map(exposure)],
      measured: own.length,
    });
  return findings;
}

export const bridgeChecks = memoAnywhere("bridgeChecks", (design): Finding[] => [
  ...portChecks(design),
  ...staleChecks(design),
  ...refusedChecks(design),
  ...dangerChecks(design),
  ...nameChecks(design),
  ...pairChecks(design),
  ...joinChecks(design),
]);
