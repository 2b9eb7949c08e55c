/**
 * Rules of ecosystems to start from: invented ones, of the three sorts that houses have. What a household really uses is
 * put in by the designer, with where its rules come from.
 */
import type { EcosystemRow } from "../../design/rows/bridges";
import { SHOWN_TYPES } from "../../design/rows/bridges-words";

export type Profile = Omit<EcosystemRow, "id">;

const SOURCE = "a start: its own notes are read, and what differs is put in";

export const PROFILES: readonly Profile[] = [
  {
    name: "Voice, worked out elsewhere",
    accepts: [
      "on/off light",
      "dimmable light",
      "tunable light",
      "colour light",
      "plug",
      "switch",
      "cover",
      "door lock",
      "thermostat",
      "climate sensor",
      "scene",
    ],
    uncertified: "warns",
    maxDevices: 100,
    speech: "elsewhere",
    factorFor: ["unlock", "open a gate or garage"],
    several: "asks which",
    byCode: true,
    byShare: true,
    shares: true,
    source: SOURCE,
  },
  {
    name: "Phones of the household",
    accepts: [
      "on/off light",
      "dimmable light",
      "tunable light",
      "colour light",
      "plug",
      "cover",
      "door lock",
      "thermostat",
      "climate sensor",
      "contact sensor",
    ],
    uncertified: "refuses",
    maxDevices: 150,
    speech: "none",
    local: true,
    factorFor: ["unlock", "open a gate or garage"],
    byCode: true,
    byShare: true,
    shares: true,
    source: SOURCE,
  },
  {
    name: "Wall panel in the house",
    accepts: [...SHOWN_TYPES],
    uncertified: "takes it",
    roomsCarry: true,
    speech: "in the house",
    local: true,
    several: "takes all",
    byCode: true,
    source: SOURCE,
  },
];
