import { redirect } from 'react-router';
import type { Route } from './+types/to-bench';

export function clientLoader({ params }: Route.ClientLoaderArgs) {
  return redirect(`/project/${params.project}/bench`);
}
clientLoader.hydrate = true as const;

export default function ToBench() {
  return null;
}
