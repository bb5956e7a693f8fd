import { describe, expect, it } from 'vitest';
import { Fault } from '../../faults/fault';
import { sentence } from '../../faults/wording';
import { facesOf } from '../../faces-of';
import { prepare } from '../../scene/prepare';
import { ROLES } from '../../sights/role';
import { box, modelOf } from '../../testing/solids';
import { drawModel, frameSight, FRONT } from '../../testing/views';
import { checkStandard } from './check-standard';
import { namesOf } from '../drawing-names';
import { ON_FACES } from '../faces-on-paper';
import { SHIPPED, STANDARD } from './shipped-standard';
import { LOOK_NAMES } from './look-names';
import { inLook, lookNames, type Standard } from './standard';
import { style } from '../style-drawing';

const why = (value: unknown) => {
  try {
    checkStandard(value, 'office.json');
    return 'accepted';
  } catch (error) {
    return sentence(error as Fault);
  }
};
const cutOf = (pieces: Parameters<typeof modelOf>[0], standard: Standard) => {
  const model = modelOf(pieces);
  const sight = { ...frameSight([0, 1, 0], [0, 0, 1], [0, 0.5, 0]), kind: 'section' as const };
  const drawing = drawModel(model, sight);
  return style(drawing, namesOf(model, drawing), sight, standard, 50);
};

describe('looks', () => {
  it('three come along, all of them valid; a standard without any is one, called as itself', () => {
    expect(lookNames(SHIPPED)).toEqual(['Works', 'Planning', 'Presentation']);
    expect(LOOK_NAMES).toEqual(lookNames(SHIPPED));
    expect(why(SHIPPED)).toBe('accepted');
    for (const name of lookNames(SHIPPED)) expect(why({ ...inLook(SHIPPED, name), looks: undefined })).toBe('accepted');
    expect(inLook(SHIPPED, ' planning ')!.fills).not.toBe(SHIPPED.fills);
    expect(inLook(SHIPPED, 'Night')).toBeNull();
    const { looks: _looks, ...old } = { ...STANDARD, version: 1, name: 'Office' } as Standard & { version: number };
    expect([why(old), lookNames(old)]).toEqual(['accepted', ['Office']]);
    expect(inLook(old)).toMatchObject({ lines: old.lines, fills: old.fills });
  });

  it('a fault in one is named by its place there', () => {
    const looks = structuredClone(SHIPPED.looks!);
    expect(why({ ...SHIPPED, looks: [...looks, { name: 'planning' }] })).toBe(
      'office.json: looks.3.name "planning" is the name of another look',
    );
    const lines = [...SHIPPED.lines.slice(0, -1), { ...SHIPPED.lines.at(-1)!, type: 'wavy' }];
    expect(why({ ...SHIPPED, looks: [{ name: 'One', lines }] })).toBe(
      `office.json: looks.0.lines.${lines.length - 1}.type "wavy" is not among lineTypes`,
    );
    expect(why({ ...SHIPPED, looks: [{ name: 'One', surfaces: [{ pattern: 'bond' }] }] })).toBe(
      'office.json: looks.0.surfaces.0.pattern "bond" is not among surfacePatterns',
    );
    expect(why({ ...SHIPPED, looks: [{ name: 'One', fills: SHIPPED.fills.slice(0, -1) }] })).toMatch(
      /^office\.json: looks\.0\.fills\.\d+ must have no conditions/,
    );
  });

  it('change no line that is cut, ground, outline or edge', () => {
    const wall = (y: number, material: string) => ({ solid: box([0, y, 0], [2, 0.1, 1]), name: material, class: 'Wall', material });
    const model = modelOf([wall(0, 'Brick'), wall(0.1, 'Insulation'), wall(0.2, 'Block'), { solid: box([3, 2, 0], [1, 1, 2]), name: 'oak', class: 'Window', material: 'Oak' }]); // prettier-ignore
    const sight = { ...frameSight([1, 0, 0], [0, 0, 1], [1, 0, 0]), kind: 'section' as const };
    const drawing = { ...drawModel(model, sight), seen: facesOf(model, prepare(model), sight) };
    const lines = (look: string) => {
      const { drawing: own } = style(drawing, namesOf(model, drawing), sight, inLook(SHIPPED, look)!, 50, { onFaces: ON_FACES });
      const all = Array.from(
        own.lineRole,
        (role, l) => `${ROLES[role]} ${own.points.subarray(own.lineStart[l]! * 2, own.lineStart[l + 1]! * 2).join()}`,
      );
      return all.filter((line) => /^(cut|ground|outline|edge) /.test(line));
    };
    expect([lines('Works').length > 5, drawing.lineJoint.includes(1)]).toEqual([true, true]);
    for (const look of LOOK_NAMES) expect(lines(look)).toEqual(lines('Works'));
  });

  it('under Works windows, doors and railings have no hatch, whatever their material; walls and slabs without one are filled by class', () => {
    const solid = (x: number) => box([x * 2, 0, 0], [1, 1, 1]);
    const graphic = cutOf(
      [
        ...['Window', 'Door', 'Railing'].map((name, x) => ({ solid: solid(x), name, class: name, material: 'Oak' })),
        ...['Wall', 'Slab', 'Gadget'].map((name, x) => ({ solid: solid(x + 3), name, class: name })),
      ],
      inLook(SHIPPED, 'works')!,
    );
    const patternOf = (name: string) => graphic.fills[graphic.drawing.regions.findIndex((r) => graphic.names.elements.get(r.elements[0]!)!.id === name)]?.pattern; // prettier-ignore
    expect(['Window', 'Door', 'Railing'].map(patternOf)).toEqual([undefined, undefined, undefined]);
    const [wall, slab, gadget] = ['Wall', 'Slab', 'Gadget'].map(patternOf);
    expect(new Set([wall, slab, gadget]).size).toBe(3);
    // what only the last rule catches is told as without a fill
    expect(graphic.fills.filter((fill) => fill?.isOwn === false)).toHaveLength(1);
  });
});

describe('rules', () => {
  const plain = { layer: 'OTHER', weight: 0.13, type: 'continuous', colour: 7 } as const;
  const layersOf = (lines: Standard['lines'], more: Partial<Parameters<typeof drawModel>[1]> = {}) => {
    const model = {
      ...modelOf([
        { solid: box([0, 0, 0], [1, 1, 1]), name: 'near', class: 'Wall' },
        { solid: box([2, 6, 0], [1, 1, 1]), name: 'far', class: 'Wall' },
      ]),
      storeys: [{ name: 'Ground', elevation: 0 }],
    };
    model.elements = model.elements.map((e) => { const isFar = e.name === 'far'; return { ...e, type: isFar ? 'W2' : 'W1', storey: isFar ? -1 : 0, facts: { layer: isFar ? 'B' : 'A' } }; }); // prettier-ignore
    const sight = { ...FRONT, ...more };
    const drawing = drawModel(model, sight);
    const {
      layers,
      lineLayer,
      drawing: shown,
    } = style(drawing, namesOf(model, drawing), sight, { ...STANDARD, layersArePens: false, lines }, 50);
    const by: Record<string, string> = {};
    shown.lineRole.forEach((_, l) => (by[model.elements[shown.lineElement[l]!]!.name] = layers[lineLayer[l]!]!.name));
    return by;
  };

  it('go by type, storey, layer of the file, kind of the sight and distance from the picture plane', () => {
    const only = (rule: object) => layersOf([{ ...plain, layer: 'CAUGHT', ...rule }, plain]);
    for (const rule of [{ elementType: 'w1' }, { storey: 'Ground' }, { sourceLayer: 'a' }, { distance: { to: 5 } }])
      expect(only(rule)).toEqual({ near: 'CAUGHT', far: 'OTHER' });
    expect(only({ distance: { from: 5 } })).toEqual({ near: 'OTHER', far: 'CAUGHT' });
    // from is with, to is not
    expect(only({ distance: { from: 6 } })).toEqual({ near: 'OTHER', far: 'CAUGHT' });
    expect(only({ distance: { from: 0, to: 6 } })).toEqual({ near: 'CAUGHT', far: 'OTHER' });
    expect(only({ sight: 'plan' })).toEqual({ near: 'OTHER', far: 'OTHER' });
    expect(only({ sight: FRONT.kind })).toEqual({ near: 'CAUGHT', far: 'CAUGHT' });
  });

  it('leave out what is not to be drawn', () => {
    expect(layersOf([{ ...plain, sourceLayer: 'B', drawn: false }, plain])).toEqual({ near: 'OTHER' });
  });
});

it('tones are regions of the faces that are seen, below all lines, darker where a face is turned away', () => {
  const model = modelOf([{ solid: box([0, 0, 0], [1, 1, 1]), name: 'box', class: 'Wall', material: 'Brick' }]);
  const sight = frameSight([-1, 1, -1], [0, 0, 1]);
  const drawing = { ...drawModel(model, sight), seen: facesOf(model, prepare(model), sight) };
  const graphic = style(drawing, namesOf(model, drawing), sight, inLook(SHIPPED, 'Presentation')!, 100, { onFaces: ON_FACES });
  const tones = graphic.drawing.regions.map((region, r) => [region.use, graphic.layers[graphic.fills[r]!.layer]!.name]);
  expect(tones).toEqual([['tone', 'TONE'], ['tone', 'TONE'], ['tone', 'TONE']]); // prettier-ignore
  expect(new Set(graphic.fills.map((fill) => graphic.pens[fill!.pen]!.colour)).size).toBe(3);
  // no line of another role has come or gone
  const works = style(drawing, namesOf(model, drawing), sight, inLook(SHIPPED)!, 100, { onFaces: ON_FACES });
  expect([...graphic.drawing.lineRole].map((role) => ROLES[role])).toEqual([...works.drawing.lineRole].map((role) => ROLES[role]));
  expect(works.drawing.regions).toHaveLength(0);
});
