// An SVG file as pixels, made by the browser.

/** Pixels a side at the most, which browsers of phones still paint. */
const MOST_SIDE = 8192;

/**
 * @param svg - a document with a size of its own
 * @param scale - pixels for each CSS pixel; less where it would be too large
 * @returns a PNG
 * @throws Error where the browser cannot paint it
 */
export async function pngOf(svg: string, scale: number): Promise<Blob> {
  const address = URL.createObjectURL(new Blob([svg], { type: "image/svg+xml" }));
  try {
    const image = new Image();
    image.src = address;
    await image.decode();
    const side = Math.max(image.naturalWidth, image.naturalHeight);
    const by = Math.min(scale, MOST_SIDE / side);
    const canvas = document.createElement("canvas");
    canvas.width = Math.round(image.naturalWidth * by);
    canvas.height = Math.round(image.naturalHeight * by);
    canvas.getContext("2d")?.drawImage(image, 0, 0, canvas.width, canvas.height);
    const made = await new Promise<Blob | null>((done) => canvas.toBlob(done, "image/png"));
    if (!made) throw new Error("This browser could not make a PNG of that size.");
    return made;
  } finally {
    URL.revokeObjectURL(address);
  }
}
