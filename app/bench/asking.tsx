import { quiet } from '../ui/quiet';

interface Props {
  readonly label: string;
  readonly title: string;
  /** What is to be done next. */
  readonly words: string;
  readonly onCancel: () => void;
  readonly children?: React.ReactNode;
}

/** What a pane asks for while a tool is in hand. */
export function Asking({ label, title, words, onCancel, children }: Props) {
  return (
    <div
      role="group"
      aria-label={label}
      className="absolute top-2 left-3 z-10 flex items-baseline gap-3 border border-madder bg-sheet px-2 py-1"
      {...quiet}
    >
      <b className="font-semibold text-madder">{title}</b>
      <span className="text-graphite">{words}</span>
      {children}
      <button type="button" className="word" onClick={onCancel}>
        Cancel
      </button>
    </div>
  );
}
