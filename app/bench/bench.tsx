import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import type { Vec2 } from '../../core/geometry/vec3';
import { titled } from '../../core/drafting/graphic';
import { drawingBounds } from '../../core/linework/drawing';
import { resolveSight } from '../../core/sights/resolve-sight';
import type { Sight } from '../../core/sights/sight';
import type { KeepBackground } from '../backgrounds/use-backgrounds';
import { solidCount } from '../data/class-counts';
import type { ModelInfo } from '../data/database';
import type { Project, ProjectSight } from '../data/project';
import type { ShownFinding } from '../data/drawn-sight';
import { painter } from '../workers/painter';
import { exportDrawings, type ExportFormat } from '../jobs/export-drawings';
import { Chain } from '../frame/chain';
import { CanvasHead } from './drawing/canvas-head';
import { DrawingPane } from './drawing/drawing-pane';
import { KeyChanges } from './key/key-changes';
import { KeyPane } from './key/key-pane';
import { KeysCard } from './keys-card';
import { fourElevations, isometric, newSection, plansForStoreys } from './register/new-sights';
import type { NewSightChoice } from './register/new-sight-menu';
import { Palette } from './palette';
import { Plumb } from './plumb/plumb';
import { PointerStore } from './plumb/pointer-store';
import { Register } from './register/register';
import { frameOf, gridAlong, keyFrameOf, lineOf, toKey, lookingWords, withLine } from './sight-geometry';
import { Slate } from './slate/slate';
import { Straightedge } from './plumb/straightedge';
import { useBenchKeys } from './use-bench-keys';
import { withSets } from '../data/sets';
import { patchOf } from '../data/sight-patch';
import { useCommands } from '../project/use-commands';
import type { Command } from '../project/commands';
import { useDrawing } from '../drawings/use-drawing';
import { useOutlines } from './key/use-outlines';
import { useKey } from './key/use-key';
import { useSize } from '../board/use-size';
import { useStates } from './register/use-states';
import { clampZoom, CSS_PER_MM, fit, paperShare, type BenchView } from '../board/view';

interface Props {
  readonly project: Project;
  readonly model: ModelInfo;
  readonly sights: readonly ProjectSight[];
  readonly selected: ProjectSight | null;
  readonly onSelect: (id: string | null) => void;
}

/** The main screen. Holds what is being changed and what is looked at; everything kept goes through the route's action. */
export function Bench({ project, model, sights, selected, onSelect }: Props) {
  const { send, last } = useCommands(project.id);
  const navigate = useNavigate();
  const [draft, setDraft] = useState<{ id: string; sight: Sight } | null>(null);
  const [view, setView] = useState<BenchView>({ u: 0, v: 0, zoom: 40, keyV: 0 });
  const [share, setShare] = useState(1.36);
  const [placing, setPlacing] = useState<{ first: Vec2 | null } | null>(null);
  const [hovered, setHovered] = useState<string | null>(null);
  const [open, setOpen] = useState<'palette' | 'keys' | 'new' | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const [store] = useState(() => new PointerStore());
  const firstField = useRef<HTMLInputElement>(null);
  const finding = useRef(-1);
  const [drawingRef, drawingSize] = useSize();
  const [keyRef, keySize] = useSize();

  const sight = draft && draft.id === selected?.id ? draft.sight : (selected?.sight ?? null);
  const live = useDrawing(selected ? `${project.id}/${selected.id}` : null, model, sight && withSets(sight, project));
  const frame = useMemo(() => (sight ? frameOf(model, sight) : null), [model, sight]);
  const saved = selected?.sight ?? null;
  // While the hand moves a line the Key stays as it lies; it turns level when the hand lets go.
  const keyFrame = useMemo(() => keyFrameOf(model, saved), [model, saved]);

  const grid = useMemo(() => (frame ? gridAlong(model, frame) : []), [model, frame]);
  const states = useStates(project, model, sights, selected, live);

  const submit = (command: Command) => void send(command);
  const outlines = useOutlines(model, send);
  const key = useKey(project.id, model, sight, keyFrame, view, keySize, outlines.isOn || placing !== null);
  const change = (next: Sight, label: string, goesOn = false) => {
    if (!selected) return;
    setDraft({ id: selected.id, sight: next });
    submit({ intent: 'change sight', label, id: selected.id, patch: patchOf(selected.sight, next), goesOn });
  };
  // What was kept is the truth again once the action has ended.
  const [settledOn, setSettledOn] = useState(saved);
  if (settledOn !== saved) {
    setSettledOn(saved);
    setDraft(null);
  }
  const refused = last?.fault ?? null;
  const [heard, setHeard] = useState(last);
  if (heard !== last) {
    setHeard(last);
    if (refused) setDraft(null);
  }

  // A sight chosen anew is shown as a whole; one that changes keeps the view it is looked at in.
  const shownRow = useRef('');
  const { drawn, paintKey } = live;
  const whole = useCallback(() => {
    if (!drawn || !paintKey || !sight || !selected || drawingSize.width < 1) return;
    const box = drawingBounds(drawn.drawing);
    if (box[2] <= box[0]) return;
    const keyV = key.isElevation
      ? (model.bounds[2] + Math.min(model.bounds[5], model.bounds[2] + 12)) / 2
      : keyMiddle(model, keyFrame, sight);
    void painter
      .ask((own) => own.room(paintKey, titled(sight), selected.scale))
      .catch(() => null)
      .then((room) => shownRow.current === selected.id && setView(fit(room ?? box, drawingSize, keyV)));
  }, [drawn, paintKey, drawingSize, key.isElevation, keyFrame, model, sight, selected]);
  useEffect(() => {
    if (!selected || !live.drawn || shownRow.current === selected.id || drawingSize.width < 1) return;
    shownRow.current = selected.id;
    whole();
  }, [selected, live.drawn, drawingSize.width, whole]);

  const create = (choice: NewSightChoice) => {
    setOpen(null);
    if (choice === 'section') {
      // points are asked in the plan, whatever was selected: under a plan the Key shows an elevation, whose heights mean nothing here
      if (key.isElevation) setView((v) => ({ ...v, keyV: keyMiddle(model, keyFrame, null) }));
      setPlacing({ first: null });
      return;
    }
    const made =
      choice === 'elevations'
        ? fourElevations(project, model)
        : choice === 'plans'
          ? plansForStoreys(project, model)
          : [isometric(project, model)];
    if (!made.length) {
      setFault(model.storeys.length ? 'Every storey has its plan already.' : 'The model has no storeys: a plan needs one.');
      return;
    }
    submit({
      intent: 'add sights',
      label: choice === 'elevations' ? 'Four elevations' : choice === 'plans' ? 'Plans for the storeys' : 'Isometric',
      sights: made,
    });
    onSelect(made[0]!.id);
  };
  const placed = (a: Vec2, b: Vec2) => {
    setPlacing(null);
    const made = newSection(project, model, [a, b]);
    submit({ intent: 'add sights', label: `Section ${made.sight.number}`, sights: [made] });
    onSelect(made.id);
  };
  const removeSight = (id: string) => {
    const at = sights.findIndex((s) => s.id === id);
    if (at < 0) return;
    submit({ intent: 'remove sights', label: `Remove ${sights[at]!.sight.number}`, ids: [id] });
    if (id === selected?.id) onSelect((sights[at + 1] ?? sights[at - 1])?.id ?? null);
  };
  const remove = () => selected && removeSight(selected.id);
  const flip = () =>
    sight?.kind === 'section' && change({ ...sight, look: sight.look === 'right' ? 'left' : 'right' }, `Other side of ${sight.number}`);
  const nudge = (along: number, away: number, isHeld: boolean) => {
    const line = sight && lineOf(sight);
    if (sight && line) {
      const [r, l] = [keyFrame.right, keyFrame.look];
      const move = ([x, y]: Vec2): Vec2 => [x + r[0] * along + l[0] * away, y + r[1] * along + l[1] * away];
      change(withLine(sight, [move(line[0]), move(line[1])]), `Move ${sight.number}`, isHeld);
    } else if (sight?.kind === 'plan' && sight.height !== undefined && away)
      change({ ...sight, height: Math.round((sight.height + away) * 1e6) / 1e6 }, `Height of ${sight.number}`, isHeld);
  };
  const step = (by: 1 | -1) => {
    const at = sights.findIndex((s) => s.id === selected?.id);
    const next = sights[at + by];
    if (next) onSelect(next.id);
  };
  const setPaper = (to: number) => selected && setView((v) => ({ ...v, zoom: clampZoom((to * CSS_PER_MM * 1000) / selected.scale) }));

  const goTo = ({ at }: ShownFinding) => at && setView((v) => ({ ...v, u: at[0], v: at[1] }));
  const nextFinding = () => {
    const placed = live.drawn?.findings.filter((f) => f.at) ?? [];
    if (!placed.length) return;
    finding.current = (finding.current + 1) % placed.length;
    goTo(placed[finding.current]!);
  };

  const exportFile = (format: ExportFormat, all: boolean) =>
    void exportDrawings(project, all ? sights : sights.filter((s) => s.id === selected?.id), format);

  const actions = {
    create,
    remove,
    flip,
    nudge,
    step,
    whole,
    setPaper,
    exportFile,
    onSelect,
    focusCut: () => firstField.current?.focus(),
    nextFinding,
    plant: () => store.set({ planted: !store.get().planted }),
    undo: () => submit({ intent: 'undo' }),
    redo: () => submit({ intent: 'redo' }),
    stage: (to: 'model' | 'bench') => void navigate(`/project/${project.id}/${to}`),
  };
  const entries = useBenchKeys({
    sights,
    selected,
    actions,
    open,
    setOpen,
    placing: placing !== null,
    isDrawing: outlines.isOn,
    stopPlacing: () => setPlacing(null),
  });
  const wholeKey = () => {
    const [x0, y0, , x1, y1] = model.bounds;
    const flat = keyFrameOf(model, saved);
    const [a, b] = [toKey(flat, [x0, y0]), toKey(flat, [x1, y1])];
    const box = [Math.min(a[0], b[0]), Math.min(a[1], b[1]), Math.max(a[0], b[0]), Math.max(a[1], b[1])] as const;
    setView((v) => ({ ...fit(box, keySize, (box[1] + box[3]) / 2), v: v.v }));
  };
  const startOutlines = () => {
    wholeKey();
    outlines.start();
  };
  // without a drawing whose view it would follow, the Key shows the whole
  const isKeySeen = useRef(false);
  useEffect(() => {
    if (selected || isKeySeen.current || keySize.width < 1) return;
    isKeySeen.current = true;
    wholeKey();
  });
  const keepBackground: KeepBackground = (id, background, label) => submit({ intent: 'background', label, id, background });
  const pan = (dx: number) => setView((v) => ({ ...v, u: v.u - dx / v.zoom }));
  const trouble = refused ?? fault ?? live.fault;

  return (
    <div className="grid h-screen min-w-[1000px] grid-cols-[minmax(0,1fr)_252px] grid-rows-[44px_minmax(0,1fr)_auto]">
      <Chain
        project={{
          id: project.id,
          name: project.name,
          elements: solidCount(model),
          sights: sights.length,
        }}
        onGoTo={() => setOpen('palette')}
        onKeys={() => setOpen('keys')}
      />
      <main
        className="relative grid min-h-0 min-w-0 overflow-hidden bg-sheet"
        style={{ gridTemplateRows: `32px minmax(0, ${share}fr) 26px minmax(0, 1fr)` }}
      >
        <CanvasHead
          number={sight?.number ?? ''}
          name={sight?.name ?? 'No sight yet'}
          words={sight ? `${sight.kind}, ${lookingWords(model, sight)}` : ''}
          paper={selected && live.drawn ? paperShare(view, selected.scale) : null}
          onPaper={setPaper}
          onFit={whole}
          onExport={exportFile}
          exportable={sights.length}
          forms={project.files ?? {}}
          onForms={(files, label) => submit({ intent: 'files', label, files })}
          onSaveProject={() => void import('../jobs/project-files').then(({ saveProject }) => saveProject(project.id, project.name))}
          hasBehind={Object.values(project.backgrounds ?? {}).some((b) => b.on.pane === 'drawing' && b.on.sight === selected?.id)}
          working={live.isWorking ? { label: 'drawing', share: null, stop: live.stop } : null}
          said={last?.said ?? null}
          findings={live.isCurrent ? (live.drawn?.findings ?? null) : null}
          onFinding={goTo}
        />
        <div ref={drawingRef} className="relative min-h-0 overflow-hidden bg-sheet">
          <DrawingPane
            model={model}
            entry={selected}
            sight={sight}
            live={live}
            view={view}
            setView={setView}
            size={drawingSize}
            store={store}
            trouble={trouble}
            onPutAway={() => (setFault(null), live.retry())}
            project={project}
            onBackground={keepBackground}
          />
        </div>
        <Straightedge
          view={view}
          size={drawingSize}
          grid={grid}
          from={sight?.kind === 'section' ? 'Straightedge, m from left end' : 'Straightedge, m from zero'}
          share={share / (1 + share)}
          onPan={pan}
          onShare={(dy) => setShare((s) => Math.min(6, Math.max(0.2, s + (dy / Math.max(80, keySize.height)) * (1 + s) * 0.42)))}
        />
        <div ref={keyRef} className="relative min-h-0 overflow-hidden bg-paper">
          <KeyPane
            project={project}
            model={model}
            sights={sights}
            selected={selected}
            sight={sight}
            keyFrame={keyFrame}
            shown={key}
            view={view}
            setView={setView}
            size={keySize}
            store={store}
            grid={grid}
            hovered={hovered}
            placing={placing}
            onPlacing={setPlacing}
            onPlaced={placed}
            outlines={{ ...outlines, start: startOutlines }}
            onBackground={keepBackground}
            onDraft={(next) => selected && setDraft({ id: selected.id, sight: next })}
            onChange={change}
          />
          <KeyChanges
            project={project}
            model={model}
            frame={keyFrame}
            isElevation={key.isElevation}
            view={view}
            size={keySize}
            onPutAway={() => submit({ intent: 'put changes away', label: 'Changes put away' })}
          />
        </div>
        <Plumb
          store={store}
          view={view}
          drawing={drawingSize}
          keyPane={keySize}
          keyIsElevation={key.isElevation}
          drawingIsUpright={sight?.kind === 'section' || sight?.kind === 'elevation'}
          zero={frame?.origin[2] ?? 0}
          grid={grid}
          cuts={sight !== null && resolveSight(model, sight).cut}
        />
      </main>
      <Register
        sights={sights}
        selected={selected?.id ?? null}
        stateOf={states.of}
        onStop={live.stop}
        onSelect={onSelect}
        onHover={setHovered}
        onRename={(id, name) => {
          const own = sights.find((s) => s.id === id);
          if (own) submit({ intent: 'change sight', label: `Rename ${own.sight.number}`, id, patch: { set: { name }, cleared: [] } });
        }}
        onNew={create}
        onFiles={(files) => void import('../jobs/project-files').then(({ takeSights }) => takeSights(project.id, model, files, send))}
        onRemove={removeSight}
        newOpen={open === 'new'}
        onNewOpen={(to) => setOpen(to ? 'new' : null)}
        footer={states.footer}
      />
      {selected && sight ? (
        <Slate
          model={model}
          entry={selected}
          sight={sight}
          onChange={change}
          onScale={(scale) => submit({ intent: 'change sight', label: `Scale of ${sight.number}`, id: selected.id, scale })}
          onFlip={flip}
          onRemove={remove}
          firstField={firstField}
        />
      ) : (
        <section aria-label="Slate" className="col-span-full flex h-[88px] items-center border-t border-ink bg-paper px-3 text-graphite">
          Nothing is selected. Press N for a new sight.
        </section>
      )}
      {open === 'palette' && <Palette open onOpen={(to) => setOpen(to ? 'palette' : null)} entries={entries} />}
      <KeysCard open={open === 'keys'} onOpen={(to) => setOpen(to ? 'keys' : null)} />
    </div>
  );
}

/** The middle of the Key for a sight: its line a little below the middle, so that what is looked at has the room. */
function keyMiddle(model: ModelInfo, frame: ReturnType<typeof keyFrameOf>, sight: Sight | null): number {
  const corners: Vec2[] = [
    [0, 1],
    [3, 1],
    [3, 4],
    [0, 4],
  ].map(([i, j]) => [model.bounds[i!]!, model.bounds[j!]!]);
  const vs = corners.map(([x, y]) => (x - frame.origin[0]) * frame.look[0] + (y - frame.origin[1]) * frame.look[1]);
  const middle = (Math.min(...vs) + Math.max(...vs)) / 2;
  return sight?.kind === 'section' ? Math.min(Math.max(middle, -1), 1) : middle;
}
