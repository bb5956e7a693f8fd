import { Select } from 'radix-ui';
import { useRef, useState } from 'react';

interface Props<T extends string> {
  readonly label: string;
  /** null where there is none, or where several differ. */
  readonly value: T | null;
  readonly options: readonly (readonly [T, string])[];
  readonly onChange: (value: T) => void;
  /** What stands there where there is no value. */
  readonly unset?: string;
  readonly hideLabel?: boolean;
  readonly labelWidth?: number;
  /** Takes the width there is, its label in a column. */
  readonly wide?: boolean;
  readonly disabled?: boolean;
}

/** Values cannot be empty words in the list; ours may be. */
const asKey = (value: string): string => `=${value}`;

/** One of several, from a list that opens. */
export function Pick<T extends string>(props: Props<T>) {
  const { label, value, options, onChange, unset = 'none', hideLabel = false, labelWidth, wide = false, disabled = false } = props;
  // who chose by the pointer goes on by the keys of the screen; who chose by the keyboard stays where the list was
  const isByPointer = useRef(false);
  const [isOpen, setOpen] = useState(false);
  // the list is set up when it can be asked for, by opening it or by a letter: a screen has many lists, and is set up anew often
  const [isFocused, setFocused] = useState(false);
  return (
    <label className={`inline-flex min-w-0 items-baseline gap-1.5 whitespace-nowrap ${wide ? 'w-full' : ''}`}>
      <span className={hideLabel ? 'sr-only' : 'shrink-0 text-graphite'} style={labelWidth ? { minWidth: labelWidth } : undefined}>
        {label}
      </span>
      <Select.Root
        value={value === null ? '' : asKey(value)}
        onValueChange={(key) => key && onChange(key.slice(1) as T)}
        disabled={disabled}
        open={isOpen}
        onOpenChange={setOpen}
      >
        <Select.Trigger
          aria-label={label}
          className={`field pick ${wide ? 'flex-1' : ''} ${value === null ? 'unset' : ''}`}
          onPointerDown={(e) => {
            isByPointer.current = true;
            e.stopPropagation();
          }}
          onKeyDown={() => (isByPointer.current = false)}
          onFocus={() => setFocused(true)}
          onBlur={() => setFocused(false)}
        >
          <span className="min-w-0 overflow-hidden text-ellipsis">
            <Select.Value placeholder={unset}>{options.find(([key]) => key === value)?.[1] ?? value}</Select.Value>
          </span>
        </Select.Trigger>
        {(isOpen || isFocused) && (
          <Select.Portal>
            <Select.Content
              position="popper"
              onKeyDown={() => (isByPointer.current = false)}
              onCloseAutoFocus={(e) => isByPointer.current && e.preventDefault()}
              className="menu max-h-(--radix-select-content-available-height) min-w-(--radix-select-trigger-width)!"
            >
              <Select.Viewport>
                {options.map(([key, words]) => (
                  <Select.Item key={key} value={asKey(key)}>
                    <Select.ItemText>{words}</Select.ItemText>
                  </Select.Item>
                ))}
              </Select.Viewport>
            </Select.Content>
          </Select.Portal>
        )}
      </Select.Root>
    </label>
  );
}
