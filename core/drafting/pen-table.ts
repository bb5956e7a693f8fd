import type { Layer, Pen } from './graphic';
import { HAND_LAYER, type HandPen } from './hand';
import { filledIn, layerName } from './safe-names';
import type { FillRule, LineRule, MarkRule, PenColour, Standard } from './standard/standard';

/** The pen of what has no line of its own, paper millimetres. */
const LAID_ON = 0.05;

type Rule = LineRule | FillRule | MarkRule;
type Names = Readonly<Record<'class' | 'material', string>>;

/** The pens and layers of a graphic, each once, as its rules ask for them. */
export class PenTable {
  readonly pens: Pen[] = [];
  readonly layers: Layer[] = [];
  private readonly penAt = new Map<string, number>();
  private readonly layerAt = new Map<string, number>();
  private readonly standard: Standard;

  constructor(standard: Standard, { pens, layers }: { pens: readonly Pen[]; layers: readonly Layer[] } = { pens: [], layers: [] }) {
    this.standard = standard;
    for (const pen of pens) this.penAt.set(keyOf(pen), this.pens.push(pen) - 1);
    for (const layer of layers) this.layerAt.set(layer.name.toLowerCase(), this.layers.push(layer) - 1);
  }

  /** Pen and layer of what a rule catches. Where the Standard says that layers are pens, what is on a layer has the layer's own. */
  of(rule: Rule, names: Names = { class: '', material: '' }): readonly [pen: number, layer: number] {
    const name = layerName(filledIn(rule.layer, names));
    // a file's reader takes names for one that differ only by case
    const key = name.toLowerCase();
    let layer = this.layerAt.get(key);
    if (layer === undefined) {
      layer = this.layers.push({ name, pen: this.pen(firstRule(this.standard, key, names) ?? rule) }) - 1;
      this.layerAt.set(key, layer);
    }
    return [this.standard.layersArePens ? this.layers[layer]!.pen : this.pen(rule), layer];
  }

  /** A colour on a layer, whatever pen that has: what is not drawn but laid on. */
  tint(layerOf: string, colour: PenColour, names: Names): readonly [pen: number, layer: number] {
    const name = layerName(filledIn(layerOf, names));
    const pen = this.known({ weight: LAID_ON, lineType: 'continuous', dashes: [], colour });
    let layer = this.layerAt.get(name.toLowerCase());
    if (layer === undefined) this.layerAt.set(name.toLowerCase(), (layer = this.layers.push({ name, pen }) - 1));
    return [pen, layer];
  }

  /** Pen and layer of a line that was drawn or redrawn by hand: where it has a pen of its own it lies on a layer of its own. */
  byHand(rule: LineRule, hand: HandPen, ruled: readonly [pen: number, layer: number] | null): readonly [pen: number, layer: number] {
    const isOwn = hand.weight !== undefined || hand.type !== undefined || hand.colour !== undefined;
    if (!isOwn && hand.layer === undefined && ruled) return ruled;
    const { role: _role, layer = HAND_LAYER, ...pen } = hand;
    const at = this.tint(layer, pen.colour ?? rule.colour, { class: '', material: '' })[1];
    return [this.pen({ ...rule, ...pen }), at];
  }

  /** Those of a fill laid by hand. */
  handFill(layer: string, weight: number, colour: PenColour): readonly [pen: number, layer: number] {
    const at = this.tint(layer, colour, { class: '', material: '' })[1];
    return [this.known({ weight, lineType: 'continuous', dashes: [], colour }), at];
  }

  private pen(rule: Rule): number {
    const lineType = 'type' in rule ? rule.type : 'continuous';
    const dashes = Object.hasOwn(this.standard.lineTypes, lineType) ? this.standard.lineTypes[lineType]! : [];
    return this.known({ weight: rule.weight, lineType, dashes, colour: rule.colour });
  }

  private known(pen: Pen): number {
    const known = this.penAt.get(keyOf(pen));
    if (known !== undefined) return known;
    this.penAt.set(keyOf(pen), this.pens.push(pen) - 1);
    return this.pens.length - 1;
  }
}

const keyOf = ({ weight, lineType, colour }: Pen): string => `${weight} ${lineType} ${String(colour).toLowerCase()}`;

/** The rule whose pen a layer has: the first one that may put anything on it, whatever a drawing happens to hold. */
const firstRule = ({ lines, fills, marks = [] }: Standard, key: string, names: Names): Rule | undefined =>
  [...lines, ...fills, ...marks].find((rule) => layerName(filledIn(rule.layer, names)).toLowerCase() === key);
