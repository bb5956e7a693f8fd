import type { RuleList, RuleLists } from '../../core/drafting/standard/edit-standard';
import type { LineRule } from '../../core/drafting/standard/standard';

/** Any rule, as far as what it asks for is concerned. */
export type AnyRule = RuleLists[RuleList];
type Asked = Partial<LineRule> & { readonly use?: string; readonly facing?: string };

/** What a rule asks for but for its role, in words; null where it asks for nothing. */
export function askedWords(rule: AnyRule): string | null {
  const own = rule as Asked;
  const { distance } = own;
  const words = [
    own.use === 'earth' && 'earth below terrain',
    own.facing && `${own.facing} faces`,
    own.class,
    own.elementType && `type ${own.elementType}`,
    own.material && `of ${own.material}`,
    own.hasMaterial === false && 'of no material',
    own.hasMaterial === true && 'of a known material',
    own.name && `named ${own.name}`,
    own.set && `in set ${own.set}`,
    own.storey && `on ${own.storey}`,
    own.sourceLayer && `from layer ${own.sourceLayer}`,
    own.buildUpLayer && `layer ${own.buildUpLayer} of a build-up`,
    own.joint === true && 'joint between materials',
    own.joint === false && 'no joint',
    own.jump !== undefined && `jump of ${own.jump} m or more`,
    distance?.from !== undefined && `${distance.from} m off or more`,
    distance?.to !== undefined && `nearer than ${distance.to} m`,
    own.sight && `in a ${own.sight}`,
  ].filter((word): word is string => typeof word === 'string');
  return words.length ? words.join(', ') : null;
}

/** What a list is called. */
export const LIST_WORDS: Readonly<Record<RuleList, string>> = {
  lines: 'Lines',
  fills: 'Cut faces',
  surfaces: 'Faces seen',
  tones: 'Tones',
};
