/** Radios of devices that speak by radio and have none yet, by what is usual of their kind. */
import { byId, type Design, rowIn } from "../../design/collections";
import type { Change } from "../../design/edit";
import { memo } from "../../design/kept";
import { freeId } from "../../design/free-id";
import type { DeviceRow } from "../../design/rows/register";
import type { PointRow } from "../../design/rows/runs";
import type { RadioProfileRow, RadioRow } from "../../design/rows/mesh";

/** Profiles in whose networks a device of a protocol speaks: form and about which frequency. */
const SPEAKS: Partial<Record<DeviceRow["protocol"], { form: RadioProfileRow["form"]; mhz: number }>> = {
  Zigbee: { form: "mesh", mhz: 2450 },
  Thread: { form: "mesh", mhz: 2450 },
  "Z-Wave": { form: "mesh", mhz: 868 },
  "868 MHz": { form: "mesh", mhz: 868 },
  "Wi-Fi": { form: "network", mhz: 2450 },
  "Matter over Wi-Fi": { form: "network", mhz: 2450 },
  "Bluetooth LE": { form: "short range", mhz: 2450 },
  "433 MHz": { form: "one-way", mhz: 433 },
};

/** Kinds whose devices are on mains by what they are. */
const ON_MAINS = new Set(["lamp", "plug", "relay", "mirror", "wall-switch", "hub", "television"]);

const kindOf = (point: PointRow) => point.kind.split("--")[0]!;

/** The profile of a form nearest to a frequency, by logarithm; undefined where the design has none of it. */
export const profileFor = (
  design: Design,
  form: RadioProfileRow["form"],
  mhz: number,
): RadioProfileRow | undefined =>
  design.radioProfiles
    .filter((row) => row.form === form && Math.abs(Math.log(row.mhz / mhz)) < Math.log(1.5))
    .sort((a, b) => Math.abs(Math.log(a.mhz / mhz)) - Math.abs(Math.log(b.mhz / mhz)))[0];

export interface MissingRadio {
  device: DeviceRow;
  row: RadioRow;
}

/** The radio a device would get of a profile. */
export function radioRow(
  design: Design,
  device: DeviceRow,
  profile: RadioProfileRow,
  more: Partial<RadioRow> = {},
  given?: Set<string>,
): RadioRow {
  return {
    id: freeId(design, "radios", device.id.replace(/^d-/, "r-"), given),
    device: device.id,
    profile: profile.id,
    txDbm: profile.txDbm,
    sensitivityDbm: profile.sensitivityDbm,
    gainDbi: profile.gainDbi,
    routes: false,
    ...more,
  };
}

/** Profiles a device speaks in: an access point in one a band. */
function profilesOf(design: Design, device: DeviceRow, point: PointRow): RadioProfileRow[] {
  if (kindOf(point) === "access-point")
    return [2450, 5500].flatMap((mhz) => profileFor(design, "network", mhz) ?? []);
  const speaks = SPEAKS[device.protocol];
  return speaks ? [profileFor(design, speaks.form, speaks.mhz) ?? []].flat() : [];
}

/** Devices that speak by radio and have none in the plan. */
export const silentDevices = memo("silentDevices", (design): DeviceRow[] => {
  const have = new Set(design.radios.map(({ device }) => device));
  const points = byId(design, "points");
  return design.devices.filter((device) => {
    const point = points.get(device.point);
    return point && !have.has(device.id) && profilesOf(design, device, point).length > 0;
  });
});

/** The radios that devices without one would get. */
export function missingRadios(design: Design): MissingRadio[] {
  const points = byId(design, "points");
  const given = new Set<string>();
  return silentDevices(design).flatMap((device): MissingRadio[] => {
    const point = rowIn(points, device.point, "points");
    const profiles = profilesOf(design, device, point);
    if (kindOf(point) === "access-point")
      return profiles.map((profile) => ({
        device,
        row: radioRow(design, device, profile, { coordinator: true, supply: "cable" }, given),
      }));
    const [profile] = profiles;
    if (!profile) return [];
    const option = device.option === undefined ? undefined : byId(design, "options").get(device.option);
    const mains = option ? option.supply === "mains" : ON_MAINS.has(kindOf(point));
    return [
      {
        device,
        row: radioRow(
          design,
          device,
          profile,
          {
            routes: profile.form === "mesh" && (option ? option.routes : mains),
            supply: mains ? "mains" : "battery",
          },
          given,
        ),
      },
    ];
  });
}

export const putRadios = (missing: readonly MissingRadio[]): Change[] =>
  missing.map(({ row }) => ({ in: "radios", put: row }));
