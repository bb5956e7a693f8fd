import { memo, useMemo } from 'react';
import type { Standard } from '../../core/drafting/standard/standard';
import { PaneCanvas } from '../board/pane-canvas';
import { useGestures } from '../board/use-gestures';
import { paneMatrix, toU, toV } from '../board/view';
import type { ModelInfo } from '../data/database';
import { useFaces } from '../drawings/use-faces';
import { painter } from '../workers/painter';
import type { Marked } from '../workers/paint';
import type { RuleAt } from '../workers/paint.worker';
import type { Specimen } from './use-specimen';

const Canvas = memo(PaneCanvas);
/** Pixels within which a line is meant. */
const REACH = 6;

interface Props {
  readonly model: ModelInfo;
  readonly standard: Standard | undefined;
  readonly specimen: Specimen;
  readonly look: string;
  /** What a rule catches, shown; null for none. */
  readonly marked: Marked | null;
  /** The rule of what is clicked. */
  readonly onRule?: (rule: RuleAt | null) => void;
  readonly label: string;
  readonly paneRef?: React.RefCallback<HTMLElement>;
}

/** The specimen in one look. */
export function SpecimenPane({ model, standard, specimen, look, marked, onRule, label, paneRef }: Props) {
  const { view, setView, size, own, title, live, scale } = specimen;
  const matrix = useMemo(() => paneMatrix(view, view.v, size), [view, size]);
  const faces = useFaces({ model, standard, look, scale, sight: own, paintKey: live.isCurrent ? live.paintKey : null });
  const { element, bind } = useGestures({
    ...{ middle: 'v', setView, size },
    onMove: () => undefined,
    onClick: ({ x, y }) => {
      const { paintKey } = live;
      if (!paintKey || !onRule) return;
      const [u, v] = [toU(view, size, x), toV(view.zoom, view.v, size, y)];
      void painter.ask((remote) => remote.hit(paintKey, u, v, REACH / view.zoom, { sight: title, scale, look })).then((hit) => onRule(hit?.rule ?? null)); // prettier-ignore
    },
  });
  return (
    <div ref={paneRef} className="absolute inset-0 overflow-hidden bg-sheet">
      <div {...bind()} ref={element} className={`absolute inset-0 touch-none select-none ${onRule ? 'cursor-crosshair' : 'cursor-grab'}`}>
        <Canvas paintKey={live.paintKey} {...{ matrix, size, scale, look, marked, label }} sight={title} wash={null} stamp={faces.of} />
      </div>
      <p className="pointer-events-none absolute bottom-1.5 left-3 bg-sheet/90 px-1">
        <b className="font-letter font-semibold">{look}</b>{' '}
        <span className="text-graphite">
          {live.fault ?? (live.isWorking ? 'drawing' : (faces.fault ?? (faces.isComing ? 'looking at its faces' : '')))}
        </span>
      </p>
    </div>
  );
}
