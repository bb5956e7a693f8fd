import { noteSentence } from '../../core/faults/wording';
import type { Finding } from '../../core/proof/finding';
import type { ShownFinding } from '../data/drawn-sight';

const KIND: Readonly<Record<string, string>> = {
  'outline-open': 'open outline',
  'outline-mended': 'outline closed over a gap',
  'grazing-cut': 'grazing cut',
  gap: 'gap',
  'double-line': 'drawn twice',
  speck: 'speck',
  'regions-overlap': 'overlap',
  'no-fill': 'no fill',
  'empty-drawing': 'empty',
  'cut-misses': 'cuts nothing',
  'frame-rolled': 'rolled',
  'elevation-askew': 'askew',
};

/** A finding as the Bench shows it. What the reader could not build is told in one way. */
export function shownFinding(finding: Finding): ShownFinding {
  const kind = KIND[finding.code] ?? 'not built';
  // the kind stands before the sentence already
  const words = noteSentence(finding).replace(new RegExp(`^${kind}: `), '');
  const { part, nudge } = finding.facts;
  const mend = typeof part === 'string' ? { without: part } : typeof nudge === 'number' ? { nudge: nudge / 1000 } : null;
  return { kind, words, at: finding.at, ...(mend && { mend }) };
}
