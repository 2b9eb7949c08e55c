/**
 * What Larkspur Weir asks of each room so far, its controller, and a few choices made too early. All
 * invented.
 */
import { CATALOGUE } from "../core/stages/choose/catalogue";
import { proposeWants } from "../core/stages/choose/derive";
import type { Design } from "../core/design/collections";
import type { WantRow } from "../core/design/rows/choose";
import type { DeviceRow } from "../core/design/rows/register";

export function addChoice(design: Design): void {
  design.design = {
    ...design.design,
    schools: {
      lampOrSwitch: "switch where it is enough",
      hubRadios: "one hub with several radios",
      bespoke: "supported parts only",
    },
  };
  design.options.push(...CATALOGUE.map((row) => ({ ...row })));
  design.hubs.push({
    id: "house-hub",
    option: "hub-multi",
    name: "House hub",
    closet: "cellar-cabinet",
    point: "plant-room-hub-1",
    keep: true,
  });
  let n = 0;
  const want = (room: string, fn: WantRow["function"], rest: Partial<WantRow>) =>
    design.wants.push({
      id: `w-${String((n += 1)).padStart(2, "0")}`,
      room,
      function: fn,
      count: 1,
      needs: [],
      points: [],
      ...rest,
    });
  for (const { want: row } of proposeWants(design, ["switch map"])) want(row.room, row.function, row);
  const legWant = (leg: string) => design.wants.find((row) => row.leg === leg)!;
  legWant("leg-snug").needs.push("dim");
  legWant("leg-office").needs.push("dim");
  legWant("leg-stair").critical = true;
  // The teenager has colour, whatever the school says.
  want("teen", "light", { needs: ["colour"], points: ["teen-lmp-1"], lampsEach: 1, loadW: 9 });
  want("plant-room", "leak", {
    count: 2,
    critical: true,
    localOnly: true,
    points: ["plant-room-lek-1", "plant-room-lek-2"],
  });
  want("kitchen", "leak", { critical: true, localOnly: true, points: ["kitchen-lek-1"] });
  want("boathouse", "socket", {
    count: 2,
    needs: ["energy metering"],
    loadW: 2200,
    points: ["boathouse-plg-1", "boathouse-plg-2"],
  });
  want("laundry", "socket", {
    count: 2,
    needs: ["energy metering"],
    loadW: 2100,
    points: ["laundry-plg-1", "laundry-plg-2"],
  });
  // The rest of the house: what its problems ask for, and every point that something can be chosen for, room by
  // room, so that the choice is of the whole house and not of its lights and leaks alone.
  const named = new Set(design.wants.flatMap((row) => row.points));
  // On a copy: what is asked of a design is kept with its rows, and these still grow.
  for (const { want: row } of proposeWants(structuredClone(design), ["problems", "points"])) {
    const points = row.points.filter((point) => !named.has(point));
    for (const point of points) named.add(point);
    if (points.length) want(row.room, row.function, { ...row, points, count: points.length });
    else if (!row.points.length) want(row.room, row.function, row);
  }
  // Choices somebody made before looking.
  const early = (point: string, option: string, protocol: DeviceRow["protocol"]) => {
    const device = design.devices.find((row) => row.point === point)!;
    device.option = option;
    device.protocol = protocol;
  };
  early("snug-lmp-1", "lamp-zb-spot", "Zigbee");
  early("kitchen-lek-1", "leak-wf", "Wi-Fi");
  early("boathouse-plg-1", "plug-zb-10", "Zigbee");
  const box = {
    id: "shower-swi-1",
    kind: "wall-switch",
    level: "ground",
    room: "shower",
    x: 8.3,
    y: 4.05,
    z: 1.1,
    name: "Insert behind the shower switch",
    number: 1,
  };
  design.points.push(box);
  design.devices.push({
    id: "d-shower-swi-1",
    point: box.id,
    option: "insert-zb-relay",
    name: box.name,
    status: "chosen",
    protocol: "Zigbee",
    cost: 21,
  });
  const shower = legWant("leg-shower");
  shower.points = [box.id];
}
