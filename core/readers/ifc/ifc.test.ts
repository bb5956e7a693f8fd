import { describe, expect, it } from 'vitest';
import { openBuilder } from '../../../cli/ifc-library';
import { Fault } from '../../faults/fault';
import { noteSentence, sentence } from '../../faults/wording';
import { faceArea } from '../../geometry/rings';
import { block, FOOT, ifcText, type IfcTextOptions } from '../../testing/ifc-text';
import { drawModel, frameSight, piecesOf } from '../../testing/views';
import { volumeOf } from '../../testing/volume-of';
import { readIfc } from './ifc';

const read = (text: string, options: { unit?: 'm' | 'mm' } = {}) =>
  readIfc(new TextEncoder().encode(text), 'test.ifc', { openBuilder, ...options });

const wall = (schema: IfcTextOptions['schema'] = 'IFC4', at = 100) =>
  `#${at}=IFCWALL('000000000000000000${at}',#2,'Wall \\X2\\00E4\\X0\\',$,$,#15,#${at + 1},$${schema === 'IFC2X3' ? '' : ',.SOLIDWALL.'});\n`;

describe('reading IFC', () => {
  for (const schema of ['IFC2X3', 'IFC4', 'IFC4X3'] as const)
    it(`reads an element of ${schema} with class, name, identity, storey, in metres`, async () => {
      const model = await read(ifcText(wall(schema) + block(100, 3000, 300, 2500), { schema }));
      const [element] = model.elements;
      expect(element).toMatchObject({ class: 'Wall', name: 'Wall ä', id: '000000000000000000100', storey: 0, use: 'solid' });
      expect(model.storeys).toEqual([{ name: 'Ground', elevation: 0 }]);
      expect(model.trueNorth.map((x) => Math.round(x * 1e9) / 1e9)).toEqual([0.6, 0.8]);
      expect(volumeOf(model)).toBeCloseTo(3 * 0.3 * 2.5, 6);
    });

  it('converts feet, and takes metres with a warning where no unit is given', async () => {
    const feet = await read(ifcText(wall() + block(100, 10, 1, 8), { unit: FOOT }));
    expect(volumeOf(feet)).toBeCloseTo(80 * 0.3048 ** 3, 6);
    const none = ifcText(wall() + block(100, 3, 1, 2), { unit: null });
    const guessed = await read(none);
    expect(volumeOf(guessed)).toBeCloseTo(6, 6);
    expect(guessed.notes.map((n) => n.code)).toContain('unit-missing');
    expect(volumeOf(await read(none, { unit: 'mm' }))).toBeCloseTo(6e-9, 15);
  });

  it('subtracts openings and leaves them out themselves', async () => {
    const opening = `#200=IFCOPENINGELEMENT('0000000000000000000200',#2,$,$,$,#15,#201,$,.OPENING.);
#220=IFCRELVOIDSELEMENT('0000000000000000000220',#2,$,$,#100,#200);
`;
    const model = await read(ifcText(wall() + block(100, 3000, 300, 2500) + opening + block(200, 1000, 500, 1000, 1000, -100, 500)));
    expect(model.elements.map((e) => e.class)).toEqual(['Wall']);
    expect(volumeOf(model)).toBeCloseTo(3 * 0.3 * 2.5 - 1 * 0.3 * 1, 5);
  });

  it('keeps map coordinates exact: the origin is subtracted, sights use the coordinates of the file', async () => {
    const far = ifcText(wall() + block(100, 3000, 300, 2500, 512_340_000, 6_148_220_000, 0));
    const model = await read(far);
    expect(Math.hypot(...model.origin)).toBeGreaterThan(6e6);
    const drawing = drawModel(model, frameSight([0, 1, 0], [0, 0, 1], [512_340, 6_148_220.15, 0], { depth: 0 }));
    expect(drawing.regions.reduce((sum, r) => sum + faceArea(r.face), 0)).toBeCloseTo(3 * 2.5, 5);
    expect(drawing.regions[0]!.face[0]![0]).toBeGreaterThan(-1e-5);
  });

  it('reads layer sets with their usage as a build-up', async () => {
    const layers = `#300=IFCMATERIAL('Brick',$,$);
#301=IFCMATERIAL('Insulation',$,$);
#302=IFCMATERIALLAYER(#300,100.,$,$,$,$,$);
#303=IFCMATERIALLAYER(#301,200.,$,$,$,$,$);
#304=IFCMATERIALLAYERSET((#302,#303),'Wall 300',$);
#305=IFCMATERIALLAYERSETUSAGE(#304,.AXIS2.,.POSITIVE.,0.,$);
#306=IFCRELASSOCIATESMATERIAL('0000000000000000000306',#2,$,$,(#100),#305);
`;
    const model = await read(ifcText(wall() + block(100, 3000, 300, 2500) + layers));
    expect(model.elements[0]!.buildUp).toMatchObject({ name: 'Wall 300', normal: [0, 1, 0] });
    const drawing = drawModel(model, frameSight([0, 0, -1], [0, 1, 0], [0, 0, 1], { depth: 0 }));
    const areas = Object.fromEntries(drawing.regions.map((r) => [model.materials[r.material]!.name, faceArea(r.face)]));
    expect(areas['Brick']).toBeCloseTo(0.3, 5);
    expect(areas['Insulation']).toBeCloseTo(0.6, 5);
  });

  it('reads the layers of a curved wall as tubes about the centre of its axis, by either form of an arc', async () => {
    // a quarter of a ring from 2.0 to 2.3 m, in facets of 10°; the axis runs along its outer face, counter-clockwise
    const point = (r: number, k: number) => [r * Math.cos((k * Math.PI) / 18), r * Math.sin((k * Math.PI) / 18)] as const;
    const outline = [...Array.from({ length: 10 }, (_, k) => point(2300, k)), ...Array.from({ length: 10 }, (_, k) => point(2000, 9 - k))];
    const corners = outline.map(([x, y], i) => `#${400 + i}=IFCCARTESIANPOINT((${x.toFixed(6)},${y.toFixed(6)}));\n`).join('');
    const ring = [...outline.keys(), 0].map((i) => `#${400 + i}`).join(',');
    const body = block(100, 1, 1, 2500)
      .replace(/#105=.*\n/, `#105=IFCPOLYLINE((${ring}));\n`)
      .replace('(#102))', '(#102,#320))');
    const layers = `#300=IFCMATERIAL('Brick',$,$);
#301=IFCMATERIAL('Insulation',$,$);
#302=IFCMATERIALLAYER(#300,100.,$,$,$,$,$);
#303=IFCMATERIALLAYER(#301,200.,$,$,$,$,$);
#304=IFCMATERIALLAYERSET((#302,#303),'Round 300',$);
#305=IFCMATERIALLAYERSETUSAGE(#304,.AXIS2.,.POSITIVE.,0.,$);
#306=IFCRELASSOCIATESMATERIAL('0000000000000000000306',#2,$,$,(#100),#305);
#320=IFCSHAPEREPRESENTATION(#10,'Axis','Curve2D',(#321));
`;
    const [mx, my] = point(2300, 4.5);
    const forms = [
      `#321=IFCTRIMMEDCURVE(#322,(IFCPARAMETERVALUE(0.)),(IFCPARAMETERVALUE(90.)),.T.,.PARAMETER.);
#322=IFCCIRCLE(#323,2300.);
#323=IFCAXIS2PLACEMENT2D(#324,$);
#324=IFCCARTESIANPOINT((0.,0.));
`,
      `#321=IFCINDEXEDPOLYCURVE(#322,(IFCARCINDEX((1,2,3))),$);
#322=IFCCARTESIANPOINTLIST2D(((2300.,0.),(${mx},${my}),(0.,2300.)));
`,
    ];
    for (const axis of forms) {
      const model = await read(ifcText(wall() + body + corners + layers + axis));
      const { buildUp } = model.elements[0]!;
      expect(buildUp!.bounds.map((r) => Math.round(r * 1e6) / 1e6)).toEqual([2, 2.2, 2.3]);
      expect(buildUp!.materials.map((m) => model.materials[m]!.name)).toEqual(['Insulation', 'Brick']);
      const drawing = drawModel(model, frameSight([0, 0, -1], [0, 1, 0], [0, 0, 1], { depth: 0 }));
      const areas = Object.fromEntries(drawing.regions.map((r) => [model.materials[r.material]!.name, faceArea(r.face)]));
      expect(areas['Brick']).toBeCloseTo(9 * Math.sin(Math.PI / 18) * ((2.3 ** 2 - 2.2 ** 2) / 2), 4);
      expect(areas['Insulation']).toBeCloseTo(9 * Math.sin(Math.PI / 18) * ((2.2 ** 2 - 2 ** 2) / 2), 4);
    }
  });

  it('lays the layers of a set without its usage by the shape, and says so where that is of another thickness; a gap without a material is air', async () => {
    const set = (gap: string, brick = 100) => `#300=IFCMATERIAL('Brick',$,$);
#301=IFCMATERIAL('Insulation',$,$);
#302=IFCMATERIALLAYER(#300,${brick}.,$,$,$,$,$);
#303=IFCMATERIALLAYER($,50.,${gap},$,$,$,$);
#304=IFCMATERIALLAYER(#301,150.,.F.,$,$,$,$);
#305=IFCMATERIALLAYERSET((#302,#303,#304),'Wall 300',$);
`;
    const own = `#306=IFCRELASSOCIATESMATERIAL('0000000000000000000306',#2,$,$,(#100),#305);\n`;
    // of its type, as most files have it; turned out of the axes by its placement
    const byType = `#306=IFCRELASSOCIATESMATERIAL('0000000000000000000306',#2,$,$,(#310),#305);
#310=IFCWALLTYPE('0000000000000000000310',#2,'Type',$,$,$,$,$,$,.STANDARD.);
#311=IFCRELDEFINESBYTYPE('0000000000000000000311',#2,$,$,(#100),#310);
`;
    const areasOf = async (text: string) => {
      const model = await read(text);
      const drawing = drawModel(model, frameSight([0, 0, -1], [0, 1, 0], [0, 0, 1], { depth: 0 }));
      return { model, areas: Object.fromEntries(drawing.regions.map((r) => [`${r.use} ${model.materials[r.material]?.name}`, faceArea(r.face)])) }; // prettier-ignore
    };
    for (const gap of ['.T.', '.U.'])
      for (const association of [own, byType]) {
        const { areas } = await areasOf(ifcText(wall() + block(100, 3000, 300, 2500) + set(gap) + association));
        expect(areas).toEqual({ 'matter Brick': expect.closeTo(0.3, 5), 'air Air': expect.closeTo(0.15, 5), 'matter Insulation': expect.closeTo(0.45, 5) }); // prettier-ignore
      }
    // with its usage too; and a layer that is said to be solid is none of air
    const usage = "#307=IFCMATERIALLAYERSETUSAGE(#305,.AXIS2.,.POSITIVE.,0.,$);\n#306=IFCRELASSOCIATESMATERIAL('0000000000000000000306',#2,$,$,(#100),#307);\n"; // prettier-ignore
    expect((await areasOf(ifcText(wall() + block(100, 3000, 300, 2500) + set('.T.') + usage))).areas['air Air']).toBeCloseTo(0.15, 5);
    expect((await areasOf(ifcText(wall() + block(100, 3000, 300, 2500) + set('$') + own))).areas).not.toHaveProperty('air Air');
    // a slab is layered from below upwards
    const slab = wall().replace('IFCWALL(', 'IFCSLAB(');
    const lying = (await areasOf(ifcText(slab + block(100, 3000, 3000, 300) + set('.T.') + own))).model.elements[0]!.buildUp!;
    expect([lying.normal, lying.bounds.map((b) => Math.round(b * 1e6) / 1e6)]).toEqual([
      [0, 0, 1],
      [0, 0.1, 0.15, 0.3],
    ]);
    const thick = await areasOf(ifcText(wall() + block(100, 3000, 300, 2500) + set('.T.', 120) + own));
    expect(thick.areas).toEqual({ 'matter undefined': expect.closeTo(0.9, 5) });
    expect(thick.model.notes.map(noteSentence)).toContainEqual(expect.stringMatching(/Wall .*its 3 layers are not as thick together/));
  });

  it('tells storeys of one name apart, where they do not lie on one height', async () => {
    const storey = (at: number, height: number) => `#${at}=IFCBUILDINGSTOREY('00000000000000000${at + 20}',#2,'Ground',$,$,#15,$,$,.ELEMENT.,${height}.);
#${at + 1}=IFCRELAGGREGATES('00000000000000000${at + 21}',#2,$,$,#18,(#${at}));
`; // prettier-ignore
    const held = "#402=IFCRELCONTAINEDINSPATIALSTRUCTURE('0000000000000000000402',#2,$,$,(#200),#400);\n";
    const model = await read(ifcText(wall() + block(100, 3000, 300, 2500) + wall('IFC4', 200) + block(200, 3000, 300, 2500, 0, 0, 3000) + storey(400, 3000) + storey(410, 0) + held)); // prettier-ignore
    expect(model.storeys).toEqual([{ name: 'Ground', elevation: 0 }, { name: 'Ground (2)', elevation: 3 }]); // prettier-ignore
    expect(model.elements.map((e) => e.storey).sort()).toEqual([0, 1]);
    const plan = drawModel(model, { kind: 'plan', number: 'P', name: '', storey: 'Ground (2)', height: 1 });
    expect(plan.frame.origin[2]).toBeCloseTo(4, 9);
    expect(plan.regions).toHaveLength(1);
  });

  it('a geographic element is the ground only where it says so, or lies level: a plant hides no more than itself', async () => {
    const green = (at: number, predefined: string) => `#${at}=IFCGEOGRAPHICELEMENT('00000000000000000${at + 30}',#2,'Green',$,$,#15,#${at + 1},$,${predefined});\n`; // prettier-ignore
    const bush = block(200, 1000, 1000, 2500, 5000, -3000);
    const lawn = block(300, 9000, 9000, 50, -3000, -6000, -50);
    const text = (tree: string, ground: string) =>
      ifcText(wall() + block(100, 3000, 300, 2500) + green(200, tree) + bush + green(300, ground) + lawn, { contained: [100, 200, 300] });
    const uses = async (...of: [string, string]) => (await read(text(...of))).elements.filter((e) => e.name === 'Green').map((e) => e.use);
    expect(await uses('$', '$')).toEqual(['solid', 'terrain']);
    expect(await uses('.VEGETATION.', '.TERRAIN.')).toEqual(['solid', 'terrain']);
    expect(await uses('.TERRAIN.', '.NOTDEFINED.')).toEqual(['terrain', 'terrain']);
    const drawing = drawModel(await read(text('$', '$')), frameSight([0, 1, 0], [0, 0, 1]));
    // the bush is a square of its own, its ground line that of the lawn alone
    expect(piecesOf(drawing, ['outline']).filter(([u, , w]) => Math.abs(u! - 5) < 1e-6 && Math.abs(w! - 5) < 1e-6)).toHaveLength(1);
  });

  it('takes the body only, keeps spaces apart', async () => {
    const text = ifcText(
      wall() +
        block(100, 3000, 300, 2500).replace('(#102))', '(#102,#190))') +
        "#190=IFCSHAPEREPRESENTATION(#10,'Box','BoundingBox',(#191));\n#191=IFCBOUNDINGBOX(#107,9000.,9000.,9000.);\n" +
        "#200=IFCSPACE('0000000000000000000200',#2,'1',$,$,#15,#201,'Hall',.ELEMENT.,.INTERNAL.,$);\n" +
        block(200, 1000, 1000, 1000, 5000) +
        "#240=IFCRELAGGREGATES('0000000000000000000240',#2,$,$,#20,(#200));\n",
    );
    const model = await read(text);
    expect(model.elements.map((e) => [e.class, e.use])).toEqual([
      ['Space', 'space'],
      ['Wall', 'solid'],
    ]);
    expect(drawModel(model, frameSight([0, 1, 0], [0, 0, 1])).points.every((x) => Math.abs(x) <= 3.001)).toBe(true);
  });

  it('names an element that cannot be built, and draws the rest', async () => {
    const broken = wall('IFC4', 200).replace('Wall', 'Lost') + block(200, 1, 1, 1).replace(/#204=.*\n/, '');
    const model = await read(ifcText(wall() + block(100, 3000, 300, 2500) + broken, { contained: [100, 200] }));
    expect(model.elements).toHaveLength(1);
    const words = model.notes.map(noteSentence).join('\n');
    expect(words).toContain('Lost');
    expect(words).toContain('could not be built');
  });

  it('tells a file that was cut off, and refuses what is no IFC in one sentence', async () => {
    const whole = ifcText(wall() + block(100, 3000, 300, 2500));
    const cut = await read(whole.slice(0, whole.lastIndexOf('ENDSEC')));
    expect(cut.notes.map((n) => n.code)).toContain('file-cut-off');
    const unclosed = await read(whole.slice(0, whole.indexOf('Wall ') + 3)).catch((e: unknown) => e);
    expect(unclosed).toBeInstanceOf(Fault);
    expect(sentence(unclosed as Fault, 'house.ifc')).toMatch(/^house\.ifc is damaged: a text that begins in line \d+ has no end/);
    await expect(read('hello')).rejects.toMatchObject({ code: 'file-not-ifc' });
    await expect(read('')).rejects.toMatchObject({ code: 'file-empty' });
  });

  it('passes over a relation without its figures, on which the library never ends; refuses brackets that do not close', async () => {
    const good = ifcText(wall() + block(100, 3000, 300, 2500));
    const lacking = await read(good.replace('#23=', "#222=IFCRELAGGREGATES('0000000000000000000222',#2);\n#23="));
    expect(volumeOf(lacking)).toBeCloseTo(3 * 0.3 * 2.5, 6);
    expect(lacking.notes.map(noteSentence)).toEqual(['record #222 in line 25 lacks some of its figures and was passed over']);
    // cut off within such a relation, with the body before it
    const records = good.replace(/#23=.*\n/, '').split('ENDSEC;\nEND-ISO')[0]!;
    const cut = await read(`${records}#23=IFCRELAGGREGATES('0000000000000000000023',#2`);
    expect(cut.notes.map((n) => n.code)).toEqual(expect.arrayContaining(['file-cut-off', 'record-damaged']));
    expect(volumeOf(cut)).toBeCloseTo(3 * 0.3 * 2.5, 6);
    const torn = good.replace('#102=IFCSHAPEREPRESENTATION(', '#102=IFCSHAPEREPRESENTATION(ON(');
    const fault = await read(torn).catch((e: Fault) => e as Fault);
    expect(fault instanceof Fault && sentence(fault, 'test.ifc')).toMatch(
      /^test\.ifc is damaged: line \d+ is not in order; export it anew/,
    );
  });
});

describe('what IFC tells besides bodies', () => {
  const point = (id: number, x: number, y: number) => `#${id}=IFCCARTESIANPOINT((${x}.,${y}.));\n`;
  const grid = `#300=IFCGRID('0000000000000000000300',#2,'Grid',$,$,#15,$,(#301),(#302),(#303),$);
#301=IFCGRIDAXIS('A',#310,.T.);
#302=IFCGRIDAXIS('R',#320,.T.);
#303=IFCGRIDAXIS('W1',#330,.F.);
#310=IFCPOLYLINE((#311,#312));
#320=IFCTRIMMEDCURVE(#321,(IFCPARAMETERVALUE(0.)),(IFCPARAMETERVALUE(1.5707963267948966)),.T.,.PARAMETER.);
#321=IFCCIRCLE(#322,5000.);
#322=IFCAXIS2PLACEMENT2D(#311,$);
#330=IFCPOLYLINE((#311,#313));
${point(311, 0, 0)}${point(312, 0, 9000)}${point(313, 4000, 4000)}`;

  it('grid lines of three directions, one of them an arc', async () => {
    const { grid: lines } = await read(ifcText(wall() + block(100, 3000, 300, 2500) + grid));
    expect(lines.map((g) => [g.tag, g.from, g.to])).toEqual([
      ['A', [0, 0, 0], [0, 9, 0]],
      ['R', [5, 0, 0], [expect.closeTo(0, 9), 5, 0]],
      ['W1', [4, 4, 0], [0, 0, 0]],
    ]);
    expect(lines.map((g) => g.curve?.length ?? 0)).toEqual([0, 9, 0]);
    for (const [x, y] of lines[1]!.curve!) expect(Math.hypot(x, y)).toBeCloseTo(5, 9);
  });

  // the worked figures are those of a turn of 30 degrees: cosine and sine as in any table
  it('its place on the map, from a conversion or from the properties that IFC2X3 uses; the north of the map where no other is told', async () => {
    const conversion = `#400=IFCMAPCONVERSION(#10,#401,334871.85,6250295.94,12.5,0.8660254037844387,0.5,$);
#401=IFCPROJECTEDCRS('EPSG:7856','zone 56','GDA2020',$,'MGA',$,#402);
#402=IFCSIUNIT(*,.LENGTHUNIT.,$,.METRE.);
`;
    const body = wall() + block(100, 3000, 300, 2500) + conversion;
    const { map, trueNorth } = await read(ifcText(body).replace('#11,#16)', '#11,$)'));
    expect(map).toEqual({ east: 334871.85, north: 6250295.94, height: 12.5, turn: expect.closeTo(Math.PI / 6, 12), system: 'EPSG:7856' });
    expect(trueNorth).toEqual([expect.closeTo(0.5, 9), expect.closeTo(Math.sqrt(0.75), 9)]);
    const value = (id: number, name: string, real: string) => `#${id}=IFCPROPERTYSINGLEVALUE('${name}',$,IFCREAL(${real}),$);\n`;
    const properties = `#400=IFCPROPERTYSET('0000000000000000000400',#2,'ePSet_MapConversion',$,(#401,#402,#403));
${value(401, 'Eastings', '2000.')}${value(402, 'Northings', '-3000.')}${value(403, 'OrthogonalHeight', '500.')}`;
    const old = await read(ifcText(wall('IFC2X3') + block(100, 3000, 300, 2500) + properties, { schema: 'IFC2X3' }));
    expect(old.map).toMatchObject({ east: 2, north: -3, height: 0.5, turn: 0 });
    expect(old.trueNorth).toEqual([expect.closeTo(0.6, 9), expect.closeTo(0.8, 9)]);
  });

  it('annotations and footprints in lines, which give no body; and the status of an element', async () => {
    const flat = `#500=IFCANNOTATION('0000000000000000000500',#2,'Setting-out',$,$,#15,#501);
#501=IFCPRODUCTDEFINITIONSHAPE($,$,(#502));
#502=IFCSHAPEREPRESENTATION(#10,'Annotation','GeometricCurveSet',(#503));
#503=IFCGEOMETRICCURVESET((#504,#321));
#504=IFCPOLYLINE((#311,#312,#313));
#510=IFCSHAPEREPRESENTATION(#10,'FootPrint','Curve2D',(#511));
#511=IFCPOLYLINE((#311,#313));
#520=IFCRELDEFINESBYPROPERTIES('0000000000000000000520',#2,$,$,(#100),#521);
#521=IFCPROPERTYSET('0000000000000000000521',#2,'Pset_WallCommon',$,(#522));
#522=IFCPROPERTYENUMERATEDVALUE('Status',$,(IFCLABEL('EXISTING')),$);
`;
    const body = block(100, 3000, 300, 2500).replace('(#102)', '(#102,#510)');
    const model = await read(ifcText(wall() + body + grid + flat, { contained: [100, 500] }));
    expect(model.elements.map((e) => [e.class, e.facts?.phase])).toEqual([['Wall', 'EXISTING']]);
    expect(volumeOf(model)).toBeCloseTo(3 * 0.3 * 2.5, 6);
    const told = (model.flat ?? []).map((f) => [f.kind, f.name, f.storey, f.lines.map((l) => l.length / 3)]);
    expect(told.sort()).toEqual([
      ['annotation', 'Setting-out', 0, [3, 33]],
      ['footprint', 'Wall ä', 0, [2]],
    ]);
    expect([...model.flat!.find((f) => f.kind === 'footprint')!.lines[0]!]).toEqual([0, 0, 0, 4, 4, 0]);
  });
});
