import type { Vec2 } from '../../core/geometry/vec3';
import type { ViewMatrix } from '../workers/paint';

/** What both panes show: one horizontal for both, each its own vertical. Metres and CSS pixels. */
export interface BenchView {
  /** Place along the horizontal at the middle of the panes. */
  readonly u: number;
  /** CSS pixels of one metre. */
  readonly zoom: number;
  /** Height at the middle of the Drawing, and of the Key. */
  readonly v: number;
  readonly keyV: number;
}

export interface PaneSize {
  readonly width: number;
  readonly height: number;
}

/** CSS pixels of a true millimetre, as browsers count: 96 to the inch. */
export const CSS_PER_MM = 96 / 25.4;
export const NEAREST = 20_000,
  FARTHEST = 0.05;

export const clampZoom = (zoom: number): number => Math.min(NEAREST, Math.max(FARTHEST, zoom));

/** Share of true paper size at which a drawing of 1 : scale is shown. */
export const paperShare = (view: BenchView, scale: number): number => (view.zoom * scale) / 1000 / CSS_PER_MM;

export const toX = (view: BenchView, size: PaneSize, u: number): number => (u - view.u) * view.zoom + size.width / 2;
export const toU = (view: BenchView, size: PaneSize, x: number): number => (x - size.width / 2) / view.zoom + view.u;
export const toY = (zoom: number, middle: number, size: PaneSize, v: number): number => size.height / 2 - (v - middle) * zoom;
export const toV = (zoom: number, middle: number, size: PaneSize, y: number): number => middle + (size.height / 2 - y) / zoom;

/** The map from drawing metres to CSS pixels of a pane. */
export const paneMatrix = (view: BenchView, middle: number, size: PaneSize): ViewMatrix => [
  view.zoom,
  0,
  0,
  -view.zoom,
  size.width / 2 - view.u * view.zoom,
  size.height / 2 + middle * view.zoom,
];

/** The map b first, then a. */
export const compose = (a: ViewMatrix, b: ViewMatrix): ViewMatrix => flat(new DOMMatrix([...a]).multiplySelf(new DOMMatrix([...b])));

/** The map back. */
export const inverse = (m: ViewMatrix): ViewMatrix => flat(new DOMMatrix([...m]).invertSelf());

const flat = ({ a, b, c, d, e, f }: DOMMatrix): ViewMatrix => [a, b, c, d, e, f];

/** The point that a map leads to (x, y). */
export function unmapped(m: ViewMatrix, x: number, y: number): Vec2 {
  const at = new DOMMatrix([...m]).invertSelf().transformPoint({ x, y });
  return [at.x, at.y];
}

/** Left of the drawings stand the levels and the Key's storeys; drawings are fitted into the rest. */
const ASIDE = 172;

/** A view that shows a box of the drawing with some room round it. */
export function fit([u0, v0, u1, v1]: readonly [number, number, number, number], size: PaneSize, keyV: number, aside = ASIDE): BenchView {
  const width = Math.max(100, size.width - aside);
  const zoom = clampZoom(Math.min((width * 0.94) / Math.max(u1 - u0, 0.1), (size.height * 0.9) / Math.max(v1 - v0, 0.1)));
  return { u: (u0 + u1) / 2 - aside / 2 / zoom, v: (v0 + v1) / 2, zoom, keyV };
}
