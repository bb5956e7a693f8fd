import type { IfcLibrary } from '../core/readers/ifc-library';

/** Opens the shape builder for Node, single-threaded, silent: its own words are for its makers. */
export async function openLibrary(): Promise<IfcLibrary> {
  const { IfcAPI, LogLevel } = await import('web-ifc');
  const api = new IfcAPI();
  await api.Init(undefined, true);
  api.SetLogLevel(LogLevel.LOG_LEVEL_OFF);
  return api as unknown as IfcLibrary;
}
