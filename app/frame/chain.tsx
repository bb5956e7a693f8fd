import { NavLink } from 'react-router';
import { JobFaults, JobsLine } from '../jobs/jobs-line';

interface Props {
  readonly project?: { readonly id: string; readonly name: string; readonly elements: number; readonly sights: number };
  readonly onGoTo?: () => void;
  readonly onKeys?: () => void;
}

/** The top line: the mark, the project, and the stages of the work set like a chain of dimensions. */
export function Chain({ project, onGoTo, onKeys }: Props) {
  return (
    <header className="relative col-span-full flex h-11 items-stretch gap-[22px] border-b border-rule2 bg-paper px-3.5">
      <div className="flex items-center gap-2.5 whitespace-nowrap">
        <NavLink to="/" className="flex items-center gap-2.5" title="To the shelf">
          <svg viewBox="0 0 9 20" className="h-5 w-[9px]" aria-hidden="true">
            <path d="M4.5 0V9" stroke="var(--color-ink)" strokeWidth="1.2" />
            <path d="M1 9h7l-3.5 10z" fill="var(--color-madder)" />
          </svg>
          <b className="font-letter text-[17px] leading-none font-semibold tracking-[.02em]">Tarvex</b>
        </NavLink>
        {project && <span className="max-w-72 overflow-hidden border-l border-rule2 pl-2.5 text-ellipsis">{project.name}</span>}
      </div>
      {project && (
        <nav aria-label="Stages" className="flex items-stretch">
          <Stage to={`/project/${project.id}/model`} name="Model" count={project.elements} />
          <Stage to={`/project/${project.id}/bench`} name="Bench" count={project.sights} />
          <Stage to={`/project/${project.id}/standard`} name="Standard" last />
        </nav>
      )}
      <div className="ml-auto flex items-center gap-3.5 whitespace-nowrap text-graphite">
        <JobsLine />
        {onGoTo && (
          <button type="button" onClick={onGoTo} className="hover:text-pencil">
            Go to <kbd>/</kbd>
          </button>
        )}
        {onKeys && (
          <button type="button" onClick={onKeys} className="hover:text-pencil">
            Keys <kbd>?</kbd>
          </button>
        )}
      </div>
      {/* over the canvas of a project; the Shelf has a place of its own for them, so that they cover nothing to be pressed */}
      {project && (
        <div className="absolute top-full left-3 z-30 mt-10 grid gap-2">
          <JobFaults />
        </div>
      )}
    </header>
  );
}

/** One link of the chain: thin line, oblique ticks, the present stage in a heavy line. */
function Stage({
  to,
  name,
  count,
  last = false,
}: {
  readonly to: string;
  readonly name: string;
  readonly count?: number;
  readonly last?: boolean;
}) {
  return (
    <NavLink
      to={to}
      prefetch="none"
      className="group relative min-w-[92px] px-5 pt-[7px] text-center text-graphite aria-[current=page]:font-semibold aria-[current=page]:text-ink"
    >
      {name}
      {count !== undefined && <small className="ml-1.5 text-[11px] font-normal text-graphite">{count}</small>}
      <i className="absolute inset-x-0 bottom-[11px] border-t border-graphite group-aria-[current=page]:bottom-2.5 group-aria-[current=page]:border-t-[3px] group-aria-[current=page]:border-ink" />
      <i className="absolute bottom-[11px] left-[-5px] z-10 w-[11px] -rotate-45 border-t-[1.5px] border-ink" />
      {last && <i className="absolute right-[-5px] bottom-[11px] z-10 w-[11px] -rotate-45 border-t-[1.5px] border-ink" />}
    </NavLink>
  );
}
