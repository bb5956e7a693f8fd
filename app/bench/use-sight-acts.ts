import { dot, type Vec3 } from '../../core/geometry/vec3';
import { pool } from '../workers/pool';
import { usualScale } from '../figures/usual-scale';
import type { Sight } from '../../core/sights/sight';
import type { ModelInfo } from '../data/database';
import type { ProjectSight } from '../data/project';
import type { Send } from '../project/use-commands';
import type { NewSightChoice } from './register/new-sight-menu';
import type { BoxSide } from '../../core/sights/keep-box';
import { copiesOf, newOfSide, newPictorial, plansForStoreys } from './register/new-sights';
import { frameOf, type KeyFrame } from './sight-geometry';
import { canFlip, flipped } from '../../core/sights/moves/flipped';
import { shiftedBy } from '../../core/sights/moves/moved';
import { straightened } from '../../core/sights/jogs';
import type { AskedSetup } from './held';
import { useAsked } from './use-asked';

interface Setup extends Omit<AskedSetup, 'add'> {
  readonly keyFrame: KeyFrame;
  readonly send: Send;
  readonly onSelect: (id: string | null) => void;
}

const LABELS: Readonly<Record<Exclude<NewSightChoice, 'section' | 'row' | 'detail' | 'perspective' | 'face' | 'room'>, string>> = {
  elevations: 'Four elevations',
  plans: 'Plans for the storeys',
  ceilings: 'Ceiling plans',
  rooms: 'Drawings of the rooms',
  grid: 'Sections on the grid',
  isometric: 'Isometric',
  oblique: 'Plan oblique',
};
/** What was made; where the ground is left out beyond the building that is said. */
const labelOf = (choice: keyof typeof BY_RULE, made: readonly Pick<ProjectSight, 'sight'>[]): string =>
  LABELS[choice] +
  ((choice === 'plans' || choice === 'ceilings') && made.some(({ sight }) => sight.limits) ? ', limited to the building' : '');

/** What the engine makes by rule, and what is said where the model has nothing for it. */
const BY_RULE = {
  elevations: ['four-sides', 'The model has nothing to be seen.'],
  plans: ['storeys', 'No floor with walls on it was found in the model.'],
  ceilings: ['ceilings', 'No floor with walls on it was found in the model.'],
  rooms: ['rooms', 'The model has no rooms: no element of it is a space.'],
  grid: ['grid', 'The model has no grid lines.'],
} as const;

/** What can be done with sights as a whole: made, taken away, turned round, moved a step, gone through. */
export function useSightActs(setup: Setup) {
  const { project, model, sights, selected, draft, keyFrame, send, onSelect, onFault } = setup;
  const { sight, change } = draft;
  const add = (label: string, made: readonly ProjectSight[]) => {
    void send({ intent: 'add sights', label, sights: made });
    onSelect(made[0]!.id);
  };
  const asked = useAsked({ ...setup, add });
  const create = (choice: NewSightChoice) => {
    asked.stop();
    if (choice in asked.ask) return asked.ask[choice as keyof typeof asked.ask]();
    if (choice === 'isometric' || choice === 'oblique')
      return add(LABELS[choice], [newPictorial(project, model, choice === 'isometric' ? 'isometric 2' : 'plan oblique')]);
    if (choice === 'plans' && model.storeys.length) {
      const plans = plansForStoreys(project, model);
      return plans.length ? add(labelOf('plans', plans), plans) : onFault('Every storey has its plan already.');
    }
    // without a space a room is told by a place in it
    if (choice === 'rooms' && !model.elements.some((e) => e.use === 'space')) return asked.ask.room();
    void byRule(choice as keyof typeof BY_RULE);
  };
  /** Sights that the engine makes of what the model holds; those that are there already are not made again. */
  const byRule = async (choice: keyof typeof BY_RULE) => {
    const [form, nothing] = BY_RULE[choice];
    const has = {
      elevations: true,
      plans: true,
      ceilings: true,
      rooms: model.elements.some((e) => e.use === 'space'),
      grid: model.grid.length > 0,
    }[choice];
    if (!has) return onFault(nothing);
    try {
      const taken = sights.map((s) => s.sight.number);
      const found = await pool.live.run((engine) => engine.makeSights(model.id, form, taken));
      const isThere = (own: Sight) => sights.some(({ sight: s }) => s.kind === own.kind && isSame(choice, model, own, s));
      const fresh = found.filter((own) => !isThere(own));
      if (!fresh.length) return onFault(found.length ? 'All of these are there already.' : nothing);
      const scale = usualScale(model.bounds);
      const made = fresh.map((own) => ({ id: crypto.randomUUID(), scale, sight: own }));
      add(labelOf(choice, made), made);
    } catch (error) {
      onFault((error as Error).message);
    }
  };
  const removeSight = (id: string) => {
    const at = sights.findIndex((s) => s.id === id);
    if (at < 0) return;
    void send({ intent: 'remove sights', label: `Remove ${sights[at]!.sight.number}`, ids: [id] });
    if (id === selected?.id) onSelect((sights[at + 1] ?? sights[at - 1])?.id ?? null);
  };
  return {
    asked,
    create,
    /** The line of a section as long as it is, without its steps. */
    straighten: () => {
      if (sight?.path && sight.path.length > 2)
        change({ ...sight, path: straightened(sight.path), legDepths: undefined }, `Straighten ${sight.number}`);
    },
    copy: () => {
      if (setup.many) return setup.many.copy();
      if (!selected) return;
      const [made] = copiesOf(project, [selected]) as [ProjectSight];
      add(`${made.sight.number}, a copy of ${selected.sight.number}`, [made]);
    },
    /** What is in the keep box, cut by one of its sides, at the same scale and with the same things shown. */
    sightOfSide: (side: BoxSide) => {
      if (selected?.sight.keepBox) add(`Sight of the box, ${side}`, [newOfSide(project, selected, side)]);
    },
    /** An element with all that it is put together with, opened from its four sides. */
    fromItsSides: async (element: string) => {
      try {
        const taken = sights.map((s) => s.sight.number);
        const made = await pool.live.run((engine) => engine.makeFromItsSides(model.id, element, taken));
        const scale = usualScale(model.bounds);
        add(`${made[0]!.name.replace(/, from .*$/, '')} from its four sides`, made.map((own) => ({ id: crypto.randomUUID(), scale, sight: own }))); // prettier-ignore
      } catch (error) {
        onFault((error as Error).message);
      }
    },
    /** Turns the sight about a point of the plan. */
    turnAbout: () => {
      asked.stop();
      asked.ask.turn();
    },
    /** Turns the sight about any axis. */
    tilt: () => {
      asked.stop();
      asked.ask.tilt();
    },
    /** Has the line of a section step aside at a place. */
    jog: () => {
      asked.stop();
      asked.ask.jog();
    },
    removeSight,
    remove: () => {
      if (setup.many) return setup.many.remove();
      if (selected) removeSight(selected.id);
    },
    rename: (id: string, name: string) => {
      const own = sights.find((s) => s.id === id);
      if (own) void send({ intent: 'change sight', label: `Rename ${own.sight.number}`, id, patch: { set: { name }, cleared: [] } });
    },
    renumber: (id: string, number: string) => {
      const own = sights.find((s) => s.id === id);
      if (own) void send({ intent: 'change sight', label: `Renumber ${own.sight.number}`, id, patch: { set: { number }, cleared: [] } });
    },
    flip: () => {
      if (setup.many) return setup.many.flip();
      if (sight && canFlip(sight)) change(flipped(sight), `Other side of ${sight.number}`);
    },
    /** Moves what is selected along the line of the shown sight and square to it, under a plan up and down; metres. */
    nudge: (along: number, away: number, isHeld: boolean) => {
      if (!sight || sight.kind === 'axonometric') return;
      const [r, l] = [keyFrame.right, keyFrame.look];
      const isLevel = sight.kind === 'plan' || sight.kind === 'ceiling plan';
      const by: Vec3 = isLevel ? [0, 0, away] : [r[0] * along + l[0] * away, r[1] * along + l[1] * away, 0];
      if (setup.many) return setup.many.shift(by, isHeld);
      const to = shiftedBy(sight, by);
      if (to !== sight) change(to, `${isLevel ? 'Height of' : 'Move'} ${sight.number}`, isHeld);
    },
    step: (by: 1 | -1) => {
      const next = sights[sights.findIndex((s) => s.id === selected?.id) + by];
      if (next) onSelect(next.id);
    },
  };
}

/** Whether what a rule makes is there already: the whole of a side seen from the same direction, or else what is called alike. */
function isSame(choice: NewSightChoice, model: ModelInfo, made: Sight, there: Sight): boolean {
  if (choice !== 'elevations') return made.name === there.name;
  return !there.limits && there.depth === null && dot(frameOf(model, made).look, frameOf(model, there).look) > 1 - 1e-9;
}
