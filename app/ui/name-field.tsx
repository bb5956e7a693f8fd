interface Props {
  readonly label: string;
  readonly value: string;
  readonly height?: number;
  /** Ends the typing; with a name where there is another one. */
  readonly onDone: (name: string | null) => void;
}

/** A name that is being typed: Enter and leaving keep it, Escape does not. An empty one is none. */
export function NameField({ label, value, height = 22, onDone }: Props) {
  return (
    <input
      autoFocus
      aria-label={label}
      className="field w-full min-w-0 text-left!"
      style={{ height }}
      maxLength={120}
      defaultValue={value}
      onFocus={(e) => e.target.select()}
      onClick={(e) => e.stopPropagation()}
      onBlur={(e) => {
        const name = e.target.value.trim();
        onDone(name && name !== value ? name : null);
      }}
      onKeyDown={(e) => {
        e.stopPropagation();
        if (e.key === 'Escape') e.currentTarget.value = value;
        if (e.key === 'Enter' || e.key === 'Escape') e.currentTarget.blur();
      }}
    />
  );
}
