/** What stage 2 gives the desk. */
import { byId, SINGULAR, type Design, type Rows } from "#core/design/collections";
import { endsOf, sideWords } from "#core/stages/house/beside";
import { openingName, wallNames } from "#core/stages/house/wall-names";
import { changeOpening, changeWall } from "#core/stages/house";
import { areaWorking } from "#core/stages/house/workings";
import { useDesk } from "../../desk/desk";
import type { StageParts } from "../../desk/parts";
import { LevelSummary } from "../../inspect/level-summary";
import type { ComponentType } from "react";
import { fetchedPart } from "../../kit/fetched";
import type { LevelPanelProps } from "./level-panel";
import { lazilyFrom } from "../../kit/lazily";

const extras = () => import("./row-extras");
const places = () => import("./place-inspector");

/** A form with many parts: the rooms of the level are there before it. */
const levelPanel = fetchedPart<ComponentType<LevelPanelProps>>(() => import("./level-panel"));

function HouseSummary({ design }: { design: Design }) {
  const { level } = useDesk();
  const LevelPanel = levelPanel.use();
  return (
    <LevelSummary design={design}>
      {LevelPanel && design.levels.some((row) => row.id === level) && (
        <LevelPanel design={design} level={level} />
      )}
    </LevelSummary>
  );
}

/** Left, right, start and end are of the wall's own way: said by what is there instead. */
function openingWords(
  design: Design,
  { wall: id }: Rows["openings"],
): Record<string, Record<string, string>> {
  const wall = byId(design, "walls").get(id);
  if (!wall) return {};
  const [start, end] = endsOf(design, wall);
  return {
    hinge: { start: `at the ${start}`, end: `at the ${end}`, slides: "slides", fixed: "does not open" },
    outsideIs: {
      left: sideWords(design, wall, "left"),
      right: sideWords(design, wall, "right"),
      none: "neither side",
    },
  };
}

const MAINS =
  "Mains: isolate, lock off and prove dead before work. Local codes and a licensed person decide.";

export const parts: StageParts = {
  stage: "house",
  Summary: HouseSummary,
  inspectors: {
    rooms: lazilyFrom(places, (file) => file.RoomInspector),
    closets: lazilyFrom(places, (file) => file.ClosetInspector),
  },
  rows: {
    walls: {
      only: ["thicknessM", "material", "fireMin"],
      names: { fireMin: "Resists fire" },
      hints: { fireMin: "Minutes. Where a cable passes through it, the hole is sealed as tested for that." },
      change: changeWall,
      Extra: lazilyFrom(extras, (file) => file.WallExtra),
      title: (design, wall) => wallNames(design).get(wall.id)!,
      caution: () =>
        "Look for pipes and live cable before drilling, and ask before cutting into a wall that carries. " +
        "Local codes decide.",
    },
    openings: {
      title: openingName,
      only: [
        ...["kind", "offsetM", "widthM", "heightM", "sillM", "glazing", "hinge", "outsideIs", "material"],
      ],
      names: { offsetM: "From wall's end", outsideIs: "Outside is" },
      hints: {
        hinge: "The end of the wall that the hinges are nearer to.",
        outsideIs: "Where the weather is.",
      },
      words: openingWords,
      matters: ({ kind }, field) =>
        ({ glazing: kind === "window", hinge: kind === "door" || kind === "gate", sillM: kind === "window" })[
          field
        ] ?? true,
      change: changeOpening,
      Extra: lazilyFrom(extras, (file) => file.OpeningExtra),
    },
    switches: {
      Extra: lazilyFrom(extras, (file) => file.SwitchExtra),
      caution: () =>
        "Mains: isolate, lock off and prove dead before a box is opened. " +
        "Local codes and a licensed person decide.",
    },
    legs: {
      only: ["name", "circuit", "feed"],
      Extra: lazilyFrom(extras, (file) => file.LegExtra),
      caution: () => MAINS,
    },
    lamps: { Extra: lazilyFrom(extras, (file) => file.LampExtra) },
    circuits: { caution: () => MAINS },
    mainsRuns: {
      caution: () =>
        "Mains: what is drawn may not be all there is. Prove dead before drilling near; " +
        "local codes and a licensed person decide.",
    },
    risers: {
      caution: () =>
        "Look for joists, pipes and live cable first; isolate, lock off and prove dead; only then open the floor. " +
        "A hole weakens it, and lets fire through until it is sealed. Local codes and a licensed person decide.",
    },
    trunks: {
      only: ["name", "kind", "heightM", "boreMm", "widthMm", "depthMm", "divider", "bundles", "existing"],
      names: {
        boreMm: "Bore",
        widthMm: "Tray width",
        depthMm: "Tray depth",
        bundles: "Bundles",
        existing: "was there before",
      },
      words: () => ({
        kind: { tray: "tray", conduit: "conduit", duct: "duct", void: "open, above the ceiling" },
      }),
      matters: ({ kind }, field) =>
        ({
          boreMm: kind === "conduit" || kind === "duct",
          widthMm: kind === "tray",
          depthMm: kind === "tray",
          divider: kind === "tray",
          bundles: kind !== "conduit",
        })[field] ?? true,
    },
    fixtures: { names: { lowM: "Lowest", highM: "Highest", clearanceM: "Clearance" } },
    underlays: {
      only: ["name", "x", "y", "turnDeg", "opacityPct", "hidden"],
      names: { x: "Across, x", y: "Down, y", turnDeg: "Turned", opacityPct: "Opacity" },
    },
  },
  finds: (design) => [
    ...design.rooms.map(({ id, name }) => ({ in: "rooms" as const, id, text: name, hint: "room" })),
    ...design.closets.map(({ id, name }) => ({ in: "closets" as const, id, text: name, hint: "closet" })),
    ...design.walls.map((wall) => ({
      in: "walls" as const,
      id: wall.id,
      text: wallNames(design).get(wall.id)!,
      hint: `wall, ${byId(design, "levels").get(wall.level)?.name ?? ""}`,
    })),
    ...design.openings.map((opening) => ({
      in: "openings" as const,
      id: opening.id,
      text: openingName(design, opening),
      hint: opening.kind,
    })),
    ...(["trunks", "risers", "mainsRuns", "noGo", "fixtures"] as const).flatMap((collection) =>
      design[collection].map(({ id, name }) => ({
        in: collection,
        id,
        text: name,
        hint: SINGULAR[collection],
      })),
    ),
  ],
  working(design, selection) {
    const room = design.rooms.find((row) => selection.in === "rooms" && row.id === selection.id);
    return room && areaWorking(room);
  },
};
