import { useWatched } from '../../ui/watched';
import type { AreaTool } from '../../board/area-tool';
import { toX, toY, type BenchView, type PaneSize } from '../../board/view';
import { millimetres } from '../../figures/format';
import { Asking } from '../asking';

interface Props {
  readonly tool: AreaTool;
  readonly number: string;
  readonly view: BenchView;
  readonly size: PaneSize;
  readonly onCancel: () => void;
}

/** While the area of a detail is picked: what to do next, the area, and how large it is. */
export default function PickArea({ tool, number, view, size, onCancel }: Props) {
  const { from, to } = useWatched(tool);
  const box = from &&
    to && {
      x: Math.min(toX(view, size, from[0]), toX(view, size, to[0])),
      y: Math.min(toY(view.zoom, view.v, size, from[1]), toY(view.zoom, view.v, size, to[1])),
      width: Math.abs(to[0] - from[0]) * view.zoom,
      height: Math.abs(to[1] - from[1]) * view.zoom,
    };
  return (
    <>
      {box && (
        <svg aria-hidden="true" className="pointer-events-none absolute inset-0 h-full w-full">
          <rect {...box} fill="var(--color-madder)" fillOpacity={0.06} stroke="var(--color-madder)" strokeWidth={1.4} />
        </svg>
      )}
      <Asking
        label="Area of the detail"
        title={`Detail of ${number}`}
        words={from ? 'to the other corner, Shift makes it square' : 'drag across what is to be drawn larger'}
        onCancel={onCancel}
      >
        {from && to && (
          <span data-testid="area-size">
            {millimetres(Math.abs(to[0] - from[0]))} × {millimetres(Math.abs(to[1] - from[1]))}
          </span>
        )}
      </Asking>
    </>
  );
}
