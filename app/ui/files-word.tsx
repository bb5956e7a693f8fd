import { useRef } from 'react';

interface Props {
  readonly words: string;
  /** What is asked for, for those who do not see it. */
  readonly label: string;
  readonly accept: string;
  readonly onFiles: (files: readonly File[]) => void;
  readonly className?: string;
  readonly disabled?: boolean;
  readonly isOne?: boolean;
}

/** A word that asks for files. */
export function FilesWord({ words, label, accept, onFiles, className = '', disabled = false, isOne = false }: Props) {
  const choose = useRef<HTMLInputElement>(null);
  return (
    <>
      <button type="button" className={`word ${className}`} disabled={disabled} onClick={() => choose.current?.click()}>
        {words}
      </button>
      <input
        ref={choose}
        type="file"
        hidden
        multiple={!isOne}
        aria-label={label}
        accept={accept}
        onChange={(e) => {
          const files = [...(e.target.files ?? [])];
          e.target.value = '';
          if (files.length) onFiles(files);
        }}
      />
    </>
  );
}
