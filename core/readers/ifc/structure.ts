import type { Note } from '../../faults/fault';
import { transformPoint } from '../../geometry/matrix4';
import type { Vec2 } from '../../geometry/vec3';
import type { Storey } from '../../model/model';
import { enumeration, number, refs, text, triple, type Placements } from './placements';
import type { StepIndex } from '../step/step-index';
import { isRef, type StepRecord } from '../step/step-values';

const PREFIXES: Readonly<Record<string, number>> = {
  EXA: 1e18,
  PETA: 1e15,
  TERA: 1e12,
  GIGA: 1e9,
  MEGA: 1e6,
  KILO: 1e3,
  HECTO: 100,
  DECA: 10,
  DECI: 0.1,
  CENTI: 0.01,
  MILLI: 1e-3,
  MICRO: 1e-6,
  NANO: 1e-9,
};

/** Metres in one unit of length of the file (IfcUnitAssignment of the project), or null with a note when it says none. */
export function lengthUnit(index: StepIndex, notes: Note[]): number | null {
  const projects = index.all('IFCPROJECT');
  if (projects.length > 1) notes.push({ code: 'projects-many', facts: { count: projects.length } });
  const project = projects.length ? index.get(projects[0]!) : null;
  if (!project) notes.push({ code: 'project-missing', facts: {} });
  for (const id of refs(index.follow(project?.args[8])?.args[0])) {
    const unit = index.get(id);
    if (!unit || enumeration(unit.args[1]) !== 'LENGTHUNIT') continue;
    const factor = unitFactor(index, unit, 0);
    if (factor) return factor;
    notes.push({ code: 'unit-unknown', facts: { unit: text(unit.args[2]) || `#${id}` } });
    return null;
  }
  notes.push({ code: 'unit-missing', facts: {} });
  return null;
}

/** Metres in one unit of length, or null for what is none. */
export function unitFactor(index: StepIndex, unit: StepRecord, depth = 0): number | null {
  if (unit.type === 'IFCSIUNIT') return enumeration(unit.args[3]) === 'METRE' ? (PREFIXES[enumeration(unit.args[2])] ?? 1) : null;
  if (!unit.type.startsWith('IFCCONVERSIONBASEDUNIT') || depth > 4) return null;
  const measure = index.follow(unit.args[3]);
  const of = index.follow(measure?.args[1]);
  const value = number(measure?.args[0]);
  const base = of && unitFactor(index, of, depth + 1);
  return value !== null && base ? value * base : null;
}

/** The direction of true north in the XY plane (IfcGeometricRepresentationContext.TrueNorth), length 1; null where none is told. */
export function trueNorth(index: StepIndex): Vec2 | null {
  for (const id of index.all('IFCGEOMETRICREPRESENTATIONCONTEXT')) {
    const direction = index.follow(index.get(id)?.args[5]);
    if (!direction) continue;
    const [x, y] = triple(direction, [0, 1, 0]);
    const l = Math.hypot(x, y);
    if (l > 1e-9) return [x / l, y / l];
  }
  return null;
}

/** The type of each product that has one, by their numbers. */
export function productTypes(index: StepIndex): Map<number, number> {
  const out = new Map<number, number>();
  for (const id of index.all('IFCRELDEFINESBYTYPE')) {
    const r = index.get(id);
    const type = r?.args[5];
    if (r && isRef(type)) for (const product of refs(r.args[4])) out.set(product, type.ref);
  }
  return out;
}

/** Storeys of one name whose floors lie as near are one, metres: those of two buildings on one site. */
const SAME = 1e-3;

/** Puts a storey into a list, or finds it there; one of a name that another height has already is told apart by a number. */
function rowOfStorey(storeys: Storey[], storey: Storey): number {
  const named = (name: string) => storeys.findIndex((s) => s.name.toLowerCase() === name.toLowerCase());
  let name = storey.name;
  for (let n = 2; ; n++) {
    const row = named(name);
    if (row < 0) return storeys.push({ ...storey, name }) - 1;
    if (Math.abs(storeys[row]!.elevation - storey.elevation) < SAME) return row;
    name = `${storey.name} (${n})`;
  }
}

/** Where elements belong: storeys from low to high, and for each product its storey and its assembly. */
export class Structure {
  readonly storeys: Storey[];
  private readonly index: StepIndex;
  private readonly parent = new Map<number, number>();
  private readonly storeyRow = new Map<number, number>();

  constructor(index: StepIndex, placements: Placements, metres: number) {
    this.index = index;
    for (const id of index.all('IFCRELCONTAINEDINSPATIALSTRUCTURE')) this.relate(index.get(id), 4, 5);
    for (const id of index.all('IFCRELAGGREGATES')) this.relate(index.get(id), 5, 4);
    for (const id of index.all('IFCRELNESTS')) this.relate(index.get(id), 5, 4);
    for (const id of index.all('IFCRELVOIDSELEMENT')) this.relate(index.get(id), 5, 4);
    for (const id of index.all('IFCRELFILLSELEMENT')) this.relate(index.get(id), 5, 4, true);
    const found = index.all('IFCBUILDINGSTOREY').flatMap((id) => {
      const record = index.get(id);
      if (!record) return [];
      // an elevation counts from the building's own zero, which stands where the building and its site are placed
      const own = index.follow(record.args[5]);
      const zero = transformPoint(placements.of(own?.args[0]), [0, 0, 0])[2];
      const told = number(record.args[9]);
      const height = told === null ? transformPoint(placements.of(record.args[5]), [0, 0, 0])[2] : zero + told;
      return [
        {
          id,
          storey: { name: text(record.args[2]) || text(record.args[7]) || `#${id}`, elevation: Math.round(height * metres * 1e9) / 1e9 },
        },
      ];
    });
    found.sort((a, b) => a.storey.elevation - b.storey.elevation);
    this.storeys = [];
    for (const { id, storey } of found) this.storeyRow.set(id, rowOfStorey(this.storeys, storey));
  }

  private relate(record: StepRecord | null, children: number, parent: number, onlyIfNone = false): void {
    const to = record?.args[parent];
    if (!record || !isRef(to)) return;
    for (const child of refs(record.args[children])) if (!(onlyIfNone && this.parent.has(child))) this.parent.set(child, to.ref);
  }

  /** Row of the storey that holds a product, -1 for none: climbs through assemblies, hosts and spaces. */
  storeyOf(product: number): number {
    const seen = new Set<number>();
    for (let at: number | undefined = product; at !== undefined && !seen.has(at); at = this.parent.get(at)) {
      const row = this.storeyRow.get(at);
      if (row !== undefined) return row;
      seen.add(at);
    }
    return -1;
  }

  /** Number of the assembly that a product is a part of, or null: the parent, unless that is a place. */
  assemblyOf(product: number): number | null {
    const parent = this.parent.get(product);
    if (parent === undefined) return null;
    return /^IFC(BUILDINGSTOREY|BUILDING|SITE|SPACE|PROJECT|OPENINGELEMENT|FACILITY|FACILITYPART|BRIDGE|ROAD|EXTERNALSPATIALELEMENT|SPATIALZONE)/.test(
      this.index.typeNameOf(parent),
    )
      ? null
      : parent;
  }
}
