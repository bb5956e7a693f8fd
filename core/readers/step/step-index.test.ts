import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { StepIndex } from './step-index';

const index = (data: string) =>
  new StepIndex(
    new TextEncoder().encode(`ISO-10303-21;\nHEADER;\nFILE_SCHEMA(('IFC4'));\nENDSEC;\nDATA;\n${data}\nENDSEC;\nEND-ISO-10303-21;\n`),
  );

/* ISO 10303-21, clauses 6.4 (strings and their escapes), 9 and 10 (records). */
describe('index of STEP records', () => {
  it('finds records over several lines, with comments and without spaces', () => {
    const i = index("#1=IFCWALL('a',$,*,.T.,(1.,2),#2);/* #9=IFCDOOR(); */\n#2 = IFCCARTESIANPOINT\n ( (1.E-3, -2.5,\n 3) ) ;");
    expect(i.schema).toBe('IFC4');
    expect(i.get(1)).toEqual({ id: 1, type: 'IFCWALL', args: ['a', null, null, { enum: 'T' }, [1, 2], { ref: 2 }] });
    expect(i.get(2)?.args).toEqual([[0.001, -2.5, 3]]);
    expect(i.has(9)).toBe(false);
    expect([...i.all('IFCWALL')]).toEqual([1]);
  });

  it('decodes the escapes of texts', () => {
    const i = index(
      "#1=A('it''s');#2=A('K\\X2\\00FC\\X0\\che');#3=A('\\X\\E9t\\X\\E9');#4=A('\\X4\\0001F600\\X0\\');#5=A('\\S\\d');#6=A('a;b)(#7=B();c');",
    );
    expect([1, 2, 3, 4, 5, 6].map((id) => i.get(id)?.args[0])).toEqual(["it's", 'Küche', 'été', '😀', 'ä', 'a;b)(#7=B();c']);
    expect(i.has(7)).toBe(false);
  });

  it('keeps the first of records with one number and counts them, survives records that cannot be parsed', () => {
    const i = index('#1=A(1);#1=A(2);#2=A((1,;#3=A(3);');
    expect(i.get(1)?.args).toEqual([1]);
    expect(i.repeated.get(1)).toBe(2);
    expect(i.get(2)).toBeNull();
    expect(i.get(3)?.args).toEqual([3]);
    expect(i.get(99)).toBeNull();
  });

  it('passes over what stands before a wanted value: lists, texts and comments with commas and brackets in them', () => {
    const i = index("#1=A((1,(2,3)),'a,''b)(',/* , ) ' */ B((4)),$,7.5);");
    expect([0, 1, 2, 3, 4, 5].map((k) => i.valueOf(1, k))).toEqual(i.get(1)!.args.concat(undefined as never));
    expect(i.valueOf(1, 4)).toBe(7.5);
    expect(i.valueOf(9, 0)).toBeUndefined();
  });

  it('reads figures to the last bit, as the language does', () => {
    const figures = fc.sample(
      fc.oneof(
        fc.double({ noNaN: true, noDefaultInfinity: true }).map(String),
        fc.tuple(fc.integer(), fc.nat(1e9)).map(([whole, behind]) => `${whole}.${behind}`),
        fc.constantFrom('-0.', '+1.', '123456789012345.', '1234567890123456.7', '0.1', '1.E-5'),
      ),
      2000,
    );
    expect(index(`#1=A(${figures.join()});`).get(1)!.args).toEqual(figures.map(Number));
  });

  it('names the line of a text without an end', () => {
    expect(() => index("#1=A('never closed);")).toThrowError(expect.objectContaining({ code: 'string-unclosed', facts: { line: 6 } }));
  });
});
