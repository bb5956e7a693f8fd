import { useHotkeys } from 'react-hotkeys-hook';
import type { ProjectSight } from '../data/project';
import type { ExportFormat } from '../jobs/export-drawings';
import type { NewSightChoice } from './register/new-sight-menu';
import type { Open } from './overlays';
import type { PaletteEntry } from './palette';
import { useUndoKeys } from '../ui/use-undo-keys';

interface Actions {
  readonly create: (choice: NewSightChoice) => void;
  readonly copy: () => void;
  readonly turnAbout: () => void;
  readonly tilt: () => void;
  readonly jog: () => void;
  readonly straighten: () => void;
  readonly remove: () => void;
  readonly flip: () => void;
  readonly nudge: (along: number, away: number, isHeld: boolean) => void;
  readonly step: (by: 1 | -1) => void;
  readonly whole: () => void;
  readonly setPaper: (share: number) => void;
  readonly exportFile: (format: ExportFormat, all: boolean) => void;
  readonly onSelect: (id: string | null) => void;
  readonly focusCut: () => void;
  readonly plant: () => void;
  readonly nextFinding: () => void;
  readonly undo: () => void;
  readonly redo: () => void;
  readonly stage: (to: 'model' | 'bench' | 'standard') => void;
  readonly touchUp: () => void;
}

interface Setup {
  readonly sights: readonly ProjectSight[];
  readonly selected: ProjectSight | null;
  readonly actions: Actions;
  readonly open: Open;
  readonly setOpen: (what: Open) => void;
  /** Points or an area are being asked. */
  readonly isAsked: boolean;
  /** Outlines, or hand work, have the keys: only undo is left of those of the Bench. */
  readonly isDrawing: boolean;
  readonly onBack: () => void;
}

/** Binds the keys of the Bench and lists the same things for the palette. */
export function useBenchKeys({ sights, selected, actions, open, setOpen, isAsked, isDrawing, onBack }: Setup): PaletteEntry[] {
  const free = open === null;
  const isOwn = free && !isDrawing;
  // what has the keys meanwhile is to have all that the browser does with them
  const on = { enabled: isOwn, preventDefault: isOwn, useKey: true } as const;
  const byPlace = { ...on, useKey: false };
  useHotkeys('/', () => setOpen('palette'), on);
  useHotkeys('?', () => setOpen('keys'), { ...on, ignoreModifiers: true });
  useHotkeys('n', () => setOpen('new'), on);
  // a list of keys is divided by commas else
  useHotkeys(',', () => actions.step(-1), { ...on, delimiter: '|' });
  useHotkeys('.', () => actions.step(1), on);
  useHotkeys('c', actions.focusCut, on);
  useHotkeys('x', actions.flip, on);
  useHotkeys('g', actions.jog, { ...on, enabled: isOwn && selected?.sight.path !== undefined });
  useHotkeys('t', actions.turnAbout, { ...on, enabled: isOwn && selected !== null });
  useHotkeys('shift+t', actions.tilt, { ...on, enabled: isOwn && selected !== null });
  useHotkeys('mod+d', actions.copy, { ...on, enabled: isOwn && selected !== null });
  useHotkeys('q', actions.plant, on);
  useHotkeys('j', actions.nextFinding, on);
  // figures by where they lie: on French keyboards they are written with Shift
  useHotkeys('0', () => actions.setPaper(1), byPlace);
  useHotkeys('9', actions.whole, byPlace);
  useHotkeys('1', () => actions.stage('model'), byPlace);
  useHotkeys('3', () => actions.stage('standard'), byPlace);
  useHotkeys('u', actions.touchUp, on);
  // in the Register the key means the sight in focus, and is spent there
  useHotkeys('delete', (e) => void (e.defaultPrevented || actions.remove()), { ...on, preventDefault: false });
  useHotkeys('esc', onBack, { enabled: isAsked });
  useUndoKeys(actions.undo, actions.redo, free);
  useHotkeys(
    'up, down, left, right, shift+up, shift+down, shift+left, shift+right, alt+up, alt+down, alt+left, alt+right',
    (event) => {
      const by = event.shiftKey ? 0.1 : event.altKey ? 0.001 : 0.01;
      const [along, away] = { ArrowUp: [0, by], ArrowDown: [0, -by], ArrowLeft: [-by, 0], ArrowRight: [by, 0] }[event.key] ?? [0, 0];
      actions.nudge(along!, away!, event.repeat);
    },
    { preventDefault: isOwn, enabled: isOwn && selected !== null },
  );

  const command = (id: string, words: string, run: () => void, keys?: string): PaletteEntry => ({
    id,
    words,
    run,
    group: 'Commands',
    ...(keys && { keys }),
  });
  return [
    ...sights.map((s): PaletteEntry => ({
      id: s.id,
      words: `${s.sight.number} ${s.sight.name}`,
      group: 'Sights',
      run: () => actions.onSelect(s.id),
    })),
    command('section', 'New section by two points', () => actions.create('section'), 'N S'),
    command('elevations', 'Four elevations', () => actions.create('elevations'), 'N E'),
    command('plans', 'A plan for each storey', () => actions.create('plans'), 'N P'),
    command('ceilings', 'A ceiling plan for each storey', () => actions.create('ceilings'), 'N C'),
    command('rooms', 'All drawings of each room', () => actions.create('rooms'), 'N R'),
    command('row', 'Sections along a path, at a distance', () => actions.create('row'), 'N L'),
    command('room', 'All drawings of one room, by a place in it', () => actions.create('room'), 'N H'),
    command('grid', 'A section on each grid line', () => actions.create('grid'), 'N G'),
    command('face', 'Elevation of a face', () => actions.create('face'), 'N W'),
    command('isometric', 'New isometric', () => actions.create('isometric'), 'N A'),
    command('oblique', 'New plan oblique', () => actions.create('oblique'), 'N O'),
    command('perspective', 'New perspective by two points', () => actions.create('perspective'), 'N V'),
    ...(selected
      ? [
          command('detail', 'Detail of an area of this sight', () => actions.create('detail'), 'N D'),
          command('turn', `Turn ${selected.sight.number} about a point`, actions.turnAbout, 'T'),
          command('tilt', `Turn ${selected.sight.number} about an axis`, actions.tilt, 'Shift T'),
          ...(selected.sight.path
            ? [
                command('jog', `Let ${selected.sight.number} step aside`, actions.jog, 'G'),
                ...(selected.sight.path.length > 2
                  ? [command('straighten', `Straighten ${selected.sight.number}`, actions.straighten)]
                  : []),
              ]
            : []),
          command('touch', `Touch up ${selected.sight.number} by hand`, actions.touchUp, 'U'),
          command('copy', `Copy ${selected.sight.number}`, actions.copy, 'Ctrl D'),
          command('flip', 'Other side', actions.flip, 'X'),
          command('whole', 'Whole drawing', actions.whole, '9'),
          command('paper', 'True paper size', () => actions.setPaper(1), '0'),
          command('finding', 'Next finding of the proof', actions.nextFinding, 'J'),
          command('remove', `Remove ${selected.sight.number}`, actions.remove, 'Delete'),
          command('dxf', 'Export this sight as DXF', () => void actions.exportFile('dxf', false)),
          command('svg', 'Export this sight as SVG', () => void actions.exportFile('svg', false)),
          command('pdf', 'Export this sight as PDF', () => void actions.exportFile('pdf', false)),
          command('json', 'Export this sight as JSON', () => void actions.exportFile('json', false)),
          command('all-dxf', 'Export all sights as DXF', () => void actions.exportFile('dxf', true)),
          command('all-svg', 'Export all sights as SVG', () => void actions.exportFile('svg', true)),
          command('all-pdf', 'Export all sights as one PDF', () => void actions.exportFile('pdf', true)),
        ]
      : []),
    command('undo', 'Undo', actions.undo, 'Ctrl Z'),
    command('redo', 'Redo', actions.redo, 'Ctrl Shift Z'),
    command('model', 'Stage Model', () => actions.stage('model'), '1'),
    command('standard', 'Stage Standard', () => actions.stage('standard'), '3'),
  ];
}
