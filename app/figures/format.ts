const THIN = '\u2009';
const MINUS = '\u2212';

/** A length in whole millimetres with its thousands set apart by a thin gap: 21 600. Tenths appear only where there are any. */
export function millimetres(metres: number): string {
  const tenths = Math.round(metres * 1e4);
  const whole = Math.trunc(Math.abs(tenths) / 10),
    rest = Math.abs(tenths) % 10;
  const text = String(whole).replace(/\B(?=(\d{3})+$)/g, THIN) + (rest ? `.${rest}` : '');
  return (tenths < 0 ? MINUS : '') + text;
}

export { levelWords as level } from '../../core/annotation/level-words';

export const degrees = (radians: number): string => `${((radians * 180) / Math.PI + 0).toFixed(1).replace('-', MINUS)}°`;
