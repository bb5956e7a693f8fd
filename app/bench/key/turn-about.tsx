import type { TurnTool } from '../../board/turn-tool';
import { useWatched } from '../../ui/watched';
import type { Vec2 } from '../../../core/geometry/vec3';
import { Asking } from '../asking';
import { TurnBy } from '../turn-by';

interface Props {
  readonly tool: TurnTool;
  readonly toPane: (at: Vec2) => Vec2;
  readonly onCancel: () => void;
  /** In space the hand turns the model: the turn is typed. */
  readonly isInSpace?: boolean;
}

/** While a sight is turned: its centre, and by how much. */
export default function TurnAbout({ tool, toPane, onCancel, isInSpace = false }: Props) {
  const { centre, by } = useWatched(tool);
  const at = centre && toPane(centre);
  return (
    <>
      {at && (
        <svg aria-hidden="true" className="pointer-events-none absolute inset-0 h-full w-full" stroke="var(--color-pencil)" fill="none">
          <circle cx={at[0]} cy={at[1]} r={6} strokeWidth={1.5} />
          <path d={`M${at[0] - 12} ${at[1]}h24M${at[0]} ${at[1] - 12}v24`} />
        </svg>
      )}
      <Asking
        label="Turn about a point"
        title={centre ? 'Turn by' : 'Centre of the turn'}
        words={
          centre ? (isInSpace ? 'type it' : 'drag, Shift by 15°, or type') : isInSpace ? 'press a corner of the model' : 'click in the plan'
        }
        onCancel={onCancel}
      >
        {centre && <TurnBy by={by} onTurn={(to) => tool.turn(to)} />}
      </Asking>
    </>
  );
}
