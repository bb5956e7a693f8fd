import type { Vec2 } from '../../../core/geometry/vec3';
import { alongPath } from '../../../core/sights/make/along-path';
import { limitsOfPlans } from '../../../core/sights/make/around-building';
import { detailOf } from '../../../core/sights/make/detail-of';
import { nextNumber, numbered } from '../../../core/sights/make/number';
import { pictorial, type Pictorial } from '../../../core/sights/make/pictorial';
import { PLAN_HEIGHT } from '../../../core/sights/resolve-sight';
import type { BoxSide } from '../../../core/sights/keep-box';
import { sightOfSide } from '../../../core/sights/make/of-box';
import type { Sight } from '../../../core/sights/sight';
import type { ModelInfo } from '../../data/database';
import type { Project, ProjectSight } from '../../data/project';
import { detailScale, usualScale } from '../../figures/usual-scale';

function entries(project: Project, { bounds }: ModelInfo, sights: readonly Omit<Sight, 'number'>[]): ProjectSight[] {
  const taken = Object.values(project.sights).map((s) => s.sight.number);
  const scale = usualScale(bounds);
  return numbered(sights, taken).map((sight) => ({ id: crypto.randomUUID(), scale, sight }));
}

export const newSection = (project: Project, model: ModelInfo, path: readonly [Vec2, Vec2]): ProjectSight =>
  entries(project, model, [{ kind: 'section', name: 'Section', path, look: 'left', depth: null }])[0]!;

/** Sections along a path, so far apart. @throws Fault row-wrong */
export const newRow = (project: Project, model: ModelInfo, path: readonly Vec2[], every: number): ProjectSight[] =>
  entries(project, model, alongPath(path, every, model.bounds));

/** An area of a sight as a sight of its own, several times as large. */
export function newDetail(project: Project, { sight, scale }: ProjectSight, area: readonly [number, number, number, number]): ProjectSight {
  const taken = Object.values(project.sights).map((s) => s.sight.number);
  return { id: crypto.randomUUID(), scale: detailScale(scale), sight: detailOf(sight, area, taken) };
}

/** A plan for each storey that has none yet. */
export function plansForStoreys(project: Project, model: ModelInfo): ProjectSight[] {
  const has = new Set(
    Object.values(project.sights).flatMap((s) => (s.sight.kind === 'plan' && s.sight.storey !== undefined ? [s.sight.storey] : [])),
  );
  const limits = limitsOfPlans(model);
  return entries(
    project,
    model,
    model.storeys
      .filter((s) => !has.has(s.name))
      .map((s) => ({ kind: 'plan' as const, name: s.name, storey: s.name, height: PLAN_HEIGHT, depth: null, ...(limits && { limits }) })),
  );
}

/** The whole model about its main directions, as one usually shows it. */
export const newPictorial = (project: Project, model: ModelInfo, way: Pictorial): ProjectSight =>
  entries(project, model, [pictorial(model, way)])[0]!;

/** How high an eye is over the floor, metres, and how wide it sees, degrees: common practice. */
const EYE = 1.6,
  WIDE = 60;

/** What is seen from one point of a floor that looks to another, level. */
export function newPerspective(project: Project, model: ModelInfo, [from, to]: readonly [Vec2, Vec2], floor: number): ProjectSight {
  const level = Math.round((floor + EYE) * 1e6) / 1e6;
  return entries(project, model, [
    { kind: 'perspective', name: 'Perspective', eye: [...from, level], target: [...to, level], fov: WIDE, depth: null },
  ])[0]!;
}

/** The same sights, each under the next number of its kind. */
export function copiesOf(project: Project, sights: readonly ProjectSight[]): ProjectSight[] {
  const taken = Object.values(project.sights).map((s) => s.sight.number);
  return sights.map(({ sight, ...own }) => {
    const number = nextNumber(sight.kind, taken);
    taken.push(number);
    return { ...own, id: crypto.randomUUID(), sight: { ...sight, number, name: `${sight.name}, copy` } };
  });
}

/** What is in the keep box of a sight, cut by one of the box's sides, with what the other shows. */
export function newOfSide(project: Project, { scale, sight }: ProjectSight, side: BoxSide): ProjectSight {
  const taken = Object.values(project.sights).map((s) => s.sight.number);
  const { show, leaveWhole, joints, layersMeet } = sight;
  const [made] = numbered([{ ...sightOfSide(sight.keepBox!, side), show, leaveWhole, joints, layersMeet }], taken);
  return { id: crypto.randomUUID(), scale, sight: made! };
}
