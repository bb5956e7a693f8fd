import type { Note } from '../../faults/fault';
import { PieceWriter, type FilePieces } from './file-pieces';
import { circularSolids } from './circles';
import { list, number, type Placements } from './placements';
import { needsOwn, profileRings } from './profiles';
import { roundedPath, sweptSolid } from './paths';
import type { Vec2 } from '../../geometry/vec3';
import type { StepIndex } from '../step/step-index';
import { isRef } from '../step/step-values';

/** Relations that the library reads at its start, with the number of figures that it takes for granted: with fewer it never ends. */
const RELATIONS = new Map([
  ['IFCRELAGGREGATES', 6],
  ['IFCRELASSOCIATESMATERIAL', 6],
  ['IFCRELVOIDSELEMENT', 6],
  ['IFCRELFILLSELEMENT', 6],
  ['IFCRELNESTS', 6],
  ['IFCRELDEFINESBYTYPE', 6],
  ['IFCSTYLEDITEM', 3],
  ['IFCMATERIALDEFINITIONREPRESENTATION', 4],
]);

const SOLIDS = ['IFCFIXEDREFERENCESWEPTAREASOLID', 'IFCSURFACECURVESWEPTAREASOLID', 'IFCSECTIONEDSPINE', 'IFCREVOLVEDAREASOLIDTAPERED'];

/** What no shape depends on, and half of the text of many files: properties, quantities, and what ties them to elements. */
const WITHOUT_SHAPE = /^IFC(PROPERTY|QUANTITY|COMPLEXPROPERTY|PHYSICALCOMPLEXQUANTITY|ELEMENTQUANTITY|RELDEFINESBYPROPERTIES)/;

/**
 * The file as the library gets it: without properties, and with what it cannot bear or gets wrong written anew in words that it
 * knows, so that openings, copies and styles are done to it as to everything else.
 *  - texts beyond what it can hold are blanked (they are names, and were read before), and relations that lack figures;
 *  - solids that are made of themselves go;
 *  - profiles that it gets wrong or leaves out become outlines;
 *  - faces that count their corners through a second list count them straight;
 *  - solids along a path or a spine become faces, disks along a rounded polyline disks along its chords.
 */
export function libraryFile(index: StepIndex, placements: Placements, notes: Note[]): FilePieces {
  const mends = new Mends(index);
  for (const [type, least] of RELATIONS)
    for (const id of index.all(type)) {
      if (index.valueOf(id, least - 1) !== undefined) continue;
      notes.push({ code: 'record-damaged', facts: { id, line: index.lineOf(index.extentOf(id)[0]) } });
      mends.replace(id, '');
    }
  for (const id of circularSolids(index)) {
    notes.push({ code: 'record-circle', facts: { id, line: index.lineOf(index.extentOf(id)[0]) } });
    mends.replace(id, '');
  }
  for (let i = 0; i < index.longTexts.length; i += 2) {
    const [from, to] = [index.longTexts[i]!, index.longTexts[i + 1]!];
    notes.push({ code: 'text-shortened', facts: { length: to - from + 1, line: index.lineOf(from) } });
    mends.cut(from, to + 1);
  }
  for (const type of index.types())
    if (type.endsWith('PROFILEDEF') || type.endsWith('WITHVOIDS'))
      for (const id of index.all(type)) {
        const record = index.get(id);
        const rings = record && needsOwn(index, record) ? profileRings(index, placements, record) : null;
        if (!rings?.[0] || rings.some((ring) => ring.length < 3 || !ring.flat().every(Number.isFinite))) continue;
        const [outer, ...holes] = rings.map((ring) => mends.outline(ring));
        mends.replace(
          id,
          holes.length
            ? `IFCARBITRARYPROFILEDEFWITHVOIDS(.AREA.,$,${outer},(${holes.join()}))`
            : `IFCARBITRARYCLOSEDPROFILEDEF(.AREA.,$,${outer})`,
        );
      }
  for (const [type, at] of [
    ['IFCTRIANGULATEDFACESET', 4],
    ['IFCPOLYGONALFACESET', 3],
  ] as const)
    for (const id of index.all(type)) {
      const through = list(index.valueOf(id, at)).map((n) => number(n) ?? 0);
      if (!through.length) continue;
      const { args } = index.get(id)!;
      const all = list(index.follow(args[0])?.args[0]).map((p) => list(p).map((x) => number(x) ?? 0));
      const corners = through.map((k) => all[k - 1]);
      if (!corners.every((p) => p?.length === 3)) continue;
      const points = mends.points(corners as number[][]);
      const faces = list(args[at - 1]).map((face) =>
        isRef(face)
          ? `#${face.ref}`
          : `(${list(face)
              .map((k) => number(k) ?? 0)
              .join()})`,
      );
      mends.replace(id, `${type}(${points},${at === 4 ? '$,$' : '$'},(${faces.join()}),$)`);
    }
  for (const id of index.all('IFCSWEPTDISKSOLIDPOLYGONAL')) {
    const { args } = index.get(id)!;
    const path = roundedPath(index, placements, index.get(id)!);
    const [outer, inner] = [number(args[1]), number(args[2])];
    if (path && outer) mends.replace(id, `IFCSWEPTDISKSOLID(${mends.line(path)},${real(outer)},${inner ? real(inner) : '$'},$,$)`);
  }
  for (const type of SOLIDS)
    for (const id of index.all(type)) {
      const solid = sweptSolid(index, placements, index.get(id)!);
      if (!solid) continue;
      const points = mends.points(solid.corners);
      const faces = solid.faces.map((face) => `(${face.map((k) => k + 1).join()})`);
      mends.replace(id, `IFCTRIANGULATEDFACESET(${points},$,.T.,(${faces.join()}),$)`);
    }
  return mends.done();
}

/** A figure as ISO 10303-21 writes it: with a point. */
function real(x: number): string {
  const [figure, power] = String(x).split('e');
  return `${figure}${figure!.includes('.') ? '' : '.'}${power ? `E${power}` : ''}`;
}

/** What is to be written anew, and what comes in addition; the rest of the bytes stays as it is. */
class Mends {
  private readonly index: StepIndex;
  private readonly changes: { from: number; to: number; text: string; isRecord: boolean }[] = [];
  private last: number;

  constructor(index: StepIndex) {
    this.index = index;
    this.last = index.largest;
  }
  cut(from: number, to: number): void {
    this.changes.push({ from, to, text: '', isRecord: false });
  }
  /** Puts another record with the same number in place of one; an empty one takes it away. */
  replace(id: number, record: string): void {
    const [from, to] = this.index.extentOf(id);
    this.changes.push({ from, to: to + 1, text: record && `#${id}=${record};\n`, isRecord: true });
  }
  private added: string[] = [];
  /** Adds a record; returns the reference to it. */
  add(record: string): string {
    this.added.push(`#${++this.last}=${record};\n`);
    return `#${this.last}`;
  }
  points(corners: readonly (readonly number[])[]): string {
    return this.add(`IFCCARTESIANPOINTLIST3D((${corners.map((p) => `(${p.map(real).join()})`).join()}))`);
  }
  line(points: readonly (readonly number[])[]): string {
    return this.add(`IFCPOLYLINE((${points.map((p) => this.add(`IFCCARTESIANPOINT((${p.map(real).join()}))`)).join()}))`);
  }
  outline(ring: readonly Vec2[]): string {
    return this.line([...ring, ring[0]!]);
  }
  done(): FilePieces {
    const { bytes } = this.index;
    const writer = new PieceWriter(bytes);
    const omitted = this.index.stretchesOf((type) => WITHOUT_SHAPE.test(type));
    this.changes.sort((a, b) => a.from - b.from);
    let done = 0;
    let omit = 0;
    let added = this.added.join('');
    /** Passes over whole stretches up to a place. */
    const keepUpTo = (to: number) => {
      for (; omitted[omit]! < to; omit += 2) {
        if (omitted[omit]! < done) continue;
        writer.keep(done, omitted[omit]!);
        done = omitted[omit + 1]!;
      }
      writer.keep(done, to);
      done = Math.max(done, to);
    };
    for (const { from, to, text, isRecord } of this.changes) {
      keepUpTo(from);
      // damage can make records lie in one another: the first has it
      if (from < done) continue;
      // what is added stands before the first record that is written anew
      writer.write(isRecord ? added + text : text);
      if (isRecord) added = '';
      done = to;
    }
    keepUpTo(bytes.length);
    return writer.done();
  }
}
