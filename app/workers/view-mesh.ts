import type { Model } from '../../core/model/model';
import { EdgeKind, type Scene } from '../../core/scene/scene';

/** A model for the 3D view: unindexed triangles with colours and the element of each triangle, and the lines of its edges. */
export interface ViewMesh {
  readonly positions: Float32Array;
  readonly colours: Uint8Array;
  readonly triangleElement: Uint32Array;
  readonly edges: Float32Array;
  readonly edgeElement: Uint32Array;
}

export function viewMesh(model: Model, scene: Scene): ViewMesh {
  const { triangles, vertices, trianglePart, edgeKind, edgeVertices, partEdgeStart } = scene;
  const shown: number[] = [];
  for (let t = 0; t < trianglePart.length; t++) if (model.elements[model.partElement[trianglePart[t]!]!]!.use !== 'space') shown.push(t);
  const positions = new Float32Array(shown.length * 9),
    colours = new Uint8Array(shown.length * 12),
    triangleElement = new Uint32Array(shown.length);
  shown.forEach((t, i) => {
    const part = trianglePart[t]!;
    triangleElement[i] = model.partElement[part]!;
    for (let k = 0; k < 3; k++) {
      const v = triangles[t * 3 + k]! * 3;
      for (let c = 0; c < 3; c++) positions[i * 9 + k * 3 + c] = vertices[v + c]!;
      for (let c = 0; c < 4; c++) colours[i * 12 + k * 4 + c] = model.partColour[part * 4 + c]!;
    }
  });
  const edges: number[] = [],
    edgeElement: number[] = [];
  for (let part = 0; part < model.partElement.length; part++) {
    const element = model.partElement[part]!;
    if (model.elements[element]!.use === 'space') continue;
    for (let e = partEdgeStart[part]!; e < partEdgeStart[part + 1]!; e++) {
      if (edgeKind[e]! < EdgeKind.crease) continue;
      for (let k = 0; k < 2; k++) for (let c = 0; c < 3; c++) edges.push(vertices[edgeVertices[e * 2 + k]! * 3 + c]!);
      edgeElement.push(element);
    }
  }
  return { positions, colours, triangleElement, edges: Float32Array.from(edges), edgeElement: Uint32Array.from(edgeElement) };
}
