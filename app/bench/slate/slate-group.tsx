/** One group of the Slate: a heading in words over two rows of figures and choices. */
export function Group({
  title,
  note,
  tone = '',
  wide = false,
  last = false,
  children,
}: {
  readonly title: string;
  readonly note?: string;
  readonly tone?: string;
  readonly wide?: boolean;
  readonly last?: boolean;
  readonly children: React.ReactNode;
}) {
  return (
    <div
      role="group"
      aria-label={title}
      className={`grid auto-rows-[23px] content-start items-center gap-y-0.5 px-3 max-[1100px]:px-2 pt-1.5 pb-2 whitespace-nowrap ${last ? '' : 'border-r border-rule'} ${wide ? 'min-w-fit flex-1' : ''}`}
    >
      <h3 className={`flex items-baseline gap-2 text-[12px] leading-5 font-semibold ${tone}`}>
        {title} {note && <small className="text-[11.5px] font-normal text-graphite">{note}</small>}
      </h3>
      {children}
    </div>
  );
}

/** What stands in one row of a group. */
export const Pair = ({ children }: { readonly children: React.ReactNode }) => <div className="flex items-baseline gap-1.5">{children}</div>;
