import { lazy, Suspense, useEffect, useMemo, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import type { Check } from '../../core/checks/check-model';
import { checkWords } from '../../core/checks/check-words';
import type { ElementCorrection } from '../../core/model/correct';
import type { Command, CorrectionPatch } from '../project/commands';
import { useCommands } from '../project/use-commands';
import { useChanges } from '../project/use-changes';
import { useProject } from '../project/use-project';
import { Toasts } from '../ui/toasts';
import { useUndoKeys } from '../ui/use-undo-keys';
import { Chain } from '../frame/chain';
import { pool } from '../workers/pool';
import type { Route } from './+types/model-route';
import { Census } from './census';
import { ChangesLine } from './changes-line';
import { checkKey, ChecksBand } from './checks-band';
import { ModelHead } from './model-head';
import { ModelsList } from './models-list';
import { PickedCard } from './picked-card';
import type { PointWish } from './place-card';
import { PlanTable } from './plan-table';
import { ReadAgain } from './read-again';
import { useModels } from './use-models';
import { useToBench } from './use-to-bench';
import { useShown } from '../space/use-shown';

/** Letters by what is written on the key. */
const BY_KEY = { useKey: true };

const View3d = lazy(() => import('./view-3d'));

export const meta: Route.MetaFunction = () => [{ title: 'Tarvex, model' }];

/** The model as it was read: in 3D, counted, checked, and set right where it was read wrong. */
export default function ModelRoute() {
  const { project, model } = useProject();
  const navigate = useNavigate();
  const { send } = useCommands(project.id);
  const shown = useShown(project.id, model);
  const [made, setMade] = useState<{ readonly of: string; readonly checks: readonly Check[] } | null>(null);
  const [chosen, setSelected] = useState<{ readonly of: string; readonly n: number; readonly check: Check } | null>(null);
  const [aim, setAim] = useState<{ readonly element: number } | null>(null);
  const [isBusy, setBusy] = useState(false);
  // a check that nobody waits for any more is stopped through memory shared with its worker
  const [wishes] = useState(() => (globalThis.crossOriginIsolated ? new Int32Array(new SharedArrayBuffer(4)) : null));
  const [thereOf, setThereOf] = useState<string | null>(null);
  const news = useChanges(project, model);
  const selected = chosen?.of === model.id ? chosen : null;
  const checks = made?.of === model.id ? made.checks : null;
  const { accepted } = project;
  const sets = useMemo(() => Object.values(project.sets).sort((a, b) => (a.name < b.name ? -1 : 1)), [project.sets]);

  // the checks wait until the model is on the screen
  useEffect(() => {
    if (thereOf !== model.id) return;
    let isWanted = true;
    const token = wishes && { count: wishes, wish: Atomics.load(wishes, 0) };
    pool.back
      .run((engine) => engine.check(model.id, token))
      .then(
        (found) => isWanted && setMade({ of: model.id, checks: found }),
        () => undefined,
      );
    return () => {
      isWanted = false;
      if (wishes) Atomics.add(wishes, 0, 1);
    };
  }, [model.id, thereOf, wishes]);

  /** Whether it was done; what was not is told. */
  const tell = async (command: Command): Promise<boolean> => {
    const { fault, said } = await send(command);
    if (fault) toast.error(fault);
    else if (said && command.intent !== 'put changes away') toast(said);
    return !fault;
  };
  const correct = async (label: string, patch: CorrectionPatch) => {
    setBusy(true);
    await tell({ intent: 'correct', label, patch });
    setBusy(false);
  };
  const models = useModels(model, {
    send: tell,
    onNewer: () => shown.pick([]),
    onSaid: (words) => toast(words),
  });
  const [point, setPoint] = useState<PointWish | null>(null);
  const correctElements = (elements: readonly number[], changed: ElementCorrection) => {
    const ids = elements.map((e) => model.elements[e]!.id);
    const what = elements.length === 1 ? model.elements[elements[0]!]!.name || 'element' : `${elements.length} elements`;
    if (changed.leftOut) shown.pick([]);
    void correct(`Correction of ${what}`, { elements: { ids, changed } });
  };
  const saveSet = (elements: readonly number[]) =>
    void tell({ intent: 'keep set', label: 'New set', elements: elements.map((e) => model.elements[e]!.id) });
  const { toBench, isFacing, setFacing, ofFace } = useToBench(project, model, shown.hidden, tell);
  const show = (n: number, check: Check) => {
    setSelected({ of: model.id, n, check });
    shown.show(check.elements);
    shown.pick(check.elements);
    setAim({ element: check.elements[0]! });
  };

  useHotkeys('2', () => void navigate(`/project/${project.id}/bench`));
  useUndoKeys(
    () => void tell({ intent: 'undo' }),
    () => void tell({ intent: 'redo' }),
  );
  useHotkeys('h', () => shown.picked.length && shown.hide(shown.picked), BY_KEY);
  useHotkeys('o', () => shown.picked.length && shown.only(shown.picked), BY_KEY);
  useHotkeys('9', () => shown.showAll());
  useHotkeys('esc', () => (isFacing ? setFacing(false) : point ? setPoint(null) : shown.pick([])));

  const labels = selected && checks ? [{ n: selected.n, element: selected.check.elements[0]!, words: checkWords(selected.check) }] : [];
  const pickAt = (element: number, more: boolean) =>
    shown.pick(
      element < 0
        ? []
        : !more
          ? [element]
          : shown.picked.includes(element)
            ? shown.picked.filter((e) => e !== element)
            : [...shown.picked, element],
    );
  return (
    <div className="grid h-screen min-w-[720px] grid-cols-[minmax(0,1fr)_clamp(230px,22vw,276px)] grid-rows-[44px_minmax(0,1fr)_auto]">
      <Chain project={{ id: project.id, name: project.name, elements: shown.count, sights: Object.keys(project.sights).length }} />
      <main className="grid min-h-0 min-w-0 grid-cols-[minmax(0,1fr)] grid-rows-[32px_minmax(0,1fr)]">
        <ModelHead
          name={project.name}
          model={model}
          count={shown.count}
          isBusy={isBusy || models.isBusy}
          onUnit={(unit) => void correct(`Units in the file are ${unit}`, { unit })}
          onUp={(up) => void correct(`${up.toUpperCase()} is up`, { up })}
        >
          {!model.parts && (
            <ReadAgain
              base={model.base}
              onRead={(reading, name) => {
                shown.pick([]);
                return tell({ intent: 'take reading', label: `${name} read again`, model: reading });
              }}
            />
          )}
        </ModelHead>
        <div className="relative min-w-0 overflow-hidden bg-sheet">
          <Suspense fallback={<p className="p-3 text-graphite">Opening the 3D view…</p>}>
            <View3d
              model={model}
              states={shown.states}
              labels={labels}
              aim={aim}
              onPick={pickAt}
              onCorner={point?.onPoint ?? null}
              onThere={() => setThereOf(model.id)}
              onSight={(kind, from) => void toBench(kind, from)}
              onFace={isFacing ? (point, from) => void ofFace(point, from) : null}
              onFacing={() => setFacing(!isFacing)}
            />
          </Suspense>
          {news && (
            <ChangesLine {...news} shown={shown} onClose={() => void tell({ intent: 'put changes away', label: 'Changes put away' })} />
          )}
        </div>
      </main>
      <aside aria-label="Census" className="min-h-0 overflow-auto border-l border-rule2 bg-board pb-3" tabIndex={0}>
        <PickedCard model={model} shown={shown} onCorrect={correctElements} onSaveSet={saveSet} onAim={(element) => setAim({ element })} />
        <ModelsList model={model} models={models} shown={shown} point={point} onPoint={setPoint} />
        <Census
          model={model}
          shown={shown}
          sets={sets}
          onSaveSet={saveSet}
          onDeleteSet={(set) => void tell({ intent: 'delete set', label: `Set ${set.name} deleted`, id: set.id })}
        />
      </aside>
      <div className="col-span-full">
        {model.plan && (
          <PlanTable
            rows={model.plan}
            onChange={(layer, changed) => void correct(`Layer ${layer} of the plan`, { plan: { layer, changed } })}
          />
        )}
        {model.parts?.map(
          ({ key, own }) =>
            own.plan && <PlanTable key={key} rows={own.plan} onChange={(layer, changed) => void models.plan(key, { layer, changed })} />,
        )}
        <ChecksBand
          model={model}
          checks={checks}
          accepted={accepted}
          selected={selected?.n ?? null}
          onSelect={show}
          onAccept={(list) =>
            void tell({
              intent: 'accept findings',
              label: list.length === 1 ? 'Finding accepted' : `${list.length} findings accepted`,
              findings: list.map((c) => checkKey(model, c)),
            })
          }
          onTakeBack={() => void tell({ intent: 'show accepted', label: 'Accepted findings shown' })}
          onLeaveOut={(check) => correctElements([check.elements.at(-1)!], { leftOut: true })}
        />
      </div>
      <Toasts />
    </div>
  );
}
