import type { Sight } from '../../../core/sights/sight';
import type { ModelInfo } from '../../data/database';
import { level } from '../../figures/format';
import { StoreyLevels, StoreyStack } from './storey-stack';
import type { useKey } from './use-key';

interface Props {
  readonly model: ModelInfo;
  readonly sight: Sight | null;
  readonly shown: ReturnType<typeof useKey>;
  /** Where in the pane a level lies, CSS pixels. */
  readonly yOf: (elevation: number) => number;
  readonly onChange: (sight: Sight, label: string) => void;
}

/** The storeys of the Key: in a plan which of them it shows, beside an elevation at their heights, where one is chosen for the sight. */
export function Storeys({ model, sight, shown, yOf, onChange }: Props) {
  const rows = model.storeys.map((s) => ({ name: s.name, elevation: s.elevation + model.origin[2] }));
  if (shown.isElevation)
    return (
      <StoreyLevels
        title="Key elevation"
        rows={rows}
        yOf={yOf}
        on={rows.findIndex((s) => s.name === sight?.storey)}
        onPick={(i) => sight && onChange({ ...sight, storey: rows[i]!.name }, `Storey of ${sight.number}`)}
        note="Elevation from the front"
      />
    );
  const own = rows[shown.storey];
  return (
    <StoreyStack
      title="Key plan"
      rows={rows}
      on={shown.storey}
      onPick={shown.setStorey}
      note={own ? `Seen from ${level(own.elevation + 1.2)}` : 'Cut at half the height'}
    />
  );
}
