import { lazy, Suspense } from 'react';
import type { Sight } from '../../../core/sights/sight';
import type { AreaTool } from '../../board/area-tool';
import type { PlaceTool } from '../../board/place-tool';
import type { BenchView, PaneSize } from '../../board/view';
import { Asking } from '../asking';
import type { Planes } from '../removing/planes';
import type { pictureOf } from '../sight-geometry';
import type { Asked } from '../use-asked';

const TiltAbout = lazy(() => import('../tilt/tilt-about'));
const PickArea = lazy(() => import('./pick-area'));
const TiltAxis = lazy(() => import('../tilt/tilt-axis'));

/** What may be asked of the hand in the Drawing. */
export interface DrawingAsked {
  /** An area of the drawing is asked for. */
  readonly area: AreaTool | null;
  /** A face is asked for. */
  readonly face: PlaceTool | null;
  /** The sight is turned about an axis. */
  readonly tilt: Asked['tilting'];
  readonly onStop: () => void;
}

interface Props extends DrawingAsked {
  readonly sight: Sight | null;
  readonly picture: ReturnType<typeof pictureOf> | null;
  readonly view: BenchView;
  readonly size: PaneSize;
  /** Where a point of the model lies on the pane. */
  readonly pointToPane: React.ComponentProps<typeof Planes>['toPane'];
}

/** The words and marks of what is asked of the hand in the Drawing. */
export function DrawingAsks({ area, face, tilt, onStop, sight, picture, view, size, pointToPane }: Props) {
  return (
    <>
      {sight && area && (
        <Suspense>
          <PickArea {...{ tool: area, number: sight.number, view, size }} onCancel={onStop} />
        </Suspense>
      )}
      {face && (
        <Asking
          label="Face of the elevation"
          title="Elevation of a face"
          words="click it here, or its line in the plan below"
          onCancel={onStop}
        />
      )}
      {tilt && (
        <Suspense>
          <TiltAbout tilting={tilt.tilting} onCancel={onStop} />
          {picture && <TiltAxis tilting={tilt.tilting} toPane={pointToPane} />}
        </Suspense>
      )}
    </>
  );
}
