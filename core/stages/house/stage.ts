/** Stage 2 as the desk knows it. */
import { byId } from "../../design/collections";
import type { StageModule } from "../../desk/stage";
import { countWorking } from "../../desk/working";
import { houseChecks } from "./checks";

export const house: StageModule = {
  stage: "house",
  checks: houseChecks,
  facets: (design, clear) => [
    { name: "Levels and rooms are drawn", met: design.levels.length > 0 && design.rooms.length > 0 },
    {
      name: "Walls are drawn, and agree with what was measured",
      met:
        design.walls.length > 0 &&
        clear("house.wall-zero", "house.opening-beyond-wall", "house.measure-off", "house.room-open"),
    },
    { name: "Ways for cable are drawn", met: design.trunks.length > 0 && design.closets.length > 0 },
    {
      name: "Every point stands in its room",
      met: design.points.length > 0 && clear("house.point-outside-room"),
    },
  ],
  cells: [
    {
      cell: "points",
      name: "Points",
      place: 20,
      digits: 0,
      of: (design) => ({ value: design.points.length }),
      working: (design) =>
        countWorking(
          "Points by kind",
          "points",
          design.points.map((point) => byId(design, "kinds").get(point.kind)?.name ?? point.kind),
          "house",
        ),
    },
  ],
  papers: async () => (await import("./papers")).papers,
};
