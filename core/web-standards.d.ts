/* The few names beyond the language itself that core may use: every host has them. The DOM and Node are left out on purpose. */
declare class TextDecoder {
  constructor(label?: string, options?: { fatal?: boolean });
  decode(input?: Uint8Array, options?: { stream?: boolean }): string;
}
declare class TextEncoder {
  encode(input?: string): Uint8Array;
}
declare function setTimeout(callback: () => void, milliseconds?: number): unknown;
