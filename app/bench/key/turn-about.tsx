import { useEffect, useRef } from 'react';
import { FigureField } from '../../figures/figure-field';
import { degrees } from '../../figures/format';
import { parseAngle } from '../../figures/parse';
import type { TurnTool } from '../../board/turn-tool';
import { useWatched } from '../../ui/watched';
import type { Vec2 } from '../../../core/geometry/vec3';
import { Asking } from '../asking';

interface Props {
  readonly tool: TurnTool;
  readonly toPane: (at: Vec2) => Vec2;
  readonly onCancel: () => void;
}

/** While a sight is turned: its centre, and by how much. */
export function TurnAbout({ tool, toPane, onCancel }: Props) {
  const { centre, by } = useWatched(tool);
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (centre) field.current?.focus();
  }, [centre]);
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
        words={centre ? 'drag, Shift by 15°, or type' : 'click in the plan'}
        onCancel={onCancel}
      >
        {centre && (
          <FigureField
            label="Turn by"
            hideLabel
            fieldRef={field}
            value={degrees(by)}
            parse={(text) => parseAngle(text, by)}
            onChange={(to) => tool.turn(to)}
          />
        )}
      </Asking>
    </>
  );
}
