import { changesOf } from "../../desk/findings";
import { meshHouse, PROFILE, putRadio } from "../../test-mesh";
import type { Design } from "../../design/collections";
import { applyChanges } from "../../design/edit";
import { channelPlans, channelWorking, maskDb, meshMhz, networkMhz, overlapDb } from "./channels";
import { meshChecks } from "./checks";

describe("spectra", () => {
  it("channels stand where the standards have them", () => {
    expect([11, 15, 26].map(meshMhz)).toEqual([2405, 2425, 2480]);
    expect([1, 6, 11, 13].map(networkMhz)).toEqual([2412, 2437, 2462, 2472]);
  });
  it("a network is as loud as it is within its width, then falls along its mask", () => {
    expect([0, 9, -9, 10, 11, 15.5, 20, 30, 60, 60.1].map((off) => maskDb(off, 20))).toEqual([
      0,
      0,
      0,
      -10,
      -20,
      -24,
      -28,
      -40,
      -40,
      undefined,
    ]);
    // Of 40 MHz the same, stretched.
    expect([18, 22, 60].map((off) => maskDb(off, 40))).toEqual([0, -20, -40]);
  });
  it("a tenth of a network of 20 MHz falls into the 2 MHz of a mesh channel within it", () => {
    expect(overlapDb(12, { mhz: 2412, widthMhz: 20 })).toBeCloseTo(-10, 9);
    expect(overlapDb(12, { mhz: 2412, widthMhz: 40 })).toBeCloseTo(-13.01, 2);
    // 2425 is 13 MHz off 2412.
    expect(overlapDb(15, { mhz: 2412, widthMhz: 20 })).toBeCloseTo(-10 - 20 - (8 * 2) / 9, 9);
    expect(overlapDb(25, { mhz: 2412, widthMhz: 20 })).toBeUndefined();
  });
});

/** A hub, a lamp 10 m off, an access point 10 m off the lamp on channel 1; a neighbour on 11 in one room. */
function house(channel: number): Design {
  const design = meshHouse([["g", 0]]);
  design.radioProfiles = [
    { ...PROFILE, channel },
    {
      ...PROFILE,
      id: "net",
      name: "Network",
      form: "network",
      mhz: 2437,
      channel: 1,
      widthMhz: 20,
      targetDbm: -67,
    },
  ];
  putRadio(design, "hub", ["g", 0, 0, 1], { coordinator: true });
  putRadio(design, "lamp", ["g", 10, 0, 1]);
  putRadio(design, "ap", ["g", 20, 0, 1], { profile: "net", coordinator: true, txDbm: 15, gainDbi: 3 });
  design.neighbours = [{ id: "n", form: "network", channel: 11, dbm: -70 }];
  return design;
}

test("each channel by hand: the link against all that falls into it", () => {
  const [plan] = channelPlans(house(12));
  const at = (channel: number) => plan!.channels.find((one) => one.channel === channel)!;
  // The lamp hears the hub at 12 − 60.23 and the access point at 15 + 3 + 2 − 60.23, a tenth of it in the channel.
  expect(at(12).signalDbm).toBeCloseTo(12 - 60.23, 2);
  expect(at(12).noiseDbm).toBeCloseTo(20 - 60.23 - 10, 1);
  expect(at(12).clearDb).toBeCloseTo(2, 1);
  expect(at(12).by!.id).toBe("ap");
  expect(at(12).worst!.row.id).toBe("lamp");
  // 2460 lies within the neighbour's 2462: −80 dBm, with what is left of the access point 48 MHz off it.
  const both = 10 * Math.log10(10 ** (-80 / 10) + 10 ** ((20 - 60.23 - 10 - 40) / 10));
  expect(at(22).noiseDbm).toBeCloseTo(both, 2);
  expect(at(22).by!.id).toBe("n");
  // 63 MHz off the one and 13 off the other.
  expect(at(25).clearDb).toBeCloseTo(12 - 60.23 + 70 + 10 + 20 + 16 / 9, 2);
  expect(plan!.ranked[0]!.channel).toBe(26);
  expect(plan!.now).toBe(at(12));
});

test("a neighbour counts where it was heard, a neighbour's mesh takes its channel", () => {
  const design = house(12);
  design.rooms = [...design.rooms, { ...design.rooms[0]!, id: "else", code: "E" }];
  design.neighbours = [
    { id: "n", form: "network", channel: 11, dbm: -70, room: "else" },
    { id: "m", form: "mesh", channel: 26, dbm: -80, name: "next door" },
  ];
  const [plan] = channelPlans(design);
  expect(plan!.channels.find(({ channel }) => channel === 22)!.by!.id).toBe("ap");
  expect(plan!.channels.at(-1)!.taken).toBe("next door");
  expect(plan!.ranked.at(-1)!.channel).toBe(26);
  expect(plan!.ranked[0]!.channel).toBe(25);
});

test("a drowned channel is found and left by one press; a clear one is not", () => {
  const design = house(12);
  const finding = meshChecks(design).find(({ code }) => code === "mesh.channel")!;
  expect(finding).toMatchObject({ severity: "note", limit: 10, unit: "dB" });
  expect(finding.measured).toBeCloseTo(2, 1);
  expect(finding.title).toBe("Device ap sends over channel 12 of Mesh");
  const next = applyChanges(design, changesOf(finding.fix!, design));
  expect(next.radioProfiles[0]!.channel).toBe(26);
  expect(meshChecks(next)).toEqual([]);
  const louder = house(12);
  louder.radios[2] = { ...louder.radios[2]!, txDbm: 18 };
  expect(meshChecks(louder).find(({ code }) => code === "mesh.channel")!.severity).toBe("mend");
});

test("the working adds powers up to what is left", () => {
  const [plan] = channelPlans(house(12));
  const { value, steps } = channelWorking(plan!, plan!.now!);
  expect(value).toBeCloseTo(plan!.now!.clearDb, 9);
  expect(steps.map(({ formula }) => formula)).toEqual([
    "Heard of the one it hangs on",
    "Device ap",
    "neighbour on 11",
    "All of them",
    "Left",
  ]);
});
