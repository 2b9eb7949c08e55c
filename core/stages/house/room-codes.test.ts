import { larkspurWeir } from "../../../tests/core/houses";
import { changeRoom, codeFrom } from "./rooms";

const none = new Set<string>();

test("a code is the first three letters, one more where another room has those", () => {
  expect(codeFrom("Kitchen", none)).toBe("KIT");
  expect(codeFrom("Kitchen", new Set(["KIT"]))).toBe("KITC");
  expect(codeFrom("Boot room", new Set(["BOO", "BOOT"]))).toBe("BOOTR");
  expect(codeFrom("Büro 2", none)).toBe("BUR");
  expect(codeFrom("WC", none)).toBe("WC");
});

test("where all of them are taken it is counted; a name without a letter has no code", () => {
  expect(codeFrom("Den", new Set(["DEN"]))).toBe("DEN2");
  expect(codeFrom("Den", new Set(["DEN", "DEN2"]))).toBe("DEN3");
  expect(codeFrom("厨房", none)).toBeUndefined();
  expect(codeFrom("Kitchenette", new Set(["KIT", "KITC", "KITCH", "KITCHE"]))).toBe("KIT2");
});

describe("a room is renamed", () => {
  const demo = larkspurWeir();
  const [first, ...rest] = demo.rooms;
  const found = { ...first!, name: "Room 1", code: "R1" };
  const design = { ...demo, rooms: [found, ...rest] };
  const put = (values: Parameters<typeof changeRoom>[2]) =>
    changeRoom(design, found.id, values).map((change) => ("put" in change ? change.put : undefined))[0];

  test("for the first time: its code comes along, and no other room has it", () => {
    expect(put({ name: "Pantry" })).toEqual({ ...found, name: "Pantry", code: "PAN" });
    const taken = rest[0]!;
    const code = (put({ name: taken.name }) as typeof found).code;
    expect(demo.rooms.map((room) => room.code)).not.toContain(code);
  });
  test("a code somebody gave stays, and so does one that is given now", () => {
    expect(put({ name: "Pantry", code: "PTRY" })).toMatchObject({ name: "Pantry", code: "PTRY" });
    expect(changeRoom(demo, first!.id, { name: "Pantry" })[0]).toMatchObject({
      put: { name: "Pantry", code: first!.code },
    });
    expect(put({ type: "wet" })).toEqual({ ...found, type: "wet" });
    expect(put({ name: "Room 1" })).toMatchObject({ code: "R1" });
  });
});
