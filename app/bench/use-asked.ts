import { useState } from 'react';
import type { Vec2 } from '../../core/geometry/vec3';
import { Fault } from '../../core/faults/fault';
import { sentence } from '../../core/faults/wording';
import type { Sight } from '../../core/sights/sight';
import { PLAN_HEIGHT } from '../../core/sights/resolve-sight';
import { canTurn, turned } from '../../core/sights/moves/turned';
import { AreaTool } from '../board/area-tool';
import { PlaceTool } from '../board/place-tool';
import { PointsTool } from '../board/points-tool';
import { SNAP_REACH } from '../board/snapper';
import { TurnTool } from '../board/turn-tool';
import { withSets } from '../data/sets';
import { usualScale } from '../figures/usual-scale';
import { pool } from '../workers/pool';
import { joggedAt } from '../../core/sights/jogs';
import { newDetail, newPerspective, newRow, newSection } from './register/new-sights';
import { roundPoint } from '../../core/geometry/numbers/tidy';
import { squared } from './sight-geometry';
import type { AskedSetup, Held, Placing } from './held';

/** What is asked of the hand, in the Key and in the Drawing, until it is there or put away. */
export function useAsked({ project, model, sights, selected, draft, many, add, onFault, onPlacing, floorInKey, sightInKey }: AskedSetup) {
  const [held, setHeld] = useState<Held | null>(null);
  const asked = held && 'sight' in held && held.sight !== selected?.id ? null : held;
  const stop = () => setHeld(null);
  const { sight, change, show } = draft;

  const points = (of: Placing['of']) => {
    onPlacing();
    const tool = new PointsTool({
      most: 2,
      square: (from, to) => roundPoint(squared(from, to, model.mainAngle)),
      settle: roundPoint,
      onDone: ([a, b]) => {
        stop();
        const made = of === 'section' ? newSection(project, model, [a!, b!]) : newPerspective(project, model, [a!, b!], floorInKey());
        add(`${made.sight.name} ${made.sight.number}`, [made]);
      },
    });
    setHeld({ kind: 'points', of, tool });
  };
  const row = () => {
    onPlacing();
    const tool = new PointsTool({ square: (from, to) => roundPoint(squared(from, to, model.mainAngle)), settle: roundPoint, onDone: () => undefined }); // prettier-ignore
    setHeld({ kind: 'points', of: 'row', tool, every: 5 });
  };
  const makeRow = () => {
    if (asked?.kind !== 'points' || asked.every === undefined) return;
    try {
      const made = newRow(project, model, asked.tool.get().points, asked.every);
      stop();
      add(`${made.length} sections along a path`, made);
    } catch (error) {
      onFault(error instanceof Fault ? sentence(error) : (error as Error).message);
    }
  };
  const area = () => {
    if (!selected) return onFault('A detail is one of a sight: choose that first.');
    const tool = new AreaTool((picked) => {
      stop();
      const made = newDetail(project, selected, picked);
      add(`Detail ${made.sight.number} of ${selected.sight.number}`, [made]);
    });
    setHeld({ kind: 'area', sight: selected.id, tool });
  };
  const ofFace = async (of: Sight, at: Vec2, zoom: number) => {
    try {
      const taken = sights.map((s) => s.sight.number);
      const made = await pool.live.run((engine) => engine.makeOfFace(model.id, of, at, SNAP_REACH / zoom, taken));
      if (!made) return onFault('No face is seen there.');
      stop();
      add(`${made.name}, ${made.number}`, [{ id: crypto.randomUUID(), scale: selected?.scale ?? usualScale(model.bounds), sight: made }]);
    } catch (error) {
      onFault((error as Error).message);
    }
  };
  const face = () => {
    onPlacing();
    setHeld({
      kind: 'face',
      drawing: new PlaceTool((at, zoom) => sight && void ofFace(withSets(sight, project), at, zoom)),
      of: (seen, at, zoom) => void ofFace(seen, at, zoom),
      // the Key is drawn about the model's origin
      key: new PlaceTool(([x, y], zoom) => void ofFace(sightInKey(), [x - model.origin[0], y - model.origin[1]], zoom)),
    });
  };
  const room = () => {
    onPlacing();
    const ofRoom = async ([x, y]: Vec2) => {
      try {
        const taken = sights.map((s) => s.sight.number);
        const made = await pool.live.run((engine) => engine.makeOfRoom(model.id, [x, y, floorInKey() + PLAN_HEIGHT], taken));
        if (sights.some((s) => s.sight.name === made[0]!.name)) return onFault(`${made[0]!.name.split(',')[0]} has its drawings already.`);
        stop();
        const scale = usualScale([0, 0, 0, 6, 6, 3]);
        add(`Drawings of ${made[0]!.name.replace(/, wall .*$/, '')}`, made.map((own) => ({ id: crypto.randomUUID(), scale, sight: own }))); // prettier-ignore
      } catch (error) {
        onFault((error as Error).message);
      }
    };
    setHeld({ kind: 'room', tool: new PlaceTool((at) => void ofRoom(at)) });
  };
  const turn = () => {
    if (!selected || !sight) return;
    if (!canTurn(sight)) return onFault(`${sight.number} hangs on its storey alone: it cannot be turned.`);
    onPlacing();
    const tool = new TurnTool((centre, by, isDone) => {
      const to = turned(model, sight, centre, by);
      if (!isDone) return show(to);
      stop();
      if (many) many.turn(centre, by);
      else change(to, `Turn of ${sight.number}`);
    });
    setHeld({ kind: 'turn', sight: selected.id, tool });
  };
  const tilt = async () => {
    if (!selected || !sight) return;
    onPlacing();
    const { startTilt } = await import('./tilt/start-tilt');
    const begun = startTilt({
      ...{ model, sight, floor: floorInKey(), onShow: show },
      onDone: (turnOne) => {
        stop();
        if (many) many.change(turnOne, 'Turn');
        else change(turnOne(sight), `Turn of ${sight.number}`);
      },
    });
    if (!begun) return onFault(`${sight.number} cannot be tilted: a ceiling plan lies level, and a line with steps stands upright.`);
    setHeld({ kind: 'tilt', sight: selected.id, ...begun });
  };
  const jog = () => {
    if (!selected || !sight?.path) return onFault('A section alone steps aside.');
    const { path } = sight;
    const tool = new PointsTool({
      most: 1,
      square: (_, to) => to,
      settle: roundPoint,
      onDone: ([at]) => {
        const next = joggedAt(path, at!);
        if (!next) return onFault('Point beside the line, between its ends: there it steps aside.');
        stop();
        change({ ...sight, path: next, legDepths: undefined }, `Jog of ${sight.number}`);
      },
    });
    setHeld({ kind: 'jog', sight: selected.id, tool });
  };
  const tool = !asked ? null : 'tool' in asked ? asked.tool : asked.kind === 'tilt' ? asked.tilting : null;
  return {
    placing: asked?.kind === 'points' ? asked : null,
    area: asked?.kind === 'area' ? asked.tool : null,
    facing: asked?.kind === 'face' ? asked : null,
    rooming: asked?.kind === 'room' ? asked.tool : null,
    tilting: asked?.kind === 'tilt' ? asked : null,
    turning: asked?.kind === 'turn' ? asked.tool : null,
    jogging: asked?.kind === 'jog' ? asked.tool : null,
    /** What the hand does in the Key; null where nothing is asked of it there. */
    keyTool: asked && 'key' in asked ? asked.key : asked && asked.kind !== 'area' ? asked.tool : null,
    isAsked: asked !== null,
    /** Whether it is asked of the plan in the Key. */
    isInKey: asked !== null && asked.kind !== 'area',
    /** Whether what is asked can be pointed at in space as well. */
    isInSpace: asked !== null && ['face', 'tilt', 'turn'].includes(asked.kind),
    row: { every: (every: number) => setHeld((own) => (own?.kind === 'points' ? { ...own, every } : own)), make: makeRow },
    ask: {
      section: () => points('section'),
      row,
      perspective: () => points('perspective'),
      detail: area,
      face,
      room,
      turn,
      tilt: () => void tilt(),
      jog,
    },
    /** Puts the tool in hand away, if it has nothing to take back. */
    back: () => void ((tool && 'back' in tool && tool.back()) || stop()),
    stop,
  };
}

export type Asked = ReturnType<typeof useAsked>;
