import { useEffect, useRef } from 'react';
import type { ProjectSight } from '../../data/project';
import { NameField } from '../../ui/name-field';
import { RightClick, type Doable } from '../../ui/right-click';
import { Working } from '../../ui/working';
import type { Choosing } from '../use-selection';
import type { SightState } from './use-states';

interface Props {
  readonly entry: ProjectSight;
  readonly state: SightState;
  /** Whether it is the one that is shown, or one of those that are selected beside it. */
  readonly isShown: boolean;
  readonly isSelected: boolean;
  /** What of it is being typed. */
  readonly typed: 'number' | 'name' | null;
  readonly onTyped: (text: string | null) => void;
  readonly menu: readonly Doable[];
  readonly onChoose: (how: Choosing) => void;
  readonly onHover: () => void;
  /** Its name is to be typed. */
  readonly onName: () => void;
  readonly onRemove: () => void;
  /** What becomes of it when others are let go over it, where it can be put into order. */
  readonly order: {
    readonly onDrag: () => void;
    readonly onDrop: () => void;
    readonly onStep: (by: 1 | -1) => void;
  } | null;
}

const howOf = ({ shiftKey, ctrlKey, metaKey }: React.MouseEvent): Choosing => (shiftKey ? 'up to' : ctrlKey || metaKey ? 'also' : 'alone');

/** One sight of the Register: number, name, scale and state. */
export function SightRow(props: Props) {
  const { entry, state, isShown, isSelected, typed, onTyped, menu, onChoose, onHover, onName, onRemove, order } = props;
  const { sight, scale } = entry;
  const row = useRef<HTMLElement>(null);
  useEffect(() => {
    if (isShown) row.current?.scrollIntoView({ block: 'nearest' });
  }, [isShown]);
  // a field inside a button is none to a keyboard
  const Row = typed ? 'div' : 'button';
  const chosen = isShown
    ? 'z-10 -ml-px bg-sheet shadow-[0_1px_0_var(--color-rule2),0_-1px_0_var(--color-rule2)]'
    : isSelected
      ? 'bg-pencil-wash'
      : 'hover:bg-hover';
  const weight = isSelected ? 'font-semibold' : '';
  return (
    <RightClick label={`${sight.number} ${sight.name}`} items={menu}>
      <Row
        ref={row as never}
        {...(Row === 'button' && { type: 'button' as const })}
        aria-current={isShown}
        {...(isSelected && !isShown && { 'data-selected': true })}
        draggable={order !== null && !typed}
        className={`relative grid w-full grid-cols-[40px_minmax(0,1fr)_auto] gap-x-1 border-t border-rule px-3 pt-px pb-0.5 text-left leading-[15.5px] ${chosen} ${state.tone === 'old' ? 'bg-[repeating-linear-gradient(-45deg,transparent_0_5px,rgba(185,122,18,.13)_5px_6px)]' : ''}`}
        onClick={(e: React.MouseEvent) => onChoose(howOf(e))}
        onContextMenu={() => !isSelected && onChoose('alone')}
        onDoubleClick={onName}
        onPointerEnter={onHover}
        onDragStart={order?.onDrag}
        onDragOver={(e: React.DragEvent) => order && e.preventDefault()}
        onDrop={(e: React.DragEvent) => {
          e.preventDefault();
          order?.onDrop();
        }}
        onKeyDown={(e: React.KeyboardEvent) => {
          if (e.target !== e.currentTarget) return;
          if (e.key === 'F2') onName();
          if (order && e.altKey && (e.key === 'ArrowUp' || e.key === 'ArrowDown')) {
            e.preventDefault();
            e.stopPropagation();
            order.onStep(e.key === 'ArrowUp' ? -1 : 1);
          }
          if (e.key !== 'Delete') return;
          // what is in focus is meant, not what the Bench shows
          e.preventDefault();
          onRemove();
        }}
      >
        {typed === 'number' ? (
          <NameField label={`Number of ${sight.number}`} value={sight.number} height={17} onDone={onTyped} />
        ) : (
          <span className={isSelected ? 'font-semibold' : 'font-medium'}>{sight.number}</span>
        )}
        {typed === 'name' ? (
          <NameField label={`Name of ${sight.number}`} value={sight.name} height={17} onDone={onTyped} />
        ) : (
          <span className={`overflow-hidden text-ellipsis whitespace-nowrap ${weight}`}>{sight.name}</span>
        )}
        <span className="text-[12px] text-graphite">{sight.kind === 'perspective' ? 'no scale' : `1:${scale}`}</span>
        <span className="col-span-2 col-start-2 flex items-center gap-1.5 text-[12px] whitespace-nowrap text-graphite">
          {state.tone === 'working' ? (
            <Working label="drawing" share={null} />
          ) : state.tone === 'fault' ? (
            <b className="bg-ink px-1.5 font-normal text-sheet">not drawn</b>
          ) : (
            <span className={state.tone === 'old' ? 'text-ochre-text' : ''}>{state.words}</span>
          )}
          {entry.hidesSign && <span>no sign</span>}
        </span>
      </Row>
    </RightClick>
  );
}
