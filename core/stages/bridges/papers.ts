/** What stage 9 writes: matrix, order of joining, and all of it for scripts. */
import { writeCsv } from "../../files/csv";
import { textTable, type Command } from "../../desk/command";
import type { Papers } from "../../desk/stage";
import type { Design } from "../../design/collections";
import { joinList } from "./joins";
import { exposuresCsv, matrixCsv } from "./matrix-csv";
import { bridgeStates, exposuresOf } from "./matrix";
import { bridgeJson } from "./output";
import { deviceName, pairLoops } from "./pairs";
import { alikeIn } from "./spoken";

const joiningCsv = (design: Design): string =>
  writeCsv(
    ["Step", "Bridge", "Port", "Ecosystem", "Shared from", "Minutes", "Phones", "Done"],
    joinList(design).steps.map(({ step, bridge, of, from, minutes, phones, done }) => [
      step,
      bridge.name,
      bridge.port,
      of.name,
      from?.name,
      minutes,
      phones.join("; ") || undefined,
      done ? "yes" : "no",
    ]),
  );

const bridge: Command = {
  prints: "what each ecosystem is shown and loses, order of joining, names that sound alike, loops of pairs",
  run(design) {
    const lines = [...bridgeStates(design).values()].map(
      ({ bridge: { name, host, port }, takes, added, gone, stale }) =>
        `${name}, port ${port} of ${host}: ${takes.size} devices${stale ? `, not saved since ${added.length} came and ${gone.length} went` : ""}`,
    );
    const table = textTable([
      ["device", "ecosystem", "said", "as", "state", "lost"],
      ...exposuresOf(design).map(({ device, ecosystem, spokenName, type, state, lost }) => [
        device.name,
        ecosystem.name,
        spokenName,
        type ?? "-",
        state,
        lost.join(", ") || "-",
      ]),
    ]);
    const joining = joinList(design).steps.map(
      ({ step, of, from, bridge: own, minutes }) =>
        `${step}. ${of.name} joins ${own.name}, ${from ? `shared from ${from.name}` : "by its code"}, ${minutes} min`,
    );
    const alike = alikeIn(design).map(
      ({ a, b, ecosystem, why }) => `${a.spokenName} and ${b.spokenName} in ${ecosystem}: ${why}`,
    );
    const loops = pairLoops(design).loops.map(
      (loop) => `Loop: ${[...loop, loop[0]!].map((id) => deviceName(design, id)).join(" → ")}`,
    );
    return {
      json: bridgeJson(design),
      text: [lines, [table], joining, alike, loops]
        .filter((part) => part.length)
        .map((part) => part.join("\n"))
        .join("\n\n"),
    };
  },
};

export const papers: Papers = {
  tables: { exposures: exposuresCsv, "who-sees-what": matrixCsv, joining: joiningCsv },
  commands: { bridge },
};
