import { wordTest } from "./matches";

test("words are found in any order, in any place, whatever their case and accents", () => {
  const find = wordTest("  cafe  SENS ");
  expect(find("Motion sensor, Café")).toBe(true);
  expect(find("Motion sensor, hall")).toBe(false);
  expect(find("Café")).toBe(false);
  expect(wordTest(" ")("anything")).toBe(true);
  expect(wordTest("écran")("ECRAN")).toBe(true);
});
