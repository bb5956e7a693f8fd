import { describe, expect, it } from 'vitest';
import { block, ifcText } from '../../testing/ifc-text';
import { pieceReader, PieceWriter, type FilePieces } from './file-pieces';
import { libraryFile } from './mended';
import { Placements } from './placements';
import { StepIndex } from '../step/step-index';

const bytes = (text: string) => new TextEncoder().encode(text);

/** All of it, read so many bytes at a time. */
function whole(file: FilePieces, step: number): string {
  const read = pieceReader(file);
  let out = '';
  for (;;) {
    const got = read(out.length, step);
    out += new TextDecoder().decode(got);
    if (got.length < step) return out;
  }
}

describe('a file in pieces', () => {
  it('reads as its pieces one behind the other, in steps of any size and from any place', () => {
    const writer = new PieceWriter(bytes('0123456789'));
    writer.keep(2, 5);
    writer.write('abc');
    writer.keep(5, 5);
    writer.write('d');
    writer.keep(0, 10);
    const file = writer.done();
    for (const step of [1, 2, 3, 4, 7, 100]) expect(whole(file, step)).toBe('234abcd0123456789');
    expect(new TextDecoder().decode(pieceReader(file)(4, 6))).toBe('bcd012');
    expect(pieceReader(file)(17, 8)).toHaveLength(0);
  });
});

describe('what the shape builder is given of a file', () => {
  const PROPERTIES = `#50=IFCPROPERTYSINGLEVALUE('a; #51=IFCWALL(',$,IFCLABEL('b'),$);
#51=IFCPROPERTYSET('p',$,'Set',$,(#50));
`;
  const wall = (between: string) =>
    ifcText(`#100=IFCWALL('w',$,'Wall',$,$,#15,#101,$,$);\n${between}${block(100, 4000, 200, 2500)}${PROPERTIES}`);
  const given = (text: string) => {
    const index = new StepIndex(bytes(text));
    return lines(whole(libraryFile(index, new Placements(index, []), []), 1000));
  };
  const lines = (text: string) => text.split('\n').filter((line) => line);

  it('is all but the properties', () => {
    expect(given(wall(PROPERTIES.replaceAll('#5', '#7')))).toEqual(lines(wall('').replace(PROPERTIES, '')));
  });

  it('is all of it where something stands between the records that is none, or a number twice', () => {
    for (const between of ['#60 IFCWALL();\n', '#60=(IFCWALL());\n', `#5=IFCPROPERTYSET('p',$,'Set',$,());\n`])
      expect(given(wall(between))).toEqual(lines(wall(between)));
  });

  it('loses no mend beside properties, and needs none within them', () => {
    const relation = '#60=IFCRELAGGREGATES();\n';
    const long = `#61=IFCPROPERTYSINGLEVALUE('${'x'.repeat(70_000)}',$,$,$);\n`;
    expect(given(wall(PROPERTIES.replaceAll('#5', '#7') + relation + long))).toEqual(lines(wall('').replace(PROPERTIES, '')));
  });
});
