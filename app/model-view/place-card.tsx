import { useState } from 'react';
import type { Vec3 } from '../../core/geometry/vec3';
import { alignByGrid, alignByMap, alignByPoints } from '../../core/model/align-models';
import { composed, type ModelPlacement } from '../../core/model/placement';
import type { ModelPart } from '../data/database';
import type { PartWish } from '../data/parts';
import { degrees, millimetres } from '../figures/format';
import { UNIT_CHOICES, unitOf, UP_CHOICES } from '../figures/unit-words';
import { Pick } from '../ui/pick';
import { parseAngle, parseLength } from '../figures/parse';
import { FigureField } from '../figures/figure-field';

/** A point that is to be picked on the model: which of the four, and who is told. */
export interface PointWish {
  readonly name: string;
  readonly onPoint: (p: Vec3) => void;
}

interface Props {
  readonly part: ModelPart;
  /** The model that it is laid over. */
  readonly over: ModelPart | null;
  readonly point: PointWish | null;
  readonly onPoint: (wish: PointWish | null) => void;
  readonly onChange: (changed: Partial<PartWish>, label: string) => void;
}

const AXES = ['x', 'y', 'z'] as const;
/** The four points by which a model is placed: two of its own, and where they belong. */
const POINTS = ['first point', 'its place', 'second point', 'its place, second'] as const;
type Points = readonly (Vec3 | null)[];

/** Where one of several models stands: by the map, by common grid lines, by two points, or by figures; with its unit and upright axis. */
export function PlaceCard({ part, over, point, onPoint, onChange }: Props) {
  const [said, setSaid] = useState<string | null>(null);
  const [points, setPoints] = useState<Points>([null, null, null, null]);
  const { placement } = part;
  const place = (next: ModelPlacement, words: string) => {
    onChange({ placement: next }, `Place of ${part.name}`);
    setSaid(words);
  };
  const overIt = (next: ModelPlacement) => (over ? composed(over.placement, next) : next);
  const byMap = over && alignByMap(part.own, over.own);
  const byGrid = over && alignByGrid(part.own, over.own);
  const [a, b, c, d] = points;
  const byPoints = () => {
    if (!a || !b) return;
    const moved = alignByPoints([a, b], c && d ? [c, d] : undefined);
    place(composed(moved, placement), c && d ? 'Laid by two points.' : 'Moved by one point.');
    setPoints([null, null, null, null]);
  };
  const { metres, up } = part.own.asRead;
  const unit = unitOf(metres);
  return (
    <div role="region" aria-label={`Place of ${part.name}`} className="border-b border-rule2 bg-sheet px-3 py-1.5">
      <p className="flex flex-wrap items-baseline gap-x-2.5">
        <span className="text-graphite">By</span>
        <button
          type="button"
          className="word"
          disabled={!byMap}
          title={byMap ? 'Where both files say they stand on the map' : 'Not both files tell their place on the map'}
          onClick={() => byMap && place(overIt(byMap), 'Laid by the map.')}
        >
          the map
        </button>
        <button
          type="button"
          className="word"
          disabled={!byGrid}
          title={byGrid ? `Lines ${byGrid.tags.join(', ')}` : 'No straight grid line of one tag is in both'}
          onClick={() =>
            byGrid && place(overIt(byGrid.placement), `Laid by ${byGrid.tags.join(', ')}; off by ${millimetres(byGrid.off)} mm at most.`)
          }
        >
          grid lines
        </button>
        <button type="button" className="word" disabled={!a || !b} title="One point moves it, a second turns it" onClick={byPoints}>
          the points below
        </button>
      </p>
      {said && <p role="status">{said}</p>}
      <table className="mt-1 w-full">
        <tbody>
          {POINTS.map((name, k) => (
            <tr key={name}>
              <th scope="row" className="text-left font-normal text-graphite">
                {name.replace(', second', '')}
              </th>
              <td className="text-right">
                {points[k] ? points[k].map((x) => millimetres(x)).join(', ') : point?.name === name ? 'press a corner' : 'none'}
              </td>
              <td className="pl-2 text-right">
                <button
                  type="button"
                  className="word"
                  data-on={point?.name === name}
                  aria-label={`Pick ${name}`}
                  onClick={() =>
                    onPoint(
                      point?.name === name
                        ? null
                        : { name, onPoint: (p) => (setPoints((old) => old.map((x, i) => (i === k ? p : x))), onPoint(null)) },
                    )
                  }
                >
                  Pick
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1 flex flex-wrap gap-x-2 gap-y-1">
        {AXES.map((axis, k) => (
          <FigureField
            key={axis}
            label={axis}
            width={62}
            value={millimetres(placement.by[k]!)}
            parse={(text) => parseLength(text, { present: placement.by[k]! })}
            onChange={(to) =>
              place({ ...placement, by: placement.by.map((x, i) => (i === k ? to : x)) as unknown as Vec3 }, 'Placed by figures.')
            }
          />
        ))}
        <FigureField
          label="turn"
          width={62}
          value={degrees(placement.turn)}
          parse={(text) => parseAngle(text, placement.turn)}
          onChange={(turn) => place({ ...placement, turn }, 'Placed by figures.')}
        />
      </p>
      <p className="mt-1 flex items-baseline gap-2 text-graphite">
        units
        <Pick
          label={`Units of ${part.name}`}
          hideLabel
          value={unit}
          unset="own"
          options={UNIT_CHOICES}
          onChange={(to) => onChange({ corrections: { ...part.corrections, unit: to } }, `Units of ${part.name} are ${to}`)}
        />
        up
        <Pick
          label={`Upright axis of ${part.name}`}
          hideLabel
          value={up}
          options={UP_CHOICES}
          onChange={(to) => onChange({ corrections: { ...part.corrections, up: to } }, `${to.toUpperCase()} is up in ${part.name}`)}
        />
      </p>
    </div>
  );
}
