/** What stage 7 finds of places, regions and readings: at the limit, past it, and gone after its fix. */
import { changesOf } from "../../desk/findings";
import type { Design } from "../../design/collections";
import { applyChanges } from "../../design/edit";
import { meshHouse, PROFILE, putRadio } from "../../test-mesh";
import { channelPlans } from "./channels";
import { LEAD_M, meshChecks, NEAR_M } from "./checks";
import { isSubGhz, openSubGhz, regionOf } from "./regions";

const NETWORK = { ...PROFILE, id: "net", name: "Network", form: "network" as const, mhz: 2437, channel: 1 };

function house(zone = "Europe/London"): Design {
  const design = meshHouse([["0", 0]]);
  design.design = { ...design.design, zone };
  putRadio(design, "hub", ["0", 1, 1, 1], { coordinator: true });
  putRadio(design, "lamp", ["0", 4, 1, 1]);
  return design;
}

const found = (design: Design, code: string) => meshChecks(design).filter((one) => one.code === code);
const mended = (design: Design, code: string) =>
  found(applyChanges(design, changesOf(found(design, code)[0]!.fix!, design)), code);

test("a coordinator beside an access point of its band is found, one a metre off is not", () => {
  for (const [far, count] of [
    [NEAR_M - 0.01, 1],
    [NEAR_M, 0],
  ] as const) {
    const design = house();
    design.radioProfiles.push(NETWORK);
    putRadio(design, "ap", ["0", 1 + far, 1, 1], { coordinator: true, profile: "net" });
    expect(found(design, "mesh.near-point")).toHaveLength(count);
    // One of 5 GHz does it no harm.
    design.radioProfiles = [design.radioProfiles[0]!, { ...NETWORK, mhz: 5500 }];
    expect(found({ ...design }, "mesh.near-point")).toHaveLength(0);
  }
});

test("a coordinator straight in a fast port is found, on a lead it is not; a router's port is its own affair", () => {
  const design = house();
  const [hub, lamp] = design.radios;
  const withLead = (leadM: number): Design => ({ ...design, radios: [{ ...hub!, leadM }, lamp!] });
  expect(found(design, "mesh.near-port")).toHaveLength(0);
  expect(found(withLead(LEAD_M), "mesh.near-port")).toHaveLength(0);
  expect(found(withLead(LEAD_M - 0.01), "mesh.near-port")).toHaveLength(1);
  expect(mended(withLead(0), "mesh.near-port")).toHaveLength(0);
  expect(found({ ...design, radios: [hub!, { ...lamp!, leadM: 0 }] }, "mesh.near-port")).toHaveLength(0);
});

test("a mesh without a coordinator gets one in the hub, where there is a hub", () => {
  const design = house();
  design.radios = design.radios.slice(1);
  expect(found(design, "mesh.no-coordinator")[0]!.fix).toBeUndefined();
  design.kinds.push({ ...design.kinds[0]!, id: "hub" });
  const hubbed = {
    ...design,
    points: design.points.map((row) => (row.id === "p-hub" ? { ...row, kind: "hub" } : row)),
  };
  const [finding] = found(hubbed, "mesh.no-coordinator");
  expect(finding!.fix!.label).toBe("Put its radio into Device hub");
  const after = applyChanges(hubbed, changesOf(finding!.fix!, hubbed));
  expect(found(after, "mesh.no-coordinator")).toHaveLength(0);
  expect(after.radios.find(({ device }) => device === "d-hub")).toMatchObject({
    coordinator: true,
    routes: true,
    supply: "mains",
  });
});

test.each([
  ["Europe/London", "Europe"],
  ["Atlantic/Reykjavik", "Europe"],
  ["America/Chicago", "the Americas"],
  ["Pacific/Honolulu", "the Americas"],
  ["Australia/Perth", "Australia and New Zealand"],
  ["Pacific/Auckland", "Australia and New Zealand"],
  ["Asia/Tokyo", "Japan"],
  ["Asia/Singapore", undefined],
])("the region of %s is %s", (zone, name) => {
  expect(regionOf(house(zone))?.name).toBe(name);
});

test("a mesh below 1 GHz of another region is found and planned anew", () => {
  const design = house("America/Chicago");
  design.radioProfiles = [{ ...PROFILE, mhz: 868.42 }];
  const [finding] = found(design, "mesh.barred");
  expect(finding).toMatchObject({ severity: "stop", measured: 868.42, limit: 908.42 });
  expect(mended(design, "mesh.barred")).toHaveLength(0);
  expect(found({ ...design, design: { ...design.design, zone: "Europe/Oslo" } }, "mesh.barred")).toEqual([]);
  // Of a place the tables know nothing of, nothing is said.
  expect(found({ ...design, design: { ...design.design, zone: "Asia/Dubai" } }, "mesh.barred")).toEqual([]);
  const region = regionOf(design)!;
  expect(openSubGhz(region, 908.5)).toBeUndefined();
  expect(openSubGhz(region, 2450)).toBeUndefined();
  expect([isSubGhz(859), isSubGhz(868.42), isSubGhz(930), isSubGhz(931)]).toEqual([false, true, true, false]);
});

test("an access point on channel 12 is barred where 11 is the last, whether its own or its profile's", () => {
  const withChannel = (zone: string, own: number | undefined, usual = 1): Design => {
    const design = house(zone);
    design.radioProfiles.push({ ...NETWORK, channel: usual });
    putRadio(design, "ap", ["0", 9, 1, 1], {
      coordinator: true,
      profile: "net",
      ...(own === undefined ? {} : { channel: own }),
    });
    return design;
  };
  expect(found(withChannel("America/Chicago", 12), "mesh.barred")).toHaveLength(1);
  expect(found(withChannel("America/Chicago", undefined, 12), "mesh.barred")).toHaveLength(1);
  expect(found(withChannel("America/Chicago", 11), "mesh.barred")).toHaveLength(0);
  expect(found(withChannel("Europe/London", 13), "mesh.barred")).toHaveLength(0);
  expect(mended(withChannel("America/Chicago", 13), "mesh.barred")).toHaveLength(0);
});

test("the channel at the edge of the band comes after all of full power, in the Americas only", () => {
  const ranked = (zone: string) => channelPlans(house(zone))[0]!.ranked.map(({ channel }) => channel);
  expect(ranked("America/Chicago").at(-1)).toBe(26);
  expect(ranked("Europe/London")[0]).toBe(11);
  expect(ranked("Europe/London").at(-1)).toBe(26);
  const loud = house("Europe/London");
  loud.neighbours = [1, 6, 11].map((channel) => ({
    ...{ id: `n${channel}`, form: "network" as const, dbm: -50, channel },
  }));
  expect(channelPlans(loud)[0]!.ranked[0]!.channel).toBe(26);
  const there = { ...loud, design: { ...loud.design, zone: "America/Chicago" } };
  expect(channelPlans(there)[0]!.ranked[0]!.channel).not.toBe(26);
});

test("readings far off the model are a note with the fit as its fix; few or good ones are none", () => {
  const design = house();
  const at = (x: number, dbm: number, i: number) => ({
    id: `r${i}`,
    at: { x, y: 5 },
    level: "0",
    dbm,
    from: "hub",
  });
  const off = { ...design, readings: [-60, -62, -64, -66].map((dbm, i) => at(5 + i, dbm, i)) };
  const [finding] = found(off, "mesh.calibrate");
  expect(finding!.severity).toBe("note");
  expect(finding!.measured).toBeGreaterThan(finding!.limit! + 1);
  expect(mended(off, "mesh.calibrate")).toHaveLength(0);
  expect(found({ ...off, readings: off.readings.slice(0, 2) }, "mesh.calibrate")).toHaveLength(0);
});
