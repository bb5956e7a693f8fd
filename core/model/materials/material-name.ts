import { KINDS, MIDDLE_RANK, type MaterialKind } from './kinds';

/* A name of a material as people write it: what it is, and the words that describe that. */

/** A name is parted at these, and of the parts the first that names anything decides: "concrete with steel fibres", "laine de roche". */
const PARTING = new Set(
  'with without on for to in under over between behind from of mit ohne auf fur zwischen unter hinter aus von zu avec sans sur pour sous entre de du des d di del della da do em en con senza per su sobre para met zonder op voor tussen van med pa z ze na pod'.split(
    ' ',
  ),
);
/** Words of forms, which say nothing of the matter: of a compound, or a name, they are left away. */
const FORMS =
  'board boards boarding panel panels sheet sheets slab slabs layer layers plate plates tile work works lining cladding element elements system facing fibre fiber fibres platte platten tafel schicht lage karton faser plaat platen laag panneau panneaux plaque panel pannello lastra pannelli placa tablero dalle mur parement planks plank batts batt quilt roll';
const FORM = new Set(FORMS.split(' '));
/** What stands behind the noun and describes it. */
const AFTER = new Set('ventilated unventilated still clear residual min max mm cm m nominal thick wide thk space layer layers zone ca belueftet beluftet ruhend stehend type typ class grade exposed'.split(' ')); // prettier-ignore

const plain = (text: string): string =>
  text
    .replace(/(\p{Ll})(\p{Lu})/gu, '$1 $2')
    .replace(/ß/g, 'ss')
    .replace(/[łŁ]/g, 'l')
    .replace(/[øØ]/g, 'o')
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase();

/** The words of a name, also codes with digits such as c30/37; empty ones part it. */
const wordsOf = (name: string): string[] =>
  plain(name)
    .replace(/([,;:()[\]|+&]|\s[-–—/]\s|(?<!\d)\/|\/(?!\d))/g, ' \n ')
    .replace(/[_'’"-]/g, ' ')
    .split(/[ \t]+|(?=\n)/)
    .map((word) => (word.includes('\n') ? '' : /^c\d+\/\d+$/.test(word) ? word : word.replace(/[^a-z0-9]/g, '')))
    .filter((word, k, all) => word !== '' || (k > 0 && all[k - 1] !== ''));

interface Entry {
  readonly kind: MaterialKind;
  /** Whether the first of its words decides. */
  readonly isFirst: boolean;
}
const EXACT = new Map<string, Entry>();
const STEMS: (readonly [stem: string, entry: Entry])[] = [];
/** Ends of compounds, the longest first: words of forms, and those that join with others in one word. */
const ENDS = [
  ...[...FORM].filter((form) => form.length >= 4),
  ...'beton betong stahl holz hout glas glass wood stone brick block stein steen ziegel klinker mauerwerk estrich mortel putz dammung dammstoff dammplatte wolle wool folie bahn kies schaum fliese fliesen blech concrete steel isolatie isolering verglasung anstrich dichtung'.split(' '), // prettier-ignore
].sort((a, b) => b.length - a.length);
const MOST_WORDS = 3;
for (const kind of KINDS)
  for (const [list, isFirst] of [
    [kind.nouns, false],
    [kind.first ?? '', true],
  ] as const)
    // prettier-ignore
    for (const word of list.split(' ').filter(Boolean)) {
      const entry = { kind, isFirst };
      if (word.endsWith('*')) STEMS.push([word.slice(0, -1), entry]);
      else if (!EXACT.has(word)) EXACT.set(word, entry);
    }

/** What one word names: itself, a form of it, or what its end names ("Ziegelmauerwerk", "glasswool", "Gipskartonplatte"). */
function entryOf(word: string): Entry | undefined {
  const bare = word.replace(/\d+$/, '');
  const known = EXACT.get(word) ?? EXACT.get(bare) ?? STEMS.find(([stem]) => word.startsWith(stem))?.[1];
  if (known || bare.length < 6) return known;
  const end = ENDS.find((e) => bare.length >= e.length + 2 && bare.endsWith(e));
  if (!end) return undefined;
  // German joins words by an s or an n
  const front = bare.slice(0, -end.length);
  const own = FORM.has(end) ? undefined : EXACT.get(end);
  if (own && !own.kind.isVague) return own;
  const before = entryOf(front) ?? entryOf(front.replace(/[sn]$/, ''));
  return before && !(own && before.kind.isAir) ? before : own;
}

interface Met extends Entry {
  readonly from: number;
  readonly to: number;
}

/** All that a part of a name tells, in its order: words that belong together first. */
function metIn(part: readonly string[]): Met[] {
  const out: Met[] = [];
  for (let k = 0; k < part.length; k++) {
    let found: Met | null = null;
    for (let many = Math.min(MOST_WORDS, part.length - k); many > 1 && !found; many--) {
      const entry = EXACT.get(part.slice(k, k + many).join('+'));
      if (entry) found = { ...entry, from: k, to: k + many };
    }
    const single = found ?? entryOf(part[k]!);
    if (!single) continue;
    const met = found ?? { ...single, from: k, to: k + 1 };
    out.push(met);
    k = met.to - 1;
  }
  return out;
}

/** Whether a part is called after its air: "ventilated cavity", but neither "cavity wall" nor "void former". */
function isCalledAir(part: readonly string[], { to, isFirst }: Met): boolean {
  return isFirst || part.slice(to).every((word) => AFTER.has(word) || /^\d/.test(word));
}

function decidedIn(part: readonly string[]): Met | undefined {
  const met = metIn(part).filter((own) => !own.kind.isAir || isCalledAir(part, own));
  const sure = met.filter(({ kind }) => !kind.isVague);
  const among = sure.length ? sure : met;
  const decides = among.some(({ isFirst }) => isFirst) ? among[0] : among.at(-1);
  // "EPS insulation", "Stahlbeton C30/37": what is told more closely beside it
  return decides && among.reduce((best, own) => (isSortOf(own.kind, best.kind) ? own : best), decides);
}

/** What a name tells of a material. */
export interface MaterialName {
  readonly kind: MaterialKind | null;
  /** Words by which rules find it: those of its kind, and its own but for such as name another kind. */
  readonly words: ReadonlySet<string>;
  /** All its own words, in their order, with a space before, between and behind. */
  readonly text: string;
}

function parse(name: string): MaterialName {
  const all = wordsOf(name);
  const parts: string[][] = [[]];
  for (const word of all)
    if (word === '' || PARTING.has(word)) parts.push([]);
    else parts.at(-1)!.push(word);
  // phrases of Romance languages hold a parting word: they are looked for over all
  const phrase = metIn(all.filter(Boolean)).find(({ from, to }) => to - from > 1 && all.slice(from, to).some((w) => PARTING.has(w)));
  const decided = parts.map(decidedIn).filter((own) => own !== undefined);
  const first = (phrase ?? decided.find((own) => !own.kind.isVague) ?? decided[0])?.kind ?? null;
  const kind = first && decided.reduce((best, own) => (isSortOf(own.kind, best) ? own.kind : best), first);
  const others = all.filter((word) => {
    const own = word === '' ? null : entryOf(word)?.kind;
    return word !== '' && (!own || own === kind || sharesWord(own, kind));
  });
  // "walls", "wall012"
  const bare = others.flatMap((word) => [word.replace(/\d+$/, ''), word.replace(/([a-z]{3})s\d*$/, '$1')]).filter(Boolean);
  return {
    kind,
    words: new Set([...(kind?.is.split(' ') ?? []), ...others, ...bare]),
    text: ` ${all.filter(Boolean).join(' ')} `,
  };
}

/** Whether two kinds have a word in common: rigid insulation and wool. */
const sharesWord = (a: MaterialKind, b: MaterialKind | null): boolean =>
  b !== null && a.is.split(' ').some((word) => b.is.split(' ').includes(word));

/** Whether one kind is a sort of the other: granite is stone. */
const isSortOf = (a: MaterialKind, b: MaterialKind): boolean =>
  a.is.length > b.is.length && b.is.split(' ').every((word) => a.is.split(' ').includes(word));

/** Names that were asked before; materials are few. */
const _known = new Map<string, MaterialName>();
const MOST_KNOWN = 10_000;

export function materialName(name: string): MaterialName {
  let known = _known.get(name);
  if (known === undefined) {
    if (_known.size >= MOST_KNOWN) _known.clear();
    _known.set(name, (known = parse(name)));
  }
  return known;
}

/**
 * Whether a name is of what a rule asks for: a word for its kind in English ("concrete" finds "Stahlbeton", not "concrete block"), a whole
 * word of it that names nothing else ("waterproof"), or several words one behind the other ("stone wool"). Without case and accents.
 */
export function isNamed(name: string, asked: string): boolean {
  const { words, text } = materialName(name);
  const own = wordsOf(asked).filter(Boolean);
  return own.length === 1 ? words.has(own[0]!) : text.includes(` ${own.join(' ')} `);
}

/** The rank of a material by what it is. */
export const kindRank = (name: string): number => materialName(name).kind?.rank ?? MIDDLE_RANK;

/** Whether a layer is a gap: air and cavities are regions without fill. */
export const isAir = (name: string): boolean => materialName(name).kind?.isAir === true;
