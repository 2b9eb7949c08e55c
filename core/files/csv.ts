/**
 * CSV by RFC 4180: comma, CRLF, quotes doubled, UTF-8 with a byte-order mark so that spreadsheets read it
 * as such.
 */
export type CsvCell = string | number | undefined;

/** One cell. A text that a spreadsheet would run as a formula gets a leading apostrophe. */
function cell(value: CsvCell): string {
  if (value === undefined) return "";
  if (typeof value === "number") return String(value);
  const text = /^[=+\-@\t\r]/.test(value) ? `'${value}` : value;
  return /[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
}

/**
 * CSV as spreadsheets read it: a byte order mark, commas, CR LF, fields quoted where they must be (RFC 4180).
 */
export function writeCsv(header: readonly string[], rows: readonly (readonly CsvCell[])[]): string {
  return `\uFEFF${[header, ...rows].map((row) => row.map(cell).join(",")).join("\r\n")}\r\n`;
}
