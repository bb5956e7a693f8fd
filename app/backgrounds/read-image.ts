/** Larger images are made smaller, pixels along their longer side. */
const MOST = 8000;
/** Larger files are refused, bytes. */
const LARGEST = 3e8;

/** An image as it can be laid behind a pane; pixels. */
export interface ReadImage {
  readonly bytes: Blob;
  readonly width: number;
  readonly height: number;
}

/** How many pages a PDF has; 1 for an image. @throws Error with a sentence for people */
export async function pagesOf(file: File): Promise<number> {
  if (!isPdf(file)) return 1;
  const { openPdf } = await import('./pdf-page');
  return (await openPdf(file)).pages;
}

const isPdf = (file: File): boolean => file.type === 'application/pdf' || /\.pdf$/i.test(file.name);

/**
 * Reads a PNG or JPEG image or one page of a PDF.
 * @param page counted from 1
 * @throws Error with a sentence for people
 */
export async function readImage(file: File, page = 1): Promise<ReadImage> {
  if (file.size > LARGEST)
    throw new Error(`${file.name} is ${Math.round(file.size / 1e6)} MB; images up to ${LARGEST / 1e6} MB can be laid behind.`);
  let blob: Blob = file;
  if (isPdf(file)) {
    const { openPdf } = await import('./pdf-page');
    blob = await (await openPdf(file)).paint(page, MOST);
  }
  let bitmap: ImageBitmap;
  try {
    bitmap = await createImageBitmap(blob);
  } catch {
    throw new Error(`${file.name} cannot be read as an image: it is damaged, or neither PNG, JPEG nor PDF.`);
  }
  const share = Math.min(1, MOST / Math.max(bitmap.width, bitmap.height));
  const [width, height] = [Math.max(1, Math.round(bitmap.width * share)), Math.max(1, Math.round(bitmap.height * share))];
  if (share < 1) {
    const canvas = new OffscreenCanvas(width, height);
    canvas.getContext('2d')!.drawImage(bitmap, 0, 0, width, height);
    blob = await canvas.convertToBlob({ type: file.type === 'image/jpeg' ? 'image/jpeg' : 'image/png' });
  }
  bitmap.close();
  return { bytes: blob, width, height };
}
