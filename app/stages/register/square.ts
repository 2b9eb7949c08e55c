/** Read a square code out of a picture: the browser's own reader where it has one, else ours. */

interface Detector {
  detect(picture: ImageBitmapSource): Promise<{ rawValue: string }[]>;
}

/** Longest side a picture is looked at with: a code that fills a tenth of it is still read. */
const MOST_PX = 1400;

export async function readSquareOf(file: Blob): Promise<string | undefined> {
  let picture: ImageBitmap;
  try {
    picture = await createImageBitmap(file);
  } catch {
    return undefined;
  }
  const own = (globalThis as { BarcodeDetector?: new (of: { formats: string[] }) => Detector })
    .BarcodeDetector;
  if (own)
    try {
      const [found] = await new own({ formats: ["qr_code"] }).detect(picture);
      if (found) return found.rawValue;
    } catch {
      // It is there and does not work on this system: ours is asked.
    }
  const scale = Math.min(1, MOST_PX / Math.max(picture.width, picture.height));
  const canvas = document.createElement("canvas");
  [canvas.width, canvas.height] = [Math.round(picture.width * scale), Math.round(picture.height * scale)];
  const drawing = canvas.getContext("2d")!;
  drawing.drawImage(picture, 0, 0, canvas.width, canvas.height);
  const { data, width, height } = drawing.getImageData(0, 0, canvas.width, canvas.height);
  const { default: read } = await import("jsqr");
  return read(data, width, height)?.data || undefined;
}
