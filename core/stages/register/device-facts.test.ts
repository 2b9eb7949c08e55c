import { larkspurWeir } from "../../../tests/core/houses";
import { linksOf } from "./device-facts";

const house = larkspurWeir();

test("what uses a device: automations that move it, ecosystems it is shown to, and what stops with it", () => {
  expect(linksOf(house, "d-teen-lmp-1").exposures).toEqual([
    "Harbour voice as “Star lamp”",
    "Slate home as “Star lamp”",
  ]);
  expect(linksOf(house, "d-quay-cam-1").exposures).toEqual([]);
  const shade = linksOf(house, "d-nurse-shd-1");
  expect(shade.automations.length).toBeGreaterThan(0);
  expect(shade.fails.join()).toMatch(/ha(s|ve) nothing to move/);
});

test("the hub takes its bridges with it, and its radio what speaks through it", () => {
  const { fails, radio, network } = linksOf(house, "d-plant-room-hub-1");
  expect(fails).toEqual(
    expect.arrayContaining(["Bridge A shows nothing to anybody", "Bridge B shows nothing to anybody"]),
  );
  expect(fails.join()).toContain("House hub is gone");
  expect(radio!.text).toContain("all ways lead to it");
  expect(network).toContain("on House");
  expect(linksOf(house, "d-hall-lmp-1").fails.join()).not.toContain("Bridge");
});

test("a cable with its ports", () => {
  expect(linksOf(house, "d-hall-ap-1").cables[0]).toMatchObject({ label: "hall-ap-1/1" });
});
