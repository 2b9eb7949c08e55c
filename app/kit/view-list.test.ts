import { queriesOf, type ViewList } from "./view-list";

const VIEWS = [
  [
    "plan",
    "Plan",
    [
      "table",
      [
        ["schedule", "Schedule"],
        ["reels", "Reels"],
      ],
    ],
  ],
  ["kits", "Kits"],
  [
    "site",
    "Site",
    [
      "list",
      [
        ["rooms", "Rooms"],
        ["since", "Since"],
      ],
    ],
  ],
] as const satisfies ViewList;

test("each view has an address, the first of a list none of its own", () => {
  expect(queriesOf(VIEWS)).toEqual(["", "table=reels", "view=kits", "view=site", "view=site&list=since"]);
  expect(queriesOf(VIEWS.slice(1))).toEqual(["", "view=site", "view=site&list=since"]);
  expect(queriesOf([])).toEqual([]);
});
