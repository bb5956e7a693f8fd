import { useState } from 'react';
import { Link } from 'react-router';
import { Table } from '../ui/table';
import { NameField } from '../ui/name-field';
import type { ShelfRow } from './shelf-rows';

interface Props {
  readonly rows: readonly ShelfRow[];
  readonly onRename: (id: string, name: string) => void;
  /** Saves it as a file. */
  readonly onSave: (row: ShelfRow) => void;
  readonly onDelete: (row: ShelfRow) => void;
}

const date = (at: number): string => new Date(at).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' });

/** The projects of this browser, the last changed first. */
export function ShelfTable({ rows, onRename, onSave, onDelete }: Props) {
  const [renaming, setRenaming] = useState<string | null>(null);
  return (
    <Table
      label="Kept in this browser"
      rows={rows}
      rowKey={(row) => row.id}
      rowHeight={30}
      columns={[
        {
          title: 'project',
          className: 'pr-4',
          value: (row) => row.name,
          cell: ({ id, name }) =>
            renaming === id ? (
              <NameField
                label={`Name of ${name}`}
                value={name}
                onDone={(next) => {
                  setRenaming(null);
                  if (next) onRename(id, next);
                }}
              />
            ) : (
              <Link
                to={`/project/${id}/bench`}
                className="font-letter text-[15px] hover:text-pencil"
                title={name}
                onKeyDown={(e) => e.key === 'F2' && setRenaming(id)}
              >
                {name}
              </Link>
            ),
        },
        {
          title: 'model',
          // on a small screen its name has the room
          className: 'text-graphite max-[1100px]:hidden',
          value: (row) => row.fileName ?? '',
          cell: ({ fileName, source }) => (fileName ? `${fileName}, ${source}` : 'model missing'),
        },
        { title: 'elements', width: 76, className: 'text-right', value: (row) => row.elements ?? 0, cell: (row) => row.elements ?? '' },
        { title: 'sights', width: 60, className: 'text-right', value: (row) => row.sights, cell: (row) => row.sights },
        {
          title: 'changed',
          width: 150,
          className: 'pl-6 text-graphite',
          value: (row) => row.changed,
          cell: (row) => date(row.changed),
        },
        {
          title: 'what can be done',
          isUntitled: true,
          width: 200,
          className: 'pl-4 text-right',
          cell: (row) => (
            <>
              <button type="button" className="word mr-3" aria-label={`Rename ${row.name}`} onClick={() => setRenaming(row.id)}>
                Rename
              </button>
              <button type="button" className="word mr-3" aria-label={`Save ${row.name} as a file`} onClick={() => onSave(row)}>
                Save as file
              </button>
              <button type="button" className="word" aria-label={`Delete ${row.name}`} onClick={() => onDelete(row)}>
                Delete
              </button>
            </>
          ),
        },
      ]}
    />
  );
}

/** What was deleted and can still be brought back. */
export function Bin({
  rows,
  onBringBack,
  onEmpty,
}: {
  readonly rows: readonly ShelfRow[];
  readonly onBringBack: (id: string) => void;
  readonly onEmpty: () => void;
}) {
  // prettier-ignore
  if (!rows.length) return null;
  return (
    <section aria-label="Bin" className="mt-8 max-w-2xl">
      <div className="flex items-baseline gap-3 border-b border-rule2 pb-1">
        <h2 className="text-[13px] leading-5 font-semibold">Bin</h2>
        <span className="text-graphite">deleted projects can be brought back for two weeks</span>
        <button type="button" className="word ml-auto" onClick={onEmpty}>
          Empty the bin
        </button>
      </div>
      {rows.map(({ id, name, binned }) => (
        <p key={id} className="flex h-7 items-center gap-4 border-b border-rule text-graphite">
          <span className="font-letter text-[15px]">{name}</span>
          <span className="ml-auto">deleted {date(binned ?? 0)}</span>
          <button type="button" className="word" aria-label={`Bring back ${name}`} onClick={() => onBringBack(id)}>
            Bring back
          </button>
        </p>
      ))}
    </section>
  );
}
