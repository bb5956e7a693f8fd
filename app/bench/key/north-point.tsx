import type { ModelInfo } from '../../data/database';
import type { KeyFrame } from '../sight-geometry';

/** True north as it lies in the turned plan. */
export function NorthPoint({ model, frame }: { readonly model: ModelInfo; readonly frame: KeyFrame }) {
  const [nx, ny] = model.trueNorth;
  const angle = Math.atan2(nx * frame.right[0] + ny * frame.right[1], nx * frame.look[0] + ny * frame.look[1]);
  const turned = Math.round((angle * 1800) / Math.PI) / 10;
  return (
    <div className="pointer-events-none absolute right-3 top-1 flex items-center gap-2 bg-paper/90 pt-0.5 pl-1.5 text-right">
      <span>{turned === 0 ? 'North up' : `North, plan turned ${Math.abs(turned).toFixed(1)}°`}</span>
      <svg viewBox="-14 -14 28 28" className="h-7 w-7" aria-hidden="true">
        <g transform={`rotate(${turned})`} stroke="var(--color-ink)" fill="var(--color-ink)">
          <path d="M0 12V-6" />
          <path d="M0 -12l4 8h-8z" />
        </g>
      </svg>
    </div>
  );
}
