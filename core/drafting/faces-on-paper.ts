import type { Region } from '../cutting/cut-faces';
import { union, type Face } from '../geometry/polygons';
import { turnedPattern, type PatternLine } from '../geometry/pattern-line';
import { unit, dot, type Vec3 } from '../geometry/vec3';
import { indexColour } from './colour-table';
import { keepBounds, type Drawing } from '../linework/drawing';
import { LinesBuilder } from '../linework/lines-builder';
import { FaceSpace, type Seen, type SeenFace } from '../linework/seen';
import { bareSeams } from '../surfaces/bare-seams';
import { Measured } from '../surfaces/bends';
import { seamLines } from '../surfaces/seams';
import { factsOnFace, surfaceLines } from '../surfaces/surface-lines';
import type { RegionFill } from './graphic';
import type { OnFaces, Washes } from './on-faces';
import type { PenTable } from './pen-table';
import { fits, type RuleSubject } from './rule-fits';
import type { RuleSubjects } from './rule-subjects';
import type { Standard, SurfaceRule, ToneRule } from './standard/standard';
import { SHADOW_RULE } from './standard/standard-defaults';

/** Steeper than this a face is no longer level, and flatter no longer upright (a sine). */
const STEEP = 0.05;
const FACINGS = ['upright', 'level', 'sloped'] as const;
const facingOf = ({ normal: [x, y, z] }: SeenFace) => (Math.abs(z) < STEEP ? 'upright' : Math.hypot(x, y) < STEEP ? 'level' : 'sloped');

/** A drawing with the patterns of its faces as they were last: another pen asks for the same. */
const _surfaced = new WeakMap<Drawing, { readonly key: string; readonly drawing: Drawing }>();
/** Patterns by a number each, so that a choice of them is a short text. */
const _numbers = new WeakMap<readonly PatternLine[], number>();
let _next = 1;
function numberOf(pattern: readonly PatternLine[] | null): number {
  if (!pattern) return 0;
  let number = _numbers.get(pattern);
  if (number === undefined) _numbers.set(pattern, (number = _next++));
  return number;
}

/** A pattern as a rule lays it, once for each rule: a choice of patterns is told by what they are. */
const _placed = new WeakMap<SurfaceRule, { readonly of: readonly PatternLine[]; readonly lines: readonly PatternLine[] }>();
function placed(rule: SurfaceRule, of: readonly PatternLine[]): readonly PatternLine[] {
  const { turn = 0, from = [0, 0] } = rule;
  if (!turn && !from[0] && !from[1]) return of;
  let own = _placed.get(rule);
  if (own?.of !== of) _placed.set(rule, (own = { of, lines: of.map((line) => turnedPattern(line, (turn * Math.PI) / 180, from)) }));
  return own.lines;
}

/** A drawing with the lines of the patterns that are on its faces at a scale. */
function withSurfaces(drawing: Drawing, subjects: RuleSubjects, standard: Standard, scale: number): Drawing {
  const { seen } = drawing;
  const rules = (standard.surfaces ?? []).filter(({ upTo = Infinity }) => scale <= upTo);
  if (!seen || !rules.length) return drawing;
  const known = FACINGS.map(() => new Map<number, readonly PatternLine[] | null>());
  const choice = seen.faces.map((face) => {
    const facing = facingOf(face);
    const own = known[FACINGS.indexOf(facing)]!;
    const kind = subjects.kindOf(face.element, face.material);
    let pattern = own.get(kind);
    if (pattern === undefined) {
      const subject = subjects.withMaterial(face.element, face.material);
      const rule = rules.find((one) => (one.facing === undefined || one.facing === facing) && fits(one, subject));
      own.set(kind, (pattern = rule && rule.pattern !== 'none' ? placed(rule, standard.surfacePatterns![rule.pattern]!) : null));
    }
    return pattern;
  });
  const key = choice.map(numberOf).join();
  const last = _surfaced.get(drawing);
  if (last?.key === key) return last.drawing;
  const patterns = new Map(seen.faces.map((face, f) => [face, choice[f]!]));
  const patternOf = (face: SeenFace) => patterns.get(face) ?? null;
  const out = new LinesBuilder();
  out.copy(drawing, 0, drawing.lineRole.length);
  surfaceLines(seen, patternOf, out);
  for (const { element, ends } of bareSeams(drawing, seamLines(seen, patternOf))) out.addSegments(ends, factsOnFace(element));
  const isBare = out.count === drawing.lineRole.length;
  const whole = isBare ? drawing : keepBounds({ ...drawing, ...out.done() }, drawing);
  _surfaced.set(drawing, { key, drawing: whole });
  return whole;
}

/** The tones of faces and the shadows on them, as regions that lie below all lines; they come after those that are cut, with which they share no place. */
function washes(seen: Seen | undefined, subjects: RuleSubjects, table: PenTable, { tones = [], shadow = SHADOW_RULE }: Standard): Washes {
  const [regions, fills]: [Region[], RegionFill[]] = [[], []];
  const put = (
    use: 'tone' | 'shadow',
    { element, material }: SeenFace,
    polygons: SeenFace['polygons'],
    fill: Omit<RegionFill, 'pattern' | 'lines' | 'wash' | 'isOwn'>,
  ) => {
    // where one sees through it a hair around it would show twice
    const isTone = use === 'tone' && fill.opacity === undefined;
    const own: RegionFill = { ...fill, pattern: 'solid', lines: null, wash: false, isOwn: true, ...(isTone && { isTone }) };
    const elements = [element];
    for (const face of polygons) {
      regions.push({ material, elements, use, face });
      fills.push(own);
    }
  };
  for (const { face, polygons, pen, layer, opacity } of toned(seen, subjects, table, tones))
    put('tone', face, polygons.length > 1 ? union(polygons.flat()) : polygons, { pen, layer, ...(opacity !== undefined && { opacity }) });
  for (const face of seen?.faces ?? []) {
    if (!face.shadow?.length) continue;
    const [pen, layer] = table.tint(shadow.layer, shadow.colour, subjects.withMaterial(face.element, face.material));
    put('shadow', face, face.shadow, { pen, layer, opacity: shadow.opacity });
  }
  return { regions, fills };
}

interface Toned {
  readonly face: SeenFace;
  readonly polygons: Face[];
  readonly pen: number;
  readonly layer: number;
  readonly opacity: number | undefined;
}

/** The faces that have a tone; those of one element and one colour together, so that no seam is between them. */
function toned(seen: Seen | undefined, subjects: RuleSubjects, table: PenTable, tones: readonly ToneRule[]): Iterable<Toned> {
  const out = new Map<string, Toned>();
  const known = new Map<number, { readonly rule: ToneRule; readonly subject: RuleSubject } | null>();
  for (const face of tones.length ? (seen?.faces ?? []) : []) {
    const kind = subjects.kindOf(face.element, face.material);
    let found = known.get(kind);
    if (found === undefined) {
      const subject = subjects.withMaterial(face.element, face.material);
      const rule = tones.find((own) => fits(own, subject));
      known.set(kind, (found = rule ? { rule, subject } : null));
    }
    if (!found) continue;
    const { rule, subject } = found;
    for (const { dark, polygons } of shades(rule, face, seen!)) {
      const [pen, layer] = table.tint(rule.layer, paled(rule, face, seen!, shaded(rule, dark)), subject);
      const key = `${face.element} ${pen} ${layer} ${face.material} ${rule.opacity ?? ''}`;
      const own = out.get(key);
      if (own) own.polygons.push(...polygons);
      else out.set(key, { face, polygons: [...polygons], pen, layer, opacity: rule.opacity });
    }
  }
  return out.values();
}

/** Tones are told apart in so many steps. */
const STEPS = 16;

/** Where the light comes from, in steps of shade: from above and the left, before the picture. */
function lightOn({ frame: { look, right, up, slant } }: Seen['pictures'][number]): Vec3 {
  const [r, u] = slant ? [slant.right, slant.up] : [right, up];
  return unit([0, 1, 2].map((k) => -look[k]! * 0.8 + u[k]! * 0.7 - r[k]! * 0.6) as unknown as Vec3);
}

const darkness = (lit: number): number => Math.round((1 - Math.min(1, Math.max(0, lit))) * STEPS) / STEPS;

/** What of a face lies how far in the shade, 0 to 1: all of a flat one alike; a facet of something round in bands, as its smooth surface does. */
function shades(
  { shade = 0 }: ToneRule,
  face: SeenFace,
  { pictures, zero }: Seen,
): { readonly dark: number; readonly polygons: readonly Face[] }[] {
  const picture = pictures[face.picture]!;
  const light = lightOn(picture);
  const whole = [{ dark: shade ? darkness(dot(face.normal, light)) : 0, polygons: face.polygons }];
  if (!shade || !face.bend) return whole;
  const measured = new Measured(picture, face, face.bend, light, zero);
  const [least, most] = measured.range();
  const [first, last] = [darkness(most) * STEPS, darkness(least) * STEPS];
  if (first === last) return [{ dark: first / STEPS, polygons: face.polygons }];
  return Array.from({ length: last - first + 1 }, (_, k) => {
    const step = first + k;
    // a step goes half of one to either side; the first and the last on to the end
    const [from, to] = [1 - (step + 0.5) / STEPS, 1 - (step - 0.5) / STEPS];
    return { dark: step / STEPS, polygons: measured.between(step === last ? -Infinity : from, step === first ? Infinity : to) };
  });
}

/** The colour of what lies so far in the shade. */
function shaded({ colour, shade = 0 }: ToneRule, dark: number): string {
  const plain = typeof colour === 'string' ? colour : indexColour(colour);
  const channel = (at: number) => Math.round(parseInt(plain.slice(at, at + 2), 16) * (1 - shade * dark));
  return hex(channel);
}

/** A colour as it pales towards that of paper with the distance of its face, in as many steps as a shade. */
function paled({ fade }: ToneRule, face: SeenFace, { pictures, zero }: Seen, colour: string): string {
  if (!fade) return colour;
  const space = new FaceSpace(pictures[face.picture]!, face.point, face.normal, zero);
  // the nearest corner decides, as it does for a line
  let near = Infinity;
  for (const [outer] of face.polygons)
    for (let i = 0; i < outer!.length; i += 2) near = Math.min(near, space.toPicture(space.fromPicture([outer![i]!, outer![i + 1]!]))[2]);
  const share = Math.min(1, Math.max(0, (near - fade.from) / (fade.to - fade.from)));
  const pale = fade.by * (Math.round(share * STEPS) / STEPS);
  const channel = (at: number) => Math.round(parseInt(colour.slice(at, at + 2), 16) * (1 - pale) + 255 * pale);
  return hex(channel);
}

const hex = (channel: (at: number) => number): string =>
  `#${[1, 3, 5].map((at) => channel(at).toString(16).padStart(2, '0').toUpperCase()).join('')}`;

export const ON_FACES: OnFaces = { withSurfaces, washes };
