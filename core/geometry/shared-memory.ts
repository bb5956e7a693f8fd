type Typed = Float64Array | Float32Array | Uint32Array | Int32Array | Uint8Array;

/**
 * A model or a scene with its arrays in memory that several workers read at once: they pass it on without a copy. Everything else
 * of it stays as it is. Only where shared memory is to be had (an isolated page, Node).
 */
export function inSharedMemory<T extends object>(bundle: T): T {
  return Object.fromEntries(
    Object.entries(bundle).map(([name, value]) => [name, ArrayBuffer.isView(value) ? shared(value as Typed) : value]),
  ) as T;
}

/** The same array, in memory that several workers read. */
export function shared<T extends Typed>(array: T): T {
  if (array.buffer instanceof SharedArrayBuffer) return array;
  const memory = new SharedArrayBuffer(array.byteLength);
  const make = array.constructor as new (buffer: SharedArrayBuffer) => T;
  const out = new make(memory);
  out.set(array);
  return out;
}
