/** A number in its shortest decimal form with at most `decimals` places: no exponent, no trailing zeros, no minus zero. */
export function decimal(value: number, decimals: number): string {
  const text = value.toFixed(decimals);
  if (decimals === 0) return text === '-0' ? '0' : text;
  let end = text.length;
  while (text.charCodeAt(end - 1) === 48) end--;
  if (text.charCodeAt(end - 1) === 46) end--;
  const short = text.slice(0, end);
  return short === '-0' ? '0' : short;
}
