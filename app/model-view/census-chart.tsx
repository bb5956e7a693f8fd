import { token } from '../ui/token';
import { useEffect, useRef } from 'react';
import type { ModelInfo } from '../data/database';
import { measured, type CensusRow } from './census-groups';

/** Classes that are drawn; what comes after them is small. */
const MOST = 12;

/** Where the triangles and the volume of a model are: the share of each class in both. */
export default function CensusChart({ model, classes }: { readonly model: ModelInfo; readonly classes: readonly CensusRow[] }) {
  const host = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const element = host.current!;
    let isOpen = true;
    void import('plotly.js-basic-dist-min').then(({ default: plotly }) => {
      if (!isOpen) return;
      const share = (row: CensusRow, measure: 'triangles' | 'volume') =>
        (100 * measured(model, row.elements, measure)) /
        Math.max(
          1e-12,
          classes.reduce((sum, r) => sum + measured(model, r.elements, measure), 0),
        );
      const rows = [...classes]
        .sort((a, b) => share(b, 'triangles') + share(b, 'volume') - share(a, 'triangles') - share(a, 'volume'))
        .slice(0, MOST)
        .reverse();
      const bar = (name: string, measure: 'triangles' | 'volume', color: string) => ({
        type: 'bar' as const,
        orientation: 'h' as const,
        name,
        y: rows.map((r) => (r.name.length > 18 ? `${r.name.slice(0, 17)}…` : r.name)),
        x: rows.map((r) => share(r, measure)),
        marker: { color },
        hovertemplate: `%{y}: %{x:.1f} % of the ${measure}<extra></extra>`,
      });
      const font = { family: 'Tarvex Text', size: 11, color: token('ink') };
      void plotly.newPlot(
        element,
        [bar('Volume', 'volume', token('rule2')), bar('Triangles', 'triangles', token('ink'))],
        {
          width: 262,
          height: 34 + rows.length * 24,
          margin: { l: 104, r: 8, t: 4, b: 22 },
          font,
          paper_bgcolor: 'rgba(0,0,0,0)',
          plot_bgcolor: 'rgba(0,0,0,0)',
          bargap: 0.35,
          showlegend: false,
          xaxis: { ticksuffix: ' %', gridcolor: token('rule'), zerolinecolor: token('rule2'), nticks: 4, fixedrange: true },
          yaxis: { fixedrange: true },
        },
        { displayModeBar: false, responsive: false },
      );
    });
    return () => {
      isOpen = false;
      void import('plotly.js-basic-dist-min').then(({ default: plotly }) => plotly.purge(element));
    };
  }, [model, classes]);
  return (
    <div className="border-b border-rule2 py-1 pl-2">
      <p className="flex gap-4 pl-1 text-[11px]">
        <span className="flex items-center gap-1.5">
          <i className="inline-block h-2.5 w-2.5 bg-ink" /> Share of the triangles
        </span>
        <span className="flex items-center gap-1.5">
          <i className="inline-block h-2.5 w-2.5 bg-rule2" /> of the volume
        </span>
      </p>
      <div ref={host} role="img" aria-label="Share of each class in the triangles and in the volume" />
    </div>
  );
}
