import { useState } from 'react';
import { Link } from 'react-router';
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
    <table className="w-full border-collapse text-left">
      <thead className="text-[12px] text-graphite">
        <tr className="border-b border-rule2 [&>th]:h-6 [&>th]:font-normal">
          <th>project</th>
          <th>model</th>
          <th className="text-right">elements</th>
          <th className="text-right">sights</th>
          <th className="pl-6">changed</th>
          <th>
            <span className="sr-only">what can be done</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => {
          const { id, name, fileName, source, elements, sights, changed } = row;
          return (
            <tr key={id} className="h-[30px] border-b border-rule hover:bg-hover">
              <td className="pr-4">
                {renaming === id ? (
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
                    onKeyDown={(e) => e.key === 'F2' && setRenaming(id)}
                  >
                    {name}
                  </Link>
                )}
              </td>
              <td className="text-graphite">{fileName ? `${fileName}, ${source}` : 'model missing'}</td>
              <td className="text-right">{elements ?? ''}</td>
              <td className="text-right">{sights}</td>
              <td className="pl-6 whitespace-nowrap text-graphite">{date(changed)}</td>
              <td className="pl-4 text-right whitespace-nowrap">
                <button type="button" className="word mr-3" aria-label={`Rename ${name}`} onClick={() => setRenaming(id)}>
                  Rename
                </button>
                <button type="button" className="word mr-3" aria-label={`Save ${name} as a file`} onClick={() => onSave(row)}>
                  Save as file
                </button>
                <button type="button" className="word" aria-label={`Delete ${name}`} onClick={() => onDelete(row)}>
                  Delete
                </button>
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
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
