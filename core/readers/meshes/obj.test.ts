import { describe, expect, it } from 'vitest';
import { noteSentence } from '../../faults/wording';
import type { MeshOptions } from '../../model/mesh-parts';
import { readObj as readBytes } from './obj';

const readObj = (text: string, name: string, options?: MeshOptions) => readBytes(new TextEncoder().encode(text), name, options);

const TETRA = 'v 0 0 0\nv 1 0 0\nv 0 1 0\nv 0 0 1\n';

describe('reading OBJ', () => {
  it('takes groups as elements, materials by name, faces by positive and negative numbers', () => {
    const model = readObj(`${TETRA}o lower\nusemtl oak\nf 1/1/1 3//2 2\ng upper\nf -4 -3 -1\n`, 'stand.obj');
    expect(model.elements.map((e) => e.name)).toEqual(['lower', 'upper']);
    expect(model.materials.map((m) => m.name)).toEqual(['oak']);
    expect([...model.partMaterial]).toEqual([0, 0]);
    expect(model.triangles).toHaveLength(6);
  });

  it('splits a face with a notch into triangles of its own area', () => {
    const notch = readObj('v 0 0 0\nv 2 0 0\nv 2 2 0\nv 1 1 0\nv 0 2 0\nf 1 2 3 4 5\n', 'n.obj');
    let area = 0;
    for (let t = 0; t < notch.triangles.length; t += 3) {
      const [a, b, c] = [0, 1, 2].map((k) => notch.triangles[t + k]! * 3) as [number, number, number];
      const p = notch.positions;
      area += ((p[b]! - p[a]!) * (p[c + 1]! - p[a + 1]!) - (p[b + 1]! - p[a + 1]!) * (p[c]! - p[a]!)) / 2;
    }
    expect(area).toBeCloseTo(3, 12);
  });

  it('turns units and axes', () => {
    const inches = readObj(`${TETRA}f 1 2 4\n`, 'a.obj', { unit: 'in', up: 'y' });
    expect([...inches.positions].map((x) => Math.round(x * 1e9) / 1e9 + 0)).toEqual([0, 0, 0, 0.0254, 0, 0, 0, -0.0254, 0]);
  });

  it('names the line of a figure that is none, passes over faces without corners, refuses a file without faces', () => {
    expect(() => readObj('v 0 0 0\nv 1 x 0\n', 'a.obj')).toThrowError(
      expect.objectContaining({ code: 'obj-bad-number', facts: { line: 2, text: 'v 1 x 0' } }),
    );
    const gap = readObj(`${TETRA}f 1 2 3\nf 1 2 9\n`, 'a.obj');
    expect(gap.notes.map(noteSentence)).toEqual([
      'line 6: a face points to corner 9, which does not exist; it was passed over (1 in all)',
      'the file states no unit: it was taken as metres and is 1 × 1 × 0 m in size',
    ]);
    expect(() => readObj(TETRA, 'a.obj')).toThrowError(expect.objectContaining({ code: 'obj-no-faces' }));
  });

  it('refuses a number with a tail, with its line, and reads what is one', () => {
    for (const tail of ['3.1+e0', '3.1x', '1,5', '2..5', '4e'])
      expect(() => readObj(`${TETRA}v 0 0 ${tail}\nf 1 2 3\n`, 'tail.obj')).toThrowError(
        expect.objectContaining({ code: 'obj-bad-number', facts: expect.objectContaining({ line: 5 }) as object }),
      );
    expect(readObj('v 0 0 3.1e0\nv 1 0 -2E-1 0.5 0.5 0.5\nv 0 1 .5\nf 1 2 3\n', 'sound.obj').triangles).toHaveLength(3);
  });

  it('reads names that are not UTF-8 as Windows-1252, and says so', () => {
    const bytes = Uint8Array.from(`${TETRA}g Au\xdfenwand\nusemtl D\xe4mmung\nf 1 2 3\nf 1 2 4\nf 2 3 4\nf 1 3 4\n`, (c) =>
      c.charCodeAt(0),
    );
    const model = readBytes(bytes, 'old.obj', { unit: 'm' });
    expect([model.elements[0]!.name, model.materials[0]!.name]).toEqual(['Außenwand', 'Dämmung']);
    expect(model.notes.map(({ code }) => code)).toContain('text-encoding');
    const modern = readBytes(new TextEncoder().encode(`${TETRA}g Außenwand\nf 1 2 3\n`), 'new.obj', { unit: 'm' });
    expect(modern.elements[0]!.name).toBe('Außenwand');
    expect(modern.notes).toEqual([]);
  });

  it('refuses a file of faces without an area, and names an element of nothing else', () => {
    const flat = 'v 5 0 0\nv 6 0 0\nv 7.5 0 0\n';
    expect(() => readObj(`${flat}f 1 2 3\n`, 'flat.obj', { unit: 'm' })).toThrowError(
      expect.objectContaining({ code: 'file-without-faces' }),
    );
    const model = readObj(`${TETRA}${flat}g sound\nf 1 2 3\ng flat\nf 5 6 7\n`, 'both.obj', { unit: 'm' });
    expect(model.notes.map(noteSentence)).toEqual(['Element "flat" (flat) has no face with an area: its corners lie on one line']);
  });

  it('names centimetres beside millimetres where either would be of a usual size', () => {
    const house = (by: number) => `v 0 0 0\nv ${18 * by} 0 0\nv 0 ${14 * by} 0\nv 0 0 ${2.9 * by}\nf 1 2 3\nf 1 2 4\nf 2 3 4\nf 1 3 4\n`;
    const told = (by: number) => noteSentence(readObj(house(by), 'house.obj').notes[0]!);
    expect(told(100)).toContain('cm 18 × 14 × 2.9 m');
    expect(told(1000)).toContain('as mm it would be 18 × 14 × 2.9 m');
    expect(told(1)).not.toContain('more likely');
  });
});
