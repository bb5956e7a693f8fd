import { inflateSync } from 'fflate';

/** A file of an archive: unpacked when it is asked for. */
export interface ZipEntry {
  /** Bytes that it claims to be unpacked. */
  readonly size: number;
  /** @throws Error where its bytes are not those that were packed */
  readonly read: () => Uint8Array;
}

/* Signatures and places of fields: PKWARE's APPNOTE.TXT 6.3.10, sections 4.3.7, 4.3.12 and 4.3.16. */
const LOCAL = 0x04034b50;
const CENTRAL = 0x02014b50;
const END = 0x06054b50;
const [LOCAL_SIZE, CENTRAL_SIZE, END_SIZE] = [30, 46, 22];
/** A comment at the end is at most so long. */
const COMMENT = 0xffff;

/**
 * The files of a zip archive by name, as many as are left of it: by its directory, and where that is damaged or cut off by what stands
 * before each file. A file is unpacked only when it is read, and each is checked on its own: damage to one leaves the others.
 */
export function zipEntries(bytes: Uint8Array): Map<string, ZipEntry> {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  return new Map([...byHeaders(bytes, view), ...byDirectory(bytes, view)]);
}

function* byDirectory(bytes: Uint8Array, view: DataView): Generator<[string, ZipEntry]> {
  let end = bytes.length - END_SIZE;
  const last = Math.max(0, end - COMMENT);
  while (end >= last && view.getUint32(end, true) !== END) end--;
  if (end < last || end < 0) return;
  let at = view.getUint32(end + 16, true);
  while (at + CENTRAL_SIZE <= bytes.length && view.getUint32(at, true) === CENTRAL) {
    const [nameSize, extra, comment] = [28, 30, 32].map((k) => view.getUint16(at + k, true)) as [number, number, number];
    const local = view.getUint32(at + 42, true);
    if (local + LOCAL_SIZE <= bytes.length && view.getUint32(local, true) === LOCAL)
      yield entry(bytes, at + CENTRAL_SIZE, nameSize, dataAt(view, local), fields(view, at + 10));
    at += CENTRAL_SIZE + nameSize + extra + comment;
  }
}

function* byHeaders(bytes: Uint8Array, view: DataView): Generator<[string, ZipEntry]> {
  let at = 0;
  while (at + LOCAL_SIZE <= bytes.length && view.getUint32(at, true) === LOCAL) {
    const own = fields(view, at + 8);
    const data = dataAt(view, at);
    yield entry(bytes, at + LOCAL_SIZE, view.getUint16(at + 26, true), data, own);
    // one that was written as it came tells its size behind it only: there the way ends
    if (view.getUint16(at + 6, true) & 8) return;
    at = data + own.packed;
  }
}

interface Fields {
  readonly method: number;
  readonly crc: number;
  readonly packed: number;
  readonly size: number;
}

/** Method, time, date, checksum and sizes stand in the same order in both places. */
const fields = (view: DataView, at: number): Fields => ({
  method: view.getUint16(at, true),
  crc: view.getUint32(at + 6, true),
  packed: view.getUint32(at + 10, true),
  size: view.getUint32(at + 14, true),
});

const dataAt = (view: DataView, local: number): number =>
  local + LOCAL_SIZE + view.getUint16(local + 26, true) + view.getUint16(local + 28, true);

function entry(bytes: Uint8Array, nameAt: number, nameSize: number, at: number, { method, crc, packed, size }: Fields): [string, ZipEntry] {
  const name = new TextDecoder().decode(bytes.subarray(nameAt, nameAt + nameSize));
  const read = (): Uint8Array => {
    const raw = bytes.subarray(at, at + packed);
    if (raw.length < packed) throw new Error('it is cut off');
    if (method !== 0 && method !== 8) throw new Error(`it is packed in a way that is not known (${method})`);
    const out = method === 0 ? raw.slice() : inflateSync(raw, { out: new Uint8Array(size) });
    if (out.length !== size || crc32(out) !== crc) throw new Error('its bytes are not those that were written');
    return out;
  };
  return [name, { size, read }];
}

const TABLE = Uint32Array.from({ length: 256 }, (_, n) => {
  let c = n;
  for (let k = 0; k < 8; k++) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1;
  return c;
});

/** CRC-32 as zip takes it: reflected, polynomial 0x04C11DB7 (APPNOTE.TXT 4.4.7; ISO 3309). */
export function crc32(bytes: Uint8Array): number {
  let c = 0xffffffff;
  for (const byte of bytes) c = TABLE[(c ^ byte) & 0xff]! ^ (c >>> 8);
  return (c ^ 0xffffffff) >>> 0;
}
