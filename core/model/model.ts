import type { Note } from '../faults/fault';
import type { Vec2, Vec3 } from '../geometry/vec3';
import type { Plan } from './plan';

/** Red, green, blue and opacity, 0 to 1. */
export type Colour = readonly [number, number, number, number];

export interface Material {
  readonly name: string;
  readonly colour: Colour | null;
}

/**
 * The layers of a wall, slab or roof: slabs of space between parallel planes.
 * Layer i is what lies between bounds[i] and bounds[i + 1], measured along `normal` in the model's coordinates.
 * In a curved wall they are tubes round the line through `centre` along `normal`, and bounds are radii.
 */
export interface BuildUp {
  readonly name: string;
  readonly normal: Vec3;
  readonly centre?: Vec3;
  /** Ascending, one more than there are layers. */
  readonly bounds: readonly number[];
  /** Index into Model.materials for each layer, -1 where none is given. */
  readonly materials: readonly number[];
}

/** What an element is to a drawing: something that stands there, the air of a room, or the ground. */
export type ElementUse = 'solid' | 'space' | 'terrain';

/** Named values that belong together: a property set or a set of quantities. */
export interface PropertySet {
  readonly name: string;
  /** Name and value in turns. */
  readonly values: readonly (string | number)[];
}

/** What a file may tell of an element besides; empty where it does not. */
export interface ElementFacts {
  /** Name of the model that it came with, where there are several. */
  readonly model?: string;
  /** Predefined type within its class: SOLIDWALL. */
  readonly predefined?: string;
  /** The fuller name of a room. */
  readonly longName?: string;
  /** The mark or number that people know it by. */
  readonly tag?: string;
  /** Phase or status: new, existing, to be demolished. */
  readonly phase?: string;
  /** Presentation layer of its shape. */
  readonly layer?: string;
  /** Name of the section of a member: HEA200. */
  readonly profile?: string;
  /** Indices into Model.propertySets. */
  readonly sets?: readonly number[];
}

export interface Element {
  /** GlobalId of the file, or the name of the group; made unique within the model. */
  readonly id: string;
  /** Trade class without the prefix of the schema: Wall, Slab, Window. */
  readonly class: string;
  readonly name: string;
  readonly type: string;
  /** Index into Model.storeys, -1 for none. */
  readonly storey: number;
  readonly use: ElementUse;
  /** Class and name of the assembly it belongs to ("Stair Main stair"), empty for none. */
  readonly assembly: string;
  readonly buildUp: BuildUp | null;
  /** Which of two elements keeps its place where both are cut, instead of the rank of its material. */
  readonly rank?: number;
  readonly facts?: ElementFacts;
}

export interface Storey {
  readonly name: string;
  /** Height of its floor in the model's coordinates, metres. */
  readonly elevation: number;
}

export interface GridLine {
  readonly tag: string;
  readonly from: Vec3;
  readonly to: Vec3;
  /** Points along it where it is no straight line. */
  readonly curve?: readonly Vec3[];
}

/** Where a model stands on the map: the point of the map under the zero of its source file, and how it is turned. */
export interface MapPlacement {
  /** Metres. */
  readonly east: number;
  readonly north: number;
  readonly height: number;
  /** Angle from the map's east to the model's X axis, radians, anticlockwise. */
  readonly turn: number;
  /** Name of the map's coordinate reference system, empty where none is told. */
  readonly system: string;
}

/** Something that a file tells in lines only: a 2D annotation, or the footprint of an element. */
export interface FlatShape {
  readonly kind: 'annotation' | 'footprint';
  /** Id of the element whose footprint it is, or of the annotation. */
  readonly id: string;
  readonly name: string;
  readonly layer: string;
  /** Index into Model.storeys, -1 for none. */
  readonly storey: number;
  /** x y z in turns, metres, as all coordinates of the model. */
  readonly lines: readonly Float64Array[];
  readonly texts: readonly { readonly words: string; readonly at: Vec3 }[];
}

/**
 * What was read from a file, view-independent and not yet prepared.
 * Coordinates are metres with `origin` subtracted; add it back to get those of the source file.
 */
export interface Model {
  readonly version: 1;
  readonly name: string;
  /** What it was read from: "IFC4", "OBJ". */
  readonly source: string;
  readonly origin: Vec3;
  /** Direction of true north in the XY plane, length 1. */
  readonly trueNorth: Vec2;
  readonly materials: readonly Material[];
  readonly storeys: readonly Storey[];
  readonly grid: readonly GridLine[];
  readonly elements: readonly Element[];
  /** Corners, three numbers each; not welded. */
  readonly positions: Float64Array;
  /** Corners of triangles, three indices into positions / 3 each, counter-clockwise seen from outside. */
  readonly triangles: Uint32Array;
  /** Part p has the triangles partStart[p] up to partStart[p + 1]. A part is one body of one element. */
  readonly partStart: Uint32Array;
  /** Element of each part; ascending. */
  readonly partElement: Uint32Array;
  /** Material of each part, -1 for none. */
  readonly partMaterial: Int32Array;
  /** Colour of each part: red, green, blue, opacity as bytes. */
  readonly partColour: Uint8Array;
  readonly notes: readonly Note[];
  readonly propertySets?: readonly PropertySet[];
  /** Annotations and footprints that the file tells in lines. */
  readonly flat?: readonly FlatShape[];
  /** Its place on the map, where the file tells it; of the source file's own coordinates. */
  readonly map?: MapPlacement;
  /** The outlines from which it was built, where the file is a plan. */
  readonly plan?: Plan;
  /** Metres of one unit of the file, and its upright axis, as they were taken. */
  readonly asRead?: { readonly metres: number; readonly up: 'y' | 'z'; readonly isStated: boolean };
}

/** Name of the material of each element's first part that has one, by the element's index. */
export function firstMaterials(model: Model): Map<number, string> {
  const out = new Map<number, string>();
  model.partElement.forEach((element, part) => {
    const material = model.materials[model.partMaterial[part]!]?.name;
    if (material !== undefined && !out.has(element)) out.set(element, material);
  });
  return out;
}
