import * as Comlink from 'comlink';
import type { Sight } from '../../core/sights/sight';
import { checkSight } from '../../core/sights/sight-schema';
import { usualScale } from '../figures/usual-scale';
import type { ModelInfo } from '../data/database';
import { whileReading } from '../data/sweep';
import type { CommandOf } from '../project/commands';
import type { Send } from '../project/use-commands';
import type { FiledThings } from '../workers/project-files';
import { pool } from '../workers/pool';
import { jobs } from './jobs';
import { saveFile } from './save-file';

/** Everything of a project as one file, handed to the browser. */
export function saveProject(id: string, name: string): Promise<void> {
  return jobs.run(`Packing ${name}`, 'not saved', async ({ signal }) => {
    const { name: file, bytes } = await pool.back.run((engine) => engine.projectFile(id), signal);
    saveFile(file, bytes);
  });
}

/** Takes sights out of files into a project, in one step; of a project file what else it holds too. */
export function takeSights(project: string, model: ModelInfo, files: readonly File[], send: Send): Promise<void> {
  const what = files.length === 1 ? files[0]!.name : `${files.length} files`;
  // until its things are taken an image of a project file belongs to nothing
  return jobs.run(`Reading ${what}`, 'not taken', ({ signal }) =>
    whileReading(async () => {
      const all: FiledThings[] = [];
      for (const file of files) {
        const bytes = new Uint8Array(await file.arrayBuffer());
        all.push(
          /\.tarvex$/i.test(file.name)
            ? await pool.back.run((engine) => engine.thingsOf(project, file.name, Comlink.transfer(bytes, [bytes.buffer])), signal)
            : sightsIn(file.name, bytes, usualScale(model.bounds)),
        );
      }
      const lost = all.flatMap((own) => own.lost);
      if (lost.length) jobs.tell('damaged', `${what}: ${lost.join('; ')}. All else is taken.`);
      const command: CommandOf<'merge'> = {
        intent: 'merge',
        label: `Sights of ${what}`,
        sights: all.flatMap((own) => own.sights),
        sets: all.flatMap((own) => own.sets),
        backgrounds: all.flatMap((own) => own.backgrounds),
        accepted: all.flatMap((own) => own.accepted),
      };
      const { fault } = await send(command);
      if (fault) throw new Error(fault);
    }),
  );
}

/** The sights of a sight file: one, or a list. @throws Fault sight-field; Error where it is no JSON */
function sightsIn(name: string, bytes: Uint8Array, scale: number): FiledThings {
  let value: unknown;
  try {
    value = JSON.parse(new TextDecoder().decode(bytes));
  } catch (error) {
    throw new Error(`${name} is not JSON: ${(error as Error).message}`, { cause: error });
  }
  const sights = (Array.isArray(value) ? (value as unknown[]) : [value]).map((own): Sight => checkSight(own, name));
  return { sights: sights.map((sight) => ({ id: crypto.randomUUID(), scale, sight })), sets: [], backgrounds: [], accepted: [], lost: [] };
}
