import { useLiveQuery } from 'dexie-react-hooks';
import { useEffect, useRef, useState } from 'react';
import { Link, useNavigate, useRevalidator } from 'react-router';
import { toast, Toaster } from 'sonner';
import { MODEL_KINDS } from '../../core/readers/model-kinds';
import { database } from '../data/database';
import { binProject, emptyBin, restoreProject } from '../data/projects';
import { Chain } from '../ui/chain';
import { Working } from '../ui/working';
import { beginPlan, openDemo, openFiles } from './open-file';
import type { Route } from './+types/shelf-route';
import { Stopped } from '../workers/pool';

/** A binned project can be brought back for this long. */
const BIN_KEEPS = 10 * 60_000;

export const meta: Route.MetaFunction = () => [{ title: 'Tarvex, shelf' }];

async function shelf() {
  const projects = (await database.projects.orderBy('changed').reverse().toArray()).filter((p) => p.binned === null);
  const models = await database.models.bulkGet(projects.map((p) => p.model));
  return projects.map((project, i) => ({ project, model: models[i] ?? null }));
}

export async function clientLoader() {
  await emptyBin(Date.now() - BIN_KEEPS);
  return { rows: await shelf() };
}
clientLoader.hydrate = true as const;

export function HydrateFallback() {
  return <p className="p-5 text-graphite">Opening the shelf…</p>;
}

/** The projects of this browser. A file dropped anywhere becomes a new one. */
export default function Shelf({ loaderData }: Route.ComponentProps) {
  const rows = useLiveQuery(shelf) ?? loaderData.rows;
  const navigate = useNavigate();
  const { revalidate } = useRevalidator();
  const [reading, setReading] = useState<{ name: string; share: number; stop: () => void } | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const [over, setOver] = useState(false);
  const choose = useRef<HTMLInputElement>(null);
  const isHere = useRef(true);
  useEffect(() => {
    isHere.current = true;
    return () => void (isHere.current = false);
  }, []);

  const take = async (name: string, work: (opening: { signal: AbortSignal; progress: (share: number) => void }) => Promise<string>) => {
    const control = new AbortController();
    setFault(null);
    setReading({ name, share: 0, stop: () => control.abort() });
    try {
      const id = await work({ signal: control.signal, progress: (share) => setReading((r) => r && { ...r, share }) });
      // who has gone on to something else meanwhile stays there; the project lies on the Shelf
      if (isHere.current) await navigate(`/project/${id}/bench`);
    } catch (error) {
      if (!(error instanceof Stopped)) setFault((error as Error).message);
    }
    setReading(null);
  };
  const takeFiles = (files: readonly File[]) => {
    if (files.length) void take(files[0]!.name, (opening) => openFiles(files, opening));
  };

  useEffect(() => {
    const drop = (e: DragEvent) => {
      e.preventDefault();
      setOver(false);
      takeFiles([...(e.dataTransfer?.files ?? [])]);
    };
    const hover = (e: DragEvent) => {
      e.preventDefault();
      setOver(e.type === 'dragover');
    };
    window.addEventListener('drop', drop);
    window.addEventListener('dragover', hover);
    window.addEventListener('dragleave', hover);
    return () => {
      window.removeEventListener('drop', drop);
      window.removeEventListener('dragover', hover);
      window.removeEventListener('dragleave', hover);
    };
  });

  const bin = async (id: string, name: string) => {
    await binProject(id);
    await revalidate();
    toast(`${name} was deleted.`, {
      action: { label: 'Undo', onClick: () => void restoreProject(id).then(() => revalidate()) },
      duration: 15_000,
    });
  };

  return (
    <div className="grid h-screen grid-rows-[44px_minmax(0,1fr)]">
      <Chain />
      <main className={`grid grid-cols-[minmax(0,1fr)_276px] ${over ? 'bg-pencil-wash' : ''}`}>
        <section className="min-h-0 overflow-auto px-5 py-4" tabIndex={0} aria-label="Projects">
          <div className="mb-2 flex items-baseline gap-3">
            <h1 className="font-letter text-[15px] font-semibold">Shelf</h1>
            <span className="text-graphite">{rows.length === 1 ? '1 project' : `${rows.length} projects`} in this browser</span>
            {reading && <Working label={`Reading ${reading.name}`} share={reading.share} onStop={reading.stop} />}
          </div>
          {fault && (
            <p role="alert" className="mb-3 max-w-3xl border border-ink bg-sheet px-3 py-2">
              <b className="mr-2 bg-ink px-1.5 font-semibold text-sheet">not read</b>
              {fault}
              <button type="button" className="word ml-3" onClick={() => setFault(null)}>
                Put away
              </button>
            </p>
          )}
          {rows.length === 0 ? (
            <p className="max-w-md pt-8 text-graphite">
              Nothing here yet. Drop a model anywhere on this page (IFC, glTF, OBJ, STL, PLY, 3MF, STEP, a plan in DXF, also zipped), choose
              one, or open the demo: a small tide station with its sections, elevations and plans.
            </p>
          ) : (
            <table className="w-full border-collapse text-left">
              <thead className="text-[12px] text-graphite">
                <tr className="border-b border-rule2 [&>th]:h-6 [&>th]:font-normal">
                  <th>project</th>
                  <th>model</th>
                  <th className="text-right">elements</th>
                  <th className="text-right">sights</th>
                  <th className="pl-6">changed</th>
                  <th>
                    <span className="sr-only">what can be done</span>
                  </th>
                </tr>
              </thead>
              <tbody>
                {rows.map(({ project, model }) => (
                  <tr key={project.id} className="h-[30px] border-b border-rule hover:bg-hover">
                    <td>
                      <Link to={`/project/${project.id}/bench`} className="font-letter text-[15px] hover:text-pencil">
                        {project.name}
                      </Link>
                    </td>
                    <td className="text-graphite">{model ? `${model.fileName}, ${model.source}` : 'model missing'}</td>
                    <td className="text-right">{model ? model.standing : ''}</td>
                    <td className="text-right">{Object.keys(project.sights).length}</td>
                    <td className="pl-6 text-graphite">
                      {new Date(project.changed).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}
                    </td>
                    <td className="text-right">
                      <button
                        type="button"
                        className="word"
                        aria-label={`Delete ${project.name}`}
                        onClick={() => void bin(project.id, project.name)}
                      >
                        Delete
                      </button>
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
        </section>
        <aside className="border-l border-rule2 bg-board p-3">
          <h2 className="mb-2 text-[13px] leading-5 font-semibold">New project</h2>
          <p className="mb-3 text-graphite">
            Drop a model anywhere on this page: IFC, glTF, OBJ, STL, PLY, 3MF, STEP, or a plan in DXF, also zipped, with the files that
            belong to it. It is read here, in this browser, and sent nowhere. Without a model, draw the outlines of a plan in the Key, over
            a scan if there is one.
          </p>
          <div className="flex flex-wrap gap-2">
            <button type="button" className="btn" disabled={reading !== null} onClick={() => choose.current?.click()}>
              Choose a file
            </button>
            <button type="button" className="btn" disabled={reading !== null} onClick={() => void take('the demo', openDemo)}>
              Open the demo
            </button>
            <button type="button" className="btn" disabled={reading !== null} onClick={() => void take('an empty plan', beginPlan)}>
              Draw a plan
            </button>
          </div>
          <input
            ref={choose}
            type="file"
            multiple
            accept={[...MODEL_KINDS, 'mtl', 'bin'].map((kind) => `.${kind}`).join()}
            className="sr-only"
            aria-label="Model file"
            tabIndex={-1}
            onChange={(e) => {
              const files = [...(e.target.files ?? [])];
              // the same file can be chosen again, after a stop or a mend
              e.target.value = '';
              takeFiles(files);
            }}
          />
        </aside>
      </main>
      <Toaster
        position="bottom-left"
        toastOptions={{
          style: {
            borderRadius: 2,
            background: '#FFFEFB',
            color: '#22292C',
            border: '1px solid #22292C',
            boxShadow: 'none',
            font: 'inherit',
          },
        }}
      />
    </div>
  );
}
