import { whileReading } from '../data/sweep';
import { jobs } from '../jobs/jobs';
import { FILE_ENDINGS, mainFile, readFiles } from '../project/read-files';
import { FilesWord } from '../ui/files-word';

interface Props {
  /** Key of the reading as it was, of which the newer one keeps the zero. */
  readonly base: string;
  /** Told the key of the newer reading, and the name of its file. */
  readonly onRead: (id: string, name: string) => Promise<unknown>;
}

/** A newer file over the old one. */
export function ReadAgain({ base, onRead }: Props) {
  const take = (files: readonly File[]) =>
    jobs.run(`Reading ${mainFile(files).name}`, 'not read', (step) =>
      whileReading(async () => onRead(await readFiles(files, step, base), mainFile(files).name)),
    );
  return <FilesWord words="Read again" label="Newer file of this model" accept={FILE_ENDINGS} onFiles={(files) => void take(files)} />;
}
