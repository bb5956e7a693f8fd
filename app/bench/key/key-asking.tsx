import { lazy, Suspense } from 'react';
import type { Vec2 } from '../../../core/geometry/vec3';
import type { ModelInfo } from '../../data/database';
import { Asking } from '../asking';
import type { Asked } from '../use-asked';
import { PlacePoints } from './place-points';

const TurnAbout = lazy(() => import('./turn-about'));
const TiltAxis = lazy(() => import('../tilt/tilt-axis'));

interface Props {
  readonly model: ModelInfo;
  readonly asked: Asked;
  readonly toPane: (at: Vec2) => Vec2;
  readonly onStop: () => void;
}

/** What the Key asks for at the moment, in words and with figures for those who type. */
export function KeyAsking({ model, asked: { placing, row, rooming, jogging, turning, tilting }, toPane, onStop }: Props) {
  return (
    <>
      {placing && <PlacePoints {...{ model, placing, row }} onCancel={onStop} />}
      {rooming && (
        <Asking
          label="Place within the room"
          title="Drawings of a room"
          words="click in it: its space, or what encloses the place"
          onCancel={onStop}
        />
      )}
      {jogging && (
        <Asking label="Place of the jog" title="Step aside" words="click where the line is to go on, beside it" onCancel={onStop} />
      )}
      {tilting && (
        <Suspense>
          <TiltAxis tilting={tilting.tilting} toPane={([x, y]) => toPane([x, y])} />
        </Suspense>
      )}
      {turning && (
        <Suspense>
          <TurnAbout tool={turning} toPane={toPane} onCancel={onStop} />
        </Suspense>
      )}
    </>
  );
}
