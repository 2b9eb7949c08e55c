/** A drawing made when it is asked for, and saved as a file. */
export async function saveSvg(name: string, make: () => Promise<string>): Promise<void> {
  const url = URL.createObjectURL(new Blob([await make()], { type: "image/svg+xml" }));
  const link = document.createElement("a");
  link.href = url;
  link.download = `${name}.svg`;
  link.click();
  URL.revokeObjectURL(url);
}
