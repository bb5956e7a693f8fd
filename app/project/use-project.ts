import { useRouteLoaderData } from 'react-router';
import type { clientLoader } from './project-route';

/** The project and its model, as the project's route loaded them. */
export function useProject() {
  const loaded = useRouteLoaderData<typeof clientLoader>('project/project-route');
  if (!loaded) throw new Error('No project is open.');
  return loaded;
}
