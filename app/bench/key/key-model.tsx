import { useMemo } from 'react';
import type { Vec2, Vec3 } from '../../../core/geometry/vec3';
import { limitsOf } from '../../../core/sights/limits';
import type { Sight } from '../../../core/sights/sight';
import type { ModelInfo } from '../../data/database';
import type { LiveDrawing } from '../../drawings/use-drawing';
import { seenFromStand } from '../../space/seen-from-stand';
import { State } from '../../space/paper-view';
import { SpaceView, type Pressed } from '../../space/space-view';
import { useShown } from '../../space/use-shown';
import { useWatched } from '../../ui/watched';
import type { PointerStore } from '../plumb/pointer-store';
import { frameOf, pictureOf } from '../sight-geometry';
import TiltAxis from '../tilt/tilt-axis';
import type { Asked } from '../use-asked';
import TurnAbout from './turn-about';
import { MADDER, VERDIGRIS } from './sign';

interface Props {
  readonly project: string;
  readonly model: ModelInfo;
  readonly sight: Sight | null;
  readonly live: LiveDrawing;
  readonly store: PointerStore;
  readonly asked: Asked;
}

/** The model in 3D in the Key, with the plane that is worked on. What is pressed is washed in the Drawing; faces, corners and axes are pressed in it too. */
export default function KeyModel({ project, model, sight, live, store, asked }: Props) {
  const { states: shown, hidden } = useShown(project, model);
  const { hit } = useWatched(store);
  const states = useMemo(() => {
    const at = hit ? model.elements.findIndex((e) => e.id === hit.element) : -1;
    if (at < 0) return shown;
    const out = shown.slice();
    out[at]! |= State.picked;
    return out;
  }, [hit, model, shown]);
  const { facing, tilting, turning } = asked;
  const [ox, oy, oz] = model.origin;
  const level = sight ? frameOf(model, sight).origin[2] : oz;
  const press = ({ element, corner, onRay, from }: Pressed) => {
    if (facing) {
      const seen = seenFromStand(model, from, onRay());
      const ids = [...hidden].map((e) => model.elements[e]!.id);
      return facing.of({ ...seen.sight, ...(ids.length && { show: [{ ids, use: 'exclude' }] }) }, seen.at, Infinity);
    }
    if (tilting || turning) {
      const p = corner();
      if (p && tilting) tilting.tilting.add(p, [0, 0, -1]);
      else if (p) turning!.click({ at: [p[0], p[1]], snap: null, isSquared: false, zoom: 1 });
      return;
    }
    const own = model.elements[element];
    const material = model.materials[model.elementMaterial[element]!];
    const words = own && [own.name || own.class, material].filter(Boolean).join(', ');
    store.set({ hit: own && words ? { element: own.id, words, isCut: false, layer: '', rule: null } : null });
  };
  return (
    <div className="absolute inset-0" data-testid="key">
      <SpaceView {...{ model, states }} isPlacing={facing !== null || tilting !== null || turning !== null} onPress={press}>
        {(view) => {
          const at = ([x, y, z]: Vec3): Vec2 => (view ? view.place(x - ox, y - oy, z - oz) : [0, 0]);
          return (
            <>
              {view && sight && <PlaneInSpace {...{ at, model, sight, live }} />}
              {tilting && <TiltAxis tilting={tilting.tilting} toPane={at} />}
              {turning && <TurnAbout tool={turning} toPane={([x, y]) => at([x, y, level])} onCancel={asked.stop} isInSpace />}
            </>
          );
        }}
      </SpaceView>
      {hit && <p className="flag pointer-events-none absolute top-1.5 right-3 font-semibold">{hit.words}</p>}
    </div>
  );
}

/** The picture's plane as a frame in space, as large as what it shows, and the way in which it looks. */
function PlaneInSpace(props: {
  readonly at: (p: Vec3) => Vec2;
  readonly model: ModelInfo;
  readonly sight: Sight;
  readonly live: LiveDrawing;
}) {
  const { at, model, sight, live } = props;
  const line = (points: readonly Vec3[]) => points.map((p) => at(p).join(' ')).join('L');
  if (sight.eye && sight.target)
    return (
      <Over>
        <path d={`M${line([sight.eye, sight.target])}`} stroke={VERDIGRIS} strokeWidth={2} />
        <circle cx={at(sight.eye)[0]} cy={at(sight.eye)[1]} r={5} fill={VERDIGRIS} />
      </Over>
    );
  const picture = pictureOf(model, sight);
  if (!picture) return null;
  const own = limitsOf(sight, Infinity);
  const [u0, v0, u1, v1] = live.drawn?.bounds ?? [0, 0, 0, 0];
  const [left, right, bottom, top] = [own?.left ?? u0, own?.right ?? u1, own?.bottom ?? v0, own?.top ?? v1];
  const corners = ([[left, bottom], [right, bottom], [right, top], [left, top]] as const).map(picture.pointAt); // prettier-ignore
  const middle = picture.pointAt([(left + right) / 2, (bottom + top) / 2]);
  const tip = middle.map((x, k) => x + picture.look[k]! * 0.2 * Math.max(right - left, top - bottom)) as unknown as Vec3;
  return (
    <Over>
      <path d={`M${line(corners)}Z`} stroke={MADDER} strokeWidth={1.6} strokeDasharray="12 3 2 3" fill={MADDER} fillOpacity={0.05} />
      <path d={`M${line([middle, tip])}`} stroke={VERDIGRIS} strokeWidth={2.5} />
      <circle cx={at(tip)[0]} cy={at(tip)[1]} r={4} fill={VERDIGRIS} />
    </Over>
  );
}

const Over = ({ children }: { readonly children: React.ReactNode }) => (
  <svg aria-hidden="true" className="pointer-events-none absolute inset-0 h-full w-full" fill="none">
    {children}
  </svg>
);
