import type { Standard } from '../../core/drafting/standard/standard';
import type { Project } from '../data/project';

/** What a project's own standard is called as long as nobody has named it. */
const OFFICE = 'Office';

/** A changed standard as the project's own: one that came along has the name of no other from now on. */
export const owned = (project: Project, standard: Standard): Standard => (project.standard ? standard : { ...standard, name: OFFICE });
