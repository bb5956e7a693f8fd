import { useMemo } from 'react';
import { paperColour } from '../../core/drafting/style-drawing';
import type { FillRule, PenColour, Standard } from '../../core/drafting/standard/standard';
import { wavePattern } from '../../core/drafting/fills/wave';
import { Growing } from '../../core/geometry/growing';
import { patternLines, type PatternLine } from '../../core/geometry/pattern-line';
import { CSS_PER_MM } from '../board/view';

interface Props {
  /** "solid", "none", "wave" or a pattern of the standard. */
  readonly pattern: string;
  readonly lines?: readonly PatternLine[] | undefined;
  readonly colour: PenColour;
  /** Paper millimetres. */
  readonly weight?: number;
  readonly width?: number;
  readonly height?: number;
}

/** A fill at paper scale. */
export function Swatch({ pattern, lines, colour, weight = 0.13, width = 40, height = 17 }: Props) {
  const path = useMemo(() => pathOf(pattern, lines, width, height), [pattern, lines, width, height]);
  const ink = paperColour(colour);
  return (
    <svg width={width} height={height} className="shrink-0 border border-ink bg-sheet" aria-hidden="true">
      {pattern === 'solid' ? (
        <rect width={width} height={height} fill={ink} />
      ) : (
        <path d={path} stroke={ink} strokeWidth={Math.max(0.5, weight * CSS_PER_MM)} fill="none" strokeLinejoin="round" />
      )}
    </svg>
  );
}

/** The families over the swatch, as many millimetres of paper as it has on the screen. */
function pathOf(pattern: string, lines: readonly PatternLine[] | undefined, width: number, height: number): string {
  const [w, h] = [width / CSS_PER_MM, height / CSS_PER_MM];
  const own =
    pattern === 'wave' ? wavePattern({ at: [0, 0], along: [1, 0], length: w / 1000, thickness: h / 1000 }, 0.62, 1).lines : (lines ?? []);
  const found = new Growing((n) => new Float64Array(n));
  for (const line of own) patternLines(line, [Float64Array.of(0, 0, w, 0, w, h, 0, h)], found);
  const pieces = found.view();
  const at = (k: number) => (pieces[k]! * CSS_PER_MM).toFixed(1);
  let d = '';
  for (let i = 0; i < pieces.length; i += 4)
    d += `M${at(i)} ${(height - Number(at(i + 1))).toFixed(1)}L${at(i + 2)} ${(height - Number(at(i + 3))).toFixed(1)}`;
  return d;
}

/** That of a rule of a standard. */
export const RuleSwatch = ({ rule, standard, ...size }: { rule: FillRule; standard: Standard; width?: number; height?: number }) => (
  <Swatch {...size} pattern={rule.pattern} lines={standard.patterns[rule.pattern]} colour={rule.colour} weight={rule.weight} />
);
