import * as Comlink from 'comlink';
import { faceContains, type Face } from '../../core/geometry/rings';
import { drawingBounds, linePoints } from '../../core/linework/drawing';
import { snapPoints, type SnapKind } from '../../core/linework/snap-points';
import type { Vec2 } from '../../core/geometry/vec3';
import { publish } from '../../core/publish';
import { inLook, layersAsked, type Standard } from '../../core/drafting/standard/standard';
import type { LayersAlong } from '../../core/drafting/layers-along';
import type { OnFaces } from '../../core/drafting/on-faces';
import type { Seen } from '../../core/linework/seen';
import type { Graphic, Titled } from '../../core/drafting/graphic';
import { LETTERING } from '../../core/drafting/lettering';
import type { ChangedLines } from '../../core/drift/changed-lines';
import type { Frame } from '../../core/geometry/frame';
import type { Drawing } from '../../core/linework/drawing';
import { unfilledIn } from '../../core/proof/unfilled';
import type { DrawingRow } from '../data/database';
import type { Drafting } from '../data/drafting';
import type { LineIndex } from './line-index';
import type { Lost, touchUp } from '../../core/touch-ups/apply';
import type { Profile } from '../../core/touch-ups/profile-at';
import type { TouchUp } from '../../core/touch-ups/touch-up';
import type { extendAt, MeantLine, OnSheet, trimAt } from './line-meant';
import { paint, type PaintView } from './paint';
import { LETTERING_URLS } from './lettering';
import { headOf, type DrawnHead, type DrawnSight, type ShownFinding } from '../data/drawn-sight';
import type { Landmarks } from '../../core/annotation/landmarks';
import { matterOnLine } from '../../core/cutting/matter-on-line';
import { readRow } from './read-row';
import { Sheets } from './sheets';
import { holdLife } from './hold-life';

interface Kept {
  drawn: DrawnSight;
  /** As it was styled lately, the last first: of what scale and annotation, and by what. */
  graphics: Styled[];
  /** How often faces that are seen have come to it. */
  faces: number;
  /** Of its lines as they were drawn, and as they were painted last, where a look leaves some out or adds some. */
  indices: { readonly of: Drawing; readonly index: LineIndex | null }[];
}

interface Styled {
  readonly said: string;
  readonly standard: Standard;
  readonly sets: Drafting['sets'];
  /** Hand work that found no place. */
  readonly lost: readonly Lost[];
  /** Hand work that did, where it lies. */
  readonly placed: readonly TouchUp[];
  readonly graphic: Graphic;
}
/** Two looks stand side by side. */
const MOST_STYLED = 2;

/** What lies under the pointer: an element by its id, how it is met, and the layer of the line or fill. */
export interface Hit {
  readonly element: string;
  readonly layer: string;
  readonly isCut: boolean;
  /** The rule of the standard that caught it. */
  readonly rule: RuleAt | null;
}

/** A rule by its place in one of the lists of a standard. */
export interface RuleAt {
  readonly list: 'lines' | 'fills';
  readonly at: number;
}

/** What of a sight comes onto its drawing late. */
export interface Late extends Titled {
  readonly touchUps?: readonly TouchUp[] | undefined;
}

/** How a drawing is styled. */
export interface StyledHow {
  readonly sight: Late | null;
  readonly scale: number;
  readonly look: string | undefined;
}

/** How many lines and cut faces each rule of a look catches. */
export interface RuleCounts {
  readonly lines: readonly number[];
  readonly fills: readonly number[];
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
const sheets = new Sheets();
/** Who waits for a drawing that is on its way: told when nobody wants it any more. */
const waiting = new Map<string, () => void>();

/** What is kept may have been drawn with the storeys and grid lines of another reading: those of now are given along. */
function put(key: string, drawn: DrawnSight, landmarks: Landmarks): DrawnHead {
  const own = { ...drawn, landmarks };
  kept.set(key, { drawn: own, graphics: [], faces: 0, indices: [] });
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
    const found = await readRow<DrawingRow>('drawings', row);
    return found?.print === print ? put(key, found.drawn, landmarks) : null;
  },
  /** Takes the faces that a drawing shows, which a look asks for; they come by a port. false when it is forgotten meanwhile. */
  takeFaces: (key: string, port: MessagePort): Promise<boolean> =>
    new Promise((resolve) => {
      port.onmessage = async ({ data }) => {
        port.close();
        const [{ ON_FACES }, { withFaces }] = await Promise.all([
          import('../../core/drafting/faces-on-paper'),
          import('../../core/drafting/drawing-names'),
        ]);
        onFaces ??= ON_FACES;
        const own = kept.get(key);
        if (own) {
          own.drawn = withFaces(own.drawn, data as Seen);
          own.faces++;
        }
        resolve(own !== undefined);
      };
    }),
  /** Lets the faces of a drawing go: what is shown of it asks for none any more. */
  dropFaces(key: string): void {
    const own = kept.get(key);
    if (!own?.drawn.drawing.seen) return;
    const { seen: _seen, ...drawing } = own.drawn.drawing;
    own.drawn = { ...own.drawn, drawing };
    own.faces++;
  },
  forget(key: string): void {
    waiting.get(key)?.();
    kept.delete(key);
  },
  /** @param sight what is put on the drawing late; null for its lines alone */
  async paint(key: string, sight: Late | null, view: PaintView): Promise<ImageBitmap | null> {
    const own = kept.get(key);
    if (!own || view.width < 1 || view.height < 1) return null;
    await handReady(sight);
    const whole = graphicOf(own, sight, view.scale, await standardIn(view.look));
    const graphic = view.layers ? (await import('../../core/drafting/layer-states')).shownIn(whole, view.layers) : whole;
    if (graphic.texts.length) await lettering();
    const marks = view.marked && (await import('./mark-caught'));
    const sheet = sheets.take(view.width, view.height);
    paint(sheet, graphic, view);
    if (view.marked) marks?.markCaught(sheet, graphic, view, view.marked);
    const bitmap = sheets.handOver(sheet);
    return Comlink.transfer(bitmap, [bitmap]);
  },
  /** The room of a drawing with what is put on it: left as the drawing itself, for levels stand in the margin of the pane. */
  async room(key: string, sight: Late, scale: number): Promise<readonly [u0: number, v0: number, u1: number, v1: number] | null> {
    const own = kept.get(key);
    if (!own) return null;
    await handReady(sight);
    const [, v0, u1, v1] = graphicOf(own, sight, scale, await standardIn()).box;
    return [drawingBounds(own.drawn.drawing)[0], v0, u1, v1];
  },
  /**
   * The nearest line within `reach` metres, else the cut face under the point.
   * @param how as it is styled; as it was painted last where nothing is told
   */
  async hit(key: string, u: number, v: number, reach: number, how?: StyledHow): Promise<Hit | null> {
    const own = kept.get(key);
    if (!own) return null;
    const graphic = how
      ? graphicOf(own, how.sight, how.scale, await standardIn(how.look))
      : (own.graphics[0]?.graphic ?? graphicOf(own, null, 100, await standardIn()));
    const { drawing, names, layers, lineLayer, fills, caught } = graphic;
    const best = (await indexOf(own, drawing))?.nearest(u, v, reach) ?? -1;
    const met = best >= 0 && names.elements.get(drawing.lineElement[best]!)?.id;
    if (met)
      return {
        element: met,
        layer: layers[lineLayer[best]!]!.name,
        isCut: drawing.lineRole[best] === 0,
        rule: { list: 'lines', at: caught.line[best]! },
      };
    const r = drawing.regions.findIndex((region) => CUT_USES.has(region.use) && faceContains(region.face, u, v));
    if (r < 0) return null;
    const fill = fills[r];
    const cut = names.elements.get(drawing.regions[r]!.elements[0]!)?.id;
    if (cut === undefined) return null;
    const at = caught.region[r] ?? -1;
    return { element: cut, layer: fill ? layers[fill.layer]!.name : 'no fill', isCut: true, rule: at < 0 ? null : { list: 'fills', at } };
  },
  /** The line that is meant by a place, as hand work knows it; null where none of the model's is. */
  async line(key: string, u: number, v: number, reach: number): Promise<MeantLine | null> {
    const on = await sheetAt(key, u, v, reach);
    return on && (await import('./line-meant')).lineMeant(on, on.nearest, [u, v]);
  },
  /** What of a line a trim takes away at a place. */
  async trim(key: string, u: number, v: number, reach: number): Promise<ReturnType<typeof trimAt>> {
    const on = await sheetAt(key, u, v, reach);
    return on && (await import('./line-meant')).trimAt(on, on.nearest, [u, v]);
  },
  /** What a line lacks to reach the next. */
  async extend(key: string, u: number, v: number, reach: number): Promise<ReturnType<typeof extendAt>> {
    const on = await sheetAt(key, u, v, reach);
    return on && (await import('./line-meant')).extendAt(on, on.nearest, [u, v]);
  },
  /** What is closed around a place. */
  async profile(key: string, u: number, v: number): Promise<Profile | null> {
    const own = kept.get(key);
    if (!own) return null;
    const { profileAt } = await import('../../core/touch-ups/profile-at');
    return profileAt(own.drawn.drawing, own.drawn.names, u, v);
  },
  /** Hand work on a drawing as it was painted last: where it lies, and what finds no place. */
  touched: (key: string): Pick<Styled, 'lost' | 'placed'> => {
    const { lost = [], placed = [] } = kept.get(key)?.graphics[0] ?? {};
    return { lost, placed };
  },
  /** By what all drawings are styled. */
  draft(next: Drafting): void {
    drafting = next;
    inLooks.clear();
  },
  /** The layers that a drawing has as it was painted last, by name. */
  layers: (key: string): readonly string[] =>
    (kept.get(key)?.graphics[0]?.graphic.layers ?? []).map(({ name }) => name).sort((a, b) => (a < b ? -1 : 1)),
  /** How many lines and cut faces of a drawing each rule catches in a look. */
  async counts(key: string, { sight, scale, look }: StyledHow): Promise<RuleCounts | null> {
    const own = kept.get(key);
    if (!own) return null;
    await handReady(sight);
    const { caught } = graphicOf(own, sight, scale, await standardIn(look));
    return { lines: [...caught.lines], fills: [...caught.regions] };
  },
  /** The materials whose cut faces only the last rule of a look fills, each with a place of one. */
  async unfilled(key: string, { sight, scale, look }: StyledHow): Promise<readonly ShownFinding[]> {
    const own = kept.get(key);
    await handReady(sight);
    const found = own ? unfilledIn(graphicOf(own, sight, scale, await standardIn(look))) : [];
    if (!found.length) return [];
    const { shownFinding } = await import('./shown-finding');
    return found.map(({ material, class: className, at }) => ({
      ...shownFinding({ code: 'no-fill', facts: { material: material ?? 'none' }, at }),
      mend: { fill: material, class: className },
    }));
  },
  /** What can be meant exactly within `reach` metres of a point, the likeliest first, with the id of the element whose line it is on. */
  async snaps(key: string, u: number, v: number, reach: number): Promise<readonly NamedSnap[]> {
    const own = kept.get(key);
    const index = own && (await indexOf(own, own.drawn.drawing));
    if (!own || !index) return [];
    const { drawing, names } = own.drawn;
    return snapPoints(drawing, index.near(u, v, reach), u, v, reach)
      .slice(0, MOST_SNAPS)
      .map(({ kind, line, ways, ...at }) => ({
        kind,
        at: [at.u, at.v],
        ways,
        element: names.elements.get(drawing.lineElement[line]!)?.id ?? null,
      }));
  },
  /** What changes from one drawing to another of the same sight; null where one is not there, or where the sight itself is another. */
  async changes(before: string, after: string): Promise<Changes | null> {
    const [old, own] = [kept.get(before)?.drawn, kept.get(after)?.drawn];
    if (!old || !own || !isSamePlane(old.drawing.frame, own.drawing.frame)) return null;
    const { changedLines, changedMatter } = await import('../../core/drift/changed-lines');
    return { ...changedLines(old.drawing, own.drawing), matter: changedMatter(old, own) };
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

/** A change of scale, of standard or of what is shown publishes the drawing anew; nothing is drawn again. */
function graphicOf(own: Kept, sight: Late | null, scale: number, standard: Standard): Graphic {
  const said = JSON.stringify([sight, scale, own.faces]);
  const { sets } = drafting;
  let found = own.graphics.find((g) => g.said === said && g.standard === standard && g.sets === sets);
  if (!found) {
    const bare = { kind: 'section', number: '', name: '', levels: false, grid: false } as const;
    const options = { standard, sets, onFaces: onFaces ?? undefined, layersAlong, scale, title: sight !== null };
    const done = byHand && sight?.touchUps?.length ? byHand(own.drawn.drawing, own.drawn.names, sight.touchUps) : null;
    const drawn = done ? { ...own.drawn, drawing: done.drawing } : own.drawn;
    found = {
      said,
      standard,
      sets,
      lost: done?.lost ?? [],
      placed: done?.placed ?? [],
      graphic: publish(drawn, sight ?? bare, { ...options, hand: done?.hand }),
    };
  }
  own.graphics = [found, ...own.graphics.filter((g) => g !== found)].slice(0, MOST_STYLED);
  return found.graphic;
}

/** Planes within a micrometre of each other, that look the same way. */
const isSamePlane = (a: Frame, b: Frame): boolean =>
  (['origin', 'right', 'up', 'look'] as const).every((of) => a[of].every((x, k) => Math.abs(x - b[of][k]!) < 1e-6));

/** What changes from one drawing to another: lines, and cut faces that are of other matter. */
export interface Changes extends ChangedLines {
  readonly matter: readonly Face[];
}

/** A drawing as it was painted last, and the line of it that is nearest to a place; null where none has been painted. */
async function sheetAt(key: string, u: number, v: number, reach: number): Promise<(OnSheet & { readonly nearest: number }) | null> {
  const own = kept.get(key);
  const styled = own?.graphics[0];
  if (!own || !styled) return null;
  const { graphic, placed } = styled;
  return { plain: own.drawn.drawing, graphic, placed, nearest: (await indexOf(own, graphic.drawing))?.nearest(u, v, reach) ?? -1 };
}

/** The index of the lines of a drawing; it is made when it is first asked for, and forgotten with the picture. */
async function indexOf(own: Kept, drawing: Drawing): Promise<LineIndex | null> {
  // nobody points before there is something to see
  const { lineIndex } = await import('./line-index');
  let found = own.indices.find(({ of }) => of === drawing);
  if (!found) {
    found = { of: drawing, index: lineIndex(drawing) };
    own.indices = [...own.indices.filter(({ of }) => of === own.drawn.drawing), found];
  }
  return found.index;
}

/** What is really cut, and not laid on a face. */
const CUT_USES: ReadonlySet<string> = new Set(['matter', 'earth', 'air']);

/** What puts hand work on a drawing, once there is any. */
let byHand: typeof touchUp | null = null;
const handReady = async (sight: Late | null): Promise<void> => {
  if (sight?.touchUps?.length) byHand ??= (await import('../../core/touch-ups/apply')).touchUp;
};

/** What finds the layers that lines run along, once a standard asks for them. */
let layersAlong: LayersAlong | undefined;
/** What lays patterns and tones on faces, once any have come. */
let onFaces: OnFaces | null = null;
let drafting: Pick<Drafting, 'standard' | 'sets'> = { standard: null, sets: [] };
let shipped: Promise<Standard> | null = null;
/** The standard in a look, the first where none is told; a look that it does not have is as the first. */
async function standardIn(look = ''): Promise<Standard> {
  const base =
    drafting.standard ?? (await (shipped ??= import('../../core/drafting/standard/shipped-standard').then(({ SHIPPED }) => SHIPPED)));
  const known = inLooks.get(look) ?? (look ? inLook(base, look) : null) ?? inLook(base)!;
  if (layersAsked(known).size) layersAlong ??= (await import('../../core/drafting/layers-along')).layersAlong;
  inLooks.set(look, known);
  return known;
}
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

export type Painter = typeof painter;
Comlink.expose(painter);
holdLife();
