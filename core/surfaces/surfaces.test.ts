import { describe, expect, it } from 'vitest';
import { style } from '../drafting/style-drawing';
import { inLook, type Standard } from '../drafting/standard/standard';
import { ON_FACES } from '../drafting/faces-on-paper';
import { SHIPPED } from '../drafting/standard/shipped-standard';
import { namesOf } from '../drafting/drawing-names';
import { facesOf } from '../faces-of';
import { faceArea, union } from '../geometry/polygons';
import type { Vec3 } from '../geometry/vec3';
import type { Model } from '../model/model';
import { prepare } from '../scene/prepare';
import { ROLES } from '../sights/role';
import type { Sight } from '../sights/sight';
import { box, modelOf, moved, polygon, prism, spun, swept } from '../testing/solids';
import { drawModel, FRONT, frameSight, ISO, PLAN } from '../testing/views';
import { touchUp } from '../touch-ups/apply';
import { sunDirection } from './shadows';

const DEGREE = Math.PI / 180;
const PRESENTATION = inLook(SHIPPED, 'presentation')!;
const graphicOf = (model: Model, sight: Sight, standard: Standard = PRESENTATION, scale = 50) => {
  const drawing = { ...drawModel(model, sight), seen: facesOf(model, prepare(model), sight) };
  return style(drawing, namesOf(model, drawing), sight, standard, scale, { onFaces: ON_FACES });
};
const surfaceOf = ({ drawing }: ReturnType<typeof graphicOf>) => {
  const out: [number, number, number, number][] = [];
  drawing.lineRole.forEach((role, l) => {
    if (ROLES[role] === 'surface')
      out.push([...drawing.points.subarray(drawing.lineStart[l]! * 2, drawing.lineStart[l + 1]! * 2)] as never);
  });
  return out;
};
const brick = (solid: ReturnType<typeof box>) => ({ solid, class: 'Wall', material: 'Brick', name: 'Wall' });

describe('surface patterns', () => {
  it.each([0, 17])('a brick wall turned by %d degrees, seen square: 75 mm courses of 250 mm (the look Presentation)', (turn) => {
    const model = modelOf([brick(spun(box([0, 0, 0], [3, 0.3, 1.5]), turn))]);
    const look: Vec3 = [-Math.sin(turn * DEGREE), Math.cos(turn * DEGREE), 0];
    const lines = surfaceOf(graphicOf(model, frameSight(look, [0, 0, 1])));
    const beds = lines.filter(([, v0, , v1]) => Math.abs(v0 - v1) < 1e-9);
    expect(beds.map(([, v]) => Math.round(v / 0.075))).toEqual(Array.from({ length: 19 }, (_, k) => k + 1));
    for (const [u0, , u1] of beds) expect(Math.abs(u1 - u0)).toBeCloseTo(3, 6);
    const perpends = lines.filter((l) => !beds.includes(l));
    expect(perpends.length).toBeGreaterThanOrEqual(230);
    expect(perpends.length).toBeLessThanOrEqual(240);
    for (const [u0, v0, u1, v1] of perpends)
      expect([Math.abs(u1 - u0), Math.abs(v1 - v0)]).toEqual([expect.closeTo(0, 6), expect.closeTo(0.075, 6)]);
  });

  it('runs on where two walls of one plane meet in a joint of it, once: where a line is drawn there already, it is that', () => {
    const lower = brick(box([0, 0, 0], [3, 0.3, 1.5]));
    const upper = { ...brick(box([1, 0, 1.5], [4, 0.3, 0.9])), name: 'Wall above' };
    const bedsAt = (v: number, sight: Sight, pieces = [lower, upper]) =>
      surfaceOf(graphicOf(modelOf(pieces), sight)).filter((l) => Math.abs(l[1] - v) < 1e-9 && Math.abs(l[3] - v) < 1e-9);
    // 1.5 m are twenty courses: from where the upper wall begins to where the lower one ends
    expect(bedsAt(1.5, FRONT).map((l) => [l[0], l[2]])).toEqual([[expect.closeTo(1, 9), expect.closeTo(3, 9)]]);
    expect(bedsAt(1.425, FRONT)).toHaveLength(1);
    expect(bedsAt(1.5, { ...FRONT, joints: [{ class: 'Wall' }] })).toHaveLength(0);
    // what is hidden behind it is no line of the wall
    const slab = { solid: box([0, 0.3, 1.2], [5, 2, 0.3]), name: 'Slab', class: 'Slab', material: 'Concrete' };
    expect(bedsAt(1.5, { ...FRONT, hidden: true }, [lower, upper, slab])).toHaveLength(1);
    // another plane, or another material, is another wall
    expect(bedsAt(1.5, FRONT, [lower, { ...upper, solid: box([1, 0.1, 1.5], [4, 0.2, 0.9]) }])).toHaveLength(0);
    expect(bedsAt(1.5, FRONT, [lower, { ...upper, material: 'Oak' }])).toHaveLength(0);
    const up = surfaceOf(graphicOf(modelOf([lower, upper]), ISO));
    expect(up.filter(([u, v, s, t]) => Math.abs(Math.hypot(s - u, t - v) - 2 * Math.sqrt(2 / 3)) < 1e-5)).toHaveLength(1);
  });

  it('a family whose lines all lie on one another is none, and brings no line that is nowhere', () => {
    const surfacePatterns = {
      ...PRESENTATION.surfacePatterns,
      'stretcher bond': [{ angle: 0, origin: [0, 0], offset: [0.1, 0], dashes: [] }],
    };
    const pieces = [brick(box([0, 0, 0], [3, 0.3, 1.5])), brick(box([0, 0, 1.5], [3, 0.3, 1.5]))];
    expect(surfaceOf(graphicOf(modelOf(pieces), FRONT, { ...PRESENTATION, surfacePatterns } as never))).toEqual([]);
  });

  it('a layered wall has on each side the material of the layer that lies there, straight or curved', () => {
    const layers = { name: 'W', normal: [0, 1, 0] as const, bounds: [0, 0.1, 0.2, 0.3], materials: [0, 1, 2] };
    const samples = ['Brick', 'Insulation', 'Plaster'].map((material, k) => ({ solid: box([20 + k, 20, 0], [0.1, 0.1, 0.1]), material, class: 'Sample', name: material })); // prettier-ignore
    const round = swept(
      Array.from({ length: 25 }, (_, k) => {
        const [c, s] = [Math.cos((k * Math.PI) / 24), Math.sin((k * Math.PI) / 24)];
        return [[2 * c, 2 * s, 0], [2.3 * c, 2.3 * s, 0], [2.3 * c, 2.3 * s, 2], [2 * c, 2 * s, 2]] as const; // prettier-ignore
      }),
    );
    const tube = { name: 'T', normal: [0, 0, 1] as const, centre: [0, 0, 0] as const, bounds: [2, 2.1, 2.2, 2.3], materials: [2, 1, 0] };
    const straight = modelOf([...samples, { solid: box([0, 0, 0], [4, 0.3, 2]), name: 'wall', class: 'Wall', buildUp: layers }]);
    const curved = modelOf([...samples, { solid: round, name: 'wall', class: 'Wall', buildUp: tube }]);
    const seenOf = (model: Model, sight: Sight) => {
      const wall = model.elements.findIndex(({ name }) => name === 'wall');
      const { faces, names } = facesOf(model, prepare(model), { ...sight, show: [{ name: 'wall' }] });
      const upright = faces.filter(({ element, normal }) => element === wall && Math.abs(normal[2]) < 0.1);
      return [...new Set(upright.map(({ material }) => names.materials[material]))];
    };
    expect(seenOf(straight, FRONT)).toEqual(['Brick']);
    expect(seenOf(straight, frameSight([0, -1, 0], [0, 0, 1]))).toEqual(['Plaster']);
    expect(seenOf(curved, frameSight([0, -1, 0], [0, 0, 1]))).toEqual(['Brick']);
    expect(seenOf(curved, { ...frameSight([0, 1, 0], [0, 0, 1], [0, 0.01, 0]), kind: 'section' })).toEqual(['Plaster']);
    // and a rule finds it by any of its layers
    for (const material of ['Brick', 'Insulation', 'Plaster'])
      expect(facesOf(straight, prepare(straight), { ...FRONT, show: [{ material }] }).faces.some(({ element }) => straight.elements[element]!.name === 'wall')).toBe(true); // prettier-ignore
  });

  it('is drawn at 1:50 and larger, in that look alone, and changes no other line', () => {
    const model = modelOf([
      brick(box([0, 0, 0], [3, 0.3, 1.5])),
      { solid: box([1, -0.5, 0], [0.4, 0.2, 0.9]), name: 'post', class: 'Column', material: 'Steel' },
    ]);
    const counts = (standard: Standard, scale: number) => {
      const { drawing } = graphicOf(model, FRONT, standard, scale);
      return ROLES.map((_, role) => drawing.lineRole.filter((own) => own === role).length);
    };
    const [at50, at51, works] = [counts(PRESENTATION, 50), counts(PRESENTATION, 51), counts(inLook(SHIPPED)!, 50)];
    const surface = ROLES.indexOf('surface');
    expect([at50[surface]! > 200, at51[surface], works[surface]]).toEqual([true, 0, 0]);
    expect(at50.filter((_, k) => k !== surface)).toEqual(works.filter((_, k) => k !== surface));
    // the post stands before the wall: no joint runs through it
    for (const [u0, v0, u1] of surfaceOf(graphicOf(model, FRONT)))
      if (v0 < 0.899) expect(Math.max(u0, u1) <= 1 + 1e-6 || Math.min(u0, u1) >= 1.4 - 1e-6).toBe(true);
  });

  it('ends at the limits, at the step of a jogged section, and under a mask, and so do tones and shadows (areas in closed form)', () => {
    const yard = { solid: box([-10, -1, -0.1], [20, 20, 0.1]), name: 'yard', class: 'Slab', material: 'Concrete' };
    const model = modelOf([brick(box([0, 3, 0], [9, 0.3, 3])), brick(box([0, 6, 0], [9, 0.3, 3])), yard]);
    const toned = (sight: Sight, ring?: number[]) => {
      const drawing = { ...drawModel(model, sight), seen: facesOf(model, prepare(model), sight, { azimuth: 180, height: 45 }) };
      const done = touchUp(drawing, namesOf(model, drawing), ring ? [{ id: 'm', kind: 'mask', ring }] : []);
      const graphic = style(done.drawing, namesOf(model, drawing), sight, PRESENTATION, 50, { onFaces: ON_FACES, hand: done.hand });
      const washes = graphic.drawing.regions.slice(done.drawing.regions.length);
      const places = [...surfaceOf(graphic).flatMap(([u, v, s, t]) => [[u, v], [s, t]] as const), ...washes.flatMap(({ face }) => face.flatMap((r) => Array.from({ length: r.length / 2 }, (_, i) => [r[i * 2]!, r[i * 2 + 1]!] as const)))]; // prettier-ignore
      const seen = done.drawing.seen!.faces.flatMap(({ polygons, element }) => polygons.map((face) => ({ element, area: faceArea(face) })));
      return {
        places,
        area: (e: number) => seen.reduce((sum, one) => sum + (one.element === e ? one.area : 0), 0),
        joints: surfaceOf(graphic),
      };
    };
    const limits = { left: 1.03, right: 4.57, bottom: 0.21, top: 1.9 };
    const front = toned({ ...FRONT, limits });
    expect(front.places.length).toBeGreaterThan(100);
    for (const [u, v] of front.places) expect(u >= 1.0299 && u <= 4.5701 && v >= 0.2099 && v <= 1.9001).toBe(true);
    expect(front.area(0)).toBeCloseTo(3.54 * 1.69, 6);
    // the first leg before both walls, the second between them: four metres of the one, five of the other
    const jogged = toned({ kind: 'section', number: 'J', name: '', path: [[0, 1], [4, 1], [4, 5], [9, 5]], look: 'left' }); // prettier-ignore
    expect([jogged.area(0), jogged.area(1)]).toEqual([expect.closeTo(12, 6), expect.closeTo(15, 6)]);
    const under = toned({ ...FRONT, limits }, [2, 0, 3, 0, 3, 1, 2, 1]);
    expect(under.area(0)).toBeCloseTo(3.54 * 1.69 - 0.79, 6);
    expect(under.joints.filter(([u, v]) => u > 2.001 && u < 2.999 && v < 0.999)).toEqual([]);
  });

  it('has a direction and an origin of its own: turned upright, courses count from where they are told to', () => {
    const model = modelOf([brick(box([0, 0, 0], [3, 0.3, 1.5]))]);
    const rule = { material: 'brick', facing: 'upright', pattern: 'stretcher bond' } as const;
    const joints = (more: object) => {
      const standard = { ...PRESENTATION, surfaces: [{ ...rule, ...more }] };
      const lines = surfaceOf(graphicOf(model, FRONT, standard));
      return [0, 1].map((k) => [...new Set(lines.filter((l) => Math.abs(l[k]! - l[k + 2]!) < 1e-9 && Math.abs(l[1 - k]! - l[3 - k]!) > 0.2).map((l) => Math.round(l[k]! * 1e4) / 10))].sort((a, b) => a - b)); // prettier-ignore
    };
    const courses = (n: number, from: number) => Array.from({ length: n }, (_, k) => from + k * 75);
    // beds are the only joints longer than 200 mm
    expect(joints({})).toEqual([[], courses(19, 75)]);
    expect(joints({ from: [0.1, 0.03] })).toEqual([[], courses(20, 30)]);
    expect(joints({ turn: 90, from: [0.02, 0] })).toEqual([courses(40, 20), []]);
  });

  it('in an isometric and in a perspective the joints lie where those of the wall are projected (brute force)', () => {
    const model = modelOf([brick(box([0, 0, 0], [2, 0.3, 0.75]))]);
    const eye: Vec3 = [-1.5, -4, 1.7];
    const perspective: Sight = { kind: 'perspective', number: 'V', name: '', eye, target: [1, 0, 0.4], fov: 60, depth: null };
    for (const sight of [ISO, perspective]) {
      const graphic = graphicOf(model, sight);
      const { frame } = graphic.drawing;
      const project = (p: Vec3) => {
        const d = p.map((x, k) => x - frame.origin[k]!);
        const [u, v, w] = [frame.right, frame.up, frame.look].map((row) =>
          d.reduce((sum, x, k) => sum + x * row[k]!, 0),
        ) as unknown as Vec3;
        const distance = Math.hypot(...eye.map((x, k) => x - perspective.target![k]!));
        const shrink = sight === perspective ? distance / (distance + w) : 1;
        return [u * shrink, v * shrink];
      };
      const lines = surfaceOf(graphic);
      expect(lines.length).toBeGreaterThan(60);
      // the bed at 300 mm of the front face, from end to end
      const [a, b] = [project([0, 0, 0.3]), project([2, 0, 0.3])];
      const near = ([u0, v0, u1, v1]: number[]) =>
        Math.min(
          Math.hypot(u0! - a[0]!, v0! - a[1]!) + Math.hypot(u1! - b[0]!, v1! - b[1]!),
          Math.hypot(u1! - a[0]!, v1! - a[1]!) + Math.hypot(u0! - b[0]!, v0! - b[1]!),
        );
      expect(Math.min(...lines.map(near))).toBeLessThan(1e-5);
    }
  });
});

describe('tones', () => {
  it('pale with the distance of their face, by so much as the rule says between where it begins and where it ends', () => {
    const walls = [0, 5, 10, 15, 30].map((y, k) => ({
      solid: box([k * 2, y, 0], [1, 0.2, 1]),
      name: `w${k}`,
      class: 'Wall',
      material: 'Oak',
    }));
    const tones = [{ material: 'oak', layer: 'TONE', colour: '#404040', fade: { from: 5, to: 15, by: 0.5 } }];
    const { drawing, fills, pens } = graphicOf(modelOf(walls), FRONT, { ...PRESENTATION, tones } as unknown as Standard);
    const colours = new Map(drawing.regions.flatMap((r, k) => (r.use === 'tone' ? [[r.elements[0]!, pens[fills[k]!.pen]!.colour] as const] : []))); // prettier-ignore
    const pale = (share: number) => `#${Math.round(0x40 * (1 - share) + 255 * share).toString(16).toUpperCase().repeat(3)}`; // prettier-ignore
    // a half of the way between is a quarter of the way to paper
    expect([0, 1, 2, 3, 4].map((e) => colours.get(e))).toEqual([0, 0, 0.25, 0.5, 0.5].map(pale));
  });
});

describe('shadows', () => {
  const area = (faces: readonly (readonly Float64Array[])[]) => faces.reduce((sum, face) => sum + faceArea(face), 0);
  const shadowsOf = (model: Model, sight: Sight, azimuth: number, height: number) => {
    const { faces } = facesOf(model, prepare(model), sight, { azimuth, height });
    return { faces, all: faces.flatMap(({ shadow = [] }) => shadow) };
  };
  const ground = { solid: box([-10, -10, -0.1], [20, 20, 0.1]), name: 'ground', class: 'Slab' };

  it.each([
    [200, 45],
    [123, 30],
    [0, 60],
  ])('of a box on the ground at azimuth %d and height %d (closed form)', (azimuth, height) => {
    // prettier-ignore
    const model = modelOf([ground, { solid: box([0, 0, 0], [1, 2, 3]), name: 'box', class: 'Column' }]);
    const { all } = shadowsOf(model, PLAN, azimuth, height);
    // the base swept by (sx, sy): its area and twice the faces that it grows by, without the base, which is not seen
    const long = 3 / Math.tan(height * DEGREE);
    const [sx, sy] = [Math.abs(Math.sin(azimuth * DEGREE)) * long, Math.abs(Math.cos(azimuth * DEGREE)) * long];
    expect(area(all)).toBeCloseTo(1 * sy + 2 * sx, 3);
  });

  it('of a box of some hundredths of a millimetre are as exact: tolerances shrink with the model', () => {
    const k = 1e-5;
    const part = (solid: ReturnType<typeof box>, name: string) => ({ solid: { ...solid, corners: solid.corners.map(([x, y, z]) => [x * k, y * k, z * k] as const) }, name, class: 'Column' }); // prettier-ignore
    const model = modelOf([part(ground.solid, 'ground'), part(box([0, 0, 0], [1, 2, 3]), 'box')]);
    const { all } = shadowsOf(model, PLAN, 200, 45);
    const [sx, sy] = [Math.abs(Math.sin(200 * DEGREE)) * 3, Math.abs(Math.cos(200 * DEGREE)) * 3];
    // the hair that parts what the sun reaches is a part of the whole scene
    expect(Math.abs(area(all) / k / k / (1 * sy + 2 * sx) - 1)).toBeLessThan(2e-3);
  });

  it('fall by true north: a site turned by any angle has the sun over the same side of the map (closed form)', () => {
    for (const turn of [0, 17, 90, 200]) {
      const north = [Math.sin(turn * DEGREE), Math.cos(turn * DEGREE)] as const;
      // azimuth counts clockwise from north: at 90° the sun stands in the east of it
      for (const azimuth of [0, 90, 135]) {
        const [x, y, z] = sunDirection({ azimuth, height: 30 }, north);
        const over = (turn + azimuth) * DEGREE;
        expect([x, y, z]).toEqual([Math.sin(over) * Math.cos(30 * DEGREE), Math.cos(over) * Math.cos(30 * DEGREE), 0.5].map((a) => expect.closeTo(a, 9))); // prettier-ignore
      }
      // a thin fin along north, in the sun from the east, throws its whole side; with the sun in the north nothing but its own thickness
      const fin = { solid: spun(box([-0.005, -1, 0], [0.01, 2, 1]), -turn), name: 'fin', class: 'Wall' };
      const model: Model = { ...modelOf([ground, fin]), trueNorth: north };
      expect(area(shadowsOf(model, PLAN, 90, 45).all)).toBeCloseTo(2 * 1, 2);
      expect(area(shadowsOf(model, PLAN, 0, 45).all)).toBeLessThan(0.02);
    }
  });

  it('of a round column: its width times the length, with half of its base (closed form, of the polygon that it is)', () => {
    const n = 48;
    const model = modelOf([ground, { solid: prism(polygon(0, 0, 0.5, n), 0, 2), name: 'column', class: 'Column' }]);
    const { all } = shadowsOf(model, PLAN, 180, 45);
    // from above the column hides its base; what is seen is the swept shape without it
    const base = (n / 2) * 0.25 * Math.sin((2 * Math.PI) / n);
    const width = 1;
    expect(area(all)).toBeCloseTo(width * 2 + base - base, 2);
  });

  it('of a round disc that floats: itself, seen from above where it does not cover it (closed form, of the polygon that it is)', () => {
    const disc = { solid: moved(prism(polygon(0, 0, 1, 96), 0, 0.001), [0, 0, 3]), name: 'disc', class: 'Column' };
    const { all } = shadowsOf(modelOf([ground, disc]), PLAN, 180, 45);
    // three metres off to the north: all of it is seen, but for the millimetre that it is thick
    expect(area(all)).toBeCloseTo(48 * Math.sin((2 * Math.PI) / 96), 2);
  });

  it('what is left whole before a cut stands in the sun there too', () => {
    const model = modelOf([
      ground,
      { solid: box([0, 0, 0], [3, 1, 2]), name: 'wall', class: 'Wall' },
      { solid: box([1, -0.5, 0], [1, 2, 1]), name: 'stair', class: 'Stair' },
    ]);
    const cut: Sight = { ...frameSight([0, 1, 0], [0, 0, 1], [0, 0.5, 0]), kind: 'section' };
    const sight: Sight = { ...cut, frame: { ...cut.frame!, cut: true }, leaveWhole: [{ class: 'Stair' }] };
    const { faces } = shadowsOf(model, sight, 180, 45);
    const stair = model.elements.findIndex((e) => e.name === 'stair');
    const seen = faces.filter((face) => face.element === stair);
    expect(seen.length).toBeGreaterThan(0);
    expect(seen.flatMap(({ shadow = [] }) => shadow)).toEqual([]);
  });

  it('do not overlap, and lie on faces that are turned to the sun alone; in an elevation and an isometric', () => {
    const model = modelOf([
      ground,
      { solid: box([0, 0, 0], [3, 3, 2]), name: 'low', class: 'Wall', material: 'Brick' },
      { solid: box([1, -0.4, 1], [1, 0.4, 0.2]), name: 'sill', class: 'Slab' },
      { solid: box([3.5, 0, 0], [1, 1, 4]), name: 'high', class: 'Wall' },
    ]);
    for (const sight of [FRONT, ISO]) {
      const { faces, all } = shadowsOf(model, sight, 215, 40);
      expect(all.length).toBeGreaterThan(0);
      expect(area(union(all.flat()))).toBeCloseTo(area(all), 4);
      const towards = sunDirection({ azimuth: 215, height: 40 }, [0, 1]);
      for (const { normal, shadow = [], polygons } of faces) {
        if (shadow.length) expect(normal.reduce((sum, x, k) => sum + x * towards[k]!, 0)).toBeGreaterThan(0);
        expect(area(shadow)).toBeLessThan(area(polygons) + 1e-6);
      }
    }
  });
});
