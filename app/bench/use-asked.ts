import { useState } from 'react';
import type { Vec2 } from '../../core/geometry/vec3';
import type { Sight } from '../../core/sights/sight';
import { canTurn, turned } from '../../core/sights/turned';
import { AreaTool } from '../board/area-tool';
import { PlaceTool } from '../board/place-tool';
import { PointsTool } from '../board/points-tool';
import { SNAP_REACH } from '../board/snapper';
import { TurnTool } from '../board/turn-tool';
import type { ModelInfo } from '../data/database';
import type { Project, ProjectSight } from '../data/project';
import { withSets } from '../data/sets';
import { usualScale } from '../figures/usual-scale';
import { pool } from '../workers/pool';
import { joggedAt } from '../../core/sights/jogs';
import { newDetail, newPerspective, newSection } from './register/new-sights';
import { roundPoint } from '../../core/geometry/tidy';
import { squared } from './sight-geometry';
import type { Draft } from './use-draft';
import type { ManyActs } from './use-many-acts';

/** Points that are asked in the Key, and of what. */
export interface Placing {
  readonly of: 'section' | 'perspective';
  readonly tool: PointsTool;
}

/** What the hand is asked for: one thing at a time. */
type Asked =
  | ({ readonly kind: 'points' } & Placing)
  | { readonly kind: 'face'; readonly drawing: PlaceTool; readonly key: PlaceTool }
  // an area, or a turn, is one of the sight that it was asked of
  | { readonly kind: 'area'; readonly sight: string; readonly tool: AreaTool }
  | { readonly kind: 'turn'; readonly sight: string; readonly tool: TurnTool }
  | { readonly kind: 'jog'; readonly sight: string; readonly tool: PointsTool };

export interface AskedSetup {
  readonly project: Project;
  readonly model: ModelInfo;
  readonly sights: readonly ProjectSight[];
  readonly selected: ProjectSight | null;
  readonly draft: Draft;
  /** Where several sights are selected: what is done with all of them. */
  readonly many: ManyActs | null;
  readonly add: (label: string, made: readonly ProjectSight[]) => void;
  readonly onFault: (words: string) => void;
  /** Points of the plan are asked in the Key from now on. */
  readonly onPlacing: () => void;
  /** The floor of the plan in the Key, metres in the file. */
  readonly floorInKey: () => number;
  /** The plan that the Key shows. */
  readonly sightInKey: () => Sight;
}

/** What is asked of the hand, in the Key and in the Drawing, until it is there or put away. */
export function useAsked({ project, model, sights, selected, draft, many, add, onFault, onPlacing, floorInKey, sightInKey }: AskedSetup) {
  const [held, setHeld] = useState<Asked | null>(null);
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
      // the Key is drawn about the model's origin
      key: new PlaceTool(([x, y], zoom) => void ofFace(sightInKey(), [x - model.origin[0], y - model.origin[1]], zoom)),
    });
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
  const tool = asked && 'tool' in asked ? asked.tool : null;
  return {
    placing: asked?.kind === 'points' ? asked : null,
    area: asked?.kind === 'area' ? asked.tool : null,
    facing: asked?.kind === 'face' ? asked : null,
    turning: asked?.kind === 'turn' ? asked.tool : null,
    jogging: asked?.kind === 'jog' ? asked.tool : null,
    isAsked: asked !== null,
    /** Whether it is asked of the plan in the Key. */
    isInKey: asked !== null && asked.kind !== 'area',
    ask: { section: () => points('section'), perspective: () => points('perspective'), detail: area, face, turn, jog },
    /** Puts the tool in hand away, if it has nothing to take back. */
    back: () => void (tool?.back() || stop()),
    stop,
  };
}
