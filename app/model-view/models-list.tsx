import { useState } from 'react';
import type { ModelInfo, ModelPart } from '../data/database';
import { FILE_ENDINGS } from '../project/read-files';
import { FilesWord } from '../ui/files-word';
import { PlaceCard, type PointWish } from './place-card';
import type { Models } from './use-models';
import type { Shown } from '../space/use-shown';

interface Props {
  readonly model: ModelInfo;
  readonly models: Models;
  readonly shown: Shown;
  readonly point: PointWish | null;
  readonly onPoint: (wish: PointWish | null) => void;
}

/** The models of a project, where there are several: hidden, placed, read again and taken away one by one; and another one added. */
export function ModelsList({ model, models, shown, point, onPoint }: Props) {
  const [placing, setPlacing] = useState<string | null>(null);
  const { parts = [] } = model;
  return (
    <section aria-label="Models" className="border-b border-rule pb-1.5">
      <h2 className="flex px-3 pt-2 pb-px text-[12px] font-semibold">
        Models <span className="ml-1.5 font-normal text-graphite">{parts.length || 1}</span>
        <FilesWord
          label="Another model"
          words="Add a model"
          accept={FILE_ENDINGS}
          className="ml-auto font-normal"
          onFiles={(files) => void models.add(files)}
        />
      </h2>
      {parts.map((part) => (
        <div key={part.key}>
          <Row
            part={part}
            isLast={parts.length === 1}
            isPlacing={placing === part.key}
            isBusy={models.isBusy}
            onPick={() => shown.pick(model.elements.flatMap((e, i) => (e.facts?.model === part.name && e.use !== 'space' ? [i] : [])))}
            onHide={() => void models.change(part.key, { isHidden: !part.isHidden }, `${part.isHidden ? 'Show' : 'Hide'} ${part.name}`)}
            onPlace={() => {
              setPlacing(placing === part.key ? null : part.key);
              onPoint(null);
            }}
            onFiles={(files) => void models.readAgain(part, files)}
            onRemove={() => void models.remove(part)}
          />
          {placing === part.key && (
            <PlaceCard
              part={part}
              over={parts.find((p) => p.key !== part.key) ?? null}
              point={point}
              onPoint={onPoint}
              onChange={(changed, label) => void models.change(part.key, changed, label)}
            />
          )}
        </div>
      ))}
    </section>
  );
}

interface RowProps {
  readonly part: ModelPart;
  readonly isLast: boolean;
  readonly isPlacing: boolean;
  readonly isBusy: boolean;
  readonly onPick: () => void;
  readonly onHide: () => void;
  readonly onPlace: () => void;
  readonly onFiles: (files: readonly File[]) => void;
  readonly onRemove: () => void;
}

function Row({ part, isLast, isPlacing, isBusy, onPick, onHide, onPlace, onFiles, onRemove }: RowProps) {
  return (
    <div className="border-b border-rule px-3 py-0.5">
      <p className="flex items-baseline gap-2">
        <button
          type="button"
          className={`min-w-0 overflow-hidden text-left text-ellipsis whitespace-nowrap ${part.isHidden ? 'text-graphite line-through' : ''}`}
          title={`${part.fileName}, ${part.own.source}`}
          onClick={onPick}
        >
          {part.name}
        </button>
        <span className="ml-auto shrink-0 text-graphite">{part.own.source}</span>
        <span className="w-11 shrink-0 text-right">{part.own.elements}</span>
      </p>
      <p className="flex gap-2.5">
        <button
          type="button"
          className="word"
          disabled={isBusy}
          aria-label={`${part.isHidden ? 'Show' : 'Hide'} the model ${part.name}`}
          onClick={onHide}
        >
          {part.isHidden ? 'Show' : 'Hide'}
        </button>
        <button
          type="button"
          className="word"
          data-on={isPlacing}
          aria-expanded={isPlacing}
          aria-label={`Place ${part.name}`}
          onClick={onPlace}
        >
          Place
        </button>
        <FilesWord label={`Newer file of ${part.name}`} words="Read again" accept={FILE_ENDINGS} onFiles={onFiles} />
        {!isLast && (
          <button type="button" className="word ml-auto" disabled={isBusy} aria-label={`Take ${part.name} away`} onClick={onRemove}>
            Take away
          </button>
        )}
      </p>
    </div>
  );
}
