/** What stage 2 gives the desk. */
import { lazy } from "react";
import type { Design } from "#core/design/collections";
import { changeOpening, changeWall } from "#core/stages/house";
import { areaWorking } from "#core/stages/house/workings";
import { useDesk } from "../../desk/desk";
import type { StageParts } from "../../desk/parts";
import { DesignInspector } from "../../inspect/design-inspector";
import { LevelPanel } from "./level-panel";

const extra = <K extends keyof typeof import("./row-extras")>(name: K) =>
  lazy(async () => ({ default: (await import("./row-extras"))[name] }));
const RoomInspector = lazy(async () => ({ default: (await import("./place-inspector")).RoomInspector }));
const ClosetInspector = lazy(async () => ({ default: (await import("./place-inspector")).ClosetInspector }));

function HouseSummary({ design }: { design: Design }) {
  const { level } = useDesk();
  return (
    <DesignInspector design={design}>
      {design.levels.some((row) => row.id === level) && <LevelPanel design={design} level={level} />}
    </DesignInspector>
  );
}

const MAINS =
  "Mains: isolate, lock off and prove dead before work. Local codes and a licensed person decide.";

export const parts: StageParts = {
  stage: "house",
  Summary: HouseSummary,
  inspectors: { rooms: RoomInspector, closets: ClosetInspector },
  rows: {
    walls: {
      only: ["thicknessM", "material", "fireMin"],
      names: { fireMin: "Holds fire" },
      change: changeWall,
      Extra: extra("WallExtra"),
      caution: () =>
        "Look for pipes and live cable before drilling, and ask before cutting into a wall that carries. " +
        "Local codes decide.",
    },
    openings: {
      only: [
        ...["kind", "offsetM", "widthM", "heightM", "sillM", "glazing", "hinge", "outsideIs", "material"],
      ],
      names: { offsetM: "Offset", outsideIs: "Outside is" },
      change: changeOpening,
      Extra: extra("OpeningExtra"),
    },
    switches: {
      Extra: extra("SwitchExtra"),
      caution: () =>
        "Mains: isolate, lock off and prove dead before a box is opened. " +
        "Local codes and a licensed person decide.",
    },
    legs: { only: ["name", "circuit", "feed"], Extra: extra("LegExtra"), caution: () => MAINS },
    lamps: { Extra: extra("LampExtra") },
    circuits: { caution: () => MAINS },
    mainsRuns: {
      caution: () =>
        "Mains: what is drawn may not be all there is. Prove dead before drilling near; " +
        "local codes and a licensed person decide.",
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
  ],
  working(design, selection) {
    const room = design.rooms.find((row) => selection.in === "rooms" && row.id === selection.id);
    return room && areaWorking(room);
  },
};
