/**
 * Windows-1252 from 0x80 to 0x9F, in the order of its bytes (WHATWG Encoding Standard, index windows-1252; from memory). What decoders of
 * hosts make of these differs: some take them for control characters.
 */
const HIGH = '€\u0081‚ƒ„…†‡ˆ‰Š‹Œ\u008dŽ\u008f\u0090‘’“”•–—˜™š›œ\u009džŸ';

/** A text in Windows-1252: all other bytes are the first 256 characters of Unicode. */
export function narrow(bytes: Uint8Array): string {
  let out = '';
  for (const byte of bytes) out += byte >= 0x80 && byte < 0xa0 ? HIGH[byte - 0x80]! : String.fromCharCode(byte);
  return out;
}
