import { drawingBounds, type Drawing } from '../linework/drawing';
import { LinesBuilder } from '../linework/lines-builder';
import { ROLES } from '../sights/role';
import { indexColour } from './colour-table';
import type { DrawingNames } from './drawing-names';
import { NO_STROKES, type Graphic, type Text, type Titled } from './graphic';
import { HAND_LAYER, type Hand } from './hand';
import type { InLayers, LayersAlong } from './layers-along';
import { PenTable } from './pen-table';
import { fits, type RuleSubject } from './rule-fits';
import { regionFills } from './fills/region-fills';
import { subjectsOf, type NamedSet, type RuleSubjects } from './rule-subjects';
import type { OnFaces } from './on-faces';
import { layersAsked, type PenColour, type Standard } from './standard/standard';

export interface StyleOptions {
  readonly onFaces?: OnFaces | undefined;
  readonly sets?: readonly NamedSet[] | undefined;
  /** What was done to the drawing by hand. */
  readonly hand?: Hand | undefined;
  readonly layersAlong?: LayersAlong | undefined;
}

/**
 * Applies a standard, in one of its looks, to a drawing: the first fitting rule gives each line its pen and layer and each region its
 * fill; patterns and tones come onto the faces that are seen, where the drawing has them and they are asked for. Without annotation, and
 * with every line as it was drawn.
 * @param scale 1 : scale
 * @param options `onFaces`: what lays patterns, tones and shadows on faces, without it none come; `layersAlong`: what finds the layers of
 * build-ups that lines run along, without it none has any; `sets`: those that rules may ask for
 */
export function style(
  plain: Drawing,
  names: DrawingNames,
  sight: Titled,
  standard: Standard,
  scale: number,
  { onFaces, layersAlong, sets, hand }: StyleOptions = {},
): Graphic {
  const table = new PenTable(standard);
  const { lines, fills: covers, surfaces = [], tones = [] } = standard;
  // rules for lines seldom ask for names, by which nearly every element is another
  const ofLines = subjectsOf(names, sight.kind, lines, sets);
  const subjects = subjectsOf(names, sight.kind, [...covers, ...surfaces, ...tones], sets);
  const faces = onFaces?.washes(plain.seen, subjects, table, standard) ?? { regions: [], fills: [] };
  const faced = onFaces?.withSurfaces(plain, subjects, standard, scale) ?? plain;
  const asked = layersAsked(standard);
  const inLayers = asked.size ? layersAlong?.(faced, names, asked) : undefined;
  const { drawing, linePen, lineLayer, lineRule, caught } = penned(inLayers ?? { drawing: faced }, ofLines, table, standard, hand);
  const { fills, rules } = regionFills(drawing.regions, subjects, table, standard, scale, hand?.fills);
  const texts = (hand?.texts ?? []).map(({ layer, ...text }): Text => {
    const [pen, at] = table.tint(layer ?? HAND_LAYER, 7, { class: '', material: '' });
    return { ...text, anchor: 'start', turn: 0, pen, layer: at };
  });
  return {
    version: 1,
    scale,
    sight: { kind: sight.kind, number: sight.number, name: sight.name },
    drawing: faces.regions.length ? { ...drawing, regions: [...drawing.regions, ...faces.regions] } : drawing,
    names,
    caught: { line: lineRule, region: rules, lines: caught, regions: counted(rules, standard.fills.length) },
    pens: table.pens,
    layers: table.layers,
    linePen,
    lineLayer,
    fills: [...fills, ...faces.fills],
    rounds: [],
    regionOutline: null,
    strokes: NO_STROKES,
    texts,
    box: drawingBounds(drawing),
  };
}

interface Penned extends Pick<Graphic, 'drawing' | 'linePen' | 'lineLayer'> {
  readonly lineRule: Uint16Array;
  /** How many lines each rule caught, also of those that it does not draw. */
  readonly caught: Uint32Array;
}

function counted(rules: ArrayLike<number>, count: number): Uint32Array {
  const out = new Uint32Array(count);
  for (let i = 0; i < rules.length; i++) if (rules[i]! >= 0) out[rules[i]!]!++;
  return out;
}

/** The rule that a line finds, and its pen and layer; null where it is not drawn. */
interface Ruled {
  readonly rule: number;
  readonly style: readonly [pen: number, layer: number] | null;
}

/** Pen and layer of each line, without the lines that are not drawn. */
function penned(
  { drawing, layers, lineOf }: Pick<InLayers, 'drawing'> & Partial<InLayers>,
  subjects: RuleSubjects,
  table: PenTable,
  standard: Standard,
  hand?: Hand,
): Penned {
  const steps = distanceSteps(standard);
  // lines of one role, step, kind of element and layer all find the same rule
  const memory = new Map<number, Ruled>();
  const layerLists = new Map<string, number>();
  let last: Ruled | undefined;
  let lastKey = -1;
  const count = drawing.lineRole.length;
  const [linePen, lineLayer, lineRule] = [new Uint16Array(count), new Uint16Array(count), new Uint16Array(count)];
  const left: number[] = [];
  let [element, subject] = [NaN, 0];
  for (let l = 0; l < count; l++) {
    const role = drawing.lineRole[l]!;
    const joint = drawing.lineJoint[l]!;
    const jump = drawing.lineJump[l]!;
    // lines of an element stand one behind the other for the most part
    if (drawing.lineElement[l]! !== element) subject = subjects.of((element = drawing.lineElement[l]!));
    const far = steps.length ? stepOf(steps, nearestDepth(drawing, l)) : 0;
    const buildUpLayers = layers?.[l] ?? NO_LAYERS;
    const listed = buildUpLayers.length ? numbered(layerLists, buildUpLayers.join()) : 0;
    const key = ((((subject * ROLES.length + role) * 2 + joint) * 256 + jump) * 256 + far) * MOST_LISTS + listed;
    let found: Ruled | undefined = key === lastKey ? last : memory.get(key);
    if (found === undefined) {
      const at = ruleOf(
        standard,
        { ...subjects.all[subject]!, buildUpLayers },
        role,
        joint === 1,
        jump > 0 ? drawing.jumps[jump - 1]! : 0,
        far ? steps[far - 1]! : -Infinity,
      );
      const rule = standard.lines[at]!;
      memory.set(key, (found = { rule: at, style: rule.drawn === false ? null : table.of(rule, subjects.all[subject]) }));
    }
    lastKey = key;
    last = found;
    const byHand = hand?.pens[hand.linePen[lineOf?.[l] ?? l] ?? -1];
    const style = byHand ? table.byHand(standard.lines[found.rule]!, byHand, found.style) : found.style;
    if (!style) left.push(l);
    lineRule[l] = found.rule;
    linePen[l] = style?.[0] ?? 0;
    lineLayer[l] = style?.[1] ?? 0;
  }
  const all = { drawing, linePen, lineLayer, lineRule, caught: counted(lineRule, standard.lines.length) };
  return left.length ? without(all, left) : all;
}

const NO_LAYERS: readonly number[] = [];
/** More lists of layers than this no drawing has: layers are two digits, and no line bounds more than two. */
const MOST_LISTS = 8192;

/** A number from 1 on for each text. */
function numbered(known: Map<string, number>, text: string): number {
  let number = known.get(text);
  if (number === undefined) known.set(text, (number = known.size + 1));
  return number;
}

function ruleOf({ lines }: Standard, subject: RuleSubject, role: number, isJoint: boolean, jump: number, distance: number): number {
  return lines.findIndex(
    (own) =>
      (own.role === undefined || own.role.toLowerCase() === ROLES[role]) &&
      (own.joint === undefined || own.joint === isJoint) &&
      (own.jump === undefined || own.jump <= jump) &&
      (own.distance === undefined || (distance >= (own.distance.from ?? -Infinity) && distance < (own.distance.to ?? Infinity))) &&
      fits(own, subject),
  );
}

/** The distances at which rules begin or end, ascending. */
const distanceSteps = ({ lines }: Standard): number[] =>
  [...new Set(lines.flatMap(({ distance }) => [distance?.from, distance?.to].filter((x) => x !== undefined)))].sort((a, b) => a - b);

/** How many of the steps a depth has reached: all depths between two of them are one to the rules. */
function stepOf(steps: readonly number[], depth: number): number {
  let n = 0;
  while (n < steps.length && depth >= steps[n]!) n++;
  return n;
}

function nearestDepth({ depths, lineStart }: Drawing, l: number): number {
  let least = Infinity;
  for (let p = lineStart[l]!; p < lineStart[l + 1]!; p++) least = Math.min(least, depths[p]!);
  return least;
}

function without({ drawing, linePen, lineLayer, lineRule, caught }: Penned, left: readonly number[]): Penned {
  const out = new LinesBuilder();
  const gone = new Set(left);
  let from = 0;
  for (const l of [...left, drawing.lineRole.length]) {
    out.copy(drawing, from, l);
    from = l + 1;
  }
  const stays = (_: number, l: number) => !gone.has(l);
  return {
    drawing: { ...drawing, ...out.done() },
    linePen: linePen.filter(stays),
    lineLayer: lineLayer.filter(stays),
    lineRule: lineRule.filter(stays),
    caught,
  };
}

/** The colour as "#RRGGBB" for paper. Index 7 is black on paper. */
export const paperColour = (colour: PenColour): string => (typeof colour === 'string' ? colour : indexColour(colour));
