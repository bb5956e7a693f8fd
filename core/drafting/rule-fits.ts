import { materialWords } from '../model/material-words';
import type { ElementName } from './drawing-names';
import type { Conditions } from './standard';

/** What a rule is asked about. */
export interface RuleSubject extends Omit<ElementName, 'id' | 'material'> {
  readonly material: string;
  /** Kind of the sight. */
  readonly sight: string;
}

const isWhole = (wanted: string | undefined, own = ''): boolean => wanted === undefined || own.toLowerCase() === wanted.toLowerCase();

/** Whether all that a rule says of elements and sights fits. */
export function fits(rule: Conditions, { class: className, type, storey, layer, material, sight }: RuleSubject): boolean {
  return (
    isWhole(rule.class, className) &&
    isWhole(rule.elementType, type) &&
    isWhole(rule.storey, storey) &&
    isWhole(rule.sourceLayer, layer) &&
    isWhole(rule.sight, sight) &&
    (rule.hasMaterial === undefined || rule.hasMaterial === (material !== '')) &&
    (rule.material === undefined || materialWords(material).includes(rule.material.toLowerCase()))
  );
}
