import { chromium } from "@playwright/test";
import { furnished, generateHouse, lined } from "../core/stages/house";
import { connect } from "../db/connect";
import { createDesign } from "../db/people";
import { startTestDatabase, startWeb } from "../tests/start";
import { buildIfStale } from "./build";
import { rmSync, writeFileSync } from "node:fs";
buildIfStale();
const database = await startTestDatabase(".test-data/prof");
const connection = connect(database.url, 2);
await createDesign(connection.db, "large", "designer", lined(furnished(generateHouse({ points: 2000, seed: 7 }), 7)));
await connection.close();
const web = await startWeb(database.url);
const browser = await chromium.launch({ executablePath: "/usr/bin/chromium", args: ["--no-sandbox", "--disable-gpu", "--disable-background-networking"] });
try {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, baseURL: web.url });
  const page = await context.newPage();
  await page.addInitScript(() => {
    const w = window as any; w.LOG = [];
    const O = Worker;
    w.Worker = class extends O {
      constructor(a: any, b: any) { super(a, b); super.addEventListener("message", (e: any) => w.LOG.push([performance.now(), "got " + Object.keys(e.data)])); }
      override postMessage(m: any, ...r: any[]) { w.LOG.push([performance.now(), "post " + m?.ask]); return (super.postMessage as any)(m, ...r); }
    };
  });
  await page.goto("/sign-in");
  await page.getByRole("button", { name: /Open the demo house/ }).click();
  await page.waitForURL(/house$/);
  await page.goto("/d/large/house");
  await page.locator('[data-live="true"]').waitFor();
  await page.locator("[data-cell=cost]").waitFor();
  await page.waitForTimeout(4000);
  await page.locator("[data-point]").first().press("Enter");
  const cdp = await context.newCDPSession(page);
  for (let n = 0; n < 14; n++) {
    if (n === 8) { await cdp.send("Profiler.enable"); await cdp.send("Profiler.setSamplingInterval", { interval: 200 }); await cdp.send("Profiler.start"); }
    const t = await page.evaluate(() => new Promise<any>((done) => {
      const w = window as any; w.LOG = [];
      const ledger = document.querySelector("[aria-label=Ledger]")!; const before = ledger.textContent;
      const start = performance.now();
      const o = new MutationObserver(() => { if (ledger.textContent === before) return; o.disconnect(); const dom = performance.now(); requestAnimationFrame(() => { const end = performance.now(); done([...w.LOG, [dom, "dom"], [end, "frame"]].map(([t, s]) => `${s} ${(t - start).toFixed(1)}`).join(" | ")); }); });
      o.observe(ledger, { subtree: true, childList: true, characterData: true });
      (document.activeElement ?? document.body).dispatchEvent(new KeyboardEvent("keydown", { key: "ArrowUp", shiftKey: true, bubbles: true, cancelable: true }));
      w.LOG.push([performance.now(), "dispatched"]);
    }));
    if (n > 3) console.log(t);
    await page.locator('[data-saving="saved"]').waitFor();
    await page.waitForTimeout(300);
  }
  const { profile } = await cdp.send("Profiler.stop");
  writeFileSync("/tmp/screen.cpuprofile", JSON.stringify(profile));
} finally { await browser.close(); await web.stop(); await database.stop(); rmSync(".test-data/prof", { recursive: true, force: true }); }
