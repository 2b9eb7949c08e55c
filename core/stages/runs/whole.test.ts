import { applyChanges } from "../../design/edit";
import { byId, type Design } from "../../design/collections";
import { numbered, stepText, testWhole } from "../../../tests/core/whole";
import { routeGraph } from "../../ways/graph";
import { closetsFor } from "../../ways/closets";
import { pointRoute, routeTo } from "../../ways/route";
import { changeKit, mountOf, kitOf } from "../../points/kits";
import { pointLabel, pointsInOrder } from "../../points/labels";
import { pairUp, partnerOf } from "../../points/symmetry";
import { alternativesOf, capacityAlong, capacityWorking, pinRoute, wayWorking } from "./alternatives";
import { classOf, collisionsOf, freePlace } from "./clearance";
import { before, compareRuns } from "./compare";
import {
  boreFor,
  boxesFor,
  containmentOf,
  fillWorking,
  layCircles,
  sectionWorking,
  withBore,
} from "./containment";
import { costsAt, costsOf, costWorking, hoursWorking } from "./cost";
import { dropsOf, groupOf } from "./drops";
import { endName } from "./end-name";
import { fireCrossings } from "./fire";
import { codeOf, LABEL_SHEETS, labelsOf, placeLabels } from "./labels";
import { leadsOf } from "./leads";
import { legendOf, servicesInUse, withLegendLine } from "./legend";
import { lowVoltageUse, signalUse } from "./losses";
import { billOf, billWorking, boxPartOf } from "./materials";
import { crowdedBoxes, mountingsOf } from "./mounting";
import { poeSwitches, poeWorking } from "./poe";
import { pullsOf } from "./pull-plan";
import { pullWorking } from "./pulls";
import { pulledOnce, pullSheets } from "./pull-sheet";
import { besideMains, besideWorking, throughNoGo } from "./separation";
import { runSettings } from "./settings";
import { asBuiltOf, marksDoubt, movedOnSite, noteDrop, progressOf } from "./site";
import { runs } from "./stage";
import { movePoint } from "../house";
import { applyTemplate, placesFor, PLACES, ROOM_TEMPLATES } from "./templates";
import { stretchesOf } from "./thickness";
import { cableTotals } from "./totals";
import { bundlesOf, traysOf, trayWidthFor, trayWorking } from "./tray";
import { treadGroups } from "./treads";
import * as workings from "./workings";

const some = <T>(rows: readonly T[], step: number): T[] => rows.filter((_, i) => i % step === 0);
/** Every eighth drop: of all kinds, in all closets. */
const dropsIn = (design: Design) => some(dropsOf(design), 8);
const TODAY = "2026-11-26";

testWhole(runs, {
  drops: (design) =>
    dropsIn(design).map(
      ({ point: _point, kind: _kind, line: _line, cableType, route: _route, row: _row, ...drop }) => [
        cableType?.id,
        drop,
      ],
    ),
  "how drops come about": (design) =>
    dropsIn(design).flatMap((drop) =>
      [workings.lengthWorking, workings.lossWorking, workings.loadWorking].flatMap(
        (of) => of(design, drop) ?? [],
      ),
    ),
  "ends of drops": (design) => dropsIn(design).map((drop) => [drop.label, endName(design, drop)]),
  ways: (design) => [
    routeGraph(design).edges.length,
    ...some(design.points, 9).map((point) => [
      point.id,
      pointRoute(routeGraph(design), point),
      closetsFor(design, point),
    ]),
    ...design.closets.flatMap(({ id }) =>
      some(design.points, 30).map((point) => routeTo(routeGraph(design), point, id)),
    ),
  ],
  "other ways": (design) =>
    some(design.points, 25).flatMap((point) =>
      alternativesOf(design, point).flatMap((way) => [
        [point.id, way.closet, way.installedM, way.besideMainsM, way.fireCrossings, way.taken, way.pin],
        wayWorking(design, way),
        ...way.capacity.map(capacityWorking),
        ...capacityAlong(design, way.route, dropsOf(design).slice(0, 3)).map(capacityWorking),
        stepText(() => pinRoute(design, point, way.pin, way.closet)),
      ]),
    ),
  containment: (design) =>
    containmentOf(design).flatMap((one) => [
      [one.in, one.row.id, one.boreMm, one.insideMm, one.diametersMm, one.fillPct, one.limitPct, one.jam],
      boreFor(one.diametersMm),
      layCircles(one.diametersMm, one.insideMm),
      withBore(one, 40),
      fillWorking(one),
      ...(one.sections.length ? [sectionWorking(one, "bends"), sectionWorking(one, "length")] : []),
    ]),
  "pull boxes": (design) => design.trunks.map((trunk) => [trunk.id, boxesFor(trunk.path, 6)]),
  trays: (design) => [
    ...traysOf(design).flatMap((tray) => [[tray.row.id, trayWidthFor(tray)], trayWorking(tray)]),
    ...bundlesOf(design),
  ],
  cable: (design) =>
    cableTotals(design).flatMap((total) => [
      [total.cableType.id, total.cutting],
      workings.reelsWorking(total),
      workings.cableCostWorking(total, "EUR"),
      workings.cutsWorking(total),
      workings.leftOverWorking(total),
    ]),
  closets: (design) =>
    design.closets.flatMap(({ id }) =>
      (["drops", "cable", "power"] as const).map((of) => workings.closetWorking(design, id, of)),
    ),
  "powered data": (design) =>
    poeSwitches(design).flatMap((one) => [
      [
        one.closet.id,
        one.drops.length,
        one.allocatedW,
        one.realW,
        one.budgetW,
        one.ports,
        one.dead,
        one.lostW,
      ],
      poeWorking(one, "allocated"),
      poeWorking(one, "real"),
    ]),
  "lit treads": (design) => [
    ...treadGroups(design).map((group) => [
      group.id,
      group.points,
      groupOf(design, { group: group.id })?.lit,
    ]),
    ...leadsOf(design),
  ],
  losses: (design) => [...lowVoltageUse(design), ...signalUse(design)],
  pulls: (design) =>
    some(pullsOf(design), 3).flatMap((pull) => [[pull.id, pull], pullWorking(pull, runSettings(design))]),
  "sheets to pull by": (design) => [
    pulledOnce(design),
    ...some(pullSheets(design), 3).flatMap(({ from, reels, lines }) => [from, reels, ...lines]),
  ],
  "beside mains and through what is barred": (design) => [
    ...besideMains(design).flatMap((one) => [one, besideWorking(design, one)]),
    ...throughNoGo(design),
    ...fireCrossings(design),
  ],
  bill: (design) => billOf(design).map((row) => billWorking(row, "EUR")),
  costs: (design) => {
    const all = costsOf(design);
    const share = costsAt(design, new Set(some(design.points, 4).map(({ id }) => id)));
    return [
      all,
      share,
      costWorking(design, "All", all),
      costWorking(design, "A share", share, { value: 900, source: "said" }),
      hoursWorking("Hours", share),
    ];
  },
  mounting: (design) => [
    ...mountingsOf(design),
    ...crowdedBoxes(design),
    ...some(design.points, 6).map((point) => {
      const kind = byId(design, "kinds").get(point.kind)!;
      return [
        pointLabel(design, point),
        kitOf(design, point, kind),
        mountOf(design, point, kind),
        boxPartOf(design, point),
        classOf(kind),
      ];
    }),
  ],
  "in the way": (design) =>
    design.points.flatMap((point) => {
      const found = collisionsOf(design, point);
      return found.length ? [[point.id, found, freePlace(design, point)]] : [];
    }),
  labels: (design) => [
    ...some(labelsOf(design), 5).map(({ label, here, there }) => [label, here, there]),
    ...placeLabels(labelsOf(design), LABEL_SHEETS[0]!, 5)
      .slice(-2)
      .map(({ drop: _drop, ...place }) => place),
    codeOf(dropsOf(design)[0]!).size,
    ...design.levels.map(({ id }) => pointsInOrder(design, id).map((point) => point.id)),
  ],
  legend: (design) => [
    ...legendOf(design),
    servicesInUse(design),
    stepText(() => withLegendLine(design, { ...legendOf(design)[1]!, colour: "green" })),
  ],
  "how thick": (design) => stretchesOf(design),
  "on site": (design) => [
    ...asBuiltOf(design),
    progressOf(dropsOf(design)),
    ...some(dropsIn(design), 3).flatMap(({ key }, i) => [
      stepText(() => noteDrop(design, key, { state: "pulled", markStartM: 120, markEndM: 100 + i }, TODAY)),
      stepText(() =>
        noteDrop(
          design,
          key,
          { state: "tested", test: { method: "wire map", result: "pass" }, note: "Fine" },
          TODAY,
        ),
      ),
    ]),
    ...some(dropsIn(design), 3).map((drop) => marksDoubt(design, drop, 420, 120) ?? "no doubt"),
    ...some(design.points, 40).map(({ id, x, y }) =>
      stepText(() => movedOnSite(design, id, { x: x + 0.4, y, z: 1 }, TODAY, "A beam")),
    ),
  ],
  "what a move changes": (design) => {
    const { id, x, y } = design.points[4]!;
    const change = movePoint(design, id, { x: x + 1.2, y });
    return [
      ...compareRuns(design, applyChanges(design, change)),
      before(design, [change]).points.find((point) => point.id === id),
    ];
  },
  kits: (design) =>
    some(design.kinds, 4).flatMap((kind) => [
      stepText(() => changeKit(design, kind.id, 0, { ...kind.drops[0]!, count: 2 })),
      stepText(() => changeKit(design, kind.id, 0, undefined)),
      stepText(() =>
        changeKit(design, kind.id, kind.drops.length, kind.drops[0], {
          id: design.rooms[0]!.id,
          newId: "own",
        }),
      ),
    ]),
  pairs: (design) => [
    ...design.points.map((point) => partnerOf(design, point.id)?.id).filter(Boolean),
    pairUp("new", design.points[0]!, design.points[1]!),
  ],
  templates: (design) =>
    some(design.rooms, 3).flatMap((room) => [
      ...PLACES.map((place) => [room.id, place, placesFor(design, room, place)]),
      stepText(() => applyTemplate(design, [room.id], ROOM_TEMPLATES[room.type], numbered()).changes),
    ]),
});
