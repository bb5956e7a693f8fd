import { useState } from 'react';
import { LAYER_FIELDS, layerFrom } from '../../core/drafting/standard/layer-fields';

interface Props {
  readonly layer: string;
  readonly fault: string | null;
  readonly onChange: (layer: string) => void;
}

/** Whether a name means to be one of ISO 13567: capitals, figures and hyphens in fields of fixed width. */
const isMeant = (layer: string): boolean => /^[A-Z][A-Z0-9_-][A-Z0-9_-]{4,}$/.test(layer) && layer.includes('-');

/** A layer's name in the fields of ISO 13567: told where it is one, put together of them where that is wished. */
export function LayerFields({ layer, fault, onChange }: Props) {
  const [fields, setFields] = useState<Record<string, string> | null>(null);
  return (
    <div className="text-[12px] leading-4">
      <button type="button" className="word" aria-expanded={fields !== null} onClick={() => setFields(fields ? null : {})}>
        Layer of ISO 13567
      </button>{' '}
      <span className={isMeant(layer) && fault ? 'text-ochre-text' : 'text-graphite'}>
        {!isMeant(layer) ? 'is named freely' : fault ? `${layer} ${fault}` : `${layer} holds`}
      </span>
      {fields && (
        <div className="mt-1 grid grid-cols-2 gap-x-2 gap-y-[3px]">
          {LAYER_FIELDS.map(({ name, width, hint }) => (
            <label key={name} className="flex items-baseline justify-between gap-1" title={hint}>
              <span className="text-graphite">{name}</span>
              <input
                className="field text-left!"
                style={{ width: 16 + width * 8 }}
                maxLength={width}
                value={fields[name] ?? ''}
                placeholder={'-'.repeat(width)}
                onChange={(e) => setFields({ ...fields, [name]: e.target.value.toUpperCase() })}
                onKeyDown={(e) => e.stopPropagation()}
              />
            </label>
          ))}
          <button
            type="button"
            className="btn col-span-2"
            onClick={() => {
              onChange(layerFrom(fields));
              setFields(null);
            }}
          >
            Name it {layerFrom(fields)}
          </button>
        </div>
      )}
    </div>
  );
}
