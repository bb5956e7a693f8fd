import { WELD } from '../geometry/tolerances';
import type { Model } from '../model/model';
import { findEdges } from './adjacency';
import { classifyEdges, faceNormals } from './classify-edges';
import { meetings } from './meetings';
import { mendTCorners } from './mend-t-corners';
import { tellRoundFromFolded } from './round-runs';
import { BLOCK, type Scene } from './scene';
import { weld } from './weld';

/** Prepares a model for drawing: welds, finds edges, turns closed parts right side out, classifies edges. Once per model. */
export function prepare(model: Model): Scene {
  const welded = weld(model.positions, model.triangles, model.partStart, WELD);
  let edges = findEdges(welded.triangles, welded.partTriangleStart, welded.vertices.length / 3);
  const mended = mendTCorners(welded.vertices, edges);
  if (mended) edges = findEdges(mended.triangles, mended.partTriangleStart, welded.vertices.length / 3);
  turnInsideOut(welded.vertices, edges.triangles, edges.triangleEdges, edges.partTriangleStart, edges.partClosed);
  const { normals, sliverOf } = faceNormals(welded.vertices, edges.triangles, edges.triangleEdges, edges.edgeFaces);
  const edgeKind = classifyEdges(welded.vertices, edges.triangles, normals, edges.edgeVertices, edges.edgeFaces);
  tellRoundFromFolded({ vertices: welded.vertices, normals, ...edges }, edgeKind);
  const parts = model.partElement.length;
  const trianglePart = new Uint32Array(edges.triangles.length / 3);
  const partBounds = new Float64Array(parts * 6);
  for (let p = 0; p < parts; p++) {
    trianglePart.fill(p, edges.partTriangleStart[p], edges.partTriangleStart[p + 1]);
    bound(welded.vertices, welded.partVertexStart[p]!, welded.partVertexStart[p + 1]!, partBounds, p * 6);
  }
  const meshes = {
    version: 1 as const,
    vertices: welded.vertices,
    triangles: edges.triangles,
    normals,
    triangleEdges: edges.triangleEdges,
    trianglePart,
    sliverOf,
    edgeVertices: edges.edgeVertices,
    edgeFaces: edges.edgeFaces,
    edgeKind,
    partVertexStart: welded.partVertexStart,
    partTriangleStart: edges.partTriangleStart,
    partEdgeStart: edges.partEdgeStart,
    partClosed: edges.partClosed,
    partBorders: edges.partBorders,
    partElement: model.partElement,
    partBounds,
    blockBounds: boundBlocks(welded.vertices, edges.triangles),
    partFlush: flushGroups(model),
    partGround: Uint8Array.from(model.partElement, (element, p) =>
      model.elements[element]!.use === 'terrain' && !edges.partClosed[p] ? 1 : 0,
    ),
  };
  const matter = Uint8Array.from(model.partElement, (element) => (model.elements[element]!.use === 'space' ? 0 : 1));
  const { ends, faces } = meetings(meshes, matter);
  return { ...meshes, meetingEnds: ends, meetingFaces: faces };
}

function bound(vertices: Float64Array, from: number, to: number, out: Float64Array, at: number): void {
  for (let k = 0; k < 3; k++) {
    let low = Infinity,
      high = -Infinity;
    for (let v = from; v < to; v++) {
      const x = vertices[v * 3 + k]!;
      if (x < low) low = x;
      if (x > high) high = x;
    }
    out[at + k] = low;
    out[at + 3 + k] = high;
  }
}

/** Smallest and largest corner of each block of triangles. */
function boundBlocks(vertices: Float64Array, triangles: Uint32Array): Float64Array {
  const blocks = Math.ceil(triangles.length / 3 / BLOCK);
  const out = new Float64Array(blocks * 6);
  for (let block = 0; block < blocks; block++) {
    let x0 = Infinity,
      y0 = Infinity,
      z0 = Infinity,
      x1 = -Infinity,
      y1 = -Infinity,
      z1 = -Infinity;
    for (let i = block * BLOCK * 3, end = Math.min(triangles.length, i + BLOCK * 3); i < end; i++) {
      const v = triangles[i]! * 3;
      const x = vertices[v]!,
        y = vertices[v + 1]!,
        z = vertices[v + 2]!;
      if (x < x0) x0 = x;
      if (x > x1) x1 = x;
      if (y < y0) y0 = y;
      if (y > y1) y1 = y;
      if (z < z0) z0 = z;
      if (z > z1) z1 = z;
    }
    out.set([x0, y0, z0, x1, y1, z1], block * 6);
  }
  return out;
}

/** A closed part with a negative volume is inside out: its triangles are turned over, in place. */
function turnInsideOut(
  vertices: Float64Array,
  triangles: Uint32Array,
  triangleEdges: Uint32Array,
  partStart: Uint32Array,
  closed: Uint8Array,
): void {
  for (let p = 0; p < closed.length; p++) {
    if (!closed[p]) continue;
    const from = partStart[p]!,
      to = partStart[p + 1]!;
    const o = triangles[from * 3]! * 3;
    let volume = 0;
    for (let t = from; t < to; t++) {
      const a = triangles[t * 3]! * 3,
        b = triangles[t * 3 + 1]! * 3,
        c = triangles[t * 3 + 2]! * 3;
      const ax = vertices[a]! - vertices[o]!,
        ay = vertices[a + 1]! - vertices[o + 1]!,
        az = vertices[a + 2]! - vertices[o + 2]!;
      const bx = vertices[b]! - vertices[o]!,
        by = vertices[b + 1]! - vertices[o + 1]!,
        bz = vertices[b + 2]! - vertices[o + 2]!;
      const cx = vertices[c]! - vertices[o]!,
        cy = vertices[c + 1]! - vertices[o + 1]!,
        cz = vertices[c + 2]! - vertices[o + 2]!;
      volume += ax * (by * cz - bz * cy) + ay * (bz * cx - bx * cz) + az * (bx * cy - by * cx);
    }
    if (volume >= 0) continue;
    for (let t = from; t < to; t++) {
      const c = triangles[t * 3 + 1]!;
      triangles[t * 3 + 1] = triangles[t * 3 + 2]!;
      triangles[t * 3 + 2] = c;
      // corners a c b: edge k runs from corner k to k + 1, so the first and the last change places
      const e = triangleEdges[t * 3]!;
      triangleEdges[t * 3] = triangleEdges[t * 3 + 2]!;
      triangleEdges[t * 3 + 2] = e;
    }
  }
}

function flushGroups(model: Model): Int32Array {
  const groups = new Map<string, number>();
  return Int32Array.from(model.partElement, (element, part) => {
    const buildUp = model.elements[element]!.buildUp;
    const material = model.partMaterial[part]!;
    const key = buildUp ? `b${buildUp.name}:${buildUp.materials.join()}` : material >= 0 ? `m${material}` : `e${element}`;
    let group = groups.get(key);
    if (group === undefined) groups.set(key, (group = groups.size));
    return group;
  });
}
