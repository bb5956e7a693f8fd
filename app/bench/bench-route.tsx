import { memo, useCallback, useMemo } from 'react';
import { data, useNavigate } from 'react-router';
import { orderedSights } from '../data/project';
import { useCommands } from '../project/use-commands';
import { useProject } from '../project/use-project';
import { Bench } from './bench';
import type { Route } from './+types/bench-route';

export function clientLoader({ params }: Route.ClientLoaderArgs) {
  if (params.sight && params.sight.length > 100) throw data('There is no such sight.', { status: 404 });
  return null;
}

export const meta: Route.MetaFunction = () => [{ title: 'Tarvex, bench' }];

/** What is on its way is told to the whole route: the screen is not set up anew for it. */
const Screen = memo(Bench);

/** The Bench: Register, Drawing, Key and Slate of one project. */
export default function BenchRoute({ params }: Route.ComponentProps) {
  const { project, model } = useProject();
  const navigate = useNavigate();
  const commands = useCommands(project.id);
  const sights = useMemo(() => orderedSights(project), [project]);
  const selected = sights.find((s) => s.id === params.sight) ?? sights.find((s) => s.sight.kind === 'section') ?? sights[0] ?? null;
  const select = useCallback(
    (id: string | null) => void navigate(`/project/${project.id}/bench${id ? `/${id}` : ''}`, { replace: true, preventScrollReset: true }),
    [navigate, project.id],
  );
  const goTo = useCallback((to: string) => void navigate(to), [navigate]);
  return <Screen {...{ project, model, sights, selected, commands, goTo }} onSelect={select} />;
}
