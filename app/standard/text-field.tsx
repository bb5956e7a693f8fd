import { useId } from 'react';

interface Props {
  readonly label: string;
  readonly value: string;
  readonly unset?: string;
  readonly width?: number | string;
  readonly options?: readonly string[];
  readonly hideLabel?: boolean;
  readonly labelWidth?: number;
  readonly onChange: (value: string) => void;
}

/** A word typed on a line, or chosen of those that are known: Enter and leaving take it, Escape does not. */
export function TextField({ label, value, unset = 'any', width = 110, options = [], hideLabel = false, labelWidth, onChange }: Props) {
  const list = useId();
  return (
    <label className="inline-flex min-w-0 items-baseline gap-1.5 whitespace-nowrap">
      <span className={hideLabel ? 'sr-only' : 'shrink-0 text-graphite'} style={labelWidth ? { width: labelWidth } : undefined}>
        {label}
      </span>
      <input
        // what was changed elsewhere shows here
        key={value}
        aria-label={label}
        className={`field min-w-0 text-left! ${value ? '' : 'unset'}`}
        style={{ width }}
        list={options.length ? list : undefined}
        placeholder={unset}
        maxLength={120}
        defaultValue={value}
        onBlur={(e) => e.target.value.trim() !== value && onChange(e.target.value.trim())}
        onKeyDown={(e) => {
          e.stopPropagation();
          if (e.key === 'Escape') e.currentTarget.value = value;
          if (e.key === 'Enter' || e.key === 'Escape') e.currentTarget.blur();
        }}
      />
      {options.length > 0 && (
        <datalist id={list}>
          {options.map((word) => (
            <option key={word} value={word} />
          ))}
        </datalist>
      )}
    </label>
  );
}
