import { describe, expect, it } from 'vitest';
import { openBuilder } from '../../../cli/ifc-library';
import type { Model } from '../../model/model';
import { ifcText, type IfcTextOptions } from '../../testing/ifc-text';
import { drawModel, frameSight } from '../../testing/views';
import { volumeOf } from '../../testing/volume-of';
import { readIfc } from './ifc';

/** A member of 1000 mm whose profile is record #110; `more` holds what the profile needs. */
const member = (profile: string, more = '', place = '#15') => `#100=IFCBEAM('000000000000000000100',#2,'B',$,$,${place},#101,'M1'$TYPE);
#101=IFCPRODUCTDEFINITIONSHAPE($,$,(#102));
#102=IFCSHAPEREPRESENTATION(#10,'Body','SweptSolid',(#103));
#103=IFCEXTRUDEDAREASOLID(#110,#11,#108,1000.);
#108=IFCDIRECTION((0.,0.,1.));
#110=${profile};
${more}`;
const read = (body: string, schema: IfcTextOptions['schema'] = 'IFC4') =>
  readIfc(new TextEncoder().encode(ifcText(body.replace('$TYPE', schema === 'IFC2X3' ? '' : ',.BEAM.'), { schema })), 'test.ifc', {
    openBuilder,
  });

/** The area of its section in cm², of a member of one metre. */
const area = (model: Model): number => volumeOf(model) * 1e4;

describe('sections of members, built from the figures of the file', () => {
  // h b tw tf r and the area in cm² as the tables of rolled sections have them (EN 10365)
  it.each([
    ['IPE200', 200, 100, 5.6, 8.5, 12, 28.48],
    ['IPE300', 300, 150, 7.1, 10.7, 15, 53.81],
    ['HEA200', 190, 200, 6.5, 10, 18, 53.83],
    ['HEB300', 300, 300, 11, 19, 27, 149.08],
  ] as const)('%s has the area of the tables', async (name, h, b, tw, tf, r, table) => {
    const f = (x: number) => (Number.isInteger(x) ? `${x}.` : String(x));
    for (const schema of ['IFC4', 'IFC2X3'] as const) {
      const tail = schema === 'IFC4' ? ',$,$' : '';
      const model = await read(member(`IFCISHAPEPROFILEDEF(.AREA.,'${name}',$,${f(b)},${f(h)},${f(tw)},${f(tf)},${f(r)}${tail})`), schema);
      expect(area(model) / table).toBeCloseTo(1, 2.5);
      expect(model.elements[0]!.facts).toMatchObject({ profile: name, tag: 'M1' });
      const { arcs } = drawModel(model, frameSight([0, 0, -1], [0, 1, 0], [0, 0, 0.5]));
      expect(arcs).toHaveLength(4 * 7);
      for (let i = 0; i < 28; i += 7) expect(Math.hypot(arcs[i + 2]!, arcs[i + 3]!) * 1000).toBeCloseTo(r, 2);
    }
  });

  // the areas in cm² as the tables of rolled sections have them (EN 10056-1, EN 10365, EN 10055; from memory), and one of a bent
  // sheet: its thickness times its middle line
  it.each([
    ['L 100 x 10', 'LSHAPE', '100.,100.,10.,12.,6.,$', 19.15],
    ['UPE 200', 'USHAPE', '200.,80.,6.,11.,13.,$,$', 29.0],
    ['UPN 200, its flanges sloping by 8 %', 'USHAPE', '200.,75.,8.5,11.5,11.5,6.,0.0798', 32.2],
    ['IPN 200, its flanges sloping by 14 %', 'ISHAPE', '90.,200.,7.5,11.3,7.5,4.5,0.1391', 33.4],
    ['T 100, flange and web sloping by 2 %', 'TSHAPE', '100.,100.,11.,11.,11.,5.5,3.,0.02,0.02', 20.9],
    ['C 150', 'CSHAPE', '150.,60.,2.,20.,2.', (2 * (142 + 2 * 52 + 2 * 16 + 6 * Math.PI)) / 100],
  ] as const)('%s has the area of the tables', async (_, kind, figures, table) => {
    const model = await read(member(`IFC${kind}PROFILEDEF(.AREA.,'P',$,${figures})`));
    expect(model.notes).toEqual([]);
    expect(Math.abs(area(model) / table - 1)).toBeLessThan(0.003);
  });

  const solid = (record: string, more: string) =>
    member('IFCRECTANGLEPROFILEDEF(.AREA.,$,$,200.,100.)', more).replace(/#103=.*\n/, `#103=${record};\n`);

  it('a bent bar, sections on a spine, a turned body that gets thinner', async () => {
    const line =
      '#111=IFCPOLYLINE((#112,#113,#114));\n#112=IFCCARTESIANPOINT((0.,0.,0.));\n#113=IFCCARTESIANPOINT((1000.,0.,0.));\n#114=IFCCARTESIANPOINT((1000.,1000.,0.));\n';
    const bar = await read(solid('IFCSWEPTDISKSOLIDPOLYGONAL(#111,50.,$,$,$,200.)', line));
    expect(bar.notes).toEqual([]);
    // a disk of 32 chords along two legs and a quarter circle of 8
    const [disk, bend] = [0.5 * 32 * Math.sin(Math.PI / 16) * 0.05 ** 2, 8 * 2 * 0.2 * Math.sin(Math.PI / 32)];
    expect(area(bar) / 1e4).toBeCloseTo(disk * (2 * 0.8 + bend), 6);
    // a bend that would take more than its half of the leg between two corners stays a corner: twice the legs, mitred
    const short = line.replace('#114)', '#114,#118)').concat('#118=IFCCARTESIANPOINT((2000.,1000.,0.));\n');
    const tight = await read(solid('IFCSWEPTDISKSOLIDPOLYGONAL(#111,50.,$,$,$,600.)', short));
    expect(area(tight) / 1e4).toBeCloseTo(disk * 3, 6);
    const spine = await read(
      solid(
        'IFCSECTIONEDSPINE(#111,(#110,#115),(#116,#117))',
        `${line}#115=IFCRECTANGLEPROFILEDEF(.AREA.,$,$,100.,50.);\n#116=IFCAXIS2PLACEMENT3D(#112,$,$);\n#117=IFCAXIS2PLACEMENT3D(#118,$,$);\n#118=IFCCARTESIANPOINT((0.,0.,1000.));\n`,
      ),
    );
    // the frustum of a pyramid (Heron)
    expect(area(spine) / 1e4).toBeCloseTo((0.02 + 0.005 + Math.sqrt(0.02 * 0.005)) / 3, 6);
    const axis = '#115=IFCRECTANGLEPROFILEDEF(.AREA.,$,$,200.,100.);\n#116=IFCAXIS1PLACEMENT(#113,#117);\n#117=IFCDIRECTION((0.,1.,0.));\n';
    const ring = await read(solid('IFCREVOLVEDAREASOLIDTAPERED(#110,#11,#116,1.5707963267948966,#115)', line + axis));
    // Pappus, over 8 chords; the same section at both ends
    expect(area(ring) / 1e4).toBeCloseTo(0.02 * 8 * Math.sin(Math.PI / 16), 5);
  });

  it('rounded rectangle, unequal double T, Z, centre line', async () => {
    const round = await read(member("IFCROUNDEDRECTANGLEPROFILEDEF(.AREA.,'R',$,200.,100.,20.)"));
    expect(area(round)).toBeCloseTo((200 * 100 - (4 - Math.PI) * 400) / 100, 0.4);
    const unequal = await read(member("IFCASYMMETRICISHAPEPROFILEDEF(.AREA.,'A',$,200.,300.,10.,15.,$,120.,20.,$,$,$,$,$)"));
    expect(area(unequal)).toBeCloseTo((200 * 15 + 120 * 20 + 10 * 265) / 100, 6);
    // the last figure of IFC2X3 is the centre of gravity
    const older = await read(member("IFCASYMMETRICISHAPEPROFILEDEF(.AREA.,'A',$,200.,300.,10.,15.,$,120.,20.,$,131.5)"), 'IFC2X3');
    expect(area(older)).toBeCloseTo(area(unequal), 6);
    const z = await read(member("IFCZSHAPEPROFILEDEF(.AREA.,'Z',$,200.,80.,6.,8.,$,$)"));
    expect(area(z)).toBeCloseTo((2 * 80 * 8 + (200 - 16) * 6) / 100, 6);
    const line = await read(
      member(
        "IFCCENTERLINEPROFILEDEF(.AREA.,'C',#111,3.)",
        '#111=IFCPOLYLINE((#112,#113,#114));\n#112=IFCCARTESIANPOINT((0.,0.));\n#113=IFCCARTESIANPOINT((100.,0.));\n#114=IFCCARTESIANPOINT((100.,50.));\n',
      ),
    );
    expect(area(line)).toBeCloseTo((150 * 3) / 100, 6);
  });

  it('mirrored, and mirrored in its place, the outside stays the outside', async () => {
    const corners = [
      [0, 0],
      [100, 0],
      [0, 50],
    ].map(([x, y], i) => `#${120 + i}=IFCCARTESIANPOINT((${x}.,${y}.));\n`);
    const parent = `#111=IFCARBITRARYCLOSEDPROFILEDEF(.AREA.,$,#112);\n#112=IFCPOLYLINE((#120,#121,#122,#120));\n${corners.join('')}`;
    const mirrored = await read(member("IFCMIRROREDPROFILEDEF(.AREA.,'M',#111,*,$)", parent));
    expect(area(mirrored)).toBeCloseTo(25, 6);
    expect(Math.min(...mirrored.positions.filter((_, i) => i % 3 === 0))).toBeCloseTo(-0.1, 9);
    const mapped = member('IFCROUNDEDRECTANGLEPROFILEDEF(.AREA.,$,$,200.,100.,20.)')
      .replace("'SweptSolid',(#103)", "'MappedRepresentation',(#130)")
      .concat(
        "#130=IFCMAPPEDITEM(#131,#133);\n#131=IFCREPRESENTATIONMAP(#11,#132);\n#132=IFCSHAPEREPRESENTATION(#10,'Body','SweptSolid',(#103));\n#133=IFCCARTESIANTRANSFORMATIONOPERATOR3D(#134,#135,#14,1.,#108);\n#134=IFCDIRECTION((-1.,0.,0.));\n#135=IFCDIRECTION((0.,1.,0.));\n",
      );
    expect(area(await read(mapped))).toBeCloseTo((200 * 100 - (4 - Math.PI) * 400) / 100, 0.4);
  });

  it('a member keeps its true fillets with an opening in it, and where it is clipped', async () => {
    const opening = `#200=IFCOPENINGELEMENT('000000000000000000200',#2,$,$,$,#15,#201,$,.OPENING.);
#201=IFCPRODUCTDEFINITIONSHAPE($,$,(#202));
#202=IFCSHAPEREPRESENTATION(#10,'Body','SweptSolid',(#203));
#203=IFCEXTRUDEDAREASOLID(#204,#11,#108,100.);
#204=IFCRECTANGLEPROFILEDEF(.AREA.,$,$,50.,50.);
#220=IFCRELVOIDSELEMENT('000000000000000000220',#2,$,$,#100,#200);
`;
    const hea200 = "IFCISHAPEPROFILEDEF(.AREA.,'H',$,200.,190.,6.5,10.,18.,$,$)";
    const pierced = await read(member(hea200, opening));
    expect(pierced.notes).toEqual([]);
    // the opening takes 50 by 100 mm out of a web of 6.5 mm
    const whole = area(await read(member(hea200)));
    expect(whole - area(pierced)).toBeCloseTo((6.5 * 50 * 100) / 1e5, 3);
    // beside a name that is too long for the library
    const long = await read(member(hea200).replace("'B',$,$", `'${'B'.repeat(70_000)}',$,$`));
    expect(long.notes.map((n) => n.code)).toEqual(['text-shortened']);
    expect(area(long)).toBeCloseTo(whole, 6);
    const clip = `#200=IFCBOOLEANCLIPPINGRESULT(.DIFFERENCE.,#103,#201);
#201=IFCHALFSPACESOLID(#202,.F.);
#202=IFCPLANE(#203);
#203=IFCAXIS2PLACEMENT3D(#204,#108,$);
#204=IFCCARTESIANPOINT((0.,0.,400.));
`;
    const clipped = await read(member(hea200, clip).replace("'SweptSolid',(#103)", "'Clipping',(#200)"));
    expect(area(clipped)).toBeCloseTo(whole * 0.4, 3);
  });

  it('a profile along a path with corners and an arc: as much as its area times the way of its middle', async () => {
    const along = (type: string, last: string, more: string, path: string) =>
      read(
        member('IFCRECTANGLEPROFILEDEF(.AREA.,$,$,20.,60.)', `${path}${more}`)
          .replace(/#103=.*\n/, `#103=${type}(#110,$,#111,$,$,${last});\n`)
          .replace("'SweptSolid'", "'AdvancedSweptSolid'"),
      );
    const corner = '#111=IFCINDEXEDPOLYCURVE(#112,(IFCLINEINDEX((1,2)),IFCLINEINDEX((2,3)),IFCARCINDEX((3,4,5))),.F.);\n';
    const points = '(0.,0.,5.),(1000.,0.,5.),(1000.,800.,5.),(700.,1100.,5.),(400.,800.,5.)';
    const path = `${corner}#112=IFCCARTESIANPOINTLIST3D((${points}));\n`;
    // Pappus: the volume is the area times the way of its middle; the half circle is 16 chords
    const way = 1000 + 800 + 300 * 16 * 2 * Math.sin(Math.PI / 32);
    const fixed = await along('IFCFIXEDREFERENCESWEPTAREASOLID', '#108', '', path);
    expect(fixed.notes).toEqual([]);
    expect(area(fixed)).toBeCloseTo((12 * way) / 1000, 4);
    // its x axis looks up: 20 high about the path
    const heights = fixed.positions.filter((_, i) => i % 3 === 2);
    expect([Math.min(...heights), Math.max(...heights)].map((z) => Math.round(z * 1e6))).toEqual([-5000, 15000]);
    const onPlane = await along('IFCSURFACECURVESWEPTAREASOLID', '#113', '#113=IFCPLANE(#11);\n', path);
    expect([...onPlane.positions]).toEqual([...fixed.positions]);
    // once round a square: a ring without ends
    const ring = `#111=IFCPOLYLINE((#120,#121,#122,#123,#120));\n${['0.,0.', '500.,0.', '500.,500.', '0.,500.']
      .map((p, i) => `#${120 + i}=IFCCARTESIANPOINT((${p},0.));\n`)
      .join('')}`;
    expect(area(await along('IFCFIXEDREFERENCESWEPTAREASOLID', '#108', '', ring))).toBeCloseTo((12 * 2000) / 1000, 4);
  });

  it('triangles that count their corners through a second list', async () => {
    const corners = '(9.,9.,9.),(0.,0.,0.),(1000.,0.,0.),(0.,1000.,0.),(0.,0.,1000.)';
    const faces = `#103=IFCTRIANGULATEDFACESET(#104,$,.T.,((1,3,2),(1,2,4),(2,3,4),(3,1,4)),(2,3,4,5));\n#104=IFCCARTESIANPOINTLIST3D((${corners}),$);`;
    const body = member('IFCCIRCLEPROFILEDEF(.AREA.,$,$,5.)')
      .replace(/#103=.*\n/, `${faces}\n`)
      .replace("'SweptSolid'", "'Tessellation'");
    expect(area(await read(body))).toBeCloseTo(1e4 / 6, 6);
    const polygons = `#103=IFCPOLYGONALFACESET(#104,.T.,(#105,#106,#107,#109),(2,3,4,5));\n${['1,3,2', '1,2,4', '2,3,4', '3,1,4']
      .map((f, i) => `#${[105, 106, 107, 109][i]}=IFCINDEXEDPOLYGONALFACE((${f}));\n`)
      .join('')}#104=IFCCARTESIANPOINTLIST3D((${corners}),$);`;
    expect(area(await read(body.replace(/#103=(.*\n){2}/, `${polygons}\n`)))).toBeCloseTo(1e4 / 6, 6);
  });

  it('a profile bounded by a rational spline: a quarter of a disc', async () => {
    const w = Math.SQRT1_2;
    const quarter = `#111=IFCCOMPOSITECURVE((#112,#113),.F.);
#112=IFCCOMPOSITECURVESEGMENT(.CONTINUOUS.,.T.,#114);
#113=IFCCOMPOSITECURVESEGMENT(.CONTINUOUS.,.T.,#115);
#114=IFCRATIONALBSPLINECURVEWITHKNOTS(2,(#120,#121,#122),.CIRCULAR_ARC.,.F.,.F.,(3,3),(0.,1.),.UNSPECIFIED.,(1.,${w},1.));
#115=IFCPOLYLINE((#122,#123,#120));
#120=IFCCARTESIANPOINT((100.,0.));
#121=IFCCARTESIANPOINT((100.,100.));
#122=IFCCARTESIANPOINT((0.,100.));
#123=IFCCARTESIANPOINT((0.,0.));
`;
    const model = await read(member("IFCARBITRARYCLOSEDPROFILEDEF(.AREA.,'Q',#111)", quarter));
    // chords of the arc lie within it: eight of them lose 0.6 %
    expect(area(model)).toBeCloseTo((Math.PI * 100) / 4, -0.1);
    const lost = 1 - Math.sin(Math.PI / 16) / (Math.PI / 16);
    expect(area(model)).toBeCloseTo(((Math.PI * 100) / 4) * (1 - lost), 1);
  });
});
