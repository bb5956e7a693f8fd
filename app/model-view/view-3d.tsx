import { useEffect, useRef, useState } from 'react';
import type { Vec3 } from '../../core/geometry/vec3';
import { database, type ModelInfo } from '../data/database';
import { unpack } from '../data/packed';
import { pool } from '../workers/pool';
import { Labels, type Label } from './labels';
import { PaperView, type Stand } from './paper-view';
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

/** A press that moves farther than this turns the model and picks nothing, pixels. */
const STILL = 4;
/** From where a model is seen at first, degrees round from its Y axis: its front, a little from the right. */
const FIRST = 150;

/** The model on paper, turned by hand. */
export default function View3d({ model, states, labels, aim, onPick, onCorner, onThere, onSight, onFace, onFacing }: Props) {
  const told = useRef(onThere);
  useEffect(() => {
    told.current = onThere;
  });
  const host = useRef<HTMLDivElement>(null);
  const [view, setView] = useState<PaperView | null>(null);
  const [isThere, setThere] = useState(false);
  const [fault, setFault] = useState<string | null>(null);
  const [stand, setStand] = useState<Stand>({ round: FIRST, up: 27 });
  const [, setMoved] = useState(0);

  useEffect(() => {
    const element = host.current!;
    let made: PaperView;
    try {
      made = new PaperView();
    } catch {
      const tell = setTimeout(() => {
        setFault('This browser offers no 3D drawing (WebGL 2); the census and the Bench work without it.');
        told.current();
      });
      return () => clearTimeout(tell);
    }
    element.append(made.element);
    made.element.setAttribute('aria-label', 'The model in 3D; drag to turn, drag with Shift to move, wheel to zoom, press to pick');
    const observer = new ResizeObserver(() => made.resize(element.clientWidth, element.clientHeight));
    observer.observe(element);
    const stop = made.watch(() => {
      setStand(made.standing());
      setMoved((n) => n + 1);
    });
    setView(made);
    return () => {
      stop();
      observer.disconnect();
      made.dispose();
      setView(null);
    };
  }, []);

  useEffect(() => {
    if (!view) return;
    let isWanted = true;
    const { base, corrections, parts } = model;
    const ask = () => pool.live.run((engine) => engine.viewMesh(model.id, { base, corrections, ...(parts && { parts }) }));
    database.meshes
      .get(model.id)
      .then((kept) => (kept ? unpack(kept.mesh).catch(ask) : ask()), ask)
      .then(
        (mesh) => {
          if (!isWanted) return;
          const [x0, y0, z0, x1, y1, z1] = model.bounds;
          const [ox, oy, oz] = model.origin;
          view.show(mesh, [x0 - ox, y0 - oy, z0 - oz, x1 - ox, y1 - oy, z1 - oz], FIRST);
          setThere(true);
          view.onWhole = () => told.current();
        },
        (error: Error) => {
          if (isWanted) setFault(error.message);
          told.current();
        },
      );
    return () => {
      isWanted = false;
    };
  }, [view, model]);

  useEffect(() => view?.setStates(states), [view, states]);
  const boxes = useRef(model.elementBoxes);
  useEffect(() => {
    boxes.current = model.elementBoxes;
  });
  useEffect(() => {
    if (view && aim) view.frameBox([...boxes.current.subarray(aim.element * 6, aim.element * 6 + 6)]);
  }, [view, aim]);

  const pressed = useRef<[number, number]>([0, 0]);
  return (
    <div className="absolute inset-0 overflow-hidden">
      <div
        ref={host}
        className={`absolute inset-0 ${onCorner || onFace ? 'cursor-crosshair' : ''}`}
        onPointerDown={(e) => (pressed.current = [e.clientX, e.clientY])}
        onPointerUp={(e) => {
          if (!view || !isThere || e.button !== 0 || Math.hypot(e.clientX - pressed.current[0], e.clientY - pressed.current[1]) > STILL)
            return;
          const box = host.current!.getBoundingClientRect();
          const [x, y] = [e.clientX - box.left, e.clientY - box.top];
          if (onFace) {
            const [px, py, pz] = view.pointOn(x, y);
            const [ox, oy, oz] = model.origin;
            return onFace([px + ox, py + oy, pz + oz], stand);
          }
          if (onCorner) {
            const p = view.corner(x, y);
            const [ox, oy, oz] = model.origin;
            if (p) onCorner([p[0] + ox, p[1] + oy, p[2] + oz]);
            return;
          }
          onPick(view.pick(x, y), e.shiftKey || e.ctrlKey || e.metaKey);
        }}
      />
      {view && isThere && <Labels view={view} model={model} labels={labels} />}
      {!isThere && !fault && <p className="absolute p-3 text-graphite">Preparing the model…</p>}
      {fault && (
        <p role="alert" className="absolute m-3 border border-ink bg-sheet px-2 py-1">
          {fault}
        </p>
      )}
      <SeenFrom
        stand={stand}
        trueNorth={model.trueNorth}
        onStand={(to) => view?.stand(to)}
        onWhole={() => view?.frameBox()}
        onSight={(kind) => onSight(kind, stand)}
        isFacing={onFace !== null}
        onFacing={onFacing}
      />
    </div>
  );
}
