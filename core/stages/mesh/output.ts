/** `zinc mesh --json`, the radio table as CSV, and each band as GraphML. */
import type { Design } from "../../design/collections";
import { writeCsv } from "../../files/csv";
import { channelPlans } from "./channels";
import { bandsOf, rayOf } from "./links";
import { allSingles, reachesOf, treesOf } from "./routes";

/** All of stage 7, for another engine to reckon the same. */
export function meshJson(design: Design) {
  return {
    bands: treesOf(design).map(({ band, ways, orphans }) => {
      const { profile } = band;
      const reach = reachesOf(design).get(profile.id)!;
      return {
        profile: profile.id,
        name: profile.name,
        mhz: profile.mhz,
        n: profile.n,
        fadeDb: profile.fadeDb,
        floorDb: profile.floorDb,
        maxHops: profile.maxHops,
        maxChildren: profile.maxChildren,
        radios: band.radios.map(({ row, point, x, y, z }) => ({
          id: row.id,
          device: row.device,
          level: point.level,
          x,
          y,
          z: point.z,
          heightM: z,
          txDbm: row.txDbm,
          gainDbi: row.gainDbi,
          sensitivityDbm: row.sensitivityDbm,
          routes: row.routes,
          coordinator: row.coordinator,
        })),
        links: band.links.map((link) => {
          const ray = rayOf(design, profile, link.a, link.b);
          return {
            a: link.a.row.id,
            b: link.b.row.id,
            distanceM: link.distanceM,
            walls: ray.walls.map(({ sheet, pane, material, lossDb }) => ({
              wall: sheet.row.id,
              opening: pane?.row.id,
              material,
              lossDb,
            })),
            floors: ray.floors.length,
            floorsDb: ray.floorsDb,
            lossDb: link.lossDb,
            receivedDbm: link.receivedDbm,
            modelledDbm: link.modelledDbm,
            marginDb: link.marginDb,
            etx: link.etx,
          };
        }),
        routes: [...ways.values()].map((way) => ({
          device: way.radio.row.device,
          parent: way.parent.row.device,
          hops: way.hops,
          delivery: way.delivery,
          etx: way.etx,
          reachDb: reach.get(way.radio.row.id)?.marginDb,
        })),
        articulation: allSingles(design)
          .get(profile.id)!
          .map(({ radio }) => radio.row.id),
        orphans: orphans.map(({ row }) => row.id),
      };
    }),
    channels: Object.fromEntries(
      channelPlans(design).map(({ band, channels, ranked, now }) => [
        band.profile.id,
        {
          now: now?.channel,
          best: ranked[0]!.channel,
          channels: channels.map((one) => ({
            channel: one.channel,
            mhz: one.mhz,
            clearDb: Number.isFinite(one.clearDb) ? one.clearDb : undefined,
            at: one.worst?.row.id,
            by: one.by?.id,
            taken: one.taken,
          })),
        },
      ]),
    ),
  };
}

export function radiosCsv(design: Design): string {
  return writeCsv(
    ["Device", "Profile", "Level", "Passes on", "Heard by", "Margin dB", "Hops", "Delivery %"],
    treesOf(design).flatMap(({ band, ways }) => {
      const reach = reachesOf(design).get(band.profile.id)!;
      return band.radios.map((radio) => {
        const way = ways.get(radio.row.id);
        return [
          radio.device.name,
          band.profile.name,
          radio.point.level,
          radio.row.coordinator ? "coordinator" : radio.row.routes ? "yes" : "no",
          way?.parent.device.name ?? "",
          reach.get(radio.row.id)?.marginDb.toFixed(1) ?? "",
          way ? String(way.hops) : "",
          way ? (100 * way.delivery).toFixed(1) : "",
        ];
      });
    }),
  );
}

const xml = (text: string) =>
  text.replace(/[<>&"]/g, (mark) => ({ "<": "&lt;", ">": "&gt;", "&": "&amp;", '"': "&quot;" })[mark]!);

/** A band as a graph: nodes its radios, edges its links. */
export function bandGraphml(design: Design, profile: string): string {
  const band = bandsOf(design).find((one) => one.profile.id === profile)!;
  const key = (id: string, of: string, name: string, type: string) =>
    `  <key id="${id}" for="${of}" attr.name="${name}" attr.type="${type}"/>`;
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    '<graphml xmlns="http://graphml.graphdrawing.org/xmlns">',
    key("label", "node", "label", "string"),
    key("routes", "node", "routes", "boolean"),
    key("margin", "edge", "marginDb", "double"),
    key("etx", "edge", "etx", "double"),
    `  <graph id="${xml(profile)}" edgedefault="undirected">`,
    ...band.radios.map(
      ({ row, device }) =>
        `    <node id="${xml(row.id)}"><data key="label">${xml(device.name)}</data><data key="routes">${row.routes}</data></node>`,
    ),
    ...band.links.map(
      ({ a, b, marginDb, etx }) =>
        `    <edge source="${xml(a.row.id)}" target="${xml(b.row.id)}"><data key="margin">${marginDb.toFixed(2)}</data><data key="etx">${etx.toFixed(4)}</data></edge>`,
    ),
    "  </graph>",
    "</graphml>",
    "",
  ].join("\n");
}
