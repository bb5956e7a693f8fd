import { lazy, Suspense, useMemo, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { useNavigate } from 'react-router';
import { classWords } from '../figures/class-words';
import { level } from '../figures/format';
import { useProject } from '../project/use-project';
import { Chain } from '../ui/chain';
import type { Route } from './+types/model-route';

const View3d = lazy(() => import('./view-3d'));

export const meta: Route.MetaFunction = () => [{ title: 'Tarvex, model' }];

/** The model as it was read: in 3D, and counted by storey, class and material; what is doubtful below. */
export default function ModelRoute() {
  const { project, model } = useProject();
  const navigate = useNavigate();
  const [only, setOnly] = useState<{ kind: 'storey' | 'class' | 'material'; key: number | string } | null>(null);
  useHotkeys('2', () => void navigate(`/project/${project.id}/bench`));
  const rows = model.elements.map((e, i) => ({ ...e, i })).filter((e) => e.use !== 'space');
  const count = (of: (e: (typeof rows)[number]) => number | string) => {
    const out = new Map<number | string, number>();
    for (const e of rows) out.set(of(e), (out.get(of(e)) ?? 0) + 1);
    return out;
  };
  const storeys = count((e) => e.storey),
    classes = count((e) => e.class),
    materials = count((e) => model.elementMaterial[e.i]!);
  const fits = useMemo(
    () =>
      only &&
      ((i: number) =>
        only.kind === 'storey'
          ? model.elements[i]!.storey === only.key
          : only.kind === 'class'
            ? model.elements[i]!.class === only.key
            : model.elementMaterial[i] === only.key),
    [model, only],
  );
  const most = Math.max(1, ...classes.values(), ...storeys.values());
  const line = (kind: 'storey' | 'class' | 'material', key: number | string, name: string, n: number, note = '') => {
    const isOn = only?.kind === kind && only.key === key;
    return (
      <button
        key={String(key)}
        type="button"
        aria-pressed={isOn}
        className={`flex h-5 w-full items-center gap-2 px-3 text-left hover:bg-hover ${isOn ? 'bg-sheet font-semibold' : ''}`}
        onClick={() => setOnly(isOn ? null : { kind, key })}
      >
        <span className="min-w-0 flex-1 overflow-hidden text-ellipsis whitespace-nowrap">{name}</span>
        <span className="text-graphite">{note}</span>
        <span className="w-[54px]">
          <i className="block h-[3px] bg-graphite" style={{ width: Math.max(2, (54 * n) / most) }} />
        </span>
        <span className="w-8 text-right">{n}</span>
      </button>
    );
  };
  const head = (title: string, n: number) => (
    <h3 className="flex justify-between px-3 pt-2 pb-px text-[12px] font-semibold">
      {title} <span className="font-normal text-graphite">{n}</span>
    </h3>
  );
  return (
    <div className="grid h-screen min-w-[1000px] grid-cols-[minmax(0,1fr)_276px] grid-rows-[44px_minmax(0,1fr)_auto]">
      <Chain project={{ id: project.id, name: project.name, elements: rows.length, sights: Object.keys(project.sights).length }} />
      <main className="grid min-h-0 grid-rows-[32px_minmax(0,1fr)]">
        <div className="flex items-center gap-3.5 border-b border-rule px-3 whitespace-nowrap">
          <h1 className="font-letter text-[15px] font-semibold">{project.name}</h1>
          <span className="text-graphite">
            {model.fileName}, {model.source}, {rows.length} elements, {model.closed} closed, read in {(model.took / 1000).toFixed(1)} s
          </span>
        </div>
        <div className="relative bg-sheet">
          <Suspense fallback={<p className="p-3 text-graphite">Opening the 3D view…</p>}>
            <View3d model={model} fits={fits} />
          </Suspense>
        </div>
      </main>
      <aside aria-label="Census" className="min-h-0 overflow-auto border-l border-rule2 bg-board pb-3" tabIndex={0}>
        <div className="flex items-baseline gap-2.5 px-3 pt-2">
          <h2 className="text-[13px] leading-5 font-semibold">Census</h2>
          <span className="text-graphite">
            {fits ? `${rows.filter((e) => fits(e.i)).length} of ${rows.length}` : `${rows.length} elements`}
          </span>
          {only && (
            <button type="button" className="word ml-auto" onClick={() => setOnly(null)}>
              Show all
            </button>
          )}
        </div>
        {head('Storeys', model.storeys.length)}
        {model.storeys
          .map((s, i) => ({ s, i }))
          .reverse()
          .map(({ s, i }) => line('storey', i, s.name, storeys.get(i) ?? 0, level(s.elevation + model.origin[2])))}
        {storeys.has(-1) && line('storey', -1, 'on no storey', storeys.get(-1)!)}
        {head('Classes', classes.size)}
        {[...classes].sort((a, b) => b[1] - a[1]).map(([c, n]) => line('class', c, classWords(String(c)), n))}
        {head('Materials', materials.size)}
        {[...materials]
          .sort((a, b) => b[1] - a[1])
          .map(([m, n]) => line('material', m, m === -1 ? 'none given' : model.materials[m as number]!, n))}
      </aside>
      <section aria-label="Checks" className="col-span-full max-h-[135px] min-h-0 overflow-auto border-t border-ink" tabIndex={0}>
        <h2 className="flex h-6 items-center gap-2 border-b border-ink px-2.5 font-semibold">
          Checks{' '}
          <span className="font-normal text-graphite">{model.doubts.length ? `${model.doubts.length} open` : 'nothing doubtful'}</span>
        </h2>
        {model.doubts.map((d, i) => (
          <p key={i} className="flex h-[22px] items-center gap-3 border-b border-rule px-2.5 whitespace-nowrap">
            <b className="inline-block w-[18px] border border-ochre bg-ochre-wash text-center text-[11px] leading-4 font-semibold">
              {i + 1}
            </b>
            {d}
          </p>
        ))}
      </section>
    </div>
  );
}
