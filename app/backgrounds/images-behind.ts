import type { ImageBehind } from '../../core/writers/svg';
import { database } from '../data/database';
import type { Project } from '../data/project';
import { pixelMatrix } from './background';

/** The images that are shown behind the drawing of a sight, with their bytes in their address. */
export async function imagesBehind({ backgrounds }: Project, sight: string): Promise<ImageBehind[]> {
  const shown = Object.values(backgrounds ?? {}).filter((b) => b.on.pane === 'drawing' && b.on.sight === sight && !b.isHidden);
  const out = await Promise.all(
    shown.map(async (b): Promise<ImageBehind[]> => {
      const row = await database.images.get(b.image);
      if (!row) return [];
      const { width, height } = b;
      return [{ href: await dataAddress(row.blob), width, height, opacity: 1 - b.fade, matrix: pixelMatrix(b) }];
    }),
  );
  return out.flat();
}

const dataAddress = (blob: Blob): Promise<string> =>
  new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(reader.result as string);
    reader.onerror = () => reject(new Error('An image behind this drawing could not be read.'));
    reader.readAsDataURL(blob);
  });
