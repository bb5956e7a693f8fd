import { withNamedSets } from '../../core/sights/named-sets';
import type { Sight } from '../../core/sights/sight';
import type { Project } from './project';

/** A sight as the engine takes it. */
export const withSets = (sight: Sight, { sets }: Pick<Project, 'sets'>): Sight => withNamedSets(sight, Object.values(sets));
