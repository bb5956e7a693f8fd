import type { RuleList } from '../../core/drafting/standard/edit-standard';

/** How wide the columns of each list of rules are. */
export const COLUMNS: Readonly<Record<RuleList, string>> = {
  lines: '40px 84px minmax(120px,1fr) 170px 150px 170px 104px 64px',
  fills: '40px minmax(140px,1fr) 190px 60px 130px 60px 104px 64px',
  surfaces: '40px minmax(140px,1fr) 220px 100px',
  tones: '40px minmax(140px,1fr) 190px 110px 80px 150px',
};
