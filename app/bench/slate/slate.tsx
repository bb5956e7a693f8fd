import { lazy, Suspense } from 'react';
import { isJogged } from '../../../core/sights/legs';
import { landmarksOf } from '../../../core/annotation/landmarks';
import { Pick } from '../../ui/pick';
import { SCALES } from '../../figures/usual-scale';
import { LookPick } from './look-pick';
import { CutGroup } from './cut-group';
import { EyeGroup } from './eye-group';
import { JogGroup } from './jog-group';
import { LimitsGroup } from './limits-group';
import { LookGroup } from './look-group';
import { PlaneGroup } from './plane-group';
import { RemovedWords } from './removed-words';
import { Group, Pair } from './slate-group';
import type { SlateProps } from './slate-props';
import { ShownGroup } from './slate-shown';

// what most sights do not have comes when it is wanted
const ApartGroup = lazy(() => import('./apart-group'));
const LinesWord = lazy(() => import('./lines-word'));
const RemovedGroup = lazy(() => import('./removed-group'));

/** The band below: everything about the selected sight as figures that can be typed. */
export function Slate(props: SlateProps) {
  const { model, entry, sight, onScale, onCopy, onRemove } = props;
  const isTakenAway = Boolean(sight.trims?.length ?? sight.keepBox);
  return (
    <section aria-label="Slate" className="col-span-full flex min-h-[88px] min-w-0 flex-wrap border-t border-ink bg-paper">
      <Group title={sight.number}>
        <span>{sight.kind}</span>
        <Pair>
          <button type="button" className="word" onClick={onCopy} title="The same once more, to be moved elsewhere">
            Copy
          </button>
          <button type="button" className="word" onClick={onRemove}>
            Remove
          </button>
        </Pair>
      </Group>
      {sight.kind === 'perspective' ? (
        <EyeGroup {...props} />
      ) : sight.frame ? (
        <PlaneGroup {...props} />
      ) : isJogged(sight) ? (
        <JogGroup {...props} />
      ) : (
        <CutGroup {...props} />
      )}
      <LookGroup {...props} />
      <LimitsGroup {...props}>{!isTakenAway && <RemovedWords {...props} />}</LimitsGroup>
      <Suspense>
        {isTakenAway && <RemovedGroup {...props} />}
        {sight.kind === 'axonometric' && <ApartGroup {...props} />}
      </Suspense>
      <ShownGroup {...props} />
      <Group title="Drawn to" note="scale and look" last>
        <Pair>
          <Pick
            label="Scale"
            hideLabel
            value={String(entry.scale)}
            options={(SCALES.includes(entry.scale) ? SCALES : [...SCALES, entry.scale].sort((a, b) => a - b)).map((s) => [
              String(s),
              `1:${s}`,
            ])}
            onChange={(to) => onScale(Number(to))}
          />
          <LookPick look={entry.look} onLook={props.onLook} />
          <Suspense fallback={<span className="word">Lines</span>}>
            <LinesWord {...props} />
          </Suspense>
        </Pair>
        <MarksShown model={model} sight={sight} onChange={props.onChange} />
      </Group>
    </section>
  );
}

/** Whether the storeys' levels and the model's grid lines are put on the drawing, where it can have them. */
function MarksShown({ model, sight, onChange }: Pick<SlateProps, 'model' | 'sight' | 'onChange'>) {
  const { levels, axes } = landmarksOf(model, sight);
  const toggle = (key: 'levels' | 'grid', word: string) => (
    <label className="inline-flex items-baseline gap-1">
      <input
        type="checkbox"
        className="accent-ink"
        checked={sight[key] ?? true}
        onChange={(e) => onChange({ ...sight, [key]: e.target.checked ? undefined : false }, `${word} of ${sight.number}`)}
      />
      {word}
    </label>
  );
  if (!levels.length && !axes.length) return <span className="text-[12px] text-graphite">no levels, no grid</span>;
  return (
    <Pair>
      {levels.length > 0 && toggle('levels', 'Levels')}
      {axes.length > 0 && toggle('grid', 'Grid lines')}
    </Pair>
  );
}
