import { describe, expect, it } from 'vitest';
import { openBuilder } from '../../../cli/ifc-library';
import { Fault } from '../../faults/fault';
import { noteSentence, sentence } from '../../faults/wording';
import { faceArea } from '../../geometry/rings';
import type { Model } from '../../model/model';
import { block, ifcText } from '../../testing/ifc-text';
import { drawModel, frameSight } from '../../testing/views';
import { volumeOf } from '../../testing/volume-of';
import { readIfc } from './ifc';

/*
 * What real files do to the library that builds their shapes, each with what is to come of it: a mend, or a plain word.
 */
const bytes = (text: string) => new TextEncoder().encode(text);
const read = (text: string | Uint8Array) => readIfc(typeof text === 'string' ? bytes(text) : text, 'test.ifc', { openBuilder });
const words = (model: Model) => model.notes.map(noteSentence);
const refusal = (text: string | Uint8Array) =>
  read(text).then(
    () => 'read',
    (error: unknown) => (error instanceof Fault ? sentence(error, 'test.ifc') : error),
  );

const wall = (at: number, name = `W${at}`) => `#${at}=IFCWALL('0000000000000000000${at}',#2,'${name}',$,$,#15,#${at + 1},$,.SOLIDWALL.);\n`;
const GOOD = wall(100, 'Good') + block(100, 3000, 300, 2500);
const VOLUME = 3 * 0.3 * 2.5;
/** The good wall and a second element of #200 on, which is the case. */
const beside = (records: string, ...more: readonly number[]) => ifcText(GOOD + records, { contained: [100, 200, ...more] });
const named = (model: Model, name: string) => model.elements.findIndex((e) => e.name === name);

describe('figures', () => {
  it('one that goes on as no number does is told, with its line', async () => {
    const text = ifcText(GOOD);
    expect((await read(text)).notes.map(({ code }) => code)).not.toContain('number-with-tail');
    const record = /IFCCARTESIANPOINT\(\(0\.,/.exec(text)![0];
    const model = await read(text.replace(record, record.replace('0.', '0.0x')));
    const line = text.slice(0, text.indexOf(record)).split('\n').length;
    expect(words(model)).toContain(`line ${line}: "0.0x" is not a number; it was read as far as it is one, and further ones may be there`);
  });
});

describe('large files', () => {
  it('a wall with as many property sets as a stack has no room for keeps them all; those that say the same are one', async () => {
    const COUNT = 130_000;
    const ids = Array.from({ length: COUNT }, (_, k) => 1000 + k);
    const value = (n: number, text: string) => `#${n}=IFCPROPERTYSINGLEVALUE('Mark',$,IFCLABEL('${text}'),$);\n`;
    const sets = ids.map((id) => `#${id}=IFCPROPERTYSET('g',#2,'S${Math.floor(id / 2)}',$,(#${200 + (id % 2)}));\n`);
    const related = `#300=IFCRELDEFINESBYPROPERTIES('r',#2,$,$,(#100),(${ids.map((id) => `#${id}`).join()}));\n`;
    // two to a name: one mark each, twice the same, and a semicolon in a text
    const model = await read(ifcText(GOOD + value(200, 'a;b') + value(201, 'a;c') + sets.join('') + related));
    expect(model.propertySets).toHaveLength(COUNT);
    expect(model.elements[0]!.facts!.sets).toHaveLength(COUNT);
    expect(model.propertySets!.slice(0, 2).map(({ name, values }) => [name, ...values])).toEqual([
      ['S500', 'Mark', 'a;b'],
      ['S500', 'Mark', 'a;c'],
    ]);
    const alike = await read(ifcText(GOOD + value(200, 'a') + value(201, 'a') + sets.slice(0, 10).join('') + related));
    expect(alike.propertySets!.map(({ name }) => name)).toEqual(['S500', 'S501', 'S502', 'S503', 'S504']);
    expect(alike.elements[0]!.facts!.sets).toEqual([0, 0, 1, 1, 2, 2, 3, 3, 4, 4]);
  });
});

describe('shapes', () => {
  it('two walls of one shape with openings of their own keep each its own', async () => {
    const mapped = (at: number) =>
      `${wall(at)}#${at + 1}=IFCPRODUCTDEFINITIONSHAPE($,$,(#${at + 2}));
#${at + 2}=IFCSHAPEREPRESENTATION(#10,'Body','MappedRepresentation',(#${at + 3}));
#${at + 3}=IFCMAPPEDITEM(#190,#191);
`;
    const source = `#190=IFCREPRESENTATIONMAP(#11,#102);
#191=IFCCARTESIANTRANSFORMATIONOPERATOR3D($,$,#14,$,$);
`;
    const opening = (at: number, host: number, width: number) =>
      `#${at}=IFCOPENINGELEMENT('0000000000000000000${at}',#2,$,$,$,#15,#${at + 1},$,.OPENING.);
#${at + 40}=IFCRELVOIDSELEMENT('0000000000000000000${at + 40}',#2,$,$,#${host},#${at});
${block(at, width, 500, 1000, 1000, -100, 500)}`;
    const text = ifcText(GOOD + source + mapped(200) + mapped(250) + opening(300, 200, 400) + opening(400, 250, 800), {
      contained: [100, 200, 250],
    });
    const model = await read(text);
    for (const [name, gone] of [
      ['Good', 0],
      ['W200', 0.4],
      ['W250', 0.8],
    ] as const)
      expect(volumeOf(model, named(model, name)), name).toBeCloseTo(VOLUME - gone * 0.3, 6);
  });

  it('what is reserved beside a body, its reference and its axis are no matter', async () => {
    const other = (at: number, identifier: string) =>
      block(at, 5000, 5000, 5000)
        .replace(/#\d+=IFCPRODUCTDEFINITIONSHAPE.*\n/, '')
        .replace("'Body'", `'${identifier}'`);
    const axis = "#180=IFCSHAPEREPRESENTATION(#10,'Axis','Curve2D',(#105));\n";
    const opening = `#600=IFCOPENINGELEMENT('0000000000000000000600',#2,$,$,$,#15,#601,$,.OPENING.);
#640=IFCRELVOIDSELEMENT('0000000000000000000640',#2,$,$,#100,#600);
${block(600, 1000, 500, 1000, 1000, -100, 500)}`;
    const model = await read(
      ifcText(GOOD.replace('(#102)', '(#180,#302,#102,#402)') + axis + other(300, 'Clearance') + other(400, 'Reference') + opening),
    );
    expect(model.partElement).toHaveLength(1);
    expect(volumeOf(model)).toBeCloseTo(VOLUME - 0.3, 6);
  });

  it('bodies that are inside out come the right way: a negative depth, a profile that runs clockwise, a direction downwards', async () => {
    const cases = {
      'negative depth': block(200, 1000, 200, 800).replace(',800.)', ',-800.)'),
      clockwise: block(200, 1000, 200, 800).replace('#211,#212,#213', '#213,#212,#211'),
      downwards: block(200, 1000, 200, 800).replace('#208=IFCDIRECTION((0.,0.,1.))', '#208=IFCDIRECTION((0.,0.,-1.))'),
    };
    for (const [name, records] of Object.entries(cases)) {
      const model = await read(beside(wall(200, 'Case') + records));
      const down = name === 'clockwise' ? 1 : -1;
      const drawing = drawModel(model, frameSight([0, 0, -1], [0, 1, 0], [0, 0, down * 0.4], { depth: 0 }));
      const own = drawing.regions.filter((r) => r.elements.includes(named(model, 'Case')));
      // cut, seen from above and seen from below it is one body of its size
      const cut = own.reduce((sum, r) => sum + faceArea(r.face), 0);
      // the good wall has the same place above zero and may take a face of equal rank
      if (down < 0) expect(cut, name).toBeCloseTo(0.2, 6);
      expect(Math.abs(volumeOf(model, named(model, 'Case'))), name).toBeCloseTo(0.16, 6);
    }
  });

  it('a body that cannot be, of figures that are none or beyond all bounds, is left out with a word, and the rest stays', async () => {
    for (const figure of ['1.E400', '1.E30', '9.E12']) {
      const model = await read(
        beside(wall(200, 'Bad') + block(200, 1000, 200, 800).replace('#212=IFCCARTESIANPOINT((1000.', `#212=IFCCARTESIANPOINT((${figure}`)),
      );
      expect(
        model.elements.map((e) => e.name),
        figure,
      ).toEqual(['Good']);
      expect(words(model).join(), figure).toMatch(/Wall "Bad" .* (is left out|is missing)/);
      expect(model.positions.every(Number.isFinite), figure).toBe(true);
      expect(volumeOf(model), figure).toBeCloseTo(VOLUME, 6);
    }
  });

  it('a section like a bow tie is cut where it can be, and does no harm to what is drawn beside it', async () => {
    const bow = block(200, 1000, 1000, 800).replace('#211,#212,#213', '#212,#211,#213');
    const model = await read(beside(wall(200, 'Bow') + bow));
    const drawing = drawModel(model, frameSight([0, 0, -1], [0, 1, 0], [0, 0, 0.4], { depth: 0 }));
    const bowArea = drawing.regions.filter((r) => r.elements.includes(named(model, 'Bow'))).reduce((sum, r) => sum + faceArea(r.face), 0);
    const all = drawing.regions.reduce((sum, r) => sum + faceArea(r.face), 0);
    // half of the square that its corners span; what the wall covers of it counts once
    expect(all).toBeGreaterThan(0.9 + 0.2);
    expect(all).toBeLessThan(0.9 + 0.5 + 1e-6);
    expect(bowArea).toBeGreaterThan(0.2);
  });
});

describe('references that run in circles', () => {
  it.each([
    [
      'a placement below itself',
      wall(200, 'Case').replace('#15', '#280') +
        block(200, 1000, 200, 800) +
        '#280=IFCLOCALPLACEMENT(#281,#11);\n#281=IFCLOCALPLACEMENT(#280,#11);\n',
    ],
    [
      'a shape that is mapped into itself',
      `${wall(200, 'Case')}#201=IFCPRODUCTDEFINITIONSHAPE($,$,(#202));
#202=IFCSHAPEREPRESENTATION(#10,'Body','MappedRepresentation',(#203));
#203=IFCMAPPEDITEM(#290,#291);
#290=IFCREPRESENTATIONMAP(#11,#202);
#291=IFCCARTESIANTRANSFORMATIONOPERATOR3D($,$,#14,$,$);
`,
    ],
    [
      'a difference that takes itself from itself',
      wall(200, 'Case') +
        block(200, 1000, 200, 800).replace('(#203));', '(#290));') +
        '#290=IFCBOOLEANRESULT(.DIFFERENCE.,#291,#203);\n#291=IFCBOOLEANRESULT(.DIFFERENCE.,#290,#203);\n',
    ],
    [
      'parts that are made of each other',
      wall(200, 'Case') +
        block(200, 1000, 200, 800) +
        "#280=IFCRELAGGREGATES('0000000000000000000280',#2,$,$,#100,(#200));\n#281=IFCRELAGGREGATES('0000000000000000000281',#2,$,$,#200,(#100));\n",
    ],
    [
      'a section that is derived from itself, on which the library comes to a halt',
      wall(200, 'Case') +
        block(200, 1000, 200, 800).replace(
          /#204=.*\n/,
          '#204=IFCDERIVEDPROFILEDEF(.AREA.,$,#204,#280,$);\n#280=IFCCARTESIANTRANSFORMATIONOPERATOR2D($,$,#210,$);\n',
        ),
    ],
    [
      'an opening in itself',
      wall(200, 'Case') + block(200, 1000, 200, 800) + "#280=IFCRELVOIDSELEMENT('0000000000000000000280',#2,$,$,#200,#200);\n",
    ],
    ['a storey that lies in itself', "#280=IFCRELAGGREGATES('0000000000000000000280',#2,$,$,#20,(#20,#18));\n"],
  ])('%s', async (_, records) => {
    const model = await read(beside(records));
    expect(volumeOf(model, named(model, 'Good'))).toBeCloseTo(VOLUME, 6);
    // what could not be built is told
    expect(named(model, 'Case') >= 0 || !records.includes("'Case'") || words(model).some((w) => /Wall "Case" .* is missing/.test(w))).toBe(
      true,
    );
  });
});

describe('the text of a file', () => {
  it('may begin with a byte order mark, stand on one line, have comments and other line ends', async () => {
    const text = ifcText(GOOD);
    for (const form of [
      `\ufeff${text}`,
      text.replaceAll('\n', '\r\n'),
      text.replaceAll('\n', ''),
      text.replaceAll(';\n', ';\n/* a comment; with a #1=IFCWALL( in it\n */\n'),
      text.replace("'IFC4'", "'ifc4'"),
    ])
      expect(volumeOf(await read(form))).toBeCloseTo(VOLUME, 6);
  });

  it('in another code than UTF-8 is read as Windows-1252, with a word', async () => {
    const latin = Uint8Array.from(beside(wall(200, 'K\u00fcche') + block(200, 1000, 200, 800)), (c) => c.charCodeAt(0));
    const model = await read(latin);
    expect(model.elements.map((e) => e.name)).toContain('Küche');
    expect(words(model)).toContain('the texts are not UTF-8; they were read as Windows-1252');
    const plain = await read(beside(wall(200, 'K\u00fcche \u6f22') + block(200, 1000, 200, 800)));
    expect(plain.elements.map((e) => e.name)).toContain('Küche 漢');
    expect(plain.notes).toEqual([]);
  });

  it('a name with broken escapes or of 70,000 signs leaves the element its shape', async () => {
    for (const name of ['\\X2\\00ZZ\\X0\\', '\\X2\\00E4', 'y'.repeat(70_000)]) {
      const model = await read(beside(wall(200, name) + block(200, 1000, 200, 800)));
      expect(model.elements).toHaveLength(2);
      expect(volumeOf(model)).toBeCloseTo(VOLUME + 0.16, 6);
    }
  });

  it('of two bytes a sign is read', async () => {
    const wide = Uint8Array.from([0xff, 0xfe, ...Buffer.from(ifcText(GOOD), 'utf16le')]);
    expect(volumeOf(await read(wide))).toBeCloseTo(VOLUME, 6);
  });

  it('that is none is refused in a sentence: blank, without its schema, of a schema that is not known', async () => {
    const text = ifcText(GOOD);
    expect(await refusal('   \n\n  ')).toBe('test.ifc is empty: choose the file again, or export it anew');
    expect(await refusal(text.replace(/FILE_SCHEMA.*\n/, ''))).toMatch(/^test\.ifc/);
    expect(await refusal(text.replace("'IFC4'", "'IFC9'"))).toBe(
      'test.ifc: the schema "IFC9" is not known; IFC2X3, IFC4 and IFC4X3 are read',
    );
  });
});

describe('what a file says twice or not at all', () => {
  it('a number that stands twice is the first, with a word; the same identity is told apart', async () => {
    const twice = await read(
      beside(wall(200, 'Second') + block(200, 1000, 200, 800)).replace(
        '#100=IFCWALL',
        "#100=IFCWALL('0000000000000000000100',#2,'First',$,$,#15,#101,$,.SOLIDWALL.);\n#100=IFCWALL",
      ),
    );
    expect(twice.elements.map((e) => e.name).sort()).toEqual(['First', 'Second']);
    expect(words(twice)).toContain('#100 stands 2 times in the file: the first was taken');
    const same = await read(
      beside(wall(200, 'Twin').replace("'0000000000000000000200'", "'0000000000000000000100'") + block(200, 1000, 200, 800)),
    );
    expect(new Set(same.elements.map((e) => e.id)).size).toBe(2);
    expect(words(same).join()).toMatch(/2 elements share the identity 0000000000000000000100/);
  });

  it('of two projects the unit of the first counts, with a word; without one metres are taken', async () => {
    const second =
      "#700=IFCPROJECT('0000000000000000000700',#2,'Other',$,$,$,$,(#10),#701);\n#701=IFCUNITASSIGNMENT((#702));\n#702=IFCSIUNIT(*,.LENGTHUNIT.,$,.METRE.);\n";
    const two = await read(ifcText(GOOD + second));
    expect(volumeOf(two)).toBeCloseTo(VOLUME, 6);
    expect(words(two)).toContain('the file has 2 projects: unit and north of the first were taken');
    const none = await read(ifcText(GOOD).replace(/#1=IFCPROJECT.*\n/, ''));
    expect(volumeOf(none)).toBeCloseTo(VOLUME * 1e9, 0);
    expect(words(none).join()).toMatch(/no project/);
  });

  it('an element has the material of its type where it has none of its own, and the storey of what it is a part of', async () => {
    const text = `${wall(200, 'Part')}${block(200, 1000, 200, 800)}#300=IFCMATERIAL('Clay',$,$);
#301=IFCWALLTYPE('0000000000000000000301',#2,'T1',$,$,$,$,$,$,.SOLIDWALL.);
#302=IFCRELDEFINESBYTYPE('0000000000000000000302',#2,$,$,(#200),#301);
#303=IFCRELASSOCIATESMATERIAL('0000000000000000000303',#2,$,$,(#301),#300);
#304=IFCELEMENTASSEMBLY('0000000000000000000304',#2,'Whole',$,$,#15,$,$,$,$);
#305=IFCRELAGGREGATES('0000000000000000000305',#2,$,$,#304,(#200));
`;
    const model = await read(ifcText(GOOD + text, { contained: [100, 304] }));
    const part = model.elements[named(model, 'Part')]!;
    expect(part).toMatchObject({ storey: 0, type: 'T1' });
    expect(model.materials[model.partMaterial[[...model.partElement].indexOf(named(model, 'Part'))]!]?.name).toBe('Clay');
  });
});

describe('what stands in a file otherwise than it seems', () => {
  it('a backslash that stands for itself begins no directive', async () => {
    const name = async (text: string) => (await read(ifcText(wall(100, text) + block(100, 3000, 300, 2500)))).elements[0]!.name;
    expect(await name('C:\\\\S\\\\d')).toBe('C:\\S\\d');
    expect(await name('a\\S\\db')).toBe('a\u00e4b');
    expect(await name('\\\\X\\\\41')).toBe('\\X\\41');
    expect(await name('\\X\\41\\X2\\00DF\\X0\\')).toBe('A\u00df');
  });

  it('a storey lies where its site and its building are placed, whether or not its own placement has its height', async () => {
    const site = (own: number) =>
      ifcText(`${wall(100)}${block(100, 3000, 300, 2500)}`)
        .replace(
          '#15=IFCLOCALPLACEMENT($,#11);',
          '#15=IFCLOCALPLACEMENT($,#11);\n#40=IFCAXIS2PLACEMENT3D(#41,$,$);\n#41=IFCCARTESIANPOINT((0.,0.,12350.));\n#42=IFCLOCALPLACEMENT($,#40);\n#43=IFCAXIS2PLACEMENT3D(#44,$,$);\n' +
            `#44=IFCCARTESIANPOINT((0.,0.,${own}.));\n#45=IFCLOCALPLACEMENT(#42,#43);`,
        ) // prettier-ignore
        .replace("'House',$,$,#15,", "'House',$,$,#42,")
        .replace("'Ground',$,$,#15,$,$,.ELEMENT.,0.", "'Ground',$,$,#45,$,$,.ELEMENT.,300.")
        .replace("'W100',$,$,#15,", "'W100',$,$,#45,");
    for (const own of [300, 0]) {
      const model = await read(site(own));
      expect(model.storeys[0]!.elevation + model.origin[2]).toBeCloseTo(12.65, 9);
      const plan = drawModel(model, { kind: 'plan', number: '', name: '', storey: 'Ground', height: 1.2 });
      expect(plan.regions.reduce((sum, { face }) => sum + faceArea(face), 0)).toBeCloseTo(0.9, 6);
    }
  });
});
