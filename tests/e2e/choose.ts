/** Choosing in the kit's lists, as a person does: press, then press the line; again where it closed meanwhile. */
import { expect, type Locator } from "@playwright/test";

/**
 * A list belongs to what is on the page: where that is drawn anew between the two presses (a row chosen a moment ago
 * comes into the inspector, a plan is solved) it closes, and a person presses again.
 *
 * @param what the line's words; of a list that is in sight as a whole its value too
 */
export async function choose(control: Locator, what: string): Promise<void> {
  const page = control.page();
  const line = page
    .locator(`[role=option][data-value="${what}"]`)
    .or(page.getByRole("option").filter({ has: page.getByText(what, { exact: true }) }))
    .first();
  await expect(async () => {
    if (!(await line.isVisible())) {
      await control.click({ timeout: 30_000 });
      // A long list draws the lines in sight: the others are found by typing.
      const typed = control.and(page.getByRole("combobox"));
      await page.getByRole("option").first().waitFor({ timeout: 15_000 });
      if (!(await line.isVisible()) && (await typed.count())) await typed.fill(what);
    }
    await line.click({ timeout: 15_000 });
  }).toPass({ timeout: 120_000 });
}
