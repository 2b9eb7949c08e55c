import { larkspurWeir } from "../../tests/core/houses";
import { applyChanges } from "../design/edit";
import { movePoint } from "../stages/house";
import { changeDevice } from "../stages/register";
import { testDesign } from "../test-design";
import { columnsOf, duesOf, thingsOf, wordsOf } from "./across";

const weir = larkspurWeir();

describe("things", () => {
  test("every device with all that one asks of it, and every point without one", () => {
    const things = thingsOf(weir);
    const owned = new Set(weir.devices.map((device) => device.point));
    expect(things).toHaveLength(weir.devices.length + weir.points.filter(({ id }) => !owned.has(id)).length);
    const [device] = weir.devices.filter(({ firmware, option }) => firmware && option);
    const thing = things.find(({ thing }) => thing === `devices/${device!.id}`)!;
    expect(thing).toMatchObject({ name: device!.name, firmware: device!.firmware, status: device!.status });
    expect(thing.product).toBe(weir.options.find(({ id }) => id === device!.option)!.name);
    expect(things.some(({ thing }) => thing.startsWith("points/"))).toBe(true);
  });

  test("found by name, label, address, host, node, serial, firmware, battery and product; not by room or status", () => {
    expect(
      wordsOf({
        thing: "devices/a",
        name: "Hall camera",
        label: "0-HAL-CAM-01",
        room: "Hallway",
        status: "fitted",
        address: "192.168.10.20",
        host: "hc",
        node: "0x2b",
        serial: "sn77",
        firmware: "2.4",
        battery: "CR2",
        product: "Dome",
      }),
    ).toEqual([
      "hall",
      "camera",
      "0-hal-cam-01",
      "hal-cam-01",
      "cam-01",
      "01",
      "192.168.10.20",
      "168.10.20",
      "10.20",
      "20",
      "hc",
      "0x2b",
      "sn77",
      "2.4",
      "4",
      "cr2",
      "dome",
    ]);
  });

  test("a point that is moved leaves them as they are; a new name does not", () => {
    const before = thingsOf(weir);
    const { id, x, y } = weir.points[0]!;
    expect(thingsOf(applyChanges(weir, movePoint(weir, id, { x: x + 0.1, y })))).toBe(before);
    const renamed = applyChanges(weir, changeDevice(weir, weir.devices[0]!.id, { name: "Another" }));
    expect(thingsOf(renamed)[0]!.name).toBe("Another");
  });
});

describe("what is due", () => {
  const option = { ...weir.options[0]!, id: "o", name: "Lamp nine" };
  const design = {
    ...testDesign(),
    options: [option],
    points: ["a", "b"].map((id) => ({ ...testDesign().points[0]!, id })),
    devices: ["a", "b"].map((at, n) => ({
      id: `d${at}`,
      point: at,
      option: "o",
      name: `Lamp ${at}`,
      status: "fitted" as const,
      protocol: "Zigbee" as const,
      firmware: ["1.0", "2.0"][n]!,
      ...(n ? { warrantyUntil: "2027-01-31" } : {}),
    })),
    visits: [
      { id: "v", on: "2026-12-24", name: "Sweep", kind: "service" as const, devices: ["da"], note: "Mask" },
      {
        id: "w",
        on: "2026-01-24",
        name: "Past",
        kind: "service" as const,
        devices: [],
        doneOn: "2026-01-24",
      },
    ],
    firmwares: [
      { id: "f1", option: "o", version: "1.5", least: true },
      { id: "f2", option: "o", version: "2.1", on: "2026-12-30" },
    ],
  };

  test("by day: visits not done, updates with what is too old, warranties", () => {
    expect(duesOf(design)).toEqual([
      { uid: "visit-v", what: "visit", on: "2026-12-24", title: "Sweep", detail: "Lamp a\nMask", devices: 1 },
      {
        uid: "firmware-o-2.1",
        what: "firmware",
        on: "2026-12-30",
        title: "Update Lamp nine to 2.1",
        detail: "1 device below the least version that works\nLamp a: 1.0\nLamp b: 2.0",
        devices: 2,
      },
      {
        uid: "warranty-2027-01-31",
        what: "warranty",
        on: "2027-01-31",
        title: "Warranty ends: 1 device",
        detail: "Lamp b",
        devices: 1,
      },
    ]);
  });

  test("of very many devices the first are named, and the rest counted", () => {
    const many = (count: number) => ({
      ...design,
      devices: Array.from({ length: count }, (_, n) => ({
        ...{ id: `d${n}`, point: "a", name: `Lamp ${n}`, status: "fitted", protocol: "Zigbee" },
        warrantyUntil: "2027-01-31",
      })) as (typeof design)["devices"],
    });
    const details = (count: number) => duesOf(many(count)).at(-1)!.detail.split("\n");
    expect(details(12)).toHaveLength(12);
    expect(details(12).at(-1)).toBe("Lamp 11");
    expect(details(40)).toHaveLength(12);
    expect(details(40).slice(-2)).toEqual(["Lamp 10", "and 29 more"]);
  });

  test("a version whose day nobody knows comes last; one that all have is not due", () => {
    const undated = { ...design, firmwares: [{ id: "f", option: "o", version: "2.0" }] };
    expect(duesOf(undated).at(-1)).toMatchObject({ title: "Update Lamp nine to 2.0", devices: 1 });
    expect(duesOf(undated).at(-1)!.on).toBeUndefined();
    const had = { ...design, firmwares: [{ id: "f", option: "o", version: "1.0" }] };
    expect(duesOf(had).map(({ what }) => what)).toEqual(["visit", "warranty"]);
  });
});

test("columns: the devices, and the first phase that is not signed off", () => {
  const phase = (id: string, order: number, signedOffOn?: string) => ({
    id,
    name: `Phase ${id}`,
    order,
    rooms: [],
    disruption: 1,
    ...(signedOffOn ? { signedOffOn } : {}),
  });
  const design = testDesign();
  expect(columnsOf(design)).toEqual({ devices: design.devices.length, phase: "" });
  expect(columnsOf({ ...design, phases: [phase("b", 2), phase("a", 1, "2026-01-01")] }).phase).toBe(
    "Phase b",
  );
  expect(columnsOf({ ...design, phases: [phase("a", 1, "2026-01-01")] }).phase).toBe("all signed off");
});
