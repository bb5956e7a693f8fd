import { useState } from 'react';
import { alignByMap } from '../../core/model/align-models';
import { AS_IT_IS, composed } from '../../core/model/placement';
import { database, type ModelInfo, type ModelRow } from '../data/database';
import { deleteModels } from '../data/models';
import { nameOf, partsOf, type PartWish } from '../data/parts';
import { arrangeModels } from '../project/model-changes';
import { mainFile, readFiles } from '../project/read-files';
import { pool, Stopped } from '../workers/pool';

export interface Reading {
  readonly name: string;
  readonly share: number;
  readonly stop: () => void;
}

interface Told {
  /** The project stands on another model from now on; `isNewer` when it is to be compared with the one before. */
  readonly onModel: (isNewer: boolean) => Promise<void>;
  readonly onFault: (words: string) => void;
  readonly onSaid: (words: string) => void;
}

/** What can be done with the models of a project: read another, read one anew, place, hide and take one away. */
export function useModels(project: string, model: ModelInfo, { onModel, onFault, onSaid }: Told) {
  const [reading, setReading] = useState<Reading | null>(null);
  const [isBusy, setBusy] = useState(false);

  /** Whether it could be done. */
  const arrange = async (patch: (parts: readonly PartWish[]) => readonly PartWish[], label: string, isNewer = false): Promise<boolean> => {
    let isDone = false;
    setBusy(true);
    try {
      await arrangeModels(project, label, patch, (id, parts) => pool.back.run((engine) => engine.arrange(id, parts)), isNewer);
      await onModel(isNewer);
      isDone = true;
    } catch (error) {
      onFault((error as Error).message);
    }
    setBusy(false);
    return isDone;
  };
  /** Reads files as one model of their own; its row goes again, only its shapes stay. */
  const read = async (files: readonly File[], take: (info: ModelRow) => Promise<boolean>) => {
    const control = new AbortController();
    setReading({ name: mainFile(files).name, share: 0, stop: () => control.abort() });
    try {
      const progress = (share: number) => setReading((r) => r && { ...r, share });
      const id = await readFiles(files, { signal: control.signal, progress });
      const isTaken = await take((await database.models.get(id))!);
      await deleteModels([id]);
      await database.scenes.delete(id);
      // shapes that belong to nothing do not stay
      if (!isTaken) await database.bundles.delete(id);
    } catch (error) {
      if (!(error instanceof Stopped)) onFault((error as Error).message);
    }
    setReading(null);
  };

  const parts = partsOf(model);
  const change = (key: string, changed: Partial<PartWish> | ((part: PartWish) => Partial<PartWish>), label: string) =>
    arrange((all) => all.map((p) => (p.key === key ? { ...p, ...(typeof changed === 'function' ? changed(p) : changed) } : p)), label);
  return {
    parts,
    reading,
    isBusy,
    change,
    add: (files: readonly File[]) =>
      read(files, async (info) => {
        const name = nameOf(
          info.fileName,
          parts.map((p) => p.name),
        );
        const [first] = parts;
        const byMap = alignByMap(info, model.parts?.[0]?.own ?? model);
        const placement = byMap && first ? composed(first.placement, byMap) : AS_IT_IS;
        const { fileName, base } = info;
        const isAdded = await arrange(
          (all) => [...all, { key: crypto.randomUUID(), name, fileName, base, corrections: {}, placement, isHidden: false }],
          `Model ${name} added`,
        );
        if (isAdded)
          onSaid(
            byMap ? `${name} is laid by its place on the map.` : `${name} stands where its file says. Place it, if that is elsewhere.`,
          );
        return isAdded;
      }),
    /** A newer file of one of several models. */
    readAgain: (part: PartWish, files: readonly File[]) =>
      read(files, ({ fileName, base }) =>
        arrange((all) => all.map((p) => (p.key === part.key ? { ...p, fileName, base } : p)), `${fileName} read again`, true),
      ),
    remove: (part: PartWish) => arrange((all) => all.filter((p) => p.key !== part.key), `Model ${part.name} taken away`),
  };
}

export type Models = ReturnType<typeof useModels>;
