/** A page as it goes to paper, read back: its pages, their size and the text on each. */
import type { Page } from "@playwright/test";
import { PDFExtract } from "pdf.js-extract";

export interface PrintedPage {
  /** Points, 72 to an inch. */
  width: number;
  height: number;
  text: string;
}

const reader = new PDFExtract();

/** Print what the page shows and read it back. */
export async function printed(page: Page): Promise<PrintedPage[]> {
  const pdf = await page.pdf({ preferCSSPageSize: true });
  const { pages } = await reader.extractBuffer(pdf, {});
  return pages.map(({ info, content }) => ({
    width: Math.round(info.width),
    height: Math.round(info.height),
    text: content
      .map(({ str }) => str)
      .join(" ")
      .replace(/\s+/g, " "),
  }));
}
