/** How the figures of radio came about. */
import type { Design } from "../../design/collections";
import type { Step, Working } from "../../desk/working";
import { deliveryOf, firstMetreDb, MOST_OBLIQUE, SOUND_DB } from "./loss";
import type { Read } from "./calibrate";
import { aboveOfLqi, LQI_SOURCE } from "./lqi";
import { rayOf, type Link, type Radio } from "./links";
import type { Ray } from "./ray";
import type { RadioProfileRow } from "../../design/rows/mesh";
import type { Reach, Way } from "./routes";

const db = (value: number) => `${value.toFixed(1)} dB`;
const less = (value: number) => `−${value.toFixed(1)} dB`;

/** What lies between two places, a step each: distance, walls, floors. */
function raySteps(profile: RadioProfileRow, ray: Ray): Step[] {
  const { mhz, n } = profile;
  return [
    {
      formula: "First metre, then 10·n·log₁₀ d",
      with: `${firstMetreDb(mhz).toFixed(2)} dB at ${mhz} MHz, n = ${n}, d = ${ray.distanceM.toFixed(2)} m`,
      gives: less(ray.openDb),
      source: "domain of radio; n of the profile",
    },
    ...ray.walls.map((one): Step => ({
      formula: one.pane ? `${one.material}, in a wall of ${one.sheet.material.toLowerCase()}` : one.material,
      with: `${one.straightDb} dB × 1/cos ${one.angleDeg.toFixed(0)}°, ${MOST_OBLIQUE} × at most`,
      gives: less(one.lossDb),
      source: "material",
    })),
    ...(ray.floors.length
      ? [
          {
            formula: "L·k^((k+2)/(k+1) − 0.46)",
            with: `k = ${ray.floors.length}: ${ray.floors.map((floor) => `${floor.material ?? "floor of the profile"} under ${floor.name.toLowerCase()}`).join(", ")}`,
            gives: less(ray.floorsDb),
            source: "COST 231",
          },
        ]
      : []),
  ];
}

/** The margin of a link, in its weaker direction. */
export function linkWorking(design: Design, profile: RadioProfileRow, link: Link): Working {
  // The weaker direction is the one whose ear is reached with less to spare.
  const above = (from: Radio, to: Radio) => from.row.txDbm - to.row.sensitivityDbm;
  const [from, to] = above(link.a, link.b) <= above(link.b, link.a) ? [link.a, link.b] : [link.b, link.a];
  const ray = rayOf(design, profile, from, to);
  const modelled = link.modelledDbm ?? link.receivedDbm;
  return {
    title: `Margin from ${from.device.name} to ${to.device.name}`,
    value: link.marginDb,
    unit: "dB",
    limit: { value: SOUND_DB, unit: "dB", source: "margin of a sound link" },
    verdict: link.marginDb >= SOUND_DB ? "holds" : "fails",
    steps: [
      {
        formula: "Sent, with both antennas",
        with: `${from.row.txDbm} dBm + ${from.row.gainDbi} dBi + ${to.row.gainDbi} dBi`,
        gives: `${(from.row.txDbm + from.row.gainDbi + to.row.gainDbi).toFixed(1)} dBm`,
        source: "the two radios",
      },
      ...raySteps(profile, ray),
      { formula: "Received", with: "", gives: `${modelled.toFixed(1)} dBm`, source: "" },
      ...(link.modelledDbm === undefined
        ? []
        : [
            {
              formula: "Measured instead",
              with: `${db(link.receivedDbm - link.modelledDbm)} off the model`,
              gives: `${link.receivedDbm.toFixed(1)} dBm`,
              source: "readings",
            },
          ]),
      {
        formula: "Above what the ear needs",
        with: `ear ${to.row.sensitivityDbm} dBm`,
        gives: db(link.aboveDb),
        source: "the radio that hears",
      },
      {
        formula: "Less fade",
        with: `${profile.fadeDb} dB for people, doors, furniture`,
        gives: db(link.marginDb),
        source: "profile",
      },
      {
        formula: "Delivery 1 ÷ (1 + e^(−(s − 3)/1.2))",
        with: `s = ${link.aboveDb.toFixed(1)} dB, before fade`,
        gives: `${(100 * deliveryOf(link.aboveDb)).toFixed(1)} %`,
        source: "typical of such receivers",
      },
    ],
  };
}

/** What the model says at a place where something was read, and how far that is off. */
export const readWorking = (profile: RadioProfileRow, { row, from, at, ray, beforeDb }: Read): Working => {
  const gain = "row" in at ? (at as Radio).row.gainDbi : 0;
  return {
    title: `Reading of ${from.device.name}`,
    value: beforeDb,
    unit: "dB",
    verdict: "none",
    steps: [
      {
        formula: "Sent, with both antennas",
        with: `${from.row.txDbm} dBm + ${from.row.gainDbi} dBi + ${gain} dBi${gain === 0 && !("row" in at) ? ", the meter's" : ""}`,
        gives: `${(from.row.txDbm + from.row.gainDbi + gain).toFixed(1)} dBm`,
        source: "the radio",
      },
      ...raySteps(profile, ray),
      { formula: "Modelled", with: "", gives: `${(row.dbm - beforeDb).toFixed(1)} dBm`, source: "" },
      {
        formula: "Read",
        with:
          row.lqi === undefined
            ? ""
            : `link quality ${row.lqi}: ${aboveOfLqi(row.lqi).toFixed(0)} dB above the ear`,
        gives: `${row.dbm.toFixed(1)} dBm`,
        source: row.lqi === undefined ? "meter" : LQI_SOURCE,
      },
      { formula: "Off", with: "read less modelled", gives: db(beforeDb), source: "" },
    ],
  };
};

/** What arrives over a whole way. */
export const wayWorking = (way: Way, parents: readonly Way[]): Working => ({
  title: `Delivery of ${way.radio.device.name}`,
  value: 100 * way.delivery,
  unit: "%",
  verdict: "none",
  steps: [way, ...parents].map((one) => {
    const share = one.link.a === one.radio ? one.link.ab : one.link.ba;
    return {
      formula: `To ${one.parent.device.name}`,
      with: `${one.link.marginDb.toFixed(1)} dB of margin; ${one.link.etx.toFixed(3)} sent until one has arrived and its receipt`,
      gives: `${(100 * share).toFixed(2)} %`,
      source: "levels of the link",
    };
  }),
});

/** The weakest link of the best way of a radio. */
export const reachWorking = (design: Design, profile: RadioProfileRow, reach: Reach): Working =>
  linkWorking(design, profile, reach.weakest);
