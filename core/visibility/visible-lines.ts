import { JUMP } from '../geometry/numbers/tolerances';
import type { Scene } from '../scene/scene';
import { roleIndex } from '../sights/role';
import { NOTHING, type SegmentFacts, type Segments } from '../sights/segments';
import type { View } from '../sights/view';
import { byWhatLiesBehind } from './depths/beyond';
import { Candidate, type CandidateEdges } from './candidates';
import { fallsBeside } from './depths/falls';
import type { Pieces } from './pieces';
import { Sides, type Piece } from './sides';
import type { Tiles } from './tiles/tile-index';

/** What lies beyond a stretch shorter than this is asked in its middle alone, metres. */
const BEYOND_SHORT = 0.3;

const [GROUND, OUTLINE, EDGE, SURFACE, HIDDEN, FAR, NOTE] = (
  ['ground', 'outline', 'edge', 'surface', 'hidden', 'far', 'note'] as const
).map(roleIndex) as [number, number, number, number, number, number, number];

/**
 * Gives pieces of edges their roles: an outline where the depth jumps across it, a surface line where it is a shallow crease or
 * parts two materials on one face of an element, else an edge. A piece is divided where the jump beside it begins or ends,
 * exactly. In an elevation the outline of the terrain is the ground line. What lies deeper than the sight's far distance is far,
 * whatever it is. `distance` is that of the eye, Infinity for parallels.
 */
export function visibleLines(
  { kind, far, jumps, distance }: Pick<View, 'kind' | 'far' | 'jumps' | 'distance'>,
  scene: Scene,
  edges: CandidateEdges,
  pieces: Pieces,
  tiles: Tiles,
  into: Segments,
): void {
  const { elementTerrain: isTerrain } = scene;
  const ask = { scene, tiles, sides: new Sides(scene, tiles), steps: [JUMP * Math.min(1, scene.scale), ...jumps], distance };
  const outlineOf = (element: number) => (kind === 'elevation' && isTerrain[element] ? GROUND : OUTLINE);
  for (let p = 0; p < pieces.count; p++) {
    const c = pieces.candidate[p]!;
    const reason = edges.kind[c]!;
    const piece = pieceAt(pieces, p);
    if (reason === Candidate.trace) {
      if (!pieces.hidden[p]) addStretch(into, distance, piece, 0, 1, { role: NOTE, element: NOTHING });
      continue;
    }
    const element = scene.partElement[scene.trianglePart[edges.face[c]!]!]!;
    const put = (from: number, to: number, facts: SegmentFacts) => putStretch(into, distance, far, piece, from, to, facts);
    if (pieces.hidden[p]) put(0, 1, { role: HIDDEN, element, beyond: element });
    else if (reason === Candidate.surface) put(0, 1, { role: SURFACE, element, beyond: element });
    else if (reason === Candidate.crease) put(0, 1, creaseFacts(ask, piece, element));
    else putOutline(ask, piece, element, outlineOf(element), put);
  }
}

/** What is asked about the picture beside a piece. */
interface Ask {
  readonly scene: Scene;
  readonly tiles: Tiles;
  readonly sides: Sides;
  /** Sizes of jump in depth that are told apart, ascending. */
  readonly steps: readonly number[];
  /** Of the eye. */
  readonly distance: number;
}

type Put = (from: number, to: number, facts: SegmentFacts) => void;

function pieceAt({ ends }: Pieces, p: number): Piece {
  const at = p * 6;
  const u0 = ends[at]!,
    v0 = ends[at + 1]!,
    u1 = ends[at + 3]!,
    v1 = ends[at + 4]!;
  const du = u1 - u0,
    dv = v1 - v0;
  return { u0, v0, w0: ends[at + 2]!, u1, v1, w1: ends[at + 5]!, length: Math.sqrt(du * du + dv * dv) };
}

/** A crease between two faces of one element is an edge, unless it parts two materials in one plane. */
function creaseFacts({ scene, sides }: Ask, piece: Piece, element: number): SegmentFacts {
  if (!scene.elementMixed[element]) return { role: EDGE, element, beyond: element };
  sides.probe(piece, 0.5);
  return { role: sides.isOneFace() ? SURFACE : EDGE, element, beyond: sides.across(element) };
}

/** Divides a piece that may be an outline by how far the picture falls back beside it, and by what lies there. */
function putOutline({ scene, tiles, sides, steps, distance }: Ask, piece: Piece, element: number, outline: number, put: Put): void {
  for (const [from, to, jump] of fallsBeside(tiles, piece, steps, (w, step) => drawnIn(distance, w, step))) {
    if (jump >= 0 && (to - from) * piece.length >= BEYOND_SHORT) {
      for (const [a, b, beyond] of byWhatLiesBehind(sides, piece, from, to)) put(a, b, { role: outline, element, beyond, jump });
      continue;
    }
    sides.probe(piece, (from + to) / 2);
    if (jump >= 0) put(from, to, { role: outline, element, beyond: sides.behind(), jump });
    else put(from, to, { role: scene.elementMixed[element] && sides.isOneFace() ? SURFACE : EDGE, element, beyond: sides.across(element) });
  }
}

/** A depth of the picture as it is in space: a perspective has drawn it towards the eye. */
const inSpace = (distance: number, w: number): number => (distance === Infinity ? w : (w * distance) / (distance - w));
/** A step of space at a depth of the picture. */
const drawnIn = (distance: number, w: number, step: number): number =>
  distance === Infinity ? step : step * ((distance - w) / distance) ** 2;

/** Adds a stretch of a piece; where it runs through the far distance it changes its role. */
function putStretch(into: Segments, distance: number, far: number, piece: Piece, from: number, to: number, facts: SegmentFacts): void {
  const { w0, w1 } = piece;
  const wa = w0 + from * (w1 - w0),
    wb = w0 + to * (w1 - w0);
  if (facts.role === HIDDEN || (wa <= far && wb <= far)) addStretch(into, distance, piece, from, to, facts);
  else if (wa > far && wb > far) addStretch(into, distance, piece, from, to, { ...facts, role: FAR });
  else {
    const t = (far - w0) / (w1 - w0);
    addStretch(into, distance, piece, from, t, wa > far ? { ...facts, role: FAR } : facts);
    addStretch(into, distance, piece, t, to, wb > far ? { ...facts, role: FAR } : facts);
  }
}

function addStretch(into: Segments, distance: number, piece: Piece, from: number, to: number, facts: SegmentFacts): void {
  const { u0, v0, w0, u1, v1, w1 } = piece;
  into.add(
    from === 0 ? u0 : u0 + from * (u1 - u0),
    from === 0 ? v0 : v0 + from * (v1 - v0),
    inSpace(distance, w0 + from * (w1 - w0)),
    to === 1 ? u1 : u0 + to * (u1 - u0),
    to === 1 ? v1 : v0 + to * (v1 - v0),
    inSpace(distance, w0 + to * (w1 - w0)),
    facts,
  );
}
