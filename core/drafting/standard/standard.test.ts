import colourIndex from 'dxf-parser/dist/AutoCadColorIndex';
import { describe, expect, it } from 'vitest';
import { Fault } from '../../faults/fault';
import { sentence } from '../../faults/wording';
import { rankOf } from '../../cutting/regions/material-rank';
import { ROLES } from '../../sights/role';
import { box, modelOf } from '../../testing/solids';
import { published } from '../../testing/published';
import { frameSight } from '../../testing/views';
import { writeDxf } from '../../writers/dxf';
import { nearestIndex } from '../colour-table';
import { checkStandard } from './check-standard';
import { STANDARD } from './shipped-standard';
import { paperColour } from '../style-drawing';

const changed = (change: (standard: typeof STANDARD) => unknown) => change(structuredClone(STANDARD) as typeof STANDARD);
const why = (value: unknown) => {
  try {
    checkStandard(value, 'office.json');
    return 'accepted';
  } catch (error) {
    return sentence(error as Fault);
  }
};

describe('drafting standard', () => {
  it('that comes along is valid, with 0.5, 0.25 and 0.13 mm for cut, outline and edge', () => {
    expect(why(STANDARD)).toBe('accepted');
    const weight = (role: string) =>
      STANDARD.lines.find((r) => r.role === role && !r.class && !r.material && r.joint === undefined)?.weight;
    expect([weight('cut'), weight('outline'), weight('edge')]).toEqual([0.5, 0.25, 0.13]);
  });

  it('is refused with the field that is wrong', () => {
    expect(why(changed((s) => ({ ...s, lines: [{ ...s.lines[0]!, weight: 9 }, ...s.lines.slice(1)] })))).toMatch(
      /^office\.json: lines\.0\.weight must be less than or equal to 2\.11/,
    );
    expect(why(changed((s) => ({ ...s, lines: [{ ...s.lines[0]!, type: 'wavy' }, ...s.lines.slice(1)] })))).toBe(
      'office.json: lines.0.type "wavy" is not among lineTypes',
    );
    expect(why(changed((s) => ({ ...s, lines: s.lines.slice(0, -1) })))).toMatch(/must have no conditions/);
    expect(why({})).toMatch(/^office\.json: format is required/);
  });

  it('is refused where it cannot be drawn, with the place of the fault', () => {
    const line = (change: object) => why(changed((s) => ({ ...s, lines: [{ ...s.lines[0]!, ...change }, ...s.lines.slice(1)] })));
    expect(line({ role: 'outlines' })).toMatch(/^office\.json: lines\.0\.role must be one of \[cut, ground, outline/);
    expect(line({ layer: '0' })).toMatch(/^office\.json: lines\.0\.layer is "0", which is no layer of a drawing/);
    for (const layer of ['A,B', 'A\nB', 'A\u0007B', 'A'.repeat(121), ''])
      expect(line({ layer }), layer).toMatch(/^office\.json: lines\.0\.layer/);
    expect(line({ type: 'constructor' })).toBe('office.json: lines.0.type "constructor" is not among lineTypes');
    expect(line({ colour: 256 })).toMatch(/^office\.json: lines\.0\.colour/);
    expect(line({ colour: 255 })).toBe('accepted');
    const fill = (pattern: string) => why(changed((s) => ({ ...s, fills: [{ ...s.fills[0]!, pattern }, ...s.fills.slice(1)] })));
    expect(fill('toString')).toMatch(/^office\.json: fills\.0\.pattern "toString" is not among patterns/);
    const pattern = (change: object) =>
      why(
        changed((s) => ({
          ...s,
          patterns: { ...s.patterns, odd: [{ angle: 30, origin: [0, 0], offset: [0, 2], dashes: [], ...change }] },
        })),
      );
    expect(pattern({})).toBe('accepted');
    expect(pattern({ offset: [Math.cos(Math.PI / 6), 0.5] })).toMatch(/^office\.json: patterns\.odd\.0\.offset leads along its own line/);
    expect(pattern({ dashes: [0, -0] })).toMatch(/^office\.json: patterns\.odd\.0\.dashes have no length/);
    expect(why(changed((s) => ({ ...s, lineTypes: { ...s.lineTypes, DASHED: [2, -1] } })))).toMatch(
      /^office\.json: lineTypes\.DASHED has the name of another/,
    );
    expect(why(changed((s) => ({ ...s, lineTypes: { ...s.lineTypes, dashed: [0, 0] } })))).toMatch(
      /^office\.json: lineTypes\.dashed has dashes of no length/,
    );
  });

  it('that says its layers are pens is refused where two rules give one layer two, however they write its name', () => {
    const two = (change: object, arePens = true) =>
      why(
        changed((s) => ({
          ...s,
          layersArePens: arePens,
          lines: [{ ...s.lines.at(-1)!, role: 'cut', class: 'Wall', ...change }, ...s.lines],
        })),
      );
    expect(two({ layer: 'edge' })).toBe('accepted');
    expect(two({ layer: 'edge', weight: 0.7 })).toBe(
      'office.json: lines.8.layer "EDGE" has another pen by lines.0.layer: with layersArePens a layer has one',
    );
    expect(two({ layer: 'edge', weight: 0.7 }, false)).toBe('accepted');
    expect(why(changed((s) => ({ ...s, marks: [...s.marks!, s.marks![0]!] })))).toMatch(
      /^office\.json: marks\.\d\.mark "level" has a rule/,
    );
    const byClass = { ...STANDARD.lines.at(-1)!, layer: '{class} LINES', weight: 0.7 };
    const walls = { ...STANDARD.lines.at(-1)!, layer: 'Wall lines' };
    expect(why(changed((s) => ({ ...s, lines: [{ ...byClass, class: 'Wall' }, { ...walls, role: 'edge' }, ...s.lines] })))).toMatch(
      /^office\.json: lines\.1\.layer "Wall lines" has another pen by lines\.0/,
    );
  });

  it('gives a layer the pen of its first rule, whatever elements come first, and every line the pen of its own', () => {
    const standard = {
      ...STANDARD,
      layersArePens: false,
      lines: [
        { ...STANDARD.lines.at(-1)!, role: 'cut', layer: '{class}', weight: 0.5 },
        { ...STANDARD.lines.at(-1)!, layer: '{class}', weight: 0.13, colour: 3 },
      ],
    };
    const behind = { solid: box([0, 2, 0], [1, 1, 3]), class: 'Wall', name: 'a behind' };
    const cut = { solid: box([3, -1, 0], [1, 2, 1]), class: 'Wall', name: 'b cut' };
    const look = frameSight([0, 1, 0], [0, 0, 1], [0, 0, 0]);
    for (const pieces of [[behind, cut], [cut, behind], [behind]]) {
      const { layers, pens, linePen, lineLayer, drawing } = published(modelOf(pieces), look, { standard });
      expect(pens[layers[lineLayer[0]!]!.pen]).toMatchObject({ weight: 0.5, colour: STANDARD.lines.at(-1)!.colour });
      drawing.lineRole.forEach((role, l) => expect(pens[linePen[l]!]!.weight).toBe(ROLES[role] === 'cut' ? 0.5 : 0.13));
    }
    // a file says of a line what differs from its layer, and no more
    const dxf = writeDxf(published(modelOf([behind, cut]), look, { standard }), { plain: true });
    expect(dxf).toMatch(/\n8\nWall\n62\n3\n370\n13\n100\nAcDb(Line|Polyline)/);
    expect(dxf).toMatch(/\n8\nWall\n100\nAcDbPolyline/);
  });

  it('has the line widths, line types and heights of lettering of the standards of drawing', () => {
    const { lines, fills, marks = [], lineTypes } = STANDARD;
    // ISO 128-2 (here from memory): widths in steps of the root of two, 0.13 to 2 mm; one step finer is common practice
    const widths = [0.09, 0.13, 0.18, 0.25, 0.35, 0.5, 0.7, 1, 1.4, 2];
    for (let k = 1; k < widths.length; k++) expect(Math.abs(widths[k]! / widths[k - 1]! - Math.SQRT2)).toBeLessThan(0.06);
    for (const { weight } of [...lines, ...fills, ...marks]) expect(widths).toContain(weight);
    // the same, forms 02 and 04 by number, in widths of the line: a dash of 12 and a gap of 3; a long dash of 24, gaps of 3, a dot of half
    const inWidths = (dashes: readonly number[], width: number) => dashes.map((length) => length / width);
    expect(inWidths(lineTypes['dashed']!, 0.25)).toEqual([12, -3]);
    expect(inWidths(lineTypes['chain']!, 0.25)).toEqual([24, -3, 0.5, -3]);
    // ISO 3098-1 (here from memory): nominal heights of capitals
    for (const { height } of marks) expect([1.8, 2.5, 3.5, 5, 7, 10, 14, 20]).toContain(height);
  });

  it('gives every role a rule of its own', () => {
    const layers = ROLES.map(
      (role) =>
        STANDARD.lines.find((rule) => !rule.class && !rule.material && rule.joint === undefined && (rule.role ?? role) === role)!.layer,
    );
    expect(new Set(layers).size).toBe(ROLES.length);
    expect(layers).not.toContain(STANDARD.lines.at(-1)!.layer);
  });

  it('has the colours of the table of DXF, as an independent reader of it knows them', () => {
    for (let index = 1; index < 256; index++) {
      if (index === 7) continue;
      const [own, theirs] = [parseInt(paperColour(index).slice(1), 16), colourIndex[index]!];
      // its figures are cut off otherwise here and there
      for (const shift of [16, 8, 0])
        expect(Math.abs(((own >> shift) & 255) - ((theirs >> shift) & 255)), `${index}`).toBeLessThanOrEqual(1);
    }
    expect(paperColour(7)).toBe('#000000');
    for (const index of [1, 5, 7, 30, 96, 141, 213, 252]) expect(paperColour(nearestIndex(paperColour(index)))).toBe(paperColour(index));
    expect(nearestIndex('#FE0101')).toBe(1);
  });

  it('finds a layer for every line and a fill for every cut face, unknown materials included', () => {
    const model = modelOf([
      { solid: box([0, 0, 0], [1, 1, 1]), material: 'Unobtainium', class: 'Gizmo' },
      { solid: box([2, 0, 0], [1, 1, 1]), material: 'Brick' },
      box([0, 3, 0], [3, 1, 1]),
    ]);
    const sight = frameSight([0, 1, 0], [0, 0, 1], [0, 0.5, 0], { hidden: true });
    const styled = published(model, sight);
    expect(styled.lineLayer).toHaveLength(styled.drawing.lineRole.length);
    for (const layer of styled.lineLayer) expect(styled.layers[layer]).toBeDefined();
    expect(styled.fills.every((fill) => fill !== null)).toBe(true);
    expect(styled.layers[styled.fills[1]!.layer]!.name).not.toBe(styled.layers[styled.fills[0]!.layer]!.name);
  });

  it.each([
    ['Stahlbeton C30/37', 'FILL CONCRETE REINFORCED', 80],
    ['Béton armé', 'FILL CONCRETE REINFORCED', 80],
    ['Waterproof concrete', 'FILL CONCRETE', 80],
    ['Cavity wall insulation', 'FILL INSULATION', 30],
    ['Plasterboard', 'FILL PLASTER', 20],
    ['Stone wool', 'FILL INSULATION', 30],
    ['Sand and cement screed', 'FILL SCREED', 40],
    ['Hormigón', 'FILL CONCRETE', 80],
    ['Baustahl S235', 'FILL STEEL', 90],
    ['Acier', 'FILL STEEL', 90],
    ['Dämmung 035', 'FILL INSULATION', 30],
    ['Glaswolle', 'FILL INSULATION', 30],
    ['Brettschichtholz', 'FILL TIMBER', 60],
    ['Metselwerk', 'FILL MASONRY', 70],
    ['Intonaco', 'FILL PLASTER', 20],
    ['Glacier paint', 'FILL', 20],
  ])('fills and ranks a material by what its name means: %s', (material, layer, rank) => {
    const model = modelOf([{ solid: box([0, 0, 0], [1, 1, 1]), material }]);
    const styled = published(model, frameSight([0, 1, 0], [0, 0, 1], [0, 0.5, 0]));
    expect(styled.layers[styled.fills[0]!.layer]!.name).toBe(layer);
    expect(rankOf(material)).toBe(rank);
  });

  it('knows every role', () => {
    for (const rule of STANDARD.lines)
      if (rule.role) expect(rule.role.split(' ').every((role) => (ROLES as readonly string[]).includes(role))).toBe(true);
  });
});
