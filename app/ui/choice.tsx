import { ToggleGroup } from 'radix-ui';

interface Props<T extends string> {
  readonly label: string;
  readonly value: T;
  readonly options: readonly (readonly [T, string])[];
  readonly onChange: (value: T) => void;
}

/** A few choices set side by side; one is always on. */
export function Choice<T extends string>({ label, value, options, onChange }: Props<T>) {
  return (
    <ToggleGroup.Root type="single" className="seg" aria-label={label} value={value} onValueChange={(next) => next && onChange(next as T)}>
      {options.map(([key, text]) => (
        <ToggleGroup.Item key={key} value={key}>
          {text}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
