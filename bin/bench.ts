/** `npm run bench`: the budgets of the design, measured and printed against what was asked. */
import { execFileSync } from "node:child_process";
import { readFileSync, rmSync } from "node:fs";
import { gzipSync } from "node:zlib";
import { chromium, type Browser, type BrowserContext, type Page } from "@playwright/test";
import type { RowDataPacket } from "mysql2/promise";
import { Bench } from "tinybench";
import { applyChanges } from "../core/design/edit";
import { emptyDesign, type Design } from "../core/design/collections";
import { alikeNames } from "../core/stages/bridges/alike";
import { nodeVolts } from "../core/stages/bus/network";
import { furnished, generateHouse, lined } from "../core/stages/house";
import { gridOver, lossField, placesOf } from "../core/stages/mesh/coverage";
import { rayBetween } from "../core/stages/mesh/ray";
import { sceneOf } from "../core/stages/mesh/scene";
import { meshHouse, PROFILE } from "../core/test-mesh";
import { automationChecks, firingYear } from "../core/stages/automations";
import { cableTotals, dropsOf } from "../core/stages/runs";
import { connect } from "../db/connect";
import { readDesign } from "../db/read-design";
import { STAGE_LIST } from "../core/whole/list";
import { createDesign } from "../db/people";
import { larkspurWeir } from "../demo/larkspur-weir";
import { startTestDatabase, startWeb, type WebProcess } from "../tests/start";
import { counted } from "../core/design/words";
import { keep, YARDSTICK, type Line } from "./bench-book";

const lines: Line[] = [];
/** Every stage that is built is measured. */
const BUILT = STAGE_LIST.map(({ stage }) => stage);

function note(what: string, measured: number | undefined, unit: string, budget?: number): void {
  lines.push({
    what,
    unit,
    ...(measured === undefined ? {} : { measured }),
    ...(budget === undefined ? {} : { budget }),
  });
  const share =
    budget === undefined || measured === undefined
      ? ""
      : `  budget ${budget} ${unit}, ${(measured / budget).toFixed(2)} of it${measured > budget ? "  OVER" : ""}`;
  const figure = measured === undefined ? "not ended" : measured.toFixed(measured < 10 ? 2 : 0);
  console.log(`${what.padEnd(68)} ${figure.padStart(9)} ${unit}${share}`);
}

/** A part of the measures, ended where it takes longer than it may: its name then stands in the book as not ended. */
async function within(seconds: number, what: string, work: () => Promise<unknown>): Promise<void> {
  let late: NodeJS.Timeout | undefined;
  const limit = new Promise<never>((_, end) => {
    late = setTimeout(() => end(new Error(`not ended within ${seconds} s`)), 1000 * seconds);
  });
  try {
    await Promise.race([work(), limit]);
  } catch (error) {
    console.log(`${what}: ${error instanceof Error ? error.message.split("\n")[0] : String(error)}`);
    note(what, undefined, "s");
  } finally {
    clearTimeout(late);
  }
}

const median = (values: readonly number[]) =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!;

/** Median milliseconds of a piece of work: for a second, and three times at least. */
async function timed(work: () => unknown): Promise<number> {
  const bench = new Bench({ time: 1000, iterations: 3, warmupTime: 200, warmupIterations: 1 });
  bench.add("work", () => void work());
  await bench.run();
  const result = bench.tasks[0]!.result as { latency: { p50: number } };
  return result.latency.p50;
}

/** Figures of a program that is run by itself, as it is built for use. */
function figuresOf(program: string): void {
  const printed = execFileSync(process.execPath, ["bin/run-built.mjs", program], {
    encoding: "utf8",
    timeout: 120_000,
  });
  for (const figure of printed.trim().split("\n")) note(...(JSON.parse(figure) as Parameters<typeof note>));
}

/** How fast the machine is just now. */
function yardstick(): number {
  const start = performance.now();
  let sum = 0;
  for (let i = 0; i < 5e7; i++) sum = (sum + i * i) % 1_000_003;
  return sum < 0 ? 0 : performance.now() - start;
}

let trial = 0;
/**
 * The same house with all rows new and another share of waste, so that nothing kept can answer for any
 * length.
 */
function fresh(design: Design): Design {
  const copy = structuredClone(design);
  copy.design.wastePct = 8 + (trial++ % 400) / 100;
  return copy;
}

async function coreFigures(): Promise<void> {
  note(YARDSTICK, median([yardstick(), yardstick(), yardstick()]), "ms");
  await busSolve();
  await clashingNames();
  await manySentences();
  figuresOf("bin/bench-edits.ts");
  figuresOf("bin/bench-rehearse.ts");
  await coverage();
  let house = generateHouse({ points: 760, seed: 42, devices: false });
  // Points bring one to three drops; take off until it is a thousand.
  while (dropsOf(house).length > 1000) house = { ...house, points: house.points.slice(0, -1) };
  const drops = dropsOf(house).length;
  note(
    `routing and schedule of ${counted(drops, "drop")}, nothing kept`,
    await timed(() => dropsOf(fresh(house))),
    "ms",
  );
  note(
    `routing, schedule and reels of ${counted(drops, "drop")}, nothing kept`,
    await timed(() => cableTotals(fresh(house))),
    "ms",
    1000,
  );
  const totals = cableTotals(house);
  const reels = totals.reduce((sum, total) => sum + total.cutting.newReels, 0);
  const bound = totals.reduce((sum, total) => sum + total.cutting.bound, 0);
  note(`reels above the lower bound (${reels} against ${bound})`, (100 * (reels - bound)) / bound, "%", 1);
  const demo = larkspurWeir();
  note(
    "a year of an automation's firing times",
    await timed(() => firingYear(demo.design, demo.automations[0]!, 2026)),
    "ms",
  );
}

/** Three levels of 200 m², 300 walls, 40 radios, every 0.25 m; and a tenth of it ray by ray, wall by wall. */
async function coverage(): Promise<void> {
  const house = meshHouse(
    [
      ["c", -2.7, "slab"],
      ["g", 0, "slab"],
      ["u", 2.7, "timber-floor"],
    ],
    Array.from({ length: 300 }, (_, i) => {
      // Walls of 1 to 5 m, along and across in turns, spread by the golden ratio.
      const [x, y] = [((i * 0.618034) % 1) * 14, ((i * 0.754878) % 1) * 14];
      const far = 1 + ((i * 0.56984) % 1) * 4;
      const to = (from: number) => Math.min(14.2, from + far);
      const across = i % 2 === 0;
      return [`w${i}`, ["c", "g", "u"][i % 3]!, x, y, across ? to(x) : x, across ? y : to(y), "brick-single"];
    }),
  );
  const scene = sceneOf(house);
  const radios = Array.from({ length: 40 }, (_, i) => ({
    x: ((i * 0.7549) % 1) * 14,
    y: ((i * 0.5698) % 1) * 14,
    z: [-2.7, 0, 2.7][i % 3]! + 1.3,
  }));
  const grids = [-1.7, 1, 3.7].map((z) => gridOver({ x0: 0, y0: 0, x1: 14.2, y1: 14.2 }, z, 0.25));
  const field = new Float32Array(placesOf(grids[0]!));
  const fast = await timed(() => {
    for (const grid of grids) for (const radio of radios) lossField(scene, PROFILE, radio, grid, field);
  });
  note("coverage of 3 levels, 300 walls, 40 radios, every 0.25 m", fast, "ms", 150);
  const start = performance.now();
  for (const grid of grids)
    for (const radio of radios.slice(0, 4))
      for (let at = 0; at < field.length; at++)
        rayBetween(scene, PROFILE, radio, {
          x: grid.x0 + (at % grid.columns) * grid.stepM,
          y: grid.y0 + Math.floor(at / grid.columns) * grid.stepM,
          z: grid.z,
        });
  const plain = 10 * (performance.now() - start);
  note(`the same ray by ray, ${(plain / fast).toFixed(0)} × as long`, plain, "ms");
}

/** A tree of 500 nodes with a ring in it, each node drawing constant power: what a bus costs to solve. */
async function busSolve(): Promise<void> {
  const stretches = Array.from({ length: 499 }, (_, i) => ({ a: Math.floor(i / 2), b: i + 1, ohm: 0.05 }));
  const network = {
    nodes: 500,
    stretches: [...stretches, { a: 498, b: 499, ohm: 0.05 }],
    loads: Array.from({ length: 499 }, (_, i) => ({ node: i + 1, watts: 0.05 })),
    supplies: [{ node: 0, volts: 24 }],
  };
  note("bus of 500 nodes, constant power", await timed(() => nodeVolts(network)), "ms", 5);
}

/** 500 automations, as a large house has them, each edited one after the other: all checks of the stage anew. */
/** The demo house with 500 automations. */
function withSentences(): Design {
  const demo = larkspurWeir();
  const many = Array.from({ length: 10 }, (_, copy) =>
    demo.automations.map((row) => ({
      ...row,
      // What others name keeps its name.
      id: copy ? `${row.id.slice(0, 30)}-${copy}` : row.id,
      name: `${row.name} ${copy}`,
      // Each at a moment of its own, so that they are not one and the same.
      cues: row.cues.map((cue) => ("offsetMin" in cue ? { ...cue, offsetMin: cue.offsetMin + copy } : cue)),
    })),
  )
    .flat()
    .slice(0, 500);
  return { ...demo, automations: many };
}

async function manySentences(): Promise<void> {
  let design = withSentences();
  const start = performance.now();
  automationChecks(design);
  note("500 automations checked at first", performance.now() - start, "ms");
  let n = 0;
  note(
    "500 automations checked after an edit of one",
    await timed(() => {
      const row = design.automations[(n += 1) % 500]!;
      design = applyChanges(design, [
        { in: "automations", put: { ...row, name: `${row.name.slice(0, 60)} ${n % 9}` } },
      ]);
      automationChecks(design);
    }),
    "ms",
    200,
  );
}

/** 1 000 names of an ecosystem, as houses call things: which clash. */
async function clashingNames(): Promise<void> {
  const rooms = ["Hall", "Kitchen", "Dining room", "Snug", "Landing", "Attic", "Laundry", "Boot room"];
  const things = ["lamp", "south shade", "radiator valve", "plug", "temperature sensor", "west shade left"];
  const parts = ["north", "cellar", "upper", "garden"];
  const names = Array.from(
    { length: 1000 },
    (_, i) => `${rooms[i % 8]} ${parts[(i >> 3) % 4]} ${things[(i * 5) % 6]} ${i}`,
  );
  note("clashing names among 1 000", await timed(() => alikeNames(names)), "ms", 500);
}

/** 2 000 points with a device each, all that other trades bring, and its bus devices on lines. */
const largeHouse = () => lined(furnished(generateHouse({ points: 2000, seed: 7 }), 7));

/** 150 wants over the demo house's rooms, against the whole catalogue. */
function manyWants(): Design {
  const demo = larkspurWeir();
  const asks = [
    "presence",
    "leak",
    "climate sensing",
    "socket",
    "light",
    "shade",
    "opening",
    "wall control",
    "remote",
    "radiator",
  ] as const;
  return {
    ...demo,
    wants: Array.from({ length: 150 }, (_, i) => {
      const fn = asks[i % asks.length]!;
      return {
        id: `w${String(i).padStart(3, "0")}`,
        room: demo.rooms[(i * 7) % demo.rooms.length]!.id,
        function: fn,
        count: 1 + (i % 3),
        needs:
          fn === "light" && i % 20 === 4
            ? ["colour" as const]
            : fn === "socket"
              ? ["energy metering" as const]
              : [],
        points: [],
        ...(i % 9 === 0 ? { critical: true } : {}),
      };
    }),
  };
}

/**
 * Milliseconds from opening the stage with 150 wants to its three plans on the screen: worker, WebAssembly
 * and why-nots included.
 */
async function chooseOnScreen(context: BrowserContext): Promise<void> {
  const page = await context.newPage();
  await page.goto("/d/wants/choose?view=catalogue");
  await page.locator('[data-live="true"]').waitFor();
  const start = performance.now();
  await page.getByRole("tab", { name: "Plans", exact: true }).click();
  await page.locator("[data-solved=yes]").waitFor();
  const text = (await page.locator("[data-solved=yes]").textContent())!;
  note("three plans, 150 wants × catalogue: press to screen", performance.now() - start, "ms");
  note(
    "three plans, 150 wants × 186 options × 13 hubs: in the worker",
    1000 * Number(/in ([\d.]+) s/.exec(text)?.[1]),
    "ms",
    5000,
  );
  await page.close();
}

interface Scripts {
  /** Bytes on the wire, and what they would be as gzip. */
  wire: number;
  gzip: number;
}

/**
 * Kilobytes of all scripts the first view of a stage loads, and of the engine, which starts when the page
 * has come to rest; what comes after that (inspectors fetched ahead of a press) is not of the first view.
 */
async function firstView(page: Page, url: string): Promise<{ page: Scripts; engine: Scripts }> {
  const sums = { page: { wire: 0, gzip: 0 }, engine: { wire: 0, gzip: 0 } };
  const sizes: Promise<void>[] = [];
  let rests = false;
  const first = new Set<string>();
  page.on("request", (request) => {
    rests ||= /\/engine-/.test(request.url());
    if (!rests) first.add(request.url());
  });
  page.on("response", (response) => {
    const of = /\/engine-/.test(response.url()) ? sums.engine : sums.page;
    if (!/\.js(\?|$)/.test(response.url()) || (of === sums.page && !first.has(response.url()))) return;
    sizes.push(
      Promise.all([response.request().sizes(), response.body()]).then(([size, body]) => {
        if (process.env.BENCH_FILES) console.log(response.url(), size.responseBodySize);
        // Of what a worker fetches the browser does not tell the size: the server does.
        of.wire += (size.responseBodySize || Number(response.headers()["content-length"] ?? 0)) / 1000;
        of.gzip += gzipSync(body).length / 1000;
      }),
    );
  });
  const engine = page.waitForEvent("worker", (worker) => /\/engine-/.test(worker.url()));
  await page.goto(url);
  await page.locator('[data-live="true"]').waitFor();
  await engine;
  await page.waitForLoadState("networkidle");
  await Promise.all(sizes);
  page.removeAllListeners("response");
  return sums;
}

type Key = Pick<KeyboardEventInit, "key" | "shiftKey" | "ctrlKey">;

/** Milliseconds from a key to the ledger showing its difference, in the browser. */
function untilLedger(page: Page, key: Key): Promise<number> {
  return page.evaluate(
    (init) =>
      new Promise<number>((done) => {
        const ledger = document.querySelector("[aria-label=Ledger]")!;
        const before = ledger.textContent;
        const start = performance.now();
        const observer = new MutationObserver(() => {
          if (ledger.textContent === before) return;
          observer.disconnect();
          requestAnimationFrame(() => done(performance.now() - start));
        });
        observer.observe(ledger, { subtree: true, childList: true, characterData: true });
        document.body.dispatchEvent(new KeyboardEvent("keydown", { ...init, bubbles: true }));
      }),
    key,
  );
}

/** Milliseconds the page's own thread is busy with one key, until all that comes of it is done. */
async function busyWith(page: Page, key: Key): Promise<number> {
  const client = await page.context().newCDPSession(page);
  await client.send("Performance.enable");
  const busy = async () => {
    const { metrics } = await client.send("Performance.getMetrics");
    return 1000 * metrics.find((metric) => metric.name === "ScriptDuration")!.value;
  };
  const before = await busy();
  await untilLedger(page, key);
  // So long after each key, whatever is done by then: the answer of the server and the log's news count too.
  await page.waitForTimeout(300);
  const after = await busy();
  await client.detach();
  return after - before;
}

/** Milliseconds between frames while something is dragged across the plan. */
async function dragFrames(page: Page, selector: string): Promise<number[]> {
  const box = (await page.locator(selector).nth(3).boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  // As text, since a function would bring along names that only this program knows.
  await page.evaluate(
    "window.times = []; (function tick(at) { if (at) window.times.push(at); requestAnimationFrame(tick); })()",
  );
  for (let n = 1; n <= 40; n++)
    await page.mouse.move(box.x + box.width / 2 + n * 2, box.y + box.height / 2 + n);
  const times = await page.evaluate<number[]>("window.times.slice()");
  await page.keyboard.press("Escape");
  await page.mouse.up();
  return times
    .slice(1)
    .map((at, i) => at - times[i]!)
    .filter((ms) => ms > 0);
}

/** Milliseconds to open a design nobody has open, from the database alone. */
async function coldOpening(url: string): Promise<void> {
  const times: number[] = [];
  for (let n = 0; n < 7; n++) {
    const cold = connect(url, 1);
    await cold.pool.query("SELECT 1");
    const start = performance.now();
    await readDesign(cold.db, "large");
    times.push(performance.now() - start);
    await cold.close();
  }
  note("opening a cold design of 2 000 points", median(times), "ms", 150);
}

const MANY = 120;

/**
 * Megabytes of the web process after many designs opened in turn, and after as many more: by
 * then the heap has the room it takes for garbage, and what grows is kept.
 */
async function memoryOverDesigns(url: string, web: WebProcess, cookie: string): Promise<void> {
  const connection = connect(url, 2);
  for (let n = 0; n < 2 * MANY; n++)
    await createDesign(connection.db, `many-${n}`, "designer", generateHouse({ points: 60, seed: n }));
  await connection.close();
  const resident = () =>
    Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${web.pid}/status`, "utf8"))![1]) / 1024;
  const after: number[] = [];
  for (let n = 0; n < 2 * MANY; n++) {
    await (await fetch(`${web.url}/d/many-${n}/runs`, { headers: { Cookie: cookie } })).arrayBuffer();
    if (n % MANY === MANY - 1) after.push(resident());
  }
  note(`memory of the web process after ${MANY} designs`, after[0]!, "MB");
  note(`the same after ${2 * MANY}`, after[1]!, "MB", 1.15 * after[0]!);
}

const MANY_DESIGNS = 1000;

/** Pages that ask all of a person's designs, with the demo house a thousand times over. */
async function acrossDesigns(url: string, web: WebProcess, cookie: string): Promise<void> {
  const ask = async (path: string) =>
    (await fetch(`${web.url}${path}`, { headers: { Cookie: cookie } })).arrayBuffer();
  // Counted, so that its copies are.
  await ask("/designs/larkspur-weir/card");
  const { pool, close } = connect(url, 1);
  for (const table of ["designs", "members", "cards", "things", "words", "dues"]) {
    const [columns] = await pool.query<RowDataPacket[]>(`SHOW COLUMNS FROM ${table}`);
    const key = table === "designs" ? "id" : "design";
    const own = columns
      .map((column) => `\`${column.Field as string}\``)
      .filter((name) => name !== `\`${key}\``)
      .join(", ");
    await pool.query(
      `INSERT INTO ${table} (${key}, ${own}) SELECT CONCAT('copy-', seq), ${own} FROM ${table}, seq_1_to_${MANY_DESIGNS} WHERE ${key} = 'larkspur-weir'`,
    );
  }
  await close();
  for (const [what, path] of [
    ["list", "/designs"],
    ["list by gravest findings", "/designs?by=findings"],
    ["list, searched by name", "/designs?q=weir&page=30"],
    ["devices found by an address", "/designs/find?q=192.168.10.4"],
    ["devices found by a word of every house", "/designs/find?q=lamp&page=40"],
    ["devices found by two words", "/designs/find?q=hall+lamp"],
    ["what is due", "/designs/due"],
    ["firmware that is due, a late page", "/designs/due?what=firmware&page=15"],
  ] as const) {
    const taken: number[] = [];
    for (let n = 0; n < 7; n++) {
      const start = performance.now();
      await ask(path);
      taken.push(performance.now() - start);
    }
    note(`1 000 designs: ${what}`, median(taken), "ms", 200);
  }
}

/** Megabytes that the page keeps more after half a minute of dragging a router with the coverage following it. */
async function memoryWhileDragging(page: Page): Promise<void> {
  await page.goto("/d/larkspur-weir/mesh");
  await page.locator("[data-coverage-state=done]").waitFor();
  const client = await page.context().newCDPSession(page);
  const kept = async () => {
    await client.send("HeapProfiler.collectGarbage");
    return (await client.send("Runtime.getHeapUsage")).usedSize / 1e6;
  };
  const box = (await page.locator('[data-point="snug-lmp-1"]').boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  // What is made once and kept is there after the first seconds.
  let first: number | undefined;
  const start = Date.now();
  for (let n = 0; Date.now() - start < 30_000; n++) {
    await page.mouse.move(box.x + 80 + 70 * Math.cos(n / 15), box.y + 60 + 60 * Math.sin(n / 15));
    await page.waitForTimeout(16);
    if (first === undefined && Date.now() - start > 5000) first = await kept();
  }
  note("memory kept more after half a minute of dragging a router", (await kept()) - first!, "MB", 3);
  await page.keyboard.press("Escape");
  await page.mouse.up();
  await client.detach();
}

/** 500 automations, one of them switched off and on again: from the edit's way into the engine to all findings back. */
async function sentencesInWorker(context: BrowserContext): Promise<void> {
  const page = await context.newPage();
  await page.goto("/d/sentences/automations");
  await page.locator('[data-live="true"]').waitFor();
  await page.getByRole("switch").first().waitFor();
  await page.waitForTimeout(4000);
  const engine = page.workers().find((worker) => /\/engine-/.test(worker.url()))!;
  await engine.evaluate(`
    self.waits = [];
    let asked;
    const post = self.postMessage.bind(self);
    self.postMessage = (message) => {
      if (message.answer && asked) { self.waits.push(performance.now() - asked); asked = undefined; }
      post(message);
    };
    self.addEventListener("message", ({ data }) => { if (data.ask === "follow") asked = performance.now(); }, { capture: true });
    // Heard before the engine does.
    undefined;`);
  const shown: number[] = [];
  for (let n = 0; n < 9; n++) {
    const start = performance.now();
    await page.getByRole("switch").first().press("Space");
    await engine.evaluate(
      `new Promise((done) => { const look = () => self.waits.length > ${n} ? done() : setTimeout(look, 5); look(); })`,
    );
    shown.push(performance.now() - start);
    await page.locator('[data-saving="saved"]').waitFor();
  }
  note(
    "500 automations, an edit of one: all findings, in the worker",
    median(await engine.evaluate<number[]>("self.waits")),
    "ms",
    200,
  );
  note("500 automations, from the key pressed to the same", median(shown), "ms");
  await page.close();
}

/** The register of 5 000 devices: its page, a letter typed into its search, a turn of the wheel. */
async function registerOnScreen(page: Page, url: string, cookie: string): Promise<void> {
  const served: number[] = [];
  for (let n = 0; n < 7; n++) {
    const start = performance.now();
    await (await fetch(`${url}/d/register/register`, { headers: { Cookie: cookie } })).arrayBuffer();
    served.push(performance.now() - start);
  }
  note("server time, register, 5 000 devices", median(served), "ms", 300);
  await page.goto("/d/register/register");
  await page.locator('[data-live="true"]').waitFor();
  await page.locator("[data-cell=cost]").waitFor();
  await page.waitForTimeout(1500);
  const search = page.getByLabel("Search the register");
  await search.focus();
  const typed: number[] = [];
  for (const letter of ["l", "a", "m", "p", "Backspace", "Backspace"]) {
    // As text, and without waiting for it: from the key to the frame that shows the rows.
    await page.evaluate(
      "void (window.took = new Promise((done) => addEventListener('keydown', () => { const from = performance.now(); requestAnimationFrame(() => setTimeout(() => done(performance.now() - from))); }, { once: true })))",
    );
    await page.keyboard.press(letter);
    typed.push(await page.evaluate<number>("window.took"));
  }
  note("a letter typed into the search of 5 000 devices, to the next frame", median(typed), "ms", 50);
  await search.fill("");
  await page.evaluate(
    "window.times = []; (function tick(at) { if (at) window.times.push(at); requestAnimationFrame(tick); })()",
  );
  await page.mouse.move(500, 400);
  for (let n = 0; n < 60; n++) await page.mouse.wheel(0, 240);
  await page.waitForTimeout(300);
  const times = await page.evaluate<number[]>("window.times.slice()");
  const frames = times.slice(1).map((at, n) => at - times[n]!);
  note(
    "frame while scrolling 5 000 devices: 95 % within",
    [...frames].sort((a, b) => a - b)[Math.floor(frames.length * 0.95)]!,
    "ms",
    17.5,
  );
}

async function serverTimes(url: string, cookie: string): Promise<void> {
  for (const [design, budget, times] of [
    ["larkspur-weir", 100, 9],
    ["large", 300, 5],
  ] as const)
    for (const stage of BUILT) {
      const taken: number[] = [];
      for (let n = 0; n < times; n++) {
        const start = performance.now();
        await (await fetch(`${url}/d/${design}/${stage}`, { headers: { Cookie: cookie } })).arrayBuffer();
        taken.push(performance.now() - start);
      }
      const house = design === "large" ? "2 000 devices" : "demo house";
      note(`server time, ${stage}, ${house}`, median(taken), "ms", budget);
    }
}

async function firstViews(browser: Browser, context: BrowserContext, url: string): Promise<void> {
  for (const stage of BUILT) {
    // A context of its own each, so that nothing is in its cache.
    const cold = await browser.newContext({ viewport: { width: 1280, height: 800 }, baseURL: url });
    await cold.addCookies(await context.cookies());
    const sums = await firstView(await cold.newPage(), `/d/larkspur-weir/${stage}`);
    note(`JavaScript of first view, ${stage}, as sent`, sums.page.wire, "kB", 180);
    if (stage === "house") note("JavaScript of the engine, after the first view", sums.engine.wire, "kB");
    await cold.close();
  }
}

/** The large house, its totals on the screen. */
async function openLarge(page: Page): Promise<void> {
  await page.goto("/d/large/house");
  await page.locator('[data-live="true"]').waitFor();
  await page.locator("[data-cell=cost]").waitFor();
}

async function editsOnScreen(page: Page): Promise<void> {
  await openLarge(page);
  await page.locator("[data-point]").first().press("Enter");
  const times: number[] = [];
  for (let n = 0; n < 9; n++) {
    times.push(await untilLedger(page, { key: "ArrowUp", shiftKey: true }));
    await page.locator('[data-saving="saved"]').waitFor();
  }
  note("edit → ledger on screen, 2 000 devices", median(times), "ms", 60);
  // An edit that the sheet in front does not show: the same nudges taken back from the list of automations.
  await page.getByRole("link", { name: "Automations" }).click();
  await page.getByRole("heading", { name: "Automations" }).first().waitFor();
  await page.waitForTimeout(1000);
  const busy: number[] = [];
  for (let n = 0; n < 7; n++) busy.push(await busyWith(page, { key: "z", ctrlKey: true }));
  note("page's own thread busy with an edit its sheet does not show", median(busy), "ms", 16);
}

async function dragsOnScreen(page: Page): Promise<void> {
  await openLarge(page);
  await page.waitForTimeout(1000);
  for (const [what, selector] of [
    ["a point", "[data-point]"],
    ["a wall", "[data-thing^='walls/']"],
  ] as const) {
    const frames = await dragFrames(page, selector);
    note(`frame while dragging ${what}, 2 000 devices: median`, median(frames), "ms");
    note(
      `frame while dragging ${what}, 2 000 devices: 95 % within`,
      [...frames].sort((a, b) => a - b)[Math.floor(frames.length * 0.95)]!,
      "ms",
      what === "a point" ? 17.5 : undefined,
    );
  }
}

async function served(): Promise<void> {
  const database = await startTestDatabase(".test-data/bench");
  const connection = connect(database.url, 2);
  await createDesign(connection.db, "large", "designer", largeHouse());
  await createDesign(connection.db, "wants", "designer", manyWants());
  await createDesign(connection.db, "sentences", "designer", withSentences());
  await createDesign(connection.db, "register", "designer", generateHouse({ points: 5000, seed: 9 }));
  await createDesign(connection.db, "empty", "designer", emptyDesign(larkspurWeir().design));
  await connection.close();
  const web = await startWeb(database.url);
  const browser = await chromium.launch({
    executablePath: "/usr/bin/chromium",
    args: ["--no-sandbox", "--disable-gpu", "--disable-background-networking"],
  });
  try {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, baseURL: web.url });
    const page = await context.newPage();
    await page.goto("/sign-in");
    await page.getByRole("button", { name: /Open the demo house/ }).click();
    await page.waitForURL(/house$/);
    const cookie = (await context.cookies()).map(({ name, value }) => `${name}=${value}`).join("; ");
    page.setDefaultTimeout(20_000);
    await within(60, "server time", () => serverTimes(web.url, cookie));
    await within(20, "opening cold", () => coldOpening(database.url));
    await within(90, "first views", () => firstViews(browser, context, web.url));
    await within(30, "three plans on the screen", () => chooseOnScreen(context));
    await within(30, "sentences in the worker", () => sentencesInWorker(context));
    await within(40, "the register on the screen", () => registerOnScreen(page, web.url, cookie));
    await within(60, "an edit of the large house on the screen", () => editsOnScreen(page));
    await within(30, "dragging in the large house", () => dragsOnScreen(page));
    await within(45, "memory while dragging", () => memoryWhileDragging(page));
    await within(60, "memory over designs", () => memoryOverDesigns(database.url, web, cookie));
    await within(90, "1 000 designs", () => acrossDesigns(database.url, web, cookie));
  } finally {
    await browser.close();
    await web.stop();
    await database.stop();
    rmSync(".test-data/bench", { recursive: true, force: true });
  }
}

console.log(`Node ${process.version}, ${execFileSync("nproc").toString().trim()} cores\n`);
await coreFigures();
await served();
const over = lines.filter((line) => line.budget !== undefined && line.measured! > line.budget);
console.log(
  over.length
    ? `\n${over.length} over budget: ${over.map((line) => line.what).join("; ")}`
    : "\nAll within budget.",
);
const commit = execFileSync("git", ["rev-parse", "--short", "HEAD"], { encoding: "utf8" }).trim();
const more = keep(`${new Date().toISOString().slice(0, 10)} ${commit}`, lines);
console.log(
  more.length ? `Grown since the last run:\n${more.join("\n")}` : "Nothing has grown since the last run.",
);
