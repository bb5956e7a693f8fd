import type { Model } from '../model/model';
import type { Check, CheckKind } from './check-model';

/** A figure as people read it: few places, no needless noughts. */
const figure = (x: number, places: number): string => String(Number(x.toPrecision(places)));

const WORDS: Record<CheckKind, (x: number) => string> = {
  'open-shell': (n) => `open shell, ${n} ${n === 1 ? 'edge' : 'edges'}`,
  'self-crossing': (length) => `runs through itself along ${figure(length, 3)} m`,
  overlap: (v) => (v >= 1 ? `overlap, about ${figure(v, 2)} cubic metres` : `overlap, about ${figure(v * 1000, 2)} litres`),
  twice: () => 'the same element twice',
  'near-miss': (gap) => `gap of ${figure(gap * 1000, 2)} mm`,
  'off-axis': (degrees) => `face off axis, ${figure(degrees, 3)}°`,
  'no-material': () => 'no material',
  'no-storey': () => 'on no storey',
  tiny: (size) => `tiny, ${figure(size * 1000, 2)} mm`,
  'far-off': (away) => `far from the rest, ${figure(away, 3)} m`,
};

/** What each kind of finding does to a drawing. */
export const CONSEQUENCES: Readonly<Record<CheckKind, string>> = {
  'open-shell': 'its cut may stay an open outline, without a fill',
  'self-crossing': 'lines and fills follow what its faces make, not what was meant',
  overlap: 'where both are cut, the higher rank keeps its place',
  twice: 'lines and fills lie on one another',
  'near-miss': 'two lines a hair apart where one is meant',
  'off-axis': 'sections along the grid cut it askew',
  'no-material': 'drawn plain; joints to its neighbours stay',
  'no-storey': 'no plan of a storey asks for it',
  tiny: 'specks at 1:100',
  'far-off': 'pictures of the whole model become very small',
};

/** A finding in a few words. */
export const checkWords = ({ kind, figure: x }: Check): string => WORDS[kind](x);

/** The elements of a finding, in words. */
export const elementWords = (model: Pick<Model, 'elements'>, { elements }: Check): string =>
  elements
    .map((e) => {
      const { class: className, name, id } = model.elements[e]!;
      return `${className} ${name ? `"${name}"` : `(${id})`}`;
    })
    .join(', ');
