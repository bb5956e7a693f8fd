import { IfcAPI, LogLevel } from 'web-ifc';
import wasm from 'web-ifc/web-ifc.wasm?url';
import type { IfcLibrary } from '../../core/readers/ifc/library';

/** Opens the shape builder in a worker, single-threaded: its threads do not start in an isolated page. */
export async function openLibrary(): Promise<IfcLibrary> {
  const api = new IfcAPI();
  await api.Init(() => wasm, true);
  api.SetLogLevel(LogLevel.LOG_LEVEL_OFF);
  return api as unknown as IfcLibrary;
}
