import { unzlibSync } from 'fflate';
import { narrow } from '../readers/narrow-text';

/** What the content streams of a PDF say. */
export function pdfContent(bytes: Uint8Array): string {
  const text = narrow(bytes);
  let out = '';
  for (const { index } of text.matchAll(/stream\r?\n/g)) {
    const from = index + text.slice(index).indexOf('\n') + 1;
    try {
      out += new TextDecoder().decode(unzlibSync(bytes.subarray(from, text.indexOf('endstream', from))));
    } catch {
      // no content: a font, or an object stream
    }
  }
  return out;
}
