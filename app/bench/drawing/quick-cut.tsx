import type { Region } from '../../../core/cutting/cut-faces';

/** The cut outline that follows the hand until the exact drawing is there. */
export function QuickCut({ regions, matrix }: { readonly regions: readonly Region[]; readonly matrix: string }) {
  const d = regions
    .flatMap((r) => r.face)
    .map((ring) => {
      let path = '';
      for (let i = 0; i < ring.length; i += 2) path += `${i ? 'L' : 'M'}${ring[i]} ${ring[i + 1]}`;
      return `${path}Z`;
    })
    .join('');
  return (
    <path
      data-testid="quick-cut"
      d={d}
      transform={`matrix(${matrix})`}
      fill="var(--color-madder)"
      fillOpacity={0.12}
      fillRule="evenodd"
      stroke="var(--color-madder)"
      strokeWidth={1.5}
      vectorEffect="non-scaling-stroke"
    />
  );
}
