import { painter } from '../workers/painter';
import type { Vec2, Vec3 } from '../../core/geometry/vec3';
import { withDerivedName } from '../../core/sights/make/derived-name';
import { movedBy, shiftedBy } from '../../core/sights/moves/moved';
import { canTurn, turned } from '../../core/sights/moves/turned';
import { flipped } from '../../core/sights/moves/flipped';
import type { Sight } from '../../core/sights/sight';
import type { ModelInfo } from '../data/database';
import type { Project, ProjectSight } from '../data/project';
import { patchOf } from '../data/sight-patch';
import type { SightChange } from '../project/commands';
import type { Send } from '../project/use-commands';
import { copiesOf } from './register/new-sights';

interface Setup {
  readonly project: Project;
  readonly model: ModelInfo;
  /** All that are selected. */
  readonly all: readonly ProjectSight[];
  readonly send: Send;
  readonly onSelect: (id: string | null) => void;
  readonly onChosen: (ids: readonly string[]) => void;
}

/** What is done with all selected sights at once: each act is one step that can be undone. */
export function manyActs({ project, model, all, send, onSelect, onChosen }: Setup) {
  const these = all.length === 1 ? all[0]!.sight.number : `${all.length} sights`;
  const keep = (label: string, changes: readonly SightChange[], goesOn = false) => {
    if (changes.length) void send({ intent: 'change sights', label, changes, goesOn });
  };
  /** Only fields that change are written. */
  const change = (make: (sight: Sight) => Sight, word: string, goesOn = false) =>
    keep(
      `${word} of ${these}`,
      all.flatMap(({ id, sight }) => {
        const next = make(sight);
        return next === sight ? [] : [{ id, patch: patchOf(sight, withDerivedName(model, sight, next)) }];
      }),
      goesOn,
    );
  return {
    these,
    keep,
    change,
    scale: (scale: number) => keep(`Scale of ${these}`, all.map(({ id }) => ({ id, scale }))), // prettier-ignore
    /** The first of the standard's looks is that of a sight that says nothing. */
    look: (look: string) => keep(`Look of ${these}`, all.map(({ id }) => ({ id, filing: { look: look === painter.drafted.get().looks[0] ? null : look } }))), // prettier-ignore
    /** Along the direction in which each looks, metres. */
    move: (by: number) => change((sight) => movedBy(sight, by), 'Move'),
    /** All by the same, in space, metres. */
    shift: (by: Vec3, isHeld: boolean) => change((sight) => (sight.kind === 'axonometric' ? sight : shiftedBy(sight, by)), 'Move', isHeld),
    turn: (centre: Vec2, by: number) => change((sight) => (canTurn(sight) ? turned(model, sight, centre, by) : sight), 'Turn'),
    flip: () => change(flipped, 'Other side'),
    signs: (hidesSign: boolean, of: readonly ProjectSight[] = all) =>
      keep(
        `${hidesSign ? 'Hide' : 'Show'} the ${of.length === 1 ? 'sign' : 'signs'} of ${of.length === 1 ? of[0]!.sight.number : `${of.length} sights`}`,
        of.map(({ id }) => ({ id, filing: { hidesSign: hidesSign || null } })),
      ),
    remove: () => {
      void send({ intent: 'remove sights', label: `Remove ${these}`, ids: all.map(({ id }) => id) });
      onSelect(null);
    },
    copy: () => {
      const made = copiesOf(project, all);
      void send({ intent: 'add sights', label: `${made.length} copies`, sights: made });
      onSelect(made[0]!.id);
      onChosen(made.map(({ id }) => id));
    },
  };
}

export type ManyActs = ReturnType<typeof manyActs>;
