import { useState } from 'react';
import { FILE_ENDINGS, mainFile, readFiles } from '../project/read-files';
import { Stopped } from '../workers/pool';
import { FilesWord } from '../ui/files-word';
import { Working } from '../ui/working';
import type { ModelInfo } from '../data/database';

interface Props {
  readonly model: ModelInfo;
  /** Told the key of the newer reading, with the corrections put on again, and the name of its file. */
  readonly onRead: (id: string, name: string) => void;
  readonly onFault: (words: string) => void;
}

/** A newer file over the old one. */
export function ReadAgain({ model, onRead, onFault }: Props) {
  const [reading, setReading] = useState<{ readonly name: string; readonly share: number; readonly stop: () => void } | null>(null);
  const take = async (files: readonly File[]) => {
    const control = new AbortController();
    setReading({ name: mainFile(files).name, share: 0, stop: () => control.abort() });
    try {
      const progress = (share: number) => setReading((r) => r && { ...r, share });
      const id = await readFiles(files, { signal: control.signal, progress }, model.corrections);
      onRead(id, mainFile(files).name);
    } catch (error) {
      if (!(error instanceof Stopped)) onFault((error as Error).message);
    }
    setReading(null);
  };
  if (reading) return <Working label={`Reading ${reading.name}`} share={reading.share} onStop={reading.stop} />;
  return <FilesWord words="Read again" label="Newer file of this model" accept={FILE_ENDINGS} onFiles={(files) => void take(files)} />;
}
