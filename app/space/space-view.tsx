import { useEffect, useRef, useState, type ReactNode } from 'react';
import type { Vec3 } from '../../core/geometry/vec3';
import { database, type ModelInfo } from '../data/database';
import { unpack } from '../data/packed';
import { pool } from '../workers/pool';
import { PaperView, type Stand } from './paper-view';

/** Where the model was pressed. */
export interface Pressed {
  /** The element, -1 for none. */
  readonly element: number;
  /** Its corner that lies nearest, in the coordinates of the file; null where there is none. */
  readonly corner: () => Vec3 | null;
  /** A point on the ray of the pixel, in the coordinates of the file. */
  readonly onRay: () => Vec3;
  readonly from: Stand;
  /** What was picked before is to stay so. */
  readonly isMore: boolean;
}

interface Props {
  readonly model: ModelInfo;
  readonly states: Uint8Array;
  /** Element to bring into the middle; a new object each time it is asked for. */
  readonly aim?: { readonly element: number } | null;
  /** Whether a press means a place, and not an element. */
  readonly isPlacing: boolean;
  readonly onPress: (at: Pressed) => void;
  /** Told when the model is on the screen, or cannot be. */
  readonly onThere?: () => void;
  /** What lies over it: made anew with every picture. */
  readonly children: (view: PaperView | null, stand: Stand) => ReactNode;
}

/** A press that moves farther than this turns the model and picks nothing, pixels. */
const STILL = 4;
/** From where a model is seen at first, degrees round from its Y axis: its front, a little from the right. */
const FIRST = 150;

/** The model on paper, turned by hand. */
export function SpaceView({ model, states, aim = null, isPlacing, onPress, onThere, children }: Props) {
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
        told.current?.();
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
    // what stands outside of React exists from here on
    // oxlint-disable-next-line react/set-state-in-effect
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
          view.onWhole = () => told.current?.();
        },
        (error: Error) => {
          if (isWanted) setFault(error.message);
          told.current?.();
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
  const [ox, oy, oz] = model.origin;
  const inFile = ([x, y, z]: Vec3): Vec3 => [x + ox, y + oy, z + oz];
  return (
    <div className="absolute inset-0 overflow-hidden">
      <div
        ref={host}
        className={`absolute inset-0 ${isPlacing ? 'cursor-crosshair' : ''}`}
        onPointerDown={(e) => (pressed.current = [e.clientX, e.clientY])}
        onPointerUp={(e) => {
          if (!view || !isThere || e.button !== 0 || Math.hypot(e.clientX - pressed.current[0], e.clientY - pressed.current[1]) > STILL)
            return;
          const box = host.current!.getBoundingClientRect();
          const [x, y] = [e.clientX - box.left, e.clientY - box.top];
          onPress({
            element: view.pick(x, y),
            corner: () => {
              const p = view.corner(x, y);
              return p && inFile(p);
            },
            onRay: () => inFile(view.pointOn(x, y)),
            from: stand,
            isMore: e.shiftKey || e.ctrlKey || e.metaKey,
          });
        }}
      />
      {!isThere && !fault && <p className="absolute p-3 text-graphite">Preparing the model…</p>}
      {fault && (
        <p role="alert" className="absolute m-3 border border-ink bg-sheet px-2 py-1">
          {fault}
        </p>
      )}
      {children(isThere ? view : null, stand)}
    </div>
  );
}
