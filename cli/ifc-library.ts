import type { IfcLibrary } from '../core/readers/ifc/library';
import { builderHere, type ShapeBuilder } from '../core/readers/ifc/shapes/shape-builder';
import { quickRequire } from './quick-require';

let source: typeof import('web-ifc') | null = null;

/** Opens the shape builder for Node, single-threaded, silent: its own words are for its makers. */
export async function openLibrary(): Promise<IfcLibrary> {
  // six megabytes of source; each that is opened has a memory of its own all the same
  const { IfcAPI, LogLevel } = (source ??= quickRequire('web-ifc') as typeof import('web-ifc'));
  const api = new IfcAPI();
  await api.Init(undefined, true);
  api.SetLogLevel(LogLevel.LOG_LEVEL_OFF);
  return api as unknown as IfcLibrary;
}

/** Builds shapes in this very thread. */
export const openBuilder = (): ShapeBuilder => builderHere(openLibrary);
