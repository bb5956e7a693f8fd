import { getDocument, GlobalWorkerOptions } from 'pdfjs-dist';
import workerUrl from 'pdfjs-dist/build/pdf.worker.min.mjs?url';

GlobalWorkerOptions.workerSrc = workerUrl;

/** Dots per inch of a painted page: a line of 0.18 mm is two dots wide. */
const DENSITY = 300;
/** Points of a PDF to the inch (ISO 32000, 8.3.2.3). */
const POINTS = 72;

export interface OpenPdf {
  readonly pages: number;
  /** Paints a page, counted from 1, on white, at most so many pixels long. */
  readonly paint: (page: number, most: number) => Promise<Blob>;
}

/** Opens a PDF; its content is worked out in a worker. @throws Error with a sentence for people */
export async function openPdf(file: File): Promise<OpenPdf> {
  const task = getDocument({ data: new Uint8Array(await file.arrayBuffer()), isEvalSupported: false, verbosity: 0 });
  const pdf = await task.promise.catch((error: unknown) => {
    throw new Error(
      (error as Error).name === 'PasswordException'
        ? `${file.name} is locked by a password: save it without one.`
        : `${file.name} cannot be read as a PDF: it is damaged or cut off.`,
    );
  });
  return {
    pages: pdf.numPages,
    paint: async (number, most) => {
      const page = await pdf.getPage(Math.min(pdf.numPages, Math.max(1, Math.round(number))));
      const whole = page.getViewport({ scale: DENSITY / POINTS });
      const viewport = page.getViewport({ scale: (DENSITY / POINTS) * Math.min(1, most / Math.max(whole.width, whole.height)) });
      const canvas = document.createElement('canvas');
      [canvas.width, canvas.height] = [Math.round(viewport.width), Math.round(viewport.height)];
      await page.render({ canvasContext: canvas.getContext('2d')!, viewport, background: 'white' }).promise;
      const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'));
      await task.destroy();
      if (!blob) throw new Error(`Page ${number} of ${file.name} could not be painted.`);
      return blob;
    },
  };
}
