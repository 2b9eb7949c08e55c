/** What axe finds on a page, in both themes. */
import axe, { type RunOptions } from "axe-core";
import type { Page } from "@playwright/test";

declare global {
  interface Window {
    axe: typeof axe;
  }
}

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

const EXCLUDED = [
  // The interface library's own catches at both ends of a panel: focus never stays on them.
  "[data-headlessui-focus-guard]",
  ...ALIKE,
];

async function found(page: Page, within: string, options: Pick<RunOptions, "runOnly">): Promise<string[]> {
  return page.evaluate(
    async ({ include, exclude, ...how }) => {
      const { violations } = await window.axe.run({ include, exclude }, how);
      return violations.map(({ id, nodes }) => {
        const where = nodes.slice(0, 3).map((node) => node.target.join(" "));
        return `${id}: ${where.join(" | ")}`;
      });
    },
    // What passed is not read, and no page has a frame: neither is gathered.
    {
      include: [within],
      exclude: EXCLUDED,
      ...options,
      resultTypes: ["violations" as const],
      iframes: false,
    },
  );
}

/**
 * Everything in the light theme, colours in the dark one too, on the same page. `within`: the part that is looked at,
 * where the rest of the page was before.
 */
export async function faults(page: Page, within = "html"): Promise<string[]> {
  const theme = (name: string) =>
    page.evaluate((value) => void (document.documentElement.dataset.theme = value), name);
  // Half a megabyte: put into a page once, however often it is asked.
  if (!(await page.evaluate(() => "axe" in window))) await page.evaluate(axe.source);
  const light = await found(page, within, {});
  await theme("dark");
  const dark = await found(page, within, { runOnly: ["color-contrast"] });
  await theme("light");
  return [...light, ...dark.map((fault) => `dark: ${fault}`)];
}
