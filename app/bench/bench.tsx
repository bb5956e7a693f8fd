import { useMemo, useRef, useState } from 'react';
import { solidCount } from '../data/class-counts';
import type { ModelInfo } from '../data/database';
import { drawingRow } from '../data/drawings';
import type { Project, ProjectSight } from '../data/project';
import { withSets } from '../data/sets';
import { useDrawing } from '../drawings/use-drawing';
import { Chain } from '../frame/chain';
import type { ExportFormat } from '../jobs/export-drawings';
import type { useCommands } from '../project/use-commands';
import { BenchCanvas } from './bench-canvas';
import { useKey } from './key/use-key';
import { useOutlines } from './key/use-outlines';
import { manyMenu, menusOf, signActs } from './menus';
import { Overlays, type Open } from './overlays';
import { PointerStore } from './plumb/pointer-store';
import type { NewSightChoice } from './register/new-sight-menu';
import { Register } from './register/register';
import { useStates } from './register/use-states';
import { frameOf, gridAlong, keyFrameOf } from './sight-geometry';
import { BenchSlate } from './bench-slate';
import { manyActs } from './many-acts';
import { useSelection } from './use-selection';
import { troubleOf } from './trouble';
import { useBenchKeys } from './use-bench-keys';
import { useTouch } from './touch/use-touch';
import { useDraft } from './use-draft';
import { useSightActs } from './use-sight-acts';
import { useFitting, useView } from './use-view';

interface Props {
  readonly project: Project;
  readonly model: ModelInfo;
  readonly sights: readonly ProjectSight[];
  readonly selected: ProjectSight | null;
  /** What sends the project's commands, and what became of the last. */
  readonly commands: ReturnType<typeof useCommands>;
  /** To another address of the app. */
  readonly goTo: (to: string) => void;
  readonly onSelect: (id: string | null) => void;
}

/** The main screen. Holds what is looked at; everything kept goes through the project's action. */
export function Bench({ project, model, sights, selected: kept, commands, goTo, onSelect }: Props) {
  const { send, last, putAway } = commands;
  const looking = useView();
  const [hovered, setHovered] = useState<string | null>(null);
  const [open, setOpen] = useState<Open>(null);
  const [fault, setFault] = useState<string | null>(null);
  const [store] = useState(() => new PointerStore());
  const firstField = useRef<HTMLInputElement>(null);

  const draft = useDraft(model, kept, commands);
  const { scale } = draft;
  const selected = useMemo(() => kept && { ...kept, scale }, [kept, scale]);
  const { sight, change } = draft;
  const live = useDrawing(selected ? drawingRow(project.id, selected.id) : null, model, sight && withSets(sight, project), {
    isCompared: true,
  });
  const frame = useMemo(() => (sight ? frameOf(model, sight) : null), [model, sight]);
  const saved = selected?.sight ?? null;
  // While the hand moves a line the Key stays as it lies; it turns level when the hand lets go.
  const keyFrame = useMemo(() => keyFrameOf(model, saved), [model, saved]);
  const grid = useMemo(() => (frame ? gridAlong(model, frame) : []), [model, frame]);
  const states = useStates(project, model, sights, selected, live);
  const outlines = useOutlines(model, send);
  const selection = useSelection(sights, kept, onSelect);
  const many = manyActs({ project, model, all: selection.all, send, onSelect, onChosen: selection.chooseAll });
  const acts = useSightActs({
    ...{ project, model, sights, selected, draft, keyFrame, send, onSelect },
    many: selection.isMany ? many : null,
    onFault: setFault,
    onPlacing: () => fitting.planInKey(),
    sightInKey: () => key.sight,
    floorInKey: () => (model.storeys[key.storey] ? model.storeys[key.storey]!.elevation + model.origin[2] : model.bounds[2]!),
  });
  const { asked } = acts;
  const touching = useTouch(selected, live.paintKey, send, setFault);
  const key = useKey(project.id, model, sight, keyFrame, looking.view, looking.keySize, outlines.isOn || asked.isInKey);
  const fitting = useFitting(looking, { model, selected, sight, live, keyFrame, isElevation: key.isElevation });

  const written = async (of: readonly ProjectSight[], format: ExportFormat) => (await import('../jobs/export-drawings')).exportDrawings(project, of, format); // prettier-ignore
  const exportFile = (format: ExportFormat, all: boolean) =>
    void written(all ? sights : sights.filter((s) => s.id === selected?.id), format);
  const create = (choice: NewSightChoice) => {
    setOpen(null);
    acts.create(choice);
  };
  const entries = useBenchKeys({
    sights,
    selected,
    actions: {
      ...acts,
      ...fitting,
      create,
      exportFile,
      onSelect,
      focusCut: () => firstField.current?.focus(),
      plant: () => store.set({ planted: !store.get().planted }),
      undo: () => void send({ intent: 'undo' }),
      redo: () => void send({ intent: 'redo' }),
      touchUp: () => void touching.begin(),
      stage: (to) => goTo(`/project/${project.id}/${to}`),
    },
    open,
    setOpen,
    isAsked: asked.isAsked,
    isDrawing: outlines.isOn || touching.work !== null,
    onBack: asked.back,
  });
  const onPattern = () => setOpen('pattern');
  const menus = menusOf(entries);
  const trouble = troubleOf(last?.fault ?? null, fault, live.fault);

  return (
    <div className="grid h-screen min-w-[720px] grid-cols-[minmax(0,1fr)_clamp(236px,20vw,252px)] grid-rows-[44px_minmax(0,1fr)_auto]">
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
      <BenchCanvas
        {...{
          project,
          model,
          sights,
          selected,
          draft,
          live,
          frame,
          keyFrame,
          grid,
          looking,
          fitting,
          acts,
          outlines,
          store,
          hovered,
          commands,
          goTo,
          touching,
          trouble,
          menus,
        }}
        shownInKey={key}
        onPutAway={() => {
          putAway();
          setFault(null);
          if (trouble?.again) live.retry();
        }}
        onExport={exportFile}
      />
      <Register
        sights={sights}
        selected={selected?.id ?? null}
        stateOf={states.of}
        onStop={live.stop}
        selection={selection}
        onHover={setHovered}
        onRename={acts.rename}
        onRenumber={acts.renumber}
        onNew={create}
        onFiles={(chosen) => void import('../jobs/project-files').then(({ takeSights }) => takeSights(project.id, model, chosen, send))}
        onRemove={acts.removeSight}
        onRemoveAll={many.remove}
        onPattern={onPattern}
        onFile={many.keep}
        newOpen={open === 'new'}
        onNewOpen={(to) => setOpen(to ? 'new' : null)}
        footer={states.footer}
        menu={[...menus.row, ...signActs(selection.all, many)]}
        manyMenu={manyMenu(selection.all, many, onPattern, (format) => void written(selection.all, format))}
      />
      <BenchSlate
        {...{ model, project, selected, sight, many, touching }}
        all={selection.all}
        onPattern={onPattern}
        onChange={change}
        onScale={draft.setScale}
        onLook={many.look}
        onKeep={many.keep}
        paintKey={live.paintKey}
        onFlip={acts.flip}
        onCopy={acts.copy}
        onRemove={acts.remove}
        onSide={acts.sightOfSide}
        firstField={firstField}
      />
      <Overlays {...{ open, setOpen, entries, sights }} all={selection.all} onKeep={many.keep} />
    </div>
  );
}
