import { unzipSync } from 'fflate';
import { Fault } from '../faults/fault';

/** An archive may unpack to this much, bytes. */
const MOST = 1.5e9;

export const isZip = (bytes: Uint8Array): boolean => bytes[0] === 0x50 && bytes[1] === 0x4b && bytes[2] === 3 && bytes[3] === 4;

/**
 * Unpacks the files of a zip archive whose names `wanted` takes. What an archive claims is added up before anything is unpacked,
 * and unpacking never writes beyond what is claimed.
 * @throws Fault file-damaged, file-too-large
 */
export function unpack(bytes: Uint8Array, wanted: (name: string) => boolean): Map<string, Uint8Array> {
  let total = 0;
  const names: string[] = [];
  let files;
  try {
    files = unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        names.push(name);
        if (!wanted(name)) return false;
        total += originalSize;
        if (total > MOST)
          throw new Fault('file-too-large', { what: `"${name}" unpacked`, size: `${(total / 1e9).toFixed(1)} GB`, limit: '1.5 GB' });
        return true;
      },
    });
  } catch (error) {
    if (error instanceof Fault) throw error;
    throw new Fault('file-damaged', { place: 'as an archive', reason: (error as Error).message || 'it cannot be unpacked' });
  }
  const out = new Map(Object.entries(files));
  if (!out.size) throw new Fault('archive-without-model', { names: names.slice(0, 4).join(', ') || 'nothing' });
  return out;
}
