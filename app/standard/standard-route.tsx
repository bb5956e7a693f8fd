import { useState } from 'react';
import { useFetcher, useSearchParams } from 'react-router';
import { deleteStandard, keepStandard, keptStandards } from '../data/standards';
import { storageSentence } from '../data/storage-fault';
import type { Answer } from '../project/commands';
import { useProject } from '../project/use-project';
import { Fault } from '../../core/faults/fault';
import { sentence } from '../../core/faults/wording';
import type { KeptAct } from './kept-act';
import { StandardScreen } from './standard-screen';
import type { Route } from './+types/standard-route';

export const meta: Route.MetaFunction = () => [{ title: 'Tarvex, standard' }];

export async function clientLoader() {
  return { kept: await keptStandards() };
}

export async function clientAction({ request }: Route.ClientActionArgs): Promise<Answer> {
  const what = (await request.json()) as KeptAct;
  try {
    await (what.act === 'keep' ? keepStandard(what.standard) : deleteStandard(what.id));
    return {
      fault: null,
      said: what.act === 'keep' ? `${what.standard.name} is kept for all projects of this browser` : 'The kept standard is deleted',
    };
  } catch (error) {
    return { fault: error instanceof Fault ? sentence(error) : storageSentence(error), said: null };
  }
}

/** The third stage: how lines and cut faces are drawn, by rule. */
export default function StandardRoute({ loaderData }: Route.ComponentProps) {
  const { project, model } = useProject();
  const [asked] = useSearchParams();
  const fetcher = useFetcher<Answer>();
  // what leads here names the sight, the look and the rule; after that the screen goes its own way
  const [begin] = useState(() => ({
    sight: asked.get('sight'),
    look: Number(asked.get('look') ?? 0),
    list: asked.get('list') === 'fills' ? ('fills' as const) : ('lines' as const),
    rule: asked.get('rule') === null ? null : Number(asked.get('rule')),
  }));
  const onKept = (what: KeptAct) => void fetcher.submit(what as never, { method: 'post', encType: 'application/json' });
  return <StandardScreen {...{ project, model, begin, onKept }} kept={loaderData.kept} answer={fetcher.data ?? null} />;
}
