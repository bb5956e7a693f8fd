import { withFillFor } from '../../core/drafting/standard/edit-standard';
import { SHIPPED } from '../../core/drafting/standard/shipped-standard';
import { lookNames } from '../../core/drafting/standard/standard';
import type { Project, ProjectSight } from '../data/project';
import { owned } from './owned-standard';
import type { Send } from './use-commands';

interface Wish {
  readonly project: Project;
  readonly sight: ProjectSight;
  readonly fill: { readonly material: string | null; readonly class: string };
  readonly send: Send;
}

/** Adds a rule for cut faces that none of the standard fills; answers with the way to it, or null where it was refused. */
export async function addFillRule({ project, sight, fill, send }: Wish): Promise<string | null> {
  const base = project.standard ?? SHIPPED;
  const look = Math.max(0, lookNames(base).indexOf(sight.look ?? ''));
  const { standard, at } = withFillFor(base, look, fill);
  const label = `Rule for ${fill.material ?? fill.class}`;
  const { fault } = await send({ intent: 'standard', label, standard: owned(project, standard) });
  return fault ? null : `/project/${project.id}/standard?sight=${sight.id}&look=${look}&list=fills&rule=${at}`;
}
