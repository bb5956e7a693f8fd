import { useState } from 'react';
import type { Vec2 } from '../../core/geometry/vec3';
import { PointsTool } from '../board/points-tool';
import type { ModelInfo } from '../data/database';
import type { Project, ProjectSight } from '../data/project';
import type { Send } from '../project/use-commands';
import type { NewSightChoice } from './register/new-sight-menu';
import { fourElevations, isometric, newSection, plansForStoreys } from './register/new-sights';
import { lineOf, roundPoint, squared, withLine, type KeyFrame } from './sight-geometry';
import type { Draft } from './use-draft';

interface Setup {
  readonly project: Project;
  readonly model: ModelInfo;
  readonly sights: readonly ProjectSight[];
  readonly selected: ProjectSight | null;
  readonly draft: Draft;
  readonly keyFrame: KeyFrame;
  readonly send: Send;
  readonly onSelect: (id: string | null) => void;
  readonly onFault: (words: string) => void;
  /** The points of a section are asked in the Key from now on. */
  readonly onPlacing: () => void;
}

const LABELS: Readonly<Record<Exclude<NewSightChoice, 'section'>, string>> = {
  elevations: 'Four elevations',
  plans: 'Plans for the storeys',
  isometric: 'Isometric',
};

/** What can be done with sights as a whole: made, taken away, turned round, moved a step, gone through. */
export function useSightActs(setup: Setup) {
  const { project, model, sights, selected, draft, keyFrame, send, onSelect, onFault, onPlacing } = setup;
  const { sight, change } = draft;
  const [placing, setPlacing] = useState<PointsTool | null>(null);
  const add = (label: string, made: readonly ProjectSight[]) => {
    void send({ intent: 'add sights', label, sights: made });
    onSelect(made[0]!.id);
  };
  const create = (choice: NewSightChoice) => {
    if (choice === 'section') {
      onPlacing();
      setPlacing(
        new PointsTool({
          most: 2,
          square: (from, to) => roundPoint(squared(from, to, model.mainAngle)),
          settle: roundPoint,
          onDone: ([a, b]) => {
            setPlacing(null);
            const made = newSection(project, model, [a!, b!]);
            add(`Section ${made.sight.number}`, [made]);
          },
        }),
      );
      return;
    }
    const make = { elevations: fourElevations, plans: plansForStoreys, isometric: (...of: Parameters<typeof isometric>) => [isometric(...of)] }; // prettier-ignore
    const made = make[choice](project, model);
    if (made.length) add(LABELS[choice], made);
    else onFault(model.storeys.length ? 'Every storey has its plan already.' : 'The model has no storeys: a plan needs one.');
  };
  const removeSight = (id: string) => {
    const at = sights.findIndex((s) => s.id === id);
    if (at < 0) return;
    void send({ intent: 'remove sights', label: `Remove ${sights[at]!.sight.number}`, ids: [id] });
    if (id === selected?.id) onSelect((sights[at + 1] ?? sights[at - 1])?.id ?? null);
  };
  return {
    placing,
    stopPlacing: () => setPlacing(null),
    create,
    removeSight,
    remove: () => {
      if (selected) removeSight(selected.id);
    },
    rename: (id: string, name: string) => {
      const own = sights.find((s) => s.id === id);
      if (own) void send({ intent: 'change sight', label: `Rename ${own.sight.number}`, id, patch: { set: { name }, cleared: [] } });
    },
    flip: () => {
      if (sight?.kind === 'section') change({ ...sight, look: sight.look === 'right' ? 'left' : 'right' }, `Other side of ${sight.number}`);
    },
    /** Moves the line along and square to itself, or a plan up and down; metres. */
    nudge: (along: number, away: number, isHeld: boolean) => {
      const line = sight && lineOf(sight);
      if (sight && line) {
        const [r, l] = [keyFrame.right, keyFrame.look];
        const move = ([x, y]: Vec2): Vec2 => [x + r[0] * along + l[0] * away, y + r[1] * along + l[1] * away];
        change(withLine(sight, [move(line[0]), move(line[1])]), `Move ${sight.number}`, isHeld);
      } else if (sight?.kind === 'plan' && sight.height !== undefined && away)
        change({ ...sight, height: Math.round((sight.height + away) * 1e6) / 1e6 }, `Height of ${sight.number}`, isHeld);
    },
    step: (by: 1 | -1) => {
      const next = sights[sights.findIndex((s) => s.id === selected?.id) + by];
      if (next) onSelect(next.id);
    },
  };
}
