import type { Vec3 } from '../../core/geometry/vec3';
import type { ModelInfo } from '../data/database';
import type { Stand } from '../space/paper-view';
import { SpaceView } from '../space/space-view';
import { Labels, type Label } from './labels';
import { SeenFrom } from './seen-from';

interface Props {
  readonly model: ModelInfo;
  readonly states: Uint8Array;
  readonly labels: readonly Label[];
  /** Element to bring into the middle; a new object each time it is asked for. */
  readonly aim: { readonly element: number } | null;
  /** Told what was picked, -1 for nothing; `more` when it is to be added to what is picked. */
  readonly onPick: (element: number, more: boolean) => void;
  /** Wants a corner instead, in the coordinates of the project. */
  readonly onCorner: ((p: Vec3) => void) | null;
  /** Told when the model is on the screen, or cannot be. */
  readonly onThere: () => void;
  /** A face is asked for: told a point on the ray of the pixel that is pressed, in the coordinates of the file. */
  readonly onFace: ((point: Vec3, from: Stand) => void) | null;
  readonly onFacing: () => void;
  /** What is seen from there is to become a sight. */
  readonly onSight: (kind: 'axonometric' | 'perspective', from: Stand) => void;
}

/** The model in 3D, with the findings that lead to their places, and from where it is seen. */
export default function View3d({ model, states, labels, aim, onPick, onCorner, onThere, onSight, onFace, onFacing }: Props) {
  return (
    <SpaceView
      {...{ model, states, aim, onThere }}
      isPlacing={onCorner !== null || onFace !== null}
      onPress={({ element, corner, onRay, from, isMore }) => {
        if (onFace) return onFace(onRay(), from);
        if (!onCorner) return onPick(element, isMore);
        const p = corner();
        if (p) onCorner(p);
      }}
    >
      {(view, stand) => (
        <>
          {view && <Labels view={view} model={model} labels={labels} />}
          <SeenFrom
            stand={stand}
            trueNorth={model.trueNorth}
            onStand={(to) => view?.stand(to)}
            onWhole={() => view?.frameBox()}
            onSight={(kind) => onSight(kind, stand)}
            isFacing={onFace !== null}
            onFacing={onFacing}
          />
        </>
      )}
    </SpaceView>
  );
}
