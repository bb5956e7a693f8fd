import type { Vec2, Vec3 } from '../../geometry/vec3';
import type { GridLine, Model } from '../../model/model';
import { nearestCompass, PLAN_HEIGHT, resolveSight } from '../resolve-sight';
import type { Sight } from '../sight';
import { onGrid } from './on-grid';
import { levelName } from './on-storeys';
import { PICTORIAL, pictorial, windOf } from './pictorial';

type Named = Pick<Model, 'storeys' | 'origin' | 'trueNorth'> & { readonly grid: readonly GridLine[]; readonly mainAngle: number };
type Unnamed = Omit<Sight, 'number' | 'name'>;

/** How near a section runs to a grid line, to be one along it, metres. */
const ON_LINE = 1e-3;
/** Directions that differ by less are the same (a cosine). */
const ALIKE = 1 - 1e-9;

/**
 * What a sight is called by the rules by which sights are made: a plan by its storey or level, an elevation by the side that is seen, a
 * section by its grid line, an axonometric by the corner in front. null where no rule has a name for it.
 */
export function derivedName(model: Named, sight: Unnamed): string | null {
  const { kind, storey, height = PLAN_HEIGHT, path, frame } = sight;
  if (kind === 'plan' || kind === 'ceiling plan') return frame ? null : (storey ?? levelName(height - PLAN_HEIGHT));
  if (kind === 'section') return frame || path?.length !== 2 ? null : (gridNameOf(model, path as [Vec2, Vec2]) ?? 'Section');
  const { look, up } = resolveSight(model, { ...sight, number: '', name: '' }).frame;
  const from: Vec2 = [-look[0], -look[1]];
  const isUpright = Math.hypot(...from) < 1e-9;
  // an elevation of a face that lies in the slope or upright has the name of what it shows
  if (kind === 'elevation') return Math.abs(look[2]) > 1e-9 ? null : capital(nearestCompass(model.trueNorth, from));
  if (kind === 'axonometric') {
    const usual = PICTORIAL.map((way) => pictorial(model, way)).find((own) => isAlike(model, own, look, up) && isSameOblique(own, sight));
    if (usual) return usual.name;
  }
  const word = capital(kind);
  return isUpright ? word : `${word} from the ${windOf(model.trueNorth, from)}`;
}

/** A sight as it was changed; a name that was made by rule goes along, one that someone typed stays. */
export function withDerivedName(model: Named, before: Sight, after: Sight): Sight {
  if (after.name !== before.name || before.name !== derivedName(model, before)) return after;
  const name = derivedName(model, after);
  return name === null || name === after.name ? after : { ...after, name };
}

function gridNameOf({ grid, origin }: Named, path: readonly [Vec2, Vec2]): string | null {
  const isOn = ([a, b]: readonly Vec2[], [x, y]: Vec2): boolean => {
    const [dx, dy] = [b![0] - a![0], b![1] - a![1]];
    return Math.abs((x - a![0]) * dy - (y - a![1]) * dx) <= ON_LINE * Math.hypot(dx, dy);
  };
  return (grid.length ? onGrid({ grid, origin }, '') : []).find(({ path: line }) => path.every((p) => isOn(line!, p)))?.name ?? null;
}

function isAlike(model: Named, own: Unnamed, look: Vec3, up: Vec3): boolean {
  const { frame } = resolveSight(model, { ...own, number: '', name: '' });
  const along = (a: Vec3, b: Vec3) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
  return along(frame.look, look) > ALIKE && along(frame.up, up) > ALIKE;
}

const isSameOblique = (a: Unnamed, b: Unnamed): boolean => a.oblique?.angle === b.oblique?.angle && a.oblique?.scale === b.oblique?.scale;
const capital = (word: string): string => word.replace(/^./, (c) => c.toUpperCase());
