/** Text that goes into XML or SVG: what would be read as markup is written out. */
export const escapeXml = (text: string): string =>
  text.replace(/[&<>"]/g, (mark) => `&#${mark.charCodeAt(0)};`);
