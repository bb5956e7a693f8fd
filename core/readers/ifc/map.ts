import type { MapPlacement } from '../../model/model';
import { number, refs, text } from './placements';
import { unitFactor } from './structure';
import type { StepIndex } from '../step/step-index';
import type { StepRecord, StepValue } from '../step/step-values';
import { atan2 } from '../../geometry/numbers/trigonometry';

/**
 * Where the file says that it stands on the map, or null: IfcMapConversion and IfcRigidOperation (ISO 16739-1:2018 and 4.3); for
 * IFC2X3 the property set ePSet_MapConversion (buildingSMART, User Guide for Geo-referencing in IFC, 2020). The drawing keeps the
 * file's own lengths: the scale of a map projection, some parts in ten thousand, is not put on them.
 */
export function mapPlacement(index: StepIndex, metres: number): MapPlacement | null {
  for (const type of ['IFCMAPCONVERSION', 'IFCMAPCONVERSIONSCALED', 'IFCRIGIDOPERATION'])
    for (const id of index.all(type)) {
      const record = index.get(id);
      const system = index.follow(record?.args[1]);
      const unit = index.follow(system?.args[6]);
      const scale = (unit && unitFactor(index, unit)) || metres;
      const found = record && placed(record, scale, text(system?.args[0]));
      if (found) return found;
    }
  return fromProperties(index, metres);
}

/** (SourceCRS, TargetCRS, Eastings, Northings, OrthogonalHeight, XAxisAbscissa, XAxisOrdinate, Scale); a rigid operation ends earlier. */
function placed({ type, args }: StepRecord, metres: number, system: string): MapPlacement | null {
  const [east, north] = [number(args[2]), number(args[3])];
  if (east === null || north === null) return null;
  // degrees instead of lengths: no place that one can measure to
  if (typeof args[2] === 'object' && args[2] !== null && 'type' in args[2] && args[2].type === 'IFCPLANEANGLEMEASURE') return null;
  const isTurned = type !== 'IFCRIGIDOPERATION';
  return placement(east, north, number(args[4]), isTurned ? number(args[5]) : null, isTurned ? number(args[6]) : null, metres, system);
}

function placement(
  east: number,
  north: number,
  height: number | null,
  abscissa: number | null,
  ordinate: number | null,
  metres: number,
  system: string,
): MapPlacement {
  const turn = abscissa !== null && ordinate !== null && Math.hypot(abscissa, ordinate) > 1e-9 ? atan2(ordinate, abscissa) : 0;
  return { east: east * metres, north: north * metres, height: (height ?? 0) * metres, turn, system };
}

function fromProperties(index: StepIndex, metres: number): MapPlacement | null {
  for (const id of index.all('IFCPROPERTYSET')) {
    const set = index.get(id);
    if (!set || text(set.args[2]).toLowerCase() !== 'epset_mapconversion') continue;
    const values = new Map<string, StepValue | undefined>();
    for (const p of refs(set.args[4])) values.set(text(index.get(p)?.args[0]).toLowerCase(), index.get(p)?.args[2]);
    const at = (name: string) => number(values.get(name));
    const [east, north] = [at('eastings'), at('northings')];
    if (east === null || north === null) continue;
    return placement(
      east,
      north,
      at('orthogonalheight'),
      at('xaxisabscissa'),
      at('xaxisordinate'),
      metres,
      text(values.get('targetcrs') ?? ''),
    );
  }
  return null;
}
