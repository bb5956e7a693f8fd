import { useState } from 'react';
import { alignByMap } from '../../core/model/align-models';
import { AS_IT_IS, composed } from '../../core/model/placement';
import { database, type ModelInfo, type ModelRow } from '../data/database';
import { forgetReading } from '../data/projects';
import { whileReading } from '../data/sweep';
import { jobs } from '../jobs/jobs';
import { nameOf, partsOf, type PartWish } from '../data/parts';
import type { Command, PartStep, PlanRowPatch } from '../project/commands';
import { mainFile, readFiles } from '../project/read-files';

interface Told {
  /** Whether it was done. */
  readonly send: (command: Command) => Promise<boolean>;
  /** A newer file has come: what was picked is no more. */
  readonly onNewer: () => void;
  readonly onSaid: (words: string) => void;
}

/** What can be done with the models of a project: read another, read one anew, place, hide and take one away. */
export function useModels(model: ModelInfo, { send, onNewer, onSaid }: Told) {
  const [isBusy, setBusy] = useState(false);

  /** Whether it could be done. */
  const arrange = async (step: PartStep, label: string, isNewer = false): Promise<boolean> => {
    setBusy(true);
    const isDone = await send({ intent: 'arrange', label, step, isNewer });
    if (isDone && isNewer) onNewer();
    setBusy(false);
    return isDone;
  };
  /** Reads files as one model of their own; its row goes again, only its shapes stay, where they are taken. */
  const read = (files: readonly File[], take: (info: ModelRow) => Promise<boolean>, after?: string) =>
    jobs.run(`Reading ${mainFile(files).name}`, 'not read', (step) =>
      whileReading(async () => {
        const id = await readFiles(files, step, after);
        const isTaken = await take((await database.models.get(id))!);
        await forgetReading(id, isTaken);
      }),
    );

  const parts = partsOf(model);
  const change = (key: string, to: Extract<PartStep, { to: unknown }>['to'], label: string) => arrange({ change: key, to }, label);
  return {
    parts,
    isBusy,
    change,
    plan: (key: string, plan: PlanRowPatch) => arrange({ change: key, plan }, `Layer ${plan.layer} of the plan`),
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
          { add: { key: crypto.randomUUID(), name, fileName, base, corrections: {}, placement, isHidden: false } },
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
      read(files, ({ fileName, base }) => arrange({ change: part.key, to: { fileName, base } }, `${fileName} read again`, true), part.base),
    remove: (part: PartWish) => arrange({ remove: part.key }, `Model ${part.name} taken away`),
  };
}

export type Models = ReturnType<typeof useModels>;
