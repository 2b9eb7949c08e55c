/** What stage 2 writes: rooms and switches, and what a drawing holds. */
import { rowOf } from "../../design/collections";
import { counted } from "../../design/words";
import { textTable, type Command } from "../../desk/command";
import type { Papers } from "../../desk/stage";
import { drawJson } from "./drawing/output";
import { houseJson } from "./output";

const house: Command = {
  prints: "rooms with their areas, where openings look, which switch works what",
  run(design) {
    const json = houseJson(design);
    const rooms = json.rooms.map((room) => [
      rowOf(design, "rooms", room.id).name,
      `${room.areaM2.toFixed(2)} m²`,
      `${room.perimeterM.toFixed(2)} m`,
      room.closingM === undefined ? "-" : `${room.closingM.toFixed(3)} m`,
    ]);
    const openings = json.openings.map((opening) => [
      opening.id,
      opening.azimuthDeg === undefined ? "inside" : `${opening.azimuthDeg.toFixed(1)}°`,
    ]);
    const gangs = json.switches.map((one) => [
      rowOf(design, "switches", one.switch).name,
      String(one.gang),
      one.works.map((id) => rowOf(design, "lamps", id).name).join(", ") || "nobody knows",
    ]);
    const tables = [
      [["room", "area", "around", "closes to"], ...rooms],
      [["opening", "looks"], ...openings],
      [["switch", "gang", "works"], ...gangs],
    ];
    const text = tables
      .filter((rows) => rows.length > 1)
      .map((rows, i) => textTable(rows, i === 0 ? [1, 2, 3] : []));
    return { json, text: text.join("\n\n") || "No rooms." };
  },
};

const draw: Command = {
  prints: "walls and rooms of a DXF or SVG drawing, nothing kept",
  options: { units: "m|cm|mm|ft|in", as: "lines|faces" },
  takes: "drawing",
  run(text, options) {
    const json = drawJson(text, options);
    const head = `${counted(json.walls.length, "wall")}, ${counted(json.rooms.length, "room")}; its unit: ${json.units}`;
    return {
      json,
      text: [
        head,
        ...json.rooms.map((room, i) => `room ${i + 1}: ${room.areaM2.toFixed(2)} m²`),
        ...json.left.map((out) => `left out: ${out.count} × ${out.what}, ${out.why}`),
      ].join("\n"),
    };
  },
};

export const papers: Papers = { commands: { house, draw } };
