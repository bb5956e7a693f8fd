/** Brightness of a hue in the table, by pairs of indices. */
const BRIGHTNESS = [255, 204, 153, 127, 76];
/** The first ten, and the greys at the end. Index 7 is black on paper, white on a dark screen. */
const FIRST = [0x000000, 0xff0000, 0xffff00, 0x00ff00, 0x00ffff, 0x0000ff, 0xff00ff, 0x000000, 0x808080, 0xc0c0c0];
const GREYS = [0x333333, 0x5b5b5b, 0x848484, 0xadadad, 0xd6d6d6, 0xffffff];

/**
 * The colour of an index of the DXF standard, 1 to 255, on paper, as "#RRGGBB": from 10 on 24 hues 15° apart, each in five steps of
 * brightness, full and half. Source: the colour index table of the DXF Reference, worked out by this rule (from memory).
 */
export function indexColour(index: number): string {
  const rgb = index < 10 ? FIRST[index]! : index >= 250 ? GREYS[index - 250]! : hueColour(index);
  return `#${rgb.toString(16).padStart(6, '0').toUpperCase()}`;
}

/** The index whose colour is nearest to a true colour "#RRGGBB", by the sum of squares of the differences; black is 7. */
export function nearestIndex(colour: string): number {
  const channels = (text: string) => [1, 3, 5].map((k) => parseInt(text.slice(k, k + 2), 16));
  const wanted = channels(colour);
  const apart = (index: number) => channels(indexColour(index)).reduce((sum, x, k) => sum + (x - wanted[k]!) ** 2, 0);
  let best = 7;
  for (let index = 1; index < 256; index++) if (apart(index) < apart(best)) best = index;
  return best;
}

function hueColour(index: number): number {
  const sixth = (Math.floor(index / 10) - 1) / 4;
  const bright = BRIGHTNESS[Math.floor((index % 10) / 2)]!;
  return [0, 4, 2].reduce((rgb, shift) => {
    const x = (sixth + shift) % 6;
    const share = Math.min(1, Math.max(0, x < 3 ? 2 - x : x - 4));
    return rgb * 256 + Math.floor(bright * (index % 2 ? (1 + share) / 2 : share) + 1e-9);
  }, 0);
}
