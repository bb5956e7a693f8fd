import { useEffect, useRef, useState } from 'react';
import type { ModelInfo } from '../data/database';
import { degrees } from '../figures/format';
import { pool } from '../workers/pool';
import { PaperView, type Stand } from './paper-view';

/** A numbered label that points at an element. */
export interface Label {
  readonly n: number;
  readonly element: number;
  readonly words: string;
}

interface Props {
  readonly model: ModelInfo;
  readonly states: Uint8Array;
  readonly labels: readonly Label[];
  /** Element to bring into the middle; a new object each time it is asked for. */
  readonly aim: { readonly element: number } | null;
  /** Told what was picked, -1 for nothing; `more` when it is to be added to what is picked. */
  readonly onPick: (element: number, more: boolean) => void;
  /** Told when the model is on the screen, or cannot be. */
  readonly onThere: () => void;
}

const SIDES = [
  ['N', 0],
  ['E', 90],
  ['S', 180],
  ['W', 270],
] as const;
/** A press that moves farther than this turns the model and picks nothing, pixels. */
const STILL = 4;

/** The model on paper, turned by hand. */
export default function View3d({ model, states, labels, aim, onPick, onThere }: Props) {
  const told = useRef(onThere);
  useEffect(() => {
    told.current = onThere;
  });
  const host = useRef<HTMLDivElement>(null);
  const [view, setView] = useState<PaperView | null>(null);
  const [isThere, setThere] = useState(false);
  const [fault, setFault] = useState<string | null>(null);
  const [stand, setStand] = useState<Stand>({ round: 150, up: 27 });
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
    pool.live
      .run((engine) => engine.viewMesh(model.id))
      .then(
        (mesh) => {
          if (!isWanted) return;
          const [x0, y0, z0, x1, y1, z1] = model.bounds;
          const [ox, oy, oz] = model.origin;
          view.show(mesh, [x0 - ox, y0 - oy, z0 - oz, x1 - ox, y1 - oy, z1 - oz]);
          setThere(true);
          told.current();
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
  useEffect(() => {
    if (view && aim) view.frameBox([...model.elementBoxes.subarray(aim.element * 6, aim.element * 6 + 6)]);
  }, [view, aim, model]);

  const pressed = useRef<[number, number]>([0, 0]);
  const side = SIDES.find(([, round]) => Math.abs(stand.round - round) < 0.5);
  return (
    <div className="absolute inset-0 overflow-hidden">
      <div
        ref={host}
        className="absolute inset-0"
        onPointerDown={(e) => (pressed.current = [e.clientX, e.clientY])}
        onPointerUp={(e) => {
          if (!view || !isThere || e.button !== 0 || Math.hypot(e.clientX - pressed.current[0], e.clientY - pressed.current[1]) > STILL)
            return;
          const box = host.current!.getBoundingClientRect();
          onPick(view.pick(e.clientX - box.left, e.clientY - box.top), e.shiftKey || e.ctrlKey || e.metaKey);
        }}
      />
      {view && isThere && <Labels view={view} model={model} labels={labels} />}
      {!isThere && !fault && <p className="absolute p-3 text-graphite">Preparing the model…</p>}
      {fault && (
        <p role="alert" className="absolute m-3 border border-ink bg-sheet px-2 py-1">
          {fault}
        </p>
      )}
      <div className="absolute bottom-2 left-3 flex items-center gap-2 text-graphite">
        Seen from
        <span className="seg" role="group" aria-label="Seen from">
          {SIDES.map(([name, round]) => (
            <button
              key={name}
              type="button"
              aria-pressed={side?.[0] === name}
              data-state={side?.[0] === name ? 'on' : 'off'}
              onClick={() => view?.stand({ round, up: stand.up })}
            >
              {name}
            </button>
          ))}
        </span>
        <Angle label="round" value={stand.round} onChange={(round) => view?.stand({ ...stand, round })} />
        <Angle label="up" value={stand.up} onChange={(up) => view?.stand({ ...stand, up })} />
        <button type="button" className="word" onClick={() => view?.frameBox()}>
          Whole model
        </button>
      </div>
    </div>
  );
}

/** An angle in degrees that can be typed. */
function Angle({
  label,
  value,
  onChange,
}: {
  readonly label: string;
  readonly value: number;
  readonly onChange: (degrees: number) => void;
}) {
  const [text, setText] = useState<string | null>(null);
  const commit = () => {
    const typed = Number(text?.replace('°', '').replace('−', '-'));
    if (text !== null && text.trim() && Number.isFinite(typed)) onChange(typed);
    setText(null);
  };
  return (
    <label className="inline-flex items-baseline gap-1">
      <input
        className="field w-[52px]"
        aria-label={`Degrees ${label}`}
        value={text ?? degrees((value * Math.PI) / 180)}
        onFocus={(e) => e.target.select()}
        onChange={(e) => setText(e.target.value)}
        onBlur={commit}
        onKeyDown={(e) => e.key === 'Enter' && commit()}
      />
      {label}
    </label>
  );
}

/** Numbered squares with a leader to the middle of their elements. */
function Labels({ view, model, labels }: { readonly view: PaperView; readonly model: ModelInfo; readonly labels: readonly Label[] }) {
  return (
    <svg className="pointer-events-none absolute inset-0 h-full w-full" aria-hidden="true">
      {labels.map(({ n, element, words }, k) => {
        const [x0, y0, z0, x1, y1, z1] = model.elementBoxes.subarray(element * 6, element * 6 + 6) as unknown as number[];
        if (!(x0! <= x1!)) return null;
        const [x, y] = view.place((x0! + x1!) / 2, (y0! + y1!) / 2, (z0! + z1!) / 2);
        const [u, v] = [x + 26, Math.max(20, y - 44 - (k % 3) * 26)];
        const width = 30 + words.length * 6;
        return (
          <g key={n}>
            <path d={`M${x} ${y}L${u} ${v}`} stroke="#B97A12" fill="none" />
            <circle cx={x} cy={y} r={3} fill="#B97A12" />
            <rect x={u} y={v - 11} width={width} height={22} fill="#FFFEFB" stroke="#B97A12" />
            <rect x={u} y={v - 11} width={20} height={22} fill="#F4E4BF" stroke="#B97A12" />
            <text x={u + 10} y={v + 4} textAnchor="middle" fontSize={11.5} fontWeight={600} fill="#22292C">
              {n}
            </text>
            <text x={u + 26} y={v + 4} fontSize={12} fill="#22292C">
              {words}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
