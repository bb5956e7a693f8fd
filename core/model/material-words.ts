/**
 * Words for materials in languages of the trade, and the English word that ranks and fills go by. A star stands for any letters,
 * so that compounds are found; the first line that fits decides, so concrete with steel in its name stands before steel.
 * Accents are left away on both sides. From memory.
 */
const WORDS: readonly (readonly [english: string, words: string])[] = [
  ['reinforced concrete', '*stahlbeton* gewapend* armado armato zelbet* zelezobeton*'],
  ['concrete', '*beton* *calcestruzzo* hormigon* concreto* betao* zelbet* zelezobeton*'],
  ['steel', '*stahl* staal* acier* acero* acciaio* stal ocel* *eisen fonte ijzer'],
  ['aluminium', 'alu'],
  ['block', 'kalksandstein* kalkzandsteen* hohlblock* parpaing* bloque* blocchi* blocco* agglo'],
  ['stone', '*naturstein* granit* *sandstein* schiefer* natuursteen* pierre* piedra* pietra* marmor* marbre* marmo'],
  ['brick', '*ziegel* *klinker* backstein* baksteen* brique* ladrillo* mattone* mattoni* laterizi* tijolo* tegel* tegl* cegla* cihla*'],
  ['masonry', '*mauerwerk* metselwerk* maconnerie* mamposteria* muratura* alvenaria*'],
  ['insulation', '*dammung* *dammstoff* *dammplatte* *glaswolle* *steinwolle* *mineralwolle* warmedamm* isolant* isolat* isolier* isolering* aislant* aislamiento* laine* lana *styropor* *polystyrol* polystyrene*'],
  ['screed', '*estrich* dekvloer* chape massetto* solado*'],
  ['plaster', '*putz stucwerk* pleister* enduit* enlucido* revoque* intonaco* platre* yeso* *gips* gesso* cartongesso* pladur*'],
  ['mortar', 'mortel* mortier* mortero* argamassa*'],
  ['timber', '*holz* hout* bois madera* legno* madeira* drewno* drevo* eiche* chene* roble* rovere* fichte* kiefer* larche* tanne* epicea* meleze* abete* larice* contreplaque* multiplex*'],
  ['glass', 'glas glas* *glas verre* vitrage* vidrio* vetro* vidro*'],
  ['earth', 'erdreich* erde mutterboden* terre terreno* tierra* aarde *zand kies* *kies gravier* grava ghiaia'],
  ['air', 'luft luftschicht* luftraum* hinterluftung* luchtspouw* spouw intercapedine*'],
]; // prettier-ignore

const plain = (text: string) => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();
const PATTERNS = WORDS.map(([english, words]) => {
  const each = words.split(' ').map((word) => word.replace(/^\*/, '[a-z]*').replace(/\*$/, '[a-z]*'));
  return [english, new RegExp(`(^|[^a-z])(${each.join('|')})([^a-z]|$)`)] as const;
});

/** Names that were asked before; materials are few. */
const _known = new Map<string, string>();
const MOST_KNOWN = 10_000;

/** A material's name without case, and after it the English word for what it names in another language: "stahlbeton concrete". */
export function materialWords(name: string): string {
  let words = _known.get(name);
  if (words === undefined) {
    const text = plain(name);
    const english = PATTERNS.find(([, pattern]) => pattern.test(text))?.[0];
    words = english ? `${name.toLowerCase()} ${english}` : name.toLowerCase();
    if (_known.size >= MOST_KNOWN) _known.clear();
    _known.set(name, words);
  }
  return words;
}
