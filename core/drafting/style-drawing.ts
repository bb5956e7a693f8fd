import type { DrawnSide } from '../linework/boundary-edges';
import type { Drawing } from '../linework/drawing';
import { ROLES } from '../sights/role';
import { materialWords } from '../model/material-words';
import { firstMaterials, type Model } from '../model/model';
import { indexColour } from './colour-table';
import { filledIn, layerName } from './safe-names';
import type { FillRule, LineRule, PatternLine, PenColour, Standard } from './standard';

/** A layer of a styled drawing; everything on it is drawn alike. */
export interface Layer {
  readonly name: string;
  /** Paper millimetres. */
  readonly weight: number;
  /** Dashes in paper millimetres, empty for a continuous line. */
  readonly dashes: readonly number[];
  readonly lineType: string;
  readonly colour: PenColour;
  readonly isFill: boolean;
}

export interface RegionFill {
  /** Index into layers. */
  readonly layer: number;
  readonly pattern: string;
  /** null = solid. Paper millimetres. */
  readonly lines: readonly PatternLine[] | null;
  readonly wash: boolean;
  /** false where only the standard's last rule, the one for everything, fits. */
  readonly isOwn: boolean;
}

/** A cut outline with arcs of circles that closes on one layer: what some lines of a drawing are as a whole. */
export interface RoundOutline {
  /** The lines that it stands for, ascending. */
  readonly lines: readonly number[];
  /** One behind the other, the first an arc. */
  readonly sides: readonly DrawnSide[];
  /** The element that has most of it, and those beyond it, ascending. */
  readonly element: number;
  readonly beyond: readonly number[];
}

/** A drawing with the standard's rules applied at a scale of 1 : scale. */
export interface StyledDrawing {
  readonly drawing: Drawing;
  readonly scale: number;
  readonly layers: readonly Layer[];
  /** Layer of each line. */
  readonly lineLayer: Uint16Array;
  /** Fill of each region; null for air, which is left open. */
  readonly fills: readonly (RegionFill | null)[];
  readonly standard: Standard;
  /** For files: see `closeOutlines`. */
  readonly rounds?: readonly RoundOutline[];
}

/** The outlines with arcs by the first of their lines, and all lines that they stand for. */
export function roundsByLine({ rounds = [] }: StyledDrawing): { first: Map<number, RoundOutline>; lines: Set<number> } {
  return { first: new Map(rounds.map((round) => [round.lines[0]!, round])), lines: new Set(rounds.flatMap(({ lines }) => lines)) };
}

const fitsWord = (word: string | undefined, name: string): boolean =>
  word === undefined || materialWords(name).includes(word.toLowerCase());
const fitsWhole = (word: string | undefined, name: string): boolean => word === undefined || name.toLowerCase() === word.toLowerCase();

/** Applies a standard to a drawing: the first fitting rule gives each line its layer and each region its fill. */
export function styleDrawing(model: Model, drawing: Drawing, standard: Standard, scale: number): StyledDrawing {
  const layers: Layer[] = [];
  const byName = new Map<string, number>();
  const layerFor = (rule: LineRule | FillRule, className: string, material: string): number => {
    const name = layerName(filledIn(rule.layer, { class: className, material }));
    // a file's reader takes names for one that differ only by case
    const key = name.toLowerCase();
    let index = byName.get(key);
    if (index === undefined) {
      const lineType = 'type' in rule ? rule.type : 'continuous';
      index =
        layers.push({
          name,
          weight: rule.weight,
          lineType,
          dashes: Object.hasOwn(standard.lineTypes, lineType) ? standard.lineTypes[lineType]! : [],
          colour: rule.colour,
          isFill: 'pattern' in rule,
        }) - 1;
      byName.set(key, index);
    }
    return index;
  };

  const elementMaterial = firstMaterials(model);
  // lines of one role and element all find the same rule
  const memory = new Map<string, number>();
  const lineLayer = Uint16Array.from(drawing.lineRole, (role, l) => {
    const element = drawing.lineElement[l]!;
    const joint = drawing.lineJoint[l] === 1;
    const step = drawing.lineJump[l]!;
    const jump = step > 0 ? drawing.jumps[step - 1]! : 0;
    const key = `${role} ${joint} ${element} ${step}`;
    let layer = memory.get(key);
    if (layer === undefined) {
      const className = model.elements[element]?.class ?? '';
      const material = elementMaterial.get(element) ?? '';
      const rule = standard.lines.find(
        (r) =>
          fitsWhole(r.role, ROLES[role]!) &&
          (r.joint === undefined || r.joint === joint) &&
          (r.jump === undefined || r.jump <= jump) &&
          fitsWhole(r.class, className) &&
          fitsWord(r.material, material),
      )!;
      memory.set(key, (layer = layerFor(rule, className, material)));
    }
    return layer;
  });
  const fills = drawing.regions.map((region): RegionFill | null => {
    if (region.use === 'air') return null;
    const material = model.materials[region.material]?.name ?? '';
    const className = model.elements[region.elements[0]!]?.class ?? '';
    const rule = standard.fills.find(
      (r) => fitsWhole(r.use, region.use) && fitsWhole(r.class, className) && fitsWord(r.material, material),
    )!;
    return {
      layer: layerFor(rule, className, material),
      pattern: rule.pattern,
      lines: rule.pattern === 'solid' ? null : standard.patterns[rule.pattern]!,
      wash: rule.wash !== false && region.use === 'matter',
      isOwn: rule !== standard.fills.at(-1),
    };
  });
  return { drawing, scale, layers, lineLayer, fills, standard };
}

/** The colour as "#RRGGBB" for paper. Index 7 is black on paper. */
export const paperColour = (colour: PenColour): string => (typeof colour === 'string' ? colour : indexColour(colour));
