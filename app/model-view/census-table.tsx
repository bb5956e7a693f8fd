import type { ModelInfo } from '../data/database';
import { Table } from '../ui/table';
import { measured, measureWords, type CensusRow, type Measure } from './census-groups';
import { CensusWords } from './census-words';
import type { Shown } from '../space/use-shown';

interface Props {
  readonly title: string;
  readonly list: readonly CensusRow[];
  readonly model: ModelInfo;
  readonly measure: Measure;
  readonly shown: Shown;
}

/** A long group of the census, sorted by what one looks for. */
export function CensusTable({ title, list, model, measure, shown }: Props) {
  const value = (row: CensusRow) => measured(model, row.elements, measure);
  return (
    <Table
      label={`All ${title.toLowerCase()}`}
      rows={list}
      rowKey={(row) => row.key}
      rowHeight={20}
      maxHeight={320}
      columns={[
        {
          title: 'name',
          className: 'pl-3',
          value: (row) => row.name,
          cell: (row) => (
            <button
              type="button"
              className={`w-full overflow-hidden text-left text-ellipsis ${shown.isHidden(row.elements) ? 'text-graphite line-through' : ''}`}
              title={row.name}
              onClick={() => shown.pick(row.elements)}
            >
              {row.name}
            </button>
          ),
        },
        {
          title: 'what can be done',
          isUntitled: true,
          width: 96,
          cell: (row) => (
            <span className="hidden gap-2 group-focus-within:flex group-hover:flex">
              <CensusWords row={row} shown={shown} />
            </span>
          ),
        },
        { title: measure, width: 68, className: 'pr-3 text-right', value, cell: (row) => measureWords(value(row), measure) },
      ]}
    />
  );
}
