/** Checks of stage 7: who is heard by nobody or too faintly, what hangs on one router, what the limits do not bear. */
import { byId, type Design } from "../../design/collections";
import { capital, counted } from "../../design/words";
import type { Finding, Fix, Severity } from "../../desk/findings";
import { calibrationsOf, LEAST, takeFigures } from "./calibrate";
import { openSubGhz, regionOf } from "./regions";
import { channelPlans, channelWorking, CLEAR_DB, inBand } from "./channels";
import { cutBy } from "./cut-off";
import { bandsOf, type Band, type Link, type Radio } from "./links";
import { DEAD_DB, SOUND_DB } from "./loss";
import { proposeRouters } from "./place";
import { CARRIED, proposePoints, servedByOf, SHARE, spreadChannels, TURNS_DBM } from "./points";
import { missingRadios, putRadios, radioRow, silentDevices } from "./put-radios";
import type { RadioProfileRow } from "../../design/rows/mesh";
import { allSingles, isRoot, lostWithout, reachesOf, treesOf, type Tree } from "./routes";
import { reachWorking } from "./workings";

const about = (...radios: readonly Radio[]): Finding["about"] => [
  ...radios.map(({ row }) => ({ in: "radios" as const, id: row.id })),
  ...radios.slice(0, 1).map(({ point }) => ({ in: "points" as const, id: point.id })),
];

const names = (radios: readonly Radio[]) =>
  radios.length <= 3
    ? radios.map(({ device }) => device.name).join(", ")
    : `${radios
        .slice(0, 2)
        .map(({ device }) => device.name)
        .join(", ")} and ${radios.length - 2} more`;

/** Routers that mend what is found of some radios, worked out when somebody asks. */
const routersFix = (design: Design, band: Band, label: string, wanted?: readonly Radio[]): Fix => ({
  label,
  changes: (design: Design) =>
    proposeRouters(
      design,
      band,
      wanted?.map(({ row }) => row.id),
    ).changes,
});

/** A mesh without a coordinator: a radio for it in the hub, where there is one. */
function hubFix(design: Design, profile: RadioProfileRow): { fix?: Fix } {
  const hub = design.devices.find(({ point }) => byId(design, "points").get(point)?.kind === "hub");
  if (!hub || profile.form !== "mesh") return {};
  const put = radioRow(design, hub, profile, { routes: true, coordinator: true, supply: "mains" });
  return { fix: { label: `Put its radio into ${hub.name}`, changes: [{ in: "radios", put }] } };
}

/** What is heard by nobody, or only by a link that does not hold. */
function unheard(design: Design, { band, orphans }: Tree): Finding[] {
  const { profile } = band;
  if (!band.radios.some(isRoot))
    return [
      {
        code: "mesh.no-coordinator",
        stage: "mesh",
        severity: "mend",
        title: `${profile.name} has no coordinator`,
        why: "All ways lead to one: a hub's radio, an access point, a receiver. The designer says which radio it is.",
        about: [{ in: "radioProfiles", id: profile.id }],
        ...hubFix(design, profile),
      },
    ];
  const reach = reachesOf(design).get(profile.id)!;
  const meshed = profile.form === "mesh";
  const findings: Finding[] = [];
  /** Radios by the weakest link of their best way. */
  const weak = new Map<Link, Radio[]>();
  for (const radio of band.radios) {
    if (isRoot(radio)) continue;
    const best = reach.get(radio.row.id);
    if (!best) {
      findings.push({
        code: "mesh.orphan",
        stage: "mesh",
        severity: "stop",
        title: `${radio.device.name} is heard by nobody`,
        why: meshed
          ? "A router on the way that hears both sides carries it; or a coordinator of its own there, over cable."
          : "It is out of reach of every receiver of its kind: one nearer to it, or a cable. The designer decides.",
        about: about(radio),
        ...(meshed ? { fix: routersFix(design, band, "Put routers on the way to it", [radio]) } : {}),
      });
      continue;
    }
    if (best.marginDb >= SOUND_DB) continue;
    const known = weak.get(best.weakest);
    if (known) known.push(radio);
    else weak.set(best.weakest, [radio]);
  }
  for (const [link, radios] of weak) {
    // The one at the far end of the weak link, and who hangs on it.
    const own = radios.find((radio) => link.a === radio || link.b === radio)!;
    const best = reach.get(own.row.id)!;
    const dead = best.marginDb < DEAD_DB;
    const more = radios.length - 1;
    findings.push({
      code: dead ? "mesh.weak" : "mesh.thin",
      stage: "mesh",
      severity: dead ? "mend" : "note",
      title: `${own.device.name} is heard ${dead ? "too faintly" : "thinly"} by ${best.parent.device.name}${more ? `, and ${counted(more, "device")} through it` : ""}`,
      why: `${dead ? "A closed door or somebody in the way takes it off." : "It works, with little kept back for people and furniture."} ${meshed ? "A router nearer to it makes it sound." : "A receiver nearer to it makes it sound: the designer decides."}`,
      about: about(own, ...radios.filter((radio) => radio !== own)),
      measured: best.marginDb,
      limit: dead ? DEAD_DB : SOUND_DB,
      unit: "dB",
      source: "margin of a link",
      working: reachWorking(design, profile, best),
      ...(meshed ? { fix: routersFix(design, band, "Put routers that make it sound", radios) } : {}),
    });
  }
  // Too far off by the number of hops alone.
  const far = orphans.filter((radio) => reach.has(radio.row.id));
  if (far.length)
    findings.push({
      code: "mesh.limits",
      stage: "mesh",
      severity: "stop",
      title: `${names(far)} ${far.length === 1 ? "finds" : "find"} no way within the limits of ${profile.name}`,
      why: `At most ${counted(profile.maxHops, "hop")}, and ${counted(profile.maxChildren, "device")} a router. A router that hears more of the house shortens the ways; or the coordinator moves. The designer decides.`,
      about: about(...far),
      measured: far.length,
      unit: "radios",
      source: profile.source,
    });
  return findings;
}

/** Routers without which others are lost. */
function singles(design: Design, { band }: Tree): Finding[] {
  if (band.profile.form !== "mesh") return [];
  return allSingles(design)
    .get(band.profile.id)!
    .map(({ radio, lost }): Finding => {
      const critical = lost.some(({ row }) => row.critical);
      const severity: Severity = critical ? "mend" : "note";
      return {
        code: "mesh.single",
        stage: "mesh",
        severity,
        title: `${names(lost)} ${lost.length === 1 ? "hangs" : "hang"} on ${radio.device.name} alone`,
        why: "Unplugged, or cut off by a switch, it takes them with it. A second router that hears both sides is enough.",
        about: about(radio, ...lost.slice(0, 5)),
        measured: lost.length,
        unit: "radios",
        fix: routersFix(design, band, "Give them a second way", lost),
      };
    });
}

/** Routers that somebody switches off at the wall. */
function cutOffs(design: Design, { band }: Tree): Finding[] {
  const cut = band.radios.filter((radio) => radio.row.routes && cutBy(design, radio) !== undefined);
  if (!cut.length) return [];
  const lost = lostWithout(band, new Set(cut.map(({ row }) => row.id)));
  const one = cut.length === 1;
  return [
    {
      code: "mesh.cut-off",
      stage: "mesh",
      severity: lost.length ? "mend" : "note",
      title: `${names(cut)} ${one ? "is" : "are"} cut off by a wall switch, and ${one ? "is" : "are"} meant to pass messages on`,
      why: `Nobody can count on ${one ? "it" : "them"}${lost.length ? `: ${names(lost)} ${lost.length === 1 ? "goes" : "go"} too` : ""}. The feed stays live and the switch only speaks, made so by a licensed electrician; until then ${one ? "it is" : "they are"} not counted as routers.`,
      about: about(...cut),
      measured: cut.length,
      unit: "routers",
      fix: {
        label: `Count on ${one ? "it" : "them"} no longer`,
        changes: cut.map(({ row }) => ({ in: "radios", put: { ...row, routes: false } })),
      },
    },
  ];
}

function metal({ band }: Tree): Finding[] {
  return band.radios
    .filter((radio) => isRoot(radio) && (radio.row.metalDb ?? 0) > 0)
    .map((radio): Finding => {
      const { metalDb, ...row } = radio.row;
      return {
        code: "mesh.metal",
        stage: "mesh",
        severity: "mend",
        title: `${radio.device.name} sends out of a metal box`,
        why: "Sheet metal on three sides takes most of what it sends and hears. Outside the rack, on a short cable, a metre from it, it has all of it.",
        about: about(radio),
        measured: metalDb!,
        unit: "dB",
        source: "metal around the antenna, typical",
        fix: {
          label: "Hang its antenna outside the metal",
          changes: [{ in: "radios", put: { ...row, gainDbi: row.gainDbi + metalDb! } }],
        },
      };
    });
}

/** Devices that speak by radio and have none in the plan yet. */
function unplanned(design: Design): Finding[] {
  const missing = silentDevices(design);
  if (!missing.length) return [];
  return [
    {
      code: "mesh.unplanned",
      stage: "mesh",
      severity: "note",
      title: `${capital(counted(missing.length, "device"))} that ${missing.length === 1 ? "speaks" : "speak"} by radio ${missing.length === 1 ? "has" : "have"} no radio in the plan yet`,
      why: "Until then nobody knows whether they are heard. Each gets what is usual of its kind, to be changed where its maker says otherwise.",
      about: missing.slice(0, 20).map(({ id }) => ({ in: "devices", id })),
      measured: missing.length,
      unit: "devices",
      fix: {
        label: "Give them their radios",
        changes: (design: Design) => putRadios(missingRadios(design)),
      },
    },
  ];
}

/** A mesh on a channel that networks drown somewhere, while another leaves more. */
function channels(design: Design): Finding[] {
  return channelPlans(design).flatMap((plan): Finding[] => {
    const { now, ranked, band } = plan;
    const [best] = ranked;
    if (!now || (now.clearDb >= CLEAR_DB && now.taken === undefined) || !best || best === now) return [];
    const drowned = now.clearDb < CLEAR_DB;
    return [
      {
        code: "mesh.channel",
        stage: "mesh",
        severity: now.clearDb < 0 ? "mend" : "note",
        title: drowned
          ? `${now.by!.name} sends over channel ${now.channel} of ${band.profile.name}`
          : `${now.taken!} is on channel ${now.channel} as well`,
        why: `${drowned ? `At ${now.worst!.device.name} it is ${now.clearDb < 0 ? "louder than" : "nearly as loud as"} what that hangs on: messages are sent again and again. ` : "Two meshes on one channel wait for each other. "}Channel ${best.channel} leaves ${Number.isFinite(best.clearDb) ? `${best.clearDb.toFixed(0)} dB` : "all"} where it is worst. Most meshes take battery devices along only slowly: change it before the house is commissioned.`,
        about: [{ in: "radioProfiles", id: band.profile.id }, ...(now.worst ? about(now.worst) : [])],
        ...(drowned
          ? {
              measured: now.clearDb,
              limit: CLEAR_DB,
              unit: "dB",
              source: "level above what disturbs it, typical",
              working: channelWorking(plan, now),
            }
          : {}),
        fix: {
          label: `Go to channel ${best.channel}`,
          changes: [{ in: "radioProfiles", put: { ...band.profile, channel: best.channel } }],
        },
      },
    ];
  });
}

/** Nearer than this to an access point, or on a shorter lead from a fast serial port, a stick hears mostly those, m. */
export const NEAR_M = 1;
export const LEAD_M = 0.5;

/** Coordinators of 2.4 GHz beside what sends or hums in their band. */
function noisy(design: Design, { band }: Tree): Finding[] {
  const { profile } = band;
  if (profile.form !== "mesh" || !inBand(profile.mhz)) return [];
  const points = bandsOf(design).flatMap(({ profile: other, radios }) =>
    other.form === "network" && inBand(other.mhz) ? radios.filter(isRoot) : [],
  );
  return band.radios.filter(isRoot).flatMap((radio): Finding[] => {
    const { row, device } = radio;
    const far = (one: Radio) => Math.hypot(one.x - radio.x, one.y - radio.y, one.z - radio.z);
    const [nearest] = [...points].sort((a, b) => far(a) - far(b));
    return [
      ...(nearest && far(nearest) < NEAR_M
        ? [
            {
              code: "mesh.near-point",
              stage: "mesh" as const,
              severity: "mend" as const,
              title: `${device.name} has its coordinator beside ${nearest.device.name}`,
              why: "What sends beside its ear deafens it on every channel. Move one of them; the designer decides which.",
              about: about(radio, nearest),
              measured: far(nearest),
              limit: NEAR_M,
              unit: "m",
              source: "distance from an access point, typical",
            },
          ]
        : []),
      ...(row.leadM !== undefined && row.leadM < LEAD_M
        ? [
            {
              code: "mesh.near-port",
              stage: "mesh" as const,
              severity: "mend" as const,
              title: `${device.name} has its coordinator straight in a fast serial port`,
              why: "Such a port hums all over 2.4 GHz. A lead of a metre takes the stick out of it.",
              about: about(radio),
              measured: row.leadM,
              limit: LEAD_M,
              unit: "m",
              source: "lead from the port, typical",
              fix: {
                label: "Put it on a lead of 1 m",
                changes: [{ in: "radios" as const, put: { ...row, leadM: 1 } }],
              },
            },
          ]
        : []),
    ];
  });
}

/** Frequencies and channels that are not open where the house stands. */
function barred(design: Design): Finding[] {
  const region = regionOf(design);
  if (!region) return [];
  return bandsOf(design).flatMap(({ profile, radios }): Finding[] => {
    const own = profile.form === "mesh" ? openSubGhz(region, profile.mhz) : undefined;
    const late =
      profile.form === "network" && inBand(profile.mhz)
        ? radios.filter(
            ({ row }) =>
              row.coordinator === true && (row.channel ?? profile.channel ?? 1) > region.lastNetworkChannel,
          )
        : [];
    return [
      ...(own === undefined
        ? []
        : [
            {
              code: "mesh.barred",
              stage: "mesh" as const,
              severity: "stop" as const,
              title: `${profile.name} sends on ${profile.mhz} MHz, which is not open in ${region.name}`,
              why: `Radios for ${region.name} send on ${region.subGhz.join(" or ")} MHz, and those of another region cannot be set over: buy them for where the house stands. Local rules decide.`,
              about: [{ in: "radioProfiles" as const, id: profile.id }],
              measured: profile.mhz,
              limit: own,
              unit: "MHz",
              source: region.source,
              fix: {
                label: `Plan with ${own} MHz`,
                changes: [{ in: "radioProfiles" as const, put: { ...profile, mhz: own } }],
              },
            },
          ]),
      ...(late.length
        ? [
            {
              code: "mesh.barred",
              stage: "mesh" as const,
              severity: "stop" as const,
              title: `${names(late)} ${late.length === 1 ? "is" : "are"} on a channel that is not open in ${region.name}`,
              why: `Channels 1 to ${region.lastNetworkChannel} are open there. Local rules decide.`,
              about: about(...late),
              measured: Math.max(...late.map(({ row }) => row.channel ?? profile.channel!)),
              limit: region.lastNetworkChannel,
              unit: "channel",
              source: region.source,
              fix: {
                label: "Go to channel 1",
                changes: late.map(({ row }) => ({ in: "radios" as const, put: { ...row, channel: 1 } })),
              },
            },
          ]
        : []),
    ];
  });
}

/** Access points that take turns, that hold too many, and rooms that hear too little of them. */
function networks(design: Design): Finding[] {
  const all = [...servedByOf(design).values()];
  return all.flatMap((served): Finding[] => {
    const { band, points, rooms, targetDbm } = served;
    const { profile } = band;
    const turns = points.filter((one) => one.turns.length);
    const loudest = Math.max(...turns.flatMap((one) => one.turns.map(({ dbm }) => dbm)));
    const full = points.filter(({ devices, carried, most }) => devices.length + carried > most);
    const deaf = rooms.filter(({ share }) => share < SHARE);
    // A room that another band serves is less of a pity.
    const elsewhere = (id: string) =>
      all.some(
        (other) =>
          other !== served && other.rooms.some(({ room, share }) => room.id === id && share >= SHARE),
      );
    const bare = deaf.filter(({ room }) => !elsewhere(room.id));
    return [
      ...(turns.length
        ? [
            {
              code: "mesh.turns",
              stage: "mesh" as const,
              severity: "note" as const,
              title: `${names(turns.map(({ radio }) => radio))} of ${profile.name} take turns on one channel`,
              why: "They hear one another, so that only one of them sends at a time: each has a part of what it could carry.",
              about: about(...turns.map(({ radio }) => radio)),
              measured: loudest,
              limit: TURNS_DBM,
              unit: "dBm",
              source: "IEEE 802.11, clear channel",
              fix: {
                label: "Spread them over the channels",
                changes: (design: Design) => spreadChannels(design, served),
              },
            },
          ]
        : []),
      ...full.map(({ radio, devices, carried, most }) => ({
        code: "mesh.clients",
        stage: "mesh" as const,
        severity: "mend" as const,
        title: `${radio.device.name} would hold ${Math.ceil(devices.length + carried)} devices`,
        why: `With ${CARRIED} things carried about by each of the household. A further access point takes some over; the designer decides where.`,
        about: about(radio),
        measured: Math.ceil(devices.length + carried),
        limit: most,
        unit: "devices",
        source: profile.source,
      })),
      ...(deaf.length
        ? [
            {
              code: "mesh.use",
              stage: "mesh" as const,
              severity: bare.length ? ("mend" as const) : ("note" as const),
              title: `${counted(deaf.length, "room")} ${deaf.length === 1 ? "hears" : "hear"} too little of ${profile.name}: ${deaf
                .slice(0, 3)
                .map(({ room }) => room.name)
                .join(", ")}${deaf.length > 3 ? " …" : ""}`,
              why: `Where people use it, ${targetDbm} dBm is wanted. ${bare.length ? "" : "Another band serves these rooms, more slowly. "}A further access point brings its data drop.`,
              about: deaf.slice(0, 10).map(({ room }) => ({ in: "rooms" as const, id: room.id })),
              measured: Math.min(...deaf.map(({ share }) => share)) * 100,
              limit: SHARE * 100,
              unit: "%",
              source: "target of the profile",
              fix: {
                label: "Put further access points",
                changes: (design: Design) => proposePoints(design, profile.id).changes,
              },
            },
          ]
        : []),
    ];
  });
}

/** The model is off by more than it has to be: readings say so. */
const WORTH_DB = 1;

function uncalibrated(design: Design): Finding[] {
  return [...calibrationsOf(design).values()].flatMap((one): Finding[] => {
    const misfits = one.reads.filter(({ misfit }) => misfit);
    if (one.reads.length < LEAST || one.nowDb - one.afterDb < WORTH_DB) return [];
    return [
      {
        code: "mesh.calibrate",
        stage: "mesh",
        severity: "note",
        title: `${counted(one.reads.length, "reading")} of ${one.profile.name} lie ${one.nowDb.toFixed(1)} dB off the model`,
        why: `Losses bent to them leave ${one.afterDb.toFixed(1)} dB.${misfits.length ? ` ${counted(misfits.length, "reading")} ${misfits.length === 1 ? "does" : "do"} not fit: read again there.` : ""}`,
        about: [
          { in: "radioProfiles", id: one.profile.id },
          ...misfits.map(({ row }) => ({ in: "readings" as const, id: row.id })),
        ],
        measured: one.nowDb,
        limit: one.afterDb,
        unit: "dB",
        source: "readings",
        fix: {
          label: "Take the fitted figures",
          changes: (design: Design) => takeFigures(design, one),
        },
      },
    ];
  });
}

/** Everything stage 7 has to say. */
export const meshChecks = (design: Design): Finding[] => [
  ...unplanned(design),
  ...channels(design),
  ...barred(design),
  ...networks(design),
  ...uncalibrated(design),
  ...treesOf(design).flatMap((tree) => [
    ...unheard(design, tree),
    ...singles(design, tree),
    ...cutOffs(design, tree),
    ...metal(tree),
    ...noisy(design, tree),
  ]),
];
