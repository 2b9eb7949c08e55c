/** A drawing made when it is asked for, and saved as a file. */
function save(blob: Blob, name: string): void {
  const url = URL.createObjectURL(blob);
  const link = document.createElement("a");
  link.href = url;
  link.download = name;
  link.click();
  URL.revokeObjectURL(url);
}

/** Text as a file of a type: "text/plain". */
export const saveText = (name: string, text: string, type: string): void =>
  save(new Blob([text], { type }), name);

export async function saveSvg(name: string, make: () => Promise<string>): Promise<void> {
  save(new Blob([await make()], { type: "image/svg+xml" }), `${name}.svg`);
}

/** Pixels of the longer side of a picture. */
const LONGER_PX = 2400;

/** The same as a picture of dots on white. Throws where the browser cannot draw it. */
export async function savePng(name: string, make: () => Promise<string>): Promise<void> {
  const url = URL.createObjectURL(new Blob([await make()], { type: "image/svg+xml" }));
  try {
    const image = new Image();
    image.src = url;
    await image.decode();
    const scale = LONGER_PX / Math.max(image.naturalWidth, image.naturalHeight);
    const canvas = document.createElement("canvas");
    canvas.width = Math.round(image.naturalWidth * scale);
    canvas.height = Math.round(image.naturalHeight * scale);
    const context = canvas.getContext("2d")!;
    context.fillStyle = "#ffffff";
    context.fillRect(0, 0, canvas.width, canvas.height);
    context.drawImage(image, 0, 0, canvas.width, canvas.height);
    const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, "image/png"));
    if (!blob) throw new Error("The browser made no picture of it.");
    save(blob, `${name}.png`);
  } finally {
    URL.revokeObjectURL(url);
  }
}
