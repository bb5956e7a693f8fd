import { useEffect } from 'react';
import { data, Outlet, useRevalidator } from 'react-router';
import { pool } from '../workers/pool';
import { openReading } from '../data/models';
import { asBefore } from '../data/as-before';
import { loadProject } from '../data/project-rows';
import type { Project } from '../data/project';
import { useDrafting } from '../drawings/use-drafting';
import { hearTabs } from '../data/tabs';
import type { Maker } from './carry-out';
import { answered, type Sent } from './use-commands';
import type { Route } from './+types/project-route';

/** The project as it was read last: what of it says the same stays the same, and nothing that hangs on it is done anew. */
let asRead: Project | undefined;
/** The model that was last made ready: the loader runs again at each action, when there is nothing left to prepare. */
let readied = '';

const maker: Maker = {
  correct: (model, corrections) => pool.back.run((engine) => engine.correct(model, corrections)),
  arrange: (model, parts) => pool.back.run((engine) => engine.arrange(model, parts)),
  remake: (model) => pool.back.run((engine) => engine.remake(model)),
};

/** Loads a project and what is known of its model; both live in this browser. */
export async function clientLoader({ params }: Route.ClientLoaderArgs) {
  // the worker starts while the model's row is read
  pool.live.warm();
  const project = (asRead = asBefore(asRead, await loadProject(params.project)));
  const model = project && (await openReading(project.model, maker.remake));
  if (!project || !model)
    throw data('This project is not in this browser. Projects live where they were made, or it has been deleted.', { status: 404 });
  // prepared in the meantime, once; what goes wrong is said when a drawing is asked for
  if (readied !== project.model) void pool.live.run((engine) => engine.ready(project.model)).catch(() => undefined);
  readied = project.model;
  return { project, model };
}
clientLoader.hydrate = true as const;

/** Everything that is changed of a project is changed here. */
export async function clientAction({ request, params }: Route.ClientActionArgs) {
  const { id, command } = (await request.json()) as Sent;
  // the checks of all fields come when the first command does
  const { carryOut } = await import('./carry-out');
  const answer = await carryOut(params.project, command, maker);
  answered(id, answer);
  return answer;
}

export function HydrateFallback() {
  return <p className="p-5 text-graphite">Opening the project…</p>;
}

/** What another tab changes shows here too. */
export default function ProjectRoute({ params, loaderData }: Route.ComponentProps) {
  useDrafting(loaderData.project);
  const { revalidate } = useRevalidator();
  // the first command is not to wait for it
  useEffect(() => {
    const soon = setTimeout(() => void import('./carry-out').catch(() => undefined), 1500);
    return () => clearTimeout(soon);
  }, []);
  useEffect(() => {
    const leave = pool.enter();
    return () => {
      readied = '';
      asRead = undefined;
      leave();
    };
  }, []);
  useEffect(() => hearTabs(params.project, () => void revalidate()), [params.project, revalidate]);
  return <Outlet />;
}
