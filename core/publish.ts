import { annotate } from './annotation/annotate';
import type { Graphic, Titled } from './drafting/graphic';
import type { Standard } from './drafting/standard/standard';
import type { Hand } from './drafting/hand';
import type { LayersAlong } from './drafting/layers-along';
import type { OnFaces } from './drafting/on-faces';
import type { NamedSet } from './drafting/rule-subjects';
import { style } from './drafting/style-drawing';
import type { Publishable } from './publishable';

export interface PublishOptions {
  readonly standard: Standard;
  /** 1 : scale. */
  readonly scale: number;
  /** What makes one line of each cut outline that closes (`closeOutlines`), as a drafter picks them; a screen asks each line for its own element. */
  readonly close?: ((styled: Graphic) => Graphic) | undefined;
  readonly levels?: boolean | undefined;
  readonly grid?: boolean | undefined;
  readonly title?: boolean | undefined;
  /** The outline of each cut face once more, as closed polylines on a layer of their own, in a DXF. */
  readonly outlines?: boolean | undefined;
  /** What lays patterns, tones and shadows on the faces that the drawing has. */
  readonly onFaces?: OnFaces | undefined;
  /** What finds the layers of build-ups that lines run along. */
  readonly layersAlong?: LayersAlong | undefined;
  /** What was done to the drawing by hand; it is on the lines already. */
  readonly hand?: Hand | undefined;
  /** The named sets that rules may ask for. */
  readonly sets?: readonly NamedSet[] | undefined;
}

/**
 * The second half of the pipeline: from a drawing to what is on paper. Levels and grid lines are shown unless the sight or the call says
 * otherwise. Nothing is drawn anew for another scale or standard.
 */
export function publish(
  { drawing, names, landmarks }: Publishable,
  sight: Titled,
  {
    standard,
    scale,
    close = (styled) => styled,
    levels = sight.levels ?? true,
    grid = sight.grid ?? true,
    title = true,
    outlines = false,
    onFaces,
    layersAlong,
    sets,
    hand,
  }: PublishOptions,
): Graphic {
  const styled = style(drawing, names, sight, standard, scale, { onFaces, layersAlong, sets, hand });
  return annotate(close(styled), landmarks, standard, { levels, grid, title, outlines });
}
