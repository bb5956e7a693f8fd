import { useEffect, useState } from 'react';
import type { PropertySet } from '../../core/model/model';
import type { ModelInfo } from '../data/database';
import { pool } from '../workers/pool';

/** All that is known of one element. */
export function Facts({ model, element }: { readonly model: ModelInfo; readonly element: number }) {
  const [sets, setSets] = useState<{ readonly of: number; readonly list: readonly PropertySet[] }>({ of: -1, list: [] });
  useEffect(() => {
    let isWanted = true;
    void pool.back
      .run((engine) => engine.properties(model.id, element))
      .then(
        (list) => isWanted && setSets({ of: element, list }),
        () => undefined,
      );
    return () => {
      isWanted = false;
    };
  }, [model.id, element]);
  const { id, type, assembly, facts = {} } = model.elements[element]!;
  const volume = model.elementVolume[element]!;
  return (
    <div role="region" className="max-h-[300px] overflow-auto pt-1" tabIndex={0} aria-label="Properties">
      <Line name="Type" value={type} />
      <Line name="Predefined" value={facts.predefined ?? ''} />
      <Line name="Assembly" value={assembly} />
      <Line name="Section" value={facts.profile ?? ''} />
      <Line name="Layer" value={facts.layer ?? ''} />
      <Line name="Phase" value={facts.phase ?? ''} />
      <Line name="Mark" value={facts.tag ?? ''} />
      <Line
        name="Volume"
        value={volume > 0 ? <CubicMetres>{volume >= 0.1 ? volume.toFixed(3) : volume.toPrecision(3)}</CubicMetres> : 'open shell'}
      />
      <Line name="Triangles" value={model.elementTriangles[element]!} />
      <Line name="Identity" value={id} />
      {(sets.of === element ? sets.list : []).map((set, k) => (
        <div key={k} className="pt-1">
          <h3 className="px-3 text-[12px] font-semibold">{set.name}</h3>
          {Array.from({ length: set.values.length / 2 }, (_, i) => (
            <Line key={i} name={String(set.values[i * 2]!)} value={set.values[i * 2 + 1]!} />
          ))}
        </div>
      ))}
    </div>
  );
}

/** What several elements come to. */
export function Sums({ model, picked }: { readonly model: ModelInfo; readonly picked: readonly number[] }) {
  const sum = (of: ArrayLike<number>) => picked.reduce((all, i) => all + of[i]!, 0);
  return (
    <div className="pt-1">
      <Line name="Volume" value={<CubicMetres>{sum(model.elementVolume).toFixed(3)}</CubicMetres>} />
      <Line name="Triangles" value={sum(model.elementTriangles)} />
    </div>
  );
}

function Line({ name, value }: { readonly name: string; readonly value: React.ReactNode }) {
  if (value === '') return null;
  return (
    <p className="flex gap-2 px-3 leading-[17px]">
      <span className="w-[86px] shrink-0 overflow-hidden text-ellipsis whitespace-nowrap text-graphite" title={name}>
        {name}
      </span>
      <span className="min-w-0 flex-1 break-words">{value}</span>
    </p>
  );
}

function CubicMetres({ children }: { readonly children: string }) {
  return (
    <>
      {children} m<sup className="text-[9px]">3</sup>
    </>
  );
}
