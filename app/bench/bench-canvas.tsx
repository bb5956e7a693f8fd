import { titled } from '../../core/drafting/graphic';
import { lazy, Suspense, useMemo } from 'react';
import { resolveSight } from '../../core/sights/resolve-sight';
import type { KeepBackground } from '../backgrounds/use-backgrounds';
import { useSize } from '../board/use-size';
import { paperShare } from '../board/view';
import type { ModelInfo } from '../data/database';
import type { Project, ProjectSight } from '../data/project';
import type { ShownFinding } from '../data/drawn-sight';
import type { LiveDrawing } from '../drawings/use-drawing';
import type { ExportFormat } from '../jobs/export-drawings';
import type { useCommands } from '../project/use-commands';
import { CanvasHead } from './drawing/canvas-head';
import { DrawingPane } from './drawing/drawing-pane';
import { BenchKey } from './bench-key';
import { useKeyContent } from './key/key-content';
import type { useKey } from './key/use-key';
import type { Outlines } from './key/use-outlines';
import { Plumb } from './plumb/plumb';
import type { PointerStore } from './plumb/pointer-store';
import { Panes } from './panes';
import type { Menus } from './menus';
import { useUnfilled } from '../drawings/use-unfilled';
import { mendsOf, type Mend } from './mends';
import { frameOf, gridAlong, lookingWords, type KeyFrame } from './sight-geometry';
import type { Touching } from './touch/use-touch';
import type { Draft } from './use-draft';
import type { useSightActs } from './use-sight-acts';
import type { useFitting, useView } from './use-view';

const UnitQuestion = lazy(() => import('./unit-question'));

interface Props {
  readonly project: Project;
  readonly model: ModelInfo;
  readonly sights: readonly ProjectSight[];
  readonly selected: ProjectSight | null;
  readonly draft: Draft;
  readonly live: LiveDrawing;
  readonly frame: ReturnType<typeof frameOf> | null;
  readonly keyFrame: KeyFrame;
  readonly grid: ReturnType<typeof gridAlong>;
  readonly looking: ReturnType<typeof useView>;
  readonly fitting: ReturnType<typeof useFitting>;
  readonly acts: ReturnType<typeof useSightActs>;
  readonly shownInKey: ReturnType<typeof useKey>;
  readonly outlines: Outlines;
  readonly store: PointerStore;
  /** The sight that the pointer is on in the Register. */
  readonly hovered: string | null;
  readonly touching: Touching;
  readonly commands: ReturnType<typeof useCommands>;
  readonly goTo: (to: string) => void;
  readonly menus: Menus;
  readonly trouble: React.ComponentProps<typeof DrawingPane>['trouble'];
  readonly onPutAway: () => void;
  readonly onExport: (format: ExportFormat, all: boolean) => void;
}

const NONE: readonly ShownFinding[] = [];

/** What is drawn over what it is placed in: head, Drawing, straightedge and Key, with the plumb through both. */
export function BenchCanvas(props: Props) {
  const { project, model, sights, selected, draft, live, frame, keyFrame, grid, looking, fitting, acts, shownInKey } = props;
  const { outlines, store, hovered, commands, goTo, touching, trouble, menus, onPutAway, onExport } = props;
  const { view, setView, drawingRef, drawingSize, keyRef, keySize } = looking;
  const { send, last } = commands;
  const { sight } = draft;
  const touchUps = touching.isBare ? undefined : selected?.touchUps;
  const title = useMemo(() => sight && { ...titled(sight), ...(touchUps && { touchUps }) }, [sight, touchUps]);
  const paintKey = live.isCurrent && !sight?.profile ? live.paintKey : null;
  const unfilled = useUnfilled({ paintKey, sight: title, scale: selected?.scale ?? 100, look: selected?.look });
  const proved = live.isCurrent && live.drawn ? [...live.drawn.findings, ...unfilled] : null;
  const mends = (finding: ShownFinding) => (sight ? mendsOf(sight, finding) : []);
  const onMend = (mend: Mend) => {
    if (mend.sight) return draft.change(mend.sight, `${mend.words}, ${mend.sight.number}`);
    const own = { project, sight: selected!, fill: mend.fill!, send };
    void import('../project/fill-rule').then(({ addFillRule }) => addFillRule(own)).then((to) => to && goTo(to));
  };
  const keepBackground: KeepBackground = (id, background, label) => send({ intent: 'background', label, id, background });
  const [mainRef, { width }] = useSize();
  const contents = useKeyContent(project.id, sights, selected?.id ?? null, width);
  // points of the plan are asked in the plan, whatever the Key showed before
  const isElsewhere = contents.content === 'model' && acts.asked.isInSpace;
  const isPlan = contents.content === 'plan' || outlines.isOn || (acts.asked.isInKey && !isElsewhere);
  return (
    <main ref={mainRef} className="relative grid min-h-0 min-w-0 grid-rows-[32px_minmax(0,1fr)] overflow-hidden bg-sheet">
      <CanvasHead
        number={sight?.number ?? ''}
        name={sight?.name ?? 'No sight yet'}
        words={sight ? `${sight.kind}, ${lookingWords(model, sight)}` : ''}
        paper={selected && live.drawn ? paperShare(view, selected.scale) : null}
        onPaper={fitting.setPaper}
        onFit={fitting.whole}
        onExport={onExport}
        exportable={sights.length}
        forms={project.files ?? {}}
        onForms={(forms, label) => void send({ intent: 'files', label, files: forms })}
        onSaveProject={() => void import('../jobs/project-files').then(({ saveProject }) => saveProject(project.id, project.name))}
        hasBehind={Object.values(project.backgrounds).some((b) => b.on.pane === 'drawing' && b.on.sight === selected?.id)}
        working={live.isWorking ? { label: 'drawing', share: null, stop: live.stop } : null}
        said={last?.said ?? null}
        findings={proved}
        onFinding={fitting.goTo}
        model={model}
        mends={mends}
        onMend={onMend}
        touch={selected ? { isOn: touching.work !== null, count: selected.touchUps?.length ?? 0, go: () => void touching.begin() } : null}
      />
      <Panes
        isAside={contents.isAside}
        edge={{
          ...{ view, grid, size: drawingSize },
          from: sight?.kind === 'section' ? 'Straightedge, m from left end' : 'Straightedge, m from zero',
          onPan: (dx) => setView((v) => ({ ...v, u: v.u - dx / v.zoom })),
        }}
        drawing={
          <div ref={drawingRef} className="absolute inset-0 overflow-hidden">
            <DrawingPane
              menu={menus.drawing}
              model={model}
              entry={selected}
              title={title}
              touch={touching}
              sight={sight}
              live={live}
              view={view}
              setView={setView}
              size={drawingSize}
              store={store}
              trouble={trouble}
              onPutAway={onPutAway}
              project={project}
              onBackground={keepBackground}
              area={acts.asked.area}
              face={acts.asked.facing?.drawing ?? null}
              tilt={acts.asked.tilting}
              onStop={acts.asked.stop}
              findings={proved ?? NONE}
              mends={mends}
              onMend={onMend}
              onSides={acts.fromItsSides}
              onDraft={draft.show}
              onChange={draft.change}
            />
            <Suspense>
              <UnitQuestion model={model} onAnswer={(patch) => void send({ intent: 'correct', label: 'Unit and upright axis', patch })} />
            </Suspense>
          </div>
        }
        keyPane={
          <div ref={keyRef} className="absolute inset-0 overflow-hidden">
            <BenchKey
              {...{ project, model, sights, selected, sight, live, keyFrame, view, setView, store, grid, hovered, contents, isPlan }}
              shown={shownInKey}
              size={keySize}
              menu={menus.key}
              asked={acts.asked}
              onStopPlacing={acts.asked.stop}
              outlines={{ ...outlines, start: () => (fitting.wholeKey(), outlines.start()) }}
              onBackground={keepBackground}
              onDraft={draft.show}
              onChange={draft.change}
              onPutAway={() => void send({ intent: 'put changes away', label: 'Changes put away' })}
            />
          </div>
        }
      />
      <Plumb
        store={store}
        view={view}
        drawing={drawingSize}
        keyPane={isPlan ? keySize : null}
        isAside={contents.isAside}
        keyIsElevation={shownInKey.isElevation}
        drawingIsUpright={sight?.kind === 'section' || sight?.kind === 'elevation'}
        zero={frame?.origin[2] ?? 0}
        grid={grid}
        cuts={sight !== null && resolveSight(model, sight).cut}
      />
    </main>
  );
}
