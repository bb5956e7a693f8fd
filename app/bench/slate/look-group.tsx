import { canFlip } from '../../../core/sights/moves/flipped';
import { millimetres } from '../../figures/format';
import { parseLength } from '../../figures/parse';
import { Choice } from '../../ui/choice';
import { FigureField } from '../../figures/figure-field';
import { lookingWords } from '../sight-geometry';
import { positive } from './positive';
import { Group, Pair } from './slate-group';
import type { SlateProps } from './slate-props';

/** To which side a sight looks, and how far. */
export function LookGroup({ model, sight, onChange, onFlip }: SlateProps) {
  const depth = sight.depth ?? null;
  const reach = depth === null ? 'no end' : depth === 0 ? 'cut only' : 'to';
  const canCutOnly = sight.kind === 'section' || sight.kind === 'plan';
  const options: ['no end' | 'to' | 'cut only', string][] = [
    ['no end', 'no end'],
    ['to', 'to'],
    ...(canCutOnly ? [['cut only', 'cut only'] as ['cut only', string]] : []),
  ];
  const compass = (side: 'left' | 'right') => lookingWords(model, { ...sight, look: side }).replace('looking ', '');
  return (
    <Group title="Look" note="side and reach" tone="text-verdigris">
      {sight.kind === 'section' && sight.path ? (
        <Pair>
          <Choice
            label="Side"
            value={sight.look ?? 'left'}
            options={[
              ['left', `left, ${compass('left')}`],
              ['right', `right, ${compass('right')}`],
            ]}
            onChange={(look) => look !== sight.look && onFlip()}
          />
          <button type="button" className="word" onClick={onFlip}>
            Flip
          </button>
        </Pair>
      ) : (
        <Pair>
          <span className="text-graphite">{lookingWords(model, sight)}</span>
          {canFlip(sight) && (
            <button type="button" className="word" onClick={onFlip}>
              Flip
            </button>
          )}
          {sight.kind === 'plan' && (
            <FigureField
              label="overhead"
              value={typeof sight.overhead === 'number' ? millimetres(sight.overhead) : null}
              parse={(t) => positive(parseLength(t, { present: sight.overhead ?? null }))}
              onChange={(m) => onChange({ ...sight, overhead: m }, `Overhead of ${sight.number}`)}
              onClear={() => onChange({ ...sight, overhead: undefined }, `Overhead of ${sight.number}`)}
            />
          )}
        </Pair>
      )}
      <Pair>
        <Choice
          label="Reach"
          value={reach}
          options={options}
          onChange={(to) =>
            onChange(
              { ...sight, depth: to === 'no end' ? null : to === 'cut only' ? 0 : depth || (sight.kind === 'plan' ? 1.2 : 5) },
              `Reach of ${sight.number}`,
            )
          }
        />
        {depth !== null && depth > 0 && (
          <FigureField
            label="Reach"
            hideLabel
            value={millimetres(depth)}
            parse={(t) => positive(parseLength(t, { present: depth }))}
            onChange={(m) => onChange({ ...sight, depth: m }, `Reach of ${sight.number}`)}
          />
        )}
      </Pair>
    </Group>
  );
}
