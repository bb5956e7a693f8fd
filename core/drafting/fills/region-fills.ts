import type { Region } from '../../cutting/cut-faces';
import { scaledPattern, turnedPattern, type PatternLine } from '../../geometry/pattern-line';
import { faceArea, ringArea, ringBounds, type Face } from '../../geometry/rings';
import { atan2, cos, sin } from '../../geometry/numbers/trigonometry';
import type { FillPiece, RegionFill } from '../graphic';
import { HAND_LAYER, type HandFill } from '../hand';
import type { PenTable } from '../pen-table';
import { fits, type RuleSubject } from '../rule-fits';
import type { RuleSubjects } from '../rule-subjects';
import type { FillRule, Standard } from '../standard/standard';
import { variants } from './touching-fills';
import { bandsOf, inBands, wavePattern, type Band } from './wave';

/** Where nothing is said of it, a wave goes on by this part of the thickness at each stroke. */
const PITCH = 0.62;

/** What part of a face its straight bands must be for a wave to stand for all of it. */
const BANDED = 0.7;

/** A face that differs from its band by no more than this part of it is the band. */
const WHOLE = 1e-3;

interface Filled {
  readonly region: Region;
  readonly rule: FillRule;
  readonly at: number;
  readonly subject: RuleSubject;
}

/**
 * The fill of each cut face by the first rule that fits, and the number of that rule, -1 for air. Patterns hang on the drawing's zero, so
 * that they run on through faces of one material; where a rule says so they follow the long side of their face instead.
 * @param scale 1 : scale
 */
export function regionFills(
  regions: readonly Region[],
  subjects: RuleSubjects,
  table: PenTable,
  standard: Standard,
  scale: number,
  byHand: readonly (HandFill | null)[] = [],
): { fills: (RegionFill | null)[]; rules: Int16Array } {
  const known = new Map<string, Omit<Filled, 'region'>>();
  const found = regions.map((region, r): Filled | null => {
    if (region.use === 'air' || byHand[r]) return null;
    const key = `${region.use} ${subjects.kindOf(region.elements[0], region.material)}`;
    let same = known.get(key);
    if (!same) {
      const subject = subjects.withMaterial(region.elements[0], region.material);
      const at = standard.fills.findIndex((own) => (own.use === undefined || own.use === region.use) && fits(own, subject));
      known.set(key, (same = { rule: standard.fills[at]!, at, subject }));
    }
    return { region, ...same };
  });
  const told = standard.tellApart ? variants(found.flatMap((own) => (own && isHatched(own.rule) ? [touching(own)] : []))) : null;
  const fills = found.map((own, r): RegionFill | null => {
    const hand = byHand[r];
    if (hand) return handFill(hand, table, standard);
    if (!own || own.rule.pattern === 'none') return null;
    const [pen, layer] = table.of(own.rule, own.subject);
    const variant = (isHatched(own.rule) && told?.get(touching(own).kind)) || 0;
    return {
      ...{ layer, pen },
      ...inFace(own.rule, own.region.face, standard, scale, variant),
      wash: own.rule.wash !== false && own.region.use === 'matter',
      isOwn: own.at < standard.fills.length - 1,
    };
  });
  return { fills, rules: Int16Array.from(found, (own) => own?.at ?? -1) };
}

function handFill({ layer = HAND_LAYER, pattern, weight = 0.13, colour }: HandFill, table: PenTable, { patterns }: Standard): RegionFill {
  const lines = Object.hasOwn(patterns, pattern) ? patterns[pattern]! : null;
  const [pen, at] = table.handFill(layer, weight, colour);
  return { layer: at, pen, pattern: lines ? pattern : 'solid', lines, wash: false, isOwn: true, isByHand: true };
}

const isHatched = ({ pattern }: FillRule): boolean => pattern !== 'none' && pattern !== 'solid' && pattern !== 'wave';
const touching = ({ region, rule, subject }: Filled) => ({ face: region.face, pattern: rule.pattern, kind: `${rule.pattern}\n${subject.material || subject.class}` }); // prettier-ignore

/** The wave of a face, and what part of it its bands are. */
interface Wave {
  readonly key: string;
  readonly share: number;
  readonly fill: Pick<RegionFill, 'pattern' | 'lines' | 'pieces' | 'tile'>;
}
/** As it was last: another pen asks for the same. */
const _waves = new WeakMap<Face, Wave>();

function waveIn(face: Face, pitch: number, scale: number): Wave {
  const key = `${pitch} ${scale}`;
  const known = _waves.get(face);
  if (known?.key === key) return known;
  const bands = bandsOf(face);
  const share = bands.reduce((sum, { length, thickness }) => sum + length * thickness, 0) / faceArea(face);
  const pieces = bands.length ? inBands(face, bands).map(({ face: own, band }) => inPiece(own, band, pitch, scale)) : [];
  const { lines = [], tile }: Partial<FillPiece> = pieces[0] ?? {};
  const wave = { key, share, fill: { pattern: 'wave', lines, ...(pieces.length > 1 ? { pieces } : tile && { tile }) } };
  _waves.set(face, wave);
  return wave;
}

/** The wave of a piece; as one line only where the piece is its band. */
function inPiece(face: Face, band: Band, pitch: number, scale: number): FillPiece {
  const { lines, tile } = wavePattern(band, pitch, scale);
  const isBand = Math.abs(faceArea(face) - band.length * band.thickness) < faceArea(face) * WHOLE;
  const { line, ...rest } = tile;
  return { face, lines, tile: isBand && line ? tile : rest };
}

function inFace(
  rule: FillRule,
  face: Face,
  standard: Standard,
  scale: number,
  variant: number,
): Pick<RegionFill, 'pattern' | 'lines' | 'pieces' | 'tile'> {
  let { pattern } = rule;
  if (pattern === 'solid' || (rule.solidBelow !== undefined && (widthOf(face) * 1000) / scale < rule.solidBelow))
    return { pattern: 'solid', lines: null };
  if (pattern === 'wave') {
    const wave = waveIn(face, rule.pitch ?? PITCH, scale);
    if (wave.share >= BANDED || rule.elsewhere === undefined) return wave.fill;
    pattern = rule.elsewhere;
  }
  const lines = varied(standard.patterns[pattern]!, variant);
  const sized = rule.size === 'model' ? lines.map((line) => scaledPattern(line, 1 / scale)) : lines;
  return { pattern, lines: rule.along ? sized.map((line) => turnedPattern(line, ...longSide(face, scale))) : sized };
}

/** How wide a strip is that has the area and the outline of a face, metres. */
function widthOf(face: Face): number {
  const [area, length] = face.reduce(([a, l], ring) => [a + ringArea(ring), l + lengthOf(ring)], [0, 0] as [number, number]);
  return (2 * Math.abs(area)) / length;
}

function lengthOf(ring: Float64Array): number {
  let sum = 0;
  for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) sum += Math.hypot(ring[i]! - ring[j]!, ring[i + 1]! - ring[j + 1]!);
  return sum;
}

/** A pattern as neighbours have it: the odd ones mirrored, each two of them shifted on by a third of the way to the next line. */
const varied = (lines: readonly PatternLine[], variant: number): readonly PatternLine[] =>
  variant === 0
    ? lines
    : lines.map(({ angle, origin, offset, dashes }): PatternLine => {
        const side = variant % 2 ? -1 : 1;
        const shift = Math.floor(variant / 2) / 3;
        return {
          angle: side * angle,
          origin: [origin[0] + offset[0] * shift, side * origin[1] + side * offset[1] * shift],
          offset: [offset[0], side * offset[1]],
          dashes,
        };
      });

/** Direction of the long side of the smallest box around a face, and its corner in millimetres of paper. Half a turn is none. */
function longSide([outer]: Face, scale: number): [radians: number, corner: readonly [number, number]] {
  const ring = outer!;
  let best: { area: number; turn: number; corner: [number, number] } | null = null;
  for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) {
    const turn = atan2(ring[i + 1]! - ring[j + 1]!, ring[i]! - ring[j]!);
    const [c, s] = [cos(turn), sin(turn)];
    const level = new Float64Array(ring.length);
    for (let k = 0; k < ring.length; k += 2) {
      level[k] = ring[k]! * c + ring[k + 1]! * s;
      level[k + 1] = ring[k + 1]! * c - ring[k]! * s;
    }
    const [u0, v0, u1, v1] = ringBounds([level]);
    const area = (u1 - u0) * (v1 - v0);
    if (best && area > best.area * (1 - 1e-9)) continue;
    const isAcross = v1 - v0 > u1 - u0;
    best = { area, turn: isAcross ? turn + Math.PI / 2 : turn, corner: [u0 * c - v0 * s, u0 * s + v0 * c] };
  }
  const { turn, corner } = best!;
  const half = turn - Math.PI * Math.floor(turn / Math.PI + 1e-9);
  return [half, [(corner[0] * 1000) / scale, (corner[1] * 1000) / scale]];
}
