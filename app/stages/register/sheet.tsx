/** Stage 8: the inventory as a fast table, and what hangs on it: commissioning, days, addresses, upkeep, trials, keys. */
import { useSearchParams } from "react-router";
import { useDesign } from "../../desk/desk";
import { lazily } from "../../kit/lazily";
import { Fetched, Tabbed, useView } from "../../kit/views";
import { Devices } from "./devices";
import { parts } from "./stage";
import { VIEWS } from "./views";

export const handle = { parts };

const SHEETS = {
  commissioning: lazily(() => import("./commissioning")),
  day: lazily(() => import("./day")),
  addresses: lazily(() => import("./addresses")),
  upkeep: lazily(() => import("./upkeep")),
  trials: lazily(() => import("./trials")),
  keys: lazily(() => import("./keys")),
  bring: lazily(() => import("./bring")),
};
const DevicePage = lazily(() => import("./device-page"));

export default function Register() {
  const design = useDesign();
  const [view, show] = useView(VIEWS);
  const [params] = useSearchParams();
  const device = params.get("device");
  const Sheet = SHEETS[view as keyof typeof SHEETS];
  if (device && design.devices.some((row) => row.id === device))
    return (
      <>
        <h2 className="sr-only">Register</h2>
        <Fetched>
          <DevicePage id={device} />
        </Fetched>
      </>
    );
  return (
    <>
      <h2 className="sr-only">Register</h2>
      <Tabbed label="Views of the register" tabs={VIEWS} tab={view} show={show}>
        {Sheet ? (
          <Fetched>
            <Sheet />
          </Fetched>
        ) : (
          <Devices />
        )}
      </Tabbed>
    </>
  );
}
