import { data, useNavigate } from 'react-router';
import { orderedSights } from '../data/project';
import { useProject } from '../project/use-project';
import { Bench } from './bench';
import type { Route } from './+types/bench-route';

export function clientLoader({ params }: Route.ClientLoaderArgs) {
  if (params.sight && params.sight.length > 100) throw data('There is no such sight.', { status: 404 });
  return null;
}

export const meta: Route.MetaFunction = () => [{ title: 'Tarvex, bench' }];

/** The Bench: Register, Drawing, Key and Slate of one project. */
export default function BenchRoute({ params }: Route.ComponentProps) {
  const { project, model } = useProject();
  const navigate = useNavigate();
  const sights = orderedSights(project);
  const selected = sights.find((s) => s.id === params.sight) ?? sights.find((s) => s.sight.kind === 'section') ?? sights[0] ?? null;
  const select = (id: string | null) =>
    void navigate(`/project/${project.id}/bench${id ? `/${id}` : ''}`, { replace: true, preventScrollReset: true });
  return <Bench project={project} model={model} sights={sights} selected={selected} onSelect={select} />;
}
