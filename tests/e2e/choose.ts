/** Choosing in the kit's lists, as a person does: press, then press the line. */
import type { Locator } from "@playwright/test";

/** @param what the line's words or its value */
export async function choose(control: Locator, what: string): Promise<void> {
  const page = control.page();
  await control.click();
  const line = page
    .locator(`[role=option][data-value="${what}"]`)
    .or(page.getByRole("option").filter({ has: page.getByText(what, { exact: true }) }));
  await line.first().click();
}
