import { isNamed } from '../model/materials/material-name';
import type { ElementName } from './drawing-names';
import type { Conditions } from './standard/standard';

/** What a rule is asked about. */
export interface RuleSubject extends Omit<ElementName, 'id' | 'material' | 'buildUp'> {
  readonly material: string;
  /** Kind of the sight. */
  readonly sight: string;
  /** Names of the sets that it is in. */
  readonly sets?: readonly string[];
  /** The layers of its element's build-up that it may be, from 1. */
  readonly buildUpLayers?: readonly number[];
}

const isWhole = (wanted: string | undefined, own = ''): boolean => wanted === undefined || own.toLowerCase() === wanted.toLowerCase();

/** Whether all that a rule says of elements and sights fits. */
export function fits(rule: Conditions, subject: RuleSubject): boolean {
  const { class: className, type, storey, layer, material, sight, name = '', sets = [], buildUpLayers = [] } = subject;
  return (
    isWhole(rule.class, className) &&
    isWhole(rule.elementType, type) &&
    isWhole(rule.storey, storey) &&
    isWhole(rule.sourceLayer, layer) &&
    isWhole(rule.sight, sight) &&
    (rule.hasMaterial === undefined || rule.hasMaterial === (material !== '')) &&
    (rule.material === undefined || isNamed(material, rule.material)) &&
    (rule.name === undefined || isNamed(name, rule.name)) &&
    (rule.set === undefined || sets.some((own) => isWhole(rule.set, own))) &&
    (rule.buildUpLayer === undefined || buildUpLayers.includes(rule.buildUpLayer))
  );
}
