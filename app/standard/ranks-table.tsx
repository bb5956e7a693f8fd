import { RANKS, type RankRule } from '../../core/cutting/regions/material-rank';
import { FigureField } from '../figures/figure-field';
import { parseNumber } from '../figures/parse';
import { TextField } from './text-field';
import type { StandardEdit } from './use-standard';

const GRID = 'grid h-7 grid-cols-[40px_minmax(200px,1fr)_120px_90px] items-center gap-x-3 border-b border-rule px-3';

/** Which material keeps its place where two overlap in a cut: the office's own, which are asked first, and those that come along. */
export function RanksTable({ edit }: { readonly edit: StandardEdit }) {
  const own = edit.standard.ranks ?? [];
  const change = (label: string, ranks: readonly RankRule[]) => {
    const { ranks: _ranks, ...rest } = edit.standard;
    void edit.change(label, ranks.length ? { ...rest, ranks } : rest);
  };
  const set = (at: number, patch: Partial<RankRule>) =>
    change(
      'Rank',
      own.map((rule, k) => (k === at ? { ...rule, ...patch } : rule)),
    );
  return (
    <div role="table" aria-label="Ranks" className="min-h-0 overflow-y-auto bg-paper">
      <div role="row" className={`sticky top-0 z-20 bg-paper text-[12px] text-graphite ${GRID}`}>
        <span role="columnheader" className="text-right">
          order
        </span>
        <span role="columnheader">words of the material</span>
        <span role="columnheader">rank, 0 to 100</span>
        <span role="columnheader">
          <button type="button" className="word" onClick={() => change('New rank', [{ material: 'oak', rank: 60 }, ...own])}>
            Add rank
          </button>
        </span>
      </div>
      {own.map((rule, at) => (
        // places are their names as long as none moves
        <div role="row" aria-label={`Rank ${at + 1}`} key={`${at} ${own.length}`} className={GRID}>
          <span role="cell" className="text-right">
            {at + 1}
          </span>
          <span role="cell">
            <TextField
              label="Material"
              hideLabel
              width={240}
              value={rule.material}
              onChange={(material) => material && set(at, { material })}
            />
          </span>
          <span role="cell">
            <FigureField
              label="Rank"
              hideLabel
              width={48}
              value={String(rule.rank)}
              parse={(text) => parseNumber(text, 0, 100)}
              onChange={(rank) => set(at, { rank })}
            />
          </span>
          <span role="cell">
            <button
              type="button"
              className="word"
              onClick={() =>
                change(
                  'Rank removed',
                  own.filter((_, k) => k !== at),
                )
              }
            >
              Remove
            </button>
          </span>
        </div>
      ))}
      {RANKS.map(({ material, rank }) => (
        <div role="row" key={material} className={`text-graphite ${GRID}`}>
          <span />
          <span role="cell">{material.split(' ').join(', ')}</span>
          <span role="cell">{rank}</span>
          <span role="cell">comes along</span>
        </div>
      ))}
    </div>
  );
}
