import type { MarkRule, ShadowRule } from './standard';

/** Of what a standard says nothing of: its annotation and its shadows are these. They are in the standard that comes along too. */
export const MARK_RULES: readonly MarkRule[] = [
  { mark: 'level', layer: 'LEVELS', weight: 0.18, type: 'continuous', colour: 7, height: 2.5 },
  { mark: 'grid', layer: 'GRID', weight: 0.13, type: 'chain', colour: '#6A6F70', height: 3.5 },
  { mark: 'grid tag', layer: 'GRID TAGS', weight: 0.25, type: 'continuous', colour: 7, height: 3.5 },
  { mark: 'title', layer: 'TITLE', weight: 0.35, type: 'continuous', colour: 7, height: 3.5 },
  { mark: 'region outline', layer: 'REGION OUTLINES', weight: 0.13, type: 'continuous', colour: 7, height: 2.5 },
];

export const SHADOW_RULE: ShadowRule = { layer: 'SHADOW', colour: '#5E666B', opacity: 0.45 };
