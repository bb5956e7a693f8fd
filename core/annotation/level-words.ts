const MINUS = '\u2212';

/** A level in metres over the datum: always a sign and three decimals; zero is ±0.000 (common practice). */
export function levelWords(metres: number): string {
  const rounded = Math.round(metres * 1000) / 1000;
  return (rounded > 0 ? '+' : rounded < 0 ? MINUS : '±') + Math.abs(rounded).toFixed(3);
}
