import { Fault } from '../../faults/fault';
import { ByteText } from '../byte-text';

export type Scalar = 'int8' | 'uint8' | 'int16' | 'uint16' | 'int32' | 'uint32' | 'float32' | 'float64';
const SCALARS: Readonly<Record<string, Scalar>> = {
  char: 'int8',
  int8: 'int8',
  uchar: 'uint8',
  uint8: 'uint8',
  short: 'int16',
  int16: 'int16',
  ushort: 'uint16',
  uint16: 'uint16',
  int: 'int32',
  int32: 'int32',
  uint: 'uint32',
  uint32: 'uint32',
  float: 'float32',
  float32: 'float32',
  double: 'float64',
  float64: 'float64',
};
export const SIZES: Readonly<Record<Scalar, number>> = {
  int8: 1,
  uint8: 1,
  int16: 2,
  uint16: 2,
  int32: 4,
  uint32: 4,
  float32: 4,
  float64: 8,
};

export interface Property {
  readonly name: string;
  readonly kind: Scalar;
  /** Kind of the count before a list; none for a single figure. */
  readonly counted?: Scalar;
}
export interface Part {
  readonly name: string;
  readonly count: number;
  readonly properties: Property[];
}

/** Reads one figure after another, from text or from bytes of either order. */
export interface Figures {
  readonly next: (kind: Scalar) => number;
  /** Whether the file is at its end. */
  readonly isOver: () => boolean;
  readonly place: () => string;
  /** The bytes themselves, where the file is binary: records of one length are read in place. */
  readonly raw?: { readonly data: DataView; readonly isLittle: boolean; at: number };
}

export function readHead(bytes: Uint8Array): { format: string; elements: Part[]; start: ByteText } {
  const text = new ByteText(bytes);
  if (text.rest() !== 'ply') throw new Fault('file-damaged', { place: 'at its beginning', reason: 'a PLY file begins with the word ply' });
  let format = '';
  const elements: Part[] = [];
  for (text.nextLine(); ; text.nextLine()) {
    const line = text.line;
    if (text.at >= text.end || line > 1000) throw new Fault('file-damaged', { place: `line ${line}`, reason: 'its head has no end' });
    const [word, ...rest] = text.rest().split(/\s+/);
    if (word === 'end_header') break;
    if (word === 'format') format = rest[0] ?? '';
    else if (word === 'element') {
      const count = Number(rest[1]);
      if (!(Number.isInteger(count) && count >= 0))
        throw new Fault('file-damaged', { place: `line ${line}`, reason: `"${rest[1] ?? ''}" is no number of elements` });
      elements.push({ name: rest[0] ?? '', count, properties: [] });
    } else if (word === 'property') {
      const isList = rest[0] === 'list';
      const [counted, kind, name] = isList ? [SCALARS[rest[1]!], SCALARS[rest[2]!], rest[3]] : [undefined, SCALARS[rest[0]!], rest[1]];
      if (!kind || !name || (isList && !counted) || !elements.length)
        throw new Fault('file-damaged', {
          place: `line ${line}`,
          reason: `the property "${rest.join(' ').slice(0, 40)}" is not understood`,
        });
      elements.at(-1)!.properties.push({ name, kind, ...(counted && { counted }) });
    }
  }
  text.nextLine();
  if (!['ascii', 'binary_little_endian', 'binary_big_endian'].includes(format))
    throw new Fault('file-damaged', { place: 'in its head', reason: `the format "${format}" is not known` });
  return { format, elements, start: text };
}

export function ofText(bytes: Uint8Array, text: ByteText): Figures {
  return {
    next: () => {
      text.skipSpace();
      if (text.at >= text.end) return NaN;
      const from = text.at;
      const value = text.number();
      if (value === value && !text.hasTail()) return value;
      const word = new ByteText(bytes, from).word();
      if (!/^[-+]?(nan|inf)/i.test(word))
        throw new Fault('file-damaged', { place: `line ${text.line}`, reason: `"${word.slice(0, 30)}" is not a number` });
      text.word();
      return NaN;
    },
    isOver: () => {
      text.skipSpace();
      return text.at >= text.end;
    },
    place: () => `line ${text.line}`,
  };
}

export function ofBytes(bytes: Uint8Array, start: number, isLittle: boolean): Figures {
  const data = new DataView(bytes.buffer, bytes.byteOffset, bytes.length);
  const end = bytes.length;
  const raw = { data, isLittle, at: start };
  return {
    raw,
    next: (kind) => {
      const from = raw.at;
      raw.at += SIZES[kind];
      if (raw.at > end) return NaN;
      switch (kind) {
        case 'float32':
          return data.getFloat32(from, isLittle);
        case 'uint8':
          return bytes[from]!;
        case 'int32':
          return data.getInt32(from, isLittle);
        case 'uint32':
          return data.getUint32(from, isLittle);
        case 'float64':
          return data.getFloat64(from, isLittle);
        case 'int8':
          return data.getInt8(from);
        case 'int16':
          return data.getInt16(from, isLittle);
        case 'uint16':
          return data.getUint16(from, isLittle);
      }
    },
    isOver: () => raw.at >= end,
    place: () => `byte ${raw.at}`,
  };
}
