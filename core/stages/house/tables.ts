/**
 * Default tables a new design starts with: materials, cable types and kinds of
 * point with their kits. A design may change every row. Losses are typical
 * values at 868 MHz, 2.4 GHz and 5 GHz; resistances from IEC 60228 and the AWG table.
 */
import type { CableTypeRow, KindRow } from "../../design/rows-system";
import type { MaterialRow } from "./rows-house";

const material = (id: string, name: string, loss: [number, number, number], uWm2K?: number): MaterialRow => ({
  id, name, lossDb: { mhz868: loss[0], mhz2400: loss[1], mhz5000: loss[2] }, ...(uWm2K === undefined ? {} : { uWm2K }), source: "typical",
});

export const MATERIAL_TABLE: readonly MaterialRow[] = [
  material("aerated-block", "Aerated block", [3, 5, 8], 0.9),
  material("brick-double", "Double brick", [7, 12, 20], 1.7),
  material("brick-single", "Single brick", [4, 7, 12], 2.3),
  material("concrete-150", "Concrete 150 mm", [9, 13, 22], 3.2),
  material("foil-insulation", "Foil-faced insulation", [15, 20, 25], 0.25),
  material("glass-clear", "Clear glass", [1, 2, 3], 5.7),
  material("glass-coated", "Coated glass", [12, 18, 22], 1.2),
  material("plasterboard", "Plasterboard", [2, 3, 4], 2.0),
  material("rubble-500", "Rubble stone 500 mm", [12, 19, 30], 1.9),
  material("sheet-metal", "Sheet metal", [20, 26, 30], 5.9),
  material("slab", "Reinforced slab", [12, 18, 28], 2.6),
  material("timber-door", "Timber door", [2, 3, 5], 2.9),
  material("timber-floor", "Timber floor", [4, 7, 11], 1.6),
];

export const CABLE_TABLE: readonly CableTypeRow[] = [
  { id: "bus-4", name: "House bus 2×2×0.8", medium: "bus", conductors: 4, gauge: "20 AWG", ohmPerKm: 33.3, outerMm: 6.0, reelM: 250, costPerM: 0.78, screened: true },
  { id: "cat6", name: "Data, cat 6", medium: "data", conductors: 8, gauge: "23 AWG", ohmPerKm: 93.8, outerMm: 6.2, reelM: 305, costPerM: 0.46, pairs: 4, rating: "category 6" },
  { id: "cat6a", name: "Data, cat 6A", medium: "data", conductors: 8, gauge: "23 AWG", ohmPerKm: 93.8, outerMm: 7.4, reelM: 305, costPerM: 0.92, pairs: 4, screened: true, rating: "category 6A" },
  { id: "coax", name: "Coaxial 75 Ω", medium: "coax", conductors: 1, gauge: "18 AWG", ohmPerKm: 20.9, outerMm: 6.9, reelM: 100, costPerM: 0.55, screened: true, lossDb: [{ mhz: 5, dbPer100M: 1.7 }, { mhz: 55, dbPer100M: 4.9 }, { mhz: 211, dbPer100M: 9.4 }, { mhz: 500, dbPer100M: 14.4 }, { mhz: 862, dbPer100M: 19.1 }, { mhz: 1000, dbPer100M: 20.8 }, { mhz: 2150, dbPer100M: 31.2 }] },
  { id: "contact-4", name: "4 × 0.35 mm²", medium: "control", conductors: 4, gauge: "22 AWG", ohmPerKm: 53.0, outerMm: 4.2, reelM: 200, costPerM: 0.31 },
  { id: "fibre-2", name: "Fibre, duplex", medium: "fibre", conductors: 2, gauge: "OM4", outerMm: 4.0, reelM: 300, costPerM: 1.1 },
  { id: "power-2x1", name: "2 × 1 mm²", medium: "power", conductors: 2, gauge: "1mm2", ohmPerKm: 18.1, outerMm: 6.6, reelM: 100, costPerM: 0.64 },
  { id: "power-4x13", name: "4 × 1.3 mm²", medium: "power", conductors: 4, gauge: "16 AWG", ohmPerKm: 13.2, outerMm: 8.4, reelM: 150, costPerM: 1.32 },
  { id: "power-4x25", name: "4 × 2.5 mm²", medium: "power", conductors: 4, gauge: "2.5mm2", ohmPerKm: 7.41, outerMm: 10.9, reelM: 100, costPerM: 2.35 },
  { id: "speaker-2", name: "Speaker 2 × 2.5 mm²", medium: "speaker", conductors: 2, gauge: "2.5mm2", ohmPerKm: 7.41, outerMm: 8.0, reelM: 100, costPerM: 1.15 },
  { id: "speaker-4", name: "Speaker 4 × 2.5 mm²", medium: "speaker", conductors: 4, gauge: "2.5mm2", ohmPerKm: 7.41, outerMm: 10.4, reelM: 100, costPerM: 2.1 },
];

export const KIND_TABLE: readonly KindRow[] = [
  { id: "access-point", name: "Access point", code: "AP", glyph: "carries", service: "network", mountHeightM: 2.4, box: "ceiling plate", drops: [{ cableType: "cat6a", count: 2, purpose: "data", end: "panel" }], needs: { poeClass: 4, watts: 19 } },
  { id: "alarm-panel", name: "Alarm panel", code: "ALM", glyph: "decides", service: "security", mountHeightM: 1.5, box: "double, 47 mm", drops: [{ cableType: "cat6", count: 1, purpose: "data", end: "panel" }, { cableType: "contact-4", count: 1, purpose: "alarm loop", end: "terminals" }] },
  { id: "awning", name: "Awning", code: "AWN", glyph: "moves", service: "shade", mountHeightM: 2.8, box: "weatherproof", drops: [{ cableType: "power-4x13", count: 1, purpose: "motor", end: "supply" }], needs: { volts: 24, watts: 60, dropLimitPct: 5 } },
  { id: "board", name: "Inputs and outputs", code: "IO", glyph: "decides", service: "bus", mountHeightM: 1.5, box: "rail, 6 modules", drops: [{ cableType: "bus-4", count: 1, purpose: "bus", end: "terminals" }] },
  { id: "camera", name: "Camera", code: "CAM", glyph: "sees", service: "sight", mountHeightM: 2.6, box: "round, weatherproof", drops: [{ cableType: "cat6", count: 1, purpose: "data", end: "panel" }], needs: { poeClass: 3, watts: 11.5 } },
  { id: "contact", name: "Contact", code: "CON", glyph: "senses", service: "security", mountHeightM: 2.0, box: "none", drops: [{ cableType: "contact-4", count: 1, purpose: "contact", end: "terminals" }] },
  { id: "door-reader", name: "Access reader", code: "RDR", glyph: "keys", service: "security", mountHeightM: 1.1, box: "single, 47 mm", drops: [{ cableType: "bus-4", count: 1, purpose: "bus", end: "terminals" }], needs: { volts: 12, watts: 2.4, dropLimitPct: 10 } },
  { id: "door-station", name: "Door station", code: "DOR", glyph: "speaks", service: "security", mountHeightM: 1.4, box: "door station, flush", drops: [{ cableType: "cat6", count: 1, purpose: "data", end: "panel" }, { cableType: "power-2x1", count: 1, purpose: "release", end: "supply" }], needs: { poeClass: 2, watts: 6 } },
  { id: "garage", name: "Garage operator", code: "GAR", glyph: "moves", service: "security", mountHeightM: 2.4, box: "double, 47 mm", drops: [{ cableType: "cat6", count: 1, purpose: "data", end: "panel" }] },
  { id: "glass-break", name: "Glass-break sensor", code: "GLB", glyph: "senses", service: "security", mountHeightM: 2.2, box: "single, 47 mm", drops: [{ cableType: "contact-4", count: 1, purpose: "contact", end: "terminals" }] },
  { id: "hub", name: "Hub", code: "HUB", glyph: "decides", service: "network", mountHeightM: 1.5, box: "rack", drops: [] },
  { id: "infrared", name: "Infrared emitter", code: "IR", glyph: "speaks", service: "sight", mountHeightM: 1.2, box: "none", drops: [] },
  { id: "intercom", name: "Intercom", code: "ICM", glyph: "speaks", service: "security", mountHeightM: 1.45, box: "double, deep", drops: [{ cableType: "cat6", count: 1, purpose: "data", end: "panel" }], needs: { poeClass: 3, watts: 7 } },
  { id: "keypad", name: "Keypad", code: "KEY", glyph: "keys", service: "bus", mountHeightM: 1.1, box: "single, 47 mm", drops: [{ cableType: "bus-4", count: 1, purpose: "bus", end: "terminals" }], needs: { volts: 24, watts: 1.2, dropLimitPct: 5 } },
  { id: "lamp", name: "Lamp", code: "LMP", glyph: "lights", service: "light", mountHeightM: 2.4, box: "ceiling rose", drops: [] },
  { id: "leak", name: "Leak sensor", code: "LEK", glyph: "senses", service: "security", mountHeightM: 0.05, box: "none", drops: [{ cableType: "contact-4", count: 1, purpose: "contact", end: "terminals" }] },
  { id: "lock", name: "Lock", code: "LCK", glyph: "moves", service: "security", mountHeightM: 1.05, box: "in the frame", drops: [{ cableType: "power-2x1", count: 1, purpose: "release", end: "supply" }], needs: { volts: 12, watts: 6, dropLimitPct: 10 } },
  { id: "loudspeaker", name: "Loudspeaker", code: "SPK", glyph: "speaks", service: "sound", mountHeightM: 2.4, box: "ceiling ring", drops: [{ cableType: "speaker-2", count: 1, purpose: "speaker", end: "terminals" }], needs: { loadOhm: 8, lossLimitDb: 0.5 } },
  { id: "loudspeaker-pair", name: "Loudspeaker pair", code: "SPP", glyph: "speaks", service: "sound", mountHeightM: 2.4, box: "ceiling ring", drops: [{ cableType: "speaker-4", count: 1, purpose: "speaker", end: "terminals" }], needs: { loadOhm: 8, lossLimitDb: 0.5 } },
  { id: "manifold", name: "Valve manifold", code: "VLV", glyph: "moves", service: "climate", mountHeightM: 0.6, box: "manifold cabinet", drops: [{ cableType: "bus-4", count: 1, purpose: "bus", end: "terminals" }], needs: { volts: 24, watts: 9, dropLimitPct: 5 } },
  { id: "mirror", name: "Lit mirror", code: "MIR", glyph: "lights", service: "light", mountHeightM: 1.6, box: "double, 47 mm", drops: [], mainsLines: ["always live", "fan", "light"] },
  { id: "motion", name: "Presence sensor", code: "MOT", glyph: "senses", service: "security", mountHeightM: 2.3, box: "corner bracket", drops: [{ cableType: "contact-4", count: 1, purpose: "contact", end: "terminals" }] },
  { id: "panel", name: "Panel", code: "PNL", glyph: "speaks", service: "network", mountHeightM: 1.4, box: "double, deep", drops: [{ cableType: "cat6", count: 1, purpose: "data", end: "panel" }], needs: { poeClass: 3, watts: 8 } },
  { id: "plug", name: "Metered plug", code: "PLG", glyph: "supplies", service: "power", mountHeightM: 0.4, box: "socket", drops: [] },
  { id: "radiator", name: "Radiator valve", code: "RAD", glyph: "moves", service: "climate", mountHeightM: 0.3, box: "none", drops: [] },
  { id: "relay", name: "Relay", code: "RLY", glyph: "supplies", service: "power", mountHeightM: 2.2, box: "junction box", drops: [] },
  { id: "remote", name: "Hand remote", code: "RMT", glyph: "keys", service: "light", mountHeightM: 1.0, box: "none", drops: [] },
  { id: "shade", name: "Shade pocket", code: "SHD", glyph: "moves", service: "shade", mountHeightM: 2.2, box: "pocket", drops: [{ cableType: "cat6", count: 1, purpose: "data", end: "panel" }, { cableType: "power-4x13", count: 1, purpose: "motor", end: "supply" }], needs: { volts: 24, watts: 24, dropLimitPct: 5 } },
  { id: "shade-battery", name: "Shade battery", code: "BAT", glyph: "supplies", service: "shade", mountHeightM: 2.2, box: "none", drops: [{ cableType: "power-2x1", count: 1, purpose: "battery", end: "beside it" }], needs: { volts: 12, watts: 24, dropLimitPct: 5 } },
  { id: "solar-panel", name: "Shade solar panel", code: "SOL", glyph: "supplies", service: "shade", mountHeightM: 2.4, box: "none", drops: [{ cableType: "power-2x1", count: 1, purpose: "charging", end: "beside it" }], needs: { volts: 12, watts: 6, dropLimitPct: 5 } },
  { id: "spare", name: "Spare drop", code: "SPR", glyph: "carries", service: "network", mountHeightM: 0.4, box: "single, 47 mm", drops: [{ cableType: "cat6", count: 1, purpose: "spare", end: "panel" }] },
  { id: "stair-tread", name: "Lit stair tread", code: "TRD", glyph: "lights", service: "light", mountHeightM: 0.3, box: "none", drops: [{ cableType: "power-4x13", count: 1, purpose: "light", end: "supply" }, { cableType: "power-2x1", count: 1, purpose: "step sensor", end: "terminals" }], needs: { volts: 24, watts: 7.2, stripM: 0.75, wattsPerM: 9.6, dropLimitPct: 3 }, grouped: true },
  { id: "stub-out", name: "Stub-out with pull string", code: "STB", glyph: "carries", service: "network", mountHeightM: 0.4, box: "single, 47 mm", drops: [] },
  { id: "subwoofer", name: "Subwoofer", code: "SUB", glyph: "speaks", service: "sound", mountHeightM: 0.4, box: "double, 47 mm", drops: [{ cableType: "coax", count: 1, purpose: "line level", end: "panel" }, { cableType: "speaker-2", count: 1, purpose: "speaker", end: "terminals" }], needs: { loadOhm: 8, lossLimitDb: 0.5 } },
  { id: "television", name: "Television", code: "TEL", glyph: "sees", service: "sight", mountHeightM: 1.2, box: "double, deep", drops: [{ cableType: "coax", count: 2, purpose: "antenna", end: "panel" }, { cableType: "cat6", count: 1, purpose: "data", end: "panel" }], needs: { topMhz: 2150, lossLimitDb: 20 } },
  { id: "temperature", name: "Temperature sensor", code: "TMP", glyph: "senses", service: "climate", mountHeightM: 1.5, box: "single, 47 mm", drops: [{ cableType: "bus-4", count: 1, purpose: "bus", end: "terminals" }], needs: { volts: 24, watts: 0.3, dropLimitPct: 5 } },
  { id: "wall-switch", name: "Wall switch", code: "SWI", glyph: "keys", service: "light", mountHeightM: 1.1, box: "single, 47 mm", drops: [] },
  { id: "water-valve", name: "Water valve", code: "WTV", glyph: "moves", service: "climate", mountHeightM: 0.5, box: "none", drops: [{ cableType: "power-2x1", count: 1, purpose: "valve", end: "supply" }], needs: { volts: 24, watts: 6, dropLimitPct: 10 } },
  { id: "weather-mast", name: "Weather mast", code: "WX", glyph: "senses", service: "climate", mountHeightM: 4, box: "mast foot", drops: [{ count: 1, purpose: "bus", end: "terminals" }] },
];
