import { expect, it } from 'vitest';
import { byPattern } from './name-pattern';
import type { Sight } from './sight';

const plan = (number: string, name: string, storey?: string): Sight => ({ kind: 'plan', number, name, storey, depth: null });
const subjects = [
  { sight: plan('P-07', 'Ground', 'Ground storey'), scale: 50, group: 'Tender' },
  { sight: plan('P-09', 'Attic'), scale: 100 },
];

it('counts with as many digits as are written, or by steps, and says what a sight has', () => {
  expect(byPattern('A-{098}', subjects)).toEqual(['A-098', 'A-099']);
  expect(byPattern('{9}.{+10}', subjects)).toEqual(['9.10', '10.20']);
  expect(byPattern('{kind} {name}, {scale}', subjects)).toEqual(['Plan Ground, 1:50', 'Plan Attic, 1:100']);
  expect(byPattern('{group} {storey}', subjects)).toEqual(['Tender Ground storey', '']);
  expect(byPattern('{number} {what} {', subjects)).toEqual(['P-07 {what} {', 'P-09 {what} {']);
});
