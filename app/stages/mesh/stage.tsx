/** What stage 7 gives the desk. */
import type { ComponentType } from "react";
import { byId, type Design } from "#core/design/collections";
import { bandsOf } from "#core/stages/mesh/links";
import { reachesOf } from "#core/stages/mesh/routes";
import type { StageParts } from "../../desk/parts";
import { Heading } from "../../inspect/parts";
import { fetchedPart } from "../../kit/fetched";
import { lazily, patiently } from "../../kit/lazily";

/** Its figures come when the page has come to rest. */
const meshSummary = fetchedPart<ComponentType<{ design: Design }>>(() => import("./mesh-summary"));

function Summary({ design }: { design: Design }) {
  const MeshSummary = meshSummary.use();
  return MeshSummary ? (
    <MeshSummary design={design} />
  ) : (
    <Heading title="Mesh" text="Radio through the walls of this house" />
  );
}

const nameOf = (design: Design, device: string) => byId(design, "devices").get(device)?.name ?? "Radio";

export const parts: StageParts = {
  stage: "mesh",
  Summary,
  rows: {
    radioProfiles: {
      names: {
        mhz: "Band",
        n: "Fades with n",
        fadeDb: "Kept for fading",
        floorDb: "A floor of no material",
        maxHops: "Most hops",
        maxChildren: "Most devices a router",
        txDbm: "A new radio sends",
        sensitivityDbm: "Its ear needs",
        gainDbi: "Its antenna",
        targetDbm: "Wanted where it is used",
        openAirM: "Range printed on a box",
      },
      hints: { n: "2 in the open and with all walls drawn; more where furniture and people are many" },
    },
    radios: {
      title: (design, row) => nameOf(design, row.device),
      names: {
        txDbm: "Sends",
        sensitivityDbm: "Ear needs",
        gainDbi: "Antenna",
        routes: "Passes on what others say",
        coordinator: "All ways lead to it",
        switch: "Switch that cuts it off",
        metalDb: "Taken by metal around it",
        leadM: "Lead from its fast serial port",
        critical: "Must work whatever else fails",
      },
      Extra: lazily(() => import("./radio-facts")),
      caution: (row) =>
        row.switch
          ? "A feed that stays live behind a switch is made by a licensed electrician, with the circuit off and proved dead first."
          : undefined,
    },
    readings: {
      title: (design, row) =>
        `Reading of ${nameOf(design, byId(design, "radios").get(row.from)?.device ?? "")}`,
      names: { dbm: "Read", lqi: "Link quality reported", from: "Heard", by: "Heard by", on: "Day" },
    },
    neighbours: {
      title: (_, row) => row.name ?? `Network on channel ${row.channel}`,
      names: { dbm: "Heard at" },
    },
  },
  commands: [
    { text: "Who hears whom", hint: "view of Mesh", path: "mesh?view=ways" },
    { text: "What an unplugged router costs", hint: "view of Mesh", path: "mesh?view=unplug" },
    { text: "Where routers or coordinators go", hint: "view of Mesh", path: "mesh?view=remedies" },
    { text: "Access points and the rooms they serve", hint: "view of Mesh", path: "mesh?view=points" },
    { text: "Radio profiles and losses of materials", hint: "view of Mesh", path: "mesh?view=profiles" },
    { text: "Readings and calibration", hint: "view of Mesh", path: "mesh?view=readings" },
    { text: "Save the radios as CSV", hint: "command", path: "csv/radios", file: true },
  ],
  finds: (design) =>
    design.radios.map(({ id, device }) => ({
      in: "radios" as const,
      id,
      text: `${nameOf(design, device)}, radio`,
      hint: "radio",
    })),
  async working(design, selection) {
    if (selection.in !== "radios") return undefined;
    const { reachWorking } = await patiently(() => import("#core/stages/mesh/workings"));
    for (const { profile } of bandsOf(design)) {
      const reach = reachesOf(design).get(profile.id)!.get(selection.id);
      if (reach) return reachWorking(design, profile, reach);
    }
    return undefined;
  },
};
