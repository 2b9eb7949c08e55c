/** One level of the plan as a DXF file in metres, y up, a layer a kind of thing. */
import { Colors, DxfWriter, point3d, Units } from "@tarikjabiri/dxf";
import { byId, type Design } from "../../design/collections";
import { fail } from "../../design/input-error";
import { oneLine } from "../../design/text";
import { pointLabel } from "../../points/labels";

/** The level as text DXF. Throws InputError for a level that is not there. */
export function planDxf(design: Design, level: string): string {
  if (!byId(design, "levels").has(level)) fail("level", `"${level}" does not exist`);
  const dxf = new DxfWriter();
  dxf.setUnits(Units.Meters);
  const layer = (name: string, color: number) => {
    dxf.addLayer(name, color, "Continuous");
    dxf.setCurrentLayerName(name);
  };
  const at = (x: number, y: number) => point3d(x, -y, 0);
  const ring = (corners: readonly (readonly [number, number])[], closed: boolean) => {
    for (let i = 1; i < corners.length + (closed ? 1 : 0); i++)
      dxf.addLine(at(...corners[i - 1]!), at(...corners[i % corners.length]!));
  };
  layer("WALLS", Colors.White);
  for (const wall of design.walls)
    if (wall.level === level) dxf.addLine(at(wall.ax, wall.ay), at(wall.bx, wall.by));
  layer("ROOMS", Colors.Cyan);
  for (const room of design.rooms) {
    if (room.level !== level) continue;
    ring(room.outline, true);
    dxf.addText(
      at(
        Math.min(...room.outline.map(([x]) => x)) + 0.15,
        Math.min(...room.outline.map(([, y]) => y)) + 0.35,
      ),
      0.2,
      oneLine(room.name),
    );
  }
  layer("WAYS", Colors.Green);
  for (const trunk of design.trunks) if (trunk.level === level) ring(trunk.path, false);
  layer("POINTS", Colors.Red);
  for (const point of design.points) {
    if (point.level !== level) continue;
    dxf.addCircle(at(point.x, point.y), 0.08);
    dxf.addText(at(point.x + 0.12, point.y), 0.12, oneLine(pointLabel(design, point)));
  }
  return dxf.stringify();
}
