/** A text, or bytes, as a file download named after a design. */
export function download(
  body: string | Uint8Array<ArrayBuffer>,
  name: string,
  ending: string,
  type: string,
): Response {
  const stem =
    name
      .normalize("NFKD")
      .replace(/[^\w]+/g, "-")
      .replace(/^-+|-+$/g, "")
      .toLowerCase() || "design";
  return new Response(body, {
    headers: {
      "Content-Type": type,
      "Content-Disposition": `attachment; filename="${stem}${ending}"`,
      "Cache-Control": "no-store",
    },
  });
}
