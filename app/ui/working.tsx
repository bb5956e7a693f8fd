/** The verdigris bar of work in progress, with Stop. A share of null means that nobody knows how far it is. */
export function Working({
  label,
  share,
  onStop,
}: {
  readonly label: string;
  readonly share: number | null;
  readonly onStop?: (() => void) | undefined;
}) {
  return (
    <span role="status" className="inline-flex items-center gap-2 whitespace-nowrap text-verdigris">
      {label}
      <span
        className="inline-block h-[5px] w-[54px] border border-verdigris"
        role="progressbar"
        aria-label={label}
        {...(share !== null && { 'aria-valuenow': Math.round(share * 100) })}
      >
        <span className="block h-full bg-verdigris" style={{ width: `${Math.round((share ?? 0.62) * 100)}%` }} />
      </span>
      {onStop && (
        <button type="button" className="word text-ink" onClick={onStop}>
          Stop
        </button>
      )}
    </span>
  );
}
