import { useEffect, useState } from 'react';
import { compose } from '../board/view';
import { database } from '../data/database';
import type { ViewMatrix } from '../workers/paint';
import type { Background } from '../data/background';
import { pixelMatrix } from './background';

/** Images that are shown, each with how many show it. */
const shownImages = new Map<string, { count: number; readonly address: Promise<string | null> }>();

/** An address under which the page can show a kept image; null when it is gone. Whoever takes it lets it go again. */
function takeAddress(image: string): Promise<string | null> {
  const known = shownImages.get(image) ?? {
    count: 0,
    address: database.images.get(image).then((row) => (row ? URL.createObjectURL(row.blob) : null)),
  };
  known.count++;
  shownImages.set(image, known);
  return known.address;
}

/** The last one who lets an image go frees its memory. */
function letGo(image: string): void {
  const known = shownImages.get(image);
  if (!known || --known.count > 0) return;
  shownImages.delete(image);
  void known.address.then((address) => address && URL.revokeObjectURL(address));
}

/** The backgrounds of a pane, behind all that is drawn. `matrix` leads from metres to CSS pixels. */
export function BackgroundLayer({ backgrounds, matrix }: { readonly backgrounds: readonly Background[]; readonly matrix: ViewMatrix }) {
  const shown = backgrounds.filter((b) => !b.isHidden);
  if (!shown.length) return null;
  return (
    <svg aria-hidden="true" data-testid="backgrounds" className="pointer-events-none absolute inset-0 h-full w-full">
      {shown.map((b) => (
        <Picture key={b.id} background={b} matrix={compose(matrix, pixelMatrix(b))} />
      ))}
    </svg>
  );
}

function Picture({ background, matrix }: { readonly background: Background; readonly matrix: ViewMatrix }) {
  const [href, setHref] = useState<string | null>(null);
  useEffect(() => {
    let isWanted = true;
    void takeAddress(background.image).then((found) => isWanted && setHref(found));
    return () => {
      isWanted = false;
      letGo(background.image);
    };
  }, [background.image]);
  if (!href) return null;
  return (
    <image
      href={href}
      width={background.width}
      height={background.height}
      opacity={1 - background.fade}
      transform={`matrix(${matrix.join(' ')})`}
      preserveAspectRatio="none"
    />
  );
}
