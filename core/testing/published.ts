import type { Graphic } from '../drafting/graphic';
import { STANDARD } from '../drafting/standard/shipped-standard';
import type { Drawing } from '../linework/drawing';
import type { Model } from '../model/model';
import { publish, type PublishOptions } from '../publish';
import { publishable } from '../publishable';
import type { Sight } from '../sights/sight';
import { drawModel } from './views';

/** What is on paper of a sight, at 1:50 without a title unless told otherwise; of a drawing of its own where one is given. */
export const published = (
  model: Model,
  sight: Sight,
  { drawing, ...more }: Partial<PublishOptions> & { readonly drawing?: Drawing } = {},
): Graphic =>
  publish(publishable(model, sight, drawing ?? drawModel(model, sight)), sight, {
    standard: STANDARD,
    scale: 50,
    title: false,
    ...more,
  });
