import { changesOf } from "../../desk/findings";
import type { Design } from "../../design/collections";
import { applyChanges } from "../../design/edit";
import { point, testDesign } from "../../test-design";
import { addressChecks, nodeChecks } from "./address-checks";
import { ipv4, ipv4Text, nextFree, nextNode, nodeNumber, readAddress, spanOf, spansOf } from "./addresses";
import type { DeviceRow, NetworkRow } from "../../design/rows/register";

const NETWORK: NetworkRow = {
  id: "house",
  name: "House",
  cidr: "192.168.10.0/24",
  gateway: "192.168.10.1",
  poolFrom: "192.168.10.100",
  poolTo: "192.168.10.199",
  carries: ["PoE"],
};

function house(addresses: Partial<DeviceRow>[], networks: NetworkRow[] = [NETWORK]): Design {
  const design = testDesign();
  const points = addresses.map((_, n) => point(`c${n}`, "camera", "g", "hall", 1 + n, 1, 2));
  return {
    ...design,
    networks,
    points: [...design.points, ...points],
    devices: addresses.map((values, n) => ({
      id: `d${n}`,
      point: `c${n}`,
      name: `Camera ${n}`,
      status: "chosen",
      protocol: "PoE",
      ...values,
    })),
  };
}
const found = (design: Design) =>
  [...addressChecks(design), ...nodeChecks(design)].map(({ code, severity, title, fix }) => [
    code,
    severity,
    title,
    fix?.label,
  ]);

describe("addresses", () => {
  it.each([
    ["192.168.10.20", 0xc0a80a14],
    ["0.0.0.0", 0],
    ["255.255.255.255", 2 ** 32 - 1],
  ])("%s", (text, value) => {
    expect(ipv4(text)).toBe(value);
    expect(ipv4Text(value)).toBe(text);
  });
  it.each(["192.168.10.256", "192.168.010.1", "1.2.3", "1.2.3.4.5", "a.b.c.d", ""])("%j is none", (text) =>
    expect(ipv4(text)).toBeUndefined(),
  );
  it.each([
    [" 192.168.10.20 ", { kind: "network", text: "192.168.10.20" }],
    ["00-00-5e-00-53-b7", { kind: "eui", text: "00:00:5E:00:53:B7" }],
    ["1.1.24", { kind: "other", text: "1.1.24" }],
    ["Node A", { kind: "other", text: "node a" }],
    ["192.168.10.300", { kind: "wrong" }],
    ["00:00:5e:00:53", { kind: "wrong", why: "has 5 pairs of figures: an address has six or eight" }],
    [
      "01:00:5e:00:00:fb",
      { kind: "wrong", why: "is the address of a group, which no device has as its own" },
    ],
  ])("%s is read", (text, read) => expect(readAddress(text)).toMatchObject(read));
  it("a network begins where its length says, and the narrowest holds an address", () => {
    const design = house(
      [],
      [
        { ...NETWORK, cidr: "192.168.10.77/24" },
        { id: "narrow", name: "Narrow", cidr: "192.168.10.64/28" },
      ],
    );
    expect(spansOf(design).map(({ first, last }) => [ipv4Text(first), ipv4Text(last)])).toEqual([
      ["192.168.10.0", "192.168.10.255"],
      ["192.168.10.64", "192.168.10.79"],
    ]);
    expect(spanOf(design, ipv4("192.168.10.70")!)!.network.id).toBe("narrow");
    expect(spanOf(design, ipv4("192.168.10.80")!)!.network.id).toBe("house");
    expect(spanOf(design, ipv4("192.168.11.1")!)).toBeUndefined();
  });
});

describe("the next free address", () => {
  const next = (design: Design, from?: string) =>
    ipv4Text(nextFree(design, spansOf(design)[0]!, from ? ipv4(from)! : undefined)!);
  it("is past the gateway, devices, what is kept and the pool", () => {
    const design = house([{ address: "192.168.10.2" }, { address: "192.168.10.99" }]);
    expect(next(design)).toBe("192.168.10.3");
    expect(next(design, "192.168.10.99")).toBe("192.168.10.200");
    design.reservations = [{ id: "r", network: "house", address: "192.168.10.3", name: "Printer" }];
    expect(next({ ...design })).toBe("192.168.10.4");
  });
  it("begins again below where nothing is left above; a full network has none", () => {
    const design = house(
      [{ address: "10.0.0.6" }],
      [{ id: "n", name: "N", cidr: "10.0.0.0/29", gateway: "10.0.0.1" }],
    );
    expect(next(design, "10.0.0.6")).toBe("10.0.0.2");
    const full = house(
      [2, 3, 4, 5, 6].map((n) => ({ address: `10.0.0.${n}` })),
      [{ id: "n", name: "N", cidr: "10.0.0.0/29", gateway: "10.0.0.1" }],
    );
    expect(nextFree(full, spansOf(full)[0]!)).toBeUndefined();
  });
  it("against trying each in turn, over networks made at random", () => {
    let seed = 7;
    const rnd = (n: number) => (seed = (seed * 1103515245 + 12345) % 2 ** 31) % n;
    for (let round = 0; round < 40; round++) {
      const pool = [rnd(28), rnd(28)].sort((a, b) => a - b);
      const used = new Set(Array.from({ length: rnd(20) }, () => 1 + rnd(30)));
      const design = house(
        [...used].map((n) => ({ address: `10.0.0.${n}` })),
        [
          {
            id: "n",
            name: "N",
            cidr: "10.0.0.0/27",
            poolFrom: `10.0.0.${pool[0]}`,
            poolTo: `10.0.0.${pool[1]}`,
          },
        ],
      );
      const from = 1 + rnd(30);
      const order = Array.from({ length: 30 }, (_, n) => 1 + ((from - 1 + n) % 30));
      const plain = order.find((n) => !used.has(n) && !(n >= pool[0]! && n <= pool[1]!));
      const free = nextFree(design, spansOf(design)[0]!, ipv4(`10.0.0.${from}`)!);
      expect(free === undefined ? undefined : ipv4Text(free)).toBe(
        plain === undefined ? undefined : `10.0.0.${plain}`,
      );
    }
  });
});

describe("checks of addresses", () => {
  it("two on one, however written: the second gets the next free one, and then nothing is found", () => {
    const design = house([
      { address: "192.168.10.20" },
      { address: " 192.168.10.20" },
      { address: "192.168.10.20" },
    ]);
    expect(found(design)).toEqual([
      [
        "register.address-clash",
        "stop",
        "Camera 1 and Camera 0 are both at 192.168.10.20",
        "Give Camera 1 192.168.10.21, the next free one",
      ],
      [
        "register.address-clash",
        "stop",
        "Camera 2 and Camera 0 are both at 192.168.10.20",
        "Give Camera 2 192.168.10.22, the next free one",
      ],
    ]);
    const mended = addressChecks(design).reduce(
      (now, { fix }) => applyChanges(now, changesOf(fix!, now)),
      design,
    );
    expect(found(mended)).toEqual([]);
  });
  it.each([
    ["192.168.10.1", "register.address-reserved", /where the gateway of House is/],
    ["192.168.10.0", "register.address-outside", /no device's/],
    ["192.168.10.255", "register.address-outside", /no device's/],
    ["10.1.1.1", "register.address-outside", /in no network/],
    ["192.168.10.100", "register.address-pool", /gives out/],
    ["192.168.10.199", "register.address-pool", /gives out/],
    ["192.168.10.50", "register.address-reserved", /kept for Printer/],
  ])("%s: %s", (address, code, title) => {
    const design = house([{ address }]);
    design.reservations = [{ id: "r", network: "house", address: "192.168.10.50", name: "Printer" }];
    const [finding, ...rest] = addressChecks(design);
    expect(rest).toEqual([]);
    expect([finding!.code, finding!.severity]).toEqual([code, "mend"]);
    expect(finding!.title).toMatch(title);
    expect(addressChecks(applyChanges(design, changesOf(finding!.fix!, design)))).toEqual([]);
  });
  it("the edges of a pool, one that it is kept for, and a house without networks are fine", () => {
    expect(found(house([{ address: "192.168.10.99" }, { address: "192.168.10.200" }]))).toEqual([]);
    expect(found(house([{ address: "10.1.1.1" }], []))).toEqual([]);
    const design = house([{ address: "192.168.10.150" }]);
    design.reservations = [
      { id: "r", network: "house", address: "192.168.10.150", name: "Camera", device: "d0" },
    ];
    expect(found(design)).toEqual([]);
  });
  it("a form that is none is told; addresses of two lines may be alike, of one not", () => {
    expect(found(house([{ address: "00:00:5e:00:53" }]))).toEqual([
      ["register.address-form", "mend", expect.stringMatching(/has 5 pairs/), undefined],
    ]);
    expect(
      found(
        house([
          { address: "7", protocol: "DALI" },
          { address: "7", protocol: "RS-485" },
        ]),
      ),
    ).toEqual([]);
    expect(
      found(
        house([
          { address: "7", protocol: "DALI" },
          { address: "7", protocol: "DALI" },
        ]),
      )[0],
    ).toEqual(["register.address-clash", "stop", "Camera 1 and Camera 0 are both at 7", undefined]);
  });
});

describe("node numbers", () => {
  it.each([
    ["7", 7],
    ["0x2A10", 0x2a10],
    ["node 7", undefined],
    ["0x12345", undefined],
  ])("%s", (text, number) => expect(nodeNumber(text)).toBe(number));
  it("two with one number: the next free, in the same writing", () => {
    const design = house([
      { node: "231", protocol: "Z-Wave" },
      { node: "231", protocol: "Z-Wave" },
      { node: "232", protocol: "Z-Wave" },
      { node: "0x00E7", protocol: "Zigbee" },
      { node: "231", protocol: "Zigbee" },
    ]);
    expect(found(design).map(([, , , label]) => label)).toEqual([
      "Note Camera 1 as node 1, the next free one",
      "Note Camera 4 as node 232, the next free one",
    ]);
    expect(nextNode(design, design.devices[3]!)).toBe("0x00E8");
  });
  it("two clashes get two numbers", () => {
    const design = house([1, 2, 3].map(() => ({ node: "5", protocol: "Z-Wave" as const })));
    expect(found(design).map(([, , , label]) => label)).toEqual([
      "Note Camera 1 as node 6, the next free one",
      "Note Camera 2 as node 7, the next free one",
    ]);
  });
});
