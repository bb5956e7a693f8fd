import type { CensusRow } from './census-groups';
import type { Shown } from '../space/use-shown';

/** What can be done with a row of the census: its elements hidden and shown, or shown alone. */
export function CensusWords({ row, shown }: { readonly row: CensusRow; readonly shown: Shown }) {
  const isHidden = row.elements.length > 0 && shown.isHidden(row.elements);
  return (
    <>
      <button
        type="button"
        className="word"
        aria-label={`${isHidden ? 'Show' : 'Hide'} ${row.name}`}
        onClick={() => (isHidden ? shown.show : shown.hide)(row.elements)}
      >
        {isHidden ? 'Show' : 'Hide'}
      </button>
      <button type="button" className="word" aria-label={`Only ${row.name}`} onClick={() => shown.only(row.elements)}>
        Only this
      </button>
    </>
  );
}
