import { drawingBounds, type Drawing } from '../linework/drawing';
import { materialWords } from '../model/material-words';
import { ROLES } from '../sights/role';
import { indexColour } from './colour-table';
import type { DrawingNames } from './drawing-names';
import { NO_STROKES, type Graphic, type RegionFill, type Titled } from './graphic';
import { PenTable } from './pen-table';
import type { PenColour, Standard } from './standard';

const fitsWord = (word: string | undefined, name: string): boolean =>
  word === undefined || materialWords(name).includes(word.toLowerCase());
const fitsWhole = (word: string | undefined, name: string): boolean => word === undefined || name.toLowerCase() === word.toLowerCase();

/**
 * Applies a standard to a drawing: the first fitting rule gives each line its pen and layer and each region its fill. Without annotation,
 * and with every line as it was drawn.
 * @param scale 1 : scale
 */
export function style(drawing: Drawing, names: DrawingNames, sight: Titled, standard: Standard, scale: number): Graphic {
  const table = new PenTable(standard);
  const kinds = new Kinds(names);
  // lines of one role and kind of element all find the same rule
  const memory = new Map<number, readonly [pen: number, layer: number]>();
  const [linePen, lineLayer] = [new Uint16Array(drawing.lineRole.length), new Uint16Array(drawing.lineRole.length)];
  drawing.lineRole.forEach((role, l) => {
    const joint = drawing.lineJoint[l]!;
    const step = drawing.lineJump[l]!;
    const kind = kinds.of(drawing.lineElement[l]!);
    const key = ((kind * ROLES.length + role) * 2 + joint) * 256 + step;
    let found = memory.get(key);
    if (!found) {
      const jump = step > 0 ? drawing.jumps[step - 1]! : 0;
      const { class: className, material } = kinds.names[kind]!;
      const rule = standard.lines.find(
        (r) =>
          fitsWhole(r.role, ROLES[role]!) &&
          (r.joint === undefined || r.joint === (joint === 1)) &&
          (r.jump === undefined || r.jump <= jump) &&
          fitsWhole(r.class, className) &&
          fitsWord(r.material, material),
      )!;
      memory.set(key, (found = table.of(rule, { class: className, material })));
    }
    linePen[l] = found[0];
    lineLayer[l] = found[1];
  });
  const fills = drawing.regions.map((region): RegionFill | null => {
    if (region.use === 'air') return null;
    const material = names.materials[region.material] ?? '';
    const className = names.elements.get(region.elements[0]!)?.class ?? '';
    const rule = standard.fills.find(
      (r) => fitsWhole(r.use, region.use) && fitsWhole(r.class, className) && fitsWord(r.material, material),
    )!;
    const [pen, layer] = table.of(rule, { class: className, material });
    return {
      layer,
      pen,
      pattern: rule.pattern,
      lines: rule.pattern === 'solid' ? null : standard.patterns[rule.pattern]!,
      wash: rule.wash !== false && region.use === 'matter',
      isOwn: rule !== standard.fills.at(-1),
    };
  });
  return {
    version: 1,
    scale,
    sight: { kind: sight.kind, number: sight.number, name: sight.name },
    drawing,
    names,
    pens: table.pens,
    layers: table.layers,
    linePen,
    lineLayer,
    fills,
    rounds: [],
    regionOutline: null,
    strokes: NO_STROKES,
    texts: [],
    box: drawingBounds(drawing),
  };
}

/** Elements that a rule cannot tell apart, by a number: those of one class and one material. */
class Kinds {
  readonly names: { readonly class: string; readonly material: string }[] = [];
  private readonly numbers = new Map<string, number>();
  private readonly byElement = new Map<number, number>();
  constructor(private readonly all: DrawingNames) {}

  of(element: number): number {
    let kind = this.byElement.get(element);
    if (kind === undefined) {
      const { class: className = '', material = '' } = this.all.elements.get(element) ?? {};
      const words = `${className}\n${material}`;
      kind = this.numbers.get(words);
      if (kind === undefined) this.numbers.set(words, (kind = this.names.push({ class: className, material }) - 1));
      this.byElement.set(element, kind);
    }
    return kind;
  }
}

/** The colour as "#RRGGBB" for paper. Index 7 is black on paper. */
export const paperColour = (colour: PenColour): string => (typeof colour === 'string' ? colour : indexColour(colour));
