import { useLiveQuery } from 'dexie-react-hooks';
import { useEffect, useRef } from 'react';
import { useFetcher, useNavigate } from 'react-router';
import { toast } from 'sonner';
import { PROJECT_KIND } from '../../core/project-file/project-file';
import { Chain } from '../frame/chain';
import { jobs, type Step } from '../jobs/jobs';
import { JobFaults } from '../jobs/jobs-line';
import { useCommands } from '../project/use-commands';
import { FILE_ENDINGS } from '../project/read-files';
import { Toasts } from '../ui/toasts';
import { useDroppedFiles } from '../ui/use-dropped-files';
import { beginPlan, openDemo, openFiles } from './open-file';
import { shelfAct, type ShelfAct } from './shelf-actions';
import { roomLeft, shelfRows } from './shelf-rows';
import { Bin, ShelfTable } from './shelf-table';
import type { Route } from './+types/shelf-route';

export const meta: Route.MetaFunction = () => [{ title: 'Tarvex, shelf' }];

export async function clientLoader() {
  return { rows: await shelfRows(), room: await roomLeft() };
}
clientLoader.hydrate = true as const;

export async function clientAction({ request }: Route.ClientActionArgs) {
  const fault = await shelfAct((await request.json()) as ShelfAct);
  if (fault) jobs.tell('not done', fault);
  return null;
}

export function HydrateFallback() {
  return <p className="p-5 text-graphite">Opening the shelf…</p>;
}

/** The projects of this browser. A file dropped anywhere becomes a new one. */
export default function Shelf({ loaderData: { rows: loaded, room } }: Route.ComponentProps) {
  const all = useLiveQuery(shelfRows) ?? loaded;
  const [rows, binned] = [all.filter((r) => r.binned === null), all.filter((r) => r.binned !== null)];
  const goTo = useNavigate();
  const fetcher = useFetcher();
  const { send } = useCommands();
  const choose = useRef<HTMLInputElement>(null);
  const isHere = useRef(true);
  const act = (what: ShelfAct) => void fetcher.submit(what as never, { method: 'post', encType: 'application/json', action: '/?index' });
  const tidy = useRef(act);
  useEffect(() => {
    isHere.current = true;
    tidy.current({ act: 'tidy' });
    return () => void (isHere.current = false);
  }, []);

  const take = async (name: string, work: (step: Step) => Promise<string>) => {
    const id = await jobs.run(`Reading ${name}`, 'not read', work);
    // the browser is asked not to clear what is kept
    if (id) void navigator.storage?.persist?.();
    // who has gone on to something else meanwhile stays there; the project lies on the Shelf
    if (id && isHere.current) await goTo(`/project/${id}/bench`);
  };
  const takeFiles = (files: readonly File[]) => {
    if (files.length) void take(files[0]!.name, (step) => openFiles(files, step));
  };
  const isOver = useDroppedFiles(takeFiles);

  return (
    <div className="grid h-screen grid-rows-[44px_minmax(0,1fr)]">
      <Chain />
      <main className={`grid grid-cols-[minmax(0,1fr)_276px] ${isOver ? 'bg-pencil-wash' : ''}`}>
        <section className="min-h-0 overflow-auto px-5 py-4" tabIndex={0} aria-label="Projects">
          <div className="mb-2 flex items-baseline gap-3">
            <h1 className="font-letter text-[15px] font-semibold">Shelf</h1>
            <span className="text-graphite">{rows.length === 1 ? '1 project' : `${rows.length} projects`} in this browser</span>
          </div>
          <div className="my-2 grid gap-2 empty:hidden">
            <JobFaults />
          </div>
          {rows.length === 0 ? (
            <p className="max-w-md pt-8 text-graphite">
              Nothing here yet. Drop a model anywhere on this page (IFC, glTF, OBJ, STL, PLY, 3MF, STEP, a plan in DXF, also zipped), choose
              one, or open the demo: a small tide station with its sections, elevations and plans.
            </p>
          ) : (
            <ShelfTable
              rows={rows}
              onRename={(id, name) =>
                void send({ intent: 'rename', label: `Project renamed ${name}`, name }, id).then(
                  ({ fault }) => fault && jobs.tell('not renamed', fault),
                )
              }
              onSave={({ id, name }) => void import('../jobs/project-files').then(({ saveProject }) => saveProject(id, name))}
              onDelete={({ id, name }) => {
                act({ act: 'delete', id });
                toast(`${name} was deleted.`, { action: { label: 'Undo', onClick: () => act({ act: 'bring back', id }) } });
              }}
            />
          )}
          <Bin rows={binned} onBringBack={(id) => act({ act: 'bring back', id })} onEmpty={() => act({ act: 'empty bin' })} />
        </section>
        <aside className="border-l border-rule2 bg-board p-3">
          <h2 className="mb-2 text-[13px] leading-5 font-semibold">New project</h2>
          <p className="mb-3 text-graphite">
            Drop a model anywhere on this page: IFC, glTF, OBJ, STL, PLY, 3MF, STEP, or a plan in DXF, also zipped, with the files that
            belong to it; or a project file (.tarvex). It is read here, in this browser, and sent nowhere. Without a model, draw the
            outlines of a plan in the Key, over a scan if there is one.
          </p>
          <div className="flex flex-wrap gap-2">
            <button type="button" className="btn" onClick={() => choose.current?.click()}>
              Choose a file
            </button>
            <button type="button" className="btn" onClick={() => void take('the demo', openDemo)}>
              Open the demo
            </button>
            <button type="button" className="btn" onClick={() => void take('an empty plan', beginPlan)}>
              Draw a plan
            </button>
          </div>
          <input
            ref={choose}
            type="file"
            multiple
            accept={`${FILE_ENDINGS},.${PROJECT_KIND}`}
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
          <p className="mt-6 border-t border-rule pt-2 text-graphite">
            {room.left !== null && `This browser has room for ${amount(room.left)} more. `}
            {room.isLasting
              ? 'It keeps what is here until you delete it.'
              : 'It may clear what is here when the disk fills up: keep a project file of what matters.'}
          </p>
        </aside>
      </main>
      <Toasts />
    </div>
  );
}

const amount = (bytes: number): string => (bytes > 1e9 ? `${Math.round(bytes / 1e8) / 10} GB` : `${Math.round(bytes / 1e6)} MB`);
