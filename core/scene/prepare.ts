import { boundCorners, boundTriangles } from '../geometry/bounds';
import { WELD } from '../geometry/numbers/tolerances';
import type { Model } from '../model/model';
import { findEdges, type Adjacency } from './adjacency';
import { classifyEdges, faceNormals, settleThinFaces } from './classify-edges';
import { smoothLooseCreases } from './loose-creases';
import { intersections } from './intersect/intersections';
import { takeOutInnerSheets } from './inner-sheets';
import { flatFaces } from './flat-faces';
import { mendFlips } from './mend-flips';
import { mendTCorners } from './mend-t-corners';
import { tellRoundFromFolded } from './round-runs';
import { BLOCK, SCENE_VERSION, type Scene } from './scene';
import { severalShells } from './shells';
import { turnRightSideOut } from './turn-right-side-out';
import { coarserScaleOf, extentOf, scaleOf } from './scale';
import { weld, type Welded } from './weld';

/** One flat triangle may lie behind another. */
const MENDS = 3;

/**
 * Prepares a model for drawing: welds, finds edges, turns closed parts right side out, classifies edges. Once per model.
 * A model below a metre is enlarged by a power of two. One of so large coordinates that single precision may have left more than a weld of
 * noise at its seams is made smaller, if that closes most of what is open.
 */
export function prepare(model: Model): Scene {
  const extent = extentOf(model);
  const scale = scaleOf(extent);
  const { welded, edges } = meshes(model, scale);
  const coarser = scale === 1 ? coarserScaleOf(extent) : 1;
  if (coarser < 1 && canBeClosed(edges)) {
    const again = meshes(model, coarser);
    if (borders(again.edges) * 2 < borders(edges)) return sceneOf(model, coarser, again);
  }
  return sceneOf(model, scale, { welded, edges });
}

/** Welded corners and the edges between them. */
interface Meshes {
  readonly welded: Welded;
  readonly edges: Adjacency;
}

const borders = ({ partBorders }: Adjacency): number => partBorders.reduce((sum, n) => sum + n, 0);
/** Whether a part is open that is not so by design. */
const canBeClosed = ({ partBorders }: Adjacency): boolean => partBorders.some((n) => n > 0 && n <= OPEN);
/** A part with more borders than this is open by design (a terrain, foliage), not by mistake. */
const OPEN = 3000;

function meshes(model: Model, scale: number): Meshes {
  const positions = scale === 1 ? model.positions : model.positions.map((x) => x * scale);
  const welded = weld(positions, model.triangles, model.partStart, WELD);
  let edges = findEdges(welded.triangles, welded.partTriangleStart, welded.vertices.length / 3);
  const without = takeOutInnerSheets(welded.vertices, edges);
  if (without) edges = findEdges(without.triangles, without.partTriangleStart, welded.vertices.length / 3);
  let mended = mendTCorners(welded.vertices, edges);
  for (let round = 0; mended && round < MENDS; round++) {
    edges = findEdges(mended.triangles, mended.partTriangleStart, welded.vertices.length / 3);
    mended = mendTCorners(welded.vertices, edges, mended.parts);
  }
  const turned = mendFlips(edges);
  if (turned) edges = findEdges(turned, edges.partTriangleStart, welded.vertices.length / 3);
  return { welded, edges };
}

function sceneOf(model: Model, scale: number, { welded, edges }: Meshes): Scene {
  const shells = severalShells(edges);
  turnRightSideOut(welded.vertices, edges, shells);
  const faces = faceNormals(welded.vertices, edges.triangles, edges.triangleEdges, edges.edgeFaces);
  const { normals, sliverOf } = faces;
  const { edgeKind, shallow } = classifyEdges(welded.vertices, edges.triangles, normals, edges.edgeVertices, edges.edgeFaces);
  settleThinFaces({ ...edges, vertices: welded.vertices }, faces, edgeKind);
  const { triangles, triangleEdges, edgeVertices, edgeFaces, partTriangleStart, partEdgeStart } = edges;
  tellRoundFromFolded(
    { vertices: welded.vertices, triangles, normals, triangleEdges, edgeVertices, edgeFaces, partTriangleStart, partEdgeStart, scale },
    edgeKind,
  );
  smoothLooseCreases(edges, edgeKind, shallow);
  const parts = model.partElement.length;
  const trianglePart = new Uint32Array(edges.triangles.length / 3);
  const partBounds = new Float64Array(parts * 6);
  for (let p = 0; p < parts; p++) {
    trianglePart.fill(p, edges.partTriangleStart[p], edges.partTriangleStart[p + 1]);
    boundCorners(welded.vertices, welded.partVertexStart[p]!, welded.partVertexStart[p + 1]!, partBounds, p * 6);
  }
  // what comes later has its place from the beginning: scenes that are spread or put together are of a kind of their own each, and
  // the engine would make its code anew for every one
  const scene: { -readonly [K in keyof Scene]: Scene[K] } = {
    version: SCENE_VERSION,
    scale,
    vertices: welded.vertices,
    triangles: edges.triangles,
    normals,
    triangleEdges: edges.triangleEdges,
    trianglePart,
    triangleFace: flatFaces(edges.triangles.length / 3, edgeFaces, edgeKind),
    sliverOf,
    edgeVertices: edges.edgeVertices,
    edgeFaces: edges.edgeFaces,
    edgeKind,
    partVertexStart: welded.partVertexStart,
    partTriangleStart: edges.partTriangleStart,
    partEdgeStart: edges.partEdgeStart,
    partClosed: edges.partClosed,
    // what crosses itself may have a lobe that is inside out: both its sides are looked at
    partOneSided: edges.partClosed.slice(),
    partBorders: edges.partBorders,
    partElement: model.partElement,
    partMaterial: model.partMaterial,
    elementMixed: elementsOfSeveralMaterials(model),
    elementTerrain: Uint8Array.from(model.elements, ({ use }) => (use === 'terrain' ? 1 : 0)),
    partBounds,
    blockBounds: boundBlocks(welded.vertices, edges.triangles),
    partFlush: flushGroups(model),
    partGround: new Uint8Array(parts),
    meetingEnds: new Float64Array(0),
    meetingFaces: new Uint32Array(0),
    ownMeetings: 0,
  };
  const matter = new Uint8Array(parts);
  for (let p = 0; p < parts; p++) {
    const { use } = model.elements[model.partElement[p]!]!;
    matter[p] = use === 'space' ? 0 : 1;
    scene.partGround[p] = use === 'terrain' && !edges.partClosed[p] ? 1 : 0;
  }
  const { ends, faces: meetingFaces, own } = intersections(scene, matter, shells);
  for (let m = own; m < meetingFaces.length / 2; m++) scene.partOneSided[trianglePart[meetingFaces[m * 2]!]!] = 0;
  scene.meetingEnds = ends;
  scene.meetingFaces = meetingFaces;
  scene.ownMeetings = own;
  return scene;
}

/** 1 for each element whose parts are of several materials. */
function elementsOfSeveralMaterials(model: Model): Uint8Array {
  const first = new Int32Array(model.elements.length).fill(-2);
  const out = new Uint8Array(model.elements.length);
  model.partElement.forEach((element, part) => {
    const material = model.partMaterial[part]!;
    if (first[element] === -2) first[element] = material;
    else if (first[element] !== material) out[element] = 1;
  });
  return out;
}

/** Smallest and largest corner of each block of triangles. */
export function boundBlocks(vertices: Float64Array, triangles: Uint32Array): Float64Array {
  const blocks = Math.ceil(triangles.length / 3 / BLOCK);
  const out = new Float64Array(blocks * 6);
  for (let block = 0; block < blocks; block++)
    boundTriangles(vertices, triangles, block * BLOCK, Math.min(triangles.length / 3, (block + 1) * BLOCK), out, block * 6);
  return out;
}

function flushGroups({ elements, partElement, partMaterial }: Model): Int32Array {
  const groups = new Map<string | number, number>();
  const out = new Int32Array(partElement.length);
  for (let part = 0; part < out.length; part++) {
    const element = partElement[part]!;
    const { buildUp } = elements[element]!;
    const material = partMaterial[part]!;
    const key = buildUp ? `${buildUp.name}:${buildUp.materials.join()}` : material >= 0 ? material : -1 - element;
    let group = groups.get(key);
    if (group === undefined) groups.set(key, (group = groups.size));
    out[part] = group;
  }
  return out;
}
