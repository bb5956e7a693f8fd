import { useId, useRef, useState } from 'react';
import { stepDigit, type Parsed } from './parse';

interface Props {
  readonly label: string;
  /** Shown when the field is not being typed in; null = not set. */
  readonly value: string | null;
  readonly parse: (text: string) => Parsed;
  readonly onChange: (value: number) => void;
  /** Clears a figure that may be unset. */
  readonly onClear?: (() => void) | undefined;
  readonly width?: number;
  readonly labelWidth?: number;
  readonly fieldRef?: React.Ref<HTMLInputElement>;
  readonly hideLabel?: boolean;
  /** What stands there while it is not set. */
  readonly unset?: string;
  readonly hint?: string;
}

/** A figure written on a line: a length, an angle, a number. Enter and leaving take it, Escape does not. A wrong entry stays, framed in ink, with what was expected below it. */
export function FigureField({
  label,
  value,
  parse,
  onChange,
  onClear,
  width = 54,
  labelWidth,
  fieldRef,
  hideLabel = false,
  unset = 'none',
  hint,
}: Props) {
  const [text, setText] = useState<string | null>(null);
  const [expected, setExpected] = useState<string | null>(null);
  const left = useRef(false);
  const id = useId();
  const commit = (typed: string) => {
    // the word for nothing is no entry
    if (text === null && value === null) return true;
    if (onClear && ['', 'none'].includes(typed.trim().toLowerCase())) {
      setText(null);
      setExpected(null);
      onClear();
      return true;
    }
    const parsed = parse(typed);
    if (!parsed.ok) {
      setExpected(`expected ${parsed.expected}`);
      return false;
    }
    setText(null);
    setExpected(null);
    onChange(parsed.value);
    return true;
  };
  return (
    <label title={hint} className="relative inline-flex items-baseline gap-1 whitespace-nowrap">
      <span className={hideLabel ? 'sr-only' : 'text-graphite'} style={labelWidth ? { minWidth: labelWidth } : undefined}>
        {label}
      </span>
      <input
        ref={fieldRef}
        className={`field ${value === null && text === null ? 'unset' : ''}`}
        style={{ minWidth: width, maxWidth: width * 2.2, fieldSizing: 'content' } as React.CSSProperties}
        value={text ?? value ?? unset}
        aria-invalid={expected !== null}
        aria-describedby={expected ? id : undefined}
        spellCheck={false}
        autoComplete="off"
        onFocus={(e) => {
          left.current = false;
          e.target.select();
        }}
        onChange={(e) => {
          left.current = false;
          setText(e.target.value);
        }}
        onBlur={(e) => {
          if (text !== null && text !== value && !left.current) commit(e.target.value);
          else if (!expected) setText(null);
        }}
        onKeyDown={(e) => {
          if (e.key === 'Enter' && commit(e.currentTarget.value)) {
            left.current = true;
            // once the figure as it is kept stands there
            const field = e.currentTarget;
            requestAnimationFrame(() => document.activeElement === field && field.select());
          }
          if (e.key === 'Escape') {
            e.stopPropagation();
            left.current = true;
            setText(null);
            setExpected(null);
            e.currentTarget.blur();
          }
          if (e.key === 'ArrowUp' || e.key === 'ArrowDown') {
            e.preventDefault();
            const field = e.currentTarget;
            const caret =
              field.selectionStart === 0 && field.selectionEnd === field.value.length
                ? field.value.length
                : (field.selectionStart ?? field.value.length);
            const stepped = stepDigit(field.value, caret, e.key === 'ArrowUp' ? 1 : -1);
            if (stepped !== null && parse(stepped).ok) {
              onChange((parse(stepped) as { value: number }).value);
              setText(null);
              requestAnimationFrame(() => field.setSelectionRange(caret, caret));
            }
          }
        }}
      />
      {expected && (
        <span id={id} role="alert" className="absolute bottom-full right-0 z-20 mb-1 border border-ink bg-sheet px-1.5 text-[11.5px]">
          {expected}
        </span>
      )}
    </label>
  );
}
