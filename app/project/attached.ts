/** Bytes that go beside a command, which is plain data, under a key that it names. */
const _beside = new Map<string, Blob>();

/** Lays them beside a command that is about to be sent. */
export const attach = (key: string, bytes: Blob): void => void _beside.set(key, bytes);

/** Those that lie beside a command under this key, once. */
export function taken(key: string): Blob | undefined {
  const bytes = _beside.get(key);
  _beside.delete(key);
  return bytes;
}
