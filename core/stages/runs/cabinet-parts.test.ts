import type { Design } from "../../design/collections";
import { testDesign } from "../../test-design";
import { addLoad, loadDesign } from "../bus/test-channels";
import { cabinetParts } from "./cabinet-parts";
import { billOf } from "./materials";

function furnished(): Design {
  const design = loadDesign();
  Object.assign(design.closets[0]!, { cabinetRows: 3, rowUnits: 12 });
  addLoad(design, "a", "lamp", "loft");
  addLoad(design, "v", "water-valve", "loft");
  addLoad(design, "s", "shade", "loft");
  design.modules = [
    { id: "m", name: "M", kind: "relay-4", closet: "c" },
    { id: "n", name: "N", kind: "relay-4", closet: "c" },
    { id: "i", name: "I", kind: "input-8", closet: "c" },
    { id: "s", name: "S", kind: "shutter-4", closet: "c" },
  ];
  design.channels = [
    { id: "1", module: "m", number: 1, load: "a" },
    { id: "2", module: "n", number: 1, load: "v" },
    { id: "3", module: "i", number: 1, control: "a" },
    { id: "4", module: "s", number: 1, load: "s" },
  ];
  return design;
}

const part = (design: Design, what: string) =>
  cabinetParts(design).parts.find((one) => one.what.startsWith(what));

test("enclosure, modules by kind with their minutes, terminals of what is at mains", () => {
  const design = furnished();
  expect(part(design, "Wall cabinet")).toMatchObject({
    what: "Wall cabinet, 3 rows of 12 units",
    price: 46 + 0.9 * 36,
  });
  expect(part(design, "Relay, 4")).toMatchObject({ count: 2, price: 96 });
  expect(part(design, "Terminal")).toMatchObject({ count: 3 });
  // Two relays of 20 min, the inputs of 20, the shutter module of 25.
  expect(cabinetParts(design).hours).toBeCloseTo(85 / 60, 9);
  const shutter = structuredClone(design);
  shutter.kinds = shutter.kinds.map((kind) =>
    kind.id === "shade" ? { ...kind, needs: { volts: 230, watts: 120 } } : kind,
  );
  expect(part(shutter, "Terminal")).toMatchObject({ count: 7 });
});

test("without modules there is no cabinet to buy; racks and items are listed, with and without a price", () => {
  const design = testDesign();
  Object.assign(design.closets[0]!, { cabinetRows: 3 });
  design.racks = [
    {
      id: "r",
      name: "Rack",
      closet: "c",
      form: "floor rack",
      units: 27,
      depthMm: 600,
      maxKg: 200,
      price: 310,
    },
  ];
  const item = {
    rack: "r",
    kind: "other" as const,
    heightU: 1,
    side: "front" as const,
    depthMm: 20,
    kg: 1,
    watts: 0,
  };
  design.rackItems = [
    { ...item, id: "1", name: "Blank" },
    { ...item, id: "2", name: "Blank" },
  ];
  expect(cabinetParts(design)).toEqual({
    hours: 0,
    parts: [
      { what: "Rack, 27 U", count: 1, price: 310, from: "racks" },
      { what: "Blank", count: 2, from: "rack items" },
    ],
  });
});

test("they are in the bill, and fitting them is labour", () => {
  const bill = billOf(furnished());
  expect(bill.filter(({ group }) => group === "cabinets and racks").map(({ what }) => what)).toContain(
    "Relay, 4 channels",
  );
  expect(bill.find(({ what }) => what === "Fitting modules in cabinets")).toMatchObject({
    group: "labour",
    price: 45,
  });
});
