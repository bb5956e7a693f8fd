import { isStep, legMoved } from '../../../core/sights/jogs';
import type { Vec2 } from '../../../core/geometry/vec3';
import { wideLegs } from '../../../core/sights/legs';
import { FigureField } from '../../figures/figure-field';
import { millimetres } from '../../figures/format';
import { parseLength } from '../../figures/parse';
import { positive } from './positive';
import { Group } from './slate-group';
import type { SlateProps } from './slate-props';

/** A section that steps aside: how far each step goes, and how deep each leg looks. */
export function JogGroup({ sight, onChange }: SlateProps) {
  const path = sight.path!;
  const wide = wideLegs(path).length;
  const depths = Array.from({ length: wide }, (_, k) => sight.legDepths?.[k] ?? sight.depth ?? null);
  const steps = path.slice(1).flatMap((_, leg) => (isStep(path, leg) ? [leg] : []));
  const depth = (k: number, to: number | null) =>
    onChange({ ...sight, legDepths: depths.map((own, i) => (i === k ? to : own)) }, `Depth of leg ${k + 1} of ${sight.number}`);
  return (
    <Group title="Cut" note={`${wide} legs, mm`} tone="text-madder">
      <div className="row-span-2 grid max-w-[420px] auto-cols-max grid-flow-col grid-rows-[23px_23px] items-baseline gap-x-3 gap-y-0.5 overflow-x-auto">
        {depths.map((own, k) => (
          <FigureField
            key={`leg ${k}`}
            label={`Leg ${k + 1} to`}
            hint="How deep this leg looks"
            unset="no end"
            value={own === null ? null : millimetres(own)}
            parse={(t) => positive(parseLength(t, { present: own }))}
            onChange={(to) => depth(k, to)}
            onClear={() => depth(k, null)}
          />
        ))}
        {steps.map((leg, k) => (
          <FigureField
            key={`step ${k}`}
            label={`Step ${k + 1}`}
            hint="To the left as one walks along the line"
            value={millimetres(stepOf(path, leg))}
            parse={(t) => parseLength(t, { present: stepOf(path, leg) })}
            // what follows the step goes along with it
            onChange={(to) =>
              onChange({ ...sight, path: legMoved(path, leg + 1, to - stepOf(path, leg)) }, `Step ${k + 1} of ${sight.number}`)
            }
          />
        ))}
      </div>
    </Group>
  );
}

/** How far a step goes to the left of the leg before it, metres. */
function stepOf(path: readonly Vec2[], leg: number): number {
  const [a, b, c] = [path[leg - 1]!, path[leg]!, path[leg + 1]!];
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  return (dx * (c[1] - b[1]) - dy * (c[0] - b[0])) / Math.hypot(dx, dy);
}
