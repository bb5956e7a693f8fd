import { Popover, Slider } from 'radix-ui';
import { useState } from 'react';
import type { Vec2 } from '../../core/geometry/vec3';
import { degrees, millimetres } from '../figures/format';
import { parseAngle, parseLength, parseNumber } from '../figures/parse';
import { quiet } from '../ui/quiet';
import { FilesWord } from '../ui/files-word';
import { FigureField } from '../figures/figure-field';
import type { Background, BackgroundPane } from '../data/background';
import { firstPlace, levelledByPoints, placedByPoint, scaledByPoints, toPlace, turnedTo } from './background';
import { attach } from '../project/attached';
import { pagesOf, readImage } from './read-image';
import type { Backgrounds } from './use-backgrounds';

export interface BackgroundsProps {
  readonly pane: BackgroundPane;
  readonly backgrounds: Backgrounds;
  /** What a new one is laid behind, metres. */
  readonly box: readonly [number, number, number, number];
  /** Where the word that opens it stands. */
  readonly className: string;
}

/** The images behind a pane: added, scaled by two points, turned, faded, locked and taken away. */
export default function BackgroundsCard({ pane, backgrounds, box, className }: BackgroundsProps) {
  const [asked, setAsked] = useState<{ readonly file: File; readonly pages: number } | null>(null);
  const [isBusy, setBusy] = useState(false);
  const [fault, setFault] = useState<string | null>(null);
  const take = async (file: File, page?: number) => {
    setBusy(true);
    setFault(null);
    try {
      const pages = page ? 1 : await pagesOf(file);
      if (pages > 1) setAsked({ file, pages });
      else {
        setAsked(null);
        const name = page ? `${file.name}, page ${page}` : file.name;
        const { bytes, width, height } = await readImage(file, page);
        const image = crypto.randomUUID();
        attach(image, bytes);
        const laid = { image, width, height, on: pane, fade: 0.5, isLocked: false, isHidden: false };
        const answer = await backgrounds.add({ id: crypto.randomUUID(), name, ...laid, ...firstPlace(laid, box) });
        setFault(answer.fault);
      }
    } catch (error) {
      setFault((error as Error).message);
    }
    setBusy(false);
  };
  return (
    <Popover.Root defaultOpen onOpenChange={(isOpen) => !isOpen && backgrounds.handle('', null)}>
      <Popover.Trigger className={`word ${className}`} onPointerDown={(e) => e.stopPropagation()} onPointerUp={(e) => e.stopPropagation()}>
        Background{backgrounds.list.length ? ` ${backgrounds.list.length}` : ''}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          className="z-30 max-h-[70vh] w-[290px] overflow-auto border border-ink bg-sheet"
          aria-label="Backgrounds"
          side="left"
          align={pane.pane === 'key' ? 'start' : 'end'}
          sideOffset={10}
          collisionPadding={8}
          onInteractOutside={(e) => e.preventDefault()}
          // events of a portal go on to the pane it was opened from
          {...quiet}
        >
          <h3 className="flex items-baseline border-b border-rule px-3 py-1 font-semibold">
            Backgrounds
            <FilesWord
              words="Add an image or a PDF page"
              label="Image to lay behind"
              accept="image/png,image/jpeg,application/pdf,.png,.jpg,.jpeg,.pdf"
              className="ml-auto font-normal"
              disabled={isBusy}
              isOne
              onFiles={([file]) => void take(file!)}
            />
            <Popover.Close className="word ml-3 font-normal" aria-label="Close the backgrounds">
              Close
            </Popover.Close>
          </h3>
          {isBusy && (
            <p role="status" className="px-3 py-1 text-verdigris">
              Reading the image…
            </p>
          )}
          {fault && (
            <p role="alert" className="m-2 border border-ink px-2 py-1">
              {fault}
            </p>
          )}
          {asked && !isBusy && <PageQuestion {...asked} onTake={(page) => void take(asked.file, page)} />}
          {!backgrounds.list.length && !isBusy && !asked && (
            <p className="px-3 py-1.5 text-graphite">
              A scan or an old drawing, laid behind at true scale by two points. It is looked at, not measured, and is exported only when
              asked for.
            </p>
          )}
          {backgrounds.list.map((b) => (
            <One key={b.id} background={b} backgrounds={backgrounds} />
          ))}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

function PageQuestion({ file, pages, onTake }: { readonly file: File; readonly pages: number; readonly onTake: (page: number) => void }) {
  const [page, setPage] = useState(1);
  return (
    <p className="flex items-baseline gap-2 border-b border-rule px-3 py-1.5">
      <span className="min-w-0 overflow-hidden text-ellipsis whitespace-nowrap" title={file.name}>
        {file.name}
      </span>
      <span className="ml-auto flex items-baseline gap-1 whitespace-nowrap">
        <FigureField label="Page" width={30} value={String(page)} parse={(text) => parseNumber(text, 1, pages, true)} onChange={setPage} />
        of {pages}
      </span>
      <button type="button" className="word" onClick={() => onTake(page)}>
        Take
      </button>
    </p>
  );
}

function One({ background: b, backgrounds }: { readonly background: Background; readonly backgrounds: Backgrounds }) {
  const { handling, change, handle, remove } = backgrounds;
  const doing = handling?.background.id === b.id ? handling : null;
  const points = doing?.kind === 'points' ? doing.points : [];
  const [first, second] = points;
  const place = first && toPlace(b, first);
  const put = (axis: 0 | 1) => (metres: number) =>
    first &&
    place &&
    change(placedByPoint(b, first, place.map((x, k) => (k === axis ? metres : x)) as unknown as Vec2), `Background ${b.name} placed`);
  return (
    <section aria-label={b.name} className="border-b border-rule px-3 py-1.5">
      <p className="flex items-baseline gap-2.5">
        <span
          className={`min-w-0 flex-1 overflow-hidden text-ellipsis whitespace-nowrap ${b.isHidden ? 'text-graphite line-through' : ''}`}
          title={b.name}
        >
          {b.name}
        </span>
        <button
          type="button"
          className="word"
          onClick={() => change({ ...b, isHidden: !b.isHidden }, `${b.isHidden ? 'Show' : 'Hide'} ${b.name}`)}
        >
          {b.isHidden ? 'Show' : 'Hide'}
        </button>
        <button
          type="button"
          className="word"
          data-on={b.isLocked}
          aria-pressed={b.isLocked}
          title="A locked background cannot be moved, scaled or turned"
          onClick={() => {
            handle(b.id, null);
            change({ ...b, isLocked: !b.isLocked }, `${b.isLocked ? 'Unlock' : 'Lock'} ${b.name}`);
          }}
        >
          {b.isLocked ? 'Locked' : 'Lock'}
        </button>
        <button type="button" className="word" disabled={b.isLocked} aria-label={`Take ${b.name} away`} onClick={() => remove(b)}>
          Take away
        </button>
      </p>
      <label className="mt-1 flex items-center gap-2 text-graphite">
        Faded
        <Slider.Root
          className="relative flex h-4 flex-1 items-center"
          value={[Math.round(b.fade * 100)]}
          max={95}
          step={5}
          aria-label={`How faded ${b.name} is`}
          onValueChange={([to]) => backgrounds.show({ ...b, fade: to! / 100 })}
          onValueCommit={([to]) => change({ ...b, fade: to! / 100 }, `Fade of ${b.name}`)}
        >
          <Slider.Track className="relative h-px flex-1 bg-rule2">
            <Slider.Range className="absolute h-full bg-ink" />
          </Slider.Track>
          <Slider.Thumb className="block h-3.5 w-2 border border-ink bg-sheet" aria-label={`Fade of ${b.name}`} />
        </Slider.Root>
        <span className="w-9 text-right text-ink">{Math.round(b.fade * 100)} %</span>
      </label>
      {!b.isLocked && (
        <>
          <p className="mt-1 flex items-baseline gap-2.5">
            <button
              type="button"
              className="word"
              data-on={doing?.kind === 'points'}
              onClick={() => handle(b.id, doing?.kind === 'points' ? null : 'points')}
            >
              Scale by two points
            </button>
            <button
              type="button"
              className="word"
              data-on={doing?.kind === 'move'}
              onClick={() => handle(b.id, doing?.kind === 'move' ? null : 'move')}
            >
              Move
            </button>
            <span className="ml-auto">
              <FigureField
                label="turn"
                value={degrees(b.turn)}
                parse={(text) => parseAngle(text, b.turn)}
                onChange={(turn) => change(turnedTo(b, turn), `Turn of ${b.name}`)}
              />
            </span>
          </p>
          {doing?.kind === 'points' && (
            <p className="mt-1 flex flex-wrap items-baseline gap-x-2.5 gap-y-1">
              {!first && <span className="text-madder">Press the first point in the image.</span>}
              {first && place && (
                <>
                  <FigureField
                    label="first at x"
                    value={millimetres(place[0])}
                    parse={(t) => parseLength(t, { present: place[0] })}
                    onChange={put(0)}
                  />
                  <FigureField
                    label="y"
                    value={millimetres(place[1])}
                    parse={(t) => parseLength(t, { present: place[1] })}
                    onChange={put(1)}
                  />
                </>
              )}
              {first && !second && <span className="text-madder">Press the second point.</span>}
              {first && second && (
                <>
                  <FigureField
                    label="true distance"
                    value={millimetres(Math.hypot(second[0] - first[0], second[1] - first[1]) * b.metresPerPixel)}
                    parse={(text) => {
                      const parsed = parseLength(text, { present: null });
                      return parsed.ok && !(parsed.value > 0) ? { ok: false, expected: 'a distance above 0' } : parsed;
                    }}
                    onChange={(metres) => change(scaledByPoints(b, first, second, metres), `Scale of ${b.name}`)}
                  />
                  <button type="button" className="word" onClick={() => change(levelledByPoints(b, first, second), `Turn of ${b.name}`)}>
                    Make them level
                  </button>
                </>
              )}
            </p>
          )}
          {doing?.kind === 'move' && <p className="mt-1 text-graphite">Drag it in the pane.</p>}
        </>
      )}
    </section>
  );
}
