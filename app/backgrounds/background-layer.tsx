import { useEffect, useState } from 'react';
import { compose } from '../board/view';
import { database } from '../data/database';
import type { ViewMatrix } from '../workers/paint';
import type { Background } from '../data/background';
import { pixelMatrix } from './background';

const addresses = new Map<string, Promise<string | null>>();

/** An address under which the page can show a kept image; null when it is gone. */
const addressOf = (image: string): Promise<string | null> => {
  let known = addresses.get(image);
  if (!known) addresses.set(image, (known = database.images.get(image).then((row) => (row ? URL.createObjectURL(row.blob) : null))));
  return known;
};

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
    void addressOf(background.image).then((found) => isWanted && setHref(found));
    return () => {
      isWanted = false;
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
