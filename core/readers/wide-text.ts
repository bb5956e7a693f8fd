/** Kinds of files that are text, or may be. IFC sees to itself; the binary form of STL begins with eighty bytes of any kind. */
const TEXT_KINDS: ReadonlySet<string> = new Set(['obj', 'mtl', 'ply', 'dxf', 'gltf', 'step', 'stp']);

/**
 * The bytes of a file of text in UTF-8, where it was stored in UTF-16 as its first two bytes tell (byte order mark, Unicode
 * Standard 23.8); else the bytes as they are. Editors of text on desktops store so.
 */
export function narrowText(bytes: Uint8Array, kind: string): Uint8Array {
  const mark = bytes.length < 2 ? 0 : bytes[0]! * 256 + bytes[1]!;
  if (!TEXT_KINDS.has(kind) || (mark !== 0xfeff && mark !== 0xfffe)) return bytes;
  // a decoder takes no memory that threads share
  return new TextEncoder().encode(new TextDecoder(mark === 0xfeff ? 'utf-16be' : 'utf-16le').decode(bytes.slice()));
}
