/** What axe finds on a page, in both themes. */
import AxeBuilder from "@axe-core/playwright";
import type { RunOptions } from "axe-core";
import type { Page } from "@playwright/test";

/**
 * Rows beyond these are made like the ones before them: looking at each would take minutes and find the
 * same.
 */
const ALIKE = [
  "tbody tr:nth-child(n+5)",
  "[role=rowgroup] [role=row]:nth-child(n+5)",
  "ul > li:nth-child(n+7)",
  "ol > li:nth-child(n+7)",
  "[data-point]:nth-child(n+6)",
  "[data-module]:nth-child(n+5)",
];

async function found(page: Page, within: string, options: Pick<RunOptions, "runOnly">): Promise<string[]> {
  // No page has a frame, and what passed is not read: neither is gathered, which takes a fifth of the time.
  const builder = new AxeBuilder({ page })
    .setLegacyMode(true)
    .options({ ...options, resultTypes: ["violations"] })
    .include(within);
  // The interface library's own catches at both ends of a panel: focus never stays on them.
  builder.exclude("[data-headlessui-focus-guard]");
  for (const rows of ALIKE) builder.exclude(rows);
  const { violations } = await builder.analyze();
  return violations.map(({ id, nodes }) => {
    const where = nodes.slice(0, 3).map((node) => node.target.join(" "));
    return `${id}: ${where.join(" | ")}`;
  });
}

/**
 * Everything in the light theme, colours in the dark one too, on the same page. `within`: the part that is looked at,
 * where the rest of the page was before.
 */
export async function faults(page: Page, within = "html"): Promise<string[]> {
  const theme = (name: string) =>
    page.evaluate((value) => void (document.documentElement.dataset.theme = value), name);
  const light = await found(page, within, {});
  await theme("dark");
  const dark = await found(page, within, { runOnly: ["color-contrast"] });
  await theme("light");
  return [...light, ...dark.map((fault) => `dark: ${fault}`)];
}
