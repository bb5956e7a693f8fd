/**
 * How two faces meet in an edge. Decided once per model; it does not depend on the view. Smooth: a facet joint of something
 * round, no line. Faint: one plane but for so little that it may be noise, or the joint of a very fine round thing: both are no
 * line, but where a surface turns away the round thing has its outline. Surface: a shallow crease between flat faces, a fine line.
 */
export const EdgeKind = { coplanar: 0, faint: 1, smooth: 2, crease: 3, border: 4, surface: 5 } as const;

/** Triangles of a block: small enough to be passed over, large enough to be few. */
export const BLOCK = 64;

/** Of the form of a scene and of how it is prepared: one that was kept by an earlier version is prepared anew. */
export const SCENE_VERSION = 3;

/**
 * A model prepared for drawing: everything that does not depend on the view.
 * Triangle t has the corners triangles[3t..3t+2], counter-clockwise seen from outside where its part is closed.
 */
export interface Scene {
  readonly version: typeof SCENE_VERSION;
  /** How many times larger the scene is than its model, a power of two: tolerances are made for things of a metre and more. */
  readonly scale: number;
  /** Welded corners, three numbers each; the corners of a part are contiguous. */
  readonly vertices: Float64Array;
  readonly triangles: Uint32Array;
  /** Unit normal of each triangle, three numbers; a sliver has that of its neighbour across its longest edge. */
  readonly normals: Float64Array;
  /** Edges of each triangle, three each: edge k runs from corner k to corner k + 1. */
  readonly triangleEdges: Uint32Array;
  readonly trianglePart: Uint32Array;
  /** The flat face that each triangle belongs to: triangles of one plane that hang together have one number, that of one of them. */
  readonly triangleFace: Uint32Array;
  /** Triangle whose facing a sliver takes, or -1 for a sound triangle. */
  readonly sliverOf: Int32Array;
  /** Two corners each; edgeVertices[2e] < edgeVertices[2e + 1]. */
  readonly edgeVertices: Uint32Array;
  /** Two triangles each; the second is -1 for a border. */
  readonly edgeFaces: Int32Array;
  /** EdgeKind of each edge. */
  readonly edgeKind: Uint8Array;
  readonly partVertexStart: Uint32Array;
  readonly partTriangleStart: Uint32Array;
  readonly partEdgeStart: Uint32Array;
  /** 1 when each edge of the part has exactly two faces that run through it in opposite directions. */
  readonly partClosed: Uint8Array;
  /** 1 when only the outer side of its faces can be seen: it is closed, and does not cross itself. */
  readonly partOneSided: Uint8Array;
  /** Number of edges of the part with one face only. */
  readonly partBorders: Uint32Array;
  readonly partElement: Uint32Array;
  /** Index into Model.materials of each part, -1 where none is known. */
  readonly partMaterial: Int32Array;
  /** 1 for elements whose parts are of several materials. */
  readonly elementMixed: Uint8Array;
  /** 1 for terrain. */
  readonly elementTerrain: Uint8Array;
  /** Smallest and largest corner of each part: x0 y0 z0 x1 y1 z1. */
  readonly partBounds: Float64Array;
  /** The same of each block of BLOCK triangles that follow one another. */
  readonly blockBounds: Float64Array;
  /** Parts with the same number show no joint where their faces lie flush: same material, or same element without one. */
  readonly partFlush: Int32Array;
  /** 1 for the open surface of a terrain: below it lies earth, whatever the surface itself shows. */
  readonly partGround: Uint8Array;
  /** Where surfaces run through each other: two ends of three numbers, and the two triangles, of each line. */
  readonly meetingEnds: Float64Array;
  readonly meetingFaces: Uint32Array;
  /** From this one on they are lines in which a shell crosses itself. */
  readonly ownMeetings: number;
}
