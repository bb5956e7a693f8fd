/**
 * The bytes of a text in UTF-8, where it was stored in UTF-16 as its first two bytes tell (byte order mark, Unicode Standard 23.8);
 * else the bytes as they are. Editors of text on desktops store so.
 */
export function narrowText(bytes: Uint8Array): Uint8Array {
  const mark = bytes.length < 2 ? 0 : bytes[0]! * 256 + bytes[1]!;
  if (mark === 0xfeff) return fromWide(bytes, 'utf-16be');
  return mark === 0xfffe ? fromWide(bytes, 'utf-16le') : bytes;
}

/** The same text in UTF-8. A decoder takes no memory that threads share. */
export const fromWide = (bytes: Uint8Array, form: 'utf-16be' | 'utf-16le'): Uint8Array =>
  new TextEncoder().encode(new TextDecoder(form).decode(bytes.slice()));
