/** A file as another reader is given it: stretches of its bytes and of texts written anew, one behind the other. Nothing is copied. */
export interface FilePieces {
  readonly bytes: Uint8Array;
  /** All that is written anew. */
  readonly added: Uint8Array;
  /** Where each piece begins; places in `added` are counted on from the end of `bytes`. */
  readonly from: Uint32Array;
  /** Where each ends in what comes of it all. */
  readonly upTo: Uint32Array;
}

/** Puts a file together out of pieces, in their order. */
export class PieceWriter {
  private readonly from: number[] = [];
  private readonly upTo: number[] = [];
  private readonly texts: string[] = [];
  private length = 0;
  private addedLength = 0;

  constructor(private readonly bytes: Uint8Array) {}

  /** A stretch of the file's own bytes. */
  keep(from: number, to: number): void {
    if (to > from) this.put(from, to - from);
  }

  /** A text of ASCII signs. */
  write(text: string): void {
    if (!text) return;
    this.put(this.bytes.length + this.addedLength, text.length);
    this.texts.push(text);
    this.addedLength += text.length;
  }

  private put(from: number, length: number): void {
    this.from.push(from);
    this.upTo.push((this.length += length));
  }

  done(): FilePieces {
    const { bytes, from, upTo, texts } = this;
    return { bytes, added: new TextEncoder().encode(texts.join('')), from: Uint32Array.from(from), upTo: Uint32Array.from(upTo) };
  }
}

/** What reads bytes of the whole, from a place on: as many as are asked for, fewer at the end. What it gives holds until it is asked again. */
export function pieceReader({ bytes, added, from, upTo }: FilePieces): (offset: number, size: number) => Uint8Array {
  let room = new Uint8Array(0);
  return (offset, size) => {
    if (room.length < size) room = new Uint8Array(size);
    let done = 0;
    for (let piece = firstBeyond(upTo, offset); piece < from.length && done < size; piece++) {
      const begin = piece ? upTo[piece - 1]! : 0;
      const at = from[piece]! + offset + done - begin;
      const count = Math.min(size - done, upTo[piece]! - offset - done);
      const isAdded = at >= bytes.length;
      const source = isAdded ? added.subarray(at - bytes.length, at - bytes.length + count) : bytes.subarray(at, at + count);
      room.set(source, done);
      done += count;
    }
    return room.subarray(0, done);
  };
}

/** The first piece that ends behind a place. */
function firstBeyond(upTo: Uint32Array, offset: number): number {
  let [low, high] = [0, upTo.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (upTo[middle]! > offset) high = middle;
    else low = middle + 1;
  }
  return low;
}
