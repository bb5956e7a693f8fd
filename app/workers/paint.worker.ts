import * as Comlink from 'comlink';
import Flatbush from 'flatbush';
import { faceContains } from '../../core/geometry/rings';
import { drawingBounds, linePoints } from '../../core/linework/drawing';
import { snapPoints, type SnapKind } from '../../core/linework/snap-points';
import type { Vec2 } from '../../core/geometry/vec3';
import { publish } from '../../core/publish';
import { inLook, type Standard } from '../../core/drafting/standard';
import { STANDARD } from '../../core/drafting/shipped-standard';
import type { OnFaces } from '../../core/drafting/on-faces';
import type { Seen } from '../../core/linework/seen';
import type { Graphic, Titled } from '../../core/drafting/graphic';
import { LETTERING } from '../../core/drafting/lettering';
import { paint, type PaintView } from './paint';
import { LETTERING_URLS } from './lettering';
import { headOf, type DrawnHead, type DrawnSight } from '../data/drawn-sight';
import type { Landmarks } from '../../core/annotation/landmarks';
import { matterOnLine } from '../../core/cutting/matter-on-line';
import { readDrawing } from './read-drawing';
import { holdLife } from './hold-life';

interface Kept {
  drawn: DrawnSight;
  /** As it was painted last, and of what scale and annotation. */
  graphic: { readonly said: string; readonly standard: Standard; readonly graphic: Graphic } | null;
  /** How often faces that are seen have come to it. */
  faces: number;
  index: Flatbush | null;
  segments: Float64Array;
  segmentLine: Uint32Array;
}

/** What lies under the pointer: an element by its id, how it is met, and the layer of the line or fill. */
export interface Hit {
  readonly element: string;
  readonly layer: string;
  readonly isCut: boolean;
}

/** Where a drawing is kept, by what it was made, and what is put on it. */
export interface DrawingSource {
  readonly row: string;
  readonly print: string;
  readonly landmarks: Landmarks;
}

/** A place of a drawing that can be meant exactly. */
export interface NamedSnap {
  readonly kind: SnapKind;
  readonly at: Vec2;
  readonly element: string | null;
  /** Directions of the straight lines through it. */
  readonly ways: readonly Vec2[];
}
/** Of more places than this under the pointer nobody chooses. */
const MOST_SNAPS = 9;

const kept = new Map<string, Kept>();
/** Who waits for a drawing that is on its way: told when nobody wants it any more. */
const waiting = new Map<string, () => void>();

/** What is kept may have been drawn with the storeys and grid lines of another reading: those of now are given along. */
function put(key: string, drawn: DrawnSight, landmarks: Landmarks): DrawnHead {
  const own = { ...drawn, landmarks };
  kept.set(key, { drawn: own, graphic: null, faces: 0, index: null, segments: new Float64Array(0), segmentLine: new Uint32Array(0) });
  return headOf(own);
}

const painter = {
  /** Takes the drawing that comes by a port, to paint it under a key; null when it is forgotten before it came. */
  take: (key: string, landmarks: Landmarks, port: MessagePort): Promise<DrawnHead | null> =>
    new Promise((resolve) => {
      const done = (head: DrawnHead | null) => {
        waiting.delete(key);
        port.close();
        resolve(head);
      };
      waiting.set(key, () => done(null));
      port.onmessage = ({ data }) => done(put(key, data as DrawnSight, landmarks));
    }),
  /** Fetches a drawing from where it is kept; null when it is not there, or was made by something else. */
  async load(key: string, { row, print, landmarks }: DrawingSource): Promise<DrawnHead | null> {
    const found = await readDrawing(row);
    return found?.print === print ? put(key, found.drawn, landmarks) : null;
  },
  /** Takes the faces that a drawing shows, which a look asks for; they come by a port. false when it is forgotten meanwhile. */
  takeFaces: (key: string, port: MessagePort): Promise<boolean> =>
    new Promise((resolve) => {
      port.onmessage = async ({ data }) => {
        port.close();
        onFaces ??= (await import('../../core/drafting/faces-on-paper')).ON_FACES;
        const own = kept.get(key);
        if (own) {
          own.drawn = { ...own.drawn, drawing: { ...own.drawn.drawing, seen: data as Seen } };
          own.faces++;
        }
        resolve(own !== undefined);
      };
    }),
  forget(key: string): void {
    waiting.get(key)?.();
    kept.delete(key);
  },
  /** @param sight what is put on the drawing late; null for its lines alone */
  async paint(key: string, sight: Titled | null, view: PaintView): Promise<ImageBitmap | null> {
    const own = kept.get(key);
    if (!own || view.width < 1 || view.height < 1) return null;
    const graphic = graphicOf(own, sight, view.scale, view.look ? await standardIn(view.look) : STANDARD);
    if (graphic.texts.length) await lettering();
    const canvas = new OffscreenCanvas(view.width, view.height);
    paint(canvas.getContext('2d')!, graphic, view);
    const bitmap = canvas.transferToImageBitmap();
    return Comlink.transfer(bitmap, [bitmap]);
  },
  /** The room of a drawing with what is put on it: left as the drawing itself, for levels stand in the margin of the pane. */
  room(key: string, sight: Titled, scale: number): readonly [u0: number, v0: number, u1: number, v1: number] | null {
    const own = kept.get(key);
    if (!own) return null;
    const [, v0, u1, v1] = graphicOf(own, sight, scale).box;
    return [drawingBounds(own.drawn.drawing)[0], v0, u1, v1];
  },
  /** The nearest line within `reach` metres, else the cut face under the point. */
  hit(key: string, u: number, v: number, reach: number): Hit | null {
    const own = kept.get(key);
    if (!own) return null;
    const { drawing, names } = own.drawn;
    const { layers, lineLayer, fills } = own.graphic?.graphic ?? graphicOf(own, null, 100);
    const index = (own.index ??= build(own));
    let best = -1;
    let least = reach;
    for (const s of index ? index.search(u - reach, v - reach, u + reach, v + reach) : []) {
      const [au, av, bu, bv] = own.segments.subarray(s * 4, s * 4 + 4) as unknown as [number, number, number, number];
      const du = bu - au,
        dv = bv - av;
      const t = Math.max(0, Math.min(1, ((u - au) * du + (v - av) * dv) / (du * du + dv * dv || 1)));
      const d = Math.hypot(au + t * du - u, av + t * dv - v);
      if (d < least) {
        least = d;
        best = own.segmentLine[s]!;
      }
    }
    const met = best >= 0 && names.elements.get(drawing.lineElement[best]!)?.id;
    if (met) return { element: met, layer: layers[lineLayer[best]!]!.name, isCut: drawing.lineRole[best] === 0 };
    const r = drawing.regions.findIndex((region) => faceContains(region.face, u, v));
    if (r < 0) return null;
    const fill = fills[r];
    const cut = names.elements.get(drawing.regions[r]!.elements[0]!)?.id;
    return cut === undefined ? null : { element: cut, layer: fill ? layers[fill.layer]!.name : 'no fill', isCut: true };
  },
  /** What can be meant exactly within `reach` metres of a point, the likeliest first, with the id of the element whose line it is on. */
  snaps(key: string, u: number, v: number, reach: number): readonly NamedSnap[] {
    const own = kept.get(key);
    const index = own && (own.index ??= build(own));
    if (!own || !index) return [];
    const { drawing, names } = own.drawn;
    const near = new Set(index.search(u - reach, v - reach, u + reach, v + reach).map((s) => own.segmentLine[s]!));
    return snapPoints(drawing, [...near], u, v, reach)
      .slice(0, MOST_SNAPS)
      .map(({ kind, line, ways, ...at }) => ({
        kind,
        at: [at.u, at.v],
        ways,
        element: names.elements.get(drawing.lineElement[line]!)?.id ?? null,
      }));
  },
  /** Stretches of a line from a to b that lie in cut faces, metres from a. */
  matter: (key: string, a: Vec2, b: Vec2): readonly (readonly [number, number])[] =>
    matterOnLine(kept.get(key)?.drawn.drawing.regions ?? [], a, b),
  /** The outlines of an element in a drawing, for the wash: flat u v lists, closed ones first. */
  outlines(key: string, id: string): { faces: Float64Array[]; lines: Float64Array[] } {
    const own = kept.get(key);
    if (!own) return { faces: [], lines: [] };
    const { drawing, names } = own.drawn;
    const element = [...names.elements].find(([, name]) => name.id === id)?.[0] ?? -2;
    const faces = drawing.regions.filter((r) => r.elements.length === 1 && r.elements[0] === element).flatMap((r) => [...r.face]);
    const lines: Float64Array[] = [];
    for (let l = 0; l < drawing.lineElement.length; l++) if (drawing.lineElement[l] === element) lines.push(linePoints(drawing, l).slice());
    return { faces, lines };
  },
};

/** A change of scale or of what is shown publishes the drawing anew; nothing is drawn again. */
function graphicOf(own: Kept, sight: Titled | null, scale: number, standard: Standard = STANDARD): Graphic {
  const said = JSON.stringify([sight, scale, own.faces]);
  if (own.graphic?.said !== said || own.graphic.standard !== standard) {
    const bare = { kind: 'section', number: '', name: '', levels: false, grid: false } as const;
    const options = { standard, onFaces: onFaces ?? undefined, scale, isClosed: false, title: sight !== null };
    own.graphic = { said, standard, graphic: publish(own.drawn, sight ?? bare, options) };
  }
  return own.graphic.graphic;
}

/** What lays patterns and tones on faces, once any have come. */
let onFaces: OnFaces | null = null;
let looks: Promise<Standard> | null = null;
/** The standard in a look; one that it does not have is as the first. */
const standardIn = async (look: string): Promise<Standard> => {
  const shipped = await (looks ??= import('../../core/drafting/shipped-standard').then(({ SHIPPED }) => SHIPPED));
  const known = inLooks.get(look) ?? inLook(shipped, look) ?? inLook(shipped)!;
  inLooks.set(look, known);
  return known;
};
/** Each look once, so that it can be told whether it is another. */
const inLooks = new Map<string, Standard>();

let loaded: Promise<unknown> | null = null;
/** The lettering that goes along with a PDF, so that the screen shows what is written; without it another stands in. */
const lettering = (): Promise<unknown> =>
  (loaded ??= Promise.all(
    LETTERING.map(({ name }, k) =>
      new FontFace(name, `url(${LETTERING_URLS[k]})`).load().then(
        (face) => void (self as unknown as { fonts: FontFaceSet }).fonts.add(face),
        () => undefined,
      ),
    ),
  ));

function build(own: Kept): Flatbush | null {
  const { drawing } = own.drawn;
  const segments: number[] = [],
    lines: number[] = [];
  for (let l = 0; l < drawing.lineRole.length; l++) {
    const points = linePoints(drawing, l, 2e-3);
    for (let i = 0; i + 3 < points.length; i += 2) {
      segments.push(points[i]!, points[i + 1]!, points[i + 2]!, points[i + 3]!);
      lines.push(l);
    }
  }
  own.segments = Float64Array.from(segments);
  own.segmentLine = Uint32Array.from(lines);
  if (!lines.length) return null;
  const index = new Flatbush(lines.length);
  for (let i = 0; i < segments.length; i += 4)
    index.add(
      Math.min(segments[i]!, segments[i + 2]!),
      Math.min(segments[i + 1]!, segments[i + 3]!),
      Math.max(segments[i]!, segments[i + 2]!),
      Math.max(segments[i + 1]!, segments[i + 3]!),
    );
  index.finish();
  return index;
}

export type Painter = typeof painter;
Comlink.expose(painter);
holdLife();
