import type { Note } from '../faults/fault';
import { Growing } from '../geometry/growing';
import type { Vec2, Vec3 } from '../geometry/vec3';
import { inOrderOfIds } from './order-elements';
import type { Colour, Element, FlatShape, GridLine, MapPlacement, Material, Model, PropertySet, Storey } from './model';

/** Collects a Model part by part, in the order of the elements. */
export class ModelBuilder {
  readonly positions = new Growing((n) => new Float64Array(n));
  readonly triangles = new Growing((n) => new Uint32Array(n));
  readonly materials: Material[] = [];
  readonly elements: Element[] = [];
  readonly storeys: Storey[] = [];
  readonly grid: GridLine[] = [];
  readonly notes: Note[] = [];
  readonly propertySets: PropertySet[] = [];
  readonly flat: FlatShape[] = [];
  map: MapPlacement | undefined;
  trueNorth: Vec2 = [0, 1];
  origin: Vec3 = [0, 0, 0];
  asRead: NonNullable<Model['asRead']> = { metres: 1, up: 'z', isStated: true };
  private readonly partStart = [0];
  private readonly partElement: number[] = [];
  private readonly partMaterial: number[] = [];
  private readonly partColour: number[] = [];

  /** Takes storeys, grid lines, elements and flat shapes for those that it has, each where they stand by now. */
  placeAll({ storeys, grid, elements, flat = [] }: Pick<Model, 'storeys' | 'grid' | 'elements' | 'flat'>): void {
    Object.assign(this.storeys, storeys);
    Object.assign(this.grid, grid);
    Object.assign(this.elements, elements);
    Object.assign(this.flat, flat);
  }

  /** Makes room at once where the sizes are known beforehand. */
  reserve(corners: number, triangles: number): void {
    this.positions.reserve(corners * 3);
    this.triangles.reserve(triangles * 3);
  }

  /** Whether there are triangles since the last part. */
  get hasOpenPart(): boolean {
    return this.triangles.length / 3 > this.partStart.at(-1)!;
  }

  /** Ends a part: all triangles since the last part are its own. */
  endPart(element: number, material: number, colour: Colour): void {
    this.partStart.push(this.triangles.length / 3);
    this.partElement.push(element);
    this.partMaterial.push(material);
    for (const c of colour) this.partColour.push(Math.round(Math.min(1, Math.max(0, c)) * 255));
  }

  /** The model, its elements in the order of their ids: a file in which they stand in another order gives the same one. */
  build(name: string, source: string): Model {
    return inOrderOfIds({
      version: 1,
      name,
      source,
      origin: this.origin,
      trueNorth: this.trueNorth,
      materials: this.materials,
      storeys: this.storeys,
      grid: this.grid,
      elements: this.elements,
      positions: this.positions.done(),
      triangles: this.triangles.done(),
      partStart: Uint32Array.from(this.partStart),
      partElement: Uint32Array.from(this.partElement),
      partMaterial: Int32Array.from(this.partMaterial),
      partColour: Uint8Array.from(this.partColour),
      notes: this.notes,
      asRead: this.asRead,
      ...(this.flat.length ? { flat: this.flat } : {}),
      ...(this.map ? { map: this.map } : {}),
      ...(this.propertySets.length ? { propertySets: this.propertySets } : {}),
    });
  }
}
